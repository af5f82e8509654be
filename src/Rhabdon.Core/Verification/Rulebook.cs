namespace Rhabdon.Core.Verification;

/// <summary>The version of the rules in this assembly. Raised whenever a judgement could come out differently; events keep the one that judged them.</summary>
public static class Rulebook
{
    public const string Version = "1";

    /// <summary>
    /// True for rules whose verdicts can be checked here. An event that was judged by others is refused: nobody could say whether it is right.
    /// </summary>
    public static bool Knows(string version) => version == Version;
}
