using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Recipes;

/// <summary>
/// How a connector family goes onto a cable build: the one description from which plan, drawing, bench, verdicts and fiber left are computed.
/// Its version is given when it is published, not written in it.
/// </summary>
/// <param name="FormatVersion">1.</param>
/// <param name="Id">Short and lasting: <c>M4</c>.</param>
/// <param name="Family">Neutral family name: <c>wedge-lock</c>.</param>
/// <param name="Cuts">In working order.</param>
/// <param name="Cleave">Null for connectors polished in the field.</param>
/// <param name="Steps">In working order; the last one done means accepted.</param>
/// <param name="Marks">Marks that cut nothing.</param>
/// <param name="Choices">Where installers disagree.</param>
/// <param name="Polishing">The polishing sequences that a file leaves to others; written into the steps when it is published.</param>
public sealed record Recipe(
    int FormatVersion,
    string Id,
    string Family,
    Wording Title,
    Serves Serves,
    IReadOnlyList<Part> Parts,
    IReadOnlyList<Cut> Cuts,
    ConnectorBody Body,
    LadderRef Ladder,
    IReadOnlyList<Stage> Stages,
    IReadOnlyList<Step> Steps,
    Timing Timing,
    Cleave? Cleave = null,
    IReadOnlyList<ReferenceMark>? Marks = null,
    IReadOnlyList<PracticeChoice>? Choices = null,
    PolishingRef? Polishing = null)
{
    public const int CurrentFormat = 1;

    /// <summary>Cuts and marks whose length must still be taken from the maker's sheet; until there are none there is no strip plan, and no work.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> FromTheSheet =>
        [.. Cuts.Where(c => c.Length is null).Select(c => c.Id), .. (Marks ?? []).Where(m => m.Length is null).Select(m => m.Id)];

    /// <summary>The recipe as it is worked on one cable build in one school: only what belongs to it.</summary>
    public Recipe For(CableBuild build, School school)
    {
        var steps = Steps.Where(s => Belongs(s.When)).ToList();
        return this with
        {
            Parts = [.. Parts.Where(p => Belongs(p.Condition))],
            Cuts = [.. Cuts.Where(c => Belongs(c.When))],
            Marks = Marks is null ? null : [.. Marks.Where(m => Belongs(m.When))],
            Steps = steps,
            Stages = [.. Stages.Where(stage => steps.Exists(s => s.Stage == stage.Id))],
        };

        bool Belongs(Condition? when) => when?.Holds(build, school, this) != false;
    }

    /// <summary>Index of a step by its id, or -1.</summary>
    public int IndexOf(string step)
    {
        for (var index = 0; index < Steps.Count; index++)
        {
            if (Steps[index].Id == step)
            {
                return index;
            }
        }

        return -1;
    }
}

/// <summary>What a recipe may be used on.</summary>
public sealed record Serves(
    IReadOnlyList<ConnectorType> Connectors,
    IReadOnlyList<Polish> Polishes,
    IReadOnlyList<FiberMode> Modes,
    IReadOnlyList<CableBuild> Builds,
    string Method);

/// <summary>A part that goes onto the cable, in order of threading, and when.</summary>
public sealed record Part(string Id, Wording Title, string When, Condition? Condition = null);

/// <summary>A stage of the work, as the tray and the stage bar name it.</summary>
public sealed record Stage(string Id, Wording Title);

/// <summary>Planning figures of one termination; medians. Seconds.</summary>
public sealed record Timing(int HandsOnSeconds, int UnattendedSeconds);

/// <summary>The assembled connector to scale: how far it reaches past the tip, and back from the buffer's edge.</summary>
public sealed record ConnectorBody(Length FrontOfTip, Length BackOfBufferEdge);

/// <summary>A published recipe: which, and in which version (from 1).</summary>
public sealed record RecipeRef(string Id, int Version)
{
    public override string ToString() => $"{Id} v{Version}";
}

/// <summary>A ladder and its version; version 0 in a file that has not been published yet.</summary>
public sealed record LadderRef(string Id, int Version);

/// <summary>Who compared a recipe with the maker's sheet, when, and which issue of the sheet.</summary>
public sealed record Confirmation(Guid Person, DateTimeOffset At, string SheetIssue);

/// <summary>A recipe as published: its version never changes once anyone has used it.</summary>
public sealed record PublishedRecipe(RecipeRef Ref, Recipe Recipe, Confirmation? Confirmation = null);

/// <summary>A ladder as published.</summary>
public sealed record PublishedLadder(LadderRef Ref, Ladder Ladder);
