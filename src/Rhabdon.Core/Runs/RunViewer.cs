using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>Puts a test run into what the screen shows.</summary>
public sealed class RunViewer(Phrasebook words, string language)
{
    /// <param name="strands">Whose rows are wanted; null for all.</param>
    public RunView View(TestRun run, IReadOnlySet<int>? strands = null)
    {
        RunColumn[] columns = [.. run.Cable.Plan.From.SelectMany(from => run.Cable.Plan.At(run.Cable.Grade).Select(w => new RunColumn(w, from)))];
        return new RunView(
            run.Turn is { } now ? NowOf(run, now) : null,
            columns,
            [.. run.Cable.Strands.Where(s => strands?.Contains(s.Strand) ?? true).Select(s => RowOf(run, s, columns))],
            TallyOf(run, columns),
            ReferenceOf(run),
            words.Say(run.Cable.BudgetIn(language)),
            PolarityOf(run)
        );
    }

    /// <summary>What is being typed: the grade and what is said beside the field; a fault says what would do.</summary>
    public RunJudged Judge(TestRun run, ReadLoss read)
    {
        if (run.Fault(read.Key) is { } unknown)
        {
            return new RunJudged(null, null, null, words.Say(unknown));
        }

        var (loss, _, fault) = run.LossOf(read);
        var basis = run.BasisOf(read.Key.Strand);
        var (limit, at) = (basis.Limit(read.Key.Wavelength), read.Key.Wavelength);
        return fault is not null
            ? new RunJudged(null, null, null, words.Say(fault))
            : new RunJudged(basis.Judge(at, loss), loss, limit - loss, Says(basis.Judge(at, loss), loss, limit, basis.Uncertainty));
    }

    private RunNow NowOf(TestRun run, RunKey key)
    {
        var strand = run.Cable.Strands.First(s => s.Strand == key.Strand);
        var (near, basis, fault) = (key.From == CableEnd.Near, run.BasisOf(key.Strand), run.Fault(key));
        var limit = fault is null ? LinkBudget.Of(basis.At(key.Wavelength), BudgetTables.Shipped) : null;
        return new RunNow(
            key,
            StrandColor.Of(key.Strand),
            near ? strand.Near : strand.Far,
            near ? strand.Far : strand.Near,
            limit?.Limit,
            Scale(limit?.Limit ?? default, basis.Uncertainty),
            basis.Uncertainty,
            limit?.Lines ?? [],
            fault is null ? null : words.Say(fault),
            run.Read(key) is { } read ? CellOf(run, key.Strand, read) : null
        );
    }

    // The limit stands at three quarters of the bar, so that what fails is seen to.
    private static Decibel Scale(Decibel limit, Decibel uncertainty) => Decibel.Of((limit.Amount + uncertainty.Amount) * 4m / 3m);

    private RunRow RowOf(TestRun run, RunStrand strand, IReadOnlyList<RunColumn> columns)
    {
        var state = run.LinkOf(strand.Strand);
        RunCell?[] cells = [.. columns.Select(c => state.Of(c.Wavelength, c.From) is { } read ? CellOf(run, strand.Strand, read) : null)];
        return new RunRow(
            strand.Strand,
            StrandColor.Of(strand.Strand),
            strand.Near,
            strand.Far,
            cells,
            cells.Any(c => c is null) ? null : cells.Max(c => c!.Grade),
            CrossedOf(run, strand, state)
        );
    }

    private string? PolarityOf(TestRun run)
    {
        var seen = run
            .Cable.Strands.Select(s => (s.Strand, run.LinkOf(s.Strand).Light))
            .Where(s => s.Light is not null)
            .ToDictionary(s => s.Strand, s => s.Light!.CameOut);
        var check = PolarityCheck.Of(seen);
        return check.Finding == PolarityFinding.Straight
            ? null
            : words.Say(
                Phrase.Of(
                    check.Finding switch
                    {
                        PolarityFinding.PairsFlipped => PhraseKeys.Run.PolarityPairsFlipped,
                        PolarityFinding.Reversed => PhraseKeys.Run.PolarityReversed,
                        PolarityFinding.Crossed => PhraseKeys.Run.PolarityCrossed,
                        _ => PhraseKeys.Run.PolarityMixed,
                    },
                    ("pairs", string.Join(", ", check.Crossed.Select(c => $"{c.First} and {c.Second}"))),
                    ("strands", string.Join(", ", check.Crossed.SelectMany(c => (int[])[c.First, c.Second]).Concat(check.Astray).Order()))
                )
            );
    }

    private string? CrossedOf(TestRun run, RunStrand strand, LinkState state) =>
        state.Light is not { } light || light.CameOut == strand.Strand ? null
        : light.CameOut is not { } at ? words.Say(Phrase.Of(PhraseKeys.Run.LightNowhere))
        : run.Cable.Strands.Any(s => s.Strand == at) && run.LinkOf(at).Light?.CameOut == strand.Strand
            ? words.Say(Phrase.Of(PhraseKeys.Run.Crossed, ("strand", $"{at}")))
        : words.Say(Phrase.Of(PhraseKeys.Run.LightElsewhere, ("strand", $"{at}")));

    private RunCell CellOf(TestRun run, int strand, LossRecord read) =>
        new(
            read.Event,
            read.Loss,
            read.Limit,
            read.Limit - read.Loss,
            read.Worth,
            run.IsInDoubt(strand, read),
            read.Settled is not null,
            Says(read.Worth, read.Loss, read.Limit, read.By.Uncertainty)
        );

    private string Says(LossGrade grade, Decibel loss, Decibel limit, Decibel uncertainty) => words.Say(LossWords.Of(grade, loss, limit, uncertainty));

    private RunReference ReferenceOf(TestRun run) =>
        new(
            run.InUse?.Id,
            run.Standing,
            words.Say(Phrase.Of($"run.reference-{run.Standing.ToString().ToLowerInvariant()}")),
            run.MayMeasure,
            run.InUse?.Taken,
            run.InUse?.By,
            run.InUse?.At,
            run.InUse?.LastGood,
            Enum.GetValues<ReferenceMethod>().ToDictionary(m => m, LinkBudget.CordsOf)
        );

    private static RunTally TallyOf(TestRun run, RunColumn[] columns)
    {
        var taken = run
            .Cable.Strands.SelectMany(s => run.LinkOf(s.Strand).Readings, (s, read) => (s.Strand, Read: read))
            .Where(r => columns.Any(c => c.Wavelength == r.Read.Wavelength && c.From == r.Read.From))
            .Select(r => (r.Read.Worth, IsInDoubt: run.IsInDoubt(r.Strand, r.Read)))
            .ToList();
        return new RunTally(
            run.Cable.Strands.Count * columns.Length,
            taken.Count,
            Count(LossGrade.Pass),
            Count(LossGrade.Marginal),
            Count(LossGrade.Recheck),
            Count(LossGrade.Invalid),
            Count(LossGrade.Fail),
            taken.Count(t => t.IsInDoubt)
        );

        int Count(LossGrade grade) => taken.Count(t => t.Worth == grade && !t.IsInDoubt);
    }
}
