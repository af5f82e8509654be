using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Tests.Runs;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Links;

/// <summary>How strongly an end may throw light back: TIA-568.3, from memory.</summary>
public class ReflectanceTests
{
    [Theory]
    [InlineData(FiberMode.Multimode, Polish.PC, -20)]
    [InlineData(FiberMode.Multimode, Polish.UPC, -20)]
    [InlineData(FiberMode.SingleMode, Polish.PC, -35)]
    [InlineData(FiberMode.SingleMode, Polish.UPC, -35)]
    [InlineData(FiberMode.SingleMode, Polish.APC, -55)]
    public void Each_polish_has_its_limit(FiberMode mode, Polish polish, int most) =>
        Assert.Equal(Decibel.Of(most), BudgetTables.Shipped.ReflectanceOf(mode, polish).Most);

    // A return loss of 42 dB is a reflectance of -42 dB; two air faces at their worst throw back -8.4 dB.
    [Theory]
    [InlineData("-42", -42.0)]
    [InlineData("42", -42.0)]
    [InlineData("42,5 dB", -42.5)]
    [InlineData("\u221255.1", -55.1)]
    [InlineData("0", null)]
    [InlineData("91", null)]
    [InlineData("-20 dBm", null)]
    [InlineData("much", null)]
    public void A_return_loss_and_a_reflectance_are_one_reading(string typed, double? reflectance) =>
        Assert.Equal(reflectance, (double?)MeterText.Reflectance(typed)?.Amount);

    [Fact]
    public void The_worst_of_an_end_is_judged_by_its_polish_and_goes_into_the_diagnosis()
    {
        var paper = new RunOnPaper(polish: Polish.UPC);
        Assert.Equal("read", paper.Do(new ReadReflectance(1, CableEnd.Near, 850, "none")));
        Assert.Null(paper.Do(new ReadReflectance(1, CableEnd.Near, 850, "33")));
        Assert.Null(paper.Do(new ReadReflectance(1, CableEnd.Near, 1300, "-18.5")));
        Assert.Null(paper.Do(new ReadReflectance(1, CableEnd.Far, 850, "31")));
        paper.Reference();
        paper.Read(1, 850, "2.60");
        var link = paper.Run.LinkOf(1);
        var view = new LinkViewer(Phrasebook.English, "en").View(paper.Cable, 1, link, id => new ReferenceState(id));
        var (near, far) = (view.Reflectances[0], view.Reflectances[1]);
        Assert.Equal((Decibel.Of(-18.5m), 1300, false), (near.Read, near.Wavelength, near.IsGood));
        Assert.Equal((Decibel.Of(-31), true), (far.Read, far.IsGood));
        var asked = LinkEvidence.Of(paper.Cable, 1, link, null, null, [], id => new ReferenceState(id));
        Assert.Equal(Decibel.Of(-18.5m), asked!.Reflectance);
    }

    [Fact]
    public void An_end_whose_polish_nobody_knows_is_not_judged()
    {
        var paper = new RunOnPaper();
        Assert.Equal("end", paper.Do(new ReadReflectance(1, CableEnd.Near, 850, "33")));
        Assert.Empty(new LinkViewer(Phrasebook.English, "en").View(paper.Cable, 1, paper.Run.LinkOf(1), id => new ReferenceState(id)).Reflectances);
    }

    [Fact]
    public void An_event_that_judges_by_another_limit_is_refused()
    {
        var place = LinkPlace.Of(Guid.CreateVersion7(), Guid.CreateVersion7(), 1);
        var body = new ReflectanceRead(place, CableEnd.Near, 1310, Decibel.Of(-40), Decibel.Of(-30), FiberMode.SingleMode, Polish.UPC);
        Assert.Equal("body.most", body.Unfounded(null!, new Dictionary<Guid, FoldedStream>(), null!)?.Field);
        Assert.Null((body with { Most = Decibel.Of(-35) }).Unfounded(null!, new Dictionary<Guid, FoldedStream>(), null!));
    }
}
