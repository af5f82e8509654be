using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.Mvc;
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
public sealed record ToleranceStackRequest(string Recipe, Joint? Joint = null, Cleave? Cleave = null);

/// <summary>What a combination is asked of.</summary>
public sealed record CompatibilityRequest(string Recipe, Combination Combination);

/// <param name="Document">Null while there are faults.</param>
public sealed record RecipeTrial(IReadOnlyList<FieldFault> Faults, RecipeDocument? Document);

/// <param name="Fits">False where no recipe does: then these are the nearest.</param>
public sealed record FittingRecipes(bool Fits, IReadOnlyList<FittingRecipe> Recipes);

/// <summary>A recipe that makes what is wanted, or comes near it.</summary>
/// <param name="Reasons">What is against it, with the field that would have to be otherwise; empty when it fits.</param>
public sealed record FittingRecipe(
    string Id,
    Wording Title,
    IReadOnlyList<ConnectorType> Connectors,
    IReadOnlyList<Polish> Polishes,
    IReadOnlyList<CableBuild> Builds,
    IReadOnlyList<FieldFault> Reasons
);

public sealed record FiberLeftRequest(string Recipe, Length Service, Length Least, Length Used);

public sealed record FiberLeftAnswer(Length Left, Length Spare, int CutOffs, int? Recleaves);

/// <param name="Events">Of all strands of the look.</param>
public sealed record BenchRequest(BatchRequest Batch, IReadOnlyList<BenchEvent> Events);

/// <param name="Strand">One of the strands that the end holds.</param>
/// <param name="Events">Of the end and of that strand.</param>
public sealed record CableEndRequest(CableEndPlace Place, Guid Strand, IReadOnlyList<BenchEvent> Events, LengthUnit Unit = LengthUnit.Millimeter);

/// <summary>The core's computations, open to anyone, bounded in size.</summary>
public static class CalcEndpoints
{
    private const int MaxEvents = 2_000;
    private const int MaxSlots = 300;

    // A batch of 36 with a thousand events behind it.
    private const int MostFolded = 36_000;
    private const int MostCrews = 100;
    private const int MostChosen = 10_000;
    private const int LargestBody = 1024 * 1024;

    public static void MapCalc(this WebApplication app)
    {
        var calc = app.MapGroup("/api/v1/calc").WithMetadata(new RequestSizeLimitAttribute(LargestBody));
        calc.MapPost("/strip-plan", (StripPlanRequest request, RecipeBookCache books, CalcTurns turns, CancellationToken cancel) =>
            On<StripPlan>(
                request.Recipe,
                books,
                turns,
                recipe =>
                    request.IsRecleave && recipe.Cleave is null
                        ? Problems.Field(400, "isRecleave", Phrase.Of(PhraseKeys.Problem.NoCleave))
                        : TypedResults.Ok(StripPlan.For(recipe, request.IsRecleave)),
                cancel
            )
        );
        calc.MapPost("/fiber-left", (FiberLeftRequest request, RecipeBookCache books, CalcTurns turns, CancellationToken cancel) => On<FiberLeftAnswer>(
                request.Recipe,
                books,
                turns,
                recipe =>
                {
                    var left = new FiberLeft(request.Service, request.Least, request.Used);
                    return TypedResults.Ok(
                        new FiberLeftAnswer(
                            left.Left,
                            left.Spare,
                            left.TriesLeft(FiberLeft.Use(FiberUse.CutOff, recipe)),
                            recipe.Cleave is null ? null : left.TriesLeft(FiberLeft.Use(FiberUse.Recleave, recipe))
                        )
                    );
                },
                cancel
            ));
        calc.MapPost("/fit-window", (ToleranceStackRequest request, RecipeBookCache books, CalcTurns turns, CancellationToken cancel) =>
            On<ToleranceStack>(
                request.Recipe,
                books,
                turns,
                recipe =>
                    ToleranceStack.Of(recipe with { Joint = request.Joint ?? recipe.Joint, Cleave = request.Cleave ?? recipe.Cleave }) is { } fit
                        ? TypedResults.Ok(fit)
                        : Problems.Field(400, "joint", Phrase.Of(PhraseKeys.Problem.NoJoint)),
                cancel
            )
        );
        calc.MapPost("/fit", (CompatibilityRequest request, RecipeBookCache books, CalcTurns turns, CancellationToken cancel) =>
            On<List<FieldFault>>(
                request.Recipe,
                books,
                turns,
                recipe =>
                    TypedResults.Ok(CompatibilityCheck.Faults(recipe, request.Combination).Select(f => new FieldFault(f.Field, Problems.Say(f.Says))).ToList()),
                cancel
            )
        );
        calc.MapPost("/fitting", async (Combination wanted, RecipeBookCache books) => Fitting(wanted, await books.BookAsync()));
        calc.MapPost("/technique", Results<Ok<TechniqueInForce>, ProblemHttpResult> (TechniqueQuestion question) =>
            question.Crews.Count > MostCrews || question.Chosen.Count > MostChosen
                ? Problems.Field(400, "crews", Phrase.Of(PhraseKeys.Problem.Crews, ("most", $"{MostCrews}")))
                : TypedResults.Ok(TechniqueInForce.On([.. question.Crews.DistinctBy(c => c.Id)], question.Chosen, question.Recipe, question.Said))
        );
        calc.MapPost("/recipe", TryOut).Accepts<RecipeFile>("application/json");
        calc.MapPost(
            "/bench",
            async Task<Results<Ok<BatchView>, ProblemHttpResult>> (BenchRequest request, RecipeBookCache books, CalcTurns turns, CancellationToken cancel) =>
            {
                if (request.Events.Count > MaxEvents || request.Batch.Slots.Count > MaxSlots)
                {
                    return Problems.Field(400, "events", Phrase.Of(PhraseKeys.Problem.Events, ("most", $"{MaxEvents}")));
                }

                var book = await books.BookAsync();
                return await turns.TakeAsync(going => View(request, book, going), cancel);
            }
        );
        calc.MapPost(
            "/cable-end",
            async Task<Results<Ok<CableEndView>, ProblemHttpResult>> (
                CableEndRequest request,
                RecipeBookCache books,
                CalcTurns turns,
                CancellationToken cancel
            ) =>
            {
                if (request.Events.Count > MaxEvents)
                {
                    return Problems.Field(400, "events", Phrase.Of(PhraseKeys.Problem.Events, ("most", $"{MaxEvents}")));
                }

                var book = await books.BookAsync();
                return await turns.TakeAsync(_ => ViewEnd(request, book), cancel);
            }
        );
    }

