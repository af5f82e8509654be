using System.Runtime.CompilerServices;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Timing;

/// <summary>What one pair of hands does next.</summary>
/// <param name="Strands">That it is done on, one after the other; where it waits, the strand whose time is over first.</param>
/// <param name="Why">In a line; null where nothing but the order speaks for it.</param>
/// <param name="Until">What it waits for is over then; null where there is something to do.</param>
public sealed record NextWork(IReadOnlyList<Guid> Strands, Phrase? Why = null, DateTimeOffset? Until = null);

/// <summary>What is known beside the strands where somebody asks what to do now.</summary>
/// <param name="Now">By the tablet's clock.</param>
/// <param name="Person">Whose hands are asked about; strands in another's hand are left to them. Null for anybody's.</param>
/// <param name="Standing">What is done once and stands; null where nobody knows.</param>
public sealed record BenchMoment(DateTimeOffset Now, Guid? Person = null, SessionSteps? Standing = null);

/// <summary>
/// Says what to do next so that nothing spoils and nobody waits: the first move of the shortest plan that <see cref="WorkPlan"/> finds from where the batch
/// stands.
/// </summary>
public sealed class WhatNow(RecipeBook book, BenchMoment moment)
{
    private static readonly ConditionalWeakTable<Recipe, WorkLine> Lines = [];

    /// <param name="open">Strands that can be worked: neither over, nor in trouble, nor waiting for the other fiber of their port.</param>
    /// <param name="all">Of the batch, those among them: what others have in a machine takes its place there.</param>
    /// <param name="held">The strand shown until now: begun work on it is finished first.</param>
    /// <returns>Null where nothing is left.</returns>
    public NextWork? Of(IReadOnlyList<TerminationState> open, IReadOnlyList<TerminationState> all, Guid? held)
    {
        var own = open.Where(s => s.InHand is null || moment.Person is null || s.InHand == moment.Person).ToList();
        var lines = (own.Count > 0 ? own : open).GroupBy(s => Ribbon.Of(s, book)?[0] ?? s.Termination).Select(g => g.ToList()).ToList();
        if (lines.Count == 0)
        {
            return null;
        }

        // What is under the finger stays there: work that is begun, and a time that is over.
        if (lines.Find(l => l.Exists(s => s.Termination == held && (IsAmid(s) || IsOver(s)))) is { } begun)
        {
            return Amid(begun[0], lines) with { Why = IsOver(begun[0]) ? Phrase.Of(PhraseKeys.Now.Over) : null };
        }

        var others = all.Where(s => s.Clock is not null && !lines.Exists(l => l.Contains(s))).DistinctBy(s => Ribbon.Of(s, book)?[0] ?? s.Termination).ToList();
        var stand = Stand([.. lines.Select(l => l[0]), .. others], lines.Count);
        var plan = WorkPlan.Best(stand);
        if (plan.Moves is not [{ } first, ..])
        {
            return new NextWork([.. lines[0].Select(s => s.Termination)]);
        }

        if (first.Start > 0)
        {
            var waited = lines.Where(l => l[0].Clock is not null).MinBy(l => EndOf(l[0])) ?? lines[first.Line];
            return new NextWork([.. waited.Select(s => s.Termination)], Phrase.Of(PhraseKeys.Now.Wait), moment.Now.AddSeconds(first.Start));
        }

        // What is done in a machine comes out before the next goes in.
        if (stand.Batch.Lines[first.Line].Items[first.Item].On is { } on && lines.Find(l => IsOver(l[0]) && l[0].StepToDo?.On == on) is { } done)
        {
            return new NextWork([.. done.Select(s => s.Termination)], Phrase.Of(PhraseKeys.Now.Over));
        }

        var run = plan.Moves.TakeWhile(m => m.Item == first.Item && LineOf(lines[m.Line][0]).Recipe == LineOf(lines[first.Line][0]).Recipe);
        return new NextWork([.. run.SelectMany(m => lines[m.Line]).Select(s => s.Termination).Distinct()], Why(lines, stand, first));
    }

    /// <summary>The next moment after now at which a time of the batch is over; null where none runs.</summary>
    public static DateTimeOffset? NextEnd(IEnumerable<TerminationState> states, DateTimeOffset now) =>
        states.Where(s => s.Clock is not null).Select(s => (DateTimeOffset?)EndOf(s)).Where(e => e > now).Min();

