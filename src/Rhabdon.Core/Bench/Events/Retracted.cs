using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;

namespace Rhabdon.Core.Bench;

/// <summary>An event was recorded wrongly.</summary>
/// <param name="GlassWasCut">True when the glass was truly cut although the record was wrong: the fiber stays used.</param>
public sealed record Retracted(Guid Event, string Reason, bool GlassWasCut) : TerminationEvent
{
    public override bool MayBeRetracted() => false;

    public override bool SettlesOthers() => true;

    public override IEnumerable<Guid> Names() => [Event];

    // What took a lead to do takes a lead to undo.
    public override Permission Needs(IEnumerable<BenchEvent> named) => named.Select(e => e.Body.Needs([])).Append(Permission.Work).Max();

    internal override Refusal? Malformed(BenchEvent happened) => EventFields.Reason(Reason);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all) =>
        !(all.TryGetValue(Event, out var target) && target.Body.MayBeRetracted()) ? Phrase.Of(PhraseKeys.Conflict.NothingToRetract)
        : !to.Retracted.Add(Event) ? Phrase.Of(PhraseKeys.Conflict.RetractedTwice)
        : null;

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.Retracted);

    internal override string Remark(StoryWords story, BenchEvent happened) =>
        GlassWasCut ? story.Say(PhraseKeys.Story.GlassStaysCut, ("reason", Reason)) : Reason;
}
