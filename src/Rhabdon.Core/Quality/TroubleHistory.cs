using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Quality;

/// <summary>An attempt that is over, as the record has it.</summary>
/// <param name="Gear">That served it.</param>
public sealed record AttemptOnRecord(DateTimeOffset At, Guid Actor, string Method, bool IsTrouble, IReadOnlyList<Guid> Gear);

/// <summary>Makes the attempts that <see cref="TroubleWatch"/> takes of a crew's record.</summary>
public static class TroubleHistory
{
    // A method's own share counts as much as the usual one once it has so many attempts: a small record of nothing but trouble must not pass for usual.
    private const int UsualCounts = 200;

    /// <param name="record">In the order in which they ended.</param>
    /// <param name="gear">All tools and lots that served them; others are not suspected.</param>
    public static IReadOnlyList<WatchedAttempt> Of(IReadOnlyList<AttemptOnRecord> record, IEnumerable<FoldedGear> gear)
    {
        var known = gear.Where(g => g.State.Card is not null).ToDictionary(g => g.Id);
        var usual = record
            .GroupBy(a => a.Method)
            .ToDictionary(g => g.Key, g => (g.Count(a => a.IsTrouble) + (UsualCounts * TroubleWatch.Usual)) / (g.Count() + UsualCounts));
        return
        [
            .. record.Select(a => new WatchedAttempt(
                a.At,
                a.IsTrouble,
                [new Suspect(SuspectKind.Hand, a.Actor), .. a.Gear.Where(known.ContainsKey).Select(id => known[id]).SelectMany(g => SuspectsOf(g, a.At))],
                usual[a.Method]
            )),
        ];
    }

    /// <summary>What of gear may be at fault at a moment: of what is turned or renewed, that part as it stood then.</summary>
    public static IEnumerable<Suspect> SuspectsOf(FoldedGear gear, DateTimeOffset at)
    {
        var kind = GearKind.Of(gear.State.Card!.Gear)!;
        if (kind.Sort == GearSort.Lot)
        {
            yield return new Suspect(SuspectKind.Lot, gear.Id);
            yield break;
        }

        if (kind.Counters is { Count: > 0 } counters)
        {
            yield return new Suspect(SuspectKind.Blade, gear.Id, 1 + gear.RenewalsOf(counters[0].Id).Count(r => r <= at));
        }
        else
        {
            yield return new Suspect(SuspectKind.Tool, gear.Id);
        }
    }
}
