using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>Who works where, since when.</summary>
internal sealed class WorkSessionProjection : RowProjection<WorkSessionProjection.Row>
{
    public override StreamKind Kind => StreamKind.WorkSession;

    public override int Version => 1;

    public override string Counts => "select stream_id, events from work_session_state where stream_id = any(@streams)";

    protected override string Reads =>
        """
            select stream_id "Id", person_id "Person", place, job_id "Job", began_at "Began", ended_at "Ended", needs_a_look,
                events from work_session_state where stream_id = any(@ids)
            """;

    protected override string Writes =>
        """
            insert into work_session_state (stream_id, person_id, place, job_id, began_at, ended_at, needs_a_look, events)
            values (@Id, @Person, @Place, @Job, @Began, @Ended, @NeedsALook, @Events)
            on conflict (stream_id) do update set person_id = excluded.person_id, place = excluded.place, job_id = excluded.job_id,
                began_at = excluded.began_at, ended_at = excluded.ended_at, needs_a_look = excluded.needs_a_look, events = excluded.events
            """;

    protected override Row RowOf(FoldedStream stream)
    {
        var state = ((IFold<WorkSessionState>)stream).State;
        return new Row(
            state.Session,
            state.Person,
            state.Place,
            state.Job,
            StoredTime.Of(state.Began),
            StoredTime.Of(state.Ended),
            stream.NeedsALook,
            stream.Events.Count
        );
    }

    internal sealed record Row(Guid Id, Guid? Person, string? Place, Guid? Job, DateTime? Began, DateTime? Ended, bool NeedsALook, int Events);
}
