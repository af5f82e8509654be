using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Server.Hosting;

/// <summary>A tablet of the demo: works strands through the bench's own desk, a minute and a bit a step.</summary>
internal sealed class DemoTablet(RecipeBook book, Guid installer, DateTimeOffset start)
{
    private readonly Guid device = Guid.CreateVersion7(start);
    private DateTimeOffset now = start;
    private long sequence;

    /// <summary>Works one strand; <paramref name="looks"/> are what the light check shows, one after another, each answered by the ladder's proposal.</summary>
    /// <param name="stopAt">Step left undone; null to finish. A strand in trouble with no look left stays in trouble.</param>
    public IReadOnlyList<BenchEvent> Work(Guid termination, BenchEvent planned, IReadOnlyList<string> looks, string? stopAt)
    {
        var (stream, look) = (new List<BenchEvent> { planned }, 0);
        Add(new BeginWork());
        while (true)
        {
            var state = TerminationFold.Fold(termination, stream, book);
            if (state.IsOver || (look >= looks.Count && (state.Trouble is not null || state.Step == stopAt)))
            {
                return [.. stream.Skip(1)];
            }

            if (state.Trouble is not null)
            {
                var recipe = book.RecipeOf(state)!;
                Add(new ChooseAction(RungOffers.For(state, recipe, book.LadderOf(recipe)).First(o => o.IsProposed).Rung.Id));
                continue;
            }

            Add(new DoneWith(state.Step!, state.Step == "light" ? looks[look++] : Reading(state)));
        }

        void Add(BenchIntent intent)
        {
            var state = TerminationFold.Fold(termination, stream, book);
            var answer = BenchDesk.Answer(state, book, intent, LengthUnit.Millimeter);
            var body = answer.Body ?? throw new InvalidOperationException($"The demo cannot do {intent}: {answer.Fault}");
            now = now.AddSeconds(23 + (sequence % 7 * 4));
            stream.Add(new BenchEvent(
                Guid.CreateVersion7(now), BenchEvent.CurrentFormat, device, ++sequence, new HybridTime(now.ToUnixTimeMilliseconds(), 0), now.ToOffset(TimeSpan.FromHours(-4)),
                installer, Rulebook.Version, [new StrandKnown(termination, stream.Count)], body, state.Recipe ?? book.Latest(state.Plan!.RecipeId)!.Ref));
        }
    }

    // As a good hand reads: lengths within a tenth or two, counts as the school has them, and of the choices the first good one.
    private string? Reading(TerminationState state)
    {
        var recipe = book.RecipeOf(state)!;
        var step = recipe.Steps[recipe.IndexOf(state.Step!)];
        return step.Ask switch
        {
            null => null,
            { Counts: true } => (step.Count!.Low + (sequence % 3)).ToString(CultureInfo.InvariantCulture),
            { IsLength: true } => (ResolvedDimension.Of(step, recipe, state.Recleave)!.Target.Millimeters + (sequence % 3 / 10m)).ToString(CultureInfo.InvariantCulture),
            var ask => BenchDesk.OpenChoices(state, ask).First(c => c.Grade == Grade.Good).Value,
        };
    }
}
