using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>A cable whose links are tested, or a chain of cables.</summary>
/// <param name="Cable">Its id; of a chain the chain's.</param>
/// <param name="Length">Of all fiber between the two ends, by the plan.</param>
/// <param name="Chain">Null for the links of one cable.</param>
/// <param name="Edition">What a lead has compared the budget profile with; null while nobody has.</param>
/// <param name="NearPolish">Of its near connectors; null where nobody knows, as <paramref name="FarPolish"/> of its far ones.</param>
public sealed record RunCable(
    Guid Job,
    Guid Cable,
    FiberGrade Grade,
    Length Length,
    TestPlan Plan,
    IReadOnlyList<RunStrand> Strands,
    Polish? NearPolish = null,
    Polish? FarPolish = null,
    string? Edition = null,
    LinkChain? Chain = null
)
{
    public Polish? PolishOf(CableEnd end) => end == CableEnd.Near ? NearPolish : FarPolish;

    public LinkPlace PlaceOf(int strand) => Chain?.PlaceOf(Job, strand) ?? LinkPlace.Of(Job, Cable, strand);

    /// <summary>Which of its strands a link is.</summary>
    public int StrandOf(LinkPlace place) => place.Parts[0].Strand - (Chain?.Parts[0].First ?? 1) + 1;

    /// <summary>What the limit of a strand is reckoned from, measured against such a reference.</summary>
    /// <param name="measured">The length of its fiber; null where only the plan's is known.</param>
    public LossBasis BasisOf(int strand, ReferenceMethod method, bool hasReferenceCords, Length? measured = null) =>
        new(
            Plan.Profile,
            Grade,
            measured ?? Length,
            method,
            Chain?.Pairs ?? 0,
            Strands.First(s => s.Strand == strand).Splices + (Chain?.Splices ?? 0),
            hasReferenceCords,
            Plan.Own?.Of(Grade)
        );

    /// <summary>Which budget profile limits are reckoned by, and whether somebody has compared it with what the customer goes by.</summary>
    public Phrase BudgetIn(string language) =>
        Phrase.Of(
            Edition is null ? PhraseKeys.Run.BudgetUnconfirmed : PhraseKeys.Run.BudgetConfirmed,
            ("profile", Plan.Budget!.Title.In(language)),
            ("version", $"{Plan.Budget.Version}"),
            ("edition", Edition ?? "")
        );

    /// <summary>Every reading that is to be taken, in the order of the plan.</summary>
    public IEnumerable<RunKey> Keys =>
        Plan.From.SelectMany(from =>
            Plan.Order == TestOrder.ByStrand
                ? Strands.SelectMany(s => Plan.At(Grade).Select(w => new RunKey(s.Strand, w, from)))
                : Plan.At(Grade).SelectMany(w => Strands.Select(s => new RunKey(s.Strand, w, from)))
        );
}

/// <summary>One of its strands, with the labels of its two ports.</summary>
/// <param name="Splices">Pigtails spliced on at its ends.</param>
/// <param name="Remade">When an end of it last went back to the bench: what was read before says nothing of it now. Null for never.</param>
public sealed record RunStrand(int Strand, string Near, string Far, int Splices = 0, DateTimeOffset? Remade = null);

/// <summary>One reading of a run.</summary>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="From">The end that light goes in at.</param>
public sealed record RunKey(int Strand, int Wavelength, CableEnd From);

/// <summary>A test run as a page asks for it.</summary>
/// <param name="References">The streams of the references taken on the job.</param>
/// <param name="Held">The reading that was picked by hand; null for the one whose turn it is.</param>
/// <param name="After">The reading that was taken last: the next one follows it.</param>
public sealed record RunRequest(RunCable Cable, IReadOnlyList<Guid> References, DateTimeOffset Now, RunKey? Held = null, RunKey? After = null);

/// <summary>Which reading of a run a page looks at, as <see cref="RunRequest"/> has it.</summary>
public sealed record RunLook(DateTimeOffset Now, RunKey? Held = null, RunKey? After = null);
