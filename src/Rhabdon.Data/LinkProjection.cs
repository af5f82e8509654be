using System.Globalization;
using Rhabdon.Core;
using Rhabdon.Core.Bench;

namespace Rhabdon.Data;

/// <summary>What was measured on which link.</summary>
internal sealed class LinkProjection : RowProjection<LinkProjection.Row>
{
    private const char Separator = ' ';
    private const char Within = '@';

    public override StreamKind Kind => StreamKind.Link;

    public override int Version => 2;

    public override string Counts => "select stream_id, events from link_state where stream_id = any(@streams)";

    protected override string Reads =>
        """
            select stream_id "Id", job_id "Job", cable_id "Cable", strand, parts, grade, loss, loss_limit "Limit", wavelength, from_end "From", taken, against,
                came_out "CameOut", is_lit "IsLit", found, needs_a_look, events from link_state where stream_id = any(@ids)
            """;

    protected override string Writes =>
        """
            insert into link_state (stream_id, job_id, cable_id, strand, parts, grade, loss, loss_limit, wavelength, from_end, taken, against, came_out, is_lit,
                found, needs_a_look, events)
            values (@Id, @Job, @Cable, @Strand, @Parts, @Grade, @Loss, @Limit, @Wavelength, @From, @Taken, @Against, @CameOut, @IsLit, @Found, @NeedsALook, @Events)
            on conflict (stream_id) do update set job_id = excluded.job_id, cable_id = excluded.cable_id, strand = excluded.strand, parts = excluded.parts,
                grade = excluded.grade, loss = excluded.loss, loss_limit = excluded.loss_limit, wavelength = excluded.wavelength,
                from_end = excluded.from_end, taken = excluded.taken, against = excluded.against, came_out = excluded.came_out, is_lit = excluded.is_lit,
                found = excluded.found,
                needs_a_look = excluded.needs_a_look, events = excluded.events
            """;

    /// <summary>References and moments as they are written: <c>id@ticks id@ticks</c>, of a ten millionth of a second.</summary>
    public static IEnumerable<(Guid Reference, DateTimeOffset At)> Against(string written) =>
        written
            .Split(Separator, StringSplitOptions.RemoveEmptyEntries)
            .Select(w => w.Split(Within))
            .Select(w => (Guid.Parse(w[0]), new DateTimeOffset(long.Parse(w[1], CultureInfo.InvariantCulture), TimeSpan.Zero)));

    protected override Row RowOf(FoldedStream stream)
    {
        var state = ((IFold<LinkState>)stream).State;
        var worst = state.Worst;
        return new Row(
            state.Id,
            state.Place?.Job,
            state.Place?.Parts[0].Cable,
            state.Place?.Parts[0].Strand,
            state.Place?.Parts.Count ?? 0,
            JsonNames.Of(worst?.Worth),
            worst?.Loss.Thousandths,
            worst?.Limit.Thousandths,
            worst?.Wavelength,
            JsonNames.Of(worst?.From),
            state.Readings.Count,
            string.Join(Separator, state.Readings.Select(r => $"{r.Reference}{Within}{r.At.UtcTicks}")),
            state.Light?.CameOut,
            state.Light is not null,
            string.Join(Separator, state.Causes.Select(f => JsonNames.Of(f.Cause))),
            stream.NeedsALook,
            stream.Events.Count
        );
    }

    internal sealed record Row(
        Guid Id,
        Guid? Job,
        Guid? Cable,
        int? Strand,
        int Parts,
        string? Grade,
        int? Loss,
        int? Limit,
        int? Wavelength,
        string? From,
        int Taken,
        string Against,
        int? CameOut,
        bool IsLit,
        string Found,
        bool NeedsALook,
        int Events
    );
}
