using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Rhabdon.Data;

namespace Rhabdon.Server.People;

public sealed record SignInRequest(string SignIn, string Secret);

/// <param name="Forgery">To be sent with every write.</param>
public sealed record SessionView(string Forgery, Guid? Person, string? Name, string? Role);

/// <summary>Signing in by name with password or PIN, and out.</summary>
public static class SessionEndpoints
{
    private const int FreeTries = 4;

    public static void MapSession(this WebApplication app)
    {
        app.MapGet("/api/v1/session", (HttpContext context, IAntiforgery forgery) => View(context, forgery));
        app.MapPost("/api/v1/session", SignIn).Produces<SessionView>();
        app.MapDelete("/api/v1/session", async (HttpContext context, IAntiforgery forgery) =>
        {
            await context.SignOutAsync();
            context.User = new ClaimsPrincipal(new ClaimsIdentity());
            return View(context, forgery);
        });
    }

    public static Access AccessOf(this HttpContext context) => new(
        Guid.Parse(context.User.FindFirstValue(ClaimTypes.NameIdentifier)!),
        context.User.FindFirstValue(ClaimTypes.Role)!,
        DateOnly.FromDateTime(context.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow().UtcDateTime));

    private static async Task<IResult> SignIn(SignInRequest request, HttpContext context, PeopleStore people, IPasswordHasher<Person> hasher, IAntiforgery forgery, TimeProvider time)
    {
        if (request.SignIn.Length is 0 or > 100 || request.Secret.Length is 0 or > 200)
        {
            return Hosting.Problems.Fields(400, ("signIn", "Give your sign-in name, and your password or PIN."));
        }

        var person = await people.FindAsync(request.SignIn.Trim());
        var now = time.GetUtcNow();
        if (person?.LockedUntil is { } until && until > now.UtcDateTime)
        {
            var wait = Math.Ceiling((until - now.UtcDateTime).TotalSeconds);
            return Results.Problem($"Too many wrong tries. Try again in {wait} s.", statusCode: 429);
        }

        if (person is null || !Fits(hasher, person, request.Secret))
        {
            if (person is not null)
            {
                await people.NoteSignInAsync(person.Id, person.Failures + 1, BackOff(person.Failures + 1, now));
            }

            return Hosting.Problems.Fields(401, ("secret", "Name and password or PIN do not fit together."));
        }

        await people.NoteSignInAsync(person.Id, 0, null);
        var identity = new ClaimsIdentity(
            [new Claim(ClaimTypes.NameIdentifier, person.Id.ToString()), new Claim(ClaimTypes.Name, person.Name), new Claim(ClaimTypes.Role, person.Role)],
            CookieAuthenticationDefaults.AuthenticationScheme);
        context.User = new ClaimsPrincipal(identity);
        await context.SignInAsync(context.User, new AuthenticationProperties { IsPersistent = true });
        return Results.Ok(View(context, forgery));
    }

    private static bool Fits(IPasswordHasher<Person> hasher, Person person, string secret) =>
        new[] { person.PasswordHash, person.PinHash }.Any(hash => hash is not null && hasher.VerifyHashedPassword(person, hash, secret) != PasswordVerificationResult.Failed);

    private static DateTimeOffset? BackOff(int failures, DateTimeOffset now) =>
        failures <= FreeTries ? null : now.AddSeconds(Math.Min(900, 15 * Math.Pow(2, failures - FreeTries - 1)));

    private static SessionView View(HttpContext context, IAntiforgery forgery)
    {
        var token = forgery.GetAndStoreTokens(context).RequestToken!;
        var user = context.User;
        return user.Identity?.IsAuthenticated == true
            ? new SessionView(token, Guid.Parse(user.FindFirstValue(ClaimTypes.NameIdentifier)!), user.Identity.Name, user.FindFirstValue(ClaimTypes.Role))
            : new SessionView(token, null, null, null);
    }
}
