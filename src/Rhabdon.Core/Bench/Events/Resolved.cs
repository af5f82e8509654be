using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;

namespace Rhabdon.Core.Bench;

/// <summary>A lead has looked at a strand whose histories do not fit together, and says which entries do not count.</summary>
/// <param name="GlassWasCut">True when the glass was truly cut by an entry set aside: its fiber stays used.</param>
public sealed record Resolved(IReadOnlyList<Guid> SetAside, bool GlassWasCut, string Note) : TerminationEvent
{
    public override bool MayBeSetAside() => false;

    public override bool SettlesOthers() => true;

    public override IEnumerable<Guid> Names() => SetAside;

    public override Permission Needs(IEnumerable<BenchEvent> named) => Permission.Decide;

    internal override Refusal? Malformed(BenchEvent happened) =>
        SetAside.Count is 0 or > Reattributed.MostMoved ? EventFields.Bad("body.setAside", PhraseKeys.Event.SetAside) : EventFields.Needed(Note, "body.note");

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all) =>
        SetAside.All(id => all.TryGetValue(id, out var entry) && entry.Body.MayBeSetAside()) ? null : Phrase.Of(PhraseKeys.Conflict.NothingToSetAside);

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.Resolved);

    internal override string Remark(StoryWords story, BenchEvent happened) => Note;
}
