using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Causes;

/// <summary>A link with a known cause and what was seen of it.</summary>
internal sealed record SimulatedLink(IReadOnlyList<Cause> Truth, DiagnosisQuestion Asked, double[] Losses);

/// <summary>
/// A world of links with something wrong, seeded. What a fault takes is integrated numerically over the fields and cores themselves; no formula or table of the
/// diagnosis is used. It knows its own posterior: what the best judge of this world would say, reckoned over links of its own, none of which is asked about.
/// </summary>
internal sealed class LinkWorld
{
    // Links of each cause that the posterior is reckoned over.
    private const int Draws = 2_000;

    // And of each two causes.
    private const int Pairs = 1_000;
    private const double MeterNoise = 0.05;

    // Somewhat wider than the noise, since links of a cause are only so many.
    private const double Kernel = 0.08;
    private const double Step = 0.05;
    private const double Far = 0.25;

    private static readonly Cause[] All = Enum.GetValues<Cause>();
    private static readonly int[] Waves = [1310, 1550];
    private static readonly double[] Shares = [45, 8, 8, 5, 3, 2, 13, 9, 2, 1, 2, 2];

    private static readonly double[] Joints = [.. Enumerable.Range(0, (int)(1.5 / Step) + 1).Select(step => Likely(step * Step))];

    private Random random;
    private readonly Dictionary<Cause, double[][]> drawn;

    public LinkWorld(int seed)
    {
        random = new Random(seed + 1);
        drawn = All.ToDictionary(c => c, c => Enumerable.Range(0, Draws).Select(_ => Excess(c)).ToArray());
        random = new Random(seed);
    }

    public SimulatedLink Next(bool isTwo = false)
    {
        var first = Draw();
        var second = first;
        while (isTwo && (second == first || second == Cause.OverBudget || first == Cause.OverBudget))
        {
            (first, second) = (Draw(), Draw());
        }

        Cause[] truth = isTwo ? [first, second] : [first];
        var km = 0.05 + (1.5 * random.NextDouble());
        var joints = Gamma(0.25) + Gamma(0.25);
        var excess = truth.Select(Excess).ToArray();
        var losses = Readings().Select(r => ((r.Wave == 1310 ? 0.34 : 0.2) * km) + joints + excess.Sum(e => e[r.At]) + (MeterNoise * Normal())).ToArray();
        var isShifted = Array.IndexOf(truth, Cause.Reference);
        var (near, far) = Ends(truth);
        var asked = new DiagnosisQuestion(
            FiberGrade.OS2,
            [.. Readings().Select(r => new LossEvidence(r.Wave, r.From, Decibel.Of((decimal)losses[r.At])))],
            Length.Mm((decimal)(km * 1e6)),
            Near: near,
            Far: far,
            Reflectance: Decibel.Of((decimal)ThrownBack(truth)),
            Neighbors: new NeighborEvidence(11, Decibel.Of((decimal)(isShifted >= 0 ? excess[isShifted].Average() + (0.05 * Normal()) : 0.08 * Normal())))
        );
        return new SimulatedLink(truth, asked, losses);
    }

    /// <summary>What is likely by this world's own rules, one cause acting.</summary>
    public Dictionary<Cause, double> Posterior(SimulatedLink link)
    {
        var km = (double)link.Asked.Length!.Value.Millimeters / 1e6;
        var over = Readings().Select(r => link.Losses[r.At] - ((r.Wave == 1310 ? 0.34 : 0.2) * km)).ToArray();
        var weights = All.Select(
                (c, at) => (Cause: c, Weight: Shares[at] * Fits(over, (double)link.Asked.Neighbors!.MeanExcess.Amount, c) * Signs(link.Asked, c))
            )
            .ToList();
        var sum = weights.Sum(w => w.Weight);
        return weights.ToDictionary(w => w.Cause, w => w.Weight / sum);
    }

