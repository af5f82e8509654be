using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Demo;

/// <summary>A tablet of the demo: works strands through the bench's own desk, half a minute or so a step.</summary>
/// <param name="inHand">Tools and lots that are worked with.</param>
internal sealed class DemoTablet(RecipeBook book, Guid installer, DateTimeOffset start, IReadOnlyList<GearInHand> inHand)
{
    private readonly Guid device = Guid.CreateVersion7(start);
    private DateTimeOffset now = start;
    private long sequence;

    /// <summary>Works one strand until it is over or it is enough; trouble is answered by the ladder's proposal.</summary>
    /// <param name="reads">What is read at a step that asks; null for what a good hand reads.</param>
    /// <param name="looks">What is seen of a face through a picture; null when it is judged by eye.</param>
    /// <param name="isEnough">True to leave the strand as it stands.</param>
    public IReadOnlyList<BenchEvent> Work(
        Guid termination,
        BenchEvent planned,
        Func<TerminationState, Step, string?> reads,
        Func<TerminationState, DemoPicture?> looks,
        Func<TerminationState, bool> isEnough
    )
    {
        var stream = new List<BenchEvent> { planned };
        Add(FoldedTermination.Of(termination, stream, book), new BeginWork());
        while (FoldedTermination.Of(termination, stream, book) is { State: { IsOver: false } state } folded && !isEnough(state))
        {
            Add(folded, NextOf(state, reads, looks));
        }

        return [.. stream.Skip(1)];

        void Add(FoldedTermination folded, BenchIntent intent)
        {
            var answer = IntentHandler.Answer(folded, book, intent, LengthUnit.Millimeter);
            var body = answer.Body ?? throw new InvalidOperationException($"The demo cannot do {intent}: {answer.Fault}");
            now = now.AddSeconds(23 + (sequence % 7 * 4));
            stream.Add(
                new BenchEvent(
                    Guid.CreateVersion7(now),
                    device,
                    ++sequence,
                    new HybridTime(now.ToUnixTimeMilliseconds(), 0),
                    now.ToOffset(TimeSpan.FromHours(-4)),
                    installer,
                    Rulebook.Version,
                    [new Subject(termination, stream.Count)],
                    body,
                    folded.State.Recipe ?? book.Latest(folded.State.Plan!.RecipeId)!.Ref,
                    GearUse.Chosen(body, folded.State.Worked, inHand, folded.State.Plan!.Connector)
                )
            );
        }
    }

    private BenchIntent NextOf(TerminationState state, Func<TerminationState, Step, string?> reads, Func<TerminationState, DemoPicture?> looks)
    {
        var recipe = state.Worked!;
        if (state.Trouble is not null)
        {
            return new ChooseAction(ActionOffers.For(state, recipe, book.LadderOf(recipe)).First(o => o.IsProposed).CorrectiveAction.Id);
        }

        var step = state.StepToDo!;
        if (step.Clock is { } clock)
        {
            if (state.Clock is null)
            {
                return new StartClock(step.Id);
            }

            now = now.AddSeconds(clock.Seconds);
        }

        return step.Ask is { Reads: ReadingKind.Picture } ask && looks(state) is { } look
            ? new DoneWith(step.Id, look.Choice ?? FaceReading.Proposed(ask, look.Face)!.Value, look.Face, look.Overruled)
            : new DoneWith(step.Id, step.Ask is null ? null : reads(state, step) ?? WellRead(state, step, recipe));
    }

    // As a good hand reads: lengths within a tenth or two, counts as the technique has them, and of the choices the first good one.
    private string WellRead(TerminationState state, Step step, Recipe recipe) =>
        step.Ask switch
        {
            { Reads: ReadingKind.Count } => (step.Count!.Low + (sequence % 3)).ToString(CultureInfo.InvariantCulture),
            { IsLength: true } => (ResolvedDimension.Of(step, recipe, state.Recleave)!.Target.Millimeters + (sequence % 3 / 10m)).ToString(
                CultureInfo.InvariantCulture
            ),
            { Reads: ReadingKind.Angles } => string.Create(CultureInfo.InvariantCulture, $"0.{3 + (sequence % 4)}/0.{2 + (sequence % 5)}"),
            { Reads: ReadingKind.Loss } => string.Create(CultureInfo.InvariantCulture, $"0.0{1 + (sequence % 3)}"),
            var ask => IntentHandler.OpenChoices(state, ask!).First(c => c.Grade == ReadingGrade.Good).Value,
        };
}
