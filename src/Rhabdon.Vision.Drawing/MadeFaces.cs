using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>What is on a made-up face.</summary>
public enum FaceCondition
{
    Clean,
    FineScratches,
    HeavyScratches,
    Pits,
    Dirt,
    Film,
    Adhesive,
    Chip,
    Crack,
    Mixed,
    Shattered,
}

/// <summary>Made-up faces by style, profile, plight and seed.</summary>
public static class MadeFaces
{
    /// <summary>The same four give the same face.</summary>
    public static MadeFace Make(FaceStyle style, FaceLimits profile, FaceCondition plight, int seed)
    {
        var chance = new Random(HashOf(style.Name, profile.Id, (int)plight, seed));
        var scale = style.Scale.Pick(chance);
        var fitting = style.Sizes.Where(s => s.Height * scale > 165).DefaultIfEmpty(style.Sizes[^1]).ToList();
        var (width, height) = fitting[chance.Next(fitting.Count)];
        var look = LookOf(style, profile, chance);
        var room = Math.Min(style.OffCenter.Pick(chance), (height * scale / 2) - 75);
        var turn = chance.NextDouble() * 2 * Math.PI;
        return new MadeFace(
            width,
            height,
            (width / 2.0) + (Math.Max(0, room) * Math.Cos(turn) / scale),
            (height / 2.0) + (Math.Max(0, room) * Math.Sin(turn) / scale),
            scale,
            look,
            [.. Marks(style, profile, look, plight, chance)],
            chance.Next()
        );
    }

    /// <summary>
    /// A clean face but for soft residue on the ferrule round the glass, as a wipe, a drop that dried or spilled adhesive leaves it; seed by seed another
    /// shape.
    /// </summary>
    public static MadeFace WithResidue(FaceStyle style, FaceLimits profile, int seed)
    {
        var face = Make(style, profile, FaceCondition.Clean, seed);
        return face with
        {
            Marks = [Residue.Make((ResidueShape)(seed % Residue.Shapes), face.Look, new Random(HashOf(style.Name, profile.Id, Residue.Shapes, seed)))],
        };
    }

    private static FaceAppearance LookOf(FaceStyle style, FaceLimits profile, Random chance)
    {
        var glass = style.Glass.Pick(chance);
        var isMultimode = profile.Modes.All(m => m == FiberMode.Multimode);
        var turn = chance.NextDouble() * 2 * Math.PI;
        var slope = style.Slope.Pick(chance);
        var ferrule = glass + style.FerruleStep.Pick(chance);
        return new FaceAppearance(
            glass,
            Math.Clamp(ferrule, 0.15, 0.92),
            Math.Clamp(glass + style.CoreStep.Pick(chance), 0.05, 0.95),
            isMultimode ? (chance.Next(5) == 0 ? 31.25 : 25) : 4 + (0.8 * chance.NextDouble()),
            isMultimode ? 0.3 + (1.5 * chance.NextDouble()) : 0.3 + (0.5 * chance.NextDouble()),
            style.CoreRound.Pick(chance),
            (chance.NextDouble() - 0.5) * 0.8,
            style.RingWidth.Pick(chance),
            style.Ring.Pick(chance),
            style.Grain.Pick(chance),
            style.GrainSize.Pick(chance),
            style.Pores.Pick(chance),
            slope * Math.Cos(turn),
            slope * Math.Sin(turn),
            style.Vignette.Pick(chance),
            style.Blur.Pick(chance),
            style.Noise.Pick(chance)
        );
    }

