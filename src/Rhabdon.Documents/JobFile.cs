using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Documents;

/// <summary>
/// A whole job in one open file (docs/formats.md): its places, its cables, the recipes it was worked by, every event, and the record that follows from them.
/// Written in one order only, so that what was imported exports again byte for byte.
/// </summary>
/// <param name="FormatVersion">1.</param>
/// <param name="Crews">By name.</param>
/// <param name="People">Everyone who did something.</param>
/// <param name="Aside">What was sent about this job in another's name and could not be verified: it does not count.</param>
/// <param name="Connectors">What the events amount to. A reader may use it; an import checks that it follows from the events.</param>
public sealed record JobFile(
    int FormatVersion,
    FileJob Job,
    IReadOnlyList<string> Crews,
    IReadOnlyList<FilePerson> People,
    IReadOnlyList<FilePanel> Panels,
    IReadOnlyList<FileCable> Cables,
    IReadOnlyList<FileTermination> Terminations,
    IReadOnlyList<PublishedReworkLadder> Ladders,
    IReadOnlyList<PublishedRecipe> Recipes,
    IReadOnlyList<FileConnector> Connectors,
    IReadOnlyList<BenchEvent> Events,
    IReadOnlyList<FileAside>? Aside = null
)
{
    public const int CurrentFormat = 1;

    private static readonly JsonSerializerOptions Strict = new(FileJson.Default.Options)
    {
        TypeInfoResolver = FileJson.Default.WithAddedModifier(NoNulls.Refuse),
    };

    public static byte[] Write(JobFile file) => JsonSerializer.SerializeToUtf8Bytes(file, FileJson.Default.JobFile);

    /// <exception cref="JsonException">The bytes are no job file; the path names the place.</exception>
    public static JobFile Read(ReadOnlySpan<byte> bytes) =>
        JsonSerializer.Deserialize<JobFile>(bytes, Strict) ?? throw new JsonException("A job file holds a job, not null.");

    /// <summary>What the events of each termination amount to, in the terminations' order.</summary>
    /// <exception cref="KeyNotFoundException">A recipe or ladder that an event names is not in the book.</exception>
    public static IReadOnlyList<FileConnector> Connected(IEnumerable<FileTermination> terminations, IEnumerable<BenchEvent> events, RecipeBook book)
    {
        var streams = events.SelectMany(e => e.About, (e, s) => (s.Id, Event: e)).ToLookup(p => p.Id, p => p.Event);
        return [.. terminations.Select(t => FileConnector.Of(t, TerminationFold.Fold(t.Id, streams[t.Id], book)))];
    }
}

public sealed record FileJob(
    Guid Id,
    string Name,
    string Customer,
    string Site,
    string TimeZone,
    string LabelPattern,
    Rates? Rates = null,
    bool? ConfirmedOnly = null
);

public sealed record FilePerson(Guid Id, string Name);

public sealed record FilePanel(Guid Id, string Closet, string Name, int Ports);

public sealed record FileCable(Guid Id, string Name, string Build, string Grade, int Strands, Length Length);

/// <param name="Position">Within the port, from 1: duplex has 2, MPO 12.</param>
public sealed record FileTermination(Guid Id, Guid Cable, int Strand, CableEnd End, Guid Panel, int Port, int Position, string Label);

/// <summary>An event that could not be verified, kept aside.</summary>
/// <param name="Actor">Whose name it bears; nobody may have it.</param>
/// <param name="Reason">In words.</param>
/// <param name="Content">The event as it came, as text.</param>
public sealed record FileAside(
    Guid Event,
    Guid Actor,
    Guid SentBy,
    DateTimeOffset SentAt,
    string Reason,
    string Content,
    IReadOnlyList<Guid> Terminations,
    string? Signature = null
);

/// <summary>One connector's record: type, polish, fiber mode, how it was verified, and every attempt.</summary>
public sealed record FileConnector(
    string Label,
    StrandPhase Phase,
    bool NeedsALook,
    Length FiberUsed,
    IReadOnlyList<AttemptRecord> Attempts,
    ConnectorType? Connector = null,
    Polish? Polish = null,
    FiberGrade? Grade = null,
    FiberMode? Mode = null,
    RecipeRef? Recipe = null
)
{
    public static FileConnector Of(FileTermination termination, TerminationState state) =>
        new(
            termination.Label,
            state.Phase,
            state.NeedsALook,
            state.FiberUsed,
            state.Attempts,
            state.Plan?.Connector,
            state.Plan?.Polish,
            state.Plan?.Grade,
            state.Plan?.Grade.Mode(),
            state.Recipe
        );
}

[JsonSourceGenerationOptions(
    JsonSerializerDefaults.Web,
    WriteIndented = true,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    NumberHandling = JsonNumberHandling.Strict
)]
[JsonSerializable(typeof(JobFile))]
internal sealed partial class FileJson : JsonSerializerContext;
