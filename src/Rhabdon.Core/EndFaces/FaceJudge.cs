using System.Globalization;
using System.Text.Json.Serialization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.EndFaces;

[JsonConverter(typeof(EnumNames<FaceVerdict>))]
public enum FaceVerdict
{
    [JsonStringEnumMemberName("pass")]
    Pass,

    [JsonStringEnumMemberName("fail")]
    Fail,

    /// <summary>Only what may come off stands against it.</summary>
    [JsonStringEnumMemberName("clean-and-look-again")]
    CleanAndLookAgain,

    [JsonStringEnumMemberName("cannot-grade")]
    CannotGrade,
}

/// <summary>What one zone bears.</summary>
public sealed record ZoneVerdict(Zone Zone, int Scratches, int Defects, bool Passes);

/// <summary>A face held against a profile.</summary>
/// <param name="IsMarginal">True when another size within the uncertainty of one mark would change the verdict.</param>
/// <param name="Reasons">The decisive one first; empty for a face that passes.</param>
public sealed record FaceJudgement(FaceVerdict Verdict, bool IsMarginal, IReadOnlyList<ZoneVerdict> Zones, IReadOnlyList<Phrase> Reasons);

/// <summary>One thing that stands against a face, and the marks that it is about.</summary>
public sealed record Excess(Phrase Says, IReadOnlyList<Finding> Marks);

/// <summary>Holds what was found on a face against a profile's limits.</summary>
public static class FaceJudge
{
    public static FaceJudgement Judge(FaceLimits profile, IReadOnlyList<Finding> findings)
    {
        var verdict = VerdictOf(profile, findings);
        return new FaceJudgement(
            verdict,
            findings.Where(f => f.Uncertainty > 0).Any(f => IsDecisive(profile, findings, f, verdict)),
            [
                .. profile.Zones.Select(z => new ZoneVerdict(
                    z.Zone,
                    Count(findings, z.Zone, FindingClass.Scratch),
                    Count(findings, z.Zone, FindingClass.Defect),
                    !Excesses(z, findings).Any()
                )),
            ],
            [.. Against(profile, findings).Select(e => e.Says)]
        );
    }

    /// <summary>
    /// All that stands against a face, the decisive first. Whatever the profile, what no profile lets pass; then zone by zone what is too large or too many.
    /// </summary>
    public static IEnumerable<Excess> Against(FaceLimits profile, IReadOnlyList<Finding> findings) =>
        findings
            .Where(f => f.IsRefused)
            .Select(f => new Excess(
                Phrase.Of($"face.refused.{(f.Kind == FindingKind.Crack ? "crack" : f.Kind == FindingKind.Chip ? "chip" : "shattered")}"),
                [f]
            ))
            .Concat(profile.Zones.SelectMany(zone => Excesses(zone, findings)));

    private static FaceVerdict VerdictOf(FaceLimits profile, IReadOnlyList<Finding> findings) =>
        !Against(profile, findings).Any() ? FaceVerdict.Pass
        : Against(profile, [.. findings.Where(f => !f.MayComeOff)]).Any() ? FaceVerdict.Fail
        : FaceVerdict.CleanAndLookAgain;

    private static IEnumerable<Excess> Excesses(ZoneLimits zone, IReadOnlyList<Finding> findings) =>
        ((FindingClass[])[FindingClass.Defect, FindingClass.Scratch]).SelectMany(kind =>
            Excesses(zone, kind, [.. findings.Where(f => f.Zone == zone.Zone && f.Class == kind)])
        );

    private static IEnumerable<Excess> Excesses(ZoneLimits zone, FindingClass kind, IReadOnlyList<Finding> marks)
    {
        var bands = zone.Of(kind);
        var byBand = marks.ToLookup(m => BandOf(bands, m.Size));
        foreach (var large in byBand[-1].OrderByDescending(m => m.Size))
        {
            yield return bands.Count == 0
                ? Say([large], "none-allowed", ("size", Micrometers(large.Size)))
                : Say([large], "too-large", ("size", Micrometers(large.Size)), ("limit", Micrometers((double)bands[^1].End!.Value)));
        }

        for (var band = 0; band < bands.Count; band++)
        {
            if (bands[band].Most is { } most && byBand[band].Count() > most)
            {
                yield return Say(
                    [.. byBand[band]],
                    "too-many",
                    ("count", byBand[band].Count().ToString(CultureInfo.InvariantCulture)),
                    ("most", most.ToString(CultureInfo.InvariantCulture))
                );
            }
        }

        Excess Say(IReadOnlyList<Finding> about, string what, params (string Name, string Value)[] args) =>
            new(Phrase.Of($"face.{(kind == FindingClass.Scratch ? "scratch" : "defect")}.{what}", [("zone", zone.Zone.ToString()), .. args]), about);
    }

    private static int BandOf(IReadOnlyList<SizeBand> bands, double size)
    {
        for (var band = 0; band < bands.Count; band++)
        {
            if (bands[band].Holds(size))
            {
                return band;
            }
        }

        return -1;
    }

    private static bool IsDecisive(FaceLimits profile, IReadOnlyList<Finding> findings, Finding one, FaceVerdict verdict) =>
        ((double[])[one.Size - one.Uncertainty, one.Size + one.Uncertainty]).Any(size =>
            VerdictOf(profile, [.. findings.Select(f => ReferenceEquals(f, one) ? f with { Size = size } : f)]) != verdict
        );

    private static int Count(IReadOnlyList<Finding> findings, Zone zone, FindingClass kind) => findings.Count(f => f.Zone == zone && f.Class == kind);

    private static string Micrometers(double size) => $"{size.ToString("0.#", CultureInfo.InvariantCulture)} \u00b5m";
}