    private static IEnumerable<DrawnFinding> Marks(FaceStyle style, FaceLimits profile, FaceAppearance look, FaceCondition plight, Random chance) =>
        plight switch
        {
            FaceCondition.FineScratches => Many(1 + chance.Next(5), _ => Scratch(style, new Between(0.8, 2.8).Pick(chance), chance)),
            FaceCondition.HeavyScratches => Many(1 + chance.Next(3), i =>
                Scratch(style, i == 0 ? new Between(3.4, 7).Pick(chance) : new Between(1, 4).Pick(chance), chance)
            ),
            FaceCondition.Pits => Many(1 + chance.Next(6), _ => Pit(style, new Between(1.2, 8).Pick(chance), 57, chance)),
            FaceCondition.Dirt => Many(1 + chance.Next(4), _ => Dirt(style, chance)),
            FaceCondition.Film => [Film(chance)],
            FaceCondition.Adhesive => Many(1 + chance.Next(2), _ => Adhesive(look, chance)),
            FaceCondition.Chip => [Chip(style, chance)],
            FaceCondition.Crack => [Crack(style, profile, chance)],
            FaceCondition.Shattered => Shattered(style, chance),
            FaceCondition.Mixed => Marks(style, profile, look, FaceCondition.FineScratches, chance)
                .Concat(Marks(style, profile, look, (FaceCondition)(3 + chance.Next(3)), chance)),
            _ => [],
        };

    private static List<DrawnFinding> Many(int count, Func<int, DrawnFinding> make) => [.. Enumerable.Range(0, count).Select(make)];

    private static DrawnFinding Scratch(FaceStyle style, double width, Random chance)
    {
        var (turn, offset, half) = (chance.NextDouble() * Math.PI, (chance.NextDouble() - 0.5) * 90, Math.Max(8, 3 * width) + (35 * chance.NextDouble()));
        var (along, across) = (new Spot(Math.Cos(turn), Math.Sin(turn)), new Spot(-Math.Sin(turn), Math.Cos(turn)));
        var shift = (chance.NextDouble() - 0.5) * 50;
        var bow = chance.Next(3) == 0 ? (chance.NextDouble() - 0.5) * 0.3 * half : 0;
        var path = Enumerable
            .Range(0, 13)
            .Select(i =>
            {
                var t = (i - 6) / 6.0;
                var (a, c) = (shift + (half * t), offset + (bow * t * t));
                return new Spot((along.X * a) + (across.X * c), (along.Y * a) + (across.Y * c));
            })
            .ToList();
        return new DrawnFinding(FindingKind.Scratch, path, width, Depth(style, chance, style.BrightMarks) * 0.8, Softness: style.ScratchSoftness * width);
    }

    private static DrawnFinding Pit(FaceStyle style, double size, double within, Random chance) =>
        new(FindingKind.Pit, [Anywhere(0, within, chance)], size, Depth(style, chance, 0.1), 0.12, 1 + (0.5 * chance.NextDouble()), Seed: chance.Next());

    private static DrawnFinding Dirt(FaceStyle style, Random chance) =>
        new(
            FindingKind.LooseDirt,
            [Anywhere(0, 75, chance)],
            new Between(3, 18).Pick(chance),
            -Math.Abs(Depth(style, chance, 0)),
            0.35 + (0.15 * chance.NextDouble()),
            1 + (1.5 * chance.NextDouble()),
            0.6,
            style.DirtHalo,
            chance.Next()
        );

    private static DrawnFinding Film(Random chance) =>
        new(
            FindingKind.Film,
            [Anywhere(5, 40, chance)],
            new Between(30, 70).Pick(chance),
            (chance.Next(2) == 0 ? 1 : -1) * new Between(0.04, 0.1).Pick(chance),
            0.3,
            1 + chance.NextDouble(),
            new Between(3, 8).Pick(chance),
            0,
            chance.Next()
        );

    private static DrawnFinding Adhesive(FaceAppearance look, Random chance)
    {
        var turn = chance.NextDouble() * 2 * Math.PI;
        var size = new Between(8, 30).Pick(chance);
        var at = FiberDimensions.CladdingRadius + look.RingWidth + ((chance.NextDouble() - 0.6) * size / 2);
        return new DrawnFinding(
            FindingKind.Adhesive,
            [new Spot(at * Math.Cos(turn), at * Math.Sin(turn))],
            size,
            -new Between(0.08, 0.25).Pick(chance),
            0.25,
            1 + chance.NextDouble(),
            1.5,
            0,
            chance.Next()
        );
    }