    /// <summary>What is likely of each cause to whoever knows this world's rules, and that two act: each has the share of the pairs that it is in.</summary>
    public Dictionary<Cause, double> PosteriorOfTwo(SimulatedLink link)
    {
        var km = (double)link.Asked.Length!.Value.Millimeters / 1e6;
        var over = Readings().Select(r => link.Losses[r.At] - ((r.Wave == 1310 ? 0.34 : 0.2) * km)).ToArray();
        var off = (double)link.Asked.Neighbors!.MeanExcess.Amount;
        var posterior = All.ToDictionary(c => c, _ => 1e-300);
        for (var first = 0; first < All.Length; first++)
        {
            for (var second = first + 1; second < All.Length; second++)
            {
                var (a, b) = (All[first], All[second]);
                if (a == Cause.OverBudget || b == Cause.OverBudget)
                {
                    continue;
                }

                var weight = Shares[first] * Shares[second] * FitsTwo(over, off, a, b) * SignsOfTwo(link.Asked, a, b);
                posterior[a] += weight;
                posterior[b] += weight;
            }
        }

        return posterior;
    }

    // Each link of the one cause with one of the other.
    private double FitsTwo(double[] over, double off, Cause first, Cause second)
    {
        var sum = 0.0;
        for (var draw = 0; draw < Pairs; draw++)
        {
            var (one, other) = (drawn[first][draw], drawn[second][Draws - 1 - draw]);
            var left = over.Select((o, at) => o - one[at] - other[at]).ToArray();
            var reference =
                first == Cause.Reference ? one
                : second == Cause.Reference ? other
                : null;
            sum += (reference is null ? Bell(off, 0, 0.08) : Bell(off, reference.Average(), 0.05)) * JointsOf(left);
        }

        return sum;
    }

    // The stronger of what both throw back; one end shows the one's face or the other's where both lie there.
    private static double SignsOfTwo(DiagnosisQuestion asked, Cause first, Cause second)
    {
        var back = (double)asked.Reflectance!.Value.Amount;
        var (one, other) = (Back(first), Back(second));
        var thrown =
            (Bell(back, one.Mean, one.Deviation) * Below(back, other.Mean, other.Deviation))
            + (Bell(back, other.Mean, other.Deviation) * Below(back, one.Mean, one.Deviation));
        var ends = 0.0;
        foreach (var (a, b) in ((bool, bool)[])[(true, true), (true, false), (false, true), (false, false)])
        {
            ends += 0.25 * End(asked.Near!, a, b) * End(asked.Far!, !a, !b);
        }

        return thrown * ends;

        double End(EndEvidence end, bool isFirst, bool isSecond)
        {
            Cause[] here =
            [
                .. new[] { (Cause: first, Is: isFirst), (Cause: second, Is: isSecond) }.Where(c => c.Is && IsAtAnEnd(c.Cause)).Select(c => c.Cause),
            ];
            return here.Length == 0 ? Seen(end, null) : here.Average(c => Seen(end, c));
        }
    }

    // The share of a normal distribution below a value: Abramowitz and Stegun 1964, 26.2.17, within 7.5e-8.
    private static double Below(double value, double mean, double deviation)
    {
        var (z, t) = ((value - mean) / deviation, 1 / (1 + (0.2316419 * Math.Abs(value - mean) / deviation)));
        var above = Bell(Math.Abs(z), 0, 1) * t * (0.319381530 + (t * (-0.356563782 + (t * (1.781477937 + (t * (-1.821255978 + (t * 1.330274429))))))));
        return z > 0 ? 1 - above : above;
    }

    // Two joints by their mean 0.5 and deviation 0.18 dB, integrated in steps; each reading's own noise beside. Where it is the reference, the neighbors are
    // off as this link is.
    private double Fits(double[] over, double off, Cause cause)
    {
        var sum = 0.0;
        foreach (var excess in drawn[cause])
        {
            var left = new double[over.Length];
            for (var at = 0; at < over.Length; at++)
            {
                left[at] = over[at] - excess[at];
            }

            sum += (cause == Cause.Reference ? Bell(off, excess.Average(), 0.05) : Bell(off, 0, 0.08)) * JointsOf(left);
        }

        return sum + 1e-300;
    }

    // How likely it is that the two joints leave that.
    private static double JointsOf(double[] left)
    {
        var (sum, mean, spread) = (0.0, 0.0, 0.0);
        foreach (var one in left)
        {
            mean += one / left.Length;
            spread += one * one;
        }

        // What is farther off counts nothing: its share is under a millionth.
        for (var step = Math.Max(1, (int)((mean - Far) / Step)); step * Step < Math.Min(1.5, mean + Far); step++)
        {
            var joints = step * Step;
            var distance = spread - (2 * joints * mean * left.Length) + (joints * joints * left.Length);
            sum += Joints[step] * Math.Exp(-0.5 * distance / (Kernel * Kernel));
        }

        return sum;
    }

