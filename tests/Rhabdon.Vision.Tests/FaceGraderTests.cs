using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Vision.Tests;

/// <summary>
/// Made-up faces whose marks are known exactly, graded; limits of IEC 61300-3-35:2015, from memory. Tolerances are the product's aims: center 0.5 µm, scale 0.5
/// %, size 15 % or 0.7 µm.
/// </summary>
public class FaceGraderTests
{
    private static readonly FaceLimits Upc = ShippedFaceLimits.Find("sm-upc")!;
    private static readonly FaceLimits Multimode = ShippedFaceLimits.Find("mm")!;

    public static TheoryData<double, double, double, FaceAppearance> Views =>
        new()
        {
            { 0.3, 512, 384, new FaceAppearance() },
            { 0.3, 470.3, 401.8, new FaceAppearance(Glass: 0.6, Ferrule: 0.4, SlopeX: 0.06, Vignette: 0.2) },
            { 0.42, 530, 350.5, new FaceAppearance(RingWidth: 4, Ring: 0.3, Blur: 0.8) },
            { 0.25, 500.7, 390.2, new FaceAppearance(Core: 0.95, CoreRound: 0.6, Grain: 0.03, Pores: 2) },
            { 0.6, 505, 390, new FaceAppearance(Noise: 0.015) },
            { 0.3, 500, 390, new FaceAppearance(Core: 0.8, CoreRound: 1, CoreOffset: 0.7) },
            { 0.3, 500, 390, new FaceAppearance(Ferrule: 0.55, Ring: 0.5, RingWidth: 0.3, Grain: 0.1) },
        };

    // The fiber says which glass it is, not the limits: a buyer's may serve both. A core of 50 µm is no circle of a mark, nor one of 62.5 (ISO/IEC 11801, from
    // memory).
    [Theory]
    [InlineData(FiberCore.Core50)]
    [InlineData(FiberCore.Core62)]
    public void A_multimode_core_is_known_as_such_whatever_glass_the_limits_serve(FiberCore core)
    {
        var both = Upc with { Modes = [FiberMode.SingleMode, FiberMode.Multimode] };
        foreach (var step in (double[])[0.06, 0.12, 0.2])
        {
            var grade = FaceGrader.Grade(FaceRenderer.Draw(Face(new FaceAppearance(Core: 0.5 + step, CoreRadius: core.Radius(), CoreEdge: 1), [])), both, core);
            Assert.Equal((FaceVerdict.Pass, FaceGrader.Version), (grade.Verdict, grade.Grader));
            Assert.Equal(core.Radius(), grade.Place!.CoreRadius, 1.5);
        }
    }

    [Theory]
    [MemberData(nameof(Views))]
    public void The_fiber_is_found_where_it_was_drawn(double scale, double x, double y, FaceAppearance look)
    {
        var grade = Grade(Face(look, []) with { CenterX = x, CenterY = y, MicrometersPerPixel = scale });
        Assert.Equal(FaceVerdict.Pass, grade.Verdict);
        Assert.Equal(x, grade.Place!.CenterX, 0.5 / scale);
        Assert.Equal(y, grade.Place.CenterY, 0.5 / scale);
        Assert.Equal(1, grade.Place.Scale / scale, 0.005);
        Assert.Equal(125 / scale, grade.Place.CladdingDiameter, 125 / scale * 0.005);
    }

    // A core that shades off and film with a sharp edge have circles of their own, with other middles.
    [Theory]
    [InlineData(40, -4, 0.04)]
    [InlineData(50, -18, 0.08)]
    [InlineData(20, -12, 0.25)]
    public void The_fiber_is_found_beside_a_sharper_round_mark(double size, double x, double depth)
    {
        var film = new DrawnFinding(FindingKind.Film, [new Spot(x, 5)], size, depth, 0.05, Softness: 0.3, Seed: 3);
        var look = new FaceAppearance(
            Glass: 0.6,
            Ferrule: 0.62,
            Core: 0.95,
            CoreRound: 1,
            CoreRadius: 25,
            RingWidth: 0.5,
            Grain: 0.06,
            GrainSize: 4,
            Noise: 0.006,
            Vignette: 0.15
        );
        var grade = FaceGrader.Grade(FaceRenderer.Draw(new MadeFace(1280, 960, 591.4, 494.4, 0.344, look, [film], 20261125)), Multimode, FiberCore.Core50);
        Assert.Equal(591.4, grade.Place!.CenterX, 0.5 / 0.344);
        Assert.Equal(494.4, grade.Place.CenterY, 0.5 / 0.344);
        Assert.Equal(1, grade.Place.Scale / 0.344, 0.005);
    }

