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
/// <param name="Joint">Where glass meets glass inside the connector; null where it does not.</param>
/// <param name="Consumes">What is used up, of which a job's kit is made.</param>
/// <param name="Capacities">What only so many go into at once.</param>
/// <param name="Together">Strands that are worked as one, as the twelve of a ribbon; null for one by one.</param>
/// <param name="Kit">What is laid out for one connector, and what its bag holds that is set aside; null in recipes from before there were kits.</param>
/// <param name="Caps">The caps on the connector as it comes; null in recipes from before caps were told, which are not judged by them.</param>
/// <param name="Things">Things of this family that its steps and its ladder may speak of: see <see cref="FamilyWords"/>. Null for any.</param>
/// <param name="EndWork">Its steps that are once a cable end are the end's own work; null where each strand does them.</param>
public sealed record Recipe(
    int FormatVersion,
    string Id,
    string Family,
    Wording Title,
    Serviceability Serves,
    IReadOnlyList<Part> Parts,
    IReadOnlyList<Cut> Cuts,
    ConnectorBody Body,
    ReworkLadderRef Ladder,
    IReadOnlyList<Stage> Stages,
    IReadOnlyList<Step> Steps,
    Timing Timing,
    Cleave? Cleave = null,
    IReadOnlyList<ReferenceMark>? Marks = null,
    IReadOnlyList<TechniqueOption>? Choices = null,
    PolishingRef? Polishing = null,
    Joint? Joint = null,
    IReadOnlyList<Consumption>? Consumes = null,
    IReadOnlyList<Capacity>? Capacities = null,
    int? Together = null,
    IReadOnlyList<KitItem>? Kit = null,
    IReadOnlyList<Cap>? Caps = null,
    IReadOnlyList<string>? Things = null,
    EndWork? EndWork = null
)
{
    public const int CurrentFormat = 1;

    /// <summary>
    /// Its work ends in a splice to a pigtail or another fiber, which a link's budget counts. The splice inside a splice-on connector is the connector's.
    /// </summary>
    [JsonIgnore]
    public bool IsSplice => Serves.Method is "pigtail-fusion" or "mechanical-splice" or "ribbon-fusion";

    /// <summary>Cuts and marks whose length must still be taken from the maker's sheet; until there are none there is no strip plan, and no work.</summary>
    [JsonIgnore]
    public IReadOnlyList<string> FromTheSheet =>
        [.. Cuts.Where(c => c.Length is null).Select(c => c.Id), .. (Marks ?? []).Where(m => m.Length is null).Select(m => m.Id)];

    /// <summary>The recipe as it is worked on one cable build in one technique: only what belongs to it.</summary>
    /// <param name="grade">Null while nobody knows what fiber it will be.</param>
    /// <param name="connector">Null while nobody knows which it will be.</param>
    /// <param name="positions">Fibers in its port; null while nobody knows.</param>
    public Recipe For(CableBuild build, Technique technique, FiberGrade? grade = null, ConnectorType? connector = null, int? positions = null)
    {
        var steps = Steps.Where(s => Belongs(s.When) && !(EndWork is not null && s.Once == Once.CableEnd)).Select(s => s with { Ask = Open(s.Ask) }).ToList();
        return this with
        {
            Parts = [.. Parts.Where(p => Belongs(p.Condition))],
            Cuts = [.. Cuts.Where(c => Belongs(c.When))],
            Marks = Marks is null ? null : [.. Marks.Where(m => Belongs(m.When))],
            Steps = steps,
            Kit = Kit is null ? null : [.. Kit.Where(k => Belongs(k.When))],
            Stages = [.. Stages.Where(stage => steps.Exists(s => s.Stage == stage.Id))],
        };

        bool Belongs(Condition? when) => when?.Holds(build, technique, this, grade, connector, positions) != false;

        Ask? Open(Ask? ask) => ask is null || ask.Choices.All(c => c.When is null) ? ask : ask with { Choices = [.. ask.Choices.Where(c => Belongs(c.When))] };
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
public sealed record Serviceability(
    IReadOnlyList<ConnectorType> Connectors,
    IReadOnlyList<Polish> Polishes,
    IReadOnlyList<FiberMode> Modes,
    IReadOnlyList<CableBuild> Builds,
    string Method
);

/// <summary>A part that goes onto the cable, in order of threading.</summary>
/// <param name="When">The moment it goes on: <c>first</c>, or the id of the step at which it does.</param>
/// <param name="Condition">Null for always.</param>
public sealed record Part(string Id, Wording Title, string When, Condition? Condition = null);

/// <summary>A thing laid out before the work: a part out of the bag, a tool and how it is set, a film, what is used up.</summary>
/// <param name="Count">For one connector; 1 for a tool, and for a supply that serves many, as a bottle does.</param>
/// <param name="Among">How many connectors share it, as two a duplex clip; null for one alone.</param>
/// <param name="Setting">How it is set or which of its sides is used: a notch, a die, a dial; null where there is nothing to set.</param>
/// <param name="Shape">What it looks like, for its picture; null in recipes from before kits had pictures.</param>
/// <param name="Bore">For a thing that takes the cable: how wide.</param>
/// <param name="Length">For a thing that is known by its length.</param>
/// <param name="NeededFor">The act that cannot be done without it: a missing thing stops only the steps that do this; null where the work needs it at no one
/// act.</param>
/// <param name="IsSetAside">It is in the bag and not for this work: laid aside, so that nobody looks for its place later.</param>
/// <param name="When">Null for always.</param>
public sealed record KitItem(
    Wording Title,
    KitKind Kind,
    int Count = 1,
    Wording? Setting = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsSetAside = false,
    Condition? When = null,
    KitShape? Shape = null,
    Length? Bore = null,
    Length? Length = null,
    Act? NeededFor = null,
    int? Among = null
)
{
    /// <summary>True when the step cannot be done without it.</summary>
    public bool IsNeededAt(Step step) => NeededFor is { } act && step.Acts?.Any(a => a.Does == act.Does && (act.Of is null || a.Of == act.Of)) == true;
}

/// <summary>What a thing of the kit looks like.</summary>
[JsonConverter(typeof(EnumNames<KitShape>))]
public enum KitShape
{
    [JsonStringEnumMemberName("assembly")]
    Assembly,

    [JsonStringEnumMemberName("boot")]
    Boot,

    [JsonStringEnumMemberName("bin")]
    Bin,

    [JsonStringEnumMemberName("bottle")]
    Bottle,

    [JsonStringEnumMemberName("cable")]
    Cable,

    [JsonStringEnumMemberName("cap")]
    Cap,

    [JsonStringEnumMemberName("cleaver")]
    Cleaver,

    [JsonStringEnumMemberName("clip")]
    Clip,

    [JsonStringEnumMemberName("connector")]
    Connector,

    [JsonStringEnumMemberName("crimp")]
    Crimp,

    [JsonStringEnumMemberName("film")]
    Film,

    [JsonStringEnumMemberName("heat")]
    Heat,

    [JsonStringEnumMemberName("holder")]
    Holder,

    [JsonStringEnumMemberName("housing")]
    Housing,

    [JsonStringEnumMemberName("lens")]
    Lens,

    [JsonStringEnumMemberName("light")]
    Light,

    [JsonStringEnumMemberName("marker")]
    Marker,

    [JsonStringEnumMemberName("module")]
    Module,

    [JsonStringEnumMemberName("pick")]
    Pick,

    [JsonStringEnumMemberName("pigtail")]
    Pigtail,

    [JsonStringEnumMemberName("puck")]
    Puck,

    [JsonStringEnumMemberName("ring")]
    Ring,

    [JsonStringEnumMemberName("scribe")]
    Scribe,

    [JsonStringEnumMemberName("shears")]
    Shears,

    [JsonStringEnumMemberName("sleeve")]
    Sleeve,

    [JsonStringEnumMemberName("splicer")]
    Splicer,

    [JsonStringEnumMemberName("stripper")]
    Stripper,

    [JsonStringEnumMemberName("syringe")]
    Syringe,

    [JsonStringEnumMemberName("template")]
    Template,

    [JsonStringEnumMemberName("tray")]
    Tray,

    [JsonStringEnumMemberName("tube")]
    Tube,

    [JsonStringEnumMemberName("wipe")]
    Wipe,
}

[JsonConverter(typeof(EnumNames<KitKind>))]
public enum KitKind
{
    [JsonStringEnumMemberName("part")]
    Part,

    [JsonStringEnumMemberName("tool")]
    Tool,

    [JsonStringEnumMemberName("film")]
    Film,

    [JsonStringEnumMemberName("supply")]
    Supply,
}

/// <summary>A dust cap: over the ferrule's face, or over the hole where the fiber goes in.</summary>
[JsonConverter(typeof(EnumNames<Cap>))]
public enum Cap
{
    [JsonStringEnumMemberName("front")]
    Front,

    [JsonStringEnumMemberName("rear")]
    Rear,
}

/// <summary>A stage of the work, as the queue and the stage bar name it.</summary>
public sealed record Stage(string Id, Wording Title);

/// <summary>Planning figures of one termination; medians. Seconds.</summary>
public sealed record Timing(int HandsOnSeconds, int UnattendedSeconds);

/// <summary>What terminations use up.</summary>
/// <param name="Consumable">Named in the catalog: <c>wipe</c>, <c>alcohol</c>, <c>film-set</c>, ...</param>
/// <param name="Amount">Above zero, in <paramref name="Unit"/>.</param>
/// <param name="Unit"><c>piece</c>, <c>ml</c>, <c>g</c> or <c>use</c>.</param>
/// <param name="Every">For how many terminations that lasts; 1 or more.</param>
public sealed record Consumption(string Consumable, decimal Amount, string Unit, int Every = 1);

/// <summary>How many go in at once: an oven's places, a ribbon's fibers.</summary>
/// <param name="Of">Named in the catalog: <c>oven</c>, <c>heater</c>, <c>module-ribbons</c>.</param>
public sealed record Capacity(string Of, int Places);

/// <summary>The assembled connector to scale: how far it reaches past the tip, and back from the buffer's edge.</summary>
public sealed record ConnectorBody(Length FrontOfTip, Length BackOfBufferEdge);

/// <summary>A published recipe: which, and in which version (from 1).</summary>
public sealed record RecipeRef(string Id, int Version)
{
    public override string ToString() => $"{Id} v{Version}";
}

/// <summary>A ladder and its version; version 0 in a file that has not been published yet.</summary>
public sealed record ReworkLadderRef(string Id, int Version);

/// <summary>Who compared a recipe with the maker's sheet, when, and which issue of the sheet.</summary>
public sealed record Confirmation(Guid Person, DateTimeOffset At, string SheetIssue);

/// <summary>A recipe as published: its version never changes once anyone has used it.</summary>
public sealed record PublishedRecipe(RecipeRef Ref, Recipe Recipe, Confirmation? Confirmation = null);

/// <summary>A ladder as published.</summary>
public sealed record PublishedReworkLadder(ReworkLadderRef Ref, ReworkLadder Ladder);
