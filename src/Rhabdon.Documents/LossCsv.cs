using System.Globalization;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;

namespace Rhabdon.Documents;

/// <summary>The losses of a job as a table: one row a reading, those that later ones took the place of among them. It can be read in again.</summary>
public static class LossCsv
{
    private static readonly string[] Head =
    [
        "cable",
        "strand",
        "wavelength_nm",
        "from",
        "loss_db",
        "limit_db",
        "margin_db",
        "result",
        "in_doubt",
        "settled",
        "counts",
        "reference_method",
        "measured_at",
        "measured_by",
        "reflectance_near_db",
        "reflectance_far_db",
        "found",
    ];

    /// <param name="links">Each link with the name of its cable.</param>
    /// <param name="remade">When an end of a link last went back to the bench; null for never.</param>
    /// <param name="references">The state of each reference that was measured against.</param>
    /// <param name="names">People by id.</param>
    public static byte[] Write(
        IEnumerable<(string Cable, LinkState Link)> links,
        Func<LinkPlace, DateTimeOffset?> remade,
        IReadOnlyDictionary<Guid, ReferenceState> references,
        IReadOnlyDictionary<Guid, string> names
    ) =>
        CsvSheet.Write(
            Head,
            links.SelectMany(l =>
                l.Link.Readings.Concat(l.Link.Earlier)
                    .OrderBy(r => r.At)
                    .Select(r => Cells(l.Cable, l.Link, r, r.IsInDoubt(remade(l.Link.Place!), references[r.Reference]), names))
            )
        );

    private static IEnumerable<string?> Cells(string cable, LinkState link, LossRecord read, bool isInDoubt, IReadOnlyDictionary<Guid, string> names)
    {
        yield return cable;
        yield return string.Join(" ", link.Place!.Parts.Select(p => Number(p.Strand)));
        yield return Number(read.Wavelength);
        yield return read.From == CableEnd.Near ? "near" : "far";
        yield return Number(read.Loss.Amount);
        yield return Number(read.Limit.Amount);
        yield return Number((read.Limit - read.Loss).Amount);
        yield return read.Grade.ToString().ToLowerInvariant();
        yield return isInDoubt ? "yes" : "no";
        yield return read.Settled?.Reason;
        yield return link.Readings.Contains(read) ? "yes" : "no";
        yield return read.By.Method switch
        {
            ReferenceMethod.OneCord => "one cord",
            ReferenceMethod.TwoCord => "two cords",
            _ => "three cords",
        };
        yield return read.At.ToString("O", CultureInfo.InvariantCulture);
        yield return names.GetValueOrDefault(read.Actor);
        yield return ThrownBack(link, CableEnd.Near);
        yield return ThrownBack(link, CableEnd.Far);
        yield return string.Join(" ", link.Causes.Select(f => JsonNames.Of(f.Cause)));
    }

    // The worst that was read at an end.
    private static string? ThrownBack(LinkState link, CableEnd end) =>
        (link.Reflectances ?? []).Where(r => r.End == end).MaxBy(r => r.Reflectance.Thousandths) is { } worst ? Number(worst.Reflectance.Amount) : null;

    private static string Number(decimal number) => number.ToString("0.###", CultureInfo.InvariantCulture);
}
