using Dapper;
using Npgsql;

namespace Rhabdon.Data;

/// <summary>An event that could not be verified, and why.</summary>
/// <param name="Reason">In words.</param>
public sealed record Quarantined(Guid Event, Guid Actor, string Content, string? Signature, string Reason, IReadOnlyList<Guid> Terminations);

/// <summary>One of them as a strand's story tells it.</summary>
public sealed record QuarantineRow(Guid Event, Guid Actor, Guid SentBy, DateTime SentAt, string Reason, string Content, string? Signature);

/// <summary>Events that could not be verified: never lost and never counted.</summary>
public sealed class QuarantineStore(Database database)
{
    /// <summary>Most that one sender may leave here; what comes after is only refused.</summary>
    public const int MostOfOneSender = 5_000;

    private const string Columns = """q.event_id "Event", q.actor_id "Actor", q.sent_by "SentBy", q.sent_at "SentAt", q.reason "Reason", q.content "Content", q.signature "Signature" """;

    /// <summary>Keeps them, each once.</summary>
    public async Task AddAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyList<Quarantined> events, Guid sender)
    {
        foreach (var each in events)
        {
            await connection.ExecuteAsync(
                """
                with kept as (
                    insert into quarantine (event_id, actor_id, content, signature, reason, sent_by)
                    select @Event, @Actor, @Content, @Signature, @Reason, @sender where (select count(*) from quarantine where sent_by = @sender) < @most
                    on conflict do nothing returning event_id)
                insert into quarantine_of (termination_id, event_id) select t, kept.event_id from kept cross join unnest(@terminations) as t
                """,
                new { each.Event, each.Actor, each.Content, each.Signature, each.Reason, sender, terminations = each.Terminations.ToArray(), most = MostOfOneSender },
                transaction);
        }
    }

    public async Task<IReadOnlyList<QuarantineRow>> OfStrandAsync(Guid termination)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<QuarantineRow>(
            $"select {Columns} from quarantine q join quarantine_of o on o.event_id = q.event_id where o.termination_id = @termination order by q.sent_at, q.event_id", new { termination })).AsList();
    }

    public async Task<IReadOnlyList<QuarantineRow>> OfJobAsync(Guid job)
    {
        await using var connection = await database.OpenAsync();
        return (await connection.QueryAsync<QuarantineRow>(
            $"""
            select {Columns} from quarantine q where exists (select 1 from quarantine_of o join termination t on t.id = o.termination_id where o.event_id = q.event_id and t.job_id = @job)
            order by q.event_id
            """,
            new { job })).AsList();
    }
}
