using Dapper;
using Npgsql;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>A projection that writes one row a stream, and nothing that counts over several.</summary>
/// <typeparam name="TRow">A record: two that are equal hold the same.</typeparam>
internal abstract class RowProjection<TRow> : IStreamProjection
    where TRow : class
{
    public abstract StreamKind Kind { get; }

    public abstract int Version { get; }

    public abstract string Counts { get; }

    /// <summary>SQL that gives the rows of <c>@ids</c>.</summary>
    protected abstract string Reads { get; }

    /// <summary>SQL that writes a row, whether it is there or not.</summary>
    protected abstract string Writes { get; }

    protected abstract TRow RowOf(FoldedStream stream);

    public Task WriteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<StreamChange> changes) =>
        connection.ExecuteAsync(Writes, changes.Select(c => RowOf(c.After)).ToList(), transaction);

    public async Task<IReadOnlyList<Guid>> CheckAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Guid group,
        IReadOnlyCollection<FoldedStream> streams,
        bool write
    )
    {
        var held = (await connection.QueryAsync<TRow>(Reads, new { ids = streams.Select(s => s.Id).ToArray() }, transaction)).ToHashSet();
        var changed = streams.Select(s => (s.Id, Row: RowOf(s))).Where(s => !held.Contains(s.Row)).ToList();
        if (write)
        {
            await connection.ExecuteAsync(Writes, changed.ConvertAll(s => s.Row), transaction);
        }

        return [.. changed.Select(s => s.Id)];
    }
}
