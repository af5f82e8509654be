using System.Numerics;
using System.Runtime.InteropServices;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// How much every place of the glass looks like part of a line: the mean along a short stretch, held against the means along both its sides, whichever side it
/// differs from less;
/// in all directions and several widths, in units of what noise alone gives.
/// </summary>
internal sealed class LineFilter
{
    public const int Directions = 16;

    // Of the differences of all places, what stands for noise.
    private const double UsualShare = 0.85;

    // Of the lesser of two differences about a third is nothing; the 85th hundredth of all behaves like 1.2 deviations.
    private const float DeviationsAtUsual = 1.2f;
    private const float LeastUsual = 0.02f;

    private static readonly int[] HalfWidths = [0, 1, 3, 6];

    private LineFilter(int places) => (Score, Found) = (new float[places], new int[places]);

    /// <summary>Standard deviations above or, below zero, under what lies on both sides; zero where the glass is not judged.</summary>
    public float[] Score { get; }

    // Half width and direction of the line that scored.
    private int[] Found { get; }

    /// <summary>In sixteenths of a half turn, from right toward down.</summary>
    public int DirectionAt(int place) => Found[place] % Directions;

    public int HalfWidthAt(int place) => Found[place] / Directions;

    public static LineFilter Over(GlassView glass)
    {
        var filter = new LineFilter(glass.Left.Count);
        var stretches = new DirectionalSums(glass, HalfWidths);
        for (var direction = 0; direction < Directions; direction++)
        {
            filter.Look(stretches, direction);
        }

        stretches.GiveBack();
        filter.ForgetBeyond(glass.IsJudged);
        return filter;
    }

    public static (double X, double Y) Along(int direction)
    {
        var (sin, cos) = Math.SinCos(Math.PI * direction / Directions);
        return (cos, sin);
    }

    // The last vector of a row reaches some places beyond it.
    private void ForgetBeyond(bool[] isJudged)
    {
        for (var at = 0; at < isJudged.Length; at++)
        {
            Score[at] = isJudged[at] ? Score[at] : 0;
        }
    }

    private void Look(DirectionalSums stretches, int direction)
    {
        stretches.Turn(Along(direction));
        Span<float> shares = stackalloc float[HalfWidths.Length];
        for (var width = 0; width < shares.Length; width++)
        {
            // Most places differ from neither side: their spread is what noise gives.
            shares[width] = 1 / Math.Max(LeastUsual, stretches.Usual(width, UsualShare) / DeviationsAtUsual);
        }

        Span<float> middle = stackalloc float[stretches.LongestRow + Vector<float>.Count];
        foreach (var row in stretches.Rows)
        {
            var center = middle[..row.Whole];
            center.Clear();
            for (var width = 0; width < shares.Length; width++)
            {
                stretches.Widen(center, row, width);
                Keep(center, row, stretches.SidesOf(width), shares[width], (HalfWidths[width] * Directions) + direction);
            }
        }
    }

    private void Keep(ReadOnlySpan<float> center, DirectionalSums.Row row, DirectionalSums.Sides sides, float share, int found)
    {
        var (shares, founds) = (new Vector<float>(share), new Vector<int>(found));
        ref var scores = ref MemoryMarshal.GetReference(Score.AsSpan(row.Place, row.Whole));
        ref var here = ref MemoryMarshal.GetReference(Found.AsSpan(row.Place, row.Whole));
        for (var i = 0; i < row.Whole; i += Vector<float>.Count)
        {
            var score = sides.Lesser(center, row.At, i) * shares;
            var known = Vector.LoadUnsafe(ref scores, (nuint)i);
            var isMore = Vector.GreaterThan(Vector.Abs(score), Vector.Abs(known));
            Vector.ConditionalSelect(isMore, score, known).StoreUnsafe(ref scores, (nuint)i);
            Vector.ConditionalSelect(isMore, founds, Vector.LoadUnsafe(ref here, (nuint)i)).StoreUnsafe(ref here, (nuint)i);
        }
    }
}
