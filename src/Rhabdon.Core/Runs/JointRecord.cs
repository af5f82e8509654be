using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Optics;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>
/// What a mated pair made here loses in the mean: the usual of a field connector, and what the crew's own links of the same run came to, the more of them the
/// more.
/// </summary>
/// <param name="Mean">0.05 to 1 dB.</param>
/// <param name="Links">So many of its own went in.</param>
public sealed record JointRecord(Decibel Mean, int Links)
{
    // As many links weigh as much as what is usual.
    private const int Weight = 20;
    private const decimal Splice = 0.05m;
    private const decimal Least = 0.05m;
    private const decimal Most = 1;

    // Both ends of a link together 0.8 dB or less (common practice).
    private const decimal Usual = 0.25m;

    private const decimal LeastJoint = 0.01m;
    private const decimal MostJoint = 5;

    // Mode-field radii of single-mode fiber in micrometers (G.652, from memory).
    private const double ShortRadius = 4.6;
    private const double LongRadius = 5.2;

    /// <param name="wavelength">Nanometers.</param>
    /// <param name="links">Those of the run beside the one that is looked at; what does not pass says nothing of good joints.</param>
    public static JointRecord Of(IEnumerable<LinkState> links, int wavelength)
    {
        var pairs = links
            .Select(l => l.Readings.Where(r => r.Wavelength == wavelength && r.Worth == LossGrade.Pass).Select(PairOf).OfType<decimal>().ToList())
            .Where(read => read.Count > 0)
            .Select(read => read.Average())
            .ToList();
        var mean = ((Weight * Usual) + pairs.Sum()) / (Weight + pairs.Count);
        return new JointRecord(Decibel.Of(Math.Clamp(mean, Least, Most)), pairs.Count);
    }

    /// <summary>
    /// Joints inside the connectors of these very ends, by what was recorded when they were made: a splice by its estimate, a cleave against a stub in gel by
    /// its angle. What takes less than a hundredth of a decibel is left out.
    /// </summary>
    /// <param name="wavelength">Nanometers.</param>
    public static IEnumerable<ExpectedJoint> Within(IEnumerable<TerminationState> ends, FiberGrade grade, int wavelength) =>
        ends.Select(e => LinkEvidence.EndOf(e))
            .Select(e => e.Estimate ?? (e is { Method: EndMethod.Mechanical, CleaveAngle: { } angle } ? TiltLoss(angle, grade, wavelength) : null))
            .OfType<Decibel>()
            .Where(loss => loss.Amount >= LeastJoint)
            .Select(loss => new ExpectedJoint(loss.Amount > MostJoint ? Decibel.Of(MostJoint) : loss, 1));

    // Two Gaussian modes at an angle (Marcuse 1977); a multimode core of 50 µm hardly minds a degree or two.
    private static Decibel? TiltLoss(Angle angle, FiberGrade grade, int wavelength)
    {
        if (grade.Mode() != FiberMode.SingleMode)
        {
            return null;
        }

        var (radius, tilt) = (wavelength < 1450 ? ShortRadius : LongRadius, (double)angle.Amount * Math.PI / 180);
        return Decibel.Of((decimal)new SingleModeJoint(radius, radius, 0, tilt, 0, wavelength / 1000.0, Interfaces.GlassIndex).Loss);
    }

    // What is left of a loss for each of its pairs, once fiber and splices have taken what they usually take.
    private static decimal? PairOf(LossRecord read)
    {
        var pairs = LinkBudget.EndPairsCounted(read.By.Method) + read.By.Pairs;
        var fiber = (decimal)TypicalAttenuation.PerKm(read.By.Grade, read.Wavelength) * read.By.Length.Millimeters / 1_000_000m;
        return pairs == 0 ? null : (read.Loss.Amount - fiber - (Splice * read.By.Splices)) / pairs;
    }
}
