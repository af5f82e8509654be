using System.Text.Json;
using System.Text.Json.Nodes;

namespace Rhabdon.Core.Bench;

/// <summary>What a store knows of an event beside its text.</summary>
public sealed record EventEnvelope(Guid Id, Guid Device, long Sequence, HybridTime Clock, Guid Actor);

/// <summary>Events as text: written in one form only, and read so that one that cannot be read takes nothing else with it.</summary>
public static class EventText
{
    /// <summary>The text that is stored, compared and signed: what the tablet made, without what was noted about it since.</summary>
    public static string Canonical(BenchEvent happened) =>
        JsonSerializer.Serialize(
            happened.Signature is null && happened.Receipt is null ? happened : happened with { Signature = null, Receipt = null },
            CoreJson.Default.BenchEvent
        );

    /// <summary>Why the event's own text would not read back as the same event; null when it does.</summary>
    public static string? Fault(string canonical)
    {
        try
        {
            var again = JsonSerializer.Deserialize(canonical, CoreJson.Default.BenchEvent)!;
            return Canonical(again) == canonical ? null : "it reads back as another event";
        }
        catch (Exception fault) when (IsUnreadable(fault))
        {
            return fault.Message;
        }
    }

    /// <summary>A stored event; never an exception. One that cannot be read has <see cref="Unreadable"/> for its body.</summary>
    public static BenchEvent Read(string content, EventEnvelope envelope, string? receipt = null, string? signature = null)
    {
        BenchEvent happened;
        try
        {
            happened = JsonSerializer.Deserialize(content, CoreJson.Default.BenchEvent) ?? throw new JsonException("null");
            happened = happened.Body is Unreadable { Content: var inner } && inner != content ? Read(inner, envelope) : happened;
        }
        catch (Exception fault) when (IsUnreadable(fault))
        {
            happened = Kept(content, fault.Message, envelope);
        }

        return receipt is null && signature is null ? happened : happened with { Receipt = ReadReceipt(receipt), Signature = signature };
    }

    public static string? WriteReceipt(Receipt? receipt) => receipt is null ? null : JsonSerializer.Serialize(receipt, CoreJson.Default.Receipt);

    private static Receipt? ReadReceipt(string? text)
    {
        try
        {
            return text is null ? null : JsonSerializer.Deserialize(text, CoreJson.Default.Receipt);
        }
        catch (Exception fault) when (IsUnreadable(fault))
        {
            return null;
        }
    }

    private static bool IsUnreadable(Exception fault) =>
        fault is JsonException or NotSupportedException or ArgumentException or InvalidOperationException or FormatException or OverflowException;

    private static BenchEvent Kept(string content, string why, EventEnvelope envelope) =>
        new(
            envelope.Id,
            envelope.Device,
            envelope.Sequence,
            envelope.Clock,
            DateTimeOffset.FromUnixTimeMilliseconds(Math.Clamp(envelope.Clock.Milliseconds, 0, 253_402_300_799_999)),
            envelope.Actor,
            "?",
            SubjectsIn(content),
            new Unreadable(content, why)
        );

    // As far as they can be made out.
    private static IReadOnlyList<Subject> SubjectsIn(string content)
    {
        try
        {
            return
            [
                .. (JsonNode.Parse(content) is var told && told!["subjects"] is { } subjects ? subjects : told!["strands"]!)
                    .AsArray()
                    .Select(s => new Subject((s!["stream"] ?? s["termination"])!.GetValue<Guid>(), s["known"]!.GetValue<int>())),
            ];
        }
        catch (Exception fault) when (IsUnreadable(fault) || fault is NullReferenceException)
        {
            return [];
        }
    }
}
