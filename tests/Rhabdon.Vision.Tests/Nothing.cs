using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Tests;

/// <summary>
/// Pictures of nothing: noise, textures, checkers, what has a photograph's spectrum, other round things. The same number gives the same picture.
/// </summary>
internal static class Nothing
{
    private static readonly (int Width, int Height)[] Sizes =
    [
        (640, 480),
        (800, 600),
        (1024, 768),
        (640, 480),
        (800, 600),
        (1280, 960),
        (640, 480),
        (800, 600),
        (1024, 768),
        (2592, 1944),
    ];

    private static readonly Func<Random, Func<double, double, double>>[] Kinds =
    [
        White,
        Cloth,
        Checkers,
        Stripes,
        Bubbles,
        Target,
        Gear,
        Ellipse,
        Spokes,
        Hexagons,
    ];

    public static string KindOf(int number) =>
        number % 12 is var kind && kind < Kinds.Length ? Kinds[kind].Method.Name
        : kind == 10 ? "Spectrum"
        : "SoftNoise";

    public static GrayImage Picture(int number)
    {
        var chance = new Random(910_000 + number);
        var (width, height) = Sizes[chance.Next(Sizes.Length)];
        var kind = number % 12;
        var shades =
            kind < Kinds.Length ? Drawn(width, height, Kinds[kind](chance))
            : kind == 10 ? Spectrum(width, height, chance)
            : SoftNoise(width, height, chance);
        var noise = chance.Next(3) == 0 ? 0 : 12 * chance.NextDouble();
        var pixels = new byte[width * height];
        for (var at = 0; at < pixels.Length; at++)
        {
            pixels[at] = (byte)Math.Clamp((255 * shades[at]) + (noise * Normal(chance)), 0, 255);
        }

        return new GrayImage(width, height, pixels);
    }

    private static double[] Drawn(int width, int height, Func<double, double, double> shade)
    {
        var shades = new double[width * height];
        var unit = Math.Min(width, height);
        for (var y = 0; y < height; y++)
        {
            for (var x = 0; x < width; x++)
            {
                shades[(y * width) + x] = shade((x - (width / 2.0)) / unit, (y - (height / 2.0)) / unit);
            }
        }

        return shades;
    }

    private static Func<double, double, double> White(Random chance)
    {
        var (middle, spread) = (0.2 + (0.6 * chance.NextDouble()), 0.02 + (0.25 * chance.NextDouble()));
        return (_, _) => middle + (spread * Normal(chance));
    }

    private static Func<double, double, double> Cloth(Random chance)
    {
        var (turn, pitch, depth) = (chance.NextDouble() * Math.PI, 20 + (80 * chance.NextDouble()), 0.05 + (0.3 * chance.NextDouble()));
        return (x, y) =>
        {
            var (u, v) = ((x * Math.Cos(turn)) + (y * Math.Sin(turn)), (y * Math.Cos(turn)) - (x * Math.Sin(turn)));
            return 0.5 + (depth * Math.Sin(2 * Math.PI * pitch * u) * Math.Sign(Math.Sin(Math.PI * pitch * v)));
        };
    }

    private static Func<double, double, double> Checkers(Random chance)
    {
        var (turn, pitch, low, high) = (
            chance.NextDouble() * Math.PI,
            3 + (30 * chance.NextDouble()),
            0.1 + (0.3 * chance.NextDouble()),
            0.55 + (0.4 * chance.NextDouble())
        );
        return (x, y) =>
        {
            var (u, v) = ((x * Math.Cos(turn)) + (y * Math.Sin(turn)), (y * Math.Cos(turn)) - (x * Math.Sin(turn)));
            return ((int)Math.Floor(u * pitch) + (int)Math.Floor(v * pitch)) % 2 == 0 ? low : high;
        };
    }

    private static Func<double, double, double> Stripes(Random chance)
    {
        var (turn, pitch, bend) = (chance.NextDouble() * Math.PI, 4 + (40 * chance.NextDouble()), 3 * chance.NextDouble());
        return (x, y) => 0.5 + (0.35 * Math.Sin(2 * Math.PI * pitch * ((x * Math.Cos(turn)) + (y * Math.Sin(turn)) + (bend * x * y))));
    }

    private static Func<double, double, double> Bubbles(Random chance)
    {
        var all = Enumerable
            .Range(0, 40 + chance.Next(100))
            .Select(_ =>
                (X: 1.6 * (chance.NextDouble() - 0.5), Y: 1.2 * (chance.NextDouble() - 0.5), R: 0.02 + (0.09 * chance.NextDouble()), Shade: chance.NextDouble())
            )
            .ToArray();
        return (x, y) =>
        {
            foreach (var b in all)
            {
                if (((x - b.X) * (x - b.X)) + ((y - b.Y) * (y - b.Y)) < b.R * b.R)
                {
                    return b.Shade;
                }
            }

            return 0.5;
        };
    }

