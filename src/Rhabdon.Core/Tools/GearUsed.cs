using System.Globalization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tools;

/// <summary>A tool or lot that an act was done with.</summary>
/// <param name="Gear">Its kind, so that the event tells it by itself.</param>
/// <param name="Id">Its stream.</param>
public sealed record GearUsed(string Gear, Guid Id)
{
    /// <summary>Most that one act is done with.</summary>
    public const int Most = 24;
}

/// <summary>That gear served a strand, and how often an act was done with it there.</summary>
/// <param name="Times">0 for the strands that shared one act with another, as the fibers of a ribbon share a cleave.</param>
/// <param name="Amount">Of a lot: what it used up, in its kind's unit; told once where several acts of the kind were done.</param>
public sealed record GearUse(Guid Gear, ActKind Does, int Times, decimal Amount = 0)
{
    /// <summary>What an act on a strand used.</summary>
    /// <param name="worked">The recipe as it is worked there.</param>
    public static IEnumerable<GearUse> Of(BenchEvent happened, Recipe worked, Guid strand)
    {
        if (happened.With is not { Count: > 0 } with)
        {
            yield break;
        }

        var steps = StepsOf(happened.Body, worked).ToList();
        var acts = steps.SelectMany(s => s.Acts ?? []).ToList();
        var isShared = IsShared(happened, worked, strand);
        foreach (var used in with)
        {
            if (GearKind.Of(used.Gear) is not { } kind)
            {
                continue;
            }

            var amount = isShared ? 0 : LotUse.Of(kind, happened.Body, steps, worked);
            foreach (var does in kind.Uses)
            {
                var times = acts.Count(a => a.Does == does);
                if (times > 0)
                {
                    yield return new GearUse(used.Id, does, isShared ? 0 : times, amount);
                    amount = 0;
                }
            }
        }
    }

    /// <summary>What served the last attempt on a strand, as far as its events tell.</summary>
    public static IReadOnlySet<Guid> ServedLast(FoldedTermination strand)
    {
        var last = strand.State.Attempts.Count == 0 ? null : strand.State.Attempts[^1];
        var steps = last?.Tries.SelectMany(t => t.Steps).Select(s => s.Event).ToHashSet() ?? [];
        return strand.Events.Where(e => steps.Contains(e.Id)).SelectMany(e => e.With ?? []).Select(w => w.Id).ToHashSet();
    }

    /// <summary>What of the gear in hand an act is done with, by the acts of its steps; a reading of a link is taken with what measures.</summary>
    /// <param name="inHand">In hand where it is done.</param>
    /// <param name="connector">The strand's: a lot for another type has no part in it. Null where that does not matter.</param>
    /// <returns>Null for nothing.</returns>
    public static IReadOnlyList<GearUsed>? Chosen(EventBody body, Recipe? worked, IReadOnlyList<GearInHand> inHand, ConnectorType? connector = null)
    {
        var steps = worked is null ? [] : StepsOf(body, worked).ToList();
        var isReading = body is LossRead or ReflectanceRead or ReferenceTaken or ReferenceChecked;
        var used = inHand
            .Where(g =>
                GearKind.Of(g.Gear) is { } kind
                && g.IsFor(kind, connector)
                && ((isReading && kind.Measures) || steps.Exists(s => kind.IsUsedAt(s) && (!kind.BySetting || g.IsFor(s))))
            )
            .ToList();
        return used.Count == 0 ? null : [.. used.Take(GearUsed.Most).Select(g => new GearUsed(g.Gear, g.Id))];
    }

    /// <summary>The act was done once for several strands and is counted at another one.</summary>
    internal static bool IsShared(BenchEvent happened, Recipe worked, Guid strand) => worked.Together is not null && happened.About.Min(s => s.Id) != strand;

    /// <summary>The steps that an event says were done, or begun: those of its card.</summary>
    internal static IEnumerable<Step> StepsOf(EventBody body, Recipe worked)
    {
        var (from, to) = body switch
        {
            StepDone done => (worked.IndexOf(done.From ?? done.Step), worked.IndexOf(done.Step)),
            // The step itself is told once its time is over.
            ClockStarted { From: { } first } started => (worked.IndexOf(first), worked.IndexOf(started.Step) - 1),
            _ => (0, -1),
        };
        return from < 0 || to < from ? [] : worked.Steps.Skip(from).Take(to - from + 1);
    }
}

/// <summary>Gear that a person has in hand at work.</summary>
/// <param name="Setting">As it is set, where that tells it from others of its kind: a film's grit in micrometers.</param>
public sealed record GearInHand(string Gear, Guid Id, string? Setting = null)
{
    /// <summary>
    /// What is in hand once a tool or lot is taken up: it takes the place of another of its kind, or, where several tell themselves apart by their setting,
    /// of one with the same.
    /// </summary>
    public static IReadOnlyList<GearInHand> With(IReadOnlyList<GearInHand> inHand, Guid id, GearCard card) =>
        [
            .. Without(inHand, id).Where(g => g.Gear != card.Gear || (IsToldBySetting(card.Gear) && g.Setting != card.Setting)),
            new GearInHand(card.Gear, id, card.Setting),
        ];

    /// <summary>What is in hand once a tool or lot is put down.</summary>
    public static IReadOnlyList<GearInHand> Without(IReadOnlyList<GearInHand> inHand, Guid id) => [.. inHand.Where(g => g.Id != id)];

    private static bool IsToldBySetting(string gear) => GearKind.Of(gear) is { } kind && (kind.BySetting || kind.Stock?.IsByConnector == true);

    // A lot that does not say its type is taken at the hand's word.
    internal bool IsFor(GearKind kind, ConnectorType? connector) =>
        kind.Stock?.IsByConnector != true || connector is null || Setting is null || Setting == connector.Value.ToString();

    internal bool IsFor(Step step) =>
        step.Film is { } grit && decimal.TryParse(Setting, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var own) && own == grit;
}
