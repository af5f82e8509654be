using System.Text.RegularExpressions;
using Rhabdon.Core.Phrases;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.People;

/// <summary>What a person's form must hold; each fault names its field and what would do.</summary>
internal static partial class PersonChecks
{
    public static List<(string Field, Phrase Says)> Of(string name, string signIn)
    {
        var faults = new List<(string, Phrase)>();
        FormChecks.Text(faults, "name", name);
        if (!SignInForm().IsMatch(signIn))
        {
            faults.Add(("signIn", Phrase.Of("form.sign-in")));
        }

        return faults;
    }

    public static void Secrets(List<(string, Phrase)> faults, string? password, string? pin)
    {
        if (password is { Length: < 10 or > 200 })
        {
            faults.Add(("password", Phrase.Of("form.password")));
        }

        if (pin is not null && !PinForm().IsMatch(pin))
        {
            faults.Add(("pin", Phrase.Of("form.pin")));
        }
    }

    [GeneratedRegex(@"^[\p{L}\p{Nd}.-]{2,40}$")]
    private static partial Regex SignInForm();

    [GeneratedRegex("^[0-9]{4,8}$")]
    private static partial Regex PinForm();
}