    // Many microscopes show the round edge of what the lens sees, black beyond (common practice).
    [Theory]
    [InlineData("sm-upc", 180, 0)]
    [InlineData("sm-upc", 150, 10)]
    [InlineData("sm-upc", 100, -5)]
    [InlineData("sm-upc", 82, 3)]
    [InlineData("mm", 190, 20)]
    public void The_round_edge_of_what_the_lens_sees_is_neither_fiber_nor_mark(string profile, double radius, double aside)
    {
        const double Scale = 0.45;
        var shades = FaceRenderer
            .Draw(new MadeFace(1024, 768, 520, 390, Scale, new FaceAppearance(CoreRadius: profile == "mm" ? 25 : 4.5), [], 5))
            .Pixels.ToArray();
        for (var at = 0; at < shades.Length; at++)
        {
            var (x, y) = ((at % 1024) - 520 - (aside / Scale), (at / 1024) - 390);
            shades[at] = Math.Sqrt((x * x) + (y * y)) * Scale < radius ? shades[at] : (byte)(3 + (at % 3));
        }

        var grade = FaceGrader.Grade(new GrayImage(1024, 768, shades), ShippedFaceLimits.Find(profile)!, CoreOf(ShippedFaceLimits.Find(profile)!));
        Assert.Equal(FaceVerdict.Pass, grade.Verdict);
        Assert.Empty(grade.Findings);
        Assert.Equal(520, grade.Place!.CenterX, 0.5 / Scale);
        Assert.Equal(1, grade.Place.Scale / Scale, 0.005);
    }

    // A mark keeps back a share of the light, however much there is (the law of reflection); so half the light shows the same face.
    [Theory]
    [InlineData(FaceCondition.Clean)]
    [InlineData(FaceCondition.Pits)]
    [InlineData(FaceCondition.Dirt)]
    [InlineData(FaceCondition.HeavyScratches)]
    [InlineData(FaceCondition.Adhesive)]
    public void Half_the_light_shows_the_same_marks(FaceCondition condition)
    {
        var bright = FaceRenderer.Draw(MadeFaces.Make(FaceStyle.All[0], Upc, condition, 31));
        var dim = new GrayImage(bright.Width, bright.Height, [.. bright.Pixels.ToArray().Select(shade => (byte)Math.Round(shade * 0.5))]);
        var (inBright, inDim) = (Grade(bright), Grade(dim));
        Assert.Equal(inBright.Verdict, inDim.Verdict);
        Assert.Equal(Told(inBright), Told(inDim));

        static FaceGrading Grade(GrayImage image) => FaceGrader.Grade(image, Upc, FiberCore.SingleMode);

        // Limits begin at 2 µm.
        static IEnumerable<(FindingKind, Zone)> Told(FaceGrading grade) => grade.Findings.Where(f => f.Size >= 2).Select(f => (f.Kind, f.Zone)).Order();
    }

    [Fact]
    public void A_wide_core_in_a_black_ferrule_is_no_fiber()
    {
        var grade = FaceGrader.Grade(
            FaceRenderer.Draw(new MadeFace(1024, 768, 520, 390, 0.3, new FaceAppearance(Ferrule: 0.03, Ring: 0.03, Core: 0.9, CoreRadius: 25), [], 5)),
            Multimode,
            FiberCore.Core50
        );
        Assert.Equal(1, grade.Place!.Scale / 0.3, 0.005);
    }

