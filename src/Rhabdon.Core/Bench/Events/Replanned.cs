using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;

namespace Rhabdon.Core.Bench;

/// <summary>An end that nobody has begun is to be made by another recipe than was planned.</summary>
/// <param name="RecipeId">Id of that recipe; its newest version is worked once the end begins.</param>
public sealed record Replanned(string RecipeId) : TerminationEvent
{
    public override bool MayBeSetAside() => false;

    public override Permission Needs(IEnumerable<BenchEvent> named) => Permission.Plan;

    internal override Refusal? Malformed(BenchEvent happened) => EventFields.Text("body.recipeId", RecipeId);

    internal override Phrase? Apply(TerminationFolder to, BenchEvent happened, IReadOnlyDictionary<Guid, BenchEvent> all)
    {
        if (to.Plan is not { } plan)
        {
            return Phrase.Of(PhraseKeys.Conflict.NotPlanned);
        }

        if (to.Recipe is not null)
        {
            return Phrase.Of(PhraseKeys.Conflict.AlreadyBegun);
        }

        to.Plan = plan with { RecipeId = RecipeId };
        return null;
    }

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.Replanned, ("recipe", RecipeId));
}
