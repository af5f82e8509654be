using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>What happened to a link. Any of them may begin the stream.</summary>
public abstract record LinkEvent(LinkPlace Place) : EventBody
{
    public sealed override StreamKind? Stream() => StreamKind.Link;

    public sealed override StreamOpening Opens() => new(StreamKind.Link, Place.Job);

    public override bool MayBeRetracted() => false;

    public override bool MayBeSetAside() => false;

    internal override Refusal? Malformed(BenchEvent happened) =>
        Place.IsWhole && happened.About.Count == 1 && happened.About[0].Id == Place.Id ? null : EventFields.Bad("subjects", PhraseKeys.Event.Link);

    /// <summary>The state after it, or the same state and why it does not fit there.</summary>
    internal abstract (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened);
}

/// <summary>A loss was read, and judged by the limit that holds for it.</summary>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="From">The end that light went in at.</param>
/// <param name="By">What the limit is reckoned from.</param>
/// <param name="Reference">That it was measured against.</param>
/// <param name="Power">As the meter showed it, where it did not show a loss.</param>
/// <param name="Measured">When, where it was read from an instrument's file later; null for the moment of the event.</param>
public sealed record LossRead(
    LinkPlace Place,
    int Wavelength,
    CableEnd From,
    Decibel Loss,
    Decibel Limit,
    LossGrade Grade,
    LossBasis By,
    Guid Reference,
    DecibelMilliwatt? Power = null,
    DateTimeOffset? Measured = null
) : LinkEvent(Place)
{
    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened)
        ?? (Reference == Guid.Empty ? EventFields.Bad("body.reference", PhraseKeys.Event.Reference) : null)
        ?? (Measured > happened.At ? EventFields.Bad("body.measured", PhraseKeys.Event.Measured) : null)
        ?? (By.Fault(Wavelength) is { } fault ? new Refusal(true, $"body.by.{fault.Field}", fault.Says) : null);

    // The figures of a customer's own budget must be those that were published, and the same rules must come to the same limit and the same verdict.
    internal override Refusal? Unfounded(BenchEvent happened, IReadOnlyDictionary<Guid, FoldedStream> streams, RecipeBook book) =>
        By.Own is { } own && book.Budget(own.Id, own.Version)?.Of(By.Grade).IsSameAs(own) != true
            ? new Refusal(false, "body.by.own", Phrase.Of(PhraseKeys.Event.Budget))
        : By.Limit(Wavelength) != Limit ? new Refusal(false, "body.limit", Phrase.Of(PhraseKeys.Event.Limit, ("limit", $"{By.Limit(Wavelength)}")))
        : By.Judge(Wavelength, Loss) != Grade ? new Refusal(false, "body.grade", Phrase.Of(PhraseKeys.Event.Verdict))
        : null;

    internal override (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened)
    {
        var read = new LossRecord(happened.Id, happened.Actor, Measured ?? happened.When, Wavelength, From, Loss, Limit, Grade, By, Reference);
        var before = state.Of(Wavelength, From);
        return (
            state with
            {
                Readings = [.. state.Readings.Where(r => r != before), read],
                Earlier = before is null ? state.Earlier : [.. state.Earlier, before],
            },
            null
        );
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.LossRead, ("loss", $"{Loss}"), ("wavelength", $"{Wavelength}"), ("limit", $"{Limit}"));
}

/// <summary>A lead looked at a reading that is no plain pass or fail, and says whether it stands.</summary>
/// <param name="Reading">The event that told it.</param>
public sealed record LossSettled(LinkPlace Place, Guid Reading, bool IsAccepted, string Reason) : LinkEvent(Place)
{
    public override Permission Needs(IEnumerable<BenchEvent> named) => Permission.Decide;

    internal override Refusal? Malformed(BenchEvent happened) => base.Malformed(happened) ?? EventFields.Needed(Reason);

    internal override (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened) =>
        state.Readings.FirstOrDefault(r => r.Event == Reading) is { Grade: not LossGrade.Pass } read
            ? (state with { Readings = [.. state.Readings.Select(r => r == read ? read with { Settled = this } : r)] }, null)
            : (state, Phrase.Of(PhraseKeys.Conflict.NoReading));

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(IsAccepted ? PhraseKeys.Story.LossAccepted : PhraseKeys.Story.LossNotAccepted);

    internal override string Remark(StoryWords story, BenchEvent happened) => Reason;
}

