using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

internal static class Lines
{
    /// <summary>From a place to the nearest point of a stretch of line, in the unit of the places.</summary>
    public static double Distance(Spot from, Spot a, Spot b)
    {
        var (dx, dy) = (b.X - a.X, b.Y - a.Y);
        var along = (dx * dx) + (dy * dy) is var square and > 0 ? Math.Clamp((((from.X - a.X) * dx) + ((from.Y - a.Y) * dy)) / square, 0, 1) : 0;
        return new Spot(from.X - a.X - (along * dx), from.Y - a.Y - (along * dy)).Radius;
    }
}
