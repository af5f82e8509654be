using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>Smooth seeded roughness in two sizes, about one in standard deviation.</summary>
internal sealed class Grain(int seed, double size)
{
    public double At(Spot place) =>
        2.4 * ((0.75 * Layer(place.X / size, place.Y / size, seed)) + (0.5 * Layer(place.X / (4 * size), place.Y / (4 * size), seed + 1)));

    private static double Layer(double x, double y, int seed)
    {
        var (left, top) = ((int)Math.Floor(x), (int)Math.Floor(y));
        var (fx, fy) = (Ease(x - left), Ease(y - top));
        var upper = (Chance(left, top, seed) * (1 - fx)) + (Chance(left + 1, top, seed) * fx);
        var lower = (Chance(left, top + 1, seed) * (1 - fx)) + (Chance(left + 1, top + 1, seed) * fx);
        return (upper * (1 - fy)) + (lower * fy);
    }

    private static double Ease(double t) => t * t * (3 - (2 * t));

    // −0.5 to 0.5, the same for the same corner.
    private static double Chance(int x, int y, int seed)
    {
        var hash = unchecked((uint)((x * 374761393) + (y * 668265263) + (seed * 974634777)));
        hash = unchecked((hash ^ (hash >> 13)) * 1274126177);
        return ((hash ^ (hash >> 16)) / (double)uint.MaxValue) - 0.5;
    }
}