    private static FittingRecipes Fitting(Combination wanted, RecipeBook book)
    {
        var near = NearestRecipes.Of(book.Newest, wanted);
        return new FittingRecipes(
            near.Any(f => f.Fits),
            [
                .. near.Select(f => new FittingRecipe(
                    f.Published.Ref.Id,
                    f.Published.Recipe.Title,
                    f.Published.Recipe.Serves.Connectors,
                    f.Published.Recipe.Serves.Polishes,
                    f.Published.Recipe.Serves.Builds,
                    [.. f.Reasons.Select(r => new FieldFault(r.Field, Problems.Say(r.Says)))]
                )),
            ]
        );
    }

    private static Results<Ok<CableEndView>, ProblemHttpResult> ViewEnd(CableEndRequest request, RecipeBook book)
    {
        var end = new CableEndAtWork(
            FoldedCableEnd.Of(request.Place.Id, About(request.Place.Id)).State,
            TerminationFold.Fold(request.Strand, About(request.Strand), book)
        );
        return new CableEndViewer(book, Phrasebook.English, "en", request.Unit).View(end) is { } view
            ? TypedResults.Ok(view)
            : Problems.Field(400, "events", Phrase.Of(PhraseKeys.Problem.CalcEvents));

        IEnumerable<BenchEvent> About(Guid stream) => request.Events.Where(e => e.About.Any(s => s.Id == stream));
    }

    private static Results<Ok<BatchView>, ProblemHttpResult> View(BenchRequest request, RecipeBook book, CancellationToken cancel)
    {
        var slots = request.Batch.Slots.SelectMany(s => (Guid?[])[s.Termination, s.Partner?.Termination]).OfType<Guid>().ToHashSet();
        var streams = request
            .Events.SelectMany(e => e.About.Select(s => s.Id).Where(slots.Contains).Distinct(), (e, termination) => (Termination: termination, Event: e))
            .ToLookup(p => p.Termination, p => p.Event);
        if (streams.Sum(s => s.Sum(e => 1 + ((e.Body as Reattributed)?.Moved.Count ?? 0))) > MostFolded)
        {
            return Problems.Field(400, "events", Phrase.Of(PhraseKeys.Problem.Events, ("most", $"{MaxEvents}")));
        }

        var states = new Dictionary<Guid, TerminationState>();
        foreach (var slot in slots)
        {
            cancel.ThrowIfCancellationRequested();
            states[slot] = TerminationFold.Fold(slot, streams[slot], book);
        }

        return request.Batch.Slots.Any(s => s.Strand < 1) || states.Values.Any(s => s.Plan is null || book.Latest(s.Plan.RecipeId) is null)
            ? Problems.Field(400, "events", Phrase.Of(PhraseKeys.Problem.CalcEvents))
            : TypedResults.Ok(new BatchViewer(book, Phrasebook.English, "en").View(request.Batch, id => states[id]));
    }

    // A recipe that nobody has published: what is wrong with it, and how it would be worked.
    private static async Task<Results<Ok<RecipeTrial>, ProblemHttpResult>> TryOut(
        RecipeBookCache books,
        CalcTurns turns,
        HttpContext context,
        CableBuild? build = null,
        string unit = "mm"
    )
    {
        var (file, refused) = await WorkshopEndpoints.ReadAsync(context.Request);
        if (file is null)
        {
            return refused!;
        }

        var book = await books.BookAsync();
        return await turns.TakeAsync(_ => Trial(file, book, build, unit), context.RequestAborted);
    }

    private static Ok<RecipeTrial> Trial(RecipeFile file, RecipeBook book, CableBuild? build, string unit)
    {
        var faults = WorkshopEndpoints.FaultsOf(file, book);
        var serves = file.Recipe.Serves.Builds;
        return TypedResults.Ok(
            new RecipeTrial(
                [.. faults.Select(f => new FieldFault(f.Field, Problems.Say(f.Says)))],
                faults.Count > 0
                    ? null
                    : RecipeEndpoints
                        .ReaderFor(unit)
                        .Read(
                            new PublishedRecipe(new RecipeRef(file.Recipe.Id, 0), file.Recipe),
                            build is { } wanted && serves.Contains(wanted) ? wanted : serves[0],
                            Technique.Usual
                        )
            )
        );
    }

    private static async Task<Results<Ok<T>, ProblemHttpResult>> On<T>(
        string id,
        RecipeBookCache books,
        CalcTurns turns,
        Func<Recipe, Results<Ok<T>, ProblemHttpResult>> compute,
        CancellationToken cancel
    ) =>
        (await books.BookAsync()).Latest(id)?.Recipe is { } recipe
            ? await turns.TakeAsync(_ => compute(recipe), cancel)
            : Problems.Field(400, "recipe", Phrase.Of(PhraseKeys.Form.Recipe));
}
