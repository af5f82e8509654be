using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>What the screen of a test run shows.</summary>
/// <param name="Now">The reading whose turn it is; null when all are taken.</param>
/// <param name="Columns">The readings of each strand, in order.</param>
/// <param name="Rows">Of all strands, or of those that were asked for.</param>
/// <param name="Budget">Which budget profile the limits are by, and how that stands, in words.</param>
/// <param name="Polarity">What is wrong with where light came out, over the cable, in words; null where nothing is, as far as anybody looked.</param>
public sealed record RunView(
    RunNow? Now,
    IReadOnlyList<RunColumn> Columns,
    IReadOnlyList<RunRow> Rows,
    RunTally Tally,
    RunReference Reference,
    string Budget,
    string? Polarity
);

/// <param name="Wavelength">Nanometers.</param>
/// <param name="From">The end that light goes in at.</param>
public sealed record RunColumn(int Wavelength, CableEnd From);

/// <summary>The reading to take now.</summary>
/// <param name="In">The label of the port that light goes in at; <paramref name="Out"/> of the other.</param>
/// <param name="Limit">Null where the profile has none, and <paramref name="Fault"/> says why.</param>
/// <param name="Scale">Loss at the end of the bar: somewhat more than the limit.</param>
/// <param name="Read">What was read there before; null for nothing.</param>
public sealed record RunNow(
    RunKey Key,
    StrandColor Color,
    string In,
    string Out,
    Decibel? Limit,
    Decibel Scale,
    Decibel Uncertainty,
    IReadOnlyList<BudgetLine> Lines,
    string? Fault,
    RunCell? Read
);

/// <summary>A strand's readings.</summary>
/// <param name="Cells">One for each column; null for one not taken.</param>
/// <param name="Grade">The worst of them; null before all are there.</param>
/// <param name="Crossed">Where its light came out instead, in words; null where it came out right or nobody looked.</param>
public sealed record RunRow(int Strand, StrandColor Color, string Near, string Far, IReadOnlyList<RunCell?> Cells, LossGrade? Grade, string? Crossed);

/// <param name="Event">That told it.</param>
/// <param name="Margin">What is left under the limit; negative over it.</param>
/// <param name="Says">Its grade in words, and what to do.</param>
public sealed record RunCell(Guid Event, Decibel Loss, Decibel Limit, Decibel Margin, LossGrade Grade, bool IsInDoubt, bool IsSettled, string Says);

/// <summary>How many readings of a run are taken, and what they are worth.</summary>
public sealed record RunTally(int Of, int Taken, int Pass, int Marginal, int Recheck, int Invalid, int Fail, int InDoubt);

/// <summary>The reference that is measured against.</summary>
/// <param name="Id">Null where there is none.</param>
/// <param name="Says">How it stands, and what to do.</param>
/// <param name="CordsOf">How many cords each method is taken over.</param>
public sealed record RunReference(
    Guid? Id,
    ReferenceStanding Standing,
    string Says,
    bool MayMeasure,
    ReferenceTaken? Taken,
    Guid? By,
    DateTimeOffset? At,
    DateTimeOffset? LastGood,
    IReadOnlyDictionary<ReferenceMethod, int> CordsOf
);

/// <summary>What is being typed, judged.</summary>
/// <param name="Grade">Null for what is no reading.</param>
/// <param name="Margin">What is left under the limit.</param>
public sealed record RunJudged(LossGrade? Grade, Decibel? Loss, Decibel? Margin, string Says);
