using Rhabdon.Core.EndFaces;
using Rhabdon.Vision.Looking;

namespace Rhabdon.Vision.Tests.Looking;

/// <summary>
/// Common practice: a chip is glass gone from the edge, adhesive clings to the ring over glass and ferrule, dirt seldom lies alone and may lie anywhere.
/// </summary>
public class DefectGroupingTests
{
    private const double GlassEdge = 61.5;
    private const double FerruleFrom = 65;
    private static readonly Blob Chip = Patch(56.5, 10);
    private static readonly Blob Dirt = Patch(25, 12, -80) with { Raggedness = 0.2, Roughness = 1.15 };

    [Fact]
    public void Alone_on_the_edge_of_the_glass_it_is_a_chip() => Assert.Equal(FindingKind.Chip, Assert.Single(Named([Chip])).Kind);

    [Theory]
    [InlineData(-80, FindingKind.LooseDirt)]
    [InlineData(-16, FindingKind.Chip)]
    public void In_the_company_of_dirt_as_dark_it_is_dirt(float contrast, FindingKind kind) =>
        Assert.Equal(kind, Named([Chip, Dirt with { Contrast = contrast }])[^1].Kind);

    // A bead just scribed has crumbs about: it is larger than they are.
    [Fact]
    public void Adhesive_larger_than_dirt_is_stays_adhesive_in_its_company()
    {
        Assert.Equal(FindingKind.Adhesive, Named([Patch(56.5, 18) with { Contrast = -50 }, Dirt], [Patch(69, 16, -45)])[^1].Kind);
        Assert.Equal(FindingKind.LooseDirt, Named([Patch(56.5, 10) with { Contrast = -50 }, Dirt], [Patch(69, 8, -45)])[^1].Kind);
        Assert.Equal(FindingKind.Adhesive, Named([Patch(56.5, 21) with { Length = 34, Width = 10, Nearest = 52 }, Dirt], ring: RingWith(60, 10))[^1].Kind);
    }

    [Theory]
    [InlineData(6, -80, FindingKind.LooseDirt, 1)]
    [InlineData(9, -80, FindingKind.Pit, 2)]
    [InlineData(6, -35, FindingKind.Pit, 2)]
    [InlineData(6, 80, FindingKind.Pit, 2)]
    public void Round_patches_that_touch_and_are_about_as_dark_are_one_clump_of_dirt(double apart, float contrast, FindingKind kind, int marks)
    {
        var named = Named([Patch(25, 5, -80), Patch(25 + apart, 4, contrast)]);
        Assert.Equal(marks, named.Count);
        Assert.All(named, n => Assert.Equal(kind, n.Kind));
        Assert.Equal(marks == 1 ? Math.Sqrt(41) : 5, named[0].Blob.Size, 0.01);
    }

    // Glass breaks out with a sharp edge.
    [Theory]
    [InlineData(49, 1.2, FindingKind.LooseDirt)]
    [InlineData(49, 0.8, FindingKind.Chip)]
    [InlineData(53.5, 1.2, FindingKind.Chip)]
    public void What_reaches_far_in_and_is_not_sharp_only_touches_the_ring(double nearest, double edge, FindingKind kind) =>
        Assert.Equal(kind, Assert.Single(Named([Chip with { Nearest = nearest, EdgeWidth = edge }])).Kind);

    // Adhesive lies over the ring, which it darkens; a black ring gets no darker. Out of the picture a ring tells nothing.
    [Theory]
    [InlineData(60, 10, FindingKind.Adhesive)]
    [InlineData(60, 55, FindingKind.Chip)]
    [InlineData(12, 12, FindingKind.Adhesive)]
    [InlineData(60, float.NaN, FindingKind.Chip)]
    [InlineData(float.NaN, float.NaN, FindingKind.Chip)]
    public void A_crescent_along_the_ring_is_adhesive_where_it_darkens_the_ring(float ring, float abreast, FindingKind kind) =>
        Assert.Equal(kind, Assert.Single(Named([Chip with { Length = 30, Width = 6, Nearest = 53 }], ring: RingWith(ring, abreast))).Kind);