    // Lit from behind, a wide core's circle is far sharper than the cladding's, and no smaller than other fibers are in some pictures.
    [Theory]
    [InlineData(0.3, 0.2, 0.3, 0.3)]
    [InlineData(0.3, 0.2, 3, 0.8)]
    [InlineData(0.3, 0.6, 0.3, 0.3)]
    [InlineData(1.5, 0.6, 0.3, 0.3)]
    public void A_core_that_is_lit_is_not_taken_for_the_fiber(double coreEdge, double ferrule, double ringWidth, double ring)
    {
        var look = new FaceAppearance(
            Glass: 0.45,
            Ferrule: ferrule,
            Core: 0.95,
            CoreRadius: 25,
            CoreEdge: coreEdge,
            RingWidth: ringWidth,
            Ring: ring,
            Blur: 0.6
        );
        var grade = FaceGrader.Grade(FaceRenderer.Draw(new MadeFace(1280, 1024, 714.6, 478.3, 0.36, look, [], 7)), Multimode, FiberCore.Core50);
        Assert.Equal(1, grade.Place!.Scale / 0.36, 0.005);
        Assert.Equal(FaceVerdict.Pass, grade.Verdict);
    }

    // A graded core is laid down in layers, which may show (from memory): a seam just inside its edge is no circle of its own.
    [Theory]
    [InlineData(17, 0.7)]
    [InlineData(19, 0.95)]
    public void A_seam_inside_the_edge_of_a_lit_core_hides_no_fiber(double radius, double core)
    {
        var look = new FaceAppearance(Glass: 0.45, Ferrule: 0.48, Core: core, CoreRadius: 25, RingWidth: 0.5, Ring: 0.43);
        var seam = new DrawnFinding(
            FindingKind.Scratch,
            [.. Enumerable.Range(0, 73).Select(i => new Spot(radius * Math.Cos(i * Math.PI / 36), radius * Math.Sin(i * Math.PI / 36)))],
            1,
            -0.1
        );
        Assert.Equal(
            1,
            FaceGrader.Grade(FaceRenderer.Draw(new MadeFace(1600, 1200, 714.6, 578.3, 0.32, look, [seam], 7)), Multimode, FiberCore.Core50).Place!.Scale / 0.32,
            0.005
        );
    }

    // Where a mark lies, how large it is, and what IEC 61300-3-35 (from memory) says of it on a UPC face.
    public static TheoryData<DrawnFinding, Zone, FaceVerdict> Marks =>
        new()
        {
            { Scratch(-20, 30, 25, 34, 2), Zone.B, FaceVerdict.Pass },
            { Scratch(-20, 30, 25, 34, 4), Zone.B, FaceVerdict.Fail },
            { Scratch(-30, 4, 30, -2, 1.5), Zone.A, FaceVerdict.Fail },
            { Pit(30, 10, 4), Zone.B, FaceVerdict.Pass },
            { Pit(-25, 28, 7), Zone.B, FaceVerdict.Fail },
            { Pit(6, 5, 3), Zone.A, FaceVerdict.Fail },
            { Pit(88, -30, 16), Zone.D, FaceVerdict.Fail },
            { Pit(88, -30, 7), Zone.D, FaceVerdict.Pass },
        };

    // Common practice: pits come of grinding, many at a time, and one is always the largest.
    [Fact]
    public void A_pit_that_is_larger_than_the_others_makes_no_dirt_of_them()
    {
        var grade = Grade(Face(new FaceAppearance(), [Pit(30, 10, 8.8), Pit(-25, 28, 7), Pit(-10, -30, 5)]));
        Assert.Equal([FindingKind.Pit, FindingKind.Pit, FindingKind.Pit], grade.Findings.Select(f => f.Kind));
        Assert.Equal(FaceVerdict.Fail, grade.Verdict);
    }

    [Theory]
    [MemberData(nameof(Marks))]
    public void A_mark_is_found_measured_and_judged(DrawnFinding mark, Zone zone, FaceVerdict verdict)
    {
        var face = Face(new FaceAppearance(), [mark]);
        var grade = Grade(face);
        var found = Assert.Single(grade.Findings);
        Assert.Equal(zone, found.Zone);
        Assert.Equal(mark.Size, found.Size, Math.Max(0.7, 0.15 * mark.Size));
        Assert.Equal(mark.IsLine ? FindingClass.Scratch : FindingClass.Defect, found.Class);
        Assert.Equal(verdict, grade.Verdict);
    }

    [Fact]
    public void Film_alone_asks_for_cleaning()
    {
        var film = new DrawnFinding(FindingKind.Film, [new Spot(-15, 10)], 36, -0.07, 0.2, 1.3, 5);
        Assert.Equal(FaceVerdict.CleanAndLookAgain, Grade(Face(new FaceAppearance(), [film])).Verdict);
    }

