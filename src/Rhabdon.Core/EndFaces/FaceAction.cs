using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.EndFaces;

/// <summary>What a face's ladder was asked to know: how the connector is made, and what was tried on it in this attempt.</summary>
/// <param name="IsBeforeLastFilm">True while a finer film is still to come.</param>
public sealed record FaceHistory(ReworkLadder Ladder, IReadOnlyList<FaceTry> Tries, bool IsBeforeLastFilm = false)
{
    private const string Polished = "-polished";

    /// <summary>Methods whose faces are polished in the field, by the names that they are asked for.</summary>
    public static IReadOnlyList<string> Methods => [.. ByMethod.Keys];

    /// <summary>The ladder of a method, or null for one that polishes nothing.</summary>
    public static ReworkLadder? LadderOf(string method) => ByMethod.GetValueOrDefault(method);

    // Those that know what to do about a face.
    private static SortedDictionary<string, ReworkLadder> ByMethod { get; } =
        new(
            StarterRecipes
                .Ladders()
                .Where(l => l.Find(FaceSymptom.ChipCore) is not null)
                .ToDictionary(l => l.Id.Replace(Polished, string.Empty, StringComparison.Ordinal)),
            StringComparer.Ordinal
        );
}

/// <summary>One fix that was made: for which sign of trouble, and which of its ladder's actions.</summary>
public sealed record FaceTry(string Sign, string Action);

/// <summary>The one thing to do next about a face.</summary>
/// <param name="Sign">Of trouble; null when there is none, or none can be told.</param>
/// <param name="Action">Of the ladder; or <c>accept</c>, <c>go-on</c> to the next film, <c>look-again</c> when the picture cannot be graded.</param>
/// <param name="Minutes">That it usually takes.</param>
/// <param name="NewConnector">True when a connector is spent.</param>
public sealed record FaceAction(string? Sign, string Action, string Says, string? Why, decimal Minutes, bool NewConnector)
{
    /// <summary>
    /// The cheapest action of the method's ladder that its limit still allows. Before the last film fine scratches are what the film leaves (common practice).
    /// </summary>
    public static FaceAction Propose(FaceGrading grade, FaceLimits profile, FaceHistory history, Phrasebook book, string language)
    {
        if (grade.Verdict == FaceVerdict.CannotGrade)
        {
            return Plain("look-again", "again");
        }

        var sign = FaceSymptom.Of(profile, grade.Findings);
        return sign is null ? Plain("accept", "accept")
            : sign == FaceSymptom.FineScratches && history.IsBeforeLastFilm ? Plain("go-on", "go-on", "go-on-why") with { Sign = sign }
            : Of(history.Ladder.Find(sign)!, history.Tries, language);

        FaceAction Plain(string action, string says, string? why = null) =>
            new(null, action, book.Say(Phrase.Of($"face.do.{says}")), why is null ? null : book.Say(Phrase.Of($"face.do.{why}")), 0, false);
    }

    // When every action is spent, the last one, which hands it on, stands.
    private static FaceAction Of(Symptom sign, IReadOnlyList<FaceTry> tries, string language)
    {
        var action = sign.Proposed(r => tries.Count(t => t.Sign == sign.Id && t.Action == r.Id) < r.Limit) ?? sign.Actions[^1];
        return new FaceAction(sign.Id, action.Id, action.Title.In(language), action.Why.In(language), action.Minutes, action.NewConnector);
    }
}