    [Theory]
    [InlineData(10, 10, -60, 1, FindingKind.Adhesive)]
    [InlineData(10, 10, -90, 1, FindingKind.LooseDirt)]
    [InlineData(4, 4, -60, 1, FindingKind.LooseDirt)]
    [InlineData(10, 12, -60, 1, FindingKind.LooseDirt)]
    [InlineData(10, 12, -60, 2, FindingKind.Adhesive)]
    public void What_darkens_the_ring_is_dirt_where_it_is_black_small_or_reaches_far_in(
        double size,
        double reach,
        float contrast,
        double slender,
        FindingKind kind
    ) =>
        Assert.Equal(
            kind,
            Assert.Single(Named([Patch(60, size, contrast) with { Nearest = GlassEdge - reach, Length = size * slender }], ring: RingWith(60, 10))).Kind
        );

    [Theory]
    [InlineData(-90, FindingKind.LooseDirt, FindingKind.LooseDirt)]
    [InlineData(-60, FindingKind.Adhesive, FindingKind.Chip)]
    public void Dirt_over_the_ring_is_company_for_what_else_lies_at_it(float contrast, FindingKind kind, FindingKind other) =>
        Assert.Equal(
            [kind, other],
            Named([Patch(60, 10, contrast) with { Nearest = 53 }, Chip with { X = -56.5 }], ring: RingWith(60, 10)).Select(p => p.Kind)
        );

    [Theory]
    [InlineData(40, -60, FindingKind.Scratch)]
    [InlineData(56, -60, FindingKind.Chip)]
    [InlineData(56, 60, FindingKind.Scratch)]
    [InlineData(56, 60, FindingKind.Chip, 0.4)]
    public void A_thread_that_comes_in_from_the_ring_is_a_scratch_and_so_is_a_bright_one_along_it_but_no_splinter(
        double nearest,
        float contrast,
        FindingKind kind,
        double size = 1
    ) =>
        Assert.Equal(
            kind,
            Assert.Single(Named([Patch(52, 9 * size, contrast) with { Width = 4 * size, Length = 22 * size, Nearest = nearest, Farthest = GlassEdge }])).Kind
        );

    // Dirt is seldom so even, or so long.
    [Theory]
    [InlineData(4.5, 1.05, -60, FindingKind.Scratch)]
    [InlineData(3.5, 1.05, -60, FindingKind.LooseDirt)]
    [InlineData(4.5, 1.12, -60, FindingKind.LooseDirt)]
    [InlineData(3.5, 1.05, 60, FindingKind.Scratch)]
    [InlineData(3.2, 1.02, -60, FindingKind.Scratch)]
    [InlineData(2.6, 1.02, -60, FindingKind.LooseDirt)]
    [InlineData(7, 1.25, -60, FindingKind.Scratch)]
    public void A_slender_even_patch_is_a_scratch(double slender, double roughness, float contrast, FindingKind kind) =>
        Assert.Equal(
            kind,
            Assert.Single(Named([Patch(20, 10, contrast) with { Width = 5, Length = 5 * slender, Roughness = roughness, Raggedness = 0.2 }])).Kind
        );

    [Theory]
    [InlineData(48, -25, FindingKind.Adhesive)]
    [InlineData(20, -25, FindingKind.Film)]
    [InlineData(48, 25, FindingKind.Film)]
    public void A_faint_wide_patch_by_the_ring_alone_is_adhesive_and_film_where_it_reaches_in(double nearest, float contrast, FindingKind kind) =>
        Assert.Equal(kind, Assert.Single(Named([], faint: [Patch(55, 25, contrast) with { Nearest = nearest, Length = 50, Width = 13, EdgeWidth = 3 }])).Kind);

    [Fact]
    public void Over_glass_and_ferrule_it_is_one_mark_of_adhesive()
    {
        var (mark, kind) = Assert.Single(Named([Chip with { Contrast = -45 }], [Patch(69, 8, -30)]));
        Assert.Equal(FindingKind.Adhesive, kind);
        Assert.Equal(Chip.Nearest, mark.Nearest);
        Assert.True(mark.Size > Math.Sqrt((Chip.Size * Chip.Size) + 64), $"size {mark.Size}");
    }

