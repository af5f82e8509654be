using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Quality;
using Rhabdon.Core.Tests.Tools;

namespace Rhabdon.Core.Tests.Quality;

/// <summary>Whom an alarm is told: a tool to all, a hand to its person alone, and nothing that was seen to since (house rules).</summary>
public class TroubleTellerTests
{
    private static readonly TroubleTeller Teller = new(Phrasebook.English);
    private static readonly Guid Ira = Guid.CreateVersion7();
    private static readonly Guid Sol = Guid.CreateVersion7();
    private readonly GearOnPaper blade = new("cleaver");
    private readonly GearOnPaper other = new("cleaver");

    // Sol works well with another blade, Ira with this one in trouble every second time, and well with the other.
    [Fact]
    public void A_blade_is_told_to_all_until_it_is_turned_set_aside_or_gone()
    {
        var record = Record((Ira, blade, n => n % 2 == 0), (Ira, other, _ => false), (Sol, other, _ => false));
        var told = Tell(record, Sol);
        Assert.StartsWith("Trouble at ", Assert.Single(told.Gear).Value, StringComparison.Ordinal);
        Assert.Equal(blade.Id, told.Gear.Keys.Single());
        Assert.Equal((null, null), (told.Own, told.Training));
        blade.Clock = record[^1].At;
        blade.Do(new GearRenewed("blade"));
        Assert.Empty(Tell(record, Sol).Gear);
    }

    [Fact]
    public void What_is_set_aside_is_not_told_again()
    {
        var record = Record((Ira, blade, n => n % 2 == 0), (Ira, other, _ => false));
        blade.Do(new GearQuarantined("It chips."));
        Assert.Empty(Tell(record, Ira).Gear);
    }

    // Both blades in one hand in trouble, and both fine in another.
    [Fact]
    public void A_hand_is_told_to_its_person_alone_and_to_a_lead_without_a_name()
    {
        var record = Record(
            (Ira, blade, n => n % 2 == 0),
            (Sol, blade, _ => false),
            (Sol, blade, _ => false),
            (Ira, other, n => n % 2 == 1),
            (Sol, other, _ => false),
            (Sol, other, _ => false)
        );
        var own = Tell(record, Ira);
        Assert.Empty(own.Gear);
        Assert.StartsWith("For you alone", own.Own!, StringComparison.Ordinal);
        var others = Tell(record, Sol);
        Assert.Null(others.Own);
        Assert.Contains("Training would pay", others.Training!, StringComparison.Ordinal);
        Assert.DoesNotContain($"{Ira}", others.Training!, StringComparison.Ordinal);
    }

    [Fact]
    public void A_lot_that_was_never_apart_from_a_blade_is_named_with_it()
    {
        var lot = new GearOnPaper("connectors");
        var at = blade.Clock;
        var record = Enumerable
            .Range(0, 14)
            .Select(n => new AttemptOnRecord(at.AddMinutes(n), n % 2 == 0 ? Ira : Sol, "mechanical", n % 4 < 2, [blade.Id, lot.Id]))
            .ToList();
        var told = Teller.Tell(record, [blade.Stream, lot.Stream], Ira);
        Assert.Equal(2, told.Gear.Count);
        Assert.Contains("So it was with The connectors", told.Gear[blade.Id], StringComparison.Ordinal);
        Assert.Contains("change The cleaver first", told.Gear[lot.Id], StringComparison.Ordinal);
    }

    private TroubleTold Tell(List<AttemptOnRecord> record, Guid person) => Teller.Tell(record, [blade.Stream, other.Stream], person);

    // Each in turn, forty times round.
    private List<AttemptOnRecord> Record(params (Guid Who, GearOnPaper With, Func<int, bool> IsTrouble)[] turns)
    {
        var at = blade.Clock;
        return
        [
            .. Enumerable
                .Range(0, 40)
                .SelectMany(n =>
                    turns.Select((t, place) => new AttemptOnRecord(at.AddMinutes((n * 10) + place), t.Who, "mechanical", t.IsTrouble(n), [t.With.Id]))
                ),
        ];
    }
}
