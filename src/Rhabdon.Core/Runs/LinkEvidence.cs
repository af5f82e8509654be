using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>Gathers what is recorded of a link and its two ends into a question about its cause.</summary>
public static class LinkEvidence
{
    private const string Estimate = "splice-estimate";
    private const string StubCore = "stub-core";

    /// <summary>Null while nothing is wrong with it, as far as was measured.</summary>
    /// <param name="near">The first end of all, null where it is not known; <paramref name="far"/> the last.</param>
    /// <param name="others">The other links of the cable: those measured against the same reference tell of it.</param>
    /// <param name="priors">Shares of the causes, as the crew has found them; null for the start figures.</param>
    /// <param name="isToolSuspect">Whether an end's last attempt was made with a tool or lot that has more trouble than others; null for no.</param>
    public static DiagnosisQuestion? Of(
        RunCable cable,
        int strand,
        LinkState link,
        TerminationState? near,
        TerminationState? far,
        IEnumerable<LinkState> others,
        Func<Guid, ReferenceState> reference,
        IReadOnlyDictionary<Cause, decimal>? priors = null,
        Func<Guid, bool>? isToolSuspect = null
    )
    {
        if (link.Worst is not { Worth: not LossGrade.Pass } worst)
        {
            return null;
        }

        var held = reference(worst.Reference);
        var asked = Asked(cable, strand, link) with
        {
            Near = Known(near),
            Far = Known(far),
            Reflectance = (link.Reflectances ?? []).MaxBy(r => r.Reflectance.Thousandths)?.Reflectance,
            IsReferenceInDoubt = held.IsInDoubt(worst.At),
            Priors = priors,
            ReferenceHours = held.At is { } taken ? (decimal)Math.Max(0, (worst.At - taken).TotalHours) : null,
        };
        var same = others.Where(o => o.Id != link.Id && o.Readings.Any(r => r.Reference == worst.Reference)).ToList();
        return same.Count == 0
            ? asked
            : asked with
            {
                Neighbors = new NeighborEvidence(
                    same.Count,
                    Decibel.Of((decimal)same.Average(o => LinkDiagnosis.MeanExcess(Asked(cable, cable.StrandOf(o.Place!), o))))
                ),
            };

        EndEvidence? Known(TerminationState? end) => end is null ? null : EndOf(end) with { IsToolSuspect = isToolSuspect?.Invoke(end.Termination) == true };
    }

    /// <summary>The same as it stood when a reading was taken: the link and its ends as their events up to then have them.</summary>
    /// <param name="at">When it was.</param>
    public static DiagnosisQuestion? Then(
        DateTimeOffset at,
        RunCable cable,
        int strand,
        FoldedLink link,
        IReadOnlyList<FoldedTermination> ends,
        RecipeBook book,
        Func<Guid, ReferenceState> reference,
        IReadOnlyDictionary<Cause, decimal>? priors
    )
    {
        var then = ends.Select(e => FoldedTermination.Of(e.Id, e.Events.Where(h => h.When <= at), book).State).ToList();
        var state = FoldedLink.Of(link.Id, link.Events.Where(h => h.When <= at)).State;
        return Of(cable, strand, state, then[0], then[^1], [], reference, priors);
    }

    private static DiagnosisQuestion Asked(RunCable cable, int strand, LinkState link) =>
        new(
            cable.Grade,
            [.. link.Readings.Select(r => new LossEvidence(r.Wavelength, r.From, r.Loss, r.Limit))],
            link.Measured ?? cable.Length,
            LinkBudget.EndPairsCounted(link.Readings[0].By.Method) + link.Readings[0].By.Pairs,
            link.Readings[0].By.Splices
        );

    /// <summary>What is recorded of an end.</summary>
    internal static EndEvidence EndOf(TerminationState state)
    {
        var tries = state.Attempts.Count == 0 ? [] : state.Attempts[^1].Tries;
        var readings = tries.SelectMany(t => t.Steps).Select(s => s.Reading).OfType<Verification.Reading>().ToList();
        return new EndEvidence(
            MethodOf(state.Worked),
            state.Plan?.Polish,
            readings.FindLast(r => r.Face is not null)?.Face is { } face ? FaceOf(face) : null,
            CleaveAngle: readings.FindLast(r => r.Angle is not null || r.Angles is not null) is { } cleave ? cleave.Angle ?? cleave.Angles!.Worse : null,
            Estimate: readings.FindLast(r => r.Check == Estimate)?.Loss,
            Tries: Math.Max(0, tries.Count - 1),
            Fiber: readings.FindLast(r => r.Check == StubCore)?.Choice switch
            {
                "9" => FiberGrade.OS2,
                "62" or "62.5" => FiberGrade.OM1,
                "50" => FiberGrade.OM4,
                _ => null,
            }
        );
    }

    // By the sign that the ladder would treat; a verdict without one by itself.
    private static FaceEvidence? FaceOf(FaceSeen face) =>
        face.Sign switch
        {
            FaceSymptom.Dirt => FaceEvidence.Dirty,
            FaceSymptom.AdhesiveLeft => FaceEvidence.Adhesive,
            FaceSymptom.FineScratches or FaceSymptom.HeavyScratches => FaceEvidence.Scratched,
            FaceSymptom.Pit => FaceEvidence.Chipped,
            FaceSymptom.ChipCore => FaceEvidence.Cracked,
            _ => face.Grade.Verdict switch
            {
                FaceVerdict.Pass => FaceEvidence.Clean,
                FaceVerdict.CleanAndLookAgain => FaceEvidence.Dirty,
                FaceVerdict.Fail => FaceEvidence.Scratched,
                _ => null,
            },
        };

    private static EndMethod? MethodOf(Recipe? worked) =>
        worked?.Serves.Method switch
        {
            "adhesive" or "hot-melt" => EndMethod.Polished,
            "mechanical" or "mechanical-splice" => EndMethod.Mechanical,
            "splice-on" or "pigtail-fusion" or "ribbon-fusion" => EndMethod.Fused,
            _ => null,
        };
}
