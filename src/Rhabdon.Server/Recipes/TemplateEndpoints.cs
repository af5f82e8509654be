using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Documents.Sheets;
using Rhabdon.Documents.Templates;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Recipes;

/// <summary>One recipe or several on paper: the 1:1 template, and the sheet that tells all of it.</summary>
public static class TemplateEndpoints
{
    private const int MostRecipes = 24;

    public static void MapTemplates(this WebApplication app)
    {
        app.MapGet("/api/v1/recipes/template.{kind}", Template).Needs(Permission.See).Produces<byte[]>(200, "application/pdf");
        app.MapGet("/api/v1/recipes/sheet.pdf", Sheet).Needs(Permission.See).Produces<byte[]>(200, "application/pdf");
    }

    /// <param name="recipes">Ids, by comma.</param>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Sheet(string recipes, RecipeBookCache books, string paper = "a4")
    {
        var book = await books.BookAsync();
        if (Wanted(recipes, book) is not { } wanted)
        {
            return NoRecipes();
        }

        return Paper.Named(paper) is { } on
            ? TypedResults.File(
                SheetPdf.Write(wanted.SelectMany(r => RecipeSheets.Of(r, book)), on, string.Join(" \u00b7 ", wanted.Select(FootOf))),
                "application/pdf",
                $"sheet-{string.Join('-', wanted.Select(r => r.Ref.Id))}.pdf"
            )
            : Problems.Field(400, "paper", Phrase.Of(PhraseKeys.Problem.TemplatePaper));
    }

    private static string FootOf(PublishedRecipe recipe) =>
        $"{recipe.Ref}, {Problems.Say(recipe.Confirmation is null ? PhraseKeys.Template.Unconfirmed : PhraseKeys.Template.Confirmed)}";

    private static IReadOnlyList<PublishedRecipe>? Wanted(string recipes, RecipeBook book)
    {
        var ids = recipes.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Distinct().ToArray();
        return ids.Length is 0 or > MostRecipes || ids.Any(id => book.Latest(id) is null) ? null : [.. ids.Select(id => book.Latest(id)!)];
    }

    private static ProblemHttpResult NoRecipes() =>
        Problems.Field(400, "recipes", Phrase.Of(PhraseKeys.Problem.TemplateRecipes, ("most", MostRecipes.ToString(CultureInfo.InvariantCulture))));

    /// <param name="kind"><c>pdf</c> for all pages, <c>svg</c> for one.</param>
    /// <param name="recipes">Ids, by comma.</param>
    /// <param name="build">For every recipe that serves it; the others are drawn on the first build that they serve.</param>
    private static async Task<Results<FileContentHttpResult, ContentHttpResult, ProblemHttpResult>> Template(
        string kind,
        string recipes,
        RecipeBookCache books,
        RecipeStore store,
        HttpContext context,
        Guid? crew = null,
        CableBuild? build = null,
        string unit = "mm",
        string paper = "a4",
        int page = 1
    )
    {
        var (book, techniques) = (await books.BookAsync(), await store.TechniquesAsync(context.AccessOf()));
        if (Wanted(recipes, book) is not { } wanted)
        {
            return NoRecipes();
        }

        if (Paper.Named(paper) is not { } on)
        {
            return Problems.Field(400, "paper", Phrase.Of(PhraseKeys.Problem.TemplatePaper));
        }

        RecipeDocument[] documents =
        [
            .. wanted.Select(r => RecipeEndpoints.ReaderFor(unit).Read(r, BuildOf(r.Recipe, build), RecipeEndpoints.TechniqueIn(techniques, r.Ref.Id, crew))),
        ];
        var pages = TemplateLayout.Pages(documents, on, Phrasebook.English);
        var name = $"template-{string.Join('-', wanted.Select(r => r.Ref.Id))}";
        return kind switch
        {
            "pdf" => TypedResults.File(TemplatePdf.Write(pages), "application/pdf", $"{name}.pdf"),
            "svg" when page >= 1 && page <= pages.Count => TypedResults.Text(TemplateSvg.Write(pages[page - 1]), "image/svg+xml"),
            "svg" => Problems.Field(400, "page", Phrase.Of(PhraseKeys.Problem.TemplatePage, ("pages", pages.Count.ToString(CultureInfo.InvariantCulture)))),
            _ => Problems.Missing(),
        };
    }

    private static CableBuild BuildOf(Recipe recipe, CableBuild? wanted) =>
        wanted is { } build && recipe.Serves.Builds.Contains(build) ? build : recipe.Serves.Builds[0];
}
