using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Tests.Scheduling;

/// <summary>Job shops as scheduling problems: a machine is a person who alone has learned its skill.</summary>
internal static class Shops
{
    /// <summary>
    /// Fisher and Thompson 1963, the instance of six jobs on six machines (ft06), optimum 55. From memory; that a solver proves 55 confirms it.
    /// </summary>
    public const string SixBySix = """
        2 1 0 3 1 6 3 7 5 3 4 6
        1 8 2 5 4 10 5 10 0 10 3 4
        2 5 3 4 5 8 0 9 1 1 4 7
        1 5 0 5 2 5 3 3 4 8 5 9
        2 9 1 3 4 5 5 4 0 3 3 1
        1 3 3 3 5 9 0 10 4 4 2 1
        """;

    /// <summary>Lawrence 1984, the first instance of ten jobs on five machines (la01), optimum 666. From memory, as above.</summary>
    public const string TenByFive = """
        1 21 0 53 4 95 3 55 2 34
        0 21 3 52 4 16 2 26 1 71
        3 39 4 98 1 42 2 31 0 12
        1 77 0 55 4 79 2 66 3 77
        0 83 3 34 2 64 1 19 4 37
        1 54 2 43 4 79 0 92 3 62
        3 69 4 77 1 87 2 87 0 93
        2 38 0 60 1 41 3 24 4 83
        3 17 1 49 4 25 0 44 2 98
        4 77 3 79 2 43 1 75 0 96
        """;

    /// <param name="text">A job a line: machine and minutes, by turns.</param>
    public static ScheduleProblem Read(string text)
    {
        var tasks = new List<ScheduleTask>();
        foreach (var (job, line) in text.Split('\n', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Index())
        {
            var numbers = line.Split(' ').Select(int.Parse).Chunk(2).ToList();
            tasks.AddRange(numbers.Select((n, at) => new ScheduleTask($"{job}.{at}", "shop", n[1], $"machine {n[0]}", at == 0 ? null : [$"{job}.{at - 1}"])));
        }

        var machines = tasks.Select(t => t.Skill!).Distinct().Order(StringComparer.Ordinal);
        return new ScheduleProblem(tasks, [.. machines.Select(m => new Worker(m, m, [m]))], [new WorkRoom("shop", "Shop")]);
    }
}
