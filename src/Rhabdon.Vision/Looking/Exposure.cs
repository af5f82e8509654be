using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Picture;

namespace Rhabdon.Vision.Looking;

/// <summary>Whether there is light enough, and not too much.</summary>
internal static class Exposure
{
    private const int White = 253;
    private const int Black = 2;

    /// <summary>What makes the whole picture useless, or null: the last part of a phrase's key.</summary>
    public static string? FaultOf(GrayImage image)
    {
        Span<int> counts = stackalloc int[256];
        foreach (var shade in image.Pixels)
        {
            counts[shade]++;
        }

        var (whites, brightest, seen) = (0L, 255, 0L);
        for (var shade = White; shade < 256; shade++)
        {
            whites += counts[shade];
        }

        // The thousandth brightest pixel, past a few hot ones.
        for (; brightest > 0 && (seen += counts[brightest]) < image.Pixels.Length / 1000; brightest--) { }

        return brightest < DarkAtMost ? "dark"
            : whites > MostWhite * image.Pixels.Length ? "clipped"
            : null;
    }

    /// <summary>The share of the cladding, core apart, that is pure black or white.</summary>
    public static double ClippedIn(GrayImage image, FiberPlace place)
    {
        var (clipped, seen) = (0, 0);
        for (var ray = 0; ray < 180; ray++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * ray / 180);
            for (var share = 0.55; share < 0.92; share += 0.04)
            {
                var (x, y) = ((int)(place.X + (share * place.Radius * cos)), (int)(place.Y + (share * place.Radius * sin)));
                if (x >= 0 && y >= 0 && x < image.Width && y < image.Height)
                {
                    seen++;
                    clipped += image[x, y] is >= White or <= Black ? 1 : 0;
                }
            }
        }

        return seen == 0 ? 1 : clipped / (double)seen;
    }
}
