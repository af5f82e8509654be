using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Runs;

/// <summary>What the page of a link shows.</summary>
/// <param name="Meters">Of fiber between its two ends.</param>
/// <param name="IsMeasured">That length was measured; else it is the plan's.</param>
/// <param name="IsMeasuredSince">It was measured after a reading that was judged by another length.</param>
/// <param name="Budget">Which budget profile its limits are by, and how that stands, in words.</param>
/// <param name="Uncertainty">Of a reading, either way; where it comes from.</param>
/// <param name="Limits">One for each wavelength that the plan asks for.</param>
/// <param name="Readings">All that were taken, the latest first.</param>
/// <param name="Applications">What it carries, by the worst reading at their wavelength.</param>
/// <param name="Reflectances">What each end may throw back, and what it does.</param>
/// <param name="Light">Where its light came out, in words; null where nobody looked.</param>
/// <param name="Cured">What was put right and nobody has said yet what it was; null for nothing.</param>
/// <param name="Found">What it was found to have had, in words, the latest first.</param>
public sealed record LinkView(
    int Strand,
    StrandColor Color,
    string Near,
    string Far,
    FiberGrade Grade,
    decimal Meters,
    bool IsMeasured,
    bool IsMeasuredSince,
    string Budget,
    Decibel Uncertainty,
    string UncertaintySource,
    IReadOnlyList<LimitAt> Limits,
    IReadOnlyList<LossLine> Readings,
    IReadOnlyList<ApplicationLine> Applications,
    IReadOnlyList<ReflectanceLine> Reflectances,
    string? Light,
    CuredLine? Cured,
    IReadOnlyList<string> Found
);

/// <summary>A reading that did not pass and was put right.</summary>
/// <param name="Before">The event that told it; <paramref name="After"/> the one once it was put right.</param>
/// <param name="Says">By how much the loss moved, in words.</param>
/// <param name="Causes">What it may have been, the likeliest first.</param>
public sealed record CuredLine(Guid Before, Guid After, string Says, IReadOnlyList<CauseChoice> Causes);

/// <param name="Says">The cause in words.</param>
public sealed record CauseChoice(Cause Cause, string Says);

/// <param name="Most">That its polish may throw back.</param>
/// <param name="Read">The worst that was read; null before there is one.</param>
/// <param name="Wavelength">At which it was, nanometers.</param>
public sealed record ReflectanceLine(CableEnd End, Polish Polish, Decibel Most, string Source, Decibel? Read, int? Wavelength, bool? IsGood);

/// <param name="Wavelength">Nanometers.</param>
/// <param name="Worst">The greater loss of both directions; null before there is one.</param>
/// <param name="Expected">What such links lose, with the worst among them.</param>
/// <param name="Own">So many links of the run went into it.</param>
public sealed record LimitAt(int Wavelength, IReadOnlyList<BudgetLine> Lines, Decibel Limit, Decibel? Worst, ExpectedLossAnswer Expected, int Own);

/// <summary>A reading in the link's story.</summary>
/// <param name="Event">That told it.</param>
/// <param name="Method">Of the reference it was measured against.</param>
/// <param name="Settled">A lead's reason; null while there is none.</param>
public sealed record LossLine(
    Guid Event,
    Guid Actor,
    DateTimeOffset At,
    int Wavelength,
    CableEnd From,
    Decibel Loss,
    Decibel Limit,
    Decibel Margin,
    LossGrade Grade,
    bool IsLatest,
    bool IsInDoubt,
    string Says,
    ReferenceMethod Method,
    string? Settled
);

/// <param name="Wavelength">Nanometers.</param>
/// <param name="IsMeasured">By a reading; else by the limit.</param>
public sealed record ApplicationLine(string Name, int Wavelength, bool IsCarried, bool IsMeasured, decimal MostMeters, Decibel MostLoss, Decibel Margin);
