using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>A place on the face, micrometers from the fiber's center; x to the right, y down.</summary>
public readonly record struct Spot(double X, double Y)
{
    public double Radius => Math.Sqrt((X * X) + (Y * Y));
}

/// <summary>A mark put on a made-up face, known exactly.</summary>
/// <param name="Path">The line of a scratch or crack, two places or more; the middle of anything else.</param>
/// <param name="Size">Micrometers: the width of a line, the equivalent diameter of anything else.</param>
/// <param name="Depth">How much brighter than what lies round it, as a share of the range; below zero for darker; −1 to 1.</param>
/// <param name="Roughness">How far the outline strays from a circle, 0 to 0.5.</param>
/// <param name="Stretch">Length over breadth of what is not a line, 1 or more.</param>
/// <param name="Softness">How wide its edge is, micrometers.</param>
/// <param name="Halo">A rim of the other shade, as a share of the depth: 0 for none.</param>
/// <param name="Seed">Of its outline.</param>
public sealed record DrawnFinding(
    FindingKind Kind,
    IReadOnlyList<Spot> Path,
    double Size,
    double Depth,
    double Roughness = 0,
    double Stretch = 1,
    double Softness = 0,
    double Halo = 0,
    int Seed = 0
)
{
    private const int OutlinePoints = 180;

    public bool IsLine => Path.Count > 1;

    /// <summary>From end to end along a line; the longer way across anything else. Micrometers.</summary>
    public double Length => IsLine ? Path.Zip(Path.Skip(1), (a, b) => new Spot(a.X - b.X, a.Y - b.Y).Radius).Sum() : Size * Math.Sqrt(Stretch);

    /// <summary>The middle of it.</summary>
    public Spot Middle => IsLine ? AlongPath(Length / 2) : Path[0];

    /// <summary>How near it comes to the fiber's center, micrometers.</summary>
    public double Nearest =>
        IsLine ? Math.Max(0, Path.Zip(Path.Skip(1), (a, b) => Lines.Distance(default, a, b)).Min() - (Size / 2))
        : new Outline(this).Holds(default) ? 0
        : new Outline(this).Points(OutlinePoints).Min(p => p.Radius);

    /// <summary>How far from the fiber's center it reaches, micrometers.</summary>
    public double Farthest => IsLine ? Path.Max(p => p.Radius) + (Size / 2) : new Outline(this).Points(OutlinePoints).Max(p => p.Radius);

    /// <summary>From a place to the nearest of it, micrometers; zero or less on it. Of what is not a line, as if it were round.</summary>
    public double DistanceTo(Spot place)
    {
        var least = IsLine ? double.MaxValue : new Spot(place.X - Path[0].X, place.Y - Path[0].Y).Radius;
        for (var i = 1; i < Path.Count; i++)
        {
            least = Math.Min(least, Lines.Distance(place, Path[i - 1], Path[i]));
        }

        return least - (Size / 2);
    }

    private Spot AlongPath(double distance)
    {
        foreach (var (a, b) in Path.Zip(Path.Skip(1)))
        {
            var step = new Spot(b.X - a.X, b.Y - a.Y).Radius;
            if (distance <= step)
            {
                return new Spot(a.X + ((b.X - a.X) * distance / step), a.Y + ((b.Y - a.Y) * distance / step));
            }

            distance -= step;
        }

        return Path[^1];
    }
}