/// <summary>What a link was found to have had, since after it was put right its loss moved.</summary>
/// <param name="Before">The event that told the reading which did not pass.</param>
/// <param name="After">The event that told it at the same wavelength and direction once it was put right.</param>
public sealed record CauseFound(LinkPlace Place, Cause Cause, Guid Before, Guid After) : LinkEvent(Place)
{
    internal override (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened) =>
        state.Cured(Before, After) is { } cured
            ? (
                state with
                {
                    Found = [.. state.Causes.Where(f => f.Cured.Before.Event != Before), new CauseRecord(happened.Id, happened.When, Cause, cured)],
                },
                null
            )
            : (state, Phrase.Of(PhraseKeys.Conflict.NotMoved));

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.CauseFound, ("cause", story.Say($"cause.is-{JsonNames.Of(Cause)}")));
}

/// <summary>Light went in at a link's near end, and somebody looked where it came out.</summary>
/// <param name="CameOut">The strand at whose far port it was seen; null where none was seen anywhere.</param>
public sealed record LightSeen(LinkPlace Place, int? CameOut = null) : LinkEvent(Place)
{
    private const int MostStrands = 10_000;

    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened) ?? (CameOut is < 1 or > MostStrands ? EventFields.Bad("body.cameOut", PhraseKeys.Event.CameOut) : null);

    internal override (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened) =>
        (state with { Light = new LightRecord(happened.Id, happened.Actor, happened.When, CameOut) }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        CameOut is { } at ? story.Say(PhraseKeys.Story.LightSeen, ("strand", $"{at}")) : story.Say(PhraseKeys.Story.LightNowhere);
}

/// <summary>The fiber of a link was measured, by its jacket marks or an instrument: from then on its limits go by that and not by the plan.</summary>
public sealed record LengthRead(LinkPlace Place, Length Length) : LinkEvent(Place)
{
    /// <summary>What can be measured: a patch cord, and the longest premises link there is.</summary>
    public static readonly (Length Least, Length Most) Range = (Length.Mm(100), Length.Mm(100_000_000));

    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened) ?? (Length < Range.Least || Length > Range.Most ? EventFields.Bad("body.length", PhraseKeys.Run.LengthWanted) : null);

    internal override (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened) => (state with { Measured = Length }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.LengthRead, ("meters", string.Create(CultureInfo.InvariantCulture, $"{Length.Millimeters / 1000m:0.###}")));
}

/// <summary>How strongly one end of a link throws light back was read, and judged by the limit of its polish.</summary>
/// <param name="End">The end whose connector throws it back.</param>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="Reflectance">Below zero; the lower the better.</param>
/// <param name="Most">That its polish may have.</param>
public sealed record ReflectanceRead(LinkPlace Place, CableEnd End, int Wavelength, Decibel Reflectance, Decibel Most, FiberMode Mode, Polish Polish)
    : LinkEvent(Place)
{
    private const int Shortest = 600;
    private const int Longest = 1700;

    // Nothing throws back more than it gets, and no instrument sees less than this.
    private static readonly Decibel Least = Decibel.Of(-90);

    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened)
        ?? (Wavelength is < Shortest or > Longest ? EventFields.Bad("body.wavelength", PhraseKeys.Run.PlanWavelengths) : null)
        ?? (Reflectance > default(Decibel) || Reflectance < Least ? EventFields.Bad("body.reflectance", PhraseKeys.Run.ReflectanceWanted) : null);

    internal override Refusal? Unfounded(BenchEvent happened, IReadOnlyDictionary<Guid, FoldedStream> streams, RecipeBook book) =>
        BudgetTables.Shipped.ReflectanceOf(Mode, Polish).Most is var most && most != Most
            ? new Refusal(false, "body.most", Phrase.Of(PhraseKeys.Event.Limit, ("limit", $"{most}")))
            : null;

    internal override (LinkState State, Phrase? Conflict) Apply(LinkState state, BenchEvent happened) =>
        (
            state with
            {
                Reflectances =
                [
                    .. (state.Reflectances ?? []).Where(r => r.End != End || r.Wavelength != Wavelength),
                    new ReflectanceRecord(happened.Id, happened.Actor, happened.When, End, Wavelength, Reflectance, Most),
                ],
            },
            null
        );

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.ReflectanceRead, ("reflectance", $"{Reflectance}"), ("wavelength", $"{Wavelength}"), ("most", $"{Most}"));
}
