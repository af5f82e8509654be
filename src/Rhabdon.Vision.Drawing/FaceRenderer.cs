using System.Numerics;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>Draws made-up faces as a microscope would show them: the face, its marks, the light on it, the lens, the sensor, in that order.</summary>
public static class FaceRenderer
{
    private const double HaloWidth = 0.9;

    /// <summary>The same face gives the same picture, to the pixel.</summary>
    public static GrayImage Draw(MadeFace face)
    {
        var plane = DrawGlassAndFerrule(face);
        foreach (var pore in PoresOf(face))
        {
            Put(plane, face, pore);
        }

        foreach (var mark in face.Marks)
        {
            Put(plane, face, mark);
        }

        Light(plane, face);
        Blur(plane, face.Width, face.Height, face.Look.Blur / face.MicrometersPerPixel);
        return Sense(plane, face);
    }

    private static float[] DrawGlassAndFerrule(MadeFace face)
    {
        var (look, scale) = (face.Look, face.MicrometersPerPixel);
        var plane = new float[face.Width * face.Height];
        var grain = new Grain(face.Seed, look.GrainSize);
        Parallel.For(0, face.Height, y =>
        {
            for (var x = 0; x < face.Width; x++)
            {
                var place = new Spot((x - face.CenterX) * scale, (y - face.CenterY) * scale);
                var radius = place.Radius;
                var inGlass = Share(FiberDimensions.CladdingRadius - radius, scale);
                var inRing = Share(FiberDimensions.CladdingRadius + look.RingWidth - radius, scale) - inGlass;
                var fromCore = new Spot(place.X - look.CoreOffset, place.Y).Radius;
                var inCore = Share(look.CoreRadius - fromCore, Math.Max(scale, look.CoreEdge));
                var core = inCore * (1 - (look.CoreRound * Math.Min(1, fromCore * fromCore / (look.CoreRadius * look.CoreRadius))));
                var ferrule = 1 - inGlass - inRing;
                var rough = ferrule > 0 && look.Grain > 0 ? look.Grain * grain.At(place) : 0;
                plane[(y * face.Width) + x] = (float)(
                    (inGlass * (look.Glass + (core * (look.Core - look.Glass)))) + (inRing * look.Ring) + (ferrule * (look.Ferrule + rough))
                );
            }
        });
        return plane;
    }

    // How much of an edge this wide has been crossed at this depth behind it.
    private static double Share(double depth, double width) => Math.Clamp(0.5 + (depth / width), 0, 1);

    private static IEnumerable<DrawnFinding> PoresOf(MadeFace face)
    {
        var chance = new Random(face.Seed ^ 0x5eed);
        var (width, height) = (face.Width * face.MicrometersPerPixel, face.Height * face.MicrometersPerPixel);
        for (var left = (int)(face.Look.Pores * width * height / 1000); left > 0; left--)
        {
            var place = new Spot(
                (chance.NextDouble() * width) - (face.CenterX * face.MicrometersPerPixel),
                (chance.NextDouble() * height) - (face.CenterY * face.MicrometersPerPixel)
            );
            var (size, depth) = (0.6 + (1.8 * chance.NextDouble() * chance.NextDouble()), -0.05 - (0.25 * chance.NextDouble()));
            if (place.Radius > FiberDimensions.CladdingRadius + face.Look.RingWidth + 1)
            {
                yield return new DrawnFinding(FindingKind.Pit, [place], size, depth, 0.2, Seed: left);
            }
        }
    }

