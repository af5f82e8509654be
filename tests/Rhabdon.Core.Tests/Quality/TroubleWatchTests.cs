using Rhabdon.Core.Quality;

namespace Rhabdon.Core.Tests.Quality;

/// <summary>How soon a bad blade, lot or hand is found, and how seldom a good one is blamed: on seeded histories of a crew, and against run lengths worked
/// otherwise.</summary>
public class TroubleWatchTests(ITestOutputHelper output)
{
    private const double Good = 0.08;

    [Fact]
    public void While_nothing_is_wrong_all_monitors_together_cry_at_most_once_in_a_thousand()
    {
        const int attempts = 200_000;
        var crew = new Crew(1);
        var alarms = TroubleWatch.Over(Enumerable.Range(0, attempts).Select(_ => crew.Next())).Count();
        output.WriteLine($"{alarms} false alarms in {attempts}: one in {attempts / Math.Max(1, alarms)}");
        Assert.True(alarms <= attempts / 1000, $"{alarms}");
    }

    [Theory]
    [InlineData(SuspectKind.Blade)]
    [InlineData(SuspectKind.Lot)]
    [InlineData(SuspectKind.Hand)]
    public void What_went_bad_is_found_within_forty_of_its_terminations(SuspectKind kind)
    {
        const int histories = 1_000;
        foreach (var bad in (double[])[0.35, 0.25])
        {
            var found = Enumerable.Range(0, histories).Select(seed => FoundAfter(kind, bad, seed)).ToList();
            var shares = string.Join(", ", new[] { 10, 20, 30, 40, 60, 80 }.Select(n => $"{n}: {found.Count(f => f <= n) * 100.0 / histories:0.0} %"));
            output.WriteLine($"{kind} at {bad:0 %} found within {shares}");
            if (bad == 0.35)
            {
                Assert.True(found.Count(f => f <= 40) >= 0.9 * histories, shares);
            }
        }
    }

    // The mean run length of a Bernoulli CUSUM on one monitor, as a Markov chain over its heights gives it (Brook and Evans 1972).
    [Theory]
    [InlineData(0.08)]
    [InlineData(0.35)]
    public void One_monitor_runs_as_long_as_a_markov_chain_says(double share)
    {
        const int runs = 4_000;
        var (random, one) = (new Random(72), new Suspect(SuspectKind.Blade, Guid.CreateVersion7()));
        var told = Enumerable.Range(0, runs).Select(_ => RunOf(share)).Average();
        var said = MeanRun(share);
        output.WriteLine($"at {share:0 %}: {told:0.0} simulated, {said:0.0} by the chain");
        Assert.Equal(1, told / said, 0.05);

        double RunOf(double troubled)
        {
            var watch = new TroubleWatch();
            for (var n = 1; ; n++)
            {
                if (watch.Next(new WatchedAttempt(default, random.NextDouble() < troubled, [one])) is not null)
                {
                    return n;
                }
            }
        }
    }

    // One blade and one lot, always together: what happened cannot tell them apart, and the blade is the easier to turn.
    [Fact]
    public void What_was_never_apart_is_named_together_with_the_swap_that_would_tell()
    {
        var (blade, lot) = (new Suspect(SuspectKind.Blade, Guid.CreateVersion7(), 3), new Suspect(SuspectKind.Lot, Guid.CreateVersion7()));
        var alarm = Assert.Single(TroubleWatch.Over(Enumerable.Range(0, 12).Select(n => new WatchedAttempt(default, n % 2 == 0, [lot, blade]))));
        Assert.Equal([blade, lot], alarm.Suspects);
        Assert.Equal(blade, alarm.Swap);
    }

    // The same lot with another blade is fine: the blade alone is named.
    [Fact]
    public void What_was_good_elsewhere_is_not_named()
    {
        Suspect blade = new(SuspectKind.Blade, Guid.CreateVersion7(), 3),
            other = new(SuspectKind.Blade, Guid.CreateVersion7(), 1),
            lot = new(SuspectKind.Lot, Guid.CreateVersion7());
        var history = Enumerable
            .Range(0, 40)
            .Select(n => n % 2 == 0 ? new WatchedAttempt(default, n % 4 == 0, [lot, blade]) : new WatchedAttempt(default, false, [lot, other]));
        var alarm = Assert.Single(TroubleWatch.Over(history));
        Assert.Equal([blade], alarm.Suspects);
        Assert.Null(alarm.Swap);
        Assert.True(alarm.Troubles >= 5 && alarm.Of >= alarm.Troubles);
    }

