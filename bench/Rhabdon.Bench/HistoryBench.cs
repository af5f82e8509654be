using System.Globalization;
using Npgsql;

namespace Rhabdon.Bench;

/// <summary>What schedule, quality and cost ask of the history of work, with 5 million rows of it over three years.</summary>
internal static class HistoryBench
{
    private const int Terminations = 100_000;
    private const int EntriesEach = 50;

    private static readonly Dictionary<string, string> Questions = new()
    {
        ["yield of a crew, 90 days, by method"] = """
            select method, count(*) filter (where outcome is not null) as attempts, count(*) filter (where outcome = 'accepted' and attempt = 1) as first_pass
            from work_history where crew_id = @crew and at >= now() - interval '90 days' and outcome is not null group by method
            """,
        ["pace of a method, a quarter, by step"] = """
            select step, percentile_cont(array[0.1, 0.5, 0.9]) within group (order by seconds / strands::float) from work_history
            where method = @method and at >= now() - interval '90 days' and seconds is not null group by step
            """,
        ["causes of rework on a job"] = """
            select sign, count(*) from work_history where job_id = @job and sign is not null group by sign order by 2 desc
            """,
        ["hours of a crew, 90 days, by week"] = """
            select date_trunc('week', at), sum(seconds / strands::float) / 3600 from work_history
            where crew_id = @crew and at >= now() - interval '90 days' and seconds is not null group by 1 order by 1
            """,
    };

    public static async Task RunAsync(string database)
    {
        await Seed.GrowAsync(database, Terminations);
        await using var connection = new NpgsqlConnection(database);
        await connection.OpenAsync();
        await FillAsync(connection);
        var rows = await OneAsync<long>(connection, "select count(*) from work_history");
        foreach (var (name, sql) in Questions)
        {
            var asked = await Timed.OfAsync(20, async () => await AskAsync(connection, sql));
            Timed.Say($"history: {name}: median {Timed.Number(asked.Median)} ms, p95 {Timed.Number(asked.P95)} ms at {Timed.Number(rows)} rows (aim < 100)");
        }
    }

    // Twenty crews, ten methods, nine steps; one entry in fifty ends an attempt and one in forty has a cause.
    private static async Task FillAsync(NpgsqlConnection connection)
    {
        await using var fill = new NpgsqlCommand(
            string.Create(
                CultureInfo.InvariantCulture,
                $"""
                insert into work_history (termination_id, event_id, job_id, at, kind, actor_id, crew_id, method, recipe_id, recipe_version, attempt, try, step,
                    verdict, sign, seconds, strands, outcome)
                select t.id, gen_random_uuid(), t.job_id, now() - interval '3 years' * random(), 'step-done', t.job_id,
                    md5('crew' || (n.number % 20))::uuid, 'method-' || (hashtext(t.job_id::text) & 7), 'M4', 1, 1 + (n.number % 11 = 0)::int, 1, 'step-' || n.number % 9,
                    'good', case when n.number % 40 = 0 then 'sign-' || n.number % 3 end, (random() * 200)::int, 1 + n.number % 12,
                    case when n.number % 50 = 0 then 'accepted' end
                from (select id, job_id, row_number() over () as place from termination limit {Terminations}) t
                cross join lateral (select t.place * {EntriesEach} + g as number from generate_series(1, {EntriesEach}) g) n
                on conflict do nothing
                """
            ),
            connection
        )
        {
            CommandTimeout = 0,
        };
        await fill.ExecuteNonQueryAsync();
        await using var settle = new NpgsqlCommand("vacuum analyze work_history", connection) { CommandTimeout = 0 };
        await settle.ExecuteNonQueryAsync();
    }

    private static async Task AskAsync(NpgsqlConnection connection, string sql)
    {
        await using var command = new NpgsqlCommand(sql, connection);
        command.Parameters.AddWithValue("crew", await OneAsync<Guid>(connection, "select md5('crew7')::uuid"));
        command.Parameters.AddWithValue("method", "method-3");
        command.Parameters.AddWithValue("job", await OneAsync<Guid>(connection, "select job_id from work_history limit 1"));
        await using var answer = await command.ExecuteReaderAsync();
        while (await answer.ReadAsync())
        {
            // Each row is read as a page would.
        }
    }

    private static async Task<T> OneAsync<T>(NpgsqlConnection connection, string sql)
    {
        await using var command = new NpgsqlCommand(sql, connection);
        return (T)(await command.ExecuteScalarAsync())!;
    }
}
