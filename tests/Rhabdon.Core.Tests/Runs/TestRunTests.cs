using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>
/// A test run: the order of the hand, what a reading is worth, and when its reference no longer holds (common practice, and house figures for hours).
/// </summary>
public class TestRunTests
{
    private readonly RunOnPaper paper = new();
    private readonly RunViewer viewer = new(Phrasebook.English, "en");

    [Fact]
    public void Nothing_is_measured_before_there_is_a_reference()
    {
        Assert.Equal("reference", paper.Read(1, 850, "0.42"));
        Assert.Equal(ReferenceStanding.None, paper.Run.Standing);
        Assert.Null(paper.Reference());
        Assert.Null(paper.Read(1, 850, "0.42"));
    }

    // Both wavelengths of a strand, then the next; the ends change places last.
    [Fact]
    public void Strand_and_direction_advance_by_themselves()
    {
        paper.Reference();
        var order = new List<string>();
        while (paper.Run.Turn is { } now)
        {
            order.Add($"{now.Strand}/{now.Wavelength}/{now.From}");
            Assert.Null(paper.Read(now.Strand, now.Wavelength, "0.40", now.From));
        }

        string[] near = ["1/850/Near", "1/1300/Near", "2/850/Near", "2/1300/Near", "3/850/Near", "3/1300/Near"];
        Assert.Equal([.. near, .. near.Select(k => k.Replace("Near", "Far", StringComparison.Ordinal))], order);
    }

    [Fact]
    public void A_source_that_must_settle_is_switched_once()
    {
        var run = new RunOnPaper(2, new TestPlan(Order: TestOrder.ByWavelength, IsOneWay: true));
        Assert.Equal([(1, 850), (2, 850), (1, 1300), (2, 1300)], run.Cable.Keys.Select(k => (k.Strand, k.Wavelength)));
    }

    // What was picked by hand is read; then it goes on after it, and comes back to what was passed over.
    [Fact]
    public void A_strand_picked_by_hand_comes_first_and_the_rest_follows_it()
    {
        paper.Reference();
        Assert.Equal(new RunKey(2, 1300, CableEnd.Near), paper.At(paper.Clock, new RunKey(2, 1300, CableEnd.Near)).Turn);
        paper.Read(2, 1300, "0.40");
        Assert.Equal(new RunKey(3, 850, CableEnd.Near), paper.Run.Turn);
    }

    // Reference -20.00 dBm, read -20.42: 0.42 dB lost. TIA-568.3, 120 m: 0.36 + 1.50 (one cord), 0.36 + 0.75 (two), 0.36 (three).
    [Theory]
    [InlineData(ReferenceMethod.OneCord, 1860)]
    [InlineData(ReferenceMethod.TwoCord, 1110)]
    [InlineData(ReferenceMethod.ThreeCord, 360)]
    public void A_power_becomes_a_loss_and_the_limit_follows_the_reference(ReferenceMethod method, int limit)
    {
        Assert.Null(paper.Reference(method));
        Assert.Null(paper.Read(1, 850, "2042", isPower: true));
        var read = paper.Run.Read(new RunKey(1, 850, CableEnd.Near))!;
        Assert.Equal((Decibel.Of(0.42m), new Decibel(limit)), (read.Loss, read.Limit));
    }

    // Reference-grade cords: 0.3 dB an end pair of multimode (ISO/IEC 14763-3, from memory).
    [Fact]
    public void Reference_cords_hold_the_link_to_less()
    {
        paper.Reference(isGraded: true);
        Assert.Equal(Decibel.Of(0.96m), paper.Run.BasisOf(1).Limit(850));
    }

    [Fact]
    public void A_power_read_where_a_loss_is_asked_is_refused_and_so_is_the_other_way()
    {
        paper.Reference();
        Assert.Equal("read", paper.Read(1, 850, "-20.42"));
        Assert.Equal("read", paper.Read(1, 850, "0.42 dB", isPower: true));
        Assert.Equal("key", paper.Read(4, 850, "0.42"));
        Assert.Equal("key", paper.Read(1, 1550, "0.42"));
        Assert.Null(paper.Run.Read(new RunKey(1, 850, CableEnd.Near)));
    }

    [Fact]
    public void A_meter_that_was_set_to_zero_cannot_be_read_in_powers()
    {
        paper.Reference(power: "");
        Assert.Equal("read", paper.Read(1, 850, "2042", isPower: true));
        Assert.Null(paper.Read(1, 850, "42"));
    }