    [Fact]
    public void Small_and_very_dark_over_glass_and_ferrule_it_is_dirt() =>
        Assert.Equal(FindingKind.LooseDirt, Assert.Single(Named([Chip with { Contrast = -90 }], [Patch(69, 8, -80)])).Kind);

    // Adhesive shows on the glass as well: what only the ferrule has is dirt, and then so is what lies elsewhere at the ring.
    [Fact]
    public void On_the_ferrule_with_nothing_abreast_on_the_glass_it_is_dirt()
    {
        var opposite = Patch(69, 9) with { X = -69 };
        Assert.Equal(FindingKind.LooseDirt, Assert.Single(Named([], [opposite])).Kind);
        Assert.Equal([FindingKind.LooseDirt, FindingKind.LooseDirt], Named([Chip], [opposite]).Select(p => p.Kind));
    }

    [Theory]
    [InlineData(-20, 1)]
    [InlineData(-10, 0)]
    public void What_hardly_keeps_the_light_off_is_no_dirt(float contrast, int marks) => Assert.Equal(marks, Named([Dirt with { Contrast = contrast }]).Count);

    // Cleaning takes a minute, and the next look tells.
    [Fact]
    public void A_round_patch_where_dirt_is_about_is_taken_for_dirt()
    {
        var pit = Patch(40, 5);
        Assert.Equal(FindingKind.Pit, Assert.Single(Named([pit])).Kind);
        Assert.Equal([FindingKind.LooseDirt, FindingKind.LooseDirt], Named([pit, Dirt]).Select(p => p.Kind));
    }

    // A face has pits or dirt more often than both.
    [Theory]
    [InlineData(0, FindingKind.LooseDirt)]
    [InlineData(3, FindingKind.Pit)]
    public void A_patch_a_little_ragged_is_dirt_but_among_pits_a_pit(int pits, FindingKind kind) =>
        Assert.Equal(kind, Named([Patch(25, 7) with { Raggedness = 0.08 }, .. Enumerable.Range(0, pits).Select(i => Patch(-40 + (20 * i), 5))])[0].Kind);

    [Fact]
    public void One_crumb_of_dirt_makes_no_dirt_of_three_pits() =>
        Assert.Equal(
            [FindingKind.Pit, FindingKind.Pit, FindingKind.Pit, FindingKind.LooseDirt],
            Named([Patch(-40, 5), Patch(-20, 5), Patch(-3, 5), Dirt]).Select(p => p.Kind)
        );

    // The ferrule's own pits may be large.
    [Theory]
    [InlineData(8, FindingKind.Pit, FindingKind.Pit)]
    [InlineData(13, FindingKind.LooseDirt, FindingKind.Pit)]
    public void What_is_large_is_dirt_on_the_glass_however_round(double size, FindingKind onGlass, FindingKind onFerrule)
    {
        Assert.Equal(onGlass, Assert.Single(Named([Patch(25, size)])).Kind);
        Assert.Equal(onFerrule, Assert.Single(Named([], [Patch(90, size)])).Kind);
    }

    private static IReadOnlyList<(Blob Blob, FindingKind Kind)> Named(
        IEnumerable<Blob> onGlass,
        IEnumerable<Blob>? onFerrule = null,
        RingView? ring = null,
        IReadOnlyList<Blob>? faint = null
    ) => new DefectGrouping(ring ?? RingWith(60, 60), GlassEdge, FerruleFrom, 0.6).Name(faint ?? [], onGlass, onFerrule ?? []);

    // Even all round, but for a twentieth on the right.
    private static RingView RingWith(float shade, float onTheRight) =>
        new([.. Enumerable.Range(0, 360).Select(turn => turn is < 9 or >= 351 ? onTheRight : shade)]);

    // Round and sharp, on the fiber's right.
    private static Blob Patch(double x, double size, float contrast = -60)
    {
        var (nearest, farthest) = (x - (size / 2), x + (size / 2));
        return new Blob(
            x,
            0,
            size,
            size,
            size,
            contrast,
            1,
            Math.Max(0, x > FerruleFrom ? Math.Max(FerruleFrom, nearest) : nearest),
            x < FerruleFrom ? Math.Min(GlassEdge, farthest) : farthest,
            0.6,
            50,
            [],
            false,
            0.01
        );
    }
}
