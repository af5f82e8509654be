using System.Text.Json;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>
/// Two tablets on one strand for an hour, each with half the truth, clocks ten minutes wrong, messages lost and doubled: one state in the end.
/// </summary>
public class InterleavingTests
{
    private const int TenMinutes = 600_000;

    public static TheoryData<int> Seeds => [.. Enumerable.Range(1, 200)];

    [Theory]
    [MemberData(nameof(Seeds))]
    public void Two_tablets_come_to_one_state(int seed)
    {
        var random = new Random(seed);
        var story = new Story();
        Tablet[] tablets = [new(random, story, 0xa1), new(random, story, 0xa2)];
        var arrived = new List<BenchEvent>();
        for (var act = 0; act < 60; act++)
        {
            var tablet = tablets[random.Next(2)];
            tablet.Act();
            if (random.Next(6) == 0)
            {
                tablet.Deliver(arrived);
                tablet.Hear(arrived);
            }
        }

        // Whatever was lost is sent again, and everybody hears everything.
        foreach (var tablet in tablets)
        {
            tablet.DeliverAll(arrived);
        }

        foreach (var tablet in tablets)
        {
            tablet.Hear(arrived);
        }

        var states = tablets.Select(t => Json(t.State)).Append(Json(TerminationFold.Fold(story.Id, arrived, story.Book))).Distinct();
        Assert.Single(states);
        var shuffled = arrived.ToArray();
        random.Shuffle(shuffled);
        Assert.Equal(Json(tablets[0].State), Json(TerminationFold.Fold(story.Id, shuffled, story.Book)));
        Assert.Equal(tablets.Sum(t => t.Made) + 1, tablets[0].State.History.Select(h => h.Event.Id).Distinct().Count());
    }

    private static string Json(TerminationState state) => JsonSerializer.Serialize(state, CoreJson.Default.TerminationState);

    private sealed class Tablet(Random random, Story story, int number)
    {
        private readonly Guid device = new($"01900000-0000-7000-8000-{number:x12}");
        private readonly int skew = random.Next(-TenMinutes, TenMinutes + 1);
        private readonly List<BenchEvent> known = [story.Planned];
        private readonly List<BenchEvent> unsent = [];
        private HybridTime seen;
        private long now = 1_790_000_100_000;

        public int Made { get; private set; }

        public TerminationState State => Stream.State;

        private FoldedTermination Stream => FoldedTermination.Of(story.Id, known, story.Book);

        /// <summary>Does something that makes sense on what this tablet knows; now and then takes something back.</summary>
        public void Act()
        {
            now += random.Next(1_000, 60_000);
            var state = State;
            var retractable = state.History.Where(h => h.Effect == EntryEffect.Counts && h.Event.Body is not (Planned or Retracted)).ToList();
            BenchIntent intent =
                retractable.Count > 0 && random.Next(8) == 0 ? new Undo(retractable[random.Next(retractable.Count)].Event.Id, "wrong", random.Next(2) == 0)
                : state.Recipe is null ? new BeginWork()
                : state.Trouble is not null ? new ChooseAction(Offer(state), "as it goes")
                : state.Step is null ? new TakeTogether(device)
                : new DoneWith(state.Step, Reading(state.Step));
            if (IntentHandler.Answer(Stream, story.Book, intent, LengthUnit.Millimeter).Body is not { } body)
            {
                return;
            }

            seen = HybridTime.After(HybridTime.Latest(seen, state.LastClock), now + skew);
            var happened = new BenchEvent(
                new Guid($"01900000-0000-7000-9{number:x3}-{Made:x12}"),
                device,
                ++Made,
                seen,
                DateTimeOffset.FromUnixTimeMilliseconds(now),
                device,
                "1",
                [new Subject(story.Id, known.Count)],
                body,
                state.Recipe ?? story.Book.Latest("M4")!.Ref
            );
            known.Add(happened);
            unsent.Add(happened);
        }

        /// <summary>Some of what waits arrives, some twice, in any order; some is lost and waits on.</summary>
        public void Deliver(List<BenchEvent> arrived)
        {
            foreach (var happened in unsent.OrderBy(_ => random.Next()).ToList())
            {
                if (random.Next(3) == 0)
                {
                    continue;
                }

                arrived.Add(happened);
                if (random.Next(4) > 0)
                {
                    unsent.Remove(happened);
                }
            }
        }

        public void DeliverAll(List<BenchEvent> arrived) => arrived.AddRange(unsent);

        public void Hear(List<BenchEvent> arrived)
        {
            arrived.Insert(0, story.Planned);
            known.AddRange(arrived.Where(a => known.TrueForAll(k => k.Id != a.Id)).DistinctBy(a => a.Id).ToList());
        }

        private string Offer(TerminationState state)
        {
            var recipe = story.Book.Find(state.Recipe)!.Recipe;
            var open = ActionOffers.For(state, recipe, story.Book.LadderOf(recipe)).Where(o => o.Barred is null).ToList();
            return open[random.Next(open.Count)].CorrectiveAction.Id;
        }

        private string? Reading(string step) =>
            step switch
            {
                "coating" => random.Next(5) == 0 ? "33" : "30",
                "clean" => "99",
                "integrity" => random.Next(6) == 0 ? "broke" : "held",
                "holder" => "1.2",
                "cleave" => random.Next(4) == 0 ? "9.1" : "10",
                "light" => random.Next(2) == 0 ? "light" : "none",
                _ => null,
            };
    }
}
