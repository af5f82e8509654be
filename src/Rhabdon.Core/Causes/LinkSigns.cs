using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using static Rhabdon.Core.Causes.Likely;

namespace Rhabdon.Core.Causes;

/// <summary>What is known of the link as a whole, beside its losses. House figures, as of <see cref="EndSigns"/>.</summary>
internal static class LinkSigns
{
    private const int FreshHours = 4;
    private const double NeighborsOff = 0.2;

    // What the mean of many links in order may be off by: cords, launch, one of them dirty.
    private const double Off = 0.08;
    private const double MuchMoreBack = 10;

    public static IEnumerable<EvidenceItem> Of(DiagnosisQuestion asked, double excess)
    {
        if (asked.Reflectance is { } reflectance)
        {
            var (seen, healthy) = ((double)reflectance.Amount, Healthy(asked));
            var key = seen > healthy + MuchMoreBack ? "reflectance-bad" : "reflectance-good";
            yield return Item(key, c => ThrownBack(seen, healthy, c), ("reflectance", $"{reflectance}"));
        }

        if (asked.Neighbors is { } neighbors)
        {
            var (mean, each) = ((double)neighbors.MeanExcess.Amount, ExpectedLink.Deviation(asked));
            var error = Math.Sqrt((Off * Off) + (each * each / neighbors.Links));
            yield return Item(Math.Abs(mean) > NeighborsOff ? "neighbors-too" : "neighbors-good", c => c switch
                {
                    Cause.Reference => Bell(mean, excess, Math.Sqrt((each * each) + (error * error))),
                    // The dirt may be a cord's.
                    Cause.Dirt => (0.98 * Bell(mean, 0, error)) + (0.02 * Bell(mean, excess, 0.3)),
                    _ => Bell(mean, 0, error),
                });
        }

        if (asked.IsReferenceInDoubt || asked.ReferenceHours is not null)
        {
            var isOld = asked.IsReferenceInDoubt || asked.ReferenceHours > FreshHours;
            var share = asked.IsReferenceInDoubt ? 0.8 : 0.5;
            yield return Item(isOld ? "reference-old" : "reference-fresh", c => Share(isOld, c is Cause.Reference ? share : 0.2));
        }

        if (asked.IsUnstable is { } unstable)
        {
            yield return Item(unstable ? "unstable" : "stable", c => Share(unstable, Moves(c)));
        }

        if (asked.BendGlows is { } glows)
        {
            yield return Item(glows ? "bend-glow" : "no-bend-glow", c => Share(glows, c is Cause.Bend ? 0.6 : 0.02));
        }
    }

    private static double ThrownBack(double seen, double healthy, Cause? cause) =>
        cause switch
        {
            // Two air faces interfere: -9 to -30 dB.
            Cause.Gap => Bell(seen, -20, 6),
            Cause.ApcToUpc => Bell(seen, -16, 5),
            Cause.Cracked => Bell(seen, -30, 10),
            Cause.Dirt => Bell(seen, healthy + 8, 8),
            Cause.Polish => Bell(seen, healthy + 9, 8),
            Cause.Cleave => Bell(seen, healthy + 5, 8),
            _ => Bell(seen, healthy, 5),
        };

    private static double Moves(Cause? cause) =>
        cause switch
        {
            Cause.Cracked => 0.65,
            Cause.Gap => 0.35,
            Cause.Bend => 0.3,
            Cause.Reference => 0.15,
            _ => 0.05,
        };

    // Of a joint in order: multimode -28 dB, PC and UPC -50, APC -62 (from memory: somewhat better than the limits of TIA-568.3).
    private static double Healthy(DiagnosisQuestion asked) =>
        asked.Grade.Mode() == FiberMode.Multimode ? -28
        : asked.Near?.Polish == Polish.APC && asked.Far?.Polish == Polish.APC ? -62
        : -50;

    private static EvidenceItem Item(string key, Func<Cause?, double> given, params (string, string)[] args) =>
        new(null, Phrase.Of($"cause.because-{key}", args), given);
}
