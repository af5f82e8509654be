namespace Rhabdon.Core.EndFaces;

/// <summary>What a fiber's end is made of. Cladding diameter 125 µm: IEC 60793-2, from memory.</summary>
public static class MadeOf
{
    public const double CladdingRadius = 62.5;

    /// <summary>Of a core as single-mode glass has it, in the middle of what mode fields allow.</summary>
    public const double SingleModeCore = 4.5;

    /// <summary>Half of 50 µm.</summary>
    public const double MultimodeCore = 25;

    /// <summary>Half the 250 µm across which the ferrule touches.</summary>
    public const double ContactRadius = 125;
}
