using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>What is worked as one: a strand, or a ribbon with all its fibers.</summary>
public sealed class WorkLine
{
    private readonly int[] sources;
    private readonly double[] still;
    private readonly double[] untilAlone;
    private readonly int[] itemsUntilAlone;

    /// <param name="recipe">Its id: what is done once is done once for all lines of one recipe.</param>
    public WorkLine(string recipe, IReadOnlyList<WorkItem> items)
    {
        (Recipe, Items) = (recipe, items);
        var onces = items.Select((item, at) => (item.Once, At: at)).Where(i => i.Once is not null).ToDictionary(i => i.Once!, i => i.At);
        sources = [.. items.Select(i => (i.After ?? i.Within) is { } needed ? onces.GetValueOrDefault(needed, -1) : -1)];
        (still, untilAlone, itemsUntilAlone) = (new double[items.Count + 1], new double[items.Count + 1], new int[items.Count + 1]);
        (untilAlone[items.Count], itemsUntilAlone[items.Count]) = (double.MaxValue, int.MaxValue / 2);
        for (var at = items.Count - 1; at >= 0; at--)
        {
            var isAlone = items[at].Alone > 0 || items[at] is { Starts: > 0, Spoils: false };
            still[at] = still[at + 1] + items[at].Hands + items[at].Alone;
            untilAlone[at] = items[at].Hands + (isAlone ? 0 : untilAlone[at + 1]);
            itemsUntilAlone[at] = isAlone ? 0 : itemsUntilAlone[at + 1] + 1;
        }
    }

    public string Recipe { get; }

    public IReadOnlyList<WorkItem> Items { get; }

    /// <summary>Index of the item that starts the time which an item waits for, or lives by; -1 for none.</summary>
    public int SourceOf(int item) => sources[item];

    /// <summary>Seconds of hands from an item on up to what runs alone next; beyond all bounds where nothing does.</summary>
    public double UntilAlone(int from) => untilAlone[from];

    /// <summary>Items from one on up to what runs alone next; more than there are where nothing does.</summary>
    public int ItemsUntilAlone(int from) => itemsUntilAlone[from];

    /// <summary>Seconds from an item on, with what runs alone.</summary>
    public double Still(int from) => still[from];
}

/// <summary>Lines that hands work together, with the things that have so many places.</summary>
/// <param name="Hands">People who work at once, 1 or more.</param>
/// <param name="Change">Seconds that a hand loses when it turns to another item than it just did.</param>
public sealed record WorkBatch(IReadOnlyList<WorkLine> Lines, IReadOnlyDictionary<string, int> Places, int Hands = 1, double Change = StepTimes.ChangeSeconds)
{
    /// <summary>As many lines of one recipe as it is worked.</summary>
    public static WorkBatch Of(Recipe worked, int lines, int hands = 1)
    {
        var line = new WorkLine(worked.Id, WorkItem.Of(worked));
        return new WorkBatch([.. Enumerable.Repeat(line, lines)], PlacesOf([worked]), hands);
    }

    /// <summary>How many places each thing has, by the recipes that name it.</summary>
    public static IReadOnlyDictionary<string, int> PlacesOf(IEnumerable<Recipe> worked) =>
        worked.SelectMany(r => r.Capacities ?? []).GroupBy(c => c.Of).ToDictionary(c => c.Key, c => c.Min(p => p.Places));
}
