namespace Rhabdon.Core.EndFaces.Looking;

/// <summary>The shade across a line, the median of all cuts through it.</summary>
internal sealed class Across
{
    private const double Step = 0.5;

    private readonly float[] _shades;
    private readonly int _middle;
    private readonly GlassView _glass;

    private Across(GlassView glass, float[] shades) => (_glass, _shades, _middle) = (glass, shades, shades.Length / 2);

    /// <param name="reach">To each side, micrometers.</param>
    public static Across Of(GlassView glass, IReadOnlyList<(double X, double Y)> path, double reach)
    {
        var half = (int)(reach / glass.Pitch / Step);
        var shades = new float[(2 * half) + 1];
        var cuts = new float[path.Count];
        var directions = new (double X, double Y)[path.Count];
        for (var i = 0; i < directions.Length; i++)
        {
            directions[i] = LinePath.DirectionAt(path, i);
        }

        for (var k = -half; k <= half; k++)
        {
            var seen = 0;
            for (var i = 0; i < directions.Length; i++)
            {
                var (x, y) = (path[i].X - (directions[i].Y * k * Step), path[i].Y + (directions[i].X * k * Step));
                if (glass.Reaches(x, y))
                {
                    cuts[seen++] = glass.Left.At(x, y);
                }
            }

            shades[k + half] = Robust.Median(cuts.AsSpan(0, seen));
        }

        return new Across(glass, shades);
    }

    public float ShadeAt(double steps)
    {
        var at = Math.Clamp(_middle + (steps / Step), 0, _shades.Length - 1.001);
        var i = (int)at;
        return _shades[i] + ((_shades[i + 1] - _shades[i]) * (float)(at - i));
    }

    /// <summary>How wide the line is where it is half as deep as at most, as it shows and with the blur taken out, micrometers; and how deep.</summary>
    public (double Width, double Span, float Contrast)? Width(int sign)
    {
        var near = (int)(2.5 / _glass.Pitch / Step);
        var peak = Enumerable.Range(_middle - near, (2 * near) + 1).MaxBy(i => sign * _shades[i]);
        var height = sign * _shades[peak];
        if (height <= 0)
        {
            return null;
        }

        var span = Apart(0.5f);
        return (Deblur.WidthOfLine(span, Apart(0.25f) / Math.Max(Step, Apart(0.75f)), _glass.Blur) * _glass.Pitch, span * _glass.Pitch, sign * height);

        double Apart(float share) => (Cross(peak, 1, sign, share * height) - Cross(peak, -1, sign, share * height)) * Step;
    }

    private double Cross(int peak, int way, int sign, float level)
    {
        for (var i = peak; i + way >= 0 && i + way < _shades.Length; i += way)
        {
            var (here, next) = (sign * _shades[i], sign * _shades[i + way]);
            if (next < level)
            {
                return i + (way * (here - level) / (here - next));
            }
        }

        return way > 0 ? _shades.Length - 1 : 0;
    }
}
