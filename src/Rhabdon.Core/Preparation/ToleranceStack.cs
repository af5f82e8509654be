using Rhabdon.Core.Quality;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Preparation;

/// <summary>
/// The chance that glass meets glass with a bow left. The bow is the glass beyond the buffer's edge less the way from the connector's stop to its stub; each
/// of the three dimensions may be off by its tolerance.
/// </summary>
/// <param name="Bow">As the dimensions give it; below zero the glass never reaches the stub.</param>
/// <param name="WorstLeast">The bow when every dimension errs to its shorter end, and <paramref name="WorstMost"/> to its longer.</param>
/// <param name="Spread">Root-sum-square of the tolerances.</param>
/// <param name="Chance">0 to 1: that the bow lies between least and most, with each tolerance three standard deviations of a normal error (common practice
/// in tolerance stacks).</param>
/// <param name="Simulated">The same by <see cref="Draws"/> seeded draws; within about 0.4 % of <paramref name="Chance"/>.</param>
/// <param name="Parts">Each dimension with its share; the one that helps most when held tighter comes first.</param>
public sealed record ToleranceStack(
    Length Bow,
    Length Least,
    Length Most,
    Length WorstLeast,
    Length WorstMost,
    Length Spread,
    double Chance,
    double Simulated,
    IReadOnlyList<TolerancePart> Parts
)
{
    public const int Draws = 20_000;

    private const double SigmasPerTolerance = 3;

    /// <summary>True when no combination inside the tolerances misses.</summary>
    public bool IsSure => WorstLeast >= Least && WorstMost <= Most;

    /// <summary>Null for a recipe that joins nothing inside its connector, or whose stop or stub must still be taken from the maker's sheet.</summary>
    public static ToleranceStack? Of(Recipe recipe) =>
        recipe is { Joint: { Stop: { } stop, Stub: { } stub } joint, Cleave: { } cleave } ? Of(joint, stop, stub, cleave) : null;

    private static ToleranceStack Of(Joint joint, Length stop, Length stub, Cleave cleave)
    {
        (string Id, Length Tolerance)[] parts = [("cleave", cleave.Tolerance), ("stop", joint.StopTolerance), ("stub", joint.StubTolerance)];
        var bow = cleave.Length - (stub - stop);
        var reach = parts.Aggregate(Length.Zero, (sum, p) => sum + p.Tolerance);
        var chance = ChanceOf(parts.Select(p => p.Tolerance));
        return new ToleranceStack(
            bow,
            joint.BowLeast,
            joint.BowMost,
            bow - reach,
            bow + reach,
            Length.Mm((decimal)RootSumSquare(parts.Select(p => p.Tolerance))),
            chance,
            Simulate(parts.Select(p => p.Tolerance), bow, joint),
            [
                .. parts
                    .Select(
                        (part, index) =>
                            new TolerancePart(
                                part.Id,
                                part.Tolerance,
                                Square(part.Tolerance) / parts.Sum(p => Square(p.Tolerance)),
                                ChanceOf(parts.Select((p, i) => i == index ? new Length(p.Tolerance.Nanometers / 2) : p.Tolerance))
                            )
                    )
                    .OrderByDescending(p => p.ChanceIfHalved)
                    .ThenByDescending(p => p.Share),
            ]
        );

        double ChanceOf(IEnumerable<Length> tolerances)
        {
            var sigma = RootSumSquare(tolerances) / SigmasPerTolerance;
            return NormalDistribution.Below(Mm(joint.BowMost - bow) / sigma) - NormalDistribution.Below(Mm(joint.BowLeast - bow) / sigma);
        }
    }

    // Draws are made by the Box–Muller method (1958) from a seed of their own, so that everyone sees the same figure.
    private static double Simulate(IEnumerable<Length> tolerances, Length bow, Joint joint)
    {
        var (random, sigmas) = (new Random(20_000), tolerances.Select(t => Mm(t) / SigmasPerTolerance).ToArray());
        var (least, most, fits) = (Mm(joint.BowLeast), Mm(joint.BowMost), 0);
        for (var draw = 0; draw < Draws; draw++)
        {
            var drawn = Mm(bow);
            foreach (var sigma in sigmas)
            {
                drawn += sigma * Math.Sqrt(-2 * Math.Log(1 - random.NextDouble())) * Math.Cos(2 * Math.PI * random.NextDouble());
            }

            fits += drawn >= least && drawn <= most ? 1 : 0;
        }

        return (double)fits / Draws;
    }

    private static double RootSumSquare(IEnumerable<Length> lengths) => Math.Sqrt(lengths.Sum(Square));

    private static double Square(Length length) => Mm(length) * Mm(length);

    private static double Mm(Length length) => (double)length.Millimeters;
}

/// <summary>One dimension of the fit.</summary>
/// <param name="Id"><c>cleave</c>, <c>stop</c> or <c>stub</c>.</param>
/// <param name="Share">Of the whole variance, 0 to 1.</param>
/// <param name="ChanceIfHalved">The chance were its tolerance half.</param>
public sealed record TolerancePart(string Id, Length Tolerance, double Share, double ChanceIfHalved);
