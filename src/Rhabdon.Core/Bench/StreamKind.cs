using System.Text.Json.Serialization;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Bench;

/// <summary>
/// What a stream of events is about. To add a kind: its line here and in <see cref="StreamKinds"/>, its fold, and its projection in the store.
/// </summary>
[JsonConverter(typeof(EnumNames<StreamKind>))]
public enum StreamKind
{
    /// <summary>One end of one strand.</summary>
    [JsonStringEnumMemberName("termination")]
    Termination,

    /// <summary>A person at work in one place.</summary>
    [JsonStringEnumMemberName("work-session")]
    WorkSession,

    /// <summary>A cable's end, or the module there: what is done once for all its strands.</summary>
    [JsonStringEnumMemberName("cable-end")]
    CableEnd,

    /// <summary>A strand with both its ends, or a chain of strands: what is measured.</summary>
    [JsonStringEnumMemberName("link")]
    Link,

    /// <summary>The power that losses are measured against.</summary>
    [JsonStringEnumMemberName("reference")]
    Reference,

    /// <summary>A tool, or a lot of what is used up.</summary>
    [JsonStringEnumMemberName("gear")]
    Gear,
}

public static class StreamKinds
{
    /// <summary>A stream of any kind, folded.</summary>
    /// <param name="events">In any order, each as often as it came.</param>
    public static FoldedStream Fold(StreamKind kind, Guid stream, IEnumerable<BenchEvent> events, RecipeBook book) =>
        kind switch
        {
            StreamKind.Termination => FoldedTermination.Of(stream, events, book),
            StreamKind.WorkSession => FoldedWorkSession.Of(stream, events),
            StreamKind.CableEnd => FoldedCableEnd.Of(stream, events),
            StreamKind.Link => FoldedLink.Of(stream, events),
            StreamKind.Reference => FoldedReference.Of(stream, events),
            StreamKind.Gear => FoldedGear.Of(stream, events),
            _ => throw new NotSupportedException(kind.ToString()),
        };
}

/// <summary>A stream that begins with an event, where others are there before it.</summary>
/// <param name="Job">That it belongs to; null for none.</param>
public sealed record StreamOpening(StreamKind Kind, Guid? Job);
