using Rhabdon.Core.Phrases;

namespace Rhabdon.Server.Hosting;

/// <summary>Errors as RFC 9457 problem details: each field with what would be accepted.</summary>
internal static class Problems
{
    public static IResult Field(int status, string field, Phrase says) => Fields(status, [(field, says)]);

    public static IResult Fields(int status, IReadOnlyList<(string Field, Phrase Says)> faults) =>
        Results.Problem(
            faults.Count == 0 ? null : Say(faults[0].Says),
            statusCode: status,
            extensions: new Dictionary<string, object?> { ["faults"] = faults.Select(f => new { field = f.Field, says = Say(f.Says) }).ToArray() }
        );

    public static IResult Missing() => Results.Problem(Say("problem.missing"), statusCode: 404);

    public static IResult Forbidden() => Results.Problem(Say("problem.role"), statusCode: 403);

    public static string Say(string key) => Say(Phrase.Of(key));

    public static string Say(Phrase phrase) => Phrasebook.English.Say(phrase);
}