    private static DrawnFinding Chip(FaceStyle style, Random chance)
    {
        var size = new Between(4, 16).Pick(chance);
        var turn = chance.NextDouble() * 2 * Math.PI;
        var at = FiberDimensions.CladdingRadius - (size * 0.42);
        return new DrawnFinding(
            FindingKind.Chip,
            [new Spot(at * Math.Cos(turn), at * Math.Sin(turn))],
            size,
            -Math.Max(0.15, Math.Abs(Depth(style, chance, 0))),
            0.15,
            1 + (0.5 * chance.NextDouble()),
            Seed: chance.Next()
        );
    }

    private static DrawnFinding Crack(FaceStyle style, FaceLimits profile, Random chance)
    {
        var turn = chance.NextDouble() * 2 * Math.PI;
        var (dx, dy) = (Math.Cos(turn), Math.Sin(turn));
        var offset = (chance.NextDouble() - 0.5) * (double)(profile.Of(Zone.A)?.To ?? 25);
        var path = Enumerable
            .Range(0, 20)
            .Select(i =>
            {
                var (along, across) = (-60 + (i * 6.3), offset + (5 * (chance.NextDouble() - 0.5)));
                return new Spot((along * dx) - (across * dy), (along * dy) + (across * dx));
            })
            .ToList();
        return new DrawnFinding(FindingKind.Crack, path, new Between(1, 2.5).Pick(chance), -Math.Max(0.15, Math.Abs(Depth(style, chance, 0))));
    }

    // Glass that broke out, and what runs on from it to the edge.
    private static IEnumerable<DrawnFinding> Shattered(FaceStyle style, Random chance)
    {
        var middle = Anywhere(0, 35, chance);
        var depth = -Math.Max(0.25, Math.Abs(Depth(style, chance, 0)));
        var cracks = Many(2 + chance.Next(4), _ =>
        {
            var turn = chance.NextDouble() * 2 * Math.PI;
            var edge = new Spot(FiberDimensions.CladdingRadius * Math.Cos(turn), FiberDimensions.CladdingRadius * Math.Sin(turn));
            var path = Enumerable
                .Range(0, 9)
                .Select(i => new Spot(
                    middle.X + ((edge.X - middle.X) * i / 8) + (4 * (chance.NextDouble() - 0.5)),
                    middle.Y + ((edge.Y - middle.Y) * i / 8) + (4 * (chance.NextDouble() - 0.5))
                ));
            return new DrawnFinding(FindingKind.Crack, [.. path], new Between(1, 2.5).Pick(chance), depth);
        });
        return
        [
            .. cracks,
            new DrawnFinding(FindingKind.Shattered, [middle], new Between(36, 75).Pick(chance), depth, 0.5, 1 + chance.NextDouble(), Seed: chance.Next()),
        ];
    }

    private static double Depth(FaceStyle style, Random chance, double bright) => style.Contrast.Pick(chance) * (chance.NextDouble() < bright ? 1 : -1);

    private static Spot Anywhere(double from, double to, Random chance)
    {
        var (radius, turn) = (Math.Sqrt((from * from) + (((to * to) - (from * from)) * chance.NextDouble())), chance.NextDouble() * 2 * Math.PI);
        return new Spot(radius * Math.Cos(turn), radius * Math.Sin(turn));
    }

    // Not string.GetHashCode, which differs from run to run.
    private static int HashOf(string style, string profile, int plight, int seed)
    {
        var hash = 17;
        foreach (var letter in style + "/" + profile)
        {
            hash = unchecked((hash * 31) + letter);
        }

        return unchecked((((hash * 31) + plight) * 31) + seed);
    }
}