    // A method of which a third has trouble even in good hands is no alarm by itself.
    [Fact]
    public void A_method_that_often_has_trouble_is_held_against_its_own_share()
    {
        var (random, hand) = (new Random(5), new Suspect(SuspectKind.Hand, Guid.CreateVersion7()));
        var history = Enumerable.Range(0, 1_000).Select(_ => random.NextDouble() < 0.3).ToList();
        Assert.NotEmpty(TroubleWatch.Over(history.Select(t => new WatchedAttempt(default, t, [hand]))));
        Assert.True(TroubleWatch.Over(history.Select(t => new WatchedAttempt(default, t, [hand], 0.3))).Count() <= 1);
    }

    // How many of its own terminations until an alarm names it; it goes bad once the crew has worked for a while.
    private static int FoundAfter(SuspectKind kind, double bad, int seed)
    {
        var crew = new Crew(seed + 10);
        var watch = new TroubleWatch();
        for (var n = 0; n < 400; n++)
        {
            watch.Next(crew.Next());
        }

        var suspect = crew.Spoil(kind, bad);
        for (int own = 0, n = 0; n < 20_000; n++)
        {
            var attempt = crew.Next();
            own += attempt.With.Contains(suspect) ? 1 : 0;
            if (watch.Next(attempt)?.Suspects.Contains(suspect) == true)
            {
                return own;
            }
        }

        return int.MaxValue;
    }

    // Heights in steps of a thousandth; each state's mean run solved by repeated substitution.
    private static double MeanRun(double share)
    {
        const double step = 0.001;
        var (up, down) = (Math.Log(0.35 / 0.08), Math.Log(0.65 / 0.92));
        var states = (int)(TroubleWatch.Threshold / step);
        var runs = new double[states];
        for (var round = 0; round < 200_000; round++)
        {
            var most = 0.0;
            for (var state = 0; state < states; state++)
            {
                var (higher, lower) = (state + (int)Math.Round(up / step), Math.Max(0, state + (int)Math.Round(down / step)));
                var run = 1 + (share * (higher >= states ? 0 : runs[higher])) + ((1 - share) * runs[lower]);
                most = Math.Max(most, Math.Abs(run - runs[state]));
                runs[state] = run;
            }

            if (most < 1e-6)
            {
                break;
            }
        }

        return runs[0];
    }

    /// <summary>
    /// Three people, each with a cleaver of their own whose blade they turn every 250, two splicers that go round, and lots of 100 that two of them share.
    /// </summary>
    private sealed class Crew(int seed)
    {
        private readonly Random random = new(seed);
        private readonly Guid[] people = [.. Enumerable.Range(0, 3).Select(_ => Guid.CreateVersion7())];
        private readonly Guid[] cleavers = [.. Enumerable.Range(0, 3).Select(_ => Guid.CreateVersion7())];
        private readonly Guid[] tools = [Guid.CreateVersion7(), Guid.CreateVersion7()];
        private readonly int[] cleaves = new int[3];
        private readonly Guid[] lots = [Guid.CreateVersion7(), Guid.CreateVersion7()];
        private readonly int[] left = [100, 100];
        private (Suspect Of, double Share)? spoiled;

        public Suspect Spoil(SuspectKind kind, double share)
        {
            var bench = random.Next(3);
            (cleaves[bench], left[bench % 2]) = (0, 250);
            var suspect = kind switch
            {
                SuspectKind.Blade => Blade(bench),
                SuspectKind.Lot => new Suspect(SuspectKind.Lot, lots[bench % 2]),
                _ => new Suspect(SuspectKind.Hand, people[bench]),
            };
            spoiled = (suspect, share);
            return suspect;
        }

        public WatchedAttempt Next()
        {
            var bench = random.Next(3);
            var lot = bench % 2;
            if (left[lot]-- == 0)
            {
                (lots[lot], left[lot]) = (Guid.CreateVersion7(), 100);
            }

            Suspect[] with =
            [
                new(SuspectKind.Hand, people[bench]),
                Blade(bench),
                new(SuspectKind.Lot, lots[lot]),
                new(SuspectKind.Tool, tools[random.Next(2)]),
            ];
            cleaves[bench]++;
            var share = spoiled is { } bad && with.Contains(bad.Of) ? bad.Share : Good;
            return new WatchedAttempt(default, random.NextDouble() < share, with);
        }

        private Suspect Blade(int bench) => new(SuspectKind.Blade, cleavers[bench], cleaves[bench] / 250);
    }
}
