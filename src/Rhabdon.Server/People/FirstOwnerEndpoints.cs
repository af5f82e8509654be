using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

public sealed record FirstOwnerRequest(string Token, string Name, string SignIn, string Password, string Pin);

/// <summary>The first start of an empty database: a one-time link, and the owner made through it.</summary>
public static class FirstOwnerEndpoints
{
    private static readonly TimeSpan Good = TimeSpan.FromHours(24);

    public static void MapFirstOwner(this WebApplication app) => app.MapPost("/api/v1/first-owner", Make).RequireRateLimiting(Limits.SignIn);

    /// <summary>A new one-time token in place of an earlier one, or null when there are people already.</summary>
    public static async Task<string?> PromiseAsync(PeopleStore people, TimeProvider time)
    {
        var token = Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(32));
        return await people.PromiseFirstOwnerAsync(HashOf(token), time.GetUtcNow() + Good) ? token : null;
    }

    private static async Task<Results<Ok<SessionView>, ProblemHttpResult>> Make(
        FirstOwnerRequest request,
        PeopleStore people,
        SignInStore signIns,
        SecretHasher hasher,
        IAntiforgery forgery,
        TimeProvider time,
        HttpContext context,
        AuditLog audit
    )
    {
        var (token, now) = (HashOf(request.Token), time.GetUtcNow());
        if (!await people.IsPromisedAsync(token, now))
        {
            audit.FirstOwnerRefused(context.Connection.RemoteIpAddress);
            return Problems.Field(403, "token", Phrase.Of(PhraseKeys.Problem.FirstOwner));
        }

        if (new FirstOwnerRules().Refusal(request) is { } refused)
        {
            return refused;
        }

        var owner = new Person
        {
            Id = Guid.CreateVersion7(),
            Name = request.Name.Trim(),
            SignIn = request.SignIn,
            Role = Role.Owner,
            PasswordHash = await hasher.HashAsync(request.Password, context.RequestAborted),
            PinHash = await hasher.HashAsync(request.Pin, context.RequestAborted),
        };
        if (!await people.RedeemFirstOwnerAsync(owner, token, now))
        {
            return Problems.Field(403, "token", Phrase.Of(PhraseKeys.Problem.FirstOwner));
        }

        var device = await Devices.FindAsync(context, signIns) ?? await Devices.AddAsync(context, signIns);
        await signIns.EnrollAsync([owner.Id], device, owner.Id);
        await context.SignInAsAsync(owner, device);
        audit.FirstOwner(owner.Id);
        return TypedResults.Ok(SessionEndpoints.View(context, forgery));
    }

    private static byte[] HashOf(string token) => SHA256.HashData(Encoding.UTF8.GetBytes(token));
}
