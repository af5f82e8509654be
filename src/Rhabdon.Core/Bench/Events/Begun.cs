using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Bench;

/// <summary>Work begins, by the envelope's recipe version and in this technique; the strand stays on both.</summary>
/// <param name="Technique">What the crew has chosen where installers disagree; null for the usual.</param>
public sealed record Begun([property: JsonPropertyName("school")] Technique? Technique = null) : TerminationEvent
{
    // Longer lists of a crew's choices than any recipe has.
    private const int MostChoices = 20;

    public override bool IsWork() => true;

    /// <summary>
    /// Why a strand may not begin by a recipe that nobody has compared with its maker's sheet; null when it may. A confirmation comes and goes: only a
    /// beginning is held to it.
    /// </summary>
    internal static Phrase? Unconfirmed(Planned? plan, PublishedRecipe? published) =>
        plan is { ConfirmedOnly: true } && published is { Confirmation: null }
            ? Phrase.Of(PhraseKeys.Conflict.Unconfirmed, ("recipe", published.Ref.ToString()))
            : null;

    internal override Refusal? Malformed(BenchEvent happened) =>
        Technique?.Options.Count > MostChoices
        || Technique?.Options.Any(o => o.Key.Length > BenchEvent.MostText || o.Value is null or { Length: > BenchEvent.MostText }) == true
            ? EventFields.Bad("body.school", PhraseKeys.Event.Text)
            : null;

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

        if (happened.Recipe?.Id != plan.RecipeId || to.Book.Find(happened.Recipe) is not { } found)
        {
            return Phrase.Of(PhraseKeys.Conflict.OtherRecipe, ("planned", plan.RecipeId), ("given", happened.Recipe?.ToString() ?? "-"));
        }

        if (found.Recipe.FromTheSheet is [var missing, ..])
        {
            return Phrase.Of(PhraseKeys.Conflict.FromTheSheet, ("length", missing));
        }

        if (Technique?.Unknown(found.Recipe) is { } unknown)
        {
            return Phrase.Of(PhraseKeys.Conflict.Technique, ("choice", unknown));
        }

        if ((Technique ?? Technique.Usual).Unfit(found.Recipe, plan.Grade.Mode()) is { } unfit)
        {
            return Phrase.Of(PhraseKeys.Conflict.TechniqueMode, ("option", unfit.Id));
        }

        to.Begin(found, Technique, happened.Actor);
        return null;
    }

    internal override Refusal? Unfit(FoldedStream before, FoldedStream after, BenchEvent happened, bool knewAll, RecipeBook book) =>
        knewAll && Unconfirmed(((FoldedTermination)after).State.Plan, book.Find(happened.Recipe)) is { } unconfirmed
            ? new Refusal(false, "recipe", unconfirmed)
            : null;

    internal override string Tell(StoryWords story, BenchEvent happened, Recipe? recipe, Guid strand) =>
        story.Say(PhraseKeys.Story.Begun, ("recipe", happened.Recipe?.ToString() ?? "-"));
}
