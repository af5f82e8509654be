using Rhabdon.Core.Bench;
using Rhabdon.Core.Tools;

namespace Rhabdon.Data;

/// <summary>Which tools and lots there are, and whose.</summary>
internal sealed class GearProjection : RowProjection<GearProjection.Row>
{
    public override StreamKind Kind => StreamKind.Gear;

    public override int Version => 1;

    public override string Counts => "select stream_id, events from gear_state where stream_id = any(@streams)";

    protected override string Reads =>
        """
            select stream_id "Id", gear, name, code, crew_id "Crew", is_aside "IsAside", is_gone "IsGone", needs_a_look, events
            from gear_state where stream_id = any(@ids)
            """;

    protected override string Writes =>
        """
            insert into gear_state (stream_id, gear, name, code, crew_id, is_aside, is_gone, needs_a_look, events)
            values (@Id, @Gear, @Name, @Code, @Crew, @IsAside, @IsGone, @NeedsALook, @Events)
            on conflict (stream_id) do update set gear = excluded.gear, name = excluded.name, code = excluded.code, crew_id = excluded.crew_id,
                is_aside = excluded.is_aside, is_gone = excluded.is_gone, needs_a_look = excluded.needs_a_look, events = excluded.events
            """;

    protected override Row RowOf(FoldedStream stream)
    {
        var state = ((IFold<GearState>)stream).State;
        return new Row(
            state.Id,
            state.Card?.Gear,
            state.Card?.Name,
            state.Card?.Code,
            state.Card?.Crew,
            state.Quarantine is not null,
            state.Retired is not null,
            stream.NeedsALook,
            stream.Events.Count
        );
    }

    internal sealed record Row(Guid Id, string? Gear, string? Name, string? Code, Guid? Crew, bool IsAside, bool IsGone, bool NeedsALook, int Events);
}
