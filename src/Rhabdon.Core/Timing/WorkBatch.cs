using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>What is worked as one: a strand, or a ribbon with all its fibers.</summary>
public sealed class WorkLine
{
    private readonly int[] sources;
    private readonly double[] still;

    /// <param name="recipe">Its id: what is done once is done once for all lines of one recipe.</param>
    public WorkLine(string recipe, IReadOnlyList<WorkItem> items)
    {
        (Recipe, Items) = (recipe, items);
        var onces = items.Select((item, at) => (item.Once, At: at)).Where(i => i.Once is not null).ToDictionary(i => i.Once!, i => i.At);
        sources = [.. items.Select(i => (i.After ?? i.Within) is { } needed ? onces.GetValueOrDefault(needed, -1) : -1)];
        still = new double[items.Count + 1];
        for (var at = items.Count - 1; at >= 0; at--)
        {
            still[at] = still[at + 1] + items[at].Hands + items[at].Alone;
        }
    }

    public string Recipe { get; }

    public IReadOnlyList<WorkItem> Items { get; }

    /// <summary>Index of the item that starts the time which an item waits for, or lives by; -1 for none.</summary>
    public int SourceOf(int item) => sources[item];

    /// <summary>Seconds from an item on, with what runs alone.</summary>
    public double Still(int from) => still[from];
}

/// <summary>Lines that hands work together, with the things that have so many places.</summary>
/// <param name="Hands">People who work at once, 1 or more.</param>
public sealed record WorkBatch(IReadOnlyList<WorkLine> Lines, IReadOnlyDictionary<string, int> Places, int Hands = 1)
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
