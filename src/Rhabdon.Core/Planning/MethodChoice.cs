using System.Text.Json.Serialization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Quality;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Timing;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Planning;

/// <summary>Ends for which a method is sought.</summary>
/// <param name="Wanted">Connector, polish, build and grade; what nobody has said is not judged.</param>
/// <param name="Ends">1 to 100,000.</param>
/// <param name="Length">Of the cable.</param>
/// <param name="PerHour">What an hour of hands costs, 0 and up.</param>
/// <param name="Figures">In place of the shipped ones of the same methods; null for those.</param>
/// <param name="Yields">The crew's own record.</param>
/// <param name="Owned">Methods whose tools and machine are there.</param>
/// <param name="Skilled">Who has made ends by which method; a method that nobody has made is to be learned.</param>
/// <param name="Basis">What the link's limit is reckoned from; null for the standard's at that length by one cord.</param>
/// <param name="Confidence">That the connectors taken along are enough, 0.5 to 0.999.</param>
public sealed record MethodQuestion(
    Combination Wanted,
    int Ends,
    Length Length,
    decimal PerHour,
    IReadOnlyList<MethodFigures>? Figures = null,
    IReadOnlyList<YieldRecord>? Yields = null,
    IReadOnlyList<string>? Owned = null,
    IReadOnlyList<MethodSkill>? Skilled = null,
    LossBasis? Basis = null,
    double Confidence = 0.95
)
{
    private const int MostEnds = 100_000;
    private const int MostPerHour = 100_000;

    /// <summary>What cannot be reckoned with, with its field; null when all can.</summary>
    [JsonIgnore]
    public (string Field, Phrase Says)? Fault =>
        Ends is < 1 or > MostEnds ? Between("ends", 1, MostEnds)
        : PerHour is < 0 or > MostPerHour ? Between("perHour", 0, MostPerHour)
        : Confidence is < 0.5 or > 0.999 ? ("confidence", Phrase.Of(PhraseKeys.Optics.Between, ("least", "0.5"), ("most", "0.999")))
        : Yields?.Any(y => y.Good < 0 || y.Good > y.Of) == true ? ("yields.good", Phrase.Of(PhraseKeys.Plan.YieldWanted))
        : Figures?.Any(f => f.Yield is <= 0 or >= 1 || f.Part < 0 || f.Tools < 0 || f.TrainingHours < 0) == true
            ? ("figures", Phrase.Of(PhraseKeys.Plan.FiguresWanted))
        : null;

    private static (string, Phrase) Between(string field, int least, int most) =>
        (field, Phrase.Of(PhraseKeys.Optics.Between, ("least", $"{least}"), ("most", $"{most}")));
}

/// <summary>Who can make ends by a method.</summary>
public sealed record MethodSkill(string Method, IReadOnlyList<string> People)
{
    /// <summary>Whoever has made so many ends by a method can make them (ours).</summary>
    public const int MadeToKnow = 20;
}

/// <summary>What an end costs by a method, on average and with its rework.</summary>
/// <param name="Rework">What the ends cost that are made more than once; in it parts, what is used up, and hands.</param>
public sealed record EndCost(decimal Part, decimal UsedUp, decimal Hands, decimal Rework)
{
    public decimal Sum => Part + UsedUp + Hands + Rework;
}

/// <summary>What a method costs once, however many ends are made.</summary>
/// <param name="Machine">Bought or hired, whichever is less for the job; 0 where it is there.</param>
/// <param name="IsHired">It is hired by the day.</param>
public sealed record OnceCost(decimal Tools, decimal Machine, decimal Training, bool IsHired)
{
    public decimal Sum => Tools + Machine + Training;
}

/// <summary>One way to make the ends.</summary>
/// <param name="Hours">Of one pair of hands, with rework.</param>
/// <param name="Loss">Of one end in the mean.</param>
/// <param name="Pass">The chance that a link with both its ends made so passes, 0 to 1; null where no limit is known for it.</param>
/// <param name="MeetsReflectance">What is typical for it is at least as good as the polish asks for.</param>
/// <param name="Connectors">To take along so that they are enough with the confidence asked for.</param>
/// <param name="People">Who has made ends by it; empty where it is to be learned.</param>
public sealed record MethodOption(
    RecipeRef Recipe,
    string Title,
    string Method,
    EndCost End,
    OnceCost Once,
    decimal Total,
    double Hours,
    Decibel Loss,
    double? Pass,
    Decibel Reflectance,
    bool MeetsReflectance,
    double Yield,
    int YieldOf,
    ShareInterval? YieldInterval,
    int Connectors,
    SkillNeed Skill,
    IReadOnlyList<string> People
);

/// <summary>A recipe that does not do, and why.</summary>
public sealed record MethodOut(RecipeRef Recipe, string Title, IReadOnlyList<string> Why);

/// <summary>The count from which one way costs less than another.</summary>
/// <param name="Cheaper">Recipe that costs less from <paramref name="Ends"/> on; <paramref name="Than"/> costs less below.</param>
public sealed record BreakEven(string Cheaper, string Than, int Ends);

/// <summary>All ways that fit, the cheapest for the job first; those that do not; and where the costs cross.</summary>
public sealed record MethodComparison(IReadOnlyList<MethodOption> Options, IReadOnlyList<MethodOut> Outs, IReadOnlyList<BreakEven> BreakEvens);

/// <summary>Lays the ways to make ends side by side: cost, hours, loss against the limit, skill; and says why a way is out.</summary>
public sealed class MethodChoice(RecipeBook book, Phrasebook words, string language)
{
    // A round as the bench works it; the hours of a job are so many rounds.
    private const int RoundEnds = 12;
    private const double WorkingHours = 7;

