using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>One line of a strand's story.</summary>
/// <param name="Grade">Of the reading, if there was one.</param>
/// <param name="CutsGlass">Glass came off: whoever takes it back must say whether it was truly cut.</param>
/// <param name="To">The person it was handed over to.</param>
/// <param name="Note">Why it does not count, or the reason given; empty otherwise.</param>
/// <param name="Face">The picture that was looked at.</param>
/// <param name="IsWork">True of what was done to the strand; false of what was said about it.</param>
/// <param name="SentBy">Who sent it, when that is not the person who did it.</param>
/// <param name="ClockSaid">
/// What the tablet's clock said, when that cannot be right: <paramref name="At"/> is then when it was received, or the earliest that it can have been.
/// </param>
/// <param name="Stage">Of the step that was done, in words; null of what is no step.</param>
public sealed record StoryLine(
    Guid Event,
    DateTimeOffset At,
    Guid Actor,
    int Attempt,
    int Try,
    string Kind,
    string What,
    string Read,
    ReadingGrade? Grade,
    EntryEffect Effect,
    string Note,
    bool IsWork,
    bool MayTakeBack,
    bool CutsGlass,
    Guid? To = null,
    FaceLine? Face = null,
    Guid? SentBy = null,
    DateTimeOffset? ClockSaid = null,
    string? Stage = null
);

/// <summary>A picture in a strand's story, and what was made of it then.</summary>
/// <param name="Picture">SHA-256 of the file.</param>
public sealed record FaceLine(string Picture, string Profile, FaceView View);

/// <summary>Tells a strand's history so that a customer can read it. Nothing is left out: what was taken back is told as taken back.</summary>
public sealed class StrandStory(RecipeBook book, Phrasebook words, string language, LengthUnit unit)
{
    private readonly StoryWords story = new(book, words, language, unit);

    public IReadOnlyList<StoryLine> Tell(TerminationState state)
    {
        var reasons = state.History.Select(h => h.Event.Body).OfType<Retracted>().GroupBy(r => r.Event).ToDictionary(g => g.Key, g => g.First().Reason);
        return [.. state.History.Select(entry => Line(state, entry, reasons))];
    }

    /// <summary>What an event did, in words.</summary>
    public string What(BenchEvent happened, Recipe? recipe, Guid strand) => happened.Body.Tell(story, happened, recipe, strand);

    private StoryLine Line(TerminationState state, HistoryEntry entry, Dictionary<Guid, string> reasons)
    {
        var happened = entry.Event;
        var recipe = (happened.Recipe ?? state.Recipe) is var by && by == state.Recipe && state.Worked is { } worked ? worked : book.Find(by)?.Recipe;
        var done = happened.Body as StepDone;
        var read = done is null || recipe is null ? string.Empty : new BenchViewer(book, words, language, unit).ReadingText(recipe, done.Step, done.Reading);
        var what =
            happened.Body is Retracted retracted && state.History.FirstOrDefault(h => h.Event.Id == retracted.Event) is { } target
                ? words.Say(Phrase.Of(PhraseKeys.Story.RetractedWhat, ("what", What(target.Event, recipe, state.Termination))))
                : What(happened, recipe, state.Termination);
        return new StoryLine(
            happened.Id,
            happened.When,
            happened.Actor,
            entry.Attempt,
            entry.Try,
            happened.Body.Kind,
            what,
            read,
            done?.Verdict?.Grade,
            entry.Effect,
            Note(state, entry, reasons),
            happened.Body.IsWork(),
            entry.Effect is EntryEffect.Counts or EntryEffect.Conflict && happened.Body.MayBeRetracted(),
            ActionOffers.CutsGlass(happened, book),
            To(happened),
            Face(done?.Reading?.Face),
            happened.Receipt?.From,
            happened.Receipt?.At is null ? null : happened.At,
            done is null ? null : StageOf(recipe, done.Step)
        );
    }

    private string? StageOf(Recipe? recipe, string step) =>
        recipe?.Steps.FirstOrDefault(s => s.Id == step) is { } done ? recipe.Stages.FirstOrDefault(s => s.Id == done.Stage)?.Title.In(language) : null;

    private string Note(TerminationState state, HistoryEntry entry, Dictionary<Guid, string> reasons) =>
        entry.Effect switch
        {
            EntryEffect.Conflict => words.Say(Phrase.Of(PhraseKeys.Story.Conflict, ("why", words.Say(entry.Why!)))),
            EntryEffect.Moved => words.Say(Phrase.Of(PhraseKeys.Story.MovedAway, ("reason", MoveOf(state, entry.Event.Id)?.Reason ?? string.Empty))),
            EntryEffect.SetAside => words.Say(Phrase.Of(PhraseKeys.Story.SetAside)),
            EntryEffect.Retracted => words.Say(Phrase.Of(PhraseKeys.Story.TakenBack, ("reason", reasons.GetValueOrDefault(entry.Event.Id, string.Empty)))),
            _ => entry.Event.Body.Remark(story, entry.Event),
        };

    private FaceLine? Face(FaceSeen? face) =>
        face is not null && book.Profile(face.Profile, face.Version) is { } profile
            ? new FaceLine(face.Picture, profile.Title.In(language), new FaceViewer(words).View(face.Grade, profile))
            : null;

    private static Reattributed? MoveOf(TerminationState state, Guid moved) =>
        state.History.Select(h => h.Event.Body).OfType<Reattributed>().FirstOrDefault(m => m.Moved.Any(e => e.Id == moved));

    private static Guid? To(BenchEvent happened) => (happened.Body as HandedOver)?.To;
}
