using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Identity;
using Rhabdon.Core.Phrases;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

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
        app.MapGet("/api/v1/session/mates", (CrewStore crews, HttpContext context) => crews.MatesAsync(context.AccessOf())).RequireAuthorization();
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
        context.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow().UtcDateTime);

    private static async Task<IResult> SignIn(SignInRequest request, HttpContext context, PeopleStore people, IPasswordHasher<Person> hasher, IAntiforgery forgery, TimeProvider time)
    {
        if (request.SignIn.Length is 0 or > 100 || request.Secret.Length is 0 or > 200)
        {
            return Problems.Field(400, "signIn", Phrase.Of("problem.sign-in-wanted"));
        }

        var person = await people.FindAsync(request.SignIn.Trim());
        var now = time.GetUtcNow();
        if (person?.LockedUntil is { } until && until > now.UtcDateTime)
        {
            var wait = Math.Ceiling((until - now.UtcDateTime).TotalSeconds);
            return Results.Problem(Problems.Say(Phrase.Of("problem.locked", ("wait", $"{wait}"))), statusCode: 429);
        }

        if (person is not { IsActive: true } || !Fits(hasher, person, request.Secret))
        {
            if (person is not null)
            {
                await people.NoteSignInAsync(person.Id, person.Failures + 1, BackOff(person.Failures + 1, now));
            }

            return Problems.Field(401, "secret", Phrase.Of("problem.sign-in"));
        }

        await people.NoteSignInAsync(person.Id, 0, null);
        await context.SignInAsAsync(person);
        return Results.Ok(View(context, forgery));
    }

    /// <summary>A session goes on only while the person is active, and in the role they have now.</summary>
    public static async Task ValidateAsync(CookieValidatePrincipalContext session)
    {
        var id = Guid.Parse(session.Principal!.FindFirstValue(ClaimTypes.NameIdentifier)!);
        var person = await session.HttpContext.RequestServices.GetRequiredService<PeopleStore>().FindAsync(id);
        if (person is not { IsActive: true })
        {
            session.RejectPrincipal();
        }
        else if (person.Role != session.Principal!.FindFirstValue(ClaimTypes.Role) || person.Name != session.Principal!.Identity!.Name)
        {
            session.ReplacePrincipal(PrincipalOf(person));
            session.ShouldRenew = true;
        }
    }

    /// <summary>Makes the request's session this person's, now and by cookie for later ones.</summary>
    public static async Task SignInAsAsync(this HttpContext context, Person person)
    {
        context.User = PrincipalOf(person);
        await context.SignInAsync(context.User, new AuthenticationProperties { IsPersistent = true });
    }

    private static ClaimsPrincipal PrincipalOf(Person person) => new(new ClaimsIdentity(
        [new Claim(ClaimTypes.NameIdentifier, person.Id.ToString()), new Claim(ClaimTypes.Name, person.Name), new Claim(ClaimTypes.Role, person.Role)],
        CookieAuthenticationDefaults.AuthenticationScheme));

    private static bool Fits(IPasswordHasher<Person> hasher, Person person, string secret) =>
        new[] { person.PasswordHash, person.PinHash }.Any(hash => hash is not null && hasher.VerifyHashedPassword(person, hash, secret) != PasswordVerificationResult.Failed);

    private static DateTimeOffset? BackOff(int failures, DateTimeOffset now) =>
        failures <= FreeTries ? null : now.AddSeconds(Math.Min(900, 15 * Math.Pow(2, failures - FreeTries - 1)));

    public static SessionView View(HttpContext context, IAntiforgery forgery)
    {
        var token = forgery.GetAndStoreTokens(context).RequestToken!;
        var user = context.User;
        return user.Identity?.IsAuthenticated == true
            ? new SessionView(token, Guid.Parse(user.FindFirstValue(ClaimTypes.NameIdentifier)!), user.Identity.Name, user.FindFirstValue(ClaimTypes.Role))
            : new SessionView(token, null, null, null);
    }
}
