namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>What a fiber's end is made of. Cladding diameter 125 µm: IEC 60793-2, from memory.</summary>
internal static class MadeOf
{
    public const double CladdingRadius = 62.5;

    /// <summary>Half the 250 µm across which the ferrule touches.</summary>
    public const double ContactRadius = 125;
}
