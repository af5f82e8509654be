using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Core.Tests.EndFaces;

/// <summary>A buyer's own limits: which of them are sound, and which profile a strand is held against. Common practice: the buyer's edition wins.</summary>
public class FaceLimitsTests
{
    private static readonly FaceLimits Upc = ShippedFaceLimits.Find("sm-upc")!;
    private static readonly FaceLimits Harbor = Upc with { Id = "harbor-upc", Title = Words("Harbor line, UPC"), Source = Words("Harbor line's paper 7") };

    public static TheoryData<string, FaceLimits> Unsound =>
        new()
        {
            { "formatVersion", Harbor with { FormatVersion = 2 } },
            { "id", Harbor with { Id = "sm-upc" } },
            { "id", Harbor with { Id = "Harbor Line" } },
            { "title", Harbor with { Title = Words(" ") } },
            { "source", Harbor with { Source = new Wording(new Dictionary<string, string>()) } },
            { "modes", Harbor with { Modes = [] } },
            { "zones", Harbor with { Zones = [Harbor.Zones[0]] } },
            { "zones", Harbor with { Zones = [Harbor.Zones[1], Harbor.Zones[0]] } },
            { "zones[1].to", With(1, z => z with { From = 30 }) },
            { "zones[3].to", With(3, z => z with { To = 100 }) },
            { "zones[1].defects[1]", With(1, z => z with { Defects = [new SizeBand(Below: 5), new SizeBand(UpTo: 3)] }) },
            { "zones[1].defects[0]", With(1, z => z with { Defects = [new SizeBand(), new SizeBand(UpTo: 3)] }) },
            { "zones[1].scratches[0]", With(1, z => z with { Scratches = [new SizeBand(UpTo: 3, Below: 3)] }) },
            { "zones[1].scratches[0]", With(1, z => z with { Scratches = [new SizeBand(UpTo: 0)] }) },
            { "zones[1].scratches[0].most", With(1, z => z with { Scratches = [new SizeBand(UpTo: 3, Most: -1)] }) },
            { "zones[3].defects", With(3, z => z with { Defects = [.. Enumerable.Range(1, 6).Select(i => new SizeBand(UpTo: i))] }) },
        };

    [Theory]
    [MemberData(nameof(Unsound))]
    public void A_fault_names_its_place(string place, FaceLimits profile) => Assert.Equal(place, Assert.Single(FaceLimitsCheck.Faults(profile)).Place);

    [Fact]
    public void A_sound_profile_has_none_and_neither_have_those_that_ship_but_for_their_names()
    {
        Assert.Empty(FaceLimitsCheck.Faults(Harbor));
        Assert.All(ShippedFaceLimits.Starters, p => Assert.Empty(FaceLimitsCheck.Faults(p with { Id = "other" })));
    }

    [Fact]
    public void The_buyers_own_that_was_published_last_is_taken_for_its_glass_and_polish_and_older_versions_are_kept()
    {
        var second = Harbor with { Version = 2, Zones = With(1, z => z with { Scratches = [] }).Zones };
        var book = new RecipeBook().Add(Harbor).Add(Harbor with { Id = "quay-upc" }).Add(second);
        Assert.Equal(second, book.ProfileFor(FiberMode.SingleMode, Polish.UPC));
        Assert.Equal("sm-apc", book.ProfileFor(FiberMode.SingleMode, Polish.APC).Id);
        Assert.Equal(Harbor, book.Profile("harbor-upc", 1));
        Assert.Equal(["mm", "sm-apc", "sm-pc", "sm-upc", "harbor-upc", "quay-upc"], book.Profiles.Select(p => p.Id));
        Assert.Equal("sm-upc", new RecipeBook().Add(Harbor with { Polishes = [] }).ProfileFor(FiberMode.SingleMode, Polish.UPC).Id);
    }

    // A scratch of 2 µm in the cladding passes by the standard (from memory); this buyer wants none there.
    [Fact]
    public void The_same_mark_is_judged_by_the_buyers_limits()
    {
        Finding[] scratch = [new(FindingKind.Scratch, Zone.B, 2, 0, 2, 30, 0, 0, -0.2, 1)];
        Assert.Equal(FaceVerdict.Pass, FaceJudge.Judge(Harbor, scratch).Verdict);
        Assert.Equal(FaceVerdict.Fail, FaceJudge.Judge(With(1, z => z with { Scratches = [] }), scratch).Verdict);
    }

    private static FaceLimits With(int at, Func<ZoneLimits, ZoneLimits> change) =>
        Harbor with
        {
            Zones = [.. Harbor.Zones.Select((z, i) => i == at ? change(z) : z)],
        };

    private static Wording Words(string english) => new(new Dictionary<string, string> { ["en"] = english });
}