    [Theory]
    [InlineData(-0.07)]
    [InlineData(0.05)]
    public void Film_over_nearly_half_of_the_glass_is_no_light(double depth)
    {
        var film = new DrawnFinding(FindingKind.Film, [new Spot(-14, 9)], 82, depth, 0.2, 1.1, 6);
        Assert.Equal(FaceVerdict.CleanAndLookAgain, Grade(Face(new FaceAppearance(SlopeX: 0.03, Vignette: 0.1), [film])).Verdict);
    }

    // With an edge as sharp as the lens is, and next to a ring and a ferrule that differ from the glass as film does: common practice.
    [Theory]
    [InlineData(0.09, 0.75, 0.15)]
    [InlineData(0.05, 0.65, 0.5)]
    [InlineData(-0.08, 0.35, 0.1)]
    [InlineData(-0.05, 0.4, 0.3)]
    public void Film_with_a_sharp_edge_over_more_than_half_of_the_glass_is_film(double depth, double ferrule, double ring)
    {
        var film = new DrawnFinding(FindingKind.Film, [new Spot(12, -10)], 86, depth, 0.12, 1.2, 0.5);
        var grade = Grade(Face(new FaceAppearance(Ferrule: ferrule, Ring: ring, RingWidth: 2, SlopeX: 0.03, Vignette: 0.1), [film]));
        Assert.Equal(FaceVerdict.CleanAndLookAgain, grade.Verdict);
        Assert.Equal(86, Assert.Single(grade.Findings, f => f.Kind == FindingKind.Film).Size, 86 * 0.15);
    }

    // The blur hides how wide a thin ring is: common practice has adhesive show dark.
    [Theory]
    [InlineData(0.3, 0.08)]
    [InlineData(0.7, 0.2)]
    [InlineData(1.4, 0.3)]
    [InlineData(4, 0.15)]
    public void Scale_comes_within_half_a_percent_whatever_the_ring(double width, double shade)
    {
        var face = FaceRenderer.Draw(Face(new FaceAppearance(RingWidth: width, Ring: shade, Blur: 0.8), []));
        Assert.Equal(0.3, FaceGrader.Grade(face, Upc, FiberCore.SingleMode).Place!.Scale, 0.005 * 0.3);
        Assert.Equal(0.3, FaceGrader.Grade(Dimmed(face, 0.35), Upc, FiberCore.SingleMode).Place!.Scale, 0.005 * 0.3);
    }

    // A dark core of 50 µm can be far sharper than a cladding of the ferrule's own shade.
    [Theory]
    [InlineData(501)]
    [InlineData(503)]
    public void A_wide_core_is_not_taken_for_the_cladding(int seed)
    {
        var face = MadeFaces.Make(FaceStyle.All.Single(s => s.Name == "dark-core"), Multimode, FaceCondition.Chip, seed);
        var grade = FaceGrader.Grade(FaceRenderer.Draw(face), Multimode, FiberCore.Core50);
        Assert.Equal(1, grade.Place!.Scale / face.MicrometersPerPixel, 0.005);
        Assert.Equal(FaceVerdict.Fail, grade.Verdict);
    }

    [Theory]
    [InlineData(2.4, FindingKind.Crack)]
    [InlineData(0, FindingKind.Scratch)]
    public void What_zigzags_is_a_crack_and_what_bows_a_scratch(double zigzag, FindingKind kind)
    {
        var line = new DrawnFinding(
            FindingKind.Crack,
            [.. Enumerable.Range(0, 13).Select(i => new Spot(-48 + (i * 8), -30 + (i % 2 * zigzag) + (0.2 * (i - 6) * (i - 6))))],
            1.8,
            -0.25
        );
        Assert.Equal(kind, Assert.Single(Grade(Face(new FaceAppearance(), [line])).Findings).Kind);
    }

