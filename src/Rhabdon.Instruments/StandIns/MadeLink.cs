using System.Text.Json.Serialization;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Links;
using Rhabdon.Core.Optics;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Instruments.StandIns;

/// <summary>What was done to the two faces of a link before it was plugged in.</summary>
[JsonConverter(typeof(EnumNames<FacesPlugged>))]
public enum FacesPlugged
{
    [JsonStringEnumMemberName("as-they-are")]
    AsTheyAre,

    [JsonStringEnumMemberName("cleaned")]
    Cleaned,

    /// <summary>A finger was on one.</summary>
    [JsonStringEnumMemberName("dirty")]
    Dirty,
}

/// <summary>
/// The made-up world behind a stand-in meter: what the connectors that were really made at the bench would lose. Each end's offset and dirt follow from its
/// id and attempt, its tilt from the cleave angle that was recorded, its face from the last picture; the joint is Core.Optics'. So a badly cleaved end
/// measures badly, and well once it is made anew.
/// </summary>
public static class MadeLink
{
    private const double MedianOffset = 0.55;
    private const double MedianOffsetMultimode = 1.4;
    private const double DirtyShare = 0.15;
    private const double OnStandard = 9.2;
    private const double OnStandard1550 = 10.4;
    private const double SpliceLoss = 0.05;
    private const double Aperture = 0.2;
    private const double Finger = 2;

    /// <summary>Loss in dB by wavelength, with both end pairs or as many as the reference left in it.</summary>
    /// <param name="basis">Of the link: grade, length, splices, and how many end pairs count.</param>
    /// <param name="ends">The terminations as they stand, from the first end of all to the last: two of each cable.</param>
    public static Dictionary<int, double> Path(LossBasis basis, IEnumerable<int> wavelengths, IReadOnlyList<TerminationState> ends, FacesPlugged faces)
    {
        var outer = new[] { ends[0], ends[^1] }.Take(LinkBudget.EndPairsCounted(basis.Method));
        var between = ends.Skip(1).SkipLast(1).Where((_, at) => at % 2 == 0).Take(basis.Pairs);
        var counted = outer.Concat(between).ToList();
        var kilometers = (double)basis.Length.Millimeters / 1_000_000;
        return wavelengths.ToDictionary(
            w => w,
            w =>
                (kilometers * TypicalAttenuation.PerKm(basis.Grade, w))
                + (basis.Splices * SpliceLoss)
                + counted.Sum(e => Pair(basis.Grade, w, e, faces))
                + (faces == FacesPlugged.Dirty ? Finger : 0)
        );
    }

    /// <summary>The cords alone, as when a reference is taken.</summary>
    public static Dictionary<int, double> Cords(IEnumerable<int> wavelengths) => wavelengths.ToDictionary(w => w, _ => 0.0);

    private static double Pair(FiberGrade grade, int wavelength, TerminationState end, FacesPlugged faces)
    {
        var chance = new Random(HashCode(end.Termination, end.Attempts.Count));
        var (spread, dirt, isDirty) = (chance.NextDouble(), chance.NextDouble(), chance.NextDouble() < DirtyShare);
        var face = LastFace(end);
        var isSingle = grade.Mode() == FiberMode.SingleMode;
        var offset = (isSingle ? MedianOffset : MedianOffsetMultimode) * (0.4 + (1.2 * spread));
        var tilt = (double)(Cleave(end)?.Amount ?? 0) * Math.PI / 180;
        var joint = isSingle ? Single(wavelength, offset, tilt) : Multi(offset, tilt);
        var film =
            face == FaceVerdict.Fail ? 0.6
            : face == FaceVerdict.CleanAndLookAgain || (face is null && isDirty)
                ? faces == FacesPlugged.Cleaned ? 0
                    : 0.5 + (1.5 * dirt)
            : 0;
        return joint + film;
    }

    private static double Single(int wavelength, double offset, double tilt)
    {
        var radius = (wavelength < 1430 ? OnStandard : OnStandard1550) / 2;
        return new SingleModeJoint(radius, radius, offset, tilt, 0, wavelength / 1000.0, Interfaces.GlassIndex).Loss;
    }

    // In a graded core an angle does what an offset does: both move a ray in the same circle of phase space.
    private static double Multi(double offset, double tilt)
    {
        const double radius = 25;
        var moved = Math.Sqrt(Math.Pow(offset, 2) + Math.Pow(radius * Interfaces.GlassIndex * tilt / Aperture, 2));
        return Interfaces.Loss(Math.Max(1e-3, MultimodeJoint.GradedOffset(Math.Min(radius, moved), radius, hasLeakyModes: false)));
    }

    private static Angle? Cleave(TerminationState end) =>
        Readings(end).LastOrDefault(r => r.Angle is not null || r.Angles is not null) is { } read ? read.Angle ?? read.Angles!.Worse : null;

    private static FaceVerdict? LastFace(TerminationState end) => Readings(end).LastOrDefault(r => r.Face is not null)?.Face?.Grade.Verdict;

    private static IEnumerable<Reading> Readings(TerminationState end) =>
        end.Attempts.Count == 0 ? [] : end.Attempts[^1].Tries.SelectMany(t => t.Steps).Select(s => s.Reading).OfType<Reading>();

    // The same on every machine, which string.GetHashCode is not.
    private static int HashCode(Guid id, int attempt) =>
        BitConverter.ToInt32(id.ToByteArray(), 0) ^ BitConverter.ToInt32(id.ToByteArray(), 12) ^ (attempt * 7919);
}
