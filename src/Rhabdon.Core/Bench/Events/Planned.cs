using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Bench;

/// <summary>The termination exists and is to be made so.</summary>
/// <param name="Service">Fiber at this end that may be used up, counted beyond the first connector's own strip.</param>
/// <param name="Least">The least of it that reaches the panel with legal bends.</param>
/// <param name="ConfirmedOnly">True when it may begin only by a recipe that was confirmed against its maker's sheet; null when any will do.</param>
/// <param name="Positions">Fibers that its port takes of this cable, 1 for a port of its own; null in plans from before that was told.</param>
public sealed record Planned(
    CableEnd End,
    ConnectorType Connector,
    Polish Polish,
    FiberGrade Grade,
    CableBuild Build,
    string RecipeId,
    Length Service,
    Length Least,
    bool? ConfirmedOnly = null,
    int? Positions = null
) : TerminationEvent
{
    internal override Refusal? Malformed(BenchEvent happened) =>
        Positions is < 1 or > PortPlan.MostPositions ? EventFields.Bad("body.positions", PhraseKeys.Event.Positions) : null;

    public override bool ComesFromTheBench() => false;

    public override bool MayBeRetracted() => false;

    public override bool MayBeSetAside() => false;

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.Plan is not null)
        {
            return Phrase.Of(PhraseKeys.Conflict.PlannedTwice);
        }

        to.Plan = this;
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) => story.Say(PhraseKeys.Story.Planned);

    internal override string Remark(StoryWords story, BenchEvent happened) =>
        story.Say(PhraseKeys.Story.PlannedLength, ("service", story.Length(Service)), ("least", story.Length(Least)));
}
