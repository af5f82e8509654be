using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>What happened to a reference: the power that losses are measured against.</summary>
public abstract record ReferenceEvent : EventBody
{
    public sealed override StreamKind? Stream() => StreamKind.Reference;

    public override bool MayBeRetracted() => false;

    public override bool MayBeSetAside() => false;

    internal override Refusal? Malformed(BenchEvent happened) => happened.About.Count == 1 ? null : EventFields.Bad("subjects", PhraseKeys.Event.OneReference);

    /// <summary>The state after it, or the same state and why it does not fit there.</summary>
    internal abstract (ReferenceState State, Phrase? Conflict) Apply(ReferenceState state, BenchEvent happened);
}

/// <summary>What a meter showed at one wavelength.</summary>
/// <param name="Wavelength">Nanometers.</param>
/// <param name="Power">Null where the meter was set to zero and shows losses.</param>
public sealed record ReferencePower(int Wavelength, DecibelMilliwatt? Power = null);

/// <summary>A test cord, as it is marked.</summary>
/// <param name="IsReferenceGrade">Picked for its low loss.</param>
/// <param name="Inspected">When its ends were last looked at; null if nobody knows.</param>
/// <param name="Gear">The crew's own that it is; null for one that nobody took in.</param>
public sealed record TestCord(string Name, bool IsReferenceGrade = false, DateTimeOffset? Inspected = null, Guid? Gear = null);

/// <summary>A reference is taken: by this method, over these cords.</summary>
/// <param name="Temperature">Of the air; null where nobody measured it.</param>
/// <param name="Instrument">Source and meter, as they are marked.</param>
public sealed record ReferenceTaken(
    Guid Job,
    ReferenceMethod Method,
    IReadOnlyList<TestCord> Cords,
    IReadOnlyList<ReferencePower> Powers,
    Temperature? Temperature = null,
    string? Instrument = null
) : ReferenceEvent
{
    private const int MostPowers = 8;

    /// <summary>True when every cord was picked for its low loss: the end pairs are held to less.</summary>
    public bool HasReferenceCords() => Cords.All(c => c.IsReferenceGrade);

    public override StreamOpening Opens() => new(StreamKind.Reference, Job);

    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened)
        ?? (Cords.Count != LinkBudget.CordsOf(Method) ? EventFields.Bad("body.cords", PhraseKeys.Event.Cords) : null)
        ?? Cords.Select(c => EventFields.Text("body.cords.name", c.Name)).FirstOrDefault(f => f is not null)
        ?? EventFields.Text("body.instrument", Instrument)
        ?? (
            Powers.Count is 0 or > MostPowers || Powers.Select(p => p.Wavelength).Distinct().Count() != Powers.Count
                ? EventFields.Bad("body.powers", PhraseKeys.Event.Powers)
                : null
        );

    internal override (ReferenceState State, Phrase? Conflict) Apply(ReferenceState state, BenchEvent happened) =>
        state.Taken is null
            ? (state with { Taken = this, By = happened.Actor, At = happened.When, Checks = [] }, null)
            : (state, Phrase.Of(PhraseKeys.Conflict.ReferenceTaken));

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.ReferenceTaken);
}

/// <summary>A reference is looked at again over the same cords.</summary>
/// <param name="Drifts">How much less came through than when it was taken; negative for more.</param>
/// <param name="Temperature">Of the air; null where nobody measured it.</param>
public sealed record ReferenceChecked(IReadOnlyList<ReferenceDrift> Drifts, Temperature? Temperature = null) : ReferenceEvent
{
    internal override Refusal? Malformed(BenchEvent happened) =>
        base.Malformed(happened) ?? (Drifts.Count == 0 ? EventFields.Bad("body.drifts", PhraseKeys.Event.Powers) : null);

    internal override (ReferenceState State, Phrase? Conflict) Apply(ReferenceState state, BenchEvent happened)
    {
        if (state.Taken is not { } taken || state.Ended is not null)
        {
            return (state, Phrase.Of(PhraseKeys.Conflict.NoReference));
        }

        var limits = BudgetTables.Shipped.Reference;
        var isGood =
            Drifts.All(d => Math.Abs(d.Drift.Thousandths) <= limits.MostDrift.Thousandths)
            && (
                Temperature is not { } now
                || taken.Temperature is not { } then
                || Math.Abs(now.Thousandths - then.Thousandths) <= limits.MostTemperature.Thousandths
            );
        return (state with { Checks = [.. state.Checks ?? [], new ReferenceCheckRecord(happened.When, happened.Actor, isGood)] }, null);
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.ReferenceChecked);
}

/// <param name="Wavelength">Nanometers.</param>
public sealed record ReferenceDrift(int Wavelength, Decibel Drift);

/// <summary>A reference is given up.</summary>
public sealed record ReferenceEnded(ReferenceEnd Why) : ReferenceEvent
{
    internal override (ReferenceState State, Phrase? Conflict) Apply(ReferenceState state, BenchEvent happened) =>
        state.Taken is null || state.Ended is not null
            ? (state, Phrase.Of(PhraseKeys.Conflict.NoReference))
            : (state with { Ended = happened.When, Why = Why }, null);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.ReferenceEnded);
}
