using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Documents.Templates;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Recipes;

/// <summary>The 1:1 template of one recipe or several, on paper.</summary>
public static class TemplateEndpoints
{
    private const int MostRecipes = 24;

    public static void MapTemplates(this WebApplication app) =>
        app.MapGet("/api/v1/recipes/template.{kind}", Template).Needs(Permission.See).Produces<byte[]>(200, "application/pdf");

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
        var ids = recipes.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries).Distinct().ToArray();
        var (book, techniques) = (await books.BookAsync(), await store.TechniquesAsync(context.AccessOf()));
        if (ids.Length is 0 or > MostRecipes || ids.Any(id => book.Latest(id) is null))
        {
            return Problems.Field(400, "recipes", Phrase.Of(PhraseKeys.Problem.TemplateRecipes, ("most", MostRecipes.ToString(CultureInfo.InvariantCulture))));
        }

        if (Paper.Named(paper) is not { } on)
        {
            return Problems.Field(400, "paper", Phrase.Of(PhraseKeys.Problem.TemplatePaper));
        }

        RecipeDocument[] documents =
        [
            .. ids.Select(id => book.Latest(id)!)
                .Select(r => RecipeEndpoints.ReaderFor(unit).Read(r, BuildOf(r.Recipe, build), RecipeEndpoints.TechniqueIn(techniques, r.Ref.Id, crew))),
        ];
        var pages = TemplateLayout.Pages(documents, on, Phrasebook.English);
        var name = $"template-{string.Join('-', ids)}";
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