    // Common practice: a film draws scratches straight or in wide bows, lint curls.
    [Theory]
    [InlineData(12, 130, 4)]
    [InlineData(10, 200, 3.5)]
    [InlineData(16, 150, 5)]
    public void A_thread_that_curls_is_dirt(double radius, double degrees, double width)
    {
        var thread = new DrawnFinding(
            FindingKind.LooseDirt,
            [
                .. Enumerable
                    .Range(0, 25)
                    .Select(i => i / 24.0 * degrees * Math.PI / 180)
                    .Select(turn => new Spot(-25 + (radius * Math.Cos(turn)), 18 + (radius * Math.Sin(turn)))),
            ],
            width,
            -0.3
        );
        var grade = Grade(Face(new FaceAppearance(), [thread]));
        Assert.Equal(FindingKind.LooseDirt, Assert.Single(grade.Findings).Kind);
        Assert.Equal(FaceVerdict.CleanAndLookAgain, grade.Verdict);
    }

    // A scratch is as wide all along (common practice); dirt that long is seldom so even.
    [Theory]
    [InlineData(4.5, 16, -0.2)]
    [InlineData(4.5, 12, 0.25)]
    [InlineData(6, 20, 0.2)]
    [InlineData(6, 32, -0.15)]
    public void A_short_wide_scratch_is_one_and_as_wide_as_it_was_drawn(double width, double length, double depth)
    {
        var found = Assert.Single(
            Grade(Face(new FaceAppearance(), [Scratch(12, 20, 12 + (0.8 * length), 20 + (0.6 * length), width) with { Depth = depth }])).Findings
        );
        Assert.Equal(FindingKind.Scratch, found.Kind);
        Assert.Equal(width, found.Size, 0.7);
    }

    // Common practice: adhesive lies over the ring, a chip ends at the glass.
    [Theory]
    [InlineData(FindingKind.Adhesive, 63.5, 7)]
    [InlineData(FindingKind.Adhesive, 64, 12)]
    [InlineData(FindingKind.Chip, 59, 7)]
    [InlineData(FindingKind.Chip, 57.5, 12)]
    public void Adhesive_and_a_chip_are_told_by_the_ring(FindingKind kind, double at, double size) =>
        Assert.Equal(
            kind,
            Assert.Single(Grade(Face(new FaceAppearance(RingWidth: 3, Ring: 0.35), [new DrawnFinding(kind, [new Spot(at, 0)], size, -0.2, 0.1)])).Findings).Kind
        );

    // A crack turns where the glass gives way (common practice): between two corners it may run as straight as a scratch.
    [Fact]
    public void A_dark_line_with_sharp_corners_is_a_crack()
    {
        var crack = new DrawnFinding(FindingKind.Crack, [.. Enumerable.Range(0, 5).Select(i => new Spot(-40 + (i * 16), 24 + (i % 2 * 2.2)))], 1.6, -0.3);
        Assert.Equal(FaceVerdict.Fail, Grade(Face(new FaceAppearance(), [crack])).Verdict);
    }

    [Fact]
    public void Where_scratches_cross_there_is_nothing_else()
    {
        var findings = Grade(Face(new FaceAppearance(), [Scratch(-40, 12, 38, 30, 2.5), Scratch(-30, 45, 20, 8, 2.2), Scratch(14, -30, 24, 45, 1.8)])).Findings;
        Assert.All(findings, f => Assert.Equal(FindingKind.Scratch, f.Kind));
        Assert.Equal(3, findings.Count);
    }

    // Near the ring only short stretches are left of them past the crossing.
    [Theory]
    [InlineData(3, 0.13, 35, 0)]
    [InlineData(3, -0.13, 20, 8)]
    [InlineData(3.6, 0.13, 20, 8)]
    [InlineData(4.5, 0.13, 35, 8)]
    public void Where_scratches_cross_near_the_ring_there_is_nothing_else(double width, double depth, double degrees, double from)
    {
        var (sin, cos) = Math.SinCos(degrees * Math.PI / 180);
        DrawnFinding[] crossing =
        [
            Scratch(-66, 10, 10, 14, width),
            Scratch(from - 46 - (40 * cos), 10 - (40 * sin), from - 46 + (40 * cos), 10 + (40 * sin), width),
        ];
        Assert.All(Grade(Face(new FaceAppearance(), [.. crossing.Select(m => m with { Depth = depth })])).Findings, f =>
            Assert.Equal(FindingKind.Scratch, f.Kind)
        );
    }

