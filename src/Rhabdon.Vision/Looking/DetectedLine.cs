using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>A line followed across the glass.</summary>
/// <param name="Path">Steps of the grid, about one apart.</param>
/// <param name="Width">Micrometers, the blur taken out.</param>
/// <param name="Contrast">Shades against both sides; below zero for darker.</param>
/// <param name="Significance">Standard deviations of the whole line above noise.</param>
internal sealed record DetectedLine(
    IReadOnlyList<(double X, double Y)> Path,
    double Width,
    double Spread,
    float Contrast,
    double Significance,
    LineShape LineShape
)
{
    private const int Tail = 24;

    /// <summary>Whether a place of the grid lies on it or within so many steps of its side.</summary>
    public bool Passes(double x, double y, double within) => Path.Any(p => ((p.X - x) * (p.X - x)) + ((p.Y - y) * (p.Y - y)) <= within * within);

    /// <summary>Whether a place of the grid lies on it or so near to its side, or where it would go on straight from either end; all in steps.</summary>
    public bool Covers(double x, double y, double aside, double reach) => Passes(x, y, aside) || GoesOnTo(x, y, reach, aside, 0);

    /// <summary>Whether a place of the grid lies where either end points to, no farther than a reach; all in steps.</summary>
    /// <param name="fan">How much farther aside for each step along.</param>
    /// <param name="counts">Which ends may go on; null for both.</param>
    public bool GoesOnTo(double x, double y, double reach, double aside, double fan, Func<(double X, double Y), bool>? counts = null)
    {
        return Points(Path[^1], Path[Math.Max(0, Path.Count - 1 - Tail)]) || Points(Path[0], Path[Math.Min(Path.Count - 1, Tail)]);

        bool Points((double X, double Y) end, (double X, double Y) before)
        {
            var (dx, dy) = (end.X - before.X, end.Y - before.Y);
            var length = Math.Max(1e-6, Math.Sqrt((dx * dx) + (dy * dy)));
            var (along, off) = ((((x - end.X) * dx) + ((y - end.Y) * dy)) / length, Math.Abs(((x - end.X) * dy) - ((y - end.Y) * dx)) / length);
            return (counts is null || counts(end)) && along > -aside && along < reach && off < aside + (fan * Math.Max(0, along));
        }
    }
}
