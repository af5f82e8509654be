using System.Text.Json.Serialization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>The work card of a cable's end.</summary>
/// <param name="Title">What is worked at: <c>Module</c>, <c>Cable end</c>.</param>
/// <param name="Recipe">That it is worked by.</param>
/// <param name="Now">The one step to do now; null while the strands have their turn, and at the end.</param>
/// <param name="IsReady">All that comes before the strands is done.</param>
/// <param name="IsClosed">All is done.</param>
public sealed record CableEndView(Guid Id, string Title, string Recipe, IReadOnlyList<EndStepView> Steps, string? Now, bool IsReady, bool IsClosed);

/// <param name="Figure">Its dimension, if it has one.</param>
/// <param name="IsAfter">It comes after the strands.</param>
/// <param name="Read">What was read, in words.</param>
/// <param name="Then">What is to be done about a bad answer.</param>
public sealed record EndStepView(
    string Id,
    string Name,
    string Title,
    string How,
    string Why,
    IReadOnlyList<string> Cautions,
    FigureView? Figure,
    IReadOnlyList<Act>? Acts,
    AskView? Ask,
    bool IsAfter,
    EndStepStanding Standing,
    Guid? Actor = null,
    DateTimeOffset? At = null,
    string? Read = null,
    string? Then = null
);

/// <summary>How a step of a cable's end stands.</summary>
[JsonConverter(typeof(EnumNames<EndStepStanding>))]
public enum EndStepStanding
{
    [JsonStringEnumMemberName("next")]
    Next,

    [JsonStringEnumMemberName("now")]
    Now,

    [JsonStringEnumMemberName("done")]
    Done,

    /// <summary>What was read there is bad: it is done anew.</summary>
    [JsonStringEnumMemberName("bad")]
    Bad,
}

/// <summary>A cable's end in a line, where its strands are begun.</summary>
/// <param name="Of">How many steps; <paramref name="Done"/> of them are done.</param>
/// <param name="Next">The step that waits; null when none does.</param>
/// <param name="IsAwaited">The strands must not begin before it.</param>
/// <param name="IsToClose">The strands are done, and it is not.</param>
public sealed record CableEndLine(string Title, int Done, int Of, string? Next, bool IsAwaited, bool IsToClose);

/// <summary>Puts the work at a cable's end into what the bench shows.</summary>
public sealed class CableEndViewer(RecipeBook book, Phrasebook words, string language, LengthUnit unit)
{
    /// <summary>The work card; null where the recipe leaves nothing to the end.</summary>
    public CableEndView? View(CableEndAtWork end)
    {
        var steps = CableEndWork.Steps(end, book);
        if (end.Published(book) is not { Recipe.EndWork: { } work } published || !steps.All.Any())
        {
            return null;
        }

        var now = NextOf(end, steps);
        var worked = published.On(end.Strand.Plan!, end.Strand.Technique);
        return new CableEndView(
            end.State.Id,
            work.Title.In(language),
            published.Ref.ToString(),
            [
                .. steps.Before.Select(s => StepOf(end, worked, s, now, isAfter: false, published.Confirmation is not null)),
                .. steps.After.Select(s => StepOf(end, worked, s, now, isAfter: true, published.Confirmation is not null)),
            ],
            now?.Id,
            steps.Before.All(s => end.State.HasDone(s.Id)),
            steps.All.All(s => end.State.HasDone(s.Id))
        );
    }

    /// <summary>The same in a line; null where the recipe leaves nothing to the end.</summary>
    public CableEndLine? Line(CableEndAtWork end)
    {
        var steps = CableEndWork.Steps(end, book);
        return end.Published(book)?.Recipe.EndWork is { } work && steps.All.Any()
            ? new CableEndLine(
                work.Title.In(language),
                steps.All.Count(s => end.State.HasDone(s.Id)),
                steps.All.Count(),
                NextOf(end, steps)?.Name.In(language),
                work.IsFirst && !steps.Before.All(s => end.State.HasDone(s.Id)),
                end.Strand.IsOver && !steps.All.All(s => end.State.HasDone(s.Id))
            )
            : null;
    }

    // What comes after the strands waits for them.
    private static Step? NextOf(CableEndAtWork end, EndSteps steps) =>
        (end.Strand.IsOver ? steps.All : steps.Before).FirstOrDefault(s => !end.State.HasDone(s.Id));

    private EndStepView StepOf(CableEndAtWork end, Recipe worked, Step step, Step? now, bool isAfter, bool isConfirmed)
    {
        var viewer = new BenchViewer(book, words, language, unit);
        var dimension = worked.FromTheSheet.Count > 0 ? null : ResolvedDimension.Of(step, worked, isRecleave: false);
        var done = end.State.Of(step.Id);
        var answer = step.Ask?.Choices.FirstOrDefault(c => c.Value == done?.Reading?.Choice);
        return new EndStepView(
            step.Id,
            step.Name.In(language),
            Filled(step.Title),
            Filled(step.How),
            step.Why?.In(language) ?? string.Empty,
            [.. step.Cautions.Select(c => words.Say(Phrase.Of($"caution.{c}")))],
            dimension is null ? null : viewer.Figure(dimension, isConfirmed),
            step.Acts,
            step.Ask is null ? null : viewer.AskOf(end.Strand, step, dimension),
            isAfter,
            end.State.HasDone(step.Id) ? EndStepStanding.Done
                : done is not null ? EndStepStanding.Bad
                : step == now ? EndStepStanding.Now
                : EndStepStanding.Next,
            done?.Actor,
            done?.At,
            answer?.Say.In(language),
            answer?.Then?.In(language)
        );

        string Filled(Wording wording) =>
            dimension is null
                ? wording.In(language)
                : Phrasebook.Fill(wording.In(language), new Dictionary<string, string> { ["length"] = LengthDisplay.WithUnit(dimension.Target, unit) });
    }
}
