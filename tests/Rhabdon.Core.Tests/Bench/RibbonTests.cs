using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Twelve fibers of a ribbon are stripped, cleaved, spliced and, if need be, cut off as one (common practice).</summary>
public class RibbonTests
{
    private static readonly RecipeBook Book = StarterRecipes.Book();

    [Fact]
    public void A_ribbon_of_twelve_is_begun_read_and_finished_by_single_acts()
    {
        var ribbon = new Ribbon(12);
        ribbon.Do(new BeginWork());
        ribbon.Until("load");
        Assert.All(ribbon.States, s => Assert.Equal("load", s.Step));
        ribbon.Until(null);
        Assert.All(ribbon.States, s => Assert.Equal((StrandPhase.Verified, false), (s.Phase, s.NeedsALook)));
    }

    [Fact]
    public void One_bad_joint_is_the_trouble_of_all_twelve_and_one_choice_cuts_them_all_back()
    {
        var ribbon = new Ribbon(12);
        ribbon.Do(new BeginWork());
        ribbon.Until("splice");
        ribbon.Do(new DoneWith("splice", "0.2"));
        Assert.All(ribbon.States, s => Assert.Equal("estimate-bad", s.Trouble?.Sign));
        Assert.Equal(12, ribbon.Turn.Together.Count);
        ribbon.Do(new ChooseAction("calibrate"));
        Assert.All(ribbon.States, s => Assert.Equal((2, "parts"), (s.Attempt, s.Step)));
    }

    [Fact]
    public void The_line_shows_the_ribbon_until_it_is_stripped_and_the_jacket_far_away_at_the_entry_not_at_all()
    {
        var ribbon = new Ribbon(12);
        ribbon.Do(new BeginWork());
        ribbon.Until("strip");
        var line = new BenchViewer(Book, Phrasebook.English, "en", LengthUnit.Millimeter).View(ribbon.States[0]).Line!;
        Assert.Equal(["ribbon"], line.Now.Select(s => s.What).Except(["boot"]));
        Assert.Equal(["ribbon", "glass"], line.After.Select(s => s.What).Except(["boot"]));
        Assert.Equal(30, line.After.Single(s => s.What == "ribbon").From);
    }

    // Two ribbons of one cable: they may be begun together, but trouble in one is not the other's.
    [Fact]
    public void Each_ribbon_of_a_cable_has_its_own_trouble()
    {
        var cable = new Ribbon(24);
        var whole = cable.Turn.Together;
        Assert.Equal(12, whole.Count);
        Assert.Equal(cable.States.Take(12).Select(s => s.Termination), whole);
        cable.Do(new BeginWork());
        Assert.Equal(cable.States.Skip(12).Select(s => s.Termination), cable.Turn.Together);
    }

    [Fact]
    public void Part_of_a_ribbon_is_not_begun()
    {
        var cable = new Ribbon(24);
        var answer = BatchIntentHandler.Answer([.. cable.Streams.Skip(6).Take(12)], Book, new BeginWork(), LengthUnit.Millimeter);
        Assert.Equal(("strands", "bench.together", "12"), (answer.Fault?.Field, answer.Fault?.Says.Key, answer.Fault?.Says.Args["count"]));
    }

    /// <summary>Some strands of one end, in ribbon order, at one tablet.</summary>
    private sealed class Ribbon
    {
        private readonly Dictionary<Guid, List<BenchEvent>> streams = [];
        private DateTimeOffset now = new(2026, 11, 25, 9, 0, 0, TimeSpan.FromHours(-4));
        private long sequence;

        public Ribbon(int strands)
        {
            for (var strand = 1; strand <= strands; strand++)
            {
                streams[new Guid($"01900000-0000-7000-8000-0000000001{strand:x2}")] = [];
            }

            Add(
                new Planned(CableEnd.Near, ConnectorType.MPO, Polish.APC, FiberGrade.OS2, CableBuild.Ribbon12, "R1", Length.Mm(900), Length.Mm(400)),
                [.. streams.Keys]
            );
        }

        public IReadOnlyList<FoldedTermination> Streams => [.. streams.Select(s => FoldedTermination.Of(s.Key, s.Value, Book))];

        public IReadOnlyList<TerminationState> States => [.. Streams.Select(s => s.State)];

        public Turn Turn => BatchQueue.TurnOf(States, Book, Pace.StageByStage, null, isPicked: false);

        public BatchAnswer Answer(BenchIntent intent) =>
            BatchIntentHandler.Answer([.. Streams.Where(s => Turn.Together.Contains(s.State.Termination))], Book, intent, LengthUnit.Millimeter, now);

        public void Do(BenchIntent intent)
        {
            var answer = Answer(intent);
            Assert.True(answer.Fault is null, $"{intent}: {answer.Fault}");
            var act = Assert.Single(answer.Acts);
            Assert.Equal(12, act.Strands.Count);
            Add(act.Body, [.. act.Strands.Select(s => s.Termination)]);
        }

        public void Until(string? step)
        {
            while (States[0].Step is { } at && at != step)
            {
                var recipe = States[0].Worked!;
                var doing = recipe.Steps[recipe.IndexOf(at)];
                if (doing.Clock is { } clock)
                {
                    Do(new StartClock(at));
                    now = now.AddSeconds(clock.Seconds);
                }

                Do(
                    new DoneWith(
                        at,
                        doing.Ask is not { } ask ? null
                            : ask.IsLength
                                ? at == "strip" ? "30"
                                    : "10"
                            : ask.Reads == ReadingKind.Loss ? "0.02"
                            : ask.Choices.First(c => c.Grade == ReadingGrade.Good).Value
                    )
                );
            }
        }

        private void Add(EventBody body, IReadOnlyList<Guid> strands)
        {
            now = now.AddSeconds(5);
            var made = new BenchEvent(
                Guid.CreateVersion7(now),
                Story.Tablet,
                ++sequence,
                new HybridTime(now.ToUnixTimeMilliseconds(), 0),
                now,
                Guid.Empty,
                Rulebook.Version,
                [.. strands.Select(s => new Subject(s, streams[s].Count))],
                body,
                new RecipeRef("R1", 1)
            );
            foreach (var strand in strands)
            {
                streams[strand].Add(made);
            }
        }
    }
}