    /// <summary>True while the time of its present step runs, and takes no hand.</summary>
    public static bool IsLeftAlone(TerminationState state, DateTimeOffset now) =>
        state is { Clock: not null, StepToDo.Clock: { } clock } && Catalogs.All.ClockOf(clock.Kind)?.IsAttended != true && EndOf(state) > now;

    private bool IsOver(TerminationState state) => state.Clock is not null && EndOf(state) <= moment.Now;

    private static DateTimeOffset EndOf(TerminationState state) => state.Clock!.Since.AddSeconds(state.StepToDo?.Clock?.Seconds ?? 0);

    private WorkLine LineOf(TerminationState state) => Lines.GetValue(Worked(state), r => new WorkLine(r.Id, WorkItem.Of(r)));

    private Recipe Worked(TerminationState state) => state.Worked ?? book.Latest(state.Plan!.RecipeId)!.On(state.Plan!, state.Technique);

    // Between two steps that a hand does without a break.
    private bool IsAmid(TerminationState state) =>
        state.StepIndex > 0 && !LineOf(state).Items.Any(i => i.First == state.StepIndex) && !IsLeftAlone(state, moment.Now);

    // Those that were begun together are gone on with together.
    private static NextWork Amid(TerminationState held, List<List<TerminationState>> lines) =>
        new([
            .. lines
                .Where(l => l.Exists(s => s.Step == held.Step && s.Recipe == held.Recipe && s.Clock?.Load == held.Clock?.Load))
                .SelectMany(l => l)
                .Select(s => s.Termination),
        ]);

    private WorkStand Stand(IReadOnlyList<TerminationState> states, int own)
    {
        var batch = new WorkBatch([.. states.Select(LineOf)], WorkBatch.PlacesOf(states.Select(Worked)));
        var stand = new WorkStand(batch);
        for (var line = 0; line < states.Count; line++)
        {
            var (state, items) = (states[line], batch.Lines[line].Items);
            var at = Math.Max(0, items.ToList().FindIndex(i => i.Last >= state.StepIndex));
            var isAlone = IsLeftAlone(state, moment.Now);
            stand.Put(
                line,
                line >= own ? items.Count
                    : state.Clock is null ? at
                    : at + 1,
                isAlone ? (EndOf(state) - moment.Now).TotalSeconds : 0,
                isAlone ? items[at].On : null
            );
            Began(stand, state, batch.Lines[line]);
        }

        return stand;
    }

    // What was done once: said to the session, or done on a strand of the batch.
    private void Began(WorkStand stand, TerminationState state, WorkLine line)
    {
        var recipe = Worked(state);
        foreach (var item in line.Items.Where(i => i.Once is not null))
        {
            var step = recipe.Steps[item.First];
            var done = (state.Attempts.Count == 0 ? null : state.Attempts[^1])
                ?.Tries.SelectMany(t => t.Steps)
                .LastOrDefault(s => s.Step == step.Id && !s.IsPassed)
                ?.At;
            var said = moment.Standing?.Said.TryGetValue(SessionSteps.ItemOf(recipe, step), out var at) == true ? at : (DateTimeOffset?)null;
            if ((done > said || said is null ? done : said) is { } since && (!item.Spoils || since.AddSeconds(item.Starts) > moment.Now))
            {
                stand.Began(line.Recipe, item.Once!, (since - moment.Now).TotalSeconds, item.Starts);
            }
        }
    }

    private Phrase? Why(List<List<TerminationState>> lines, WorkStand stand, WorkMove first)
    {
        var item = stand.Batch.Lines[first.Line].Items[first.Item];
        var running = lines.Count(l => IsLeftAlone(l[0], moment.Now));
        return item is { Once: not null, Spoils: true } ? Phrase.Of(PhraseKeys.Now.Mix)
            : item is { Once: not null, Starts: > 0 } ? Phrase.Of(PhraseKeys.Now.WarmUp, ("minutes", $"{Math.Ceiling(item.Starts / 60)}"))
            : item.Once is not null ? Phrase.Of(PhraseKeys.Now.Once)
            : lines[first.Line][0].Clock is not null ? Phrase.Of(PhraseKeys.Now.Over)
            : lines.Count == 1 ? null
            : item.Alone > 0 ? Phrase.Of(PhraseKeys.Now.Alone)
            : running > 0 ? Phrase.Of(PhraseKeys.Now.Meanwhile)
            : stand.Batch.Lines[first.Line].Items.Skip(first.Item).Any(i => i.Alone > 0) ? Phrase.Of(PhraseKeys.Now.Toward)
            : null;
    }
}
