using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>A strand that a time may run for.</summary>
/// <param name="Strand">Its number in the cable.</param>
/// <param name="Cable">The cable's name.</param>
public sealed record ClockedStrand(int Strand, string Cable, TerminationState State);

/// <summary>A strand that a tablet holds, as its page names it.</summary>
/// <param name="Cable">The cable's name.</param>
public sealed record StrandHere(Guid Termination, int Strand, string Cable);

/// <summary>A time that runs: one a load, however many strands wait for it.</summary>
/// <param name="Load">The event that started it.</param>
/// <param name="Title">What runs, in a word or two.</param>
/// <param name="Where">Its strands and their cable, or the place, in words.</param>
/// <param name="Seconds">It takes.</param>
/// <param name="Late">Seconds after its start from which being late does harm; null where waiting does none.</param>
/// <param name="Tells">By what the machine tells that it is done, early or late; null where the time decides.</param>
/// <param name="IsAttended">A hand is taken up by it.</param>
/// <param name="Over">What to do once it is over, in words.</param>
/// <param name="LateSays">What it means for the work once it is late, in words; null where it means nothing.</param>
/// <param name="Strands">Empty for an oven that warms up, or a mix.</param>
/// <param name="Person">Who started it.</param>
/// <param name="Batch">That its strands are taken in; null for none.</param>
public sealed record ClockLine(
    Guid Load,
    string Kind,
    string Title,
    string Where,
    DateTimeOffset Since,
    int Seconds,
    int? Late,
    string? Tells,
    bool IsAttended,
    string Over,
    string? LateSays,
    IReadOnlyList<Guid> Strands,
    Guid Person,
    Guid? Batch = null
);

/// <summary>Every time that runs: those that strands wait for, and those that a step done once a session has started.</summary>
public sealed class ClockBoard(RecipeBook book, Phrasebook words, string language)
{
    // A clock that nobody has looked at for a day tells nothing any more.
    private static readonly TimeSpan Longest = TimeSpan.FromHours(24);

    // What holds up no strand is shown for a while after it is over.
    private static readonly TimeSpan Linger = TimeSpan.FromMinutes(15);

    /// <returns>What ends first comes first.</returns>
    public IReadOnlyList<ClockLine> Lines(IEnumerable<ClockedStrand> strands, IEnumerable<WorkSessionState> sessions, DateTimeOffset now) =>
        [.. Loads(strands, now).Concat(Started(sessions, now)).OrderBy(l => l.Since.AddSeconds(l.Seconds)).ThenBy(l => l.Load)];

    private IEnumerable<ClockLine> Loads(IEnumerable<ClockedStrand> strands, DateTimeOffset now) =>
        strands
            .Where(s => s.State is { Clock: { } running, Worked: not null } && now - running.Since < Longest)
            .GroupBy(s => (s.State.Clock!.Load, s.State.Clock.Step))
            .Select(load =>
            {
                var (first, numbers) = (load.First(), load.Select(s => s.Strand).Distinct().Order().ToList());
                var step = first.State.Worked!.Steps[first.State.Worked.IndexOf(load.Key.Step)];
                var where = words.Say(Phrase.Of(PhraseKeys.Clock.Strands, ("count", $"{numbers.Count}"), ("numbers", StrandNumbers.Say(numbers))));
                return Line(
                    load.Key.Load,
                    step.Clock!,
                    $"{where} · {first.Cable}",
                    first.State.Clock!.Since,
                    [.. load.Select(s => s.State.Termination)],
                    first.State.InHand ?? Guid.Empty
                ) with
                {
                    Batch = first.State.Batch,
                };
            });

    private IEnumerable<ClockLine> Started(IEnumerable<WorkSessionState> sessions, DateTimeOffset now) =>
        from session in sessions
        where session.Ended is null
        from said in session.Said ?? []
        where said.IsSo && StepOf(said.Item) is { Starts: not null }
        let step = StepOf(said.Item)!
        where said.At.AddSeconds(step.Starts!.Seconds) + Linger > now
        select Line(said.Event, step.Starts!, $"{step.Name.In(language)} · {session.Place}", said.At, [], session.Person ?? Guid.Empty);

    private Step? StepOf(string item) =>
        SessionSteps.StepIn(item) is ({ } recipe, { } step) && book.Latest(recipe) is { } latest ? latest.Recipe.Steps.FirstOrDefault(s => s.Id == step) : null;

    private ClockLine Line(Guid load, Clock clock, string where, DateTimeOffset since, IReadOnlyList<Guid> strands, Guid person)
    {
        var kind = Catalogs.All.ClockOf(clock.Kind)!;
        int? late = clock.AtMost ?? (kind.Grace is { } grace ? clock.Seconds + grace : null);
        return new ClockLine(
            load,
            clock.Kind,
            words.Say(Phrase.Of($"clock.{clock.Kind}")),
            where,
            since,
            clock.Seconds,
            late,
            clock.Tells?.In(language),
            kind.IsAttended,
            words.Say(Phrase.Of($"clock.over-{clock.Kind}")),
            late is null ? null : words.Say(Phrase.Of($"clock.late-{clock.Kind}")),
            strands,
            person
        );
    }
}
