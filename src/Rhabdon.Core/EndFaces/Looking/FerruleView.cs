namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>The ring of ferrule that touches the other one, its light taken away: coarser than the glass, for only what is large matters there.</summary>
internal sealed class FerruleView
{
    private const double FinestPitch = 0.9;
    private const double Smoothing = 1.2;
    private const double LeastScore = 6;
    private const double LeastSize = 2.2;
    private const float LeastShade = 7;

    /// <summary>Patches between the adhesive and the edge of contact that are large enough to matter.</summary>
    public static List<Blob> Find(GrayImage image, FiberPlace place, double scale)
    {
        var pitch = Math.Max(FinestPitch, scale);
        var half = (int)Math.Ceiling((MadeOf.ContactRadius + 2) / pitch);
        var grid = Resampler.Around(image, place.X, place.Y, pitch / scale, half);
        var from = place.FerruleFrom(scale);
        var isJudged = new bool[grid.Values.Length];
        for (var y = 0; y < grid.Height; y++)
        {
            for (var x = 0; x < grid.Width; x++)
            {
                var (dx, dy) = ((x - half) * pitch, (y - half) * pitch);
                var (atX, atY) = (place.X + (dx / scale), place.Y + (dy / scale));
                var r = Math.Sqrt((dx * dx) + (dy * dy));
                isJudged[(y * grid.Width) + x] = r > from && r < MadeOf.ContactRadius && atX >= 0 && atY >= 0 && atX <= image.Width - 1 && atY <= image.Height - 1;
            }
        }

        if (isJudged.Count(j => j) < 200 || Light.Fit(grid, pitch, half, isJudged) is not { } light)
        {
            return [];
        }

        light.TakeFrom(grid, pitch, half);

        // Smoothing must not draw the ring's shade into the ferrule.
        for (var at = 0; at < isJudged.Length; at++)
        {
            grid.Values[at] = isJudged[at] ? grid.Values[at] : 0;
        }

        var even = new float[isJudged.Length];
        Array.Fill(even, 1);
        var finder = new BlobFinder(grid, pitch, half, Math.Sqrt(Math.Pow(place.Blur * scale / pitch, 2) + (1 / 12.0)), isJudged, even);
        return [.. finder.Find(Smoothing, LeastScore, LeastShade).Where(b => b.Size >= LeastSize)];
    }
}
