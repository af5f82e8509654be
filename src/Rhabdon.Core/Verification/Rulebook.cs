namespace Rhabdon.Core.Verification;

/// <summary>The version of the rules in this assembly. Raised whenever a judgement could come out differently; events keep the one that judged them.</summary>
public static class Rulebook
{
    public const string Version = "1";
}