    /// <exception cref="ArgumentException">The question has a fault.</exception>
    public MethodComparison Compare(MethodQuestion asked)
    {
        if (asked.Fault is { } fault)
        {
            throw new ArgumentException(fault.Field, nameof(asked));
        }

        var fits = book.Newest.Select(p => new RecipeFit(p, CompatibilityCheck.Faults(p.Recipe, asked.Wanted))).ToList();
        var options = fits.Where(f => f.Fits)
            .Select(f => OptionOf(f.Published, asked))
            .OrderBy(o => o.Total)
            .ThenBy(o => o.Recipe.Id, StringComparer.Ordinal)
            .ToList();
        return new MethodComparison(
            options,
            [.. fits.Where(f => !f.Fits).Select(f => new MethodOut(f.Published.Ref, TitleOf(f.Published), [.. f.Reasons.Select(r => words.Say(r.Says))]))],
            [.. BreakEvens(options)]
        );
    }

    private MethodOption OptionOf(PublishedRecipe published, MethodQuestion asked)
    {
        var recipe = published.Recipe;
        var method = recipe.Serves.Method;
        var figures = PlanFigures.Of(method, asked.Figures);
        var yield = MethodYield.Of(figures.Yield, asked.Yields?.FirstOrDefault(y => y.Method == method));
        var people = asked.Skilled?.FirstOrDefault(s => s.Method == method)?.People ?? [];
        var pieces = recipe.Together ?? 1;
        var reflectance = asked.Wanted.Polish == Polish.APC && figures.Angled is { } angled ? angled : figures.Reflectance;
        var (part, usedUp, hands) = (figures.Part / pieces, UsedUp(recipe), (decimal)recipe.Timing.HandsOnSeconds / pieces / 3600 * asked.PerHour);
        var end = new EndCost(part, usedUp, hands, (part + usedUp + hands) * (decimal)((1 / yield.Share) - 1));
        var hours = HoursOf(published, asked) / yield.Share;
        var once = OnceOf(figures, asked, hours, people.Count > 0);
        return new MethodOption(
            published.Ref,
            TitleOf(published),
            method,
            end,
            once,
            Math.Round((end.Sum * asked.Ends) + once.Sum, 2),
            hours,
            figures.Loss,
            PassOf(figures, asked),
            reflectance,
            reflectance <= BudgetTables.Shipped.ReflectanceOf(asked.Wanted.Grade.Mode(), asked.Wanted.Polish).Most,
            yield.Share,
            yield.Own,
            yield.Interval,
            Spares.Take(Spares.PartsFor(recipe, asked.Ends), yield, asked.Confidence, hasLots: true),
            figures.Skill,
            people
        );
    }

    /// <summary>What an attempt uses up, at the prices of the figures.</summary>
    internal static decimal UsedUp(Recipe recipe) =>
        (recipe.Consumes ?? []).Sum(c => PlanFigures.Shipped.Consumables.GetValueOrDefault(c.Consumable) * c.Amount / c.Every) / (recipe.Together ?? 1);

    private static OnceCost OnceOf(MethodFigures figures, MethodQuestion asked, double hours, bool isKnown)
    {
        var isOwned = asked.Owned?.Contains(figures.Id) == true;
        var days = (decimal)Math.Max(1, Math.Ceiling(hours / WorkingHours));
        var (bought, hired) = (figures.Machine ?? 0, figures.HireDay * days);
        var isHired = !isOwned && hired < bought;
        return new OnceCost(
            isOwned ? 0 : figures.Tools,
            isOwned ? 0
                : isHired ? hired!.Value
                : bought,
            isKnown ? 0 : figures.TrainingHours * asked.PerHour,
            isHired
        );
    }

    // Round after round, as the bench would have it worked by one pair of hands.
    private static double HoursOf(PublishedRecipe published, MethodQuestion asked)
    {
        var pieces = published.Recipe.Together ?? 1;
        var lines = Math.Max(1, Math.Min(RoundEnds, asked.Ends) / pieces);
        var batch = WorkBatch.Of(published.On(asked.Wanted.Build, asked.Wanted.Technique, asked.Wanted.Grade, asked.Wanted.Connector), lines);
        return WorkPlan.Best(new WorkStand(batch)).Last * Math.Max(1, (double)asked.Ends / (lines * pieces)) / 3600;
    }

    private static double? PassOf(MethodFigures figures, MethodQuestion asked)
    {
        var grade = asked.Wanted.Grade;
        var basis = asked.Basis ?? new LossBasis("tia", grade, asked.Length, ReferenceMethod.OneCord);
        basis = basis with { Splices = basis.Splices + (figures.AddsSplice ? 2 : 0) };
        var wavelength = grade.Mode() == FiberMode.SingleMode ? 1310 : 850;
        return basis.Fault(wavelength) is not null
            ? null
            : ExpectedLoss
                .CurveOf(new ExpectationQuestion(grade, asked.Length, wavelength, [new ExpectedJoint(figures.Loss, 2)]))
                .Below((double)basis.Limit(wavelength).Amount);
    }

    // Of two lines, where the one that begins higher comes under the other.
    private static IEnumerable<BreakEven> BreakEvens(List<MethodOption> options) =>
        from dear in options
        from cheap in options
        where dear.Once.Sum > cheap.Once.Sum && dear.End.Sum < cheap.End.Sum
        let ends = (int)Math.Ceiling((dear.Once.Sum - cheap.Once.Sum) / (cheap.End.Sum - dear.End.Sum))
        orderby ends
        select new BreakEven(dear.Recipe.Id, cheap.Recipe.Id, ends);

    private string TitleOf(PublishedRecipe published) => published.Recipe.Title.In(language);
}
