using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>What is known of a link beside its readings.</summary>
/// <param name="Others">The other links of the run: what the crew's joints lose here.</param>
/// <param name="Ends">Its terminations as they stand.</param>
/// <param name="Suspected">What was suspected before it was put right, the likeliest first.</param>
public sealed record BesideLink(IReadOnlyList<LinkState> Others, IReadOnlyList<TerminationState> Ends, IReadOnlyList<Cause> Suspected)
{
    public static BesideLink Nothing { get; } = new([], [], Enum.GetValues<Cause>());
}

/// <summary>Puts a link into what its page shows.</summary>
public sealed class LinkViewer(Phrasebook words, string language)
{
    /// <param name="reference">The state of each reference that it was measured against.</param>
    /// <param name="beside">What is known beside its readings; null for nothing.</param>
    public LinkView View(RunCable cable, int strand, LinkState state, Func<Guid, ReferenceState> reference, BesideLink? beside = null)
    {
        var known = beside ?? BesideLink.Nothing;
        var ports = cable.Strands.First(s => s.Strand == strand);
        var taken = state.Worst is { } worst ? worst.By : cable.BasisOf(strand, ReferenceMethod.OneCord, hasReferenceCords: false, state.Measured);
        var wavelengths = cable.Plan.At(cable.Grade).Where(w => taken.Fault(w) is null).ToList();
        return new LinkView(
            strand,
            StrandColor.Of(strand),
            ports.Near,
            ports.Far,
            cable.Grade,
            Meters(state.Measured ?? cable.Length),
            state.Measured is not null,
            state.Measured is { } measured && state.Readings.Any(r => r.By.Length != measured),
            words.Say(cable.BudgetIn(language)),
            taken.Uncertainty,
            cable.Plan.Budget!.UncertaintySource,
            [.. wavelengths.Select(w => LimitAt(taken, w, state, JointRecord.Of(known.Others, w), known.Ends))],
            [
                .. state
                    .Readings.Select(r => (Read: r, IsLatest: true))
                    .Concat(state.Earlier.Select(r => (r, false)))
                    .OrderByDescending(r => r.Item1.At)
                    .Select(r => LineOf(r.Item1, r.Item2, ports.Remade, reference)),
            ],
            [.. wavelengths.SelectMany(w => ApplicationsAt(taken, w, WorstAt(state, w)))],
            [.. Enum.GetValues<CableEnd>().Where(e => cable.PolishOf(e) is not null).Select(e => ReflectanceAt(cable, e, state))],
            state.Light is { } light ? words.Say(LightOf(strand, light)) : null,
            state.Curing is { } cured ? CuredOf(cured, known.Suspected) : null,
            [.. state.Causes.OrderByDescending(f => f.At).Select(FoundOf)]
        );
    }

    private CuredLine CuredOf(CuredLoss cured, IReadOnlyList<Cause> suspected) =>
        new(
            cured.Before.Event,
            cured.After.Event,
            words.Say(
                Phrase.Of(
                    PhraseKeys.Cause.Moved,
                    ("wavelength", $"{cured.Before.Wavelength}"),
                    ("before", $"{cured.Before.Loss}"),
                    ("after", $"{cured.After.Loss}")
                )
            ),
            [.. suspected.Select(c => new CauseChoice(c, Name(c)))]
        );

    private string FoundOf(CauseRecord found) => words.Say(Phrase.Of(PhraseKeys.Cause.Found, ("cause", Name(found.Cause)), ("moved", $"{found.Cured.Moved}")));

    private string Name(Cause cause) => words.Say(Phrase.Of($"cause.is-{JsonNames.Of(cause)}"));

    private static ReflectanceLine ReflectanceAt(RunCable cable, CableEnd end, LinkState state)
    {
        var polish = cable.PolishOf(end)!.Value;
        var limit = BudgetTables.Shipped.ReflectanceOf(cable.Grade.Mode(), polish);
        var worst = (state.Reflectances ?? []).Where(r => r.End == end).MaxBy(r => r.Reflectance.Thousandths);
        return new ReflectanceLine(end, polish, limit.Most, limit.Source, worst?.Reflectance, worst?.Wavelength, worst?.IsGood);
    }

    private static LimitAt LimitAt(LossBasis basis, int wavelength, LinkState state, JointRecord joints, IReadOnlyList<TerminationState> ends)
    {
        var limit = LinkBudget.Of(basis.At(wavelength), BudgetTables.Shipped);
        var worst = WorstAt(state, wavelength);
        var expected = new ExpectationQuestion(
            basis.Grade,
            basis.Length,
            wavelength,
            [new ExpectedJoint(joints.Mean, LinkBudget.EndPairsCounted(basis.Method) + basis.Pairs), .. JointRecord.Within(ends, basis.Grade, wavelength)],
            basis.Splices,
            basis.Uncertainty,
            worst
        );
        return new LimitAt(wavelength, limit.Lines, limit.Limit, worst, ExpectedLoss.Of(expected), joints.Links);
    }

    private static decimal Meters(Length length) => length.Millimeters / 1000m;

    private static Decibel? WorstAt(LinkState state, int wavelength) =>
        state.Readings.Where(r => r.Wavelength == wavelength).Select(r => (Decibel?)r.Loss).Max();

    private static IEnumerable<ApplicationLine> ApplicationsAt(LossBasis basis, int wavelength, Decibel? worst) =>
        LinkBudget
            .Of(basis.At(wavelength, worst), BudgetTables.Shipped)
            .Applications.Select(a => new ApplicationLine(a.Name, wavelength, a.IsCarried, worst is not null, Meters(a.MostLength), a.MostLoss, a.Margin));

    private LossLine LineOf(LossRecord read, bool isLatest, DateTimeOffset? remade, Func<Guid, ReferenceState> reference) =>
        new(
            read.Event,
            read.Actor,
            read.At,
            read.Wavelength,
            read.From,
            read.Loss,
            read.Limit,
            read.Limit - read.Loss,
            read.Worth,
            isLatest,
            read.IsInDoubt(remade, reference(read.Reference)),
            words.Say(LossWords.Of(read.Worth, read.Loss, read.Limit, read.By.Uncertainty)),
            read.By.Method,
            read.Settled?.Reason
        );

    private static Phrase LightOf(int strand, LightRecord light) =>
        light.CameOut == strand ? Phrase.Of(PhraseKeys.Run.LightRight)
        : light.CameOut is { } at ? Phrase.Of(PhraseKeys.Run.LightElsewhere, ("strand", $"{at}"))
        : Phrase.Of(PhraseKeys.Run.LightNowhere);
}
