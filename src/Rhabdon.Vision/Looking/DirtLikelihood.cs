using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Dirt;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// Pit or loose dirt: how the odds stand, as logarithms, above zero for dirt. A pit is round, dirt is ragged, and on the glass what is large is hardly ever a
/// pit; and a face has either pits or dirt
/// more often than both, so that what else lies on it counts as well (common practice). The weights come of logistic regression over some 1,900 patches of four
/// hands that draw end faces.
/// </summary>
internal static class DirtLikelihood
{
    /// <summary>What one patch by its own looks says at most, either way.</summary>
    /// <summary>Of a patch on the glass.</summary>
    public static double OnGlass(Blob blob) => Math.Clamp(ByOutline(blob) + (LargeWeight * Math.Max(0, Math.Log(blob.Size / Large))), -Most, Most);

    /// <summary>Of a patch on the ferrule, where pits may be large.</summary>
    public static double OnFerrule(Blob blob) => Math.Clamp(ByOutline(blob), -Most, Most);

    /// <param name="odds">By their looks, of all patches on a face.</param>
    /// <param name="of">Which of them is asked for.</param>
    public static double InCompany(IReadOnlyList<double> odds, int of)
    {
        var others = odds.Where((_, other) => other != of).ToList();
        return LevelInCompany
            + odds[of]
            + (CompanyWeight * others.Sum(o => Math.Clamp(o, -MostOfCompany, MostOfCompany)))
            + (SurestWeight * others.DefaultIfEmpty().Max());
    }

    private static double ByOutline(Blob blob) => Level + (RaggedWeight * Math.Log(LeastRagged + blob.Raggedness));
}
