using System.Text.Json.Serialization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;

namespace Rhabdon.Core.Bench;

/// <summary>
/// What happened. A kind of event is one type, which owns all that there is to it: what makes it malformed, the right it needs, what it does to the state
/// of its kind of stream and when it cannot, how it is told, and whether it is work. To add one: its type beside these, its line here, its words
/// (<c>kind.…</c> and <c>story.…</c>) and docs/formats.md.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Planned), "planned")]
[JsonDerivedType(typeof(Begun), "begun")]
[JsonDerivedType(typeof(ClockStarted), "clock-started")]
[JsonDerivedType(typeof(StepDone), "step-done")]
[JsonDerivedType(typeof(TroubleFound), "trouble-found")]
[JsonDerivedType(typeof(Reopened), "reopened")]
[JsonDerivedType(typeof(Replanned), "replanned")]
[JsonDerivedType(typeof(ActionChosen), "action-chosen")]
[JsonDerivedType(typeof(Retracted), "retracted")]
[JsonDerivedType(typeof(Batched), "batched")]
[JsonDerivedType(typeof(HandedOver), "handed-over")]
[JsonDerivedType(typeof(Reattributed), "reattributed")]
[JsonDerivedType(typeof(Resolved), "resolved")]
[JsonDerivedType(typeof(SessionBegun), "session-begun")]
[JsonDerivedType(typeof(SessionEnded), "session-ended")]
[JsonDerivedType(typeof(GearInUse), "gear-in-use")]
[JsonDerivedType(typeof(ReadySaid), "ready-said")]
[JsonDerivedType(typeof(EndStepDone), "end-step-done")]
[JsonDerivedType(typeof(EndStepTakenBack), "end-step-taken-back")]
[JsonDerivedType(typeof(LossRead), "loss-read")]
[JsonDerivedType(typeof(LossSettled), "loss-settled")]
[JsonDerivedType(typeof(CauseFound), "cause-found")]
[JsonDerivedType(typeof(LightSeen), "light-seen")]
[JsonDerivedType(typeof(ReflectanceRead), "reflectance-read")]
[JsonDerivedType(typeof(LengthRead), "length-read")]
[JsonDerivedType(typeof(ReferenceTaken), "reference-taken")]
[JsonDerivedType(typeof(ReferenceChecked), "reference-checked")]
[JsonDerivedType(typeof(ReferenceEnded), "reference-ended")]
[JsonDerivedType(typeof(GearTakenIn), "gear-taken-in")]
[JsonDerivedType(typeof(GearChanged), "gear-changed")]
[JsonDerivedType(typeof(GearChecked), "gear-checked")]
[JsonDerivedType(typeof(GearRenewed), "gear-renewed")]
[JsonDerivedType(typeof(GearCounted), "gear-counted")]
[JsonDerivedType(typeof(GearQuarantined), "gear-quarantined")]
[JsonDerivedType(typeof(GearReleased), "gear-released")]
[JsonDerivedType(typeof(GearRetired), "gear-retired")]
[JsonDerivedType(typeof(Unreadable), "unreadable")]
public abstract record EventBody
{
    private static readonly Dictionary<Type, string> Kinds = typeof(EventBody)
        .GetCustomAttributes(typeof(JsonDerivedTypeAttribute), inherit: false)
        .Cast<JsonDerivedTypeAttribute>()
        .ToDictionary(a => a.DerivedType, a => (string)a.TypeDiscriminator!);

    /// <summary>The kind as it stands in JSON and in the store.</summary>
    [JsonIgnore]
    public string Kind => Kinds[GetType()];

    /// <summary>The kind of stream that it belongs to; null for one that cannot be read.</summary>
    public abstract StreamKind? Stream();

    /// <summary>The stream that begins with it; null where the stream is there before.</summary>
    public virtual StreamOpening? Opens() => null;

    /// <summary>True for what hands do on a strand: it can be moved to the strand it was done on, and taken back at the bench.</summary>
    public virtual bool IsWork() => false;

    /// <summary>True when a tablet may send it.</summary>
    public virtual bool ComesFromTheBench() => true;

    /// <summary>True when it may be taken back.</summary>
    public virtual bool MayBeRetracted() => true;

    /// <summary>True when a lead may set it aside.</summary>
    public virtual bool MayBeSetAside() => true;

    /// <summary>True when it changes whether other entries count: the stream is then folded anew.</summary>
    public virtual bool SettlesOthers() => false;

    /// <summary>The other events that it names.</summary>
    public virtual IEnumerable<Guid> Names() => [];

    /// <summary>People that it names, beside who did it.</summary>
    public virtual IEnumerable<Guid> People() => [];

    /// <summary>The right that its actor needs.</summary>
    /// <param name="named">The events that it names, as far as they are known.</param>
    public virtual Permission Needs(IEnumerable<BenchEvent> named) => Permission.Work;

    /// <summary>What no state could make sense of; null when there is nothing of the kind.</summary>
    internal virtual Refusal? Malformed(BenchEvent happened) => null;

    /// <summary>What it refers to and is not so: its sender could not have seen it. Null when all is.</summary>
    /// <param name="streams">Every stream that it is about, without it.</param>
    internal virtual Refusal? Unfounded(BenchEvent happened, IReadOnlyDictionary<Guid, FoldedStream> streams, RecipeBook book) => null;

    /// <summary>Why it may not stay though it fits where it stands; null when it may.</summary>
    /// <param name="after">One of its streams, with it.</param>
    /// <param name="knewAll">True when its sender knew the stream's latest state.</param>
    internal virtual Refusal? Unfit(FoldedStream before, FoldedStream after, BenchEvent happened, bool knewAll, RecipeBook book) => null;

    /// <summary>Why it cannot stand in a stream of another kind than its own.</summary>
    internal virtual Phrase Misplaced() => Phrase.Of(PhraseKeys.Conflict.OtherStream);

    /// <summary>What it did, in words.</summary>
    internal abstract string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand);

    /// <summary>The reason given or what else is to be said about it; empty when there is nothing.</summary>
    internal virtual string Remark(StoryWords story, BenchEvent happened) => string.Empty;
}