    // Rings of a target, off the middle of each other.
    private static Func<double, double, double> Target(Random chance)
    {
        var (pitch, drift, turn) = (4 + (20 * chance.NextDouble()), 0.15 + (0.3 * chance.NextDouble()), 2 * Math.PI * chance.NextDouble());
        return (x, y) =>
        {
            var r = Math.Sqrt((x * x) + (y * y));
            var (u, v) = (x - (drift * r * Math.Cos(turn)), y - (drift * r * Math.Sin(turn)));
            return (int)(Math.Sqrt((u * u) + (v * v)) * pitch) % 2 == 0 ? 0.3 : 0.7;
        };
    }

    private static Func<double, double, double> Gear(Random chance)
    {
        var (teeth, radius, depth) = (7 + chance.Next(20), 0.15 + (0.2 * chance.NextDouble()), 0.08 + (0.15 * chance.NextDouble()));
        return (x, y) => Math.Sqrt((x * x) + (y * y)) < radius * (1 + (depth * Math.Sign(Math.Sin(teeth * Math.Atan2(y, x))))) ? 0.75 : 0.3;
    }

    private static Func<double, double, double> Ellipse(Random chance)
    {
        var (turn, radius, flat) = (chance.NextDouble() * Math.PI, 0.15 + (0.2 * chance.NextDouble()), 0.5 + (0.35 * chance.NextDouble()));
        return (x, y) =>
        {
            var (u, v) = ((x * Math.Cos(turn)) + (y * Math.Sin(turn)), (y * Math.Cos(turn)) - (x * Math.Sin(turn)));
            return (u * u) + (v * v / flat / flat) < radius * radius ? 0.7 : 0.35;
        };
    }

    private static Func<double, double, double> Spokes(Random chance)
    {
        var count = 5 + chance.Next(40);
        return (x, y) => Math.Sin(count * Math.Atan2(y, x)) > 0 ? 0.7 : 0.3;
    }

    private static Func<double, double, double> Hexagons(Random chance)
    {
        var (radius, corners) = (0.15 + (0.25 * chance.NextDouble()), 3 + chance.Next(5));
        return (x, y) =>
            Math.Sqrt((x * x) + (y * y)) * Math.Cos(((Math.Atan2(y, x) + (10 * Math.PI)) % (2 * Math.PI / corners)) - (Math.PI / corners)) < radius
                ? 0.7
                : 0.35;
    }

    // Waves whose height falls with their number, as in a photograph of anything (Field 1987: amplitude falls as one over frequency).
    private static double[] Spectrum(int width, int height, Random chance)
    {
        var waves = Enumerable
            .Range(0, 24)
            .Select(_ =>
            {
                var (frequency, turn) = (Math.Exp(Math.Log(60) * chance.NextDouble()), 2 * Math.PI * chance.NextDouble());
                return (
                    X: frequency * Math.Cos(turn),
                    Y: frequency * Math.Sin(turn),
                    Phase: 2 * Math.PI * chance.NextDouble(),
                    Height: 0.27 / Math.Sqrt(frequency)
                );
            })
            .ToArray();
        return Drawn(width, height, (x, y) => 0.5 + waves.Sum(w => w.Height * Math.Sin((2 * Math.PI * ((w.X * x) + (w.Y * y))) + w.Phase) / 2));
    }

    // Noise seen through a lens that is out of focus.
    private static double[] SoftNoise(int width, int height, Random chance)
    {
        var shades = new double[width * height];
        for (var at = 0; at < shades.Length; at++)
        {
            shades[at] = Normal(chance);
        }

        var reach = 1 + chance.Next(6);
        for (var pass = 0; pass < 2; pass++)
        {
            shades = Averaged(Averaged(shades, width, 1, reach), width, width, reach);
        }

        var most = shades.Max(Math.Abs);
        var depth = 0.1 + (0.4 * chance.NextDouble());
        return [.. shades.Select(s => 0.5 + (depth * s / most))];
    }

    private static double[] Averaged(double[] values, int width, int stride, int reach)
    {
        var means = new double[values.Length];
        for (var at = 0; at < values.Length; at++)
        {
            var (sum, count) = (0.0, 0);
            for (var k = -reach; k <= reach; k++)
            {
                var there = at + (k * stride);
                if (there >= 0 && there < values.Length && (stride != 1 || there / width == at / width))
                {
                    sum += values[there];
                    count++;
                }
            }

            means[at] = sum / count;
        }

        return means;
    }

    private static double Normal(Random chance) => Math.Sqrt(-2 * Math.Log(1 - chance.NextDouble())) * Math.Cos(2 * Math.PI * chance.NextDouble());
}
