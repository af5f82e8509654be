using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Bench;

/// <summary>What the events of a cable's end amount to: what is done there once for all the strands it holds.</summary>
/// <param name="Steps">Each step's latest record that counts, in the order in which they came.</param>
/// <param name="Recipe">That the latest of them was done by.</param>
public sealed record CableEndState(Guid Id, IReadOnlyList<StepRecord> Steps, RecipeRef? Recipe = null)
{
    /// <summary>The step's record; null for one that is not done.</summary>
    public StepRecord? Of(string step) => Steps.FirstOrDefault(s => s.Step == step);

    /// <summary>Done, and what was read there was not bad.</summary>
    public bool HasDone(string step) => Of(step) is { } done && done.Verdict?.Grade != ReadingGrade.Bad;
}

/// <summary>A cable end's stream and the state it folds to.</summary>
public sealed class FoldedCableEnd : FoldedInTurn<CableEndState>
{
    private FoldedCableEnd(Guid end, IReadOnlyList<BenchEvent> events)
        : base(end, events, new CableEndState(end, []), Apply) { }

    public override StreamKind Kind => StreamKind.CableEnd;

    public static FoldedCableEnd Of(Guid end, IEnumerable<BenchEvent> events) => new(end, TerminationFold.InOrder(events));

    public override FoldedStream With(BenchEvent happened) => Events.Any(e => e.Id == happened.Id) ? this : Of(Id, Events.Append(happened));

    private static (CableEndState State, Phrase? Conflict) Apply(CableEndState state, BenchEvent happened) =>
        happened.Body is CableEndEvent body ? (body.Apply(state, happened), null) : (state, happened.Body.Misplaced());
}
