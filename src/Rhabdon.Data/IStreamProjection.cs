using Npgsql;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>A stream as it was and as it is.</summary>
/// <param name="Before">Null when what is written of it is to be written whole.</param>
public sealed record StreamChange(FoldedStream? Before, FoldedStream After);

/// <summary>What is written beside the events of one kind of stream, so that lists and counts need not fold.</summary>
internal interface IStreamProjection
{
    StreamKind Kind { get; }

    /// <summary>Raised whenever the same events would be written otherwise.</summary>
    int Version { get; }

    /// <summary>SQL that gives, for each of <c>@streams</c> that was written, its id and how many events it held.</summary>
    string Counts { get; }

    /// <summary>Writes streams as they are now. They must be locked.</summary>
    Task WriteAsync(NpgsqlConnection connection, NpgsqlTransaction transaction, IReadOnlyCollection<StreamChange> changes);

    /// <summary>Compares what is written of a group's streams with what they fold to; with <paramref name="write"/>, writes it anew.</summary>
    /// <returns>The streams that differed, and the group where what is counted for all of it did.</returns>
    Task<IReadOnlyList<Guid>> CheckAsync(
        NpgsqlConnection connection,
        NpgsqlTransaction transaction,
        Guid group,
        IReadOnlyCollection<FoldedStream> streams,
        bool write
    );
}

internal static class StreamProjections
{
    public static IReadOnlyList<IStreamProjection> All { get; } =
    [new TerminationProjection(), new WorkSessionProjection(), new CableEndProjection(), new LinkProjection(), new ReferenceProjection(), new GearProjection()];

    /// <summary>One number for the shape of all of them.</summary>
    public static int Version => All.Sum(p => p.Version);

    public static IStreamProjection Of(StreamKind kind) => All.First(p => p.Kind == kind);
}
