using Rhabdon.Core;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>Which steps are done at which cable's end.</summary>
internal sealed class CableEndProjection : RowProjection<CableEndProjection.Row>
{
    /// <summary>Parts the steps in a row.</summary>
    public const char Separator = ' ';

    public override StreamKind Kind => StreamKind.CableEnd;

    public override int Version => 1;

    public override string Counts => "select stream_id, events from cable_end_state where stream_id = any(@streams)";

    protected override string Reads =>
        """
            select stream_id "Id", cable_id "Cable", cable_end "End", steps, needs_a_look, events from cable_end_state where stream_id = any(@ids)
            """;

    protected override string Writes =>
        """
            insert into cable_end_state (stream_id, cable_id, cable_end, steps, needs_a_look, events)
            values (@Id, @Cable, @End, @Steps, @NeedsALook, @Events)
            on conflict (stream_id) do update set cable_id = excluded.cable_id, cable_end = excluded.cable_end, steps = excluded.steps,
                needs_a_look = excluded.needs_a_look, events = excluded.events
            """;

    protected override Row RowOf(FoldedStream stream)
    {
        var state = ((IFold<CableEndState>)stream).State;
        var place = stream.Events.Select(e => e.Body).OfType<CableEndEvent>().FirstOrDefault();
        return new Row(
            state.Id,
            place?.Cable,
            JsonNames.Of(place?.End),
            string.Join(Separator, state.Steps.Select(s => s.Step).Where(state.HasDone)),
            stream.NeedsALook,
            stream.Events.Count
        );
    }

    internal sealed record Row(Guid Id, Guid? Cable, string? End, string Steps, bool NeedsALook, int Events);
}
