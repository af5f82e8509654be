using System.Globalization;
using System.Security.Claims;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.AspNetCore.RateLimiting;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Bench;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

public sealed record SignInRequest(string SignIn, string Secret);

/// <param name="Forgery">To be sent with every write.</param>
/// <param name="Permissions">What the page may offer; none without a person.</param>
public sealed record SessionView(string Forgery, Guid? Person, string? Name, Role? Role, IReadOnlyList<Permission> Permissions);

/// <param name="Device">Under which the tablet makes its events.</param>
/// <param name="PublicKey">SubjectPublicKeyInfo of a P-256 key, in base64.</param>
public sealed record KeyRequest(Guid Device, string PublicKey);

/// <param name="People">Who may from now on sign in here by PIN.</param>
public sealed record EnrollRequest(IReadOnlyList<Guid> People);

/// <summary>What was done to one's account, in words.</summary>
public sealed record NoticeView(Guid Id, string Says, DateTimeOffset At);

/// <summary>Signing in by name with password or, on a device that knows the person, by PIN; and out.</summary>
public static class SessionEndpoints
{
    private const string SessionClaim = "session";
    private const string DeviceClaim = "device";

    public static void MapSession(this WebApplication app)
    {
        app.MapGet("/api/v1/session", (HttpContext context, IAntiforgery forgery) => View(context, forgery));
        app.MapPost("/api/v1/session", SignIn).RequireRateLimiting(Limits.SignIn);
        app.MapDelete("/api/v1/session", SignOut);
        var own = app.MapGroup("/api/v1/session").Needs(Permission.See);
        own.MapGet("/mates", (CrewStore crews, HttpContext context) => crews.MatesAsync(context.AccessOf()));
        own.MapPost("/keys", AddKey);
        own.MapPost("/enrolled", Enroll).Needs(Permission.Lead);
        own.MapGet("/notices", Notices);
        own.MapDelete("/notices/{id:guid}", async (Guid id, NoticeStore notices, HttpContext context) =>
        {
            await notices.ReadAsync(context.AccessOf().Person, id);
            return TypedResults.NoContent();
        });
    }

    public static Access AccessOf(this HttpContext context) =>
        new(
            Guid.Parse(context.User.FindFirstValue(ClaimTypes.NameIdentifier)!),
            Enum.Parse<Role>(context.User.FindFirstValue(ClaimTypes.Role)!, ignoreCase: true),
            context.RequestServices.GetRequiredService<TimeProvider>().GetUtcNow().UtcDateTime
        );

    /// <summary>The id of the session that asks; null without one.</summary>
    public static Guid? SessionOf(this HttpContext context) => Guid.TryParse(context.User.FindFirstValue(SessionClaim), out var id) ? id : null;

    private static async Task<Results<Ok<SessionView>, ProblemHttpResult>> SignIn(
        SignInRequest request,
        HttpContext context,
        PeopleStore people,
        SignInStore signIns,
        SecretHasher hasher,
        IAntiforgery forgery,
        TimeProvider time,
        AuditLog audit
    )
    {
        var name = request.SignIn.Trim();
        if (name.Length is 0 or > 100 || request.Secret.Length is 0 or > 200)
        {
            return Problems.Field(400, "signIn", Phrase.Of(PhraseKeys.Problem.SignInWanted));
        }

        var (person, device) = (await people.FindAsync(name), await Devices.FindAsync(context, signIns));
        var isKnown = person is not null && device is { } here && await signIns.IsKnownAsync(person.Id, here);
        var limits = new SignInLimits(name, isKnown ? device : null, context.Connection.RemoteIpAddress?.ToString() ?? "local");
        if (await limits.CountAsync(signIns, time.GetUtcNow()) is { } wait)
        {
            audit.SignInRefused(name, context.Connection.RemoteIpAddress);
            return TypedResults.Problem(
                Problems.Say(Phrase.Of(PhraseKeys.Problem.Locked, ("wait", Math.Ceiling(wait.TotalSeconds).ToString(CultureInfo.InvariantCulture)))),
                statusCode: 429
            );
        }

        // One comparison, whoever it is and whatever is wrong: a failure takes as long as any other.
        var isPin = PersonRules.IsPin(request.Secret);
        var hash =
            person is not { IsActive: true } ? null
            : !isPin ? person.PasswordHash
            : isKnown && PersonRules.IsLongEnough(request.Secret, person.Role) ? person.PinHash
            : null;
        if (!await hasher.FitsAsync(hash, request.Secret, context.RequestAborted))
        {
            audit.SignInFailed(name, context.Connection.RemoteIpAddress);
            return Problems.Field(401, "secret", Phrase.Of(PhraseKeys.Problem.SignIn));
        }

        await limits.ForgiveAsync(signIns);
        device ??= await Devices.AddAsync(context, signIns);
        if (!isPin)
        {
            await signIns.EnrollAsync([person!.Id], device.Value, person.Id);
        }

        await context.SignInAsAsync(person!, device.Value);
        audit.SignedIn(person!.Id, isPin ? "PIN" : "password", context.Connection.RemoteIpAddress);
        return TypedResults.Ok(View(context, forgery));
    }

