using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Links;

/// <summary>Links over several cables: which strands they are of, what is refused, and the limit with what lies between the cables.</summary>
public sealed class LinkChainTests
{
    private static readonly Guid First = Guid.CreateVersion7();
    private static readonly Guid Second = Guid.CreateVersion7();
    private static readonly Guid Other = Guid.CreateVersion7();

    private static readonly Dictionary<Guid, (FiberGrade, int)> Cables = new()
    {
        [First] = (FiberGrade.OM4, 12),
        [Second] = (FiberGrade.OM4, 24),
        [Other] = (FiberGrade.OS2, 12),
    };

    private static readonly LinkChain Chain = new("PH1 to PH3", 12, [new ChainPart(First, 1), new ChainPart(Second, 13, LinkJoint.Pair)]);

    public static TheoryData<string, LinkChain> Unsound =>
        new()
        {
            { "name", Chain with { Name = " " } },
            { "name", Chain with { Name = new string('x', 61) } },
            { "parts", Chain with { Parts = [Chain.Parts[0]] } },
            { "parts[1].cable", With(new ChainPart(Guid.NewGuid(), 1, LinkJoint.Pair)) },
            // A single-mode cable behind a multimode one is a mix-up, not a plan.
            { "parts[1].cable", With(new ChainPart(Other, 1, LinkJoint.Pair)) },
            { "parts[1].joint", With(new ChainPart(Second, 13)) },
            { "parts[0].joint", Chain with { Parts = [Chain.Parts[0] with { Joint = LinkJoint.Pair }, Chain.Parts[1]] } },
            { "parts[1].first", With(new ChainPart(Second, 14, LinkJoint.Pair)) },
            { "parts[0].first", Chain with { Strands = 13 } },
            { "parts[0].first", Chain with { Strands = 0 } },
            { "parts[1].first", With(new ChainPart(First, 1, LinkJoint.Splice)) },
        };

    [Fact]
    public void Each_of_its_links_is_of_strands_side_by_side()
    {
        Assert.Null(Chain.Fault(Cables));
        var place = Chain.PlaceOf(Guid.Empty, 3);
        Assert.True(place.IsWhole);
        Assert.Equal([(First, 3, null), (Second, 15, LinkJoint.Pair)], place.Parts.Select(p => (p.Cable, p.Strand, p.Joint)));
    }

    [Theory]
    [MemberData(nameof(Unsound))]
    public void What_no_chain_can_be_is_refused_at_its_field(string field, LinkChain chain) => Assert.Equal(field, chain.Fault(Cables)?.Field);

    // By hand, TIA-568.3 from memory: 200 m of OM4 at 3.0 dB/km, two end pairs and the pair between the cables at 0.75 dB: 0.6 + 2.25 = 2.85 dB; with a
    // splice in its place 0.6 + 1.5 + 0.3 = 2.4 dB.
    [Theory]
    [InlineData(LinkJoint.Pair, 2.85)]
    [InlineData(LinkJoint.Splice, 2.4)]
    public void The_limit_counts_what_joins_the_cables(LinkJoint joint, double limit)
    {
        var run = new RunCable(
            Guid.CreateVersion7(),
            Guid.CreateVersion7(),
            FiberGrade.OM4,
            Length.Mm(200_000),
            TestPlan.Usual,
            [.. Enumerable.Range(1, 12).Select(s => new RunStrand(s, $"PH1-A:{s:00}", $"PH3-B:{s:00}"))],
            Chain: Chain with
            {
                Parts = [Chain.Parts[0], Chain.Parts[1] with { Joint = joint }],
            }
        );
        Assert.Equal(Decibel.Of((decimal)limit), run.BasisOf(1, ReferenceMethod.OneCord, hasReferenceCords: false).Limit(850));
        Assert.Equal(5, run.StrandOf(run.PlaceOf(5)));
        var test = new TestRun(
            new RunRequest(run, [], DateTimeOffset.UnixEpoch, new RunKey(7, 850, CableEnd.Near)),
            id => new LinkState(id, null, [], []),
            id => new ReferenceState(id)
        );
        Assert.Equal(run.PlaceOf(7).Id, test.LinkOf(7).Id);
        Assert.Equal(7, test.Turn!.Strand);
    }

    private static LinkChain With(ChainPart second) => Chain with { Parts = [Chain.Parts[0], second] };
}
