using System.Numerics;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>Rays across a circle's edge, sampled every half pixel.</summary>
internal sealed class EdgeProfile
{
    public const int Rays = 256;

    /// <summary>Between samples, pixels.</summary>
    public const double Step = 0.5;

    private const int MostMoves = 513;

    // How much less surely than the mean a bell's median is known.
    private const float MedianOverMean = 1.25f;

    private readonly float[] _shades;
    private readonly int _count;
    private readonly bool[] _isWhole = new bool[Rays];
    private float[]? _median;
    private float[]? _slopes;
    private double[]? _squares;

    public EdgeProfile(GrayImage image, double x, double y, double from, double to)
    {
        From = Math.Max(0, from);
        _count = Math.Max(8, (int)((to - From) / Step));
        _shades = new float[Rays * _count];
        for (var ray = 0; ray < Rays; ray++)
        {
            var (sin, cos) = Math.SinCos(2 * Math.PI * ray / Rays);
            for (var i = 0; i < _count; i++)
            {
                var r = From + (i * Step);
                _shades[(ray * _count) + i] = image.At(x + (r * cos), y + (r * sin));
            }

            var (endX, endY) = (x + ((From + (_count * Step)) * cos), y + ((From + (_count * Step)) * sin));
            _isWhole[ray] = endX >= 0 && endY >= 0 && endX < image.Width && endY < image.Height;
        }
    }

    /// <summary>Radius of the innermost sample, pixels.</summary>
    public double From { get; }

    /// <summary>The middle shade of all rays that lie in the picture, radius by radius.</summary>
    public float[] Median() => _median ??= ByRadius(shades => RobustStatistics.Median(shades));

    /// <summary>Of the middle shade, one standard deviation, radius by radius.</summary>
    public float[] Uncertainty() => ByRadius(shades => shades.IsEmpty ? 1 : RobustStatistics.Spread(shades) * MedianOverMean / MathF.Sqrt(shades.Length));

    public float[] Slopes(ReadOnlySpan<float> shades)
    {
        var slopes = new float[shades.Length];
        Slopes(shades, slopes);
        return slopes;
    }

    /// <summary>How far outward, in pixels, a ray's edge lies from the template's, and how well the two agree (0 for not at all).</summary>
    public (double Move, double Weight) BestMove(int ray, float[] template, double reach)
    {
        if (!_isWhole[ray])
        {
            return (0, 0);
        }

        var most = Math.Max(2, (int)(reach / Step));
        _slopes ??= new float[_count];
        Slopes(_shades.AsSpan(ray * _count, _count), _slopes);
        _squares ??= new double[_count + 1];
        for (var i = 0; i < _count; i++)
        {
            _squares[i + 1] = _squares[i] + (_slopes[i] * _slopes[i]);
        }

        Span<double> scores = stackalloc double[Math.Min((2 * most) + 1, MostMoves)];
        most = scores.Length / 2;
        var best = 0;
        for (var move = -most; move <= most; move++)
        {
            var (from, length) = (Math.Max(0, -move), _count - Math.Abs(move));
            var squares = _squares[from + move + length] - _squares[from + move];
            scores[move + most] = Dot(template.AsSpan(from, length), _slopes.AsSpan(from + move, length)) / Math.Sqrt(1 + squares);
            best = scores[move + most] > scores[best] ? move + most : best;
        }

        if (best == 0 || best == scores.Length - 1 || scores[best] <= 0)
        {
            return (0, 0);
        }

        var bend = scores[best - 1] - (2 * scores[best]) + scores[best + 1];
        var part = bend < 0 ? 0.5 * (scores[best - 1] - scores[best + 1]) / bend : 0;
        return ((best - most + part) * Step, scores[best] * scores[best]);
    }

    private float[] ByRadius(Func<Span<float>, float> figure)
    {
        var (figures, column) = (new float[_count], new float[Rays]);
        for (var i = 0; i < _count; i++)
        {
            var seen = 0;
            for (var ray = 0; ray < Rays; ray++)
            {
                if (_isWhole[ray])
                {
                    column[seen++] = _shades[(ray * _count) + i];
                }
            }

            figures[i] = figure(column.AsSpan(0, seen));
        }

        return figures;
    }

    private static void Slopes(ReadOnlySpan<float> shades, Span<float> slopes)
    {
        for (var i = 2; i < shades.Length - 2; i++)
        {
            slopes[i] = shades[i + 1] - shades[i - 1] + (0.5f * (shades[i + 2] - shades[i - 2]));
        }
    }

    private static float Dot(ReadOnlySpan<float> a, ReadOnlySpan<float> b)
    {
        var (sums, i) = (Vector<float>.Zero, 0);
        for (; i <= a.Length - Vector<float>.Count; i += Vector<float>.Count)
        {
            sums += new Vector<float>(a[i..]) * new Vector<float>(b[i..]);
        }

        var sum = Vector.Sum(sums);
        for (; i < a.Length; i++)
        {
            sum += a[i] * b[i];
        }

        return sum;
    }
}