    private static double Likely(double joints) => Math.Pow(joints, 7) * Math.Exp(-joints / 0.0625);

    private static IEnumerable<(int At, int Wave, CableEnd From)> Readings() =>
        [(0, 1310, CableEnd.Near), (1, 1550, CableEnd.Near), (2, 1310, CableEnd.Far), (3, 1550, CableEnd.Far)];

    private Cause Draw()
    {
        var at = random.NextDouble() * Shares.Sum();
        for (var cause = 0; cause < All.Length; cause++)
        {
            at -= Shares[cause];
            if (at < 0)
            {
                return All[cause];
            }
        }

        return Cause.Other;
    }

    private double[] Excess(Cause cause) =>
        cause switch
        {
            // A speck of some micrometers, somewhere on the core.
            Cause.Dirt => Both(Speck(1.2 + (3.2 * random.NextDouble()), 4 * random.NextDouble())),
            // Two faces with air between: what they throw back, by the phase of the gap, and the beam that has spread.
            Cause.Gap => Both(Gap(2 + (60 * random.NextDouble()))),
            Cause.Cleave => Both(w => Overlap(w, 0, 0.9 + (1.6 * random1), 1)),
            Cause.Offset => Both(w => Overlap(w, 0.9 + (2 * random1), 0, 1.468)),
            Cause.Cracked => [.. Enumerable.Range(0, 4).Select(_ => 1.6 * Math.Exp(0.7 * Normal()))],
            Cause.Polish => Both(_ => 0.25 + (1.2 * random1)),
            Cause.Reference => Alike((random.NextDouble() < 0.6 ? 1 : -1) * (0.2 + (0.8 * random.NextDouble())), 0.05),
            Cause.Bend => Bend(),
            Cause.FiberMix => Mixed(),
            Cause.ApcToUpc => Both(_ => 1 + (2.5 * random1)),
            Cause.OverBudget => new double[4],
            _ => Alike(0.3 + (1.8 * random.NextDouble()), 0.5),
        };

    // One severity for all four readings of a link.
    private double random1;

    private double[] Both(Func<int, double> at)
    {
        random1 = random.NextDouble();
        var (shorter, longer) = (at(1310), at(1550));
        return [.. new[] { shorter, longer, shorter, longer }.Select(l => l * Math.Exp(0.06 * Normal()))];
    }

    private double[] Alike(double loss, double unlike) => [.. Enumerable.Range(0, 4).Select(_ => loss + (unlike * 0.5 * Math.Abs(loss) * Normal()))];

    private double[] Bend()
    {
        var (shorter, times) = (0.08 + (0.5 * random.NextDouble()), 2 + (8 * random.NextDouble()));
        return [shorter, shorter * times, shorter, shorter * times];
    }

    private double[] Mixed()
    {
        var loss = 8 + (12 * random.NextDouble());
        return random.NextDouble() < 0.5 ? [loss, loss, 0.4, 0.4] : [0.4, 0.4, loss, loss];
    }

    // Field of a fiber: a Gaussian, 9.2 µm wide at 1310 nm and 10.4 at 1550 (G.652, from memory).
    private static double Width(int wave) => wave == 1310 ? 4.6 : 5.2;

    // Overlap of two such fields, one shifted by so many µm and tilted by so many degrees in a medium: summed over a grid.
    private static double Overlap(int wave, double shift, double tilt, double index)
    {
        const double step = 0.35;
        var (w, k) = (Width(wave), 2 * Math.PI * index / (wave / 1000.0) * Math.Sin(tilt * Math.PI / 180));
        double real = 0,
            imaginary = 0,
            one = 0,
            other = 0;
        for (var x = -16.0; x <= 16; x += step)
        {
            var (a, b) = (Math.Exp(-x * x / (w * w)), Math.Exp(-(x - shift) * (x - shift) / (w * w)));
            real += a * b * Math.Cos(k * x);
            imaginary += a * b * Math.Sin(k * x);
            one += a * a;
            other += b * b;
        }

        return -10 * Math.Log10(((real * real) + (imaginary * imaginary)) / (one * other));
    }

