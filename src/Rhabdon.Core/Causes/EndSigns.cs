using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;
using static Rhabdon.Core.Causes.Likely;

namespace Rhabdon.Core.Causes;

/// <summary>
/// What is known of one end. The shares are house figures, chosen from what the trade says of each sign, until a crew's own record takes their place.
/// </summary>
internal static class EndSigns
{
    private const int JustCleanedMinutes = 10;

    public static IEnumerable<EvidenceItem> Of(CableEnd end, EndEvidence known, FiberGrade grade)
    {
        if (known.Face is { } face)
        {
            yield return Item(end, $"face-{JsonNames.Of(face)}", c => Face(face, c));
        }

        if (known.Glows is { } glows)
        {
            yield return Item(end, glows ? "glow" : "no-glow", c => Share(glows, Glow(c)));
        }

        if (known.CleaveAngle is { } angle)
        {
            yield return Angled(end, angle);
        }

        if (known.Estimate is { } estimate)
        {
            yield return Estimated(end, estimate);
        }

        if (known.SeatMark is { } mark)
        {
            yield return Marked(end, Math.Abs((double)mark.Millimeters));
        }

        if (known.Tries > 0)
        {
            yield return Item(end, "tries", c => IsMade(c) ? 0.45 : 0.2, ("tries", $"{known.Tries}"));
        }

        if (known is { MinutesSinceCleaned: { } minutes, Face: null })
        {
            var isJust = minutes <= JustCleanedMinutes;
            yield return Item(end, isJust ? "cleaned" : "cleaned-before", c => c is not Cause.Dirt ? 0.5
                : isJust ? 0.15
                : 0.45);
        }

        if (known.IsToolSuspect)
        {
            yield return Item(end, "tool", c => IsMade(c) ? 0.3 : 0.1);
        }

        if (known.Fiber is { } fiber)
        {
            var isOther = Core(fiber) != Core(grade);
            yield return Item(end, isOther ? "fiber-other" : "fiber-same", c => Share(isOther, c is Cause.FiberMix ? 0.8 : 0.01));
        }
    }

    // What the hand that made the end can have done.
    private static bool IsMade(Cause? cause) => cause is Cause.Gap or Cause.Cleave or Cause.Offset or Cause.Cracked or Cause.Polish;

    private static double Glow(Cause? cause) =>
        cause switch
        {
            Cause.Gap => 0.85,
            Cause.Cracked => 0.7,
            Cause.Cleave => 0.55,
            Cause.Offset => 0.15,
            _ => 0.04,
        };

    // Well cleaved: half a degree; badly: anything from one to six (common practice: two is the limit).
    private static EvidenceItem Angled(CableEnd end, Angle angle)
    {
        var degrees = (double)angle.Amount;
        return Item(
            end,
            degrees > 1 ? "angle-bad" : "angle-good",
            c => c is Cause.Cleave ? Bell(degrees, 2.8, 1.3) : Bell(degrees, 0.5, 0.35),
            ("angle", $"{angle}")
        );
    }

    // A splice in order is estimated at a few hundredths; a bad one often more, and often not (common practice).
    private static EvidenceItem Estimated(CableEnd end, Decibel estimate)
    {
        var loss = (double)estimate.Amount;
        return Item(
            end,
            loss > 0.05 ? "estimate-bad" : "estimate-good",
            c => c is Cause.Cleave or Cause.Offset or Cause.Gap ? (0.35 * Bell(loss, 0.02, 0.02)) + (0.65 * Bell(loss, 0.2, 0.12)) : Bell(loss, 0.02, 0.025),
            ("estimate", $"{estimate}")
        );
    }

    private static EvidenceItem Marked(CableEnd end, double millimeters) =>
        Item(end, millimeters > 1 ? "seat-out" : "seat-good", c => c is Cause.Gap ? Bell(millimeters, 1.5, 1.2) : Bell(millimeters, 0.3, 0.5));

    // Seen on a face, by cause: of a hundred.
    private static double Face(FaceEvidence seen, Cause? cause)
    {
        double[] shares = cause switch
        {
            Cause.Dirt => [8, 85, 4, 1, 1, 1],
            Cause.Cracked => [25, 8, 4, 1, 12, 50],
            Cause.Polish => [8, 7, 45, 30, 9, 1],
            _ => [80, 12, 5, 1, 1, 1],
        };
        return shares[(int)seen] / 100;
    }

    private static int Core(FiberGrade grade) =>
        grade.Mode() == FiberMode.SingleMode ? 9
        : grade == FiberGrade.OM1 ? 62
        : 50;

    private static EvidenceItem Item(CableEnd end, string key, Func<Cause?, double> given, params (string, string)[] args) =>
        new(end, Phrase.Of($"cause.because-{key}", [("end", end == CableEnd.Near ? "near" : "far"), .. args]), given);
}
