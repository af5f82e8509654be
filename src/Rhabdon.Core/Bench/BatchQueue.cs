using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Timing;

namespace Rhabdon.Core.Bench;

/// <summary>How a batch is taken.</summary>
[JsonConverter(typeof(EnumNames<Pace>))]
public enum Pace
{
    /// <summary>All boots on, then all marked, ...: the strand furthest behind is next.</summary>
    [JsonStringEnumMemberName("stage-by-stage")]
    StageByStage,

    /// <summary>One strand from boot to cap, then the next.</summary>
    [JsonStringEnumMemberName("strand-by-strand")]
    StrandByStrand,

    /// <summary>What leaves nobody waiting and nothing to spoil: see <see cref="WhatNow"/>.</summary>
    [JsonStringEnumMemberName("what-now")]
    WhatNow,
}

/// <summary>Where a strand of a batch stands, seen from the one thing to do now.</summary>
[JsonConverter(typeof(EnumNames<BatchPlace>))]
public enum BatchPlace
{
    /// <summary>At the step that is done now.</summary>
    [JsonStringEnumMemberName("now")]
    Now,

    /// <summary>Its turn comes.</summary>
    [JsonStringEnumMemberName("next")]
    Next,

    /// <summary>Ahead of the others: waits for them.</summary>
    [JsonStringEnumMemberName("waiting")]
    Waiting,

    [JsonStringEnumMemberName("trouble")]
    Trouble,

    /// <summary>Two stories of it do not fit together.</summary>
    [JsonStringEnumMemberName("look")]
    Look,

    [JsonStringEnumMemberName("done")]
    Done,

    [JsonStringEnumMemberName("rejected")]
    Rejected,
}

/// <summary>Whose turn it is in a batch.</summary>
/// <param name="Focus">The strand the bench shows; null when nothing is left to do in a batch of several.</param>
/// <param name="Together">Every strand that one tap may do with it, in order; the focus alone when the step is read strand by strand.</param>
/// <param name="Why">Why it is its turn; null where the pace tells by itself.</param>
public sealed record Turn(Guid? Focus, IReadOnlyList<Guid> Together, NextWork? Why = null);

/// <summary>The queue: nobody loses their place in twelve.</summary>
public static class BatchQueue
{
    /// <summary>Whose turn it is.</summary>
    /// <param name="states">In the batch's order.</param>
    /// <param name="held">The strand shown until now, or picked by hand.</param>
    /// <param name="isPicked">True when a person chose <paramref name="held"/>: then it stays, whatever the pace.</param>
    /// <param name="guidance">What one tap does: a step, or all of a card.</param>
    /// <param name="partners">The other fiber of its duplex port, for each strand that has one.</param>
    /// <param name="moment">When, by whom, and what stands; null where nobody says: then no time is taken to run, and nothing to stand.</param>
    public static Turn TurnOf(
        IReadOnlyList<TerminationState> states,
        RecipeBook book,
        Pace pace,
        Guid? held,
        bool isPicked,
        Guidance guidance = Guidance.EveryStep,
        IReadOnlyDictionary<Guid, TerminationState>? partners = null,
        BenchMoment? moment = null
    )
    {
        var open = states.Where(s => !s.IsOver).ToList();
        var kept = states.FirstOrDefault(s => s.Termination == held);
        var isKept = kept is not null && (isPicked || kept.Trouble is not null || (pace == Pace.StrandByStrand && !kept.IsOver));
        var next = !isKept && pace == Pace.WhatNow && moment is not null ? new WhatNow(book, moment).Of(Clear(open, partners), states, held) : null;
        var focus =
            isKept ? kept
            : next is not null ? states.First(s => s.Termination == next.Strands[0])
            : Next(open, pace, partners, moment) ?? (states.Count == 1 ? states[0] : null);
        return focus is null
            ? new Turn(null, [])
            : new Turn(
                focus.Termination,
                focus.IsOver
                    ? [focus.Termination]
                    :
                    [
                        .. Alike(open, focus, book, guidance, partners, moment)
                            .Select(s => s.Termination)
                            .Where(s => next is null || IsForAll(focus) || s == focus.Termination || next.Strands.Contains(s)),
                    ],
                next
            );
    }

    /// <summary>True when what the strand is to do next is done for both fibers of its port, and the other has not come there.</summary>
    public static bool Waits(TerminationState state, IReadOnlyDictionary<Guid, TerminationState>? partners) =>
        state.StepToDo?.Once == Once.Pair && partners?.GetValueOrDefault(state.Termination) is { IsOver: false } partner && partner.Step != state.Step;

