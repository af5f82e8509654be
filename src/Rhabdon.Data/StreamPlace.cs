using Dapper;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>A stream and where it belongs.</summary>
/// <param name="Group">The streams that are locked together: those of a cable, or one by itself.</param>
/// <param name="Job">Null for what belongs to none.</param>
public sealed record StreamPlace(Guid Stream, StreamKind Kind, Guid Group, Guid? Job)
{
    /// <summary>Adds those streams that are not there yet, in the transaction in which their first events come.</summary>
    /// <exception cref="PostgresException">Another transaction has just added one of them (unique violation).</exception>
    internal static Task AddAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<StreamPlace> places) =>
        places.Count == 0
            ? Task.CompletedTask
            : connection.ExecuteAsync(
                """
                insert into stream_group (id) select distinct g from unnest(@Groups) as t (g) order by g on conflict do nothing;
                insert into stream (id, kind, group_id, job_id) select * from unnest(@Streams, @Kinds, @Groups, @Jobs) as t (id, kind, group_id, job_id)
                where not exists (select from stream s where s.id = t.id)
                """,
                new
                {
                    Streams = places.Select(p => p.Stream).ToArray(),
                    Kinds = places.Select(p => JsonNames.Of(p.Kind)).ToArray(),
                    Groups = places.Select(p => p.Group).ToArray(),
                    Jobs = places.Select(p => p.Job).ToArray(),
                },
                transaction
            );
}
