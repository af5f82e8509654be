using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;
using Rhabdon.Server.Recipes;

namespace Rhabdon.Server.Pictures;

/// <summary>A profile of limits, and who compared it with what; nobody, while it stands as it came.</summary>
/// <param name="IsOwn">True for a buyer's own.</param>
/// <param name="Cores">Of the fibers that it is for; more than one where whoever looks at a picture says which it is.</param>
public sealed record FaceLimitsView(
    string Id,
    int Version,
    string Title,
    bool IsOwn,
    IReadOnlyList<FiberCore> Cores,
    FaceLimits Limits,
    ProfileConfirmation? Confirmation
);

/// <param name="Edition">What the limits were compared with, 1 to 100 characters.</param>
public sealed record ProfileConfirmationRequest(int Version, string Edition)
{
    private const int LongestEdition = 100;

    internal string Said => Edition.Trim();

    internal ProblemHttpResult? Fault() =>
        Said.Length is 0 or > LongestEdition ? Problems.Field(400, "edition", Phrase.Of(PhraseKeys.Problem.Edition, ("most", $"{LongestEdition}"))) : null;
}

/// <summary>The profiles that end faces are held against: unconfirmed until a lead has compared them with the buyer's edition.</summary>
public static class FaceLimitsEndpoints
{
    public static void MapProfiles(this WebApplication app)
    {
        var profiles = app.MapGroup("/api/v1").Needs(Permission.See);
        profiles.MapGet("/profiles", All);
        profiles.MapPost("/profiles", Publish).Needs(Permission.Plan).Accepts<FaceLimits>("application/json");
        profiles.MapPost("/profiles/{id}/confirmation", Confirm).Needs(Permission.Plan);
    }

    private static async Task<IEnumerable<FaceLimitsView>> All(ProfileStore store, RecipeBookCache books)
    {
        var confirmed = (await store.FaceConfirmationsAsync()).ToDictionary(c => (c.Profile, c.Version));
        return (await books.BookAsync()).Profiles.Select(p => Of(p, confirmed.GetValueOrDefault((p.Id, p.Version))));
    }

    private static FaceLimitsView Of(FaceLimits profile, ProfileConfirmation? confirmation = null) =>
        new(profile.Id, profile.Version, profile.Title.In("en"), ShippedFaceLimits.Find(profile.Id) is null, profile.Cores, profile, confirmation);

    private static async Task<Results<Ok<FaceLimitsView>, ProblemHttpResult>> Publish(
        FaceLimits profile,
        ProfileStore store,
        RecipeBookCache books,
        HttpContext context
    )
    {
        var access = context.AccessOf();
        if (FaceLimitsCheck.Faults(profile) is { Count: > 0 } faults)
        {
            return Problems.Fields(400, [.. faults.Select(f => (f.Place, f.Says))]);
        }

        if (!await store.PublishAsync(profile, access.Person))
        {
            return Problems.Field(409, "version", Phrase.Of(PhraseKeys.Limits.Taken, ("version", $"{profile.Version}")));
        }

        await books.ForgetEverywhereAsync();
        return TypedResults.Ok(Of(profile));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Confirm(
        string id,
        ProfileConfirmationRequest request,
        ProfileStore store,
        RecipeBookCache books,
        HttpContext context
    )
    {
        if (request.Fault() is { } fault)
        {
            return fault;
        }

        if ((await books.BookAsync()).Profile(id, request.Version) is not { } profile)
        {
            return Problems.Missing();
        }

        await store.ConfirmAsync(profile, request.Said, context.AccessOf().Person);
        return TypedResults.NoContent();
    }
}