    // Adhesive that clings to the ring has an edge along it, which is no line.
    [Theory]
    [InlineData(32)]
    [InlineData(34)]
    public void The_edge_of_adhesive_along_the_ring_is_no_crack(double degrees)
    {
        var along = Enumerable
            .Range(-6, 13)
            .Select(i => i / 6.0 * degrees * Math.PI / 180)
            .Select(turn => new Spot(62.5 * Math.Cos(turn), 62.5 * Math.Sin(turn)));
        var bead = new DrawnFinding(FindingKind.Adhesive, [.. along], 6, -0.25);
        Assert.All(Grade(Face(new FaceAppearance(RingWidth: 2, Ring: 0.3), [bead])).Findings, f => Assert.Equal(FindingKind.Adhesive, f.Kind));
    }

    [Fact]
    public void A_doubtful_mark_at_the_ring_is_dirt_where_dirt_lies_about()
    {
        var atRing = new DrawnFinding(FindingKind.LooseDirt, [new Spot(57.5, 0)], 9, -0.35, 0.1, 1, Seed: 3);
        var loose = new DrawnFinding(FindingKind.LooseDirt, [new Spot(-30, 10)], 12, -0.35, 0.4, 1.4, 0.6, Seed: 5);
        Assert.Equal(FaceVerdict.Fail, Grade(Face(new FaceAppearance(), [atRing])).Verdict);
        Assert.Equal(FaceVerdict.CleanAndLookAgain, Grade(Face(new FaceAppearance(), [atRing, loose])).Verdict);
    }

    [Fact]
    public void A_crack_across_the_core_is_refused_on_any_profile()
    {
        var crack = new DrawnFinding(FindingKind.Crack, [.. Enumerable.Range(0, 19).Select(i => new Spot(-57 + (i * 6.3), 3 + (i % 2 * 4.5)))], 2, -0.3);
        foreach (var profile in ShippedFaceLimits.Starters)
        {
            var grade = FaceGrader.Grade(FaceRenderer.Draw(Face(LookFor(profile), [crack])), profile, CoreOf(profile));
            Assert.Equal(FaceVerdict.Fail, grade.Verdict);
            Assert.Equal("face.do.cut-off", FaceAdvice.For(grade, profile).Do.Key);
        }
    }

    // Broken glass over half of a ring is no noise of that ring.
    [Theory]
    [InlineData("dark-core", "sm-pc", 1012)]
    [InlineData("thick-ring", "sm-pc", 1012)]
    [InlineData("probe", "mm", 1010)]
    public void A_shattered_face_is_never_passed(string style, string limits, int seed)
    {
        var profile = ShippedFaceLimits.Find(limits)!;
        Assert.Equal(
            FaceVerdict.Fail,
            FaceGrader
                .Grade(
                    FaceRenderer.Draw(MadeFaces.Make(FaceStyle.All.Single(s => s.Name == style), profile, FaceCondition.Shattered, seed)),
                    profile,
                    CoreOf(profile)
                )
                .Verdict
        );
    }

    [Fact]
    public void Glass_that_broke_out_is_refused_on_any_profile()
    {
        var broken = new DrawnFinding(FindingKind.Shattered, [new Spot(-12, 18)], 50, -0.35, 0.5, 1.4, Seed: 11);
        foreach (var profile in ShippedFaceLimits.Starters)
        {
            var grade = FaceGrader.Grade(FaceRenderer.Draw(Face(LookFor(profile), [broken])), profile, CoreOf(profile));
            Assert.Contains(grade.Findings, f => f.Kind == FindingKind.Shattered);
            Assert.Equal(("face.refused.shattered", "face.do.cut-off"), (grade.Reasons[0].Key, FaceAdvice.For(grade, profile).Do.Key));
        }
    }

    // A camera that gets a sixth of the light sees the same face.
    [Theory]
    [InlineData(1)]
    [InlineData(0.35)]
    [InlineData(0.16)]
    public void A_dim_picture_comes_to_the_same_verdict(double light)
    {
        var crack = new DrawnFinding(FindingKind.Crack, [.. Enumerable.Range(0, 19).Select(i => new Spot(-57 + (i * 6.3), 3 + (i % 2 * 4.5)))], 2, -0.3);
        var dirt = new DrawnFinding(FindingKind.LooseDirt, [new Spot(-30, 10)], 12, -0.3, 0.4, 1.4, 0.6, Seed: 5);
        Assert.Contains(Seen(crack).Findings, f => f.Kind == FindingKind.Crack);
        Assert.Equal(FaceVerdict.CleanAndLookAgain, Seen(dirt).Verdict);
        Assert.Equal(FaceVerdict.Pass, Seen().Verdict);

        FaceGrading Seen(params DrawnFinding[] marks) =>
            FaceGrader.Grade(Dimmed(FaceRenderer.Draw(Face(new FaceAppearance(), marks)), light), Upc, FiberCore.SingleMode);
    }

