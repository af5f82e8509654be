using Dapper;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Data;

/// <summary>A strand whose present step has a time that runs.</summary>
/// <param name="Cable">Its name.</param>
public sealed record StrandOnClock(Guid Termination, int Strand, string Cable);

/// <summary>What a crew waits for: strands whose time runs, and sessions of a day that may have started one.</summary>
public sealed class ClockStore(Database database, EventStore events)
{
    private const int MostStrands = 600;
    private const int MostSessions = 60;

    // Longer ago nobody waits any more.
    private static readonly TimeSpan Back = TimeSpan.FromHours(24);

    // Oneself, and whoever is in one of one's crews today.
    private const string OfMates = $"""
        in (select @Person union select cm.person_id from crew_member cm join crew on crew.id = cm.crew_id where {CrewStore.IsMine})
        """;

    public async Task<IReadOnlyList<StrandOnClock>> StrandsAsync(Access access)
    {
        await using var connection = await database.OpenAsync();
        return (
            await connection.QueryAsync<StrandOnClock>(
                $"""
                select t.id "Termination", t.strand, cable.name "Cable" from termination_state s join termination t on t.id = s.termination_id
                    join job on job.id = t.job_id join cable on cable.id = t.cable_id
                where s.clock_since > @since and s.in_hand {OfMates} and {Access.SeesJob} order by s.clock_since limit @MostStrands
                """,
                Asked(access)
            )
        ).AsList();
    }

    public async Task<IReadOnlyList<FoldedWorkSession>> SessionsAsync(Access access, RecipeBook book)
    {
        await using var connection = await database.OpenAsync();
        var ids = await connection.QueryAsync<Guid>(
            $"""
            select stream_id from work_session_state where person_id {OfMates} and ended_at is null and began_at > @since order by began_at limit @MostSessions
            """,
            Asked(access)
        );
        var streams = await events.StreamsAsync(connection, null, ids.ToDictionary(id => id, _ => StreamKind.WorkSession), book);
        return [.. streams.Values.Cast<FoldedWorkSession>()];
    }

    private static object Asked(Access access) =>
        new
        {
            access.Person,
            access.IsOwner,
            access.Now,
            since = access.Now - Back,
            MostStrands,
            MostSessions,
        };
}
