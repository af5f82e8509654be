using System.Diagnostics;
using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Data;

namespace Rhabdon.Bench;

/// <summary>Events posted by eight tablets, set beside eight plain connections that insert the same rows in transactions of the same size.</summary>
internal static class EventsBench
{
    private const int Clients = 8;
    private const int Strands = 40;
    private const int Rounds = 12;

    public static async Task RunAsync(Uri address, string database)
    {
        foreach (var delivery in (int[])[20, 1])
        {
            await PostedAsync(address, delivery, rounds: 2);
            var (posted, inserted) = (new List<double>(), new List<double>());
            for (var run = 0; run < 3; run++)
            {
                var (rate, rows) = await PostedAsync(address, delivery, Rounds);
                posted.Add(rate);
                inserted.Add(await InsertedAsync(database, rows, address, delivery));
            }

            var (post, insert) = (new Timed(posted).Median, new Timed(inserted).Median);
            Timed.Say(
                $"events: {Clients} clients, {delivery} to a delivery: {Timed.Number(post)} a second; plain inserts of the same rows {Timed.Number(insert)} a second; ratio {Timed.Number(post / insert)} (aim >= 0.5)"
            );
        }
    }

    // Each tablet puts its own strands into a batch of one and another, again and again.
    private static async Task<(double Rate, List<List<BenchEvent>> Rows)> PostedAsync(Uri address, int delivery, int rounds)
    {
        var tablets = new List<(BenchTablet Tablet, List<BenchEvent> Events)>();
        for (var client = 0; client < Clients; client++)
        {
            var tablet = await BenchTablet.SignedInAsync(address);
            var (_, near) = await tablet.AddCableAsync($"Bench {Guid.CreateVersion7()}", Strands);
            tablets.Add(
                (tablet, [.. Enumerable.Range(0, rounds).SelectMany(round => near.Select(s => tablet.Make(s, new Batched(Guid.CreateVersion7()), round + 1)))])
            );
        }

        var watch = Stopwatch.StartNew();
        await Task.WhenAll(
            tablets.Select(async t =>
            {
                foreach (var some in t.Events.Chunk(delivery))
                {
                    await t.Tablet.SendAsync(some);
                }
            })
        );
        return (Clients * Strands * rounds / watch.Elapsed.TotalSeconds, [.. tablets.Select(t => t.Events)]);
    }

    private static async Task<double> InsertedAsync(string database, List<List<BenchEvent>> like, Uri address, int delivery)
    {
        // The same strands' worth of rows under new ids, on a cable of their own.
        var tablet = await BenchTablet.SignedInAsync(address);
        var sets = new List<List<BenchEvent>>();
        foreach (var events in like)
        {
            var (_, near) = await tablet.AddCableAsync($"Plain {Guid.CreateVersion7()}", Strands);
            sets.Add([
                .. events.Select(
                    (e, i) =>
                        e with
                        {
                            Id = Guid.CreateVersion7(),
                            Device = tablet.Device,
                            Sequence = tablet.Next(),
                            Strands = [new Subject(near[i % Strands], i / Strands)],
                        }
                ),
            ]);
        }

        await using var source = NpgsqlDataSource.Create(database);
        var watch = Stopwatch.StartNew();
        await Task.WhenAll(
            sets.Select(async events =>
            {
                await using var connection = await source.OpenConnectionAsync();
                foreach (var some in events.Chunk(delivery))
                {
                    await using var transaction = await connection.BeginTransactionAsync();
                    foreach (var happened in some)
                    {
                        await InsertAsync(connection, transaction, happened);
                    }

                    await transaction.CommitAsync();
                }
            })
        );
        return sets.Sum(s => s.Count) / watch.Elapsed.TotalSeconds;
    }

    private static async Task InsertAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, BenchEvent happened)
    {
        await using var row = new NpgsqlCommand(
            "insert into event (id, device_id, device_sequence, clock_ms, clock_count, actor_id, kind, content, received_from) values ($1, $2, $3, $4, $5, $6, $7, $8, $6)",
            connection,
            transaction
        )
        {
            Parameters =
            {
                new() { Value = happened.Id },
                new() { Value = happened.Device },
                new() { Value = happened.Sequence },
                new() { Value = happened.Clock.Milliseconds },
                new() { Value = happened.Clock.Count },
                new() { Value = happened.Actor },
                new() { Value = happened.Body.Kind },
                new() { Value = EventText.Canonical(happened) },
            },
        };
        await row.ExecuteNonQueryAsync();
        await using var stream = new NpgsqlCommand("insert into event_stream (stream_id, event_id) values ($1, $2)", connection, transaction)
        {
            Parameters =
            {
                new() { Value = happened.About[0].Id },
                new() { Value = happened.Id },
            },
        };
        await stream.ExecuteNonQueryAsync();
        await using var state = new NpgsqlCommand(
            "update termination_state set batch_id = $2, events = events + 1 where termination_id = $1",
            connection,
            transaction
        )
        {
            Parameters =
            {
                new() { Value = happened.About[0].Id },
                new() { Value = ((Batched)happened.Body).Batch!.Value },
            },
        };
        await state.ExecuteNonQueryAsync();
    }
}
