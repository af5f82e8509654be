using Npgsql;

namespace Rhabdon.Bench;

/// <summary>The strand ladder of an 864-strand cable over HTTP, set beside the same rows read by a plain connection.</summary>
internal static class StrandsBench
{
    private const string Rows = """
        select t.id, t.cable_id, t.strand, t.cable_end, t.label, t.panel_id, t.port, t.position, s.phase, s.attempt, s.try, s.step, s.sign, s.needs_a_look,
            s.bucket, s.batch_id, s.in_hand
        from termination t left join termination_state s on s.termination_id = t.id where t.cable_id = $1 order by t.strand, t.cable_end desc
        """;

    public static async Task RunAsync(Uri address, string database)
    {
        var tablet = await BenchTablet.SignedInAsync(address);
        var (cable, _) = await tablet.AddCableAsync($"Ladder {Guid.CreateVersion7()}", 864);
        await using var source = NpgsqlDataSource.Create(database);
        var (ladder, plain) = await Timed.InTurnsAsync(
            100,
            () => tablet.Client.GetByteArrayAsync($"/api/v1/cables/{cable}/ladder"),
            () => ReadAsync(source, cable)
        );
        Timed.Say(
            $"ladder: 864 strands in {Timed.Number(ladder.Median)} ms (p95 {Timed.Number(ladder.P95)}); the same rows plainly read {Timed.Number(plain.Median)} ms; ratio {Timed.Number(ladder.Median / plain.Median)} (aim <= 3)"
        );
    }

    private static async Task<List<object[]>> ReadAsync(NpgsqlDataSource source, Guid cable)
    {
        await using var connection = await source.OpenConnectionAsync();
        await using var command = new NpgsqlCommand(Rows, connection) { Parameters = { new() { Value = cable } } };
        await using var reader = await command.ExecuteReaderAsync();
        var rows = new List<object[]>(1728);
        while (await reader.ReadAsync())
        {
            var row = new object[reader.FieldCount];
            reader.GetValues(row);
            rows.Add(row);
        }

        return rows;
    }
}
