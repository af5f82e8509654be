using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Runs;

/// <summary>A link's stream follows from what it is of, and takes nothing that its own rules would not have said.</summary>
public class LinkEventTests
{
    private static readonly Guid Job = Guid.CreateVersion7();
    private static readonly Guid Cable = Guid.CreateVersion7();

    [Fact]
    public void Two_tablets_begin_the_same_stream_and_another_strand_or_joint_another()
    {
        var link = LinkPlace.Of(Job, Cable, 3);
        Assert.Equal(link.Id, LinkPlace.Of(Job, Cable, 3).Id);
        Assert.Equal(8, link.Id.Version);
        LinkPart first = new(Cable, 3);
        Guid[] ids =
        [
            link.Id,
            LinkPlace.Of(Job, Cable, 4).Id,
            LinkPlace.Of(Guid.CreateVersion7(), Cable, 3).Id,
            new LinkPlace(Job, [first, new LinkPart(Cable, 4, LinkJoint.Pair)]).Id,
            new LinkPlace(Job, [first, new LinkPart(Cable, 4, LinkJoint.Splice)]).Id,
        ];
        Assert.Equal(ids.Length, ids.Distinct().Count());
    }

    [Fact]
    public void A_chain_has_a_joint_between_each_two_and_no_strand_twice()
    {
        LinkPart first = new(Cable, 1);
        Assert.True(new LinkPlace(Job, [first, new LinkPart(Cable, 2, LinkJoint.Pair)]).IsWhole);
        Assert.False(new LinkPlace(Job, []).IsWhole);
        Assert.False(new LinkPlace(Job, [first, new LinkPart(Cable, 2)]).IsWhole);
        Assert.False(new LinkPlace(Job, [first with { Joint = LinkJoint.Pair }]).IsWhole);
        Assert.False(new LinkPlace(Job, [first, first with { Joint = LinkJoint.Splice }]).IsWhole);
        Assert.False(new LinkPlace(Job, [new LinkPart(Cable, 0)]).IsWhole);
    }

    [Fact]
    public void A_limit_or_verdict_that_the_rules_do_not_come_to_is_refused()
    {
        var (place, basis) = (LinkPlace.Of(Job, Cable, 1), new LossBasis("tia", FiberGrade.OM4, Length.Mm(120_000), ReferenceMethod.OneCord));
        var read = new LossRead(place, 850, CableEnd.Near, Decibel.Of(0.42m), basis.Limit(850), LossGrade.Pass, basis, Guid.CreateVersion7());
        Assert.Null(Refused(read));
        Assert.Equal("body.limit", Refused(read with { Limit = Decibel.Of(5) }));
        Assert.Equal("body.grade", Refused(read with { Loss = Decibel.Of(3) }));
        Assert.Equal("body.by.wavelength", Refused(read with { Wavelength = 1550 }));
        Assert.Equal("body.by.profile", Refused(read with { By = basis with { Profile = "house" } }));
        Assert.Equal("body.by.length", Refused(read with { By = basis with { Length = Length.Zero } }));
        Assert.Equal("body.reference", Refused(read with { Reference = Guid.Empty }));
        Assert.Equal("subjects", Refused(read with { Place = LinkPlace.Of(Job, Cable, 2) }));

        string? Refused(LossRead body)
        {
            var happened = Story(body, place.Id);
            var streams = new Dictionary<Guid, FoldedStream> { [place.Id] = FoldedLink.Of(place.Id, []) };
            return EventAdmission.Malformed(happened)?.Field ?? EventAdmission.Judge(streams, happened, new()).Refusal?.Field;
        }
    }

    // A customer's own budget is what was published; a tablet's own figures pass no link.
    [Fact]
    public void A_budget_that_nobody_published_or_published_otherwise_judges_no_reading()
    {
        var published = BudgetTables.Shipped.Profile("tia")! with { Id = "harbor", Pair = Decibel.Of(0.5m) };
        var book = new RecipeBook().Add(published);
        Assert.Null(Refused(published));
        Assert.Equal("body.by.own", Refused(published with { Pair = Decibel.Of(5) }));
        Assert.Equal("body.by.own", Refused(published with { Version = 2 }));
        Assert.Equal("body.by.own", Refused(published with { Id = "quay" }));

        string? Refused(BudgetProfile own)
        {
            var place = LinkPlace.Of(Job, Cable, 1);
            var basis = new LossBasis(own.Id, FiberGrade.OM4, Length.Mm(120_000), ReferenceMethod.OneCord, Own: own.Of(FiberGrade.OM4));
            var read = new LossRead(place, 850, CableEnd.Near, Decibel.Of(0.42m), basis.Limit(850), LossGrade.Pass, basis, Guid.CreateVersion7());
            var streams = new Dictionary<Guid, FoldedStream> { [place.Id] = FoldedLink.Of(place.Id, []) };
            return EventAdmission.Judge(streams, Story(read, place.Id), book).Refusal?.Field;
        }
    }

    [Fact]
    public void A_reference_names_a_cord_for_each_that_its_method_takes()
    {
        var taken = new ReferenceTaken(Job, ReferenceMethod.TwoCord, [new TestCord("TC-1"), new TestCord("TC-2")], [new ReferencePower(850, null)]);
        Assert.Null(EventAdmission.Malformed(Story(taken, Guid.CreateVersion7())));
        Assert.Equal("body.cords", EventAdmission.Malformed(Story(taken with { Cords = [new TestCord("TC-1")] }, Guid.CreateVersion7()))!.Field);
        Assert.Equal("body.powers", EventAdmission.Malformed(Story(taken with { Powers = [] }, Guid.CreateVersion7()))!.Field);
    }

    private static BenchEvent Story(EventBody body, Guid stream) =>
        new(
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            1,
            new HybridTime(1_800_000_000_000, 0),
            new DateTimeOffset(2026, 11, 24, 8, 0, 0, TimeSpan.Zero),
            Guid.CreateVersion7(),
            Core.Verification.Rulebook.Version,
            [new Subject(stream, 0)],
            body
        );
}
