using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Crack;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// How lines run where nothing else bends them: what was followed across another line or a patch strays there, and says nothing of either (common practice).
/// </summary>
/// <param name="all">The lines on the glass.</param>
/// <param name="patches">What else lies on it.</param>
/// <param name="pitch">Micrometers from step to step of the grid; <paramref name="half"/> steps from its edge to the fiber's center.</param>
internal sealed class UnobstructedLineShape(IReadOnlyList<DetectedLine> all, IReadOnlyList<Blob> patches, double pitch, int half)
{
    /// <summary>As its most restless stretch runs that lies well away from other marks, if that is calmer than all of it.</summary>
    public LineShape Of(DetectedLine line)
    {
        var (pieces, from) = (new List<LineShape>(), 0);
        for (var i = 0; i <= line.Path.Count; i++)
        {
            if (i < line.Path.Count && !IsBent(line, line.Path[i]))
            {
                continue;
            }

            if (i - from == line.Path.Count)
            {
                return line.LineShape with { IsFree = true };
            }

            if ((i - from) * pitch > LeastFree)
            {
                pieces.Add(LineShape.Of([.. line.Path.Skip(from).Take(i - from)], pitch));
            }

            from = i + 1;
        }

        return pieces.MaxBy(c => c.Wild) is { } piece && piece.Wild < line.LineShape.Wild ? piece : line.LineShape;
    }

    private bool IsBent(DetectedLine line, (double X, double Y) at)
    {
        var (x, y) = ((at.X - half) * pitch, (at.Y - half) * pitch);
        return patches.Any(b => b.Reaches(x, y, BesideMark))
            || all.Any(t => t != line && t.Passes(at.X, at.Y, (((t.Spread + line.Spread) / 2) + BesideMark) / pitch));
    }
}
