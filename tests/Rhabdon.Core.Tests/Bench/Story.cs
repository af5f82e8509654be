using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Core.Verification;

namespace Rhabdon.Core.Tests.Bench;

/// <summary>Builds the events of one strand as a tablet would: through the desk, in order, stamped.</summary>
internal sealed class Story
{
    public static readonly Guid Strand = new("01900000-0000-7000-8000-000000000001");
    public static readonly Guid Tablet = new("01900000-0000-7000-8000-0000000000aa");
    public static readonly Guid Person = new("01900000-0000-7000-8000-0000000000bb");
    private long sequence;

    public Story(RecipeBook? book = null, string service = "500 mm", string least = "300 mm", int strand = 1)
    {
        Book = book ?? StarterBook();
        Id = new Guid($"01900000-0000-7000-8000-{strand:x12}");
        Planned = Add(new Planned(CableEnd.Near, ConnectorType.SC, Polish.UPC, FiberGrade.OM4, CableBuild.TightBuffer900, "M4", Mm(service), Mm(least)));
    }

    /// <summary>The termination told of; <see cref="Strand"/> unless another strand was asked for.</summary>
    public Guid Id { get; }

    public RecipeBook Book { get; }

    public List<BenchEvent> Events { get; } = [];

    public BenchEvent Planned { get; }

    public FoldedTermination Stream => FoldedTermination.Of(Id, Events, Book);

    public TerminationState State => Stream.State;

    public static RecipeBook StarterBook(Func<Recipe, Recipe>? change = null, int version = 1)
    {
        var book = StarterRecipes.Book();
        if (change is not null)
        {
            var changed = book.Recipes.Select(r => new PublishedRecipe(r.Ref with { Version = version }, change(r.Recipe))).ToList();
            book = book.Ladders.Aggregate(new RecipeBook(), (some, ladder) => some.Add(ladder));
            changed.ForEach(r => book.Add(r));
        }

        return book;
    }

    public static Length Mm(string text) => LengthText.TryParse(text, LengthUnit.Millimeter, out var length) ? length : throw new ArgumentException(text);

    public Story Begin() => Do(new BeginWork());

    /// <summary>Does the present step, with a good reading unless another is given.</summary>
    public Story Step(string? read = null) => Do(new DoneWith(State.Step!, read ?? GoodReading(State.Step!)));

    /// <summary>Does steps with good readings until the strand stands at <paramref name="step"/>.</summary>
    public Story Until(string step)
    {
        while (State.Step != step)
        {
            Step();
        }

        return this;
    }

    public Story Finish()
    {
        while (!State.IsOver)
        {
            Step();
        }

        return this;
    }

    public Story Take(string action, string? reason = null) => Do(new ChooseAction(action, reason));

    public Story Do(BenchIntent intent)
    {
        var answer = IntentHandler.Answer(Stream, Book, intent, LengthUnit.Millimeter);
        Assert.True(answer.Fault is null, $"{intent}: {answer.Fault}");
        Add(answer.Body!);
        return this;
    }

    public BenchFault? Refused(BenchIntent intent) => IntentHandler.Answer(Stream, Book, intent, LengthUnit.Millimeter).Fault;

    public BenchEvent Make(EventBody body, Guid? device = null, long? clock = null, int? known = null, int id = 0)
    {
        sequence++;
        var milliseconds = clock ?? (1_790_000_000_000 + (sequence * 1000));
        return new BenchEvent(
            new Guid($"01900000-0000-7000-{0x9000 + Id.ToByteArray()[15]:x4}-{id:x4}{sequence:x8}"),
            device ?? Tablet,
            sequence,
            new HybridTime(milliseconds, 0),
            DateTimeOffset.FromUnixTimeMilliseconds(milliseconds),
            Person,
            Rulebook.Version,
            [new Subject(Id, known ?? Events.Count)],
            body,
            body is Planned ? null : State.Recipe ?? Book.Latest(State.Plan!.RecipeId)!.Ref
        );
    }

    private string? GoodReading(string step) =>
        step switch
        {
            "coating" => State.Recleave ? "15.0" : "30.2",
            "clean" => "99",
            "integrity" => "held",
            "holder" => "1.2",
            "cleave" => "10.1",
            "open" => "50",
            "light" => "none",
            _ => null,
        };

    /// <summary>Adds an event as another tablet made it, on what that tablet knew.</summary>
    public BenchEvent AddFrom(Guid device, EventBody body, int known)
    {
        var made = Make(body, device, known: known, id: device.ToByteArray()[15]);
        Events.Add(made);
        return made;
    }

    private BenchEvent Add(EventBody body)
    {
        var made = Make(body);
        Events.Add(made);
        return made;
    }
}