    // Common practice: two marks are judged one by one.
    [Theory]
    [InlineData(1.5)]
    [InlineData(2.4)]
    [InlineData(3.6)]
    [InlineData(5)]
    public void A_scratch_flips_the_verdict_once_as_it_widens(double width) =>
        Assert.Equal(width > 3 ? FaceVerdict.Fail : FaceVerdict.Pass, Grade(Face(new FaceAppearance(), [Scratch(-30, -25, 20, -38, width)])).Verdict);

    public static TheoryData<string, FaceVerdict, DrawnFinding[]> Kept =>
        new()
        {
            { "clean", FaceVerdict.Pass, [] },
            { "scratched", FaceVerdict.Fail, [Scratch(-35, 20, 30, 36, 4.6)] },
            { "pitted", FaceVerdict.Fail, [Pit(-25, -25, 8), Pit(30, 20, 3)] },
        };

    [Theory]
    [MemberData(nameof(Kept))]
    public void Turning_mirroring_shifting_and_scaling_a_picture_keep_the_verdict(string name, FaceVerdict verdict, DrawnFinding[] marks)
    {
        var face = Face(new FaceAppearance(SlopeX: 0.04), marks);
        var image = FaceRenderer.Draw(face);
        GrayImage[] others =
        [
            image,
            Map(image, image.Height, image.Width, (x, y) => (y, x)),
            Map(image, image.Width, image.Height, (x, y) => (image.Width - 1 - x, y)),
            FaceRenderer.Draw(face with { CenterX = face.CenterX + 41.3, CenterY = face.CenterY - 23.9 }),
            FaceRenderer.Draw(face with { MicrometersPerPixel = 0.47 }),
        ];
        Assert.All(others, other => Assert.True(FaceGrader.Grade(other, Upc, FiberCore.SingleMode).Verdict == verdict, name));
    }

    [Fact]
    public void Another_mark_never_makes_a_face_better()
    {
        DrawnFinding[] marks = [Pit(30, 18, 3.5), Scratch(-30, 25, 10, 40, 2), Pit(-28, -22, 6.5), Scratch(-20, 3, 30, 6, 1.6)];
        var verdicts = Enumerable.Range(0, marks.Length + 1).Select(n => Grade(Face(new FaceAppearance(), marks[..n])).Verdict).ToList();
        Assert.Equal([FaceVerdict.Pass, FaceVerdict.Pass, FaceVerdict.Pass, FaceVerdict.Fail, FaceVerdict.Fail], verdicts);
    }

    // Common practice: a count over its limit is polished away like a size over it; dirt beside a pit does not name the fault.
    [Fact]
    public void The_marks_that_stand_against_a_face_decide_what_is_said_and_done()
    {
        var many = Enumerable.Range(0, 6).Select(i => Found(FindingKind.Pit, 3, i)).ToList();
        Assert.Equal("face.do.pit-why", FaceAdvice.For(Graded(many), Upc).Why!.Key);
        Assert.All(new FaceViewer(Phrasebook.English).View(Graded(many), Upc).Marks, m => Assert.Equal("bad", m.Tone));
        Assert.Equal(
            "Fails: pit in B",
            new FaceViewer(Phrasebook.English).View(Graded([Found(FindingKind.LooseDirt, 20, 0), Found(FindingKind.Pit, 6, 1)]), Upc).Headline
        );
    }

    private static Finding Found(FindingKind kind, double size, double x) => new(kind, Zone.B, size, 0, size, size, x, 0, -0.3, 1);

