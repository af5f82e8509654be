using System.Globalization;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Timing;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Bench;

/// <summary>Puts a batch into what the bench shows: the queue, and the strand whose turn it is.</summary>
public sealed class BatchViewer(RecipeBook book, Phrasebook words, string language)
{
    /// <param name="stateOf">The folded state of each slot's termination.</param>
    /// <param name="endOf">That of a cable's end; null where nobody asks for it.</param>
    /// <param name="moment">When, by whom, and what stands; null where nobody says.</param>
    public BatchView View(BatchRequest look, Func<Guid, TerminationState> stateOf, Func<Guid, CableEndState>? endOf = null, BenchMoment? moment = null)
    {
        var slots = SlotsOf(look, stateOf);
        var states = slots.Select(s => stateOf(s.Termination)).ToList();
        var partners = slots.Where(s => s.Partner is not null).ToDictionary(s => s.Termination, s => stateOf(s.Partner!.Termination));
        var turn = BatchQueue.TurnOf(states, book, look.Pace, look.Held, look.IsPicked, look.Guidance, partners, moment);
        var focus = states.FirstOrDefault(s => s.Termination == turn.Focus);
        var viewer = new BenchViewer(book, words, language, look.Unit, look.Rates, look.Guidance, look.Missing, look.Films, moment?.Standing);
        var bench = focus is null ? null : viewer.View(focus);
        var together = slots.Where(s => turn.Together.Contains(s.Termination)).Select(s => s.Strand).ToList();
        return new BatchView(
            [.. slots.Zip(states, (slot, state) => QueueViewOf(slot, state, focus, turn, partners))],
            turn.Focus,
            turn.Together,
            words.Say(
                together.Count == 1
                    ? Phrase.Of(PhraseKeys.Strands.One, ("number", StrandNumbers.Say(together)))
                    : Phrase.Of(PhraseKeys.Strands.Many, ("numbers", StrandNumbers.Say(together)))
            ),
            focus is not null && Ribbon.Of(focus, book) is not null,
            states.Count(s => s.IsOver),
            bench?.Kit is { } kit ? bench with { Kit = [.. kit.Select(line => For(line, together.Count))] } : bench,
            EndLine(look, slots.FirstOrDefault(s => s.Termination == turn.Focus) ?? (slots is [var first, ..] ? first : null), stateOf, endOf),
            slots.FirstOrDefault(s => s.Termination == turn.Focus) is { Partner: { } partner } paired ? PairOf(paired, partner, focus!, partners) : null,
            moment is null ? null : NowOf(states, focus, turn, moment),
            states.TrueForAll(s => s.IsOver) ? new BatchUse(words).Of(states) : null
        );
    }

    private NowView? NowOf(IReadOnlyList<TerminationState> states, TerminationState? focus, Turn turn, BenchMoment moment)
    {
        var why = turn.Why?.Why is { } said ? words.Say(said) : null;
        var spoils = focus is not null && Spoilage.Of(focus, moment.Now, moment.Standing) is { } spoiled ? words.Say(spoiled) : null;
        var next = new[] { WhatNow.NextEnd(states, moment.Now), turn.Why?.Until }.Min();
        return why is null && spoils is null && next is null ? null : new NowView(why, turn.Why?.Until, next, spoils);
    }

    private PairView PairOf(BatchSlot slot, Partner partner, TerminationState focus, Dictionary<Guid, TerminationState> partners)
    {
        var strand = words.Say(Phrase.Of(PhraseKeys.Strands.One, ("number", partner.Strand.ToString(CultureInfo.InvariantCulture))));
        var (position, doing) = (words.Say(Phrase.Of(slot.Position == 1 ? PhraseKeys.Pair.A : PhraseKeys.Pair.B)), Doing(partners[slot.Termination]));
        return new PairView(
            partner.Termination,
            position,
            words.Say(Phrase.Of(PhraseKeys.Pair.With, ("position", position), ("strand", strand), ("doing", doing))),
            BatchQueue.Waits(focus, partners) ? words.Say(Phrase.Of(PhraseKeys.Pair.Waits, ("strand", strand), ("doing", doing))) : null,
            words.Say(Phrase.Of(PhraseKeys.Pair.Turn, ("strand", strand)))
        );
    }

    private CableEndLine? EndLine(BatchRequest look, BatchSlot? slot, Func<Guid, TerminationState> stateOf, Func<Guid, CableEndState>? endOf) =>
        slot?.CableEnd is { } end && endOf is not null
            ? new CableEndViewer(book, words, language, look.Unit).Line(new CableEndAtWork(endOf(end), stateOf(slot.Termination)))
            : null;

    // Every connector has its parts and takes its share; a tool or a bottle serves them all.
    private static KitLine For(KitLine line, int strands) =>
        line.Kind == KitKind.Part || (line.Kind == KitKind.Supply && line.Count > 1)
            ? line with
            {
                Count = ((line.Count * strands) + (line.Among ?? 1) - 1) / (line.Among ?? 1),
            }
            : line;

    private static IReadOnlyList<BatchSlot> SlotsOf(BatchRequest look, Func<Guid, TerminationState> stateOf) =>
        look.Batch is { } batch && look.Slots.Where(s => stateOf(s.Termination).Batch == batch).ToList() is { Count: > 0 } stay ? stay : look.Slots;

    private BatchQueueView QueueViewOf(
        BatchSlot slot,
        TerminationState state,
        TerminationState? focus,
        Turn turn,
        Dictionary<Guid, TerminationState> partners
    ) =>
        new(
            slot.Termination,
            slot.Strand,
            StrandColor.Of(slot.Strand),
            slot.Label,
            state.Phase,
            state.Attempt,
            Doing(state),
            BatchQueue.PlaceOf(state, focus, turn, partners),
            turn.Together.Contains(slot.Termination),
            state.InHand,
            state.Batch
        );

    private string Doing(TerminationState state)
    {
        if (state.IsOver || state.Worked is not { } recipe)
        {
            return words.Say(Phrase.Of(state.IsOver ? $"tray.{state.Phase.ToString().ToLowerInvariant()}" : PhraseKeys.Tray.NotBegun));
        }

        return state.Trouble is not null
            ? words.Say(Phrase.Of(PhraseKeys.Tray.Trouble))
            : recipe.Stages.First(s => s.Id == state.StepToDo!.Stage).Title.In(language);
    }
}