    private static async Task<SessionView> SignOut(HttpContext context, SessionStore sessions, IAntiforgery forgery, AuditLog audit)
    {
        if (context.SessionOf() is { } session)
        {
            await sessions.EndAsync(session);
            audit.SignedOut(context.AccessOf().Person);
        }

        await context.SignOutAsync();
        context.User = new ClaimsPrincipal(new ClaimsIdentity());
        return View(context, forgery);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> AddKey(KeyRequest request, KeyStore keys, HttpContext context, AuditLog audit)
    {
        if (request.Device == Guid.Empty || request.Device.Version != 7)
        {
            return Problems.Field(400, "device", Phrase.Of(PhraseKeys.Event.Uuid7));
        }

        if (request.PublicKey.Length > 400 || !EventSignature.IsKey(request.PublicKey))
        {
            return Problems.Field(400, "publicKey", Phrase.Of(PhraseKeys.Form.PublicKey));
        }

        var person = context.AccessOf().Person;
        if (!await keys.AddAsync(person, request.Device, request.PublicKey))
        {
            return Problems.Field(409, "publicKey", Phrase.Of(PhraseKeys.Form.Keys));
        }

        audit.KeyAdded(person, request.Device);
        return TypedResults.NoContent();
    }

    // A lead makes a shared tablet know the crew.
    private static async Task<Results<NoContent, ProblemHttpResult>> Enroll(
        EnrollRequest request,
        CrewStore crews,
        SignInStore signIns,
        HttpContext context,
        AuditLog audit
    )
    {
        var access = context.AccessOf();
        var mates = (await crews.MatesAsync(access)).Select(m => m.Id).ToHashSet();
        if (request.People.Count is 0 or > 100 || !request.People.All(mates.Contains))
        {
            return Problems.Field(400, "people", Phrase.Of(PhraseKeys.Form.Person));
        }

        await signIns.EnrollAsync(request.People, Guid.Parse(context.User.FindFirstValue(DeviceClaim)!), access.Person);
        audit.Enrolled(access.Person, request.People);
        return TypedResults.NoContent();
    }

    private static async Task<IEnumerable<NoticeView>> Notices(NoticeStore notices, HttpContext context) =>
        (await notices.UnreadAsync(context.AccessOf().Person)).Select(n => new NoticeView(n.Id, Problems.Say(Phrase.Of(n.Phrase, ("by", n.By ?? "-"))), n.At));

    /// <summary>A request is a person's only while their session goes on, and in the role they have now.</summary>
    public static async Task ValidateAsync(CookieValidatePrincipalContext cookie)
    {
        var sessions = cookie.HttpContext.RequestServices.GetRequiredService<SessionStore>();
        if (!Guid.TryParse(cookie.Principal!.FindFirstValue(SessionClaim), out var id) || await sessions.FindAsync(id) is not { } session)
        {
            cookie.RejectPrincipal();
        }
        else if (session.Role.ToString() != cookie.Principal!.FindFirstValue(ClaimTypes.Role) || session.Name != cookie.Principal!.Identity!.Name)
        {
            cookie.ReplacePrincipal(PrincipalOf(session));
            cookie.ShouldRenew = true;
        }
    }

    /// <summary>Makes the request's session this person's, now and by cookie for later ones; a session that it had is over.</summary>
    public static async Task SignInAsAsync(this HttpContext context, Person person, Guid device)
    {
        var sessions = context.RequestServices.GetRequiredService<SessionStore>();
        if (context.SessionOf() is { } before)
        {
            await sessions.EndAsync(before);
        }

        context.User = PrincipalOf(new LiveSession(await sessions.BeginAsync(person.Id, device), device, person.Id, person.Name, person.Role));
        await context.SignInAsync(context.User, new AuthenticationProperties { IsPersistent = true });
    }

    private static ClaimsPrincipal PrincipalOf(LiveSession session) =>
        new(
            new ClaimsIdentity(
                [
                    new Claim(ClaimTypes.NameIdentifier, session.Person.ToString()),
                    new Claim(ClaimTypes.Name, session.Name),
                    new Claim(ClaimTypes.Role, session.Role.ToString()),
                    new Claim(SessionClaim, session.Id.ToString()),
                    new Claim(DeviceClaim, session.Device.ToString()),
                ],
                CookieAuthenticationDefaults.AuthenticationScheme
            )
        );

    public static SessionView View(HttpContext context, IAntiforgery forgery)
    {
        var token = forgery.GetAndStoreTokens(context).RequestToken!;
        if (context.User.Identity is not { IsAuthenticated: true } identity)
        {
            return new SessionView(token, null, null, null, []);
        }

        var access = context.AccessOf();
        return new SessionView(token, access.Person, identity.Name, access.Role, access.Role.Permissions());
    }
}
