using System.Text.Json.Serialization;

namespace Rhabdon.Core.Recipes;

/// <summary>The ladder of rework: for each sign of trouble what to do first, then next, and when to stop.</summary>
public sealed record ReworkLadder(int FormatVersion, string Id, IReadOnlyList<Symptom> Signs)
{
    public Symptom? Find(string sign) => Signs.FirstOrDefault(s => s.Id == sign);
}

/// <summary>A sign of trouble.</summary>
/// <param name="ReportableFrom">First step at which an installer may report it by hand; null when only a reading raises it.</param>
/// <param name="ReportableTo">Last such step.</param>
public sealed record Symptom(
    string Id,
    Wording Title,
    [property: JsonPropertyName("rungs")] IReadOnlyList<CorrectiveAction> Actions,
    string? ReportableFrom = null,
    string? ReportableTo = null
)
{
    /// <summary>The first action that is still open, cheapest first; going on in doubt is never proposed. Null when none is.</summary>
    public CorrectiveAction? Proposed(Func<CorrectiveAction, bool> isOpen) => Actions.FirstOrDefault(r => r.Effect != ActionEffect.Accept && isOpen(r));
}

/// <summary>One action of a ladder, cheapest first.</summary>
/// <param name="Limit">How often it may be done within its scope.</param>
/// <param name="PerStrand">True when the limit holds over all attempts, not within one.</param>
/// <param name="WhileReading">Proposed only while the reading that raised the sign was this choice.</param>
/// <param name="ReturnsTo">The step the work goes on from; null when the work ends here.</param>
/// <param name="ReturnsElse">Where the work does not have that step, as on a cable build that needs none; null where every work has it.</param>
/// <param name="ReturnsToFilm">In place of <paramref name="ReturnsTo"/>, for polished connectors.</param>
/// <param name="Heading">What to do at that step, in place of its usual title; null to keep it.</param>
/// <param name="Uses">Fiber used up.</param>
/// <param name="Minutes">Median time it costs.</param>
/// <param name="NewConnector">A connector is spent.</param>
/// <param name="Why">Why this, and what it tells.</param>
public sealed record CorrectiveAction(
    string Id,
    Wording Title,
    ActionEffect Effect,
    int Limit,
    bool PerStrand,
    FiberUse Uses,
    decimal Minutes,
    bool NewConnector,
    Wording Why,
    string? WhileReading = null,
    string? ReturnsTo = null,
    Wording? Heading = null,
    FilmReturn? ReturnsToFilm = null,
    string? ReturnsElse = null
)
{
    /// <summary>Index of the step that the work goes on from, in the recipe as it is worked; -1 when it has none there.</summary>
    /// <param name="troubled">Index of the step at which the trouble was met.</param>
    public int TargetIn(Recipe recipe, int troubled)
    {
        if (ReturnsToFilm is not { } film)
        {
            return ReturnsTo is null ? -1
                : recipe.IndexOf(ReturnsTo) is >= 0 and var at ? at
                : ReturnsElse is null ? -1
                : recipe.IndexOf(ReturnsElse);
        }

        var films = Enumerable.Range(0, recipe.Steps.Count).Where(i => recipe.Steps[i].Film is not null).ToList();
        var used = films.FindLastIndex(i => i <= troubled);
        return films.Count == 0 ? -1
            : film == FilmReturn.Last ? films[^1]
            : films[Math.Max(0, film == FilmReturn.Back ? used - 1 : used)];
    }
}

/// <summary>Back to a polishing film, wherever the crew's sequence has it.</summary>
[JsonConverter(typeof(EnumNames<FilmReturn>))]
public enum FilmReturn
{
    /// <summary>The film just used.</summary>
    [JsonStringEnumMemberName("same")]
    Same,

    /// <summary>The film before it; the first stays the first.</summary>
    [JsonStringEnumMemberName("back")]
    Back,

    /// <summary>The last and finest film.</summary>
    [JsonStringEnumMemberName("last")]
    Last,
}

[JsonConverter(typeof(EnumNames<ActionEffect>))]
public enum ActionEffect
{
    /// <summary>A further try within the attempt.</summary>
    [JsonStringEnumMemberName("try")]
    Try,

    /// <summary>Cut off: a new attempt with a new connector.</summary>
    [JsonStringEnumMemberName("attempt")]
    Attempt,

    /// <summary>Go on as it is, doubtful; a reason is wanted.</summary>
    [JsonStringEnumMemberName("accept")]
    Accept,

    /// <summary>Stop work on this end and hand it on.</summary>
    [JsonStringEnumMemberName("stop")]
    Stop,
}

/// <summary>How much fiber an action uses up; the amounts are computed from the recipe.</summary>
[JsonConverter(typeof(EnumNames<FiberUse>))]
public enum FiberUse
{
    [JsonStringEnumMemberName("none")]
    None,

    /// <summary>A new strip of the cleave length and what the cleaver must hold.</summary>
    [JsonStringEnumMemberName("re-cleave")]
    Recleave,

    /// <summary>The whole strip again, the connector kept.</summary>
    [JsonStringEnumMemberName("strip-again")]
    StripAgain,

    /// <summary>The part inside the connector and a whole new strip.</summary>
    [JsonStringEnumMemberName("cut-off")]
    CutOff,
}
