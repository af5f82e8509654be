using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Core.Tools;
using Rhabdon.Data;
using Rhabdon.Documents.Labels;
using Rhabdon.Documents.Templates;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Tools;

/// <summary>A tool or lot; its state is the browser core's to fold.</summary>
/// <param name="Counts">What its counters stand at, as far as the server knows.</param>
public sealed record GearHere(Guid Id, IReadOnlyList<GearCount> Counts);

/// <summary>That trouble is much more frequent with a tool or lot than otherwise.</summary>
/// <param name="Says">In words, with what to change first where it was never apart from another.</param>
public sealed record GearAlarm(Guid Gear, string Says);

/// <summary>The tools and lots of one's crews, and one's work sessions of the last day.</summary>
/// <param name="Crews">Those that whoever asks may take gear in for.</param>
/// <param name="Sessions">Their streams, in order.</param>
/// <param name="Events">Of all of it.</param>
/// <param name="Needs">What the ends take that are still to be made in the crews' jobs.</param>
/// <param name="Stops">What the crews have decided of a question of the ready check, by its id: that it stops the work, or only warns.</param>
public sealed record GearView(
    IReadOnlyList<Crew> Crews,
    IReadOnlyList<GearHere> Gear,
    IReadOnlyList<Guid> Sessions,
    IReadOnlyList<BenchEvent> Events,
    IReadOnlyDictionary<string, bool> Stops,
    IReadOnlyList<StockNeed> Needs
);

/// <param name="Item">Id of a question of the ready check, 1 to 100 characters.</param>
public sealed record ReadyChoice(string Item, bool Stops);

/// <summary>With what, and with whom, trouble is much more frequent than usual.</summary>
/// <param name="Own">Said to nobody but whoever asks: that their own hand has more trouble than usual. Null where it has not.</param>
/// <param name="Training">Said to leads, without a name: that somebody's hand has. Null where nobody's has.</param>
public sealed record GearAlarms(IReadOnlyList<GearAlarm> Gear, string? Own, string? Training);

/// <summary>Tools, lots and work sessions. What happens to them is told by events.</summary>
public static class GearEndpoints
{
    public static void MapGear(this WebApplication app)
    {
        var gear = app.MapGroup("/api/v1").Needs(Permission.See);
        gear.MapGet("/gear", All);
        gear.MapGet("/gear/alarms", Alarms);
        gear.MapPut("/crews/{id:guid}/ready", Choose).Needs(Permission.Plan);
        gear.MapGet("/gear/labels.pdf", Labels).Produces<byte[]>(200, "application/pdf");
        gear.MapGet("/gear/{id:guid}/strands", (Guid id, GearStore store, HttpContext context) => store.StrandsAsync(context.AccessOf(), id));
    }

    private static async Task<GearView> All(GearStore store, CrewStore crews, RecipeBookCache books, HttpContext context)
    {
        var (access, book) = (context.AccessOf(), await books.BookAsync());
        var gear = await store.AllAsync(access, book);
        var counts = await store.CountsAsync(gear.Select(g => g.State));
        var sessions = await store.SessionsAsync(access, book);
        return new GearView(
            await crews.CrewsAsync(access),
            [.. gear.Select(g => new GearHere(g.Id, [.. counts[g.Id]]))],
            [.. sessions.Select(s => s.Id)],
            [.. gear.SelectMany(g => g.Events), .. sessions.SelectMany(s => s.Events)],
            await store.StopsAsync(access),
            StockNeed.Of(await store.AheadAsync(access), book)
        );
    }

    private static async Task<GearAlarms> Alarms(CrewTrouble trouble, HttpContext context)
    {
        var access = context.AccessOf();
        var told = await trouble.ToldAsync(access);
        return new GearAlarms([.. told.Gear.Select(a => new GearAlarm(a.Key, a.Value))], told.Own, access.May(Permission.Lead) ? told.Training : null);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Choose(Guid id, ReadyChoice choice, GearStore store, CrewStore crews, HttpContext context)
    {
        const int Most = 100;
        if (await CrewEndpoints.CrewMissingAsync(id, crews, context) is { } refused)
        {
            return refused;
        }

        if (string.IsNullOrWhiteSpace(choice.Item) || choice.Item.Length > Most)
        {
            return Problems.Field(400, "item", Phrase.Of(PhraseKeys.Event.Text));
        }

        await store.SetStopsAsync(id, choice.Item, choice.Stops);
        return TypedResults.NoContent();
    }

    /// <param name="ids">By comma; without them, of all that is not gone.</param>
    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Labels(
        GearStore store,
        RecipeBookCache books,
        HttpContext context,
        string ids = "",
        string paper = "a4"
    )
    {
        if (Paper.Named(paper) is not { } on)
        {
            return Problems.Field(400, "paper", Phrase.Of(PhraseKeys.Problem.TemplatePaper));
        }

        var wanted = ids.Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var labels = (await store.AllAsync(context.AccessOf(), await books.BookAsync()))
            .Where(g => g.State.Retired is null && (wanted.Length == 0 || wanted.Contains($"{g.Id}", StringComparer.OrdinalIgnoreCase)))
            .Select(g => new Label(g.State.Card!.Code, g.State.Card.Name, Problems.Say($"gear.kind-{g.State.Card.Gear}")))
            .ToList();
        return labels.Count == 0
            ? Problems.Field(400, "ids", Phrase.Of(PhraseKeys.Gear.NoLabels))
            : TypedResults.File(TemplatePdf.Write(LabelSheet.Pages(labels, LabelLayout.For(on))), "application/pdf", "gear-labels.pdf");
    }
}
