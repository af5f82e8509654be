using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>How residue lies round the glass.</summary>
public enum ResidueShape
{
    /// <summary>All round.</summary>
    Ring,

    /// <summary>Along a part of the way round.</summary>
    Crescent,

    /// <summary>Drawn out from the ring by a wipe.</summary>
    Streak,

    /// <summary>The outline of a drop that dried.</summary>
    TideMark,
}

/// <summary>Soft residue that begins at the adhesive and reaches the zone of contact.</summary>
internal static class Residue
{
    public const int Shapes = 4;

    private const int Places = 60;

    public static DrawnFinding Make(ResidueShape shape, FaceAppearance look, Random chance)
    {
        var turn = chance.NextDouble() * 2 * Math.PI;
        var from = FiberDimensions.CladdingRadius + look.RingWidth;
        var depth = -new Between(0.1, 0.25).Pick(chance);
        var wide = new Between(8, 16).Pick(chance);
        var (path, width) = shape switch
        {
            ResidueShape.Ring => (Arc(default, from + (wide / 2), 0, 2 * Math.PI), wide),
            ResidueShape.Crescent => (Arc(default, from + (wide / 2), turn, new Between(1.2, 3).Pick(chance)), wide),
            ResidueShape.Streak => (Line(from, new Between(25, 45).Pick(chance), turn), wide),
            _ => (Arc(new Spot((from + 22) * Math.Cos(turn), (from + 22) * Math.Sin(turn)), 21, turn + Math.PI - 2.4, 4.8), wide / 2),
        };
        return new DrawnFinding(FindingKind.Film, path, width, depth, Softness: wide / 3, Seed: chance.Next());
    }

    private static List<Spot> Arc(Spot middle, double radius, double from, double angle) =>
        [
            .. Enumerable
                .Range(0, Places + 1)
                .Select(i => from + (angle * i / Places))
                .Select(a => new Spot(middle.X + (radius * Math.Cos(a)), middle.Y + (radius * Math.Sin(a)))),
        ];

    private static List<Spot> Line(double from, double length, double turn) =>
        [.. Enumerable.Range(0, 9).Select(i => from + (length * i / 8)).Select(r => new Spot(r * Math.Cos(turn), r * Math.Sin(turn)))];
}
