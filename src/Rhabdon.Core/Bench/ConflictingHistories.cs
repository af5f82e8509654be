using System.Text.Json.Serialization;

namespace Rhabdon.Core.Bench;

/// <summary>
/// A strand that two tablets worked on without knowing of each other: what both knew, and each one's story since. The stories part at the earliest
/// entry that a later one's sender did not know.
/// </summary>
/// <param name="Other">The device whose story runs against the rest.</param>
public sealed record ConflictingHistories(IReadOnlyList<HistoryEntry> Common, IReadOnlyList<HistoryEntry> First, IReadOnlyList<HistoryEntry> Second, Guid Other)
{
    /// <summary>The two stories of a strand that needs a look; null when there is nothing to look at.</summary>
    public static ConflictingHistories? Of(TerminationState state)
    {
        if (!state.NeedsALook)
        {
            return null;
        }

        var live = state.History.Where(h => h.Effect is EntryEffect.Counts or EntryEffect.Conflict or EntryEffect.Retracted).ToList();
        var (parts, other) = Parting(state.Termination, state.History, live);
        var since = live[parts..];
        return new ConflictingHistories(
            live[..parts],
            [.. since.Where(h => h.Event.Device != other || h.Event.Body is Planned)],
            [.. since.Where(h => h.Event.Device == other && h.Event.Body is not Planned)],
            other
        );
    }

    /// <summary>The entries that do not count when one story is kept.</summary>
    public IReadOnlyList<Guid> SetAside(StoryKeep keep)
    {
        var aside = keep switch
        {
            StoryKeep.First => Second,
            StoryKeep.Second => First,
            _ => [.. First.Concat(Second).Where(h => h.Effect == EntryEffect.Conflict)],
        };
        return [.. aside.Where(h => h.Event.Body.MayBeSetAside()).Select(h => h.Event.Id)];
    }

    private static (int At, Guid Other) Parting(Guid termination, IReadOnlyList<HistoryEntry> history, List<HistoryEntry> live)
    {
        for (var index = 0; index < history.Count; index++)
        {
            var entry = history[index].Event;
            var unknown = index - (entry.KnownOf(termination) ?? index);
            if (unknown <= 0 || entry.Body is Planned)
            {
                continue;
            }

            var strangers = history.Take(index).Where(h => h.Event.Device != entry.Device && h.Event.Body is not Planned).TakeLast(unknown).ToList();
            if (strangers.Count > 0 && live.FindIndex(h => h.Event.Order >= strangers[0].Event.Order) is >= 0 and var parts)
            {
                return (parts, entry.Device);
            }
        }

        var conflict = live.FindIndex(h => h.Effect == EntryEffect.Conflict);
        return (conflict, live[conflict].Event.Device);
    }
}

/// <summary>Which story a lead keeps.</summary>
[JsonConverter(typeof(EnumNames<StoryKeep>))]
public enum StoryKeep
{
    [JsonStringEnumMemberName("first")]
    First,

    [JsonStringEnumMemberName("second")]
    Second,

    /// <summary>Both happened: only what does not fit is set aside.</summary>
    [JsonStringEnumMemberName("what-fits")]
    WhatFits,
}
