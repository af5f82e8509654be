using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Tests.Scheduling;

/// <summary>Made-up sites, the same by the same seed: batches in three rooms, four people, two ovens, one splicer, tests after both ends.</summary>
internal static class Sites
{
    public const int Day = 24 * 60;

    private static readonly string[] Rooms = ["a", "b", "c"];

    /// <param name="tasks">Two of three are batches, the third is the test of both.</param>
    public static ScheduleProblem Make(int seed, int tasks, int people = 4)
    {
        var chance = new Random(seed);
        var made = new List<ScheduleTask>();
        for (var cable = 0; cable < tasks / 3; cable++)
        {
            var (near, far) = (Batch($"{cable} near"), Batch($"{cable} far"));
            made.AddRange([near, far, new ScheduleTask($"{cable} test", far.Room, chance.Next(20, 40), After: [near.Id, far.Id])]);
        }

        return new ScheduleProblem(
            made,
            [.. Enumerable.Range(0, people).Select(p => new Worker($"p{p}", $"Person {p}", p % 2 == 0 ? ["epoxy", "fusion"] : ["fusion"]))],
            [new WorkRoom("a", "A"), new WorkRoom("b", "B", [.. Days().Select(d => new Period(d + (9 * 60), d + (15 * 60)))]), new WorkRoom("c", "C")],
            [new ToolCount("oven", 2), new ToolCount("splicer", 1)],
            [new Way("a", "b", 10), new Way("b", "c", 15), new Way("a", "c", 5)],
            [.. Days().SelectMany(d => new[] { new Period(d + (8 * 60), d + (12 * 60)), new Period(d + (13 * 60), d + (17 * 60)) })]
        );

        ScheduleTask Batch(string id)
        {
            var (room, isEpoxy, pulled) = (Rooms[chance.Next(3)], chance.Next(2) == 0, chance.Next(4) == 0 ? Day : 0);
            return isEpoxy
                ? new ScheduleTask(id, room, chance.Next(60, 150), "epoxy", Alone: chance.Next(10, 30), Tools: [new ToolTaken("oven", true)], NotBefore: pulled)
                : new ScheduleTask(id, room, chance.Next(40, 120), "fusion", Tools: [new ToolTaken("splicer")], NotBefore: pulled);
        }

        static IEnumerable<int> Days() => Enumerable.Range(0, 60).Select(d => d * Day);
    }
}