    private static void Put(float[] plane, MadeFace face, DrawnFinding mark)
    {
        var outline = mark.IsLine ? null : new Outline(mark);
        var reach = (outline?.Reach ?? (mark.Size / 2)) + mark.Softness + (mark.Halo > 0 ? HaloWidth * 2 : 0) + (2 * face.MicrometersPerPixel);
        var (left, right) = Span(mark.Path.Min(p => p.X) - reach, mark.Path.Max(p => p.X) + reach, face.CenterX, face.MicrometersPerPixel, face.Width);
        var (top, bottom) = Span(mark.Path.Min(p => p.Y) - reach, mark.Path.Max(p => p.Y) + reach, face.CenterY, face.MicrometersPerPixel, face.Height);
        var edge = Math.Max(face.MicrometersPerPixel, mark.Softness);
        Parallel.For(top, bottom, y =>
        {
            for (var x = left; x < right; x++)
            {
                var place = new Spot((x - face.CenterX) * face.MicrometersPerPixel, (y - face.CenterY) * face.MicrometersPerPixel);
                var inside = outline?.Inside(place) ?? -mark.DistanceTo(place);
                var thin = mark.IsLine ? Math.Min(1, mark.Size / edge) : 1;
                var share = Math.Min(thin, Share(inside, edge));
                if (mark.Halo > 0 && share < 1)
                {
                    share -= mark.Halo * (1 - share) * Math.Exp(-inside * inside / (2 * HaloWidth * HaloWidth));
                }

                // A chip is glass that is gone: it ends where the glass does.
                share *= mark.Kind == FindingKind.Chip ? Share(FiberDimensions.CladdingRadius - place.Radius, face.MicrometersPerPixel) : 1;
                ref var shade = ref plane[(y * face.Width) + x];
                shade = (float)Math.Max(0.01, shade + (share * mark.Depth));
            }
        });
    }

    private static (int From, int To) Span(double from, double to, double center, double scale, int length) =>
        (Math.Clamp((int)Math.Floor(center + (from / scale)), 0, length), Math.Clamp((int)Math.Ceiling(center + (to / scale)) + 1, 0, length));

    private static void Light(float[] plane, MadeFace face)
    {
        var look = face.Look;
        Parallel.For(0, face.Height, y =>
        {
            for (var x = 0; x < face.Width; x++)
            {
                var (dx, dy) = ((x - (face.Width / 2.0)) * face.MicrometersPerPixel, (y - (face.Height / 2.0)) * face.MicrometersPerPixel);
                var light = 1 + (look.SlopeX * dx / 100) + (look.SlopeY * dy / 100) - (look.Vignette * ((dx * dx) + (dy * dy)) / 40_000);
                plane[(y * face.Width) + x] *= (float)Math.Max(0.05, light);
            }
        });
    }

    private static void Blur(float[] plane, int width, int height, double sigma)
    {
        if (sigma < 0.2)
        {
            return;
        }

        var reach = (int)Math.Ceiling(sigma * 3.5);
        var weights = Enumerable.Range(-reach, (2 * reach) + 1).Select(i => (float)Math.Exp(-i * i / (2 * sigma * sigma))).ToArray();
        var sum = weights.Sum();
        weights = [.. weights.Select(w => w / sum)];
        Parallel.For(0, height, y => BlurLine(plane, y * width, 1, width, weights));
        Parallel.For(0, width, x => BlurLine(plane, x, width, height, weights));
    }

    private static void BlurLine(float[] plane, int from, int step, int length, float[] weights)
    {
        var reach = weights.Length / 2;
        var line = new float[length + (2 * reach)];
        for (var i = 0; i < line.Length; i++)
        {
            line[i] = plane[from + (Math.Clamp(i - reach, 0, length - 1) * step)];
        }

        for (var i = 0; i < length; i++)
        {
            plane[from + (i * step)] = Dot(line.AsSpan(i, weights.Length), weights);
        }
    }

    private static float Dot(ReadOnlySpan<float> line, ReadOnlySpan<float> weights)
    {
        var sum = Vector<float>.Zero;
        var i = 0;
        for (; i <= line.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            sum += new Vector<float>(line[i..]) * new Vector<float>(weights[i..]);
        }

        var total = Vector.Sum(sum);
        for (; i < line.Length; i++)
        {
            total += line[i] * weights[i];
        }

        return total;
    }

    private static GrayImage Sense(float[] plane, MadeFace face)
    {
        var chance = new Random(face.Seed);
        var pixels = new byte[plane.Length];
        for (var i = 0; i < plane.Length; i++)
        {
            var shade = plane[i] + (face.Look.Noise * Normal(chance));
            pixels[i] = (byte)Math.Clamp(Math.Round(shade * 255), 0, 255);
        }

        return new GrayImage(face.Width, face.Height, pixels);
    }

    // Twelve even chances less six: near enough to a bell for a sensor.
    private static double Normal(Random chance)
    {
        Span<byte> bytes = stackalloc byte[12];
        chance.NextBytes(bytes);
        var sum = 0;
        foreach (var b in bytes)
        {
            sum += b;
        }

        return (sum - 1530) / 255.5;
    }
}
