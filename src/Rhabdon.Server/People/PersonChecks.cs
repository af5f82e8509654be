using System.Text.RegularExpressions;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

/// <summary>What a person's form must hold; each fault names its field and what would do.</summary>
internal static partial class PersonChecks
{
    private const int ShortestPassword = 10;
    private const int LeadsPin = 6;

    public static List<(string Field, Phrase Says)> Of(string name, string signIn)
    {
        var faults = new List<(string, Phrase)>();
        FormChecks.Text(faults, "name", name);
        if (!SignInForm().IsMatch(signIn))
        {
            faults.Add(("signIn", Phrase.Of(PhraseKeys.Form.SignIn)));
        }

        return faults;
    }

    /// <param name="role">Of whoever they are for: leads and owners answer for more, and have longer PINs.</param>
    public static void Secrets(List<(string, Phrase)> faults, string? password, string? pin, Role role)
    {
        if (password is { Length: < ShortestPassword or > 200 })
        {
            faults.Add(("password", Phrase.Of(PhraseKeys.Form.Password)));
        }

        if (pin is not null && !(IsPin(pin) && IsLongEnough(pin, role)))
        {
            faults.Add(("pin", Phrase.Of(Leads(role) ? PhraseKeys.Form.PinLead : PhraseKeys.Form.Pin)));
        }
    }

    /// <summary>True for what can be a PIN, and so cannot be a password.</summary>
    public static bool IsPin(string secret) => PinForm().IsMatch(secret);

    public static bool IsLongEnough(string pin, Role role) => !Leads(role) || pin.Length >= LeadsPin;

    private static bool Leads(Role role) => role.May(Permission.Lead);

    [GeneratedRegex(@"^[\p{L}\p{Nd}.-]{2,40}$")]
    private static partial Regex SignInForm();

    [GeneratedRegex("^[0-9]{4,8}$")]
    private static partial Regex PinForm();
}
