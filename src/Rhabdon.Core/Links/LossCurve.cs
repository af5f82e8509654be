namespace Rhabdon.Core.Links;

/// <summary>A distribution of losses: the share in each step of a hundredth of a decibel.</summary>
public sealed class LossCurve
{
    /// <summary>In dB.</summary>
    public const double Step = 0.01;

    // What is left of a tail is nothing that anybody measures.
    private const double Negligible = 1e-9;
    private const int MostSteps = 20_000;
    private const double WidestNormal = 6;

    private readonly double[] shares;

    private LossCurve(int first, double[] shares)
    {
        var (from, to) = (0, shares.Length);
        while (from < to - 1 && shares[from] < Negligible)
        {
            from++;
        }

        while (to > from + 1 && shares[to - 1] < Negligible)
        {
            to--;
        }

        First = first + from;
        var kept = shares[from..to];
        var sum = kept.Sum();
        this.shares = [.. kept.Select(s => s / sum)];
    }

    /// <summary>The step of the first share: its middle is that many steps from zero.</summary>
    public int First { get; }

    public IReadOnlyList<double> Shares => shares;

    /// <summary>In dB.</summary>
    public double Mean => shares.Select((share, at) => share * (First + at) * Step).Sum();

    /// <summary>In dB.</summary>
    public double Deviation
    {
        get
        {
            var mean = Mean;
            return Math.Sqrt(
                shares
                    .Select(
                        (share, at) =>
                        {
                            var off = ((First + at) * Step) - mean;
                            return share * off * off;
                        }
                    )
                    .Sum()
            );
        }
    }

    /// <summary>One loss for certain.</summary>
    /// <param name="loss">In dB.</param>
    public static LossCurve Sure(double loss) => new((int)Math.Round(loss / Step), [1]);

    /// <summary>
    /// Joints of one grade, mated at random: a gamma distribution of shape 4 each, which goes through the mean and the 97 % point of the grades of IEC 61753-1
    /// (from memory). So many of them add up to a gamma distribution of so many times the shape.
    /// </summary>
    /// <param name="mean">Of one, in dB, above zero.</param>
    public static LossCurve Joints(double mean, int count)
    {
        if (count == 0)
        {
            return Sure(0);
        }

        const int shape = 4;
        var scale = mean / shape;
        var all = shape * count;
        var steps = Math.Min(MostSteps, (int)Math.Ceiling(((mean * count) + (10 * scale * Math.Sqrt(all)) + (20 * scale)) / Step));
        var shares = new double[steps];
        var before = 0.0;
        for (var at = 0; at < steps; at++)
        {
            var below = BelowErlang(((at + 0.5) * Step) / scale, all);
            shares[at] = below - before;
            before = below;
        }

        return new LossCurve(0, shares);
    }

    /// <summary>The normal distribution.</summary>
    /// <param name="deviation">In dB, above zero.</param>
    public static LossCurve Normal(double mean, double deviation)
    {
        var from = (int)Math.Floor((mean - (WidestNormal * deviation)) / Step);
        var to = (int)Math.Ceiling((mean + (WidestNormal * deviation)) / Step);
        var shares = new double[to - from + 1];
        for (var at = 0; at < shares.Length; at++)
        {
            var off = (((from + at) * Step) - mean) / deviation;
            shares[at] = Math.Exp(-0.5 * off * off);
        }

        return new LossCurve(from, shares);
    }

    /// <summary>The sum of two losses that have nothing to do with each other.</summary>
    public LossCurve And(LossCurve other)
    {
        var (few, many) = shares.Length < other.shares.Length ? (this, other) : (other, this);
        var sum = new double[shares.Length + other.shares.Length - 1];
        for (var one = 0; one < few.shares.Length; one++)
        {
            var share = few.shares[one];
            for (var two = 0; two < many.shares.Length; two++)
            {
                sum[one + two] += share * many.shares[two];
            }
        }

        return new LossCurve(First + other.First, sum);
    }

    /// <summary>The share that loses less, 0 to 1.</summary>
    /// <param name="loss">In dB.</param>
    public double Below(double loss)
    {
        // Within its step a share is spread evenly.
        var at = (loss / Step) - First + 0.5;
        var whole = (int)Math.Floor(at);
        return at <= 0 ? 0
            : whole >= shares.Length ? 1
            : shares.Take(whole).Sum() + (shares[whole] * (at - whole));
    }

    /// <summary>The loss that this share stays below, in dB.</summary>
    /// <param name="share">Above 0 and below 1.</param>
    public double Quantile(double share)
    {
        var below = 0.0;
        for (var at = 0; at < shares.Length; at++)
        {
            if (below + shares[at] >= share)
            {
                return (First + at - 0.5 + ((share - below) / shares[at])) * Step;
            }

            below += shares[at];
        }

        return (First + shares.Length - 0.5) * Step;
    }

    // Gamma distribution of a whole shape: one less the Poisson sum.
    private static double BelowErlang(double x, int shape)
    {
        var (term, sum) = (Math.Exp(-x), 0.0);
        for (var k = 0; k < shape; k++)
        {
            sum += term;
            term *= x / (k + 1);
        }

        return Math.Max(0, 1 - sum);
    }
}
