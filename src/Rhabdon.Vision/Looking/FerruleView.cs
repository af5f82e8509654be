using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Ferrule;

namespace Rhabdon.Vision.Looking;

/// <summary>The ring of ferrule that touches the other one, its light taken away: coarser than the glass, for only what is large matters there.</summary>
internal sealed class FerruleView
{
    private const double FinestPitch = 0.9;

    private readonly Plane _grid;
    private readonly double _pitch;
    private readonly int _half;
    private readonly double _blur;
    private readonly bool[] _isJudged;

    private FerruleView(Plane grid, double pitch, int half, double blur, bool[] isJudged, IlluminationModel light) =>
        (_grid, _pitch, _half, _blur, _isJudged, Light) = (grid, pitch, half, blur, isJudged, light);

    /// <summary>As it falls on the ferrule, and so on the glass.</summary>
    public IlluminationModel Light { get; }

    /// <param name="gain">By which shades are brought to the usual light.</param>
    /// <returns>Null when too little of the ferrule is in the picture.</returns>
    public static FerruleView? Of(GrayImage image, FiberPlace place, double scale, float gain)
    {
        var pitch = Math.Max(FinestPitch, scale);
        var half = (int)Math.Ceiling((FiberDimensions.ContactRadius + 2) / pitch);
        var grid = Resampler.Around(image, place.X, place.Y, pitch / scale, half, gain);
        var from = place.FerruleFrom(scale);
        var isInView = new bool[grid.Count];
        for (var y = 0; y < grid.Height; y++)
        {
            for (var x = 0; x < grid.Width; x++)
            {
                var (dx, dy) = ((x - half) * pitch, (y - half) * pitch);
                var (atX, atY) = (place.X + (dx / scale), place.Y + (dy / scale));
                var r = Math.Sqrt((dx * dx) + (dy * dy));
                var isSeen = r > from && r < FiberDimensions.ContactRadius && atX >= 0 && atY >= 0 && atX <= image.Width - 1 && atY <= image.Height - 1;
                isInView[(y * grid.Width) + x] = isSeen;
            }
        }

        var isJudged = FieldStop.Within(isInView, grid, StopFrom / pitch);
        return isJudged.Count(j => j) < FewestJudged || IlluminationModel.Fit(grid, pitch, half, isJudged) is not { } light
            ? null
            : new FerruleView(grid, pitch, half, Math.Sqrt(Math.Pow(place.Blur * scale / pitch, 2) + (1 / 12.0)), isJudged, light);
    }

    /// <summary>Patches between the adhesive and the edge of contact that are large enough to matter.</summary>
    public List<Blob> Find()
    {
        // Smoothing must not draw the ring's shade into the ferrule.
        var ferrule = Light.DividedOut(_grid, _pitch, _half, Light.AtMiddle).Where(_isJudged);
        var even = new float[_isJudged.Length];
        Array.Fill(even, 1);
        var finder = new BlobFinder(ferrule, _pitch, _half, _blur, _isJudged, even);
        return [.. finder.Find(FerruleSmoothing, FerruleScore, LeastFerruleShade).Where(b => b.Size >= LeastOnFerruleSize)];
    }
}