    // 0.10 dB is let pass, 0.11 dB is a reference that has changed: house figure.
    [Theory]
    [InlineData("-20.10", ReferenceStanding.Good, false)]
    [InlineData("-20.11", ReferenceStanding.Drifted, true)]
    [InlineData("-19.89", ReferenceStanding.Drifted, true)]
    public void What_was_read_since_the_last_good_look_is_in_doubt_when_the_reference_has_changed(string power, ReferenceStanding standing, bool inDoubt)
    {
        paper.Reference();
        paper.Read(1, 850, "0.42");
        Assert.Null(paper.Check("-20.00"));
        paper.Read(2, 850, "0.42");
        Assert.Null(paper.Check(power));
        Assert.Equal(standing, paper.Run.Standing);
        Assert.False(IsInDoubt(1));
        Assert.Equal(inDoubt, IsInDoubt(2));
        Assert.Equal(inDoubt ? "reference" : null, paper.Read(3, 850, "0.42"));
    }

    [Fact]
    public void A_reference_nobody_looked_at_for_hours_puts_what_follows_in_doubt_until_it_is_looked_at()
    {
        paper.Reference();
        paper.Read(1, 850, "0.42");
        paper.Clock += TimeSpan.FromHours(5);
        Assert.Equal(ReferenceStanding.Old, paper.Run.Standing);
        Assert.Null(paper.Read(2, 850, "0.42"));
        Assert.Equal((false, true), (IsInDoubt(1), IsInDoubt(2)));
        Assert.Null(paper.Check("-20.03"));
        Assert.Equal((ReferenceStanding.Good, false), (paper.Run.Standing, IsInDoubt(2)));
    }

    [Fact]
    public void A_cord_that_came_off_the_source_ends_the_reference()
    {
        paper.Reference();
        paper.Read(1, 850, "0.42");
        Assert.Null(paper.Do(new EndReference(ReferenceEnd.Disconnected)));
        Assert.Equal("reference", paper.Read(2, 850, "0.42"));
        Assert.False(IsInDoubt(1));
        Assert.Null(paper.Reference());
        Assert.Null(paper.Read(2, 850, "0.42"));
    }

    // Asked again only after a new reference, so that nobody reads the same thing over and over; then a lead decides.
    [Fact]
    public void Below_zero_is_read_again_after_a_new_reference_and_if_it_repeats_a_lead_decides()
    {
        var run = new RunOnPaper(1, new TestPlan(Wavelengths: [850], IsOneWay: true));
        var key = new RunKey(1, 850, CableEnd.Near);
        run.Reference();
        run.Read(1, 850, "-0.30");
        Assert.Equal(LossGrade.Invalid, run.Run.Read(key)!.Worth);
        Assert.Null(run.Run.Turn);
        run.Reference(power: "-20.05");
        Assert.Equal(key, run.Run.Turn);
        run.Read(1, 850, "-0.28");
        Assert.Null(run.Run.Turn);
        var repeated = run.Run.Read(key)!;
        Assert.Equal("reason", run.Do(new SettleLoss(1, repeated.Event, IsAccepted: true, " ")));
        Assert.Null(run.Do(new SettleLoss(1, repeated.Event, IsAccepted: true, "Two references say the same: a gain of the wider core.")));
        Assert.Equal(LossGrade.Pass, run.Run.Read(key)!.Worth);
    }

    [Fact]
    public void A_later_reading_takes_the_place_of_an_earlier_one_and_both_are_kept()
    {
        paper.Reference();
        paper.Read(1, 850, "2.40");
        paper.Read(1, 850, "0.50");
        var state = paper.Run.LinkOf(1);
        Assert.Equal([Decibel.Of(0.5m)], state.Readings.Select(r => r.Loss));
        Assert.Equal([Decibel.Of(2.4m)], state.Earlier.Select(r => r.Loss));
    }

    // Both directions are kept, and the worse one counts: it is never averaged away.
    [Fact]
    public void The_worse_direction_counts()
    {
        paper.Reference();
        paper.Read(1, 850, "0.40");
        paper.Read(1, 850, "2.60", CableEnd.Far);
        Assert.Equal((LossGrade.Fail, CableEnd.Far), (paper.Run.LinkOf(1).Worst!.Worth, paper.Run.LinkOf(1).Worst!.From));
    }

