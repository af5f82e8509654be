using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>Which references were taken on which job, and which are in use.</summary>
internal sealed class ReferenceProjection : RowProjection<ReferenceProjection.Row>
{
    public override StreamKind Kind => StreamKind.Reference;

    public override int Version => 1;

    public override string Counts => "select stream_id, events from reference_state where stream_id = any(@streams)";

    protected override string Reads =>
        """
            select stream_id "Id", job_id "Job", taken_at "Taken", ended_at "Ended", needs_a_look, events from reference_state where stream_id = any(@ids)
            """;

    protected override string Writes =>
        """
            insert into reference_state (stream_id, job_id, taken_at, ended_at, needs_a_look, events)
            values (@Id, @Job, @Taken, @Ended, @NeedsALook, @Events)
            on conflict (stream_id) do update set job_id = excluded.job_id, taken_at = excluded.taken_at, ended_at = excluded.ended_at,
                needs_a_look = excluded.needs_a_look, events = excluded.events
            """;

    protected override Row RowOf(FoldedStream stream)
    {
        var state = ((IFold<ReferenceState>)stream).State;
        return new Row(state.Id, state.Taken?.Job, StoredTime.Of(state.At), StoredTime.Of(state.Ended), stream.NeedsALook, stream.Events.Count);
    }

    internal sealed record Row(Guid Id, Guid? Job, DateTime? Taken, DateTime? Ended, bool NeedsALook, int Events);
}
