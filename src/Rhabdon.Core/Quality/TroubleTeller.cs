using Rhabdon.Core.Phrases;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core.Quality;

/// <summary>What is to be told of trouble that is more frequent than usual.</summary>
/// <param name="Gear">Of each tool or lot that is likely at fault and was not seen to since.</param>
/// <param name="Own">Of the hand of whoever asks; null where it has no more trouble than usual.</param>
/// <param name="Training">That somebody's hand has, without a name; null where nobody's has.</param>
public sealed record TroubleTold(IReadOnlyDictionary<Guid, string> Gear, string? Own, string? Training);

/// <summary>
/// Tells the alarms of a crew's record: those of a tool or lot to everybody, that of a hand to its person alone. Nobody is ranked, and what was turned,
/// renewed, set aside
/// or is gone since is not told again.
/// </summary>
public sealed class TroubleTeller(Phrasebook words)
{
    /// <param name="record">Attempts in the order in which they ended.</param>
    /// <param name="gear">The crew's.</param>
    /// <param name="person">Who asks.</param>
    public TroubleTold Tell(IReadOnlyList<AttemptOnRecord> record, IReadOnlyList<FoldedGear> gear, Guid person)
    {
        var byId = gear.Where(g => g.State.Card is not null).ToDictionary(g => g.Id);
        var alarms = TroubleWatch.Over(TroubleHistory.Of(record, gear)).ToList();
        var told = new Dictionary<Guid, string>();
        foreach (var alarm in alarms)
        {
            foreach (var suspect in alarm.Suspects.Where(s => s.Kind != SuspectKind.Hand && byId.TryGetValue(s.Id, out var of) && IsStillSo(of, s, alarm.At)))
            {
                told[suspect.Id] = Says(alarm, suspect, byId);
            }
        }

        // A hand is named only where nothing else explains the same attempts: a blade is turned before anybody is sent to train.
        var hands = alarms.Where(a => a.Suspects is [{ Kind: SuspectKind.Hand }]).ToList();
        return new TroubleTold(
            told,
            hands.FindLast(a => a.Suspects[0].Id == person) is { } own
                ? words.Say(Phrase.Of(PhraseKeys.Gear.AlarmOwn, ("troubles", $"{own.Troubles}"), ("of", $"{own.Of}")))
                : null,
            hands.Count > 0 ? words.Say(Phrase.Of(PhraseKeys.Gear.AlarmTraining)) : null
        );
    }

    private static bool IsStillSo(FoldedGear gear, Suspect suspect, DateTimeOffset at) =>
        gear.State is { Retired: null, Quarantine: null }
        && (suspect.Kind != SuspectKind.Blade || !gear.RenewalsOf(GearKind.Of(gear.State.Card!.Gear)!.Counters![0].Id).Any(r => r > at));

    private string Says(TroubleAlarm alarm, Suspect suspect, Dictionary<Guid, FoldedGear> gear)
    {
        var says = words.Say(Phrase.Of(PhraseKeys.Gear.Alarm, ("troubles", $"{alarm.Troubles}"), ("of", $"{alarm.Of}")));
        var others = alarm.Suspects.Where(s => s != suspect && s.Kind != SuspectKind.Hand).Select(s => NameOf(s, gear)).OfType<string>().ToList();
        var swap = alarm.Swap is null ? null : NameOf(alarm.Swap, gear) ?? NameOf(suspect, gear);
        return others.Count == 0 ? says : $"{says} {words.Say(Phrase.Of(PhraseKeys.Gear.AlarmWith, ("others", string.Join(", ", others)), ("swap", swap!)))}";
    }

    private static string? NameOf(Suspect suspect, Dictionary<Guid, FoldedGear> gear) => gear.GetValueOrDefault(suspect.Id)?.State.Card!.Name;
}
