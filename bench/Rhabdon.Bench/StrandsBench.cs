using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;

namespace Rhabdon.Bench;

/// <summary>
/// The strand ladder of an 864-strand cable over HTTP, bare and with losses on each strand, set beside the same rows read by a plain connection.
/// </summary>
internal static class StrandsBench
{
    private const string Rows = """
        select t.id, t.cable_id, t.strand, t.cable_end, t.label, t.panel_id, t.port, t.position, s.phase, s.attempt, s.try, s.step, s.sign, s.needs_a_look,
            s.bucket, s.batch_id, s.in_hand
        from termination t left join termination_state s on s.termination_id = t.id where t.cable_id = $1 order by t.strand, t.cable_end desc
        """;

    private const string Losses = """
        select stream_id, strand, grade, loss, loss_limit, wavelength, from_end, taken, against, came_out, is_lit from link_state where cable_id = $1
        """;

    public static async Task RunAsync(Uri address, string database)
    {
        var tablet = await BenchTablet.SignedInAsync(address);
        var (cable, _) = await tablet.AddCableAsync($"Ladder {Guid.CreateVersion7()}", 864);
        await using var source = NpgsqlDataSource.Create(database);
        await SayAsync("864 strands", [Rows]);
        await MeasureAsync(tablet, cable, 864);
        await SayAsync("864 strands with four readings each", [Rows, Losses]);

        async Task SayAsync(string what, string[] plainly)
        {
            var (ladder, plain) = await Timed.InTurnsAsync(
                100,
                () => tablet.Client.GetByteArrayAsync($"/api/v1/cables/{cable}/ladder"),
                () => ReadAsync(source, cable, plainly)
            );
            Timed.Say(
                $"ladder: {what} in {Timed.Number(ladder.Median)} ms (p95 {Timed.Number(ladder.P95)}); the same rows plainly read {Timed.Number(plain.Median)} ms; ratio {Timed.Number(ladder.Median / plain.Median)} (aim <= 3)"
            );
        }
    }

    // Both wavelengths, both ways, against one reference.
    private static async Task MeasureAsync(BenchTablet tablet, Guid cable, int strands)
    {
        var run = (await tablet.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/run"))!["cable"]!;
        var (job, basis, reference) = (
            run["job"]!.GetValue<Guid>(),
            new LossBasis("tia", FiberGrade.OM4, Length.Mm(90_000), ReferenceMethod.OneCord),
            Guid.CreateVersion7()
        );
        var taken = new ReferenceTaken(job, ReferenceMethod.OneCord, [new TestCord("TC-14")], [new ReferencePower(850, null), new ReferencePower(1300, null)]);
        await tablet.SendAsync([tablet.Make(reference, taken, 0)]);
        foreach (var some in Enumerable.Range(1, strands).Chunk(50))
        {
            await tablet.SendAsync([
                .. some.SelectMany(strand =>
                    TestPlan
                        .Usual.At(FiberGrade.OM4)
                        .SelectMany(w => TestPlan.Usual.From.Select(from => (Wavelength: w, From: from)))
                        .Select((key, known) => tablet.Make(LinkPlace.Of(job, cable, strand).Id, Read(LinkPlace.Of(job, cable, strand), key), known))
                ),
            ]);
        }

        LossRead Read(LinkPlace place, (int Wavelength, CableEnd From) key)
        {
            var (loss, limit) = (Decibel.Of(0.4m), basis.Limit(key.Wavelength));
            return new LossRead(place, key.Wavelength, key.From, loss, limit, basis.Judge(key.Wavelength, loss), basis, reference);
        }
    }

    private static async Task<List<object[]>> ReadAsync(NpgsqlDataSource source, Guid cable, string[] queries)
    {
        await using var connection = await source.OpenConnectionAsync();
        var rows = new List<object[]>(1728);
        foreach (var query in queries)
        {
            await using var command = new NpgsqlCommand(query, connection) { Parameters = { new() { Value = cable } } };
            await using var reader = await command.ExecuteReaderAsync();
            while (await reader.ReadAsync())
            {
                var row = new object[reader.FieldCount];
                reader.GetValues(row);
                rows.Add(row);
            }
        }

        return rows;
    }
}
