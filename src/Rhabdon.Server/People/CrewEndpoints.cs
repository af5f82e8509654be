using System.Globalization;
using Microsoft.AspNetCore.Http.HttpResults;
using Npgsql;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

/// <param name="Roles">Those that whoever asks may give.</param>
public sealed record CrewView(IReadOnlyList<Crew> Crews, IReadOnlyList<PersonInCrew> People, IReadOnlyList<Membership> Memberships, IReadOnlyList<Role> Roles);

/// <param name="Crew">The crew to join today, if any; a lead must name one of their own.</param>
public sealed record PersonRequest(string Name, string SignIn, Role Role, string? Password = null, string? Pin = null, Guid? Crew = null);

public sealed record PersonChange(string Name, Role Role, bool IsActive);

/// <param name="Current">One's own password or PIN as it was, to set one's own anew.</param>
public sealed record SecretRequest(string? Password = null, string? Pin = null, string? Current = null);

public sealed record CrewRequest(string Name);

public sealed record JoinRequest(Guid Person, DateOnly From, DateOnly? To = null);

public sealed record LeaveRequest(Guid Person, DateOnly Day);

/// <summary>
/// People, crews and membership dates. An owner rules over all; a lead adds installers and viewers to their own crews, sets their PINs anew and ends their
/// memberships; the rest see nothing here.
/// </summary>
public static class CrewEndpoints
{
    public static void MapCrew(this WebApplication app)
    {
        var crew = app.MapGroup("/api/v1").Needs(Permission.See);
        crew.MapGet("/crews", (CrewStore store, HttpContext context) => store.CrewsAsync(context.AccessOf()));
        crew.MapGet("/crew", Show).Needs(Permission.Lead);
        crew.MapPost("/people", AddPerson).Needs(Permission.Lead);
        crew.MapPut("/people/{id:guid}", ChangePerson).Needs(Permission.Own);
        crew.MapPost("/people/{id:guid}/secrets", SetSecrets);
        crew.MapPost("/crews", AddCrew).Needs(Permission.Own);
        crew.MapPost("/crews/{id:guid}/members", Join).Needs(Permission.Lead);
        crew.MapPost("/crews/{id:guid}/members/end", Leave).Needs(Permission.Lead);
    }

    private static async Task<CrewView> Show(CrewStore crews, HttpContext context)
    {
        var access = context.AccessOf();
        return new CrewView(await crews.CrewsAsync(access), await crews.PeopleAsync(access), await crews.MembershipsAsync(access), access.Role.Gives());
    }

    private static async Task<Results<Ok<PersonInCrew>, ProblemHttpResult>> AddPerson(
        PersonRequest request,
        PeopleStore people,
        CrewStore crews,
        SecretHasher hasher,
        HttpContext context,
        AuditLog audit
    )
    {
        var access = context.AccessOf();
        if (new NewPersonRules(access, await crews.CrewsAsync(access)).Refusal(request) is { } refused)
        {
            return refused;
        }

        var person = new Person
        {
            Id = Guid.CreateVersion7(),
            Name = request.Name.Trim(),
            SignIn = request.SignIn,
            Role = request.Role,
            PasswordHash = await hasher.HashAsync(request.Password, context.RequestAborted),
            PinHash = await hasher.HashAsync(request.Pin, context.RequestAborted),
        };
        try
        {
            await people.AddAsync(person);
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            return Problems.Field(409, "signIn", Phrase.Of(PhraseKeys.Form.SignInTaken));
        }

        if (request.Crew is { } crew)
        {
            await crews.JoinAsync(new Membership(crew, person.Id, await crews.TodayAsync(crew, access.Now), null));
        }

        audit.PersonAdded(access.Person, person.Id, person.Role);
        return TypedResults.Ok(new PersonInCrew(person.Id, person.Name, person.SignIn, person.Role, true));
    }

