using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>The shade across a line, the median of all cuts through it.</summary>
internal sealed class CrossSection
{
    private const double Fine = 0.5;
    private const double Coarse = 1;

    private readonly float[] _shades;
    private readonly int _middle;
    private readonly GlassView _glass;
    private readonly double _step;

    private CrossSection(GlassView glass, float[] shades, double step) => (_glass, _shades, _middle, _step) = (glass, shades, shades.Length / 2, step);

    /// <param name="reach">To each side, micrometers.</param>
    /// <param name="isFine">False for a first look.</param>
    public static CrossSection Of(GlassView glass, IReadOnlyList<(double X, double Y)> path, double reach, bool isFine = true)
    {
        var step = isFine ? Fine : Coarse;
        var half = (int)(reach / glass.Pitch / step);
        var count = path.Count;
        var shades = new float[(2 * half) + 1];
        var seen = new int[shades.Length];
        var cuts = new float[shades.Length * count];
        for (var i = 0; i < count; i++)
        {
            var (x, y) = path[i];
            var (dx, dy) = LinePath.DirectionAt(path, i);
            for (var k = 0; k < shades.Length; k++)
            {
                var off = (k - half) * step;
                var (atX, atY) = (x - (dy * off), y + (dx * off));
                if (glass.Reaches(atX, atY))
                {
                    cuts[(k * count) + seen[k]++] = glass.Left.Between(atX, atY);
                }
            }
        }

        for (var k = 0; k < shades.Length; k++)
        {
            shades[k] = RobustStatistics.Median(cuts.AsSpan(k * count, seen[k]));
        }

        return new CrossSection(glass, shades, step);
    }

    public float ShadeAt(double steps)
    {
        var at = Math.Clamp(_middle + (steps / _step), 0, _shades.Length - 1.001);
        var i = (int)at;
        return _shades[i] + ((_shades[i + 1] - _shades[i]) * (float)(at - i));
    }

    /// <summary>How wide the line is where it is half as deep as at most, as it shows and with the blur taken out, micrometers; and how deep.</summary>
    public (double Width, double Span, float Contrast)? Width(int sign)
    {
        var near = (int)(2.5 / _glass.Pitch / _step);
        var peak = Enumerable.Range(_middle - near, (2 * near) + 1).MaxBy(i => sign * _shades[i]);
        var height = sign * _shades[peak];
        if (height <= 0)
        {
            return null;
        }

        var span = Apart(0.5f);
        return (Deblur.WidthOfLine(span, Apart(0.25f) / Math.Max(_step, Apart(0.75f)), _glass.Blur) * _glass.Pitch, span * _glass.Pitch, sign * height);

        double Apart(float share) => (Cross(peak, 1, sign, share * height) - Cross(peak, -1, sign, share * height)) * _step;
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
