using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.Runs;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>What a link had is said once it is put right, and changes what is likely next time.</summary>
public sealed class CauseFoundTests
{
    private readonly RunOnPaper run = new();

    [Fact]
    public void It_is_asked_once_the_loss_of_a_failed_reading_has_fallen_and_not_again_once_it_was_said()
    {
        run.Reference();
        run.Read(1, 850, "-22.40", isPower: true);
        Assert.Null(Link.Curing);
        run.Read(1, 850, "-20.40", isPower: true);
        var cured = Link.Curing!;
        Assert.Equal(2.0m, cured.Moved.Amount);
        Assert.Null(run.Do(new FindCause(1, Cause.Cleave, cured.Before.Event, cured.After.Event)));
        Assert.Equal(Cause.Cleave, Assert.Single(Link.Causes).Cause);
        Assert.Null(Link.Curing);

        // The same reading is found to have had something else: the later word stands.
        Assert.Null(run.Do(new FindCause(1, Cause.Dirt, cured.Before.Event, cured.After.Event)));
        Assert.Equal(Cause.Dirt, Assert.Single(Link.Causes).Cause);
    }

    // Uncertainty of a multimode reading here is 0.15 dB: 0.30 dB of difference may be chance, 0.31 dB is not.
    [Theory]
    [InlineData("-21.70", false)]
    [InlineData("-21.69", true)]
    public void A_loss_that_fell_by_no_more_than_twice_its_uncertainty_proves_nothing(string after, bool isSure)
    {
        run.Reference();
        run.Read(1, 850, "-22.00", isPower: true);
        run.Read(1, 850, after, isPower: true);
        Assert.Equal(isSure, Link.Curing is not null);
        var (before, now) = (Link.Earlier[0].Event, Link.Readings[0].Event);
        Assert.Equal(isSure ? null : "after", run.Do(new FindCause(1, Cause.Dirt, before, now)));
    }

    [Fact]
    public void A_reading_that_passed_or_another_wavelengths_says_nothing_of_a_cause()
    {
        run.Reference();
        run.Read(1, 850, "-21.00", isPower: true);
        run.Read(1, 850, "-20.40", isPower: true);
        run.Read(1, 1300, "-23.00", isPower: true);
        Assert.Null(Link.Curing);
        Assert.Equal("after", run.Do(new FindCause(1, Cause.Dirt, Link.Earlier[0].Event, Link.Readings[0].Event)));
        Assert.Equal("after", run.Do(new FindCause(1, Cause.Dirt, Link.Readings[0].Event, Link.Readings[1].Event)));
        Assert.Equal("strand", run.Do(new FindCause(99, Cause.Dirt, Link.Readings[0].Event, Link.Readings[1].Event)));
    }

    // By hand: the start figures weigh 20 links, dirt 45 of 100 of them: 9. After 10 cleaves of 10: (1.6 + 10) of 30, and dirt 9 of 30.
    [Fact]
    public void A_crews_own_findings_weigh_against_twenty_links_of_the_start_figures()
    {
        var shares = CausePriors.With(new Dictionary<Cause, int> { [Cause.Cleave] = 10 });
        Assert.Equal((30m, 9m, 11.6m), (shares.Values.Sum(), shares[Cause.Dirt], shares[Cause.Cleave]));
        Assert.Equal(CausePriors.Start[Cause.Bend] / CausePriors.Start.Values.Sum() * 20, CausePriors.With(new Dictionary<Cause, int>())[Cause.Bend]);
    }

    private LinkState Link => run.Run.LinkOf(1);
}
