using Rhabdon.Core.Causes;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Tests.Causes;

/// <summary>The diagnosis against a world with known causes (<see cref="LinkWorld"/>), beside what the best judge of that world would say.</summary>
public class SimulatedDiagnosisTests(ITestOutputHelper output)
{
    private const int One = 2_000;
    private const int Two = 400;
    private const int Bins = 10;

    [Fact]
    public void Of_one_cause_it_is_nearly_as_good_as_the_best_judge_of_its_world()
    {
        var world = new LinkWorld(20_261_129);
        var links = Enumerable.Range(0, One).Select(_ => world.Next()).ToList();
        var told = links.AsParallel().AsOrdered().Select(link => (link.Truth[0], Ours: Ours(link), Best: world.Posterior(link))).ToList();
        var (ours, best) = (told.Count(t => First(t.Ours) == t.Item1), told.Count(t => First(t.Best) == t.Item1));
        var (lossOurs, lossBest) = (told.Average(t => -Math.Log(t.Ours[t.Item1])), told.Average(t => -Math.Log(t.Best[t.Item1])));
        var dirt = told.Count(t => t.Item1 == Cause.Dirt);
        var calibration = CalibrationError([.. told.Select(t => (t.Ours[First(t.Ours)], First(t.Ours) == t.Item1))]);
        output.WriteLine(
            $"first {Share(ours)}, best judge {Share(best)}, always dirt {Share(dirt)}; log loss {lossOurs:0.000}, best {lossBest:0.000}; calibration {calibration:0.000}"
        );
        foreach (var cause in told.GroupBy(t => t.Item1).OrderBy(g => g.Key))
        {
            output.WriteLine(
                $"{cause.Key}: {cause.Count()}, first {cause.Count(t => First(t.Ours) == cause.Key) * 100.0 / cause.Count():0} %, best judge {cause.Count(t => First(t.Best) == cause.Key) * 100.0 / cause.Count():0} %"
            );
        }

        Assert.True(best - ours <= 0.03 * One, $"{ours} of {One}, best {best}");
        Assert.True(lossOurs - lossBest <= 0.1, $"{lossOurs:0.000}, best {lossBest:0.000}");
        Assert.True(calibration <= 0.05, $"{calibration:0.000}");
        Assert.True(ours > dirt + (0.2 * One));
    }

    [Fact]
    public void Of_two_causes_both_are_often_among_the_first_three()
    {
        var world = new LinkWorld(400);
        var told = Enumerable.Range(0, Two).Select(_ => world.Next(isTwo: true)).ToList();
        var (ours, best) = (told.Count(l => HasBoth(l, Ours(l))), told.Count(l => HasBoth(l, world.PosteriorOfTwo(l))));
        output.WriteLine($"both among the first three: {ours * 100.0 / Two:0.0} %, whoever knows that there are two {best * 100.0 / Two:0.0} %");
        Assert.True(ours > 0.6 * Two, $"{ours} of {Two}, best {best}");
    }

    private static bool HasBoth(SimulatedLink link, Dictionary<Cause, double> posterior) =>
        link.Truth.All(posterior.OrderByDescending(p => p.Value).Take(3).Select(p => p.Key).Contains);

    private static Dictionary<Cause, double> Ours(SimulatedLink link) =>
        LinkDiagnosis.Of(link.Asked, Phrasebook.English).Causes.ToDictionary(c => c.Cause, c => Math.Max(c.Probability, 1e-6));

    private static Cause First(Dictionary<Cause, double> posterior) => posterior.MaxBy(p => p.Value).Key;

    private static string Share(int of) => $"{of * 100.0 / One:0.0} %";

    // Expected calibration error (Guo and others 2017): how far what was said lies from how often it was so, in ten bins.
    private static double CalibrationError(IReadOnlyList<(double Said, bool IsSo)> told) =>
        told.GroupBy(t => Math.Min(Bins - 1, (int)(t.Said * Bins)))
            .Sum(g => Math.Abs(g.Average(t => t.Said) - g.Average(t => t.IsSo ? 1.0 : 0)) * g.Count() / told.Count);
}
