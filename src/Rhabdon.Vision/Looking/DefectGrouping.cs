using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Company;

namespace Rhabdon.Vision.Looking;

/// <summary>The patches on glass and ferrule as marks: put together over the ring, and named by their looks and by the company they keep.</summary>
/// <param name="ring">The adhesive's, between the two.</param>
/// <param name="glassEdge">Radius of what was judged as glass, micrometers; <paramref name="ferruleFrom"/> that from which the ferrule was.</param>
/// <param name="blur">Of the lens, micrometers.</param>
internal sealed class DefectGrouping(RingView ring, double glassEdge, double ferruleFrom, double blur)
{
    /// <param name="faint">Wide faint patches on the glass, found apart from the others.</param>
    public IReadOnlyList<(Blob Blob, FindingKind Kind)> Name(IReadOnlyList<Blob> faint, IEnumerable<Blob> onGlass, IEnumerable<Blob> onFerrule)
    {
        var (glass, ferrule) = (onGlass.ToList(), onFerrule.ToList());
        var across = TakeAcross(glass, ferrule);
        ferrule.RemoveAll(b => b.Size < LeastOnFerrule);
        List<Blob> atRing = [.. faint.Concat(glass).Concat(across.Select(a => a.Glass)).Where(b => b.MeetsRingFromWithin(glassEdge))];
        var halves = ferrule.FindAll(b => b.MeetsRingFromOutside(ferruleFrom) && atRing.Exists(b.IsAbreastOf));
        List<(Blob Blob, FindingKind Kind)> beyond = [.. ferrule.Except(halves).Select(b => (b, Beyond(b))).Where(IsThere)];
        var within = InCompany(
            Clumped([.. glass.Where(b => !IsCutOff(b)).Select(b => (b, DefectClassifier.Of(b, DirtLikelihood.OnGlass(b)))).Where(IsThere)]),
            beyond
        );
        List<(Blob Blob, FindingKind Kind)> elsewhere = [.. within.Where(p => !p.Blob.MeetsRingFromWithin(glassEdge)), .. beyond.Where(p => p.Blob.IsCompact)];

        // What is dirt at the ring by its own looks is company for the others there.
        var named = AtRing(NamerBeside(elsewhere));
        named = AtRing(NamerBeside(elsewhere.Concat(named)));
        return [.. within.Select(p => (OutToEdge(p.Blob), p.Kind)), .. beyond.Select(p => (InToEdge(p.Blob), p.Kind)), .. named];

        List<(Blob Blob, FindingKind Kind)> AtRing(RingDefectClassifier names) =>
            [
                .. faint.Select(b => (b, names.Faint(b))),
                .. glass.Where(IsCutOff).Select(b => (OutToEdge(b), names.OnGlass(b))).Where(IsThere),
                .. halves.Select(b => (InToEdge(b), names.OnFerrule(b))),
                .. across
                    .Select(a => (Whole: a.Glass.With(a.Ferrule, ferruleFrom - glassEdge), a.Glass, a.Ferrule))
                    .Select(a => (a.Whole, names.CrossSection(a.Whole, a.Glass, a.Ferrule))),
            ];
    }

    private RingDefectClassifier NamerBeside(IEnumerable<(Blob Blob, FindingKind Kind)> others) => new(ring, glassEdge, blur, DepthOf(others));

    // Adhesive shows on the glass as well.
    private FindingKind Beyond(Blob blob) =>
        !blob.MeetsRingFromOutside(ferruleFrom) ? DefectClassifier.Of(blob, DirtLikelihood.OnFerrule(blob))
        : DefectClassifier.IsFilm(blob) ? FindingKind.Film
        : FindingKind.LooseDirt;

    private bool IsThere((Blob Blob, FindingKind Kind) patch) => patch.Kind != FindingKind.LooseDirt || Math.Abs(patch.Blob.Contrast) >= FaintestDirt;

    private static float DepthOf(IEnumerable<(Blob Blob, FindingKind Kind)> patches) =>
        patches.Where(p => p.Kind == FindingKind.LooseDirt).Select(p => -p.Blob.Contrast).DefaultIfEmpty().Max();

    private Blob InToEdge(Blob blob) =>
        blob.Size >= LeastUnderRing && blob.MeetsRingFromOutside(ferruleFrom) ? blob.InTo(FiberDimensions.CladdingRadius) : blob;

