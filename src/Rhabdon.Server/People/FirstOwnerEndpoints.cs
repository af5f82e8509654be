using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Identity;
using Rhabdon.Core.Phrases;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

public sealed record FirstOwnerRequest(string Token, string Name, string SignIn, string Password, string Pin);

/// <summary>The first start of an empty database: a one-time link, and the owner made through it.</summary>
public static class FirstOwnerEndpoints
{
    private static readonly TimeSpan Good = TimeSpan.FromHours(24);

    public static void MapFirstOwner(this WebApplication app) => app.MapPost("/api/v1/first-owner", Make).Produces<SessionView>();

    /// <summary>A new one-time token in place of an earlier one, or null when there are people already.</summary>
    public static async Task<string?> PromiseAsync(PeopleStore people, TimeProvider time)
    {
        var token = Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(32));
        return await people.PromiseFirstOwnerAsync(HashOf(token), time.GetUtcNow() + Good) ? token : null;
    }

    private static async Task<IResult> Make(
        FirstOwnerRequest request, PeopleStore people, IPasswordHasher<Person> hasher, IAntiforgery forgery, TimeProvider time, HttpContext context)
    {
        var faults = PersonChecks.Of(request.Name, request.SignIn);
        PersonChecks.Secrets(faults, request.Password, request.Pin);
        if (faults.Count > 0)
        {
            return Problems.Fields(400, faults);
        }

        var owner = new Person { Id = Guid.CreateVersion7(), Name = request.Name.Trim(), SignIn = request.SignIn, Role = "owner" };
        owner = owner with { PasswordHash = hasher.HashPassword(owner, request.Password), PinHash = hasher.HashPassword(owner, request.Pin) };
        if (!await people.RedeemFirstOwnerAsync(owner, HashOf(request.Token), time.GetUtcNow()))
        {
            return Problems.Field(403, "token", Phrase.Of("problem.first-owner"));
        }

        await context.SignInAsAsync(owner);
        return Results.Ok(SessionEndpoints.View(context, forgery));
    }

    private static byte[] HashOf(string token) => SHA256.HashData(Encoding.UTF8.GetBytes(token));
}
