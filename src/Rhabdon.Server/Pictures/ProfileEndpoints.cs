using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Pictures;

/// <summary>A profile of limits, and who compared it with what; nobody, while it stands as it came.</summary>
public sealed record ProfileView(string Id, int Version, string Title, ProfileConfirmation? Confirmation);

/// <param name="Edition">What the limits were compared with, 1 to 100 characters.</param>
public sealed record ProfileConfirmationRequest(int Version, string Edition);

/// <summary>The profiles that end faces are held against: unconfirmed until a lead has compared them with the buyer's edition.</summary>
public static class ProfileEndpoints
{
    private const int LongestEdition = 100;

    public static void MapProfiles(this WebApplication app)
    {
        var profiles = app.MapGroup("/api/v1").RequireAuthorization();
        profiles.MapGet("/profiles", All).Produces<List<ProfileView>>();
        profiles.MapPost("/profiles/{id}/confirmation", Confirm).Produces(204).ProducesProblem(400).ProducesProblem(403).ProducesProblem(404);
    }

    private static async Task<IResult> All(ProfileStore store)
    {
        var confirmed = (await store.ConfirmationsAsync()).ToDictionary(c => (c.Profile, c.Version));
        return Results.Ok(FaceProfiles.Starters.Select(p => new ProfileView(p.Id, p.Version, p.Title.In("en"), confirmed.GetValueOrDefault((p.Id, p.Version)))));
    }

    private static async Task<IResult> Confirm(string id, ProfileConfirmationRequest request, ProfileStore store, HttpContext context)
    {
        var (access, edition) = (context.AccessOf(), request.Edition.Trim());
        if (!access.MayPlan)
        {
            return Problems.Forbidden();
        }

        if (edition.Length is 0 or > LongestEdition)
        {
            return Problems.Field(400, "edition", Phrase.Of("problem.edition", ("most", $"{LongestEdition}")));
        }

        if (FaceProfiles.Find(id) is not { } profile || profile.Version != request.Version)
        {
            return Problems.Missing();
        }

        await store.ConfirmAsync(profile.Id, profile.Version, edition, access.Person);
        return Results.NoContent();
    }
}
