using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Calc;

public sealed record StripPlanRequest(string Recipe, bool IsRecleave = false);

/// <param name="Joint">In place of the recipe's own, to try what another would do; so with <paramref name="Cleave"/>.</param>
public sealed record FitWindowRequest(string Recipe, Joint? Joint = null, Cleave? Cleave = null);

/// <summary>What a combination is asked of.</summary>
public sealed record FitRequest(string Recipe, Combination Combination);

/// <param name="Field">Where it lies: a field of the form, or a place in the file.</param>
public sealed record FieldFault(string Field, string Says);

/// <param name="Sheet">Null while there are faults.</param>
public sealed record RecipeTrial(IReadOnlyList<FieldFault> Faults, RecipeSheet? Sheet);

public sealed record FiberLeftRequest(string Recipe, Length Service, Length Least, Length Used);

public sealed record FiberLeftAnswer(Length Left, Length Spare, int CutOffs, int? Recleaves);

/// <param name="Events">Of all strands of the look.</param>
public sealed record BenchRequest(BatchLook Look, IReadOnlyList<BenchEvent> Events);

/// <summary>The core's computations, open to anyone, bounded in size.</summary>
public static class CalcEndpoints
{
    private const int MaxEvents = 2_000;
    private const int MaxSlots = 300;

    public static void MapCalc(this WebApplication app)
    {
        var calc = app.MapGroup("/api/v1/calc");
        calc.MapPost("/strip-plan", async (StripPlanRequest request, RecipeShelf shelf) =>
            await RecipeOf(shelf, request.Recipe) is not { } recipe ? NoRecipe()
            : request.IsRecleave && recipe.Cleave is null ? Problems.Field(400, "isRecleave", Phrase.Of("problem.no-cleave"))
            : Results.Ok(StripPlan.For(recipe, request.IsRecleave))).Produces<StripPlan>();
        calc.MapPost("/fiber-left", async (FiberLeftRequest request, RecipeShelf shelf) =>
        {
            if (await RecipeOf(shelf, request.Recipe) is not { } recipe)
            {
                return NoRecipe();
            }

            var left = new FiberLeft(request.Service, request.Least, request.Used);
            return Results.Ok(new FiberLeftAnswer(
                left.Left, left.Spare, left.TriesLeft(FiberLeft.Use(FiberUse.CutOff, recipe)),
                recipe.Cleave is null ? null : left.TriesLeft(FiberLeft.Use(FiberUse.Recleave, recipe))));
        }).Produces<FiberLeftAnswer>();
        calc.MapPost("/fit-window", async (FitWindowRequest request, RecipeShelf shelf) =>
            await RecipeOf(shelf, request.Recipe) is not { } recipe ? NoRecipe()
            : FitWindow.Of(recipe with { Joint = request.Joint ?? recipe.Joint, Cleave = request.Cleave ?? recipe.Cleave }) is { } fit ? Results.Ok(fit)
            : Problems.Field(400, "joint", Phrase.Of("problem.no-joint"))).Produces<FitWindow>();
        calc.MapPost("/fit", async (FitRequest request, RecipeShelf shelf) =>
            await RecipeOf(shelf, request.Recipe) is not { } recipe ? NoRecipe()
            : Results.Ok(Fit.Faults(recipe, request.Combination).Select(f => new FieldFault(f.Field, Problems.Say(f.Says))))).Produces<List<FieldFault>>();
        calc.MapPost("/recipe", TryOut).Accepts<RecipeFile>("application/json").Produces<RecipeTrial>();
        calc.MapPost("/bench", async (BenchRequest request, RecipeShelf shelf) =>
        {
            if (request.Events.Count > MaxEvents || request.Look.Slots.Count > MaxSlots)
            {
                return Problems.Field(400, "events", Phrase.Of("problem.events", ("most", $"{MaxEvents}")));
            }

            var book = await shelf.BookAsync();
            var states = new Dictionary<Guid, TerminationState>();
            foreach (var slot in request.Look.Slots)
            {
                states[slot.Termination] = TerminationFold.Fold(slot.Termination, request.Events.Where(e => e.KnownOf(slot.Termination) is not null), book);
            }

            return request.Look.Slots.Any(s => s.Strand < 1) || states.Values.Any(s => s.Plan is null || book.Latest(s.Plan.RecipeId) is null)
                ? Problems.Field(400, "events", Phrase.Of("problem.calc-events"))
                : Results.Ok(new BatchViewer(book, Phrasebook.English, "en").View(request.Look, id => states[id]));
        }).Produces<BatchView>();
    }

    // A recipe that nobody has published: what is wrong with it, and how it would be worked.
    private static async Task<IResult> TryOut(RecipeShelf shelf, HttpContext context, CableBuild? build = null, string unit = "mm")
    {
        var (file, refused) = await WorkshopEndpoints.ReadAsync(context.Request);
        if (file is null)
        {
            return refused!;
        }

        var faults = WorkshopEndpoints.FaultsOf(file, await shelf.BookAsync());
        var serves = file.Recipe.Serves.Builds;
        return Results.Ok(new RecipeTrial(
            [.. faults.Select(f => new FieldFault(f.Field, Problems.Say(f.Says)))],
            faults.Count > 0 ? null : RecipeEndpoints.ReaderFor(unit).Read(
                new PublishedRecipe(new RecipeRef(file.Recipe.Id, 0), file.Recipe), build is { } wanted && serves.Contains(wanted) ? wanted : serves[0], School.Usual)));
    }

    private static async Task<Recipe?> RecipeOf(RecipeShelf shelf, string id) => (await shelf.BookAsync()).Latest(id)?.Recipe;

    private static IResult NoRecipe() => Problems.Field(400, "recipe", Phrase.Of("form.recipe"));
}
