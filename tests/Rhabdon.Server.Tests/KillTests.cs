using System.Net;
using Dapper;
using Npgsql;
using Rhabdon.Core.Bench;
using Rhabdon.Testing;

namespace Rhabdon.Server.Tests;

/// <summary>A server that dies with no last words, and a tablet that asks again.</summary>
public sealed class KillTests
{
    [Fact]
    public async Task Killed_in_the_middle_of_an_append_it_holds_none_of_it_and_asked_again_each_event_once()
    {
        var database = TestDatabase.New();
        await using var server = await ServerProcess.StartAsync(database);
        var (lead, strands, planned) = await BeginAsync(server, database, "Middle");
        var events = Work(lead, strands);
        await using (var other = new NpgsqlConnection(database))
        {
            // Something else holds the projection's row of a strand: the append has inserted its events and waits.
            await other.OpenAsync(TestContext.Current.CancellationToken);
            await using var hold = await other.BeginTransactionAsync(TestContext.Current.CancellationToken);
            await other.ExecuteAsync("select 1 from termination_state where termination_id = @strand for update", new { strand = strands[^1] }, hold);
            var unanswered = lead.DeliverAsync(events);
            while (await WaitingAsync(database) == 0)
            {
                Assert.False(unanswered.IsCompleted, "The answer came although the append had to wait.");
            }

            await server.KillAsync();
            await Assert.ThrowsAsync<HttpRequestException>(() => unanswered);
        }

        await AskedAgainAsync(server, lead, database, events, planned);
    }

    [Fact]
    public async Task Killed_between_append_and_answer_and_asked_again_it_holds_each_event_once()
    {
        var database = TestDatabase.New();
        await using var server = await ServerProcess.StartAsync(database);
        var (lead, strands, planned) = await BeginAsync(server, database, "Killed");
        var events = Work(lead, strands);
        var unanswered = lead.DeliverAsync(events);
        while (await CountAsync(database) == planned)
        {
            Assert.False(unanswered.IsFaulted);
        }

        // Whether the answer was still on its way or just arrived, the tablet that asks again finds the same.
        await server.KillAsync();
        Assert.Equal(planned + events.Length, await CountAsync(database));
        await AskedAgainAsync(server, lead, database, events, planned);
    }

    /// <summary>How often it is killed: <c>RHABDON_KILLS</c>, else 50.</summary>
    private static int Kills => int.TryParse(Environment.GetEnvironmentVariable("RHABDON_KILLS"), out var kills) ? kills : 50;

    [Fact]
    public async Task Server_or_database_killed_at_random_moments_under_eight_writing_tablets_no_answered_event_is_lost_and_none_doubled()
    {
        var (database, random) = (TestDatabase.NewMortal(), new Random(50));
        await using var server = await ServerProcess.StartAsync(database);
        var (_, strands, planned) = await BeginAsync(server, database, "Fifty");
        using var enough = new CancellationTokenSource();
        var writers = new List<Task<List<BenchEvent>>>();
        foreach (var own in strands.Chunk(strands.Length / 8))
        {
            var tablet = await TestTablet.SignedInAsync(server.Client(), "lead", "saltmarsh-lead");
            writers.Add(Task.Run(() => WriteAsync(tablet, own, enough.Token)));
        }

        for (var kill = 0; kill < Kills; kill++)
        {
            await Task.Delay(random.Next(50, 400), TestContext.Current.CancellationToken);
            if (kill % 2 == 0)
            {
                await server.KillAsync();
                await server.StartAsync();
            }
            else
            {
                await TestDatabase.CrashAsync(database);
            }

            Assert.False(writers.Any(w => w.IsFaulted), $"A tablet was answered otherwise than by 200 or 503. The server said: {server.Errors}");
        }

        await enough.CancelAsync();
        var answered = (await Task.WhenAll(writers)).SelectMany(made => made).Select(e => e.Id).ToList();
        Assert.True(answered.Count > 150, $"Only {answered.Count} events were answered.");
        var held = await IdsAsync(database);
        Assert.Empty(answered.Except(held));
        Assert.Equal(planned + answered.Count, held.Count);
    }

    private static async Task<(TestTablet Lead, Guid[] Strands, int Planned)> BeginAsync(ServerProcess server, string database, string name)
    {
        var lead = await TestTablet.SignedInAsync(server.Client(), "lead", "saltmarsh-lead");
        var strands = await lead.TerminationsAsync(await lead.AddCableAsync(name), "near");
        return (lead, strands, await CountAsync(database));
    }

    private static BenchEvent[] Work(TestTablet lead, Guid[] strands) =>
        [
            .. strands.SelectMany(s =>
                (BenchEvent[])[lead.Make(s, new Begun(), 1), lead.Make(s, new StepDone(1, 1, "parts"), 2), lead.Make(s, new StepDone(1, 1, "mark"), 3)]
            ),
        ];

    private static async Task AskedAgainAsync(ServerProcess server, TestTablet lead, string database, BenchEvent[] events, int planned)
    {
        await server.StartAsync();
        Assert.All(await lead.SendAsync(events), status => Assert.Equal(200, status));
        Assert.Equal(planned + events.Length, await CountAsync(database));
    }

    private static async Task<int> WaitingAsync(string database)
    {
        await using var connection = new NpgsqlConnection($"{database};Pooling=false");
        return await connection.ExecuteScalarAsync<int>(
            "select count(*)::int from pg_stat_activity where datname = current_database() and wait_event_type = 'Lock'"
        );
    }

    // Writes until told to stop, each event again until it is answered; whatever was sent has been answered in the end.
    private static async Task<List<BenchEvent>> WriteAsync(TestTablet tablet, Guid[] own, CancellationToken enough)
    {
        var (answered, known) = (new List<BenchEvent>(), own.ToDictionary(s => s, _ => 1));
        while (!enough.IsCancellationRequested)
        {
            var some = own.Skip(answered.Count % own.Length).Take(3).Select(s => tablet.Make(s, new Batched(tablet.Device), known[s])).ToArray();
            while (!await AnsweredAsync(tablet, some))
            {
                await Task.Delay(20, CancellationToken.None);
            }

            answered.AddRange(some);
            foreach (var happened in some)
            {
                known[happened.About[0].Id]++;
            }
        }

        return answered;
    }

    private static async Task<bool> AnsweredAsync(TestTablet tablet, BenchEvent[] events)
    {
        try
        {
            return (await tablet.SendAsync(events)).All(status => status == 200);
        }
        catch (Exception fault)
            when (fault is IOException or System.Text.Json.JsonException or HttpRequestException { StatusCode: null or HttpStatusCode.ServiceUnavailable })
        {
            return false;
        }
    }

    private static async Task<List<Guid>> IdsAsync(string database)
    {
        await using var connection = new NpgsqlConnection($"{database};Pooling=false");
        return [.. await connection.QueryAsync<Guid>("select id from event")];
    }

    private static async Task<int> CountAsync(string database)
    {
        await using var connection = new NpgsqlConnection($"{database};Pooling=false");
        await connection.OpenAsync();
        await using var count = new NpgsqlCommand("select count(*)::int from event", connection);
        return (int)(await count.ExecuteScalarAsync())!;
    }
}
