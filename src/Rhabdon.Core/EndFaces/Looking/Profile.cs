namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>Rays across a circle's edge, sampled every half pixel.</summary>
internal sealed class Profile
{
    public const int Rays = 256;

    /// <summary>Between samples, pixels.</summary>
    public const double Step = 0.5;

    private readonly float[] _shades;
    private readonly int _count;
    private readonly bool[] _isWhole = new bool[Rays];
    private float[]? _median;

    public Profile(GrayImage image, double x, double y, double from, double to)
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
    public float[] Median()
    {
        if (_median is not null)
        {
            return _median;
        }

        var median = new float[_count];
        var column = new float[Rays];
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

            median[i] = Robust.Median(column.AsSpan(0, seen));
        }

        return _median = median;
    }

    public float[] Slopes(ReadOnlySpan<float> shades)
    {
        var slopes = new float[shades.Length];
        for (var i = 2; i < shades.Length - 2; i++)
        {
            slopes[i] = shades[i + 1] - shades[i - 1] + (0.5f * (shades[i + 2] - shades[i - 2]));
        }

        return slopes;
    }

    /// <summary>How far outward, in pixels, a ray's edge lies from the template's, and how well the two agree (0 for not at all).</summary>
    public (double Move, double Weight) BestMove(int ray, float[] template, double reach)
    {
        if (!_isWhole[ray])
        {
            return (0, 0);
        }

        var slopes = Slopes(_shades.AsSpan(ray * _count, _count));
        var most = Math.Max(2, (int)(reach / Step));
        var scores = new double[(2 * most) + 1];
        for (var move = -most; move <= most; move++)
        {
            var (sum, square) = (0.0, 1.0);
            for (var i = Math.Max(0, -move); i < Math.Min(_count, _count - move); i++)
            {
                sum += template[i] * slopes[i + move];
                square += slopes[i + move] * slopes[i + move];
            }

            scores[move + most] = sum / Math.Sqrt(square);
        }

        var best = Array.IndexOf(scores, scores.Max());
        if (best == 0 || best == scores.Length - 1 || scores[best] <= 0)
        {
            return (0, 0);
        }

        var bend = scores[best - 1] - (2 * scores[best]) + scores[best + 1];
        var part = bend < 0 ? 0.5 * (scores[best - 1] - scores[best + 1]) / bend : 0;
        return ((best - most + part) * Step, scores[best] * scores[best]);
    }
}
