using Rhabdon.Core.Planning;

namespace Rhabdon.Documents;

/// <summary>What to load as a table: one row a thing.</summary>
public static class LoadCsv
{
    private static readonly string[] Head = ["what", "take", "why", "here", "bring", "note", "rooms"];

    public static byte[] Write(LoadList load) =>
        CsvSheet.Write(
            Head,
            load.All.Select(l => (IEnumerable<string?>)[l.Title, l.Take, l.Why, l.Has, l.Bring, string.Join(" ", l.Says), string.Join("; ", l.Rooms ?? [])])
        );
}
