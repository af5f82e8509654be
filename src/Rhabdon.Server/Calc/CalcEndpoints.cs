using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Calc;

public sealed record StripPlanRequest(string Recipe, bool IsRecleave = false);

public sealed record FiberLeftRequest(string Recipe, Length Service, Length Least, Length Used);

public sealed record FiberLeftAnswer(Length Left, Length Spare, int CutOffs, int? Recleaves);

public sealed record BenchRequest(Guid Termination, IReadOnlyList<BenchEvent> Events, LengthUnit Unit);

/// <summary>The core's computations, open to anyone, bounded in size.</summary>
public static class CalcEndpoints
{
    private const int MaxEvents = 2_000;

    public static void MapCalc(this WebApplication app)
    {
        var calc = app.MapGroup("/api/v1/calc");
        calc.MapPost("/strip-plan", async (StripPlanRequest request, RecipeShelf shelf) =>
            await RecipeOf(shelf, request.Recipe) is not { } recipe ? NoRecipe()
            : request.IsRecleave && recipe.Cleave is null ? Problems.Fields(400, ("isRecleave", "This recipe does not cleave."))
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
        calc.MapPost("/bench", async (BenchRequest request, RecipeShelf shelf) =>
        {
            if (request.Events.Count > MaxEvents)
            {
                return Problems.Fields(400, ("events", $"Send up to {MaxEvents} events."));
            }

            var book = await shelf.BookAsync();
            var state = TerminationFold.Fold(request.Termination, request.Events, book);
            return state.Plan is null || book.Latest(state.Plan.RecipeId) is null
                ? Problems.Fields(400, ("events", "They must begin with a planned event of a known recipe."))
                : Results.Ok(new BenchViewer(book, Phrasebook.English, "en", request.Unit).View(state));
        }).Produces<BenchView>();
    }

    private static async Task<Recipe?> RecipeOf(RecipeShelf shelf, string id) => (await shelf.BookAsync()).Latest(id)?.Recipe;

    private static IResult NoRecipe() => Problems.Fields(400, ("recipe", "There is no such recipe."));
}
