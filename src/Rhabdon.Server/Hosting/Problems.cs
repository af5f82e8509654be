using Rhabdon.Core.Phrases;

namespace Rhabdon.Server.Hosting;

/// <summary>Errors as RFC 9457 problem details: each field with what would be accepted.</summary>
internal static class Problems
{
    public static IResult Fields(int status, params (string Field, string Says)[] faults) => Results.Problem(
        faults.Length == 0 ? null : faults[0].Says,
        statusCode: status,
        extensions: new Dictionary<string, object?> { ["faults"] = faults.Select(f => new { field = f.Field, says = f.Says }).ToArray() });

    public static IResult Missing() => Results.Problem("There is no such thing, or it is not yours to see.", statusCode: 404);

    public static IResult Forbidden() => Results.Problem("Your role does not allow this.", statusCode: 403);

    public static string Say(Phrase phrase) => Phrasebook.English.Say(phrase);
}
