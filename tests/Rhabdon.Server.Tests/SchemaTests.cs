using System.Text.Json;
using System.Text.RegularExpressions;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Documents;
using Rhabdon.Documents.Sheets;
using Rhabdon.Documents.Templates;
using Rhabdon.Testing;

namespace Rhabdon.Server.Tests;

public class SchemaTests
{
    [Fact]
    public void The_schemas_in_docs_are_those_of_the_types_that_read_and_write_the_files()
    {
        var folder = Path.Combine(Checkout.Root(), "docs", "schemas");
        Assert.Equal(FileSchemas.All.Keys.Order(), Directory.GetFiles(folder).Select(Path.GetFileName).Order());
        Assert.All(FileSchemas.All, schema =>
            Assert.True(File.ReadAllText(Path.Combine(folder, schema.Key)) == schema.Value, $"{schema.Key} is stale: run ./rhabdon schemas.")
        );
    }

    [Fact]
    public void The_sheets_in_docs_are_those_of_the_recipes_that_ship()
    {
        var docs = Path.Combine(Checkout.Root(), "docs");
        var sheets = RecipeSheets.Of(StarterRecipes.Book()).ToList();
        Assert.True(
            File.ReadAllText(Path.Combine(docs, "recipes.md")) == SheetMarkdown.Write(sheets, RecipeSheets.Pictures),
            "docs/recipes.md is stale: run ./rhabdon sheets."
        );
        Assert.All(sheets.OfType<SheetPicture>(), picture =>
            Assert.True(File.ReadAllText(Path.Combine(docs, RecipeSheets.Pictures, $"{picture.Name}.svg")) == TemplateSvg.Write(picture.Page), picture.Name)
        );
    }

    // Another program writes what the schema allows: all of it must be read.
    [Fact]
    public void What_the_schema_of_a_length_allows_is_read()
    {
        var schema = new Regex(
            JsonSerializer.Deserialize<string>(Regex.Match(FileSchemas.All["recipe.schema.json"], "\"pattern\": (\".*\"),").Groups[1].Value)!,
            RegexOptions.ECMAScript
        );
        string[] parts = ["0", "1", "3", "7", "16", "64", "99999", "99999999", "000", ".", "/", "-", " ", "mm", "cm", "m", "µm", "in", "\"", "x"];
        var (chance, allowed) = (new Random(20261128), 0);
        for (var i = 0; i < 300_000; i++)
        {
            var text = string.Concat(Enumerable.Range(0, 1 + chance.Next(6)).Select(_ => parts[chance.Next(parts.Length)]));
            if (schema.IsMatch(text))
            {
                allowed++;
                JsonSerializer.Deserialize<Length>(JsonSerializer.Serialize(text));
            }
        }

        Assert.True(allowed > 1000);
    }
}
