using System.Text.RegularExpressions;
using FluentValidation;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

/// <summary>What a person's name, sign-in, password and PIN must be.</summary>
internal static partial class PersonRules
{
    private const int ShortestPassword = 10;
    private const int LeadsPin = 6;

    /// <summary>True for what can be a PIN, and so cannot be a password.</summary>
    public static bool IsPin(string secret) => PinForm().IsMatch(secret);

    /// <summary>Leads and owners answer for more, and have longer PINs.</summary>
    public static bool IsLongEnough(string pin, Role role) => !role.May(Permission.Lead) || pin.Length >= LeadsPin;

    public static IRuleBuilderOptions<T, string> SignIn<T>(this IRuleBuilder<T, string> rule) => rule.Must(SignInForm().IsMatch).Says(PhraseKeys.Form.SignIn);

    public static IRuleBuilderOptions<T, string?> Password<T>(this IRuleBuilder<T, string?> rule) =>
        rule.Must(password => password is null or { Length: >= ShortestPassword and <= 200 }).Says(PhraseKeys.Form.Password);

    /// <param name="role">Of whoever it is for.</param>
    public static IRuleBuilderOptions<T, string?> Pin<T>(this IRuleBuilder<T, string?> rule, Func<T, Role> role) =>
        rule.Must((form, pin) => pin is null || (IsPin(pin) && IsLongEnough(pin, role(form))))
            .WithMessage(form => Problems.Say(role(form).May(Permission.Lead) ? PhraseKeys.Form.PinLead : PhraseKeys.Form.Pin));

    [GeneratedRegex(@"^[\p{L}\p{Nd}.-]{2,40}$")]
    private static partial Regex SignInForm();

    [GeneratedRegex("^[0-9]{4,8}$")]
    private static partial Regex PinForm();
}

internal sealed class NewPersonRules : AbstractValidator<PersonRequest>
{
    /// <param name="access">Of whoever adds the person.</param>
    /// <param name="crews">Theirs.</param>
    public NewPersonRules(Access access, IReadOnlyList<Crew> crews)
    {
        var gives = access.Role.Gives();
        RuleFor(p => p.Name).OneLine();
        RuleFor(p => p.SignIn).SignIn();
        RuleFor(p => p.Password).Password();
        RuleFor(p => p.Pin).Pin(p => p.Role);
        RuleFor(p => p.Role)
            .Must(gives.Contains)
            .Says(PhraseKeys.Form.Role, ("roles", string.Join(", ", gives.Select(r => Problems.Say($"role.{r.ToString().ToLowerInvariant()}")))));
        RuleFor(p => p.Pin).NotNull().Says(PhraseKeys.Form.Pin).When(p => p.Password is null);
        RuleFor(p => p.Crew).Must(wanted => wanted is { } crew ? crews.Any(c => c.Id == crew) : access.May(Permission.Own)).Says(PhraseKeys.Form.Crews);
    }
}

internal sealed class PersonChangeRules : AbstractValidator<PersonChange>
{
    /// <param name="isOneself">Whoever asks keeps their own role.</param>
    public PersonChangeRules(bool isOneself)
    {
        RuleFor(p => p.Name).OneLine();
        RuleFor(p => p.Role).Must((p, role) => !isOneself || (role == Role.Owner && p.IsActive)).Says(PhraseKeys.Form.OwnRole);
    }
}

internal sealed class SecretRules : AbstractValidator<SecretRequest>
{
    /// <param name="role">Of whoever they are for.</param>
    public SecretRules(Role role)
    {
        RuleFor(s => s.Password).Password();
        RuleFor(s => s.Pin).Pin(_ => role);
        RuleFor(s => s.Pin).NotNull().Says(PhraseKeys.Form.Pin).When(s => s.Password is null);
    }
}

internal sealed class FirstOwnerRules : AbstractValidator<FirstOwnerRequest>
{
    public FirstOwnerRules()
    {
        RuleFor(o => o.Name).OneLine();
        RuleFor(o => o.SignIn).SignIn();
        RuleFor(o => o.Password).Password();
        RuleFor(o => o.Pin).Pin(_ => Role.Owner);
    }
}

internal sealed class CrewRules : AbstractValidator<CrewRequest>
{
    public CrewRules() => RuleFor(c => c.Name).OneLine();
}