    private static FaceGrading Graded(IReadOnlyList<Finding> findings)
    {
        var judged = FaceJudge.Judge(Upc, findings);
        return new FaceGrading(
            judged.Verdict,
            judged.IsMarginal,
            new PictureQuality(0.5, 0.5, 0, 0.01, 90),
            findings,
            judged.Zones,
            judged.Reasons,
            new FiberCircle(500, 400, 416, 0.3, 4.5)
        );
    }

    public static TheoryData<string, GrayImage> Blind =>
        new()
        {
            { "dark", new GrayImage(640, 480, new byte[640 * 480]) },
            { "clipped", new GrayImage(640, 480, [.. Enumerable.Repeat((byte)255, 640 * 480)]) },
            { "no-fiber", FaceRenderer.Draw(Face(new FaceAppearance(), []) with { CenterX = -2_000 }) },
            { "blurred", FaceRenderer.Draw(Face(new FaceAppearance(Blur: 5), [])) },
            { "cut-off", FaceRenderer.Draw(Face(new FaceAppearance(), []) with { CenterX = 120 }) },
        };

    [Theory]
    [MemberData(nameof(Blind))]
    public void What_shows_no_whole_sharp_fiber_cannot_be_graded(string why, GrayImage image)
    {
        var grade = FaceGrader.Grade(image, Upc, FiberCore.SingleMode);
        Assert.Equal(FaceVerdict.CannotGrade, grade.Verdict);
        Assert.Contains(
            Assert.Single(grade.Reasons).Key,
            why == "cut-off" ? (string[])["face.cannot.cut-off", "face.cannot.no-fiber"] : [$"face.cannot.{why}"]
        );
    }

    [Fact]
    public void A_screen_says_the_verdict_first_and_the_decisive_mark_first()
    {
        var grade = Grade(Face(new FaceAppearance(), [Pit(-25, 28, 7), Scratch(-20, -30, 25, -34, 2)]));
        var view = new FaceViewer(Phrasebook.English).View(grade, Upc);
        Assert.Equal("Fails: pit in B", view.Headline);
        Assert.Equal("bad", view.Tone);
        Assert.StartsWith("pit ", view.Marks[0].Says, StringComparison.Ordinal);
        Assert.True(view.Marks[0].Share is > 1.2 and < 1.6, "7 of 5 µm");
        Assert.Equal([1, 2], view.Marks.Select(m => m.Number));
        Assert.Equal(4, view.Rings.Count);
    }

    [Theory]
    [InlineData("mm", 20, FaceVerdict.Pass)]
    [InlineData("sm-upc", 20, FaceVerdict.Pass)]
    [InlineData("sm-upc", 5, FaceVerdict.Fail)]
    public void The_same_pit_is_judged_by_the_zones_of_its_profile(string profile, double from, FaceVerdict verdict)
    {
        var limits = ShippedFaceLimits.Find(profile)!;
        Assert.Equal(verdict, FaceGrader.Grade(FaceRenderer.Draw(Face(LookFor(limits), [Pit(from, 0, 3.5)])), limits, CoreOf(limits)).Verdict);
    }

    private static FaceAppearance LookFor(FaceLimits profile) => profile == Multimode ? new FaceAppearance(CoreRadius: 25) : new FaceAppearance();

    private static MadeFace Face(FaceAppearance look, IReadOnlyList<DrawnFinding> marks) => new(1024, 768, 512, 384, 0.3, look, marks, 20261125);

    private static FaceGrading Grade(MadeFace face) => FaceGrader.Grade(FaceRenderer.Draw(face), Upc, FiberCore.SingleMode);

    private static GrayImage Dimmed(GrayImage image, double light) =>
        new(image.Width, image.Height, [.. image.Pixels.ToArray().Select(shade => (byte)Math.Round(shade * light))]);

    private static DrawnFinding Scratch(double fromX, double fromY, double toX, double toY, double width) =>
        new(FindingKind.Scratch, [new Spot(fromX, fromY), new Spot(toX, toY)], width, -0.2);

    private static DrawnFinding Pit(double x, double y, double size) => new(FindingKind.Pit, [new Spot(x, y)], size, -0.3);

    private static GrayImage Map(GrayImage image, int width, int height, Func<int, int, (int X, int Y)> from) =>
        new(width, height, [.. Enumerable.Range(0, width * height).Select(i => from(i % width, i / width)).Select(p => image[p.X, p.Y])]);
}
