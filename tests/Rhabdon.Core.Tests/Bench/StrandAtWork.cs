using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>One strand at the bench, and the time that passes there.</summary>
internal sealed class StrandAtWork
{
    public static readonly Guid Strand = new("01900000-0000-7000-8000-000000000009");
    private static readonly RecipeBook Book = StarterRecipes.Book();
    private DateTimeOffset now = new(2026, 11, 24, 9, 0, 0, TimeSpan.FromHours(-4));

    public StrandAtWork(
        string recipe,
        Technique? technique,
        bool begin = true,
        CableBuild? build = null,
        FiberGrade? grade = null,
        Guid? id = null,
        int? positions = null
    )
    {
        Id = id ?? Strand;
        var serves = Book.Latest(recipe)!.Recipe.Serves;
        Add(
            new Planned(
                CableEnd.Near,
                serves.Connectors[0],
                serves.Polishes[0],
                grade ?? (serves.Modes.Contains(FiberMode.Multimode) ? FiberGrade.OM4 : FiberGrade.OS2),
                build ?? serves.Builds[0],
                recipe,
                Length.Mm(500),
                Length.Mm(200),
                Positions: positions
            ),
            new RecipeRef(recipe, 1)
        );
        if (begin)
        {
            Do(new BeginWork(technique));
        }
    }

    public Guid Id { get; }

    public List<BenchEvent> Events { get; } = [];

    public FoldedTermination Stream => FoldedTermination.Of(Id, Events, Book);

    public TerminationState State => Stream.State;

    public Recipe Recipe => State.Worked!;

    public void Wait(int seconds) => now = now.AddSeconds(seconds);

    public BenchFault? Fault(BenchIntent intent) => IntentHandler.Answer(Stream, Book, intent, LengthUnit.Millimeter, now).Fault;

    public void Do(BenchIntent intent)
    {
        var answer = IntentHandler.Answer(Stream, Book, intent, LengthUnit.Millimeter, now);
        Assert.True(answer.Fault is null, $"{intent}: {answer.Fault}");
        Add(answer.Body!, State.Recipe ?? Book.Latest(State.Plan!.RecipeId)!.Ref);
        Assert.False(State.NeedsALook, State.History[^1].Why?.Key);
    }

    public StrandAtWork Until(string step)
    {
        while (State.Step != step)
        {
            StepWell();
        }

        return this;
    }

    /// <summary>One step, read well.</summary>
    /// <returns>Whether it asked something.</returns>
    public bool StepWell()
    {
        var step = Recipe.Steps[Recipe.IndexOf(State.Step!)];
        if (step.Clock is { } clock)
        {
            Do(new StartClock(step.Id));
            Wait(clock.Seconds);
        }

        Do(new DoneWith(step.Id, step.Ask is null ? null : Good(step)));
        return step.Ask is not null;
    }

    /// <summary>One card of the practiced: all up to the next checkpoint, which is read well.</summary>
    /// <returns>Taps beyond the reading itself.</returns>
    public int CardWell()
    {
        var (first, last) = Stretch.From(Recipe, State.StepIndex, Guidance.Checkpoints);
        var (from, step) = (first == last ? null : Recipe.Steps[first].Id, Recipe.Steps[last]);
        if (step.Clock is { } clock)
        {
            Do(new StartClock(step.Id, from));
            Wait(clock.Seconds);
            from = null;
        }

        Do(new DoneWith(step.Id, step.Ask is null ? null : Good(step), From: from));
        return (step.Clock is null ? 0 : 1) + (step.Ask is null ? 1 : 0);
    }

    private string Good(Step step) =>
        step.Ask!.Counts ? $"{step.Count!.Low}"
        : step.Ask.IsLength ? ResolvedDimension.Of(step, Recipe, State.Recleave)!.Target.ToString()
        : step.Ask.Reads == ReadingKind.Angles ? "0.4/0.7"
        : step.Ask.Reads == ReadingKind.Loss ? "0.02"
        : step.Ask.Choices.First(c => c.Grade == ReadingGrade.Good).Value;

    private void Add(EventBody body, RecipeRef recipe)
    {
        now = now.AddSeconds(1);
        Events.Add(
            new BenchEvent(
                Guid.CreateVersion7(now),
                Strand,
                Events.Count + 1,
                new HybridTime(now.ToUnixTimeMilliseconds(), 0),
                now,
                Strand,
                Rulebook.Version,
                [new Subject(Id, Events.Count)],
                body,
                recipe
            )
        );
    }
}