    // What a round speck off the axis takes out of the field.
    private static Func<int, double> Speck(double radius, double offAxis) =>
        wave =>
        {
            const double step = 0.4;
            var w = Width(wave);
            double left = 0,
                all = 0;
            for (var x = -14.0; x <= 14; x += step)
            {
                for (var y = -14.0; y <= 14; y += step)
                {
                    var power = Math.Exp(-2 * ((x * x) + (y * y)) / (w * w));
                    all += power;
                    left += ((x - offAxis) * (x - offAxis)) + (y * y) < radius * radius ? 0 : power;
                }
            }

            return Math.Min(4, -20 * Math.Log10(Math.Max(0.3, left / all)));
        };

    private static Func<int, double> Gap(double micrometers) =>
        wave =>
        {
            var (w, lambda) = (Width(wave), wave / 1000.0);
            var spread = lambda * micrometers / (2 * Math.PI * w * w);
            var thrown = 2 * 0.0359 * (1 - (0.8 * Math.Cos(4 * Math.PI * micrometers / lambda)));
            return -10 * Math.Log10((1 - thrown) / (1 + (spread * spread)));
        };

    private static bool IsAtAnEnd(Cause cause) => cause is not (Cause.Reference or Cause.Bend or Cause.OverBudget or Cause.Other);

    private (EndEvidence Near, EndEvidence Far) Ends(Cause[] truth)
    {
        var at = truth.ToDictionary(c => c, _ => random.NextDouble() < 0.5);
        return (End(truth.Where(c => IsAtAnEnd(c) && at[c])), End(truth.Where(c => IsAtAnEnd(c) && !at[c])));
    }

    private EndEvidence End(IEnumerable<Cause> here)
    {
        var cause = here.Select(c => (Cause?)c).FirstOrDefault();
        return new EndEvidence(Face: (FaceEvidence)Pick(Faces(cause)), Glows: random.NextDouble() < Glow(cause));
    }

    // What this world shows: of a hundred faces, and how often red light shows at the connector.
    private static double[] Faces(Cause? cause) =>
        cause switch
        {
            Cause.Dirt => [10, 82, 5, 1, 1, 1],
            Cause.Cracked => [28, 10, 4, 1, 10, 47],
            Cause.Polish => [10, 8, 42, 30, 8, 2],
            _ => [78, 13, 6, 1, 1, 1],
        };

    private static double Glow(Cause? cause) =>
        cause is Cause.Gap ? 0.8
        : cause is Cause.Cracked ? 0.7
        : cause is Cause.Cleave ? 0.5
        : cause is Cause.Offset ? 0.2
        : 0.05;

    private double ThrownBack(Cause[] truth) => truth.Max(c => Back(c).Mean + (Back(c).Deviation * Normal()));

    private static (double Mean, double Deviation) Back(Cause cause) =>
        cause switch
        {
            Cause.Gap => (-20, 5),
            Cause.ApcToUpc => (-16, 4),
            Cause.Cracked => (-31, 9),
            Cause.Dirt or Cause.Polish => (-42, 7),
            Cause.Cleave => (-45, 7),
            _ => (-50, 5),
        };

    private double Signs(DiagnosisQuestion asked, Cause cause)
    {
        var (mean, deviation) = Back(cause);
        var back = Bell((double)asked.Reflectance!.Value.Amount, mean, deviation);
        var ends = IsAtAnEnd(cause)
            ? 0.5 * ((Seen(asked.Near!, cause) * Seen(asked.Far!, null)) + (Seen(asked.Near!, null) * Seen(asked.Far!, cause)))
            : Seen(asked.Near!, null) * Seen(asked.Far!, null);
        return back * ends;
    }

    private static double Seen(EndEvidence end, Cause? cause) => Faces(cause)[(int)end.Face!.Value] / 100 * (end.Glows!.Value ? Glow(cause) : 1 - Glow(cause));

    private int Pick(double[] shares)
    {
        var at = random.NextDouble() * shares.Sum();
        for (var index = 0; index < shares.Length; index++)
        {
            at -= shares[index];
            if (at < 0)
            {
                return index;
            }
        }

        return 0;
    }

    private double Normal() => Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());

    private double Gamma(double mean) => Enumerable.Range(0, 4).Sum(_ => -Math.Log(1 - random.NextDouble()) * mean / 4);

    private static double Bell(double value, double mean, double deviation) =>
        Math.Exp(-0.5 * (value - mean) * (value - mean) / (deviation * deviation)) / (deviation * Math.Sqrt(2 * Math.PI));
}
