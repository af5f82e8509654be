using System.Text.Json.Serialization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Core.Planning;

/// <summary>Work of a job by one recipe: what was done, and what is ahead.</summary>
/// <param name="Ahead">Ends still to be made.</param>
/// <param name="Tried">Attempts that are over: each took its connector.</param>
/// <param name="Good">Of them accepted, 0 to <paramref name="Tried"/>.</param>
/// <param name="Seconds">Of hands, pauses left out.</param>
public sealed record CostWork(string Recipe, int Ahead, int Tried, int Good, double Seconds);

/// <summary>What the cost of a job is reckoned from.</summary>
/// <param name="TestMinutes">Of hands that the tests ahead take.</param>
/// <param name="PerHour">What an hour of hands costs, 0 and up.</param>
/// <param name="PerConnector">What a connector costs on this job; null for the figure of its method.</param>
/// <param name="Pace">Days on which the crew made ends; null for the pace of the recipes.</param>
public sealed record CostQuestion(
    IReadOnlyList<CostWork> Work,
    int TestMinutes,
    decimal PerHour,
    decimal? PerConnector = null,
    IReadOnlyList<YieldRecord>? Yields = null,
    IReadOnlyList<MethodFigures>? Figures = null,
    IReadOnlyList<PaceDay>? Pace = null
)
{
    private const int MostPerHour = 100_000;

    /// <summary>What cannot be reckoned with, with its field; null when all can.</summary>
    [JsonIgnore]
    public (string Field, Phrase Says)? Fault =>
        PerHour is < 0 or > MostPerHour ? ("perHour", Phrase.Of(PhraseKeys.Optics.Between, ("least", "0"), ("most", $"{MostPerHour}"))) : null;
}

/// <summary>Money by what it goes into.</summary>
public sealed record CostSum(decimal Parts, decimal UsedUp, decimal Hands)
{
    public decimal Sum => Parts + UsedUp + Hands;
}

/// <summary>What the ends by one recipe cost.</summary>
/// <param name="Made">Accepted.</param>
/// <param name="Spent">What was done.</param>
/// <param name="ToCome">What is ahead, in the mean.</param>
/// <param name="Rework">Of both, what goes into connectors that were or will be cut off.</param>
public sealed record CostLine(string Recipe, string Title, int Made, int Ahead, CostSum Spent, CostSum ToCome, decimal Rework);

/// <summary>What a job costs.</summary>
/// <param name="Tests">Hands of the tests ahead.</param>
/// <param name="ReworkShare">Of all but the tests, 0 to 1.</param>
public sealed record JobCost(IReadOnlyList<CostLine> Lines, decimal Spent, decimal ToCome, decimal Tests, double ReworkShare)
{
    public decimal Sum => Spent + ToCome;
}

/// <summary>
/// Reckons what a job has cost and what it will: parts and what is used up by attempts, hands by the clock for what was done and by the crew's pace for
/// what is ahead. Rework's hands are in that pace; without a record it is the recipes'.
/// </summary>
public sealed class JobCosts(RecipeBook book, string language)
{
    /// <exception cref="ArgumentException">The question has a fault.</exception>
    /// <exception cref="KeyNotFoundException">A recipe is not in the book.</exception>
    public JobCost Of(CostQuestion asked)
    {
        if (asked.Fault is { } fault)
        {
            throw new ArgumentException(fault.Field, nameof(asked));
        }

        var pace = new CrewPace(asked.Pace ?? []);
        var lines = asked.Work.Select(w => LineOf(w, asked, pace)).ToList();
        var tests = Math.Round(asked.TestMinutes / 60m * asked.PerHour, 2);
        var (spent, ahead) = (lines.Sum(l => l.Spent.Sum), lines.Sum(l => l.ToCome.Sum));
        return new JobCost(lines, spent, ahead + tests, tests, spent + ahead == 0 ? 0 : (double)(lines.Sum(l => l.Rework) / (spent + ahead)));
    }

    private CostLine LineOf(CostWork work, CostQuestion asked, CrewPace pace)
    {
        var recipe = book.Latest(work.Recipe)?.Recipe ?? throw new KeyNotFoundException($"Recipe {work.Recipe} is not in the book.");
        var method = recipe.Serves.Method;
        var figures = PlanFigures.Of(method, asked.Figures);
        var pieces = recipe.Together ?? 1;
        var share = (decimal)MethodYield.Of(figures.Yield, asked.Yields?.FirstOrDefault(y => y.Method == method)).Share;
        var (part, usedUp) = ((asked.PerConnector is > 0 ? asked.PerConnector.Value : figures.Part) / pieces, MethodChoice.UsedUp(recipe));
        var spent = Rounded(work.Tried * part, work.Tried * usedUp, (decimal)work.Seconds / 3600 * asked.PerHour);
        var each = (decimal)(recipe.Timing.HandsOnSeconds * pace.Of(method).Ratio) / pieces / 3600 * asked.PerHour;
        var toCome = Rounded(work.Ahead * part / share, work.Ahead * usedUp / share, work.Ahead * each);
        var failed = work.Tried == 0 ? 0 : spent.Sum * (work.Tried - work.Good) / work.Tried;
        return new CostLine(
            recipe.Id,
            recipe.Title.In(language),
            work.Good,
            work.Ahead,
            spent,
            toCome,
            Math.Round(failed + (work.Ahead * (part + usedUp) * ((1 / share) - 1)), 2)
        );
    }

    private static CostSum Rounded(decimal parts, decimal usedUp, decimal hands) => new(Math.Round(parts, 2), Math.Round(usedUp, 2), Math.Round(hands, 2));
}
