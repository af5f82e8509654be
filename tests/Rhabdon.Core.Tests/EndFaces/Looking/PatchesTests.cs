using Rhabdon.Core.EndFaces;
using Rhabdon.Core.EndFaces.Looking;

namespace Rhabdon.Core.Tests.EndFaces.Looking;

/// <summary>Common practice: a chip is glass gone from the edge, adhesive clings to the ring over glass and ferrule, dirt seldom lies alone and may lie anywhere.</summary>
public class PatchesTests
{
    private const double GlassEdge = 61.5;
    private const double FerruleFrom = 65;
    private const float Light = 128;
    private static readonly Blob Chip = Patch(56.5, 10);
    private static readonly Blob Dirt = Patch(25, 12, -80) with { Raggedness = 0.2, Roughness = 1.15 };

    [Fact]
    public void Alone_on_the_edge_of_the_glass_it_is_a_chip() => Assert.Equal(MarkKind.Chip, Assert.Single(Named([Chip])).Kind);

    [Theory]
    [InlineData(-80, MarkKind.LooseDirt)]
    [InlineData(-20, MarkKind.Chip)]
    public void In_the_company_of_dirt_as_dark_it_is_dirt(float contrast, MarkKind kind) => Assert.Equal(kind, Named([Chip, Dirt with { Contrast = contrast }])[^1].Kind);

    // A bead just scribed has crumbs about: it is larger than they are.
    [Fact]
    public void Adhesive_larger_than_dirt_is_stays_adhesive_in_its_company()
    {
        Assert.Equal(MarkKind.Adhesive, Named([Patch(56.5, 18) with { Contrast = -50 }, Dirt], [Patch(69, 16, -45)])[^1].Kind);
        Assert.Equal(MarkKind.LooseDirt, Named([Patch(56.5, 10) with { Contrast = -50 }, Dirt], [Patch(69, 8, -45)])[^1].Kind);
        Assert.Equal(MarkKind.Adhesive, Named([Patch(56.5, 21) with { Length = 34, Width = 10, Nearest = 52 }, Dirt])[^1].Kind);
    }

    [Theory]
    [InlineData(6, -80, MarkKind.LooseDirt, 1)]
    [InlineData(9, -80, MarkKind.Pit, 2)]
    [InlineData(6, -35, MarkKind.Pit, 2)]
    [InlineData(6, 80, MarkKind.Pit, 2)]
    public void Round_patches_that_touch_and_are_about_as_dark_are_one_clump_of_dirt(double apart, float contrast, MarkKind kind, int marks)
    {
        var named = Named([Patch(25, 5, -80), Patch(25 + apart, 4, contrast)]);
        Assert.Equal(marks, named.Count);
        Assert.All(named, n => Assert.Equal(kind, n.Kind));
        Assert.Equal(marks == 1 ? Math.Sqrt(41) : 5, named[0].Blob.Size, 0.01);
    }

    [Fact]
    public void What_reaches_farther_in_than_it_is_large_only_touches_the_ring() => Assert.Equal(MarkKind.LooseDirt, Assert.Single(Named([Chip with { Nearest = 49 }])).Kind);

    [Fact]
    public void A_crescent_along_the_ring_is_adhesive() => Assert.Equal(MarkKind.Adhesive, Assert.Single(Named([Chip with { Length = 30, Width = 6, Nearest = 53 }])).Kind);

    [Theory]
    [InlineData(48, -25, MarkKind.Adhesive)]
    [InlineData(20, -25, MarkKind.Film)]
    [InlineData(48, 25, MarkKind.Film)]
    public void A_faint_wide_patch_by_the_ring_alone_is_adhesive_and_film_where_it_reaches_in(double nearest, float contrast, MarkKind kind) =>
        Assert.Equal(kind, Assert.Single(Patches.Name([Patch(55, 25, contrast) with { Nearest = nearest, Length = 50, Width = 13, EdgeWidth = 3 }], [], [])).Kind);

    [Fact]
    public void Over_glass_and_ferrule_it_is_one_mark_of_adhesive()
    {
        var (mark, kind) = Assert.Single(Named([Chip with { Contrast = -45 }], [Patch(69, 8, -30)]));
        Assert.Equal(MarkKind.Adhesive, kind);
        Assert.Equal(Chip.Nearest, mark.Nearest);
        Assert.True(mark.Size > Math.Sqrt((Chip.Size * Chip.Size) + 64), $"size {mark.Size}");
    }

    [Fact]
    public void Small_and_very_dark_over_glass_and_ferrule_it_is_dirt() => Assert.Equal(MarkKind.LooseDirt, Assert.Single(Named([Chip with { Contrast = -90 }], [Patch(69, 8, -80)])).Kind);

    // Adhesive shows on the glass as well: what only the ferrule has is dirt, and then so is what lies elsewhere at the ring.
    [Fact]
    public void On_the_ferrule_with_nothing_abreast_on_the_glass_it_is_dirt()
    {
        var opposite = Patch(69, 9) with { X = -69 };
        Assert.Equal(MarkKind.LooseDirt, Assert.Single(Named([], [opposite])).Kind);
        Assert.Equal([MarkKind.LooseDirt, MarkKind.LooseDirt], Named([Chip], [opposite]).Select(p => p.Kind));
    }

    [Theory]
    [InlineData(Light, -20, 1)]
    [InlineData(Light, -10, 0)]
    [InlineData(40, -10, 1)]
    public void What_hardly_keeps_the_light_off_is_no_dirt(float light, float contrast, int marks) =>
        Assert.Equal(marks, new Patches(GlassEdge, FerruleFrom, 0.6, light).Name([], [Dirt with { Contrast = contrast }], []).Count);

    // Cleaning takes a minute, and the next look tells.
    [Fact]
    public void A_pit_as_dark_as_the_dirt_about_is_taken_for_dirt()
    {
        var pit = Patch(40, 5);
        Assert.Equal(MarkKind.Pit, Assert.Single(Named([pit])).Kind);
        Assert.Equal([MarkKind.LooseDirt, MarkKind.LooseDirt], Named([pit, Dirt]).Select(p => p.Kind));
    }

    private static Patches Patches => new(GlassEdge, FerruleFrom, 0.6, Light);

    private static IReadOnlyList<(Blob Blob, MarkKind Kind)> Named(IEnumerable<Blob> onGlass, IEnumerable<Blob>? onFerrule = null) => Patches.Name([], onGlass, onFerrule ?? []);

    // Round and sharp, on the fiber's right.
    private static Blob Patch(double x, double size, float contrast = -60)
    {
        var (nearest, farthest) = (x - (size / 2), x + (size / 2));
        return new Blob(x, 0, size, size, size, contrast, 1, Math.Max(0, x > FerruleFrom ? Math.Max(FerruleFrom, nearest) : nearest), x < FerruleFrom ? Math.Min(GlassEdge, farthest) : farthest, 0.6, 0, 50, [], false, 0.01);
    }
}