    private static async Task<Results<Ok<PersonInCrew>, ProblemHttpResult>> ChangePerson(
        Guid id,
        PersonChange request,
        PeopleStore people,
        SessionStore sessions,
        KeyStore keys,
        HttpContext context,
        AuditLog audit
    )
    {
        var access = context.AccessOf();
        if (await people.FindAsync(id) is not { } person)
        {
            return Problems.Missing();
        }

        if (new PersonChangeRules(id == access.Person).Refusal(request) is { } refused)
        {
            return refused;
        }

        if (!await people.ChangeAsync(id, request.Name.Trim(), request.Role, request.IsActive, access.Person))
        {
            return Problems.Field(409, "role", Phrase.Of(PhraseKeys.Form.LastOwner));
        }

        if (!request.IsActive)
        {
            await sessions.EndAllOfAsync(id);
            await keys.EndAllOfAsync(id);
        }

        audit.PersonChanged(access.Person, id, request.Role, request.IsActive);
        return TypedResults.Ok(new PersonInCrew(id, request.Name.Trim(), person.SignIn, request.Role, request.IsActive));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> SetSecrets(
        Guid id,
        SecretRequest request,
        PeopleStore people,
        CrewStore crews,
        SignInStore signIns,
        SessionStore sessions,
        KeyStore keys,
        NoticeStore notices,
        SecretHasher hasher,
        HttpContext context,
        TimeProvider time,
        AuditLog audit
    )
    {
        var access = context.AccessOf();
        var isOwn = id == access.Person;
        var theirs = (access.May(Permission.Own) ? await crews.PeopleAsync(access) : await crews.MatesAsync(access)).FirstOrDefault(p => p.Id == id);
        if (theirs is null)
        {
            return Problems.Missing();
        }

        if (!isOwn && !access.Role.Gives().Contains(theirs.Role))
        {
            return Problems.Forbidden();
        }

        if (new SecretRules(theirs.Role).Refusal(request) is { } unfit)
        {
            return unfit;
        }

        var person = (await people.FindAsync(id))!;
        if (isOwn && await Unproved(person, request.Current ?? string.Empty, signIns, hasher, time, context.RequestAborted) is { } refused)
        {
            return refused;
        }

        await people.SetSecretsAsync(
            id,
            await hasher.HashAsync(request.Password, context.RequestAborted),
            await hasher.HashAsync(request.Pin, context.RequestAborted)
        );
        await sessions.EndAllOfAsync(id, isOwn ? context.SessionOf() : null);
        await keys.EndAllOfAsync(id);
        if (!isOwn)
        {
            await notices.AddAsync(id, request.Pin is null ? PhraseKeys.Notice.Password : PhraseKeys.Notice.Pin, access.Person);
        }

        audit.SecretsSet(access.Person, id);
        return TypedResults.NoContent();
    }

    // Whoever finds a tablet unlocked does not come to own the account: one's own secret is set anew with the old one.
    private static async Task<ProblemHttpResult?> Unproved(
        Person person,
        string current,
        SignInStore signIns,
        SecretHasher hasher,
        TimeProvider time,
        CancellationToken cancel
    )
    {
        var limits = new SignInLimits(person.SignIn, person.Id, "own");
        if (await limits.CountAsync(signIns, time.GetUtcNow()) is { } wait)
        {
            return Problems.Field(
                429,
                "current",
                Phrase.Of(PhraseKeys.Problem.Locked, ("wait", Math.Ceiling(wait.TotalSeconds).ToString(CultureInfo.InvariantCulture)))
            );
        }

        if (!await hasher.FitsAsync(PersonRules.IsPin(current) ? person.PinHash : person.PasswordHash, current, cancel))
        {
            return Problems.Field(403, "current", Phrase.Of(PhraseKeys.Form.Current));
        }

        await limits.ForgiveAsync(signIns);
        return null;
    }

    private static async Task<Results<Ok<Crew>, ProblemHttpResult>> AddCrew(CrewRequest request, CrewStore crews, HttpContext context)
    {
        if (new CrewRules().Refusal(request) is { } refused)
        {
            return refused;
        }

        var crew = new Crew(Guid.CreateVersion7(), request.Name.Trim());
        try
        {
            await crews.AddCrewAsync(crew);
        }
        catch (PostgresException clash) when (clash.SqlState == PostgresErrorCodes.UniqueViolation)
        {
            return Problems.Field(409, "name", Phrase.Of(PhraseKeys.Form.CrewTaken));
        }

        return TypedResults.Ok(crew);
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Join(Guid id, JoinRequest request, CrewStore crews, HttpContext context, AuditLog audit)
    {
        if (await CrewMissingAsync(id, crews, context) is { } refused)
        {
            return refused;
        }

        var access = context.AccessOf();
        if ((await crews.PeopleAsync(access)).All(p => p.Id != request.Person))
        {
            return Problems.Field(400, "person", Phrase.Of(PhraseKeys.Form.Person));
        }

        if (request.To < request.From)
        {
            return Problems.Field(400, "to", Phrase.Of(PhraseKeys.Form.ToDay));
        }

        if (!await crews.JoinAsync(new Membership(id, request.Person, request.From, request.To)))
        {
            return Problems.Field(409, "from", Phrase.Of(PhraseKeys.Form.MemberAlready));
        }

        audit.Membership(access.Person, request.Person, "joins", id);
        return TypedResults.NoContent();
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> Leave(Guid id, LeaveRequest request, CrewStore crews, HttpContext context, AuditLog audit)
    {
        if (await CrewMissingAsync(id, crews, context) is { } refused)
        {
            return refused;
        }

        if (!await crews.LeaveAsync(id, request.Person, request.Day))
        {
            return Problems.Field(400, "day", Phrase.Of(PhraseKeys.Form.NoMember));
        }

        audit.Membership(context.AccessOf().Person, request.Person, "leaves", id);
        return TypedResults.NoContent();
    }

    // A crew that one does not see is not there.
    internal static async Task<ProblemHttpResult?> CrewMissingAsync(Guid crew, CrewStore crews, HttpContext context)
    {
        var access = context.AccessOf();
        return (await crews.CrewsAsync(access)).All(c => c.Id != crew) ? Problems.Missing() : null;
    }
}