    public static BatchPlace PlaceOf(
        TerminationState state,
        TerminationState? focus,
        Turn turn,
        IReadOnlyDictionary<Guid, TerminationState>? partners = null
    ) =>
        state.NeedsALook ? BatchPlace.Look
        : state.Phase == StrandPhase.Rejected ? BatchPlace.Rejected
        : state.IsOver ? BatchPlace.Done
        : state.Trouble is not null ? BatchPlace.Trouble
        : state.Termination == turn.Focus || turn.Together.Contains(state.Termination) ? BatchPlace.Now
        : Waits(state, partners) ? BatchPlace.Waiting
        : focus is not null && state.StepIndex > focus.StepIndex ? BatchPlace.Waiting
        : BatchPlace.Next;

    // A batch begins whole, and what is done once for a session's work is done for all of it.
    private static bool IsForAll(TerminationState focus) => focus.Recipe is null || focus.StepToDo?.Once == Once.Session;

    private static List<TerminationState> Clear(List<TerminationState> open, IReadOnlyDictionary<Guid, TerminationState>? partners) =>
        open.FindAll(s => s.Trouble is null && !s.NeedsALook && !Waits(s, partners));

    // What cannot wait goes first; trouble waits until the rest is done, unless a person turns to it, and so does a strand whose time runs by itself.
    private static TerminationState? Next(List<TerminationState> open, Pace pace, IReadOnlyDictionary<Guid, TerminationState>? partners, BenchMoment? moment)
    {
        var clear = open.Where(s => s.Trouble is null && !Waits(s, partners)).ToList();
        var free = moment is null ? clear : clear.FindAll(s => !WhatNow.IsLeftAlone(s, moment.Now));
        var begun = free.Where(s => s.Recipe is not null).ToList();
        return begun.FirstOrDefault(s => s.StepToDo!.AtOnce)
            ?? (pace == Pace.StrandByStrand ? begun.FirstOrDefault() : null)
            ?? free.MinBy(s => s.StepIndex)
            ?? clear.MinBy(s => s.Clock?.Since)
            ?? open.FirstOrDefault();
    }

    private static IEnumerable<TerminationState> Alike(
        List<TerminationState> open,
        TerminationState focus,
        RecipeBook book,
        Guidance guidance,
        IReadOnlyDictionary<Guid, TerminationState>? partners,
        BenchMoment? moment
    ) =>
        IsTakenAlone(focus, book, guidance, moment)
            ? [focus]
            : WithPlaces(
                open.Where(s =>
                    Ribbon.Of(focus, book)?.Contains(s.Termination) != false
                    && s.Trouble?.Sign == focus.Trouble?.Sign
                    && s.Step == focus.Step
                    && (focus.Step is not null || s.Plan?.RecipeId == focus.Plan?.RecipeId)
                    && s.Recipe == focus.Recipe
                    && s.Heading == focus.Heading
                    && s.Recleave == focus.Recleave
                    && s.Clock?.Since == focus.Clock?.Since
                    && CardOf(s, guidance, moment).SequenceEqual(CardOf(focus, guidance, moment))
                    && (s == focus || !Waits(s, partners))
                ),
                focus,
                book
            );

    // No more go into a machine with one tap than it has places; a ribbon takes one.
    private static IEnumerable<TerminationState> WithPlaces(IEnumerable<TerminationState> alike, TerminationState focus, RecipeBook book)
    {
        if (focus is not { Clock: null, StepToDo: { On: { } on, Clock: not null }, Worked.Capacities: { } capacities } || Ribbon.Of(focus, book) is not null)
        {
            return alike;
        }

        var loads = alike.ToList();
        var places = capacities.FirstOrDefault(c => c.Of == on)?.Places ?? loads.Count;
        return [focus, .. loads.Where(s => s != focus).Take(places - 1)];
    }

    // Trouble, what is read off each strand, a step that cannot wait and the one that leads into it; but the fibers of a ribbon share everything.
    private static bool IsTakenAlone(TerminationState focus, RecipeBook book, Guidance guidance, BenchMoment? moment) =>
        Ribbon.Of(focus, book) is null
        && (focus.Trouble is not null || CardOf(focus, guidance, moment).LastOrDefault()?.Ask is { OneForAll: false } || Hurries(focus, guidance));

    private static bool Hurries(TerminationState focus, Guidance guidance) =>
        focus is { Worked: { } worked, StepIndex: >= 0 and var first }
        && Stretch.From(worked, first, guidance) is var card
        && worked.Steps.Skip(card.First).Take(card.Last - card.First + 2).Any(s => s.AtOnce);

    // The steps that the next tap on a strand does.
    private static IEnumerable<Step> CardOf(TerminationState state, Guidance guidance, BenchMoment? moment) =>
        state is { Worked: { } worked, StepIndex: >= 0 and var first } ? Stretch.From(worked, first, guidance, moment?.Standing).Of(worked) : [];
}
