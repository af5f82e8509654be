using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Server.Hosting;

/// <summary>Errors as RFC 9457 problem details: each field with what would be accepted.</summary>
internal static class Problems
{
    public static ProblemHttpResult Field(int status, string field, Phrase says) => Told(status, field, Say(says));

    /// <param name="says">In words already.</param>
    public static ProblemHttpResult Told(int status, string field, string says) => Fields(status, [new FieldFault(field, says)]);

    public static ProblemHttpResult Fields(int status, IEnumerable<(string Field, Phrase Says)> faults) =>
        Fields(status, [.. faults.Select(f => new FieldFault(f.Field, Say(f.Says)))]);

    public static ProblemHttpResult Fields(int status, IReadOnlyList<FieldFault> faults) =>
        TypedResults.Problem(
            faults.Count == 0 ? null : faults[0].Says,
            statusCode: status,
            extensions: new Dictionary<string, object?> { ["faults"] = faults }
        );

    public static ProblemHttpResult Missing() => TypedResults.Problem(Say(PhraseKeys.Problem.Missing), statusCode: 404);

    public static ProblemHttpResult Forbidden() => TypedResults.Problem(Say(PhraseKeys.Problem.Role), statusCode: 403);

    public static string Say(string key) => Say(Phrase.Of(key));

    public static string Say(Phrase phrase) => Phrasebook.English.Say(phrase);
}