    private bool IsCutOff(Blob blob) => blob.Farthest >= glassEdge - CutOff;

    private Blob OutToEdge(Blob blob) => blob.MeetsRingFromWithin(glassEdge) ? blob.OutTo(FiberDimensions.CladdingRadius) : blob;

    // The two halves of each mark that lies over the ring, taken from where they were found.
    private List<(Blob Glass, Blob Ferrule)> TakeAcross(List<Blob> onGlass, List<Blob> onFerrule)
    {
        var across = new List<(Blob Glass, Blob Ferrule)>();
        foreach (var glass in onGlass.Where(b => b.MeetsRingFromWithin(glassEdge)).ToList())
        {
            if (onFerrule.Find(f => f.MeetsRingFromOutside(ferruleFrom) && glass.GoesOnIn(f)) is { } other)
            {
                across.Add((glass, other));
                onGlass.Remove(glass);
                onFerrule.Remove(other);
            }
        }

        return across;
    }

    // Cleaning takes a minute, and the next look tells: what is as likely dirt as a pit is dirt, and so is a small mark right beside dirt (common practice).
    private static List<(Blob Blob, FindingKind Kind)> InCompany(List<(Blob Blob, FindingKind Kind)> patches, List<(Blob Blob, FindingKind Kind)> beyond)
    {
        var doubtful = patches.FindAll(p => p.Kind is FindingKind.Pit or FindingKind.LooseDirt);
        var dirtBeyond = beyond.FindAll(p => p.Kind == FindingKind.LooseDirt && p.Blob.IsCompact);
        List<double> odds = [.. doubtful.Select(OddsOf), .. dirtBeyond.Select(p => Math.Max(0, DirtLikelihood.OnFerrule(p.Blob)))];
        List<(Blob Blob, FindingKind Kind)> named =
        [
            .. doubtful.Select((p, i) => (p.Blob, DirtLikelihood.InCompany(odds, i) > 0 ? FindingKind.LooseDirt : FindingKind.Pit)),
            .. patches.Except(doubtful),
        ];
        var dirt = named
            .Concat(dirtBeyond)
            .Where(p => p.Kind == FindingKind.LooseDirt && DirtLikelihood.OnGlass(p.Blob) > SureDirt)
            .Select(p => p.Blob)
            .ToList();
        return named.ConvertAll(p => IsCrumb(p.Blob, p.Kind, dirt) ? (p.Blob, FindingKind.LooseDirt) : p);
    }

    // A clump is dirt, however round its pieces are.
    private static double OddsOf((Blob Blob, FindingKind Kind) patch) =>
        DirtLikelihood.OnGlass(patch.Blob) is var looks && patch.Kind == FindingKind.LooseDirt && looks <= 0 ? Thresholds.Dirt.Most : looks;

    // What lies in a clump is dirt, and one mark.
    private static List<(Blob Blob, FindingKind Kind)> Clumped(List<(Blob Blob, FindingKind Kind)> patches)
    {
        var (clumped, open) = (new List<(Blob Blob, FindingKind Kind)>(), new List<(Blob Blob, FindingKind Kind)>(patches));
        while (open.Count > 0)
        {
            var clump = new List<Blob> { open[0].Blob };
            var kind = open[0].Kind;
            open.RemoveAt(0);
            for (var i = 0; i < clump.Count && kind is FindingKind.Pit or FindingKind.LooseDirt; i++)
            {
                clump.AddRange(open.Where(p => p.Kind is FindingKind.Pit or FindingKind.LooseDirt && p.Blob.ClumpsWith(clump[i])).Select(p => p.Blob));
                open.RemoveAll(p => clump.Contains(p.Blob));
            }

            clumped.Add((clump.Aggregate((whole, next) => whole.Beside(next)), clump.Count > 1 ? FindingKind.LooseDirt : kind));
        }

        return clumped;
    }

    private static bool IsCrumb(Blob blob, FindingKind kind, List<Blob> dirt) =>
        kind is FindingKind.Pit or FindingKind.Scratch
        && blob.Length < LargestCrumb
        && dirt.Exists(d => blob.Apart(d) < ((blob.Length + d.Length) / 2) + CrumbsReach);
}