    [Fact]
    public void A_crossed_pair_is_told_by_where_light_came_out()
    {
        foreach (var (strand, at) in ((int, int?)[])[(1, 2), (2, 1), (3, null)])
        {
            Assert.Null(paper.Do(new SeeLight(strand, at)));
        }

        Assert.Equal(["Crossed with strand 2", "Crossed with strand 1", "No light comes out"], viewer.View(paper.Run).Rows.Select(r => r.Crossed));
        Assert.Null(paper.Do(new SeeLight(3, 3)));
        Assert.Null(viewer.View(paper.Run).Rows[2].Crossed);
    }

    [Fact]
    public void What_is_typed_is_judged_before_it_is_kept()
    {
        paper.Reference();
        var key = new RunKey(1, 850, CableEnd.Near);
        Assert.Equal((LossGrade.Pass, Decibel.Of(1.44m)), Judged("42"));
        Assert.Equal((LossGrade.Fail, Decibel.Of(-0.64m)), Judged("2.5"));
        Assert.Equal((null, null), Judged("4"));

        (LossGrade?, Decibel?) Judged(string typed)
        {
            var told = viewer.Judge(paper.Run, new ReadLoss(key, typed));
            return (told.Grade, told.Margin);
        }
    }

    [Fact]
    public void The_tally_counts_each_reading_once_and_what_is_in_doubt_apart()
    {
        paper.Reference();
        paper.Read(1, 850, "0.42");
        paper.Read(1, 1300, "2.90");
        paper.Read(2, 850, "-0.05");
        Assert.Equal(new RunTally(12, 3, 1, 0, 1, 0, 1, 0), viewer.View(paper.Run).Tally);
        paper.Check("-25.00");
        Assert.Equal(new RunTally(12, 3, 0, 0, 0, 0, 0, 3), viewer.View(paper.Run).Tally);
    }

    // OM4 at 1550 nm: no profile knows of it, so that nothing can be judged, and the screen says why.
    [Fact]
    public void A_wavelength_that_the_fiber_is_not_specified_at_has_no_limit_and_says_so()
    {
        var run = new RunOnPaper(1, new TestPlan(Wavelengths: [1550]));
        run.Reference();
        var now = viewer.View(run.Run).Now!;
        Assert.Null(now.Limit);
        Assert.Contains("850", now.Fault, StringComparison.Ordinal);
        Assert.Equal("key", run.Read(1, 1550, "0.42"));
    }

    private bool IsInDoubt(int strand) => paper.Run.IsInDoubt(strand, paper.Run.Read(new RunKey(strand, 850, CableEnd.Near))!);

    // TIA-568.3, OM4 at 850 nm: 3.0 dB/km. 120 m by the plan is 0.36 + 1.50; the jacket says 270 m, which is 0.81 + 1.50.
    [Fact]
    public void A_measured_length_counts_from_then_on_and_what_was_judged_before_stays()
    {
        paper.Reference();
        paper.Read(1, 850, "2.1");
        Assert.Equal("read", paper.Do(new ReadLength(1, "two reels")));
        Assert.Null(paper.Do(new ReadLength(1, "130-400 m")));
        Assert.Equal((LossGrade.Fail, Decibel.Of(1.86m)), (paper.Run.LinkOf(1).Readings[0].Grade, paper.Run.LinkOf(1).Readings[0].Limit));
        Assert.Equal((Decibel.Of(2.31m), Decibel.Of(1.86m)), (paper.Run.BasisOf(1).Limit(850), paper.Run.BasisOf(2).Limit(850)));
        var page = new LinkViewer(Phrasebook.English, "en").View(paper.Cable, 1, paper.Run.LinkOf(1), _ => paper.Run.InUse!);
        Assert.Equal((270m, true, true), (page.Meters, page.IsMeasured, page.IsMeasuredSince));
        paper.Read(1, 850, "2.1");
        Assert.Equal((LossGrade.Pass, Decibel.Of(2.31m)), (paper.Run.LinkOf(1).Readings[0].Grade, paper.Run.LinkOf(1).Readings[0].Limit));
    }

    [Fact]
    public void One_jacket_is_about_all_fibers_of_a_cable()
    {
        var answers = paper.Run.Answers(new ReadLength(null, "287 ft"), Guid.CreateVersion7());
        Assert.Equal(paper.Cable.Strands.Select(s => paper.Cable.PlaceOf(s.Strand).Id), answers.Select(a => a.Stream));
        Assert.All(answers, a => Assert.Equal(Length.Inches(287 * 12), ((LengthRead)a.Body!).Length));
        Assert.All(paper.Run.Answers(new ReadLength(null, "far"), Guid.CreateVersion7()), a => Assert.Equal("read", a.Fault!.Field));
    }
}
