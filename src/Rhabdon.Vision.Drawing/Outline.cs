using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Drawing;

/// <summary>The outline of a mark that is not a line: a circle drawn out, turned and roughened, its area kept at that of the circle.</summary>
internal sealed class Outline
{
    private const int Lobes = 7;

    private readonly Spot _middle;
    private readonly double _stretch;
    private readonly double _cos;
    private readonly double _sin;
    private readonly double[] _waves = new double[Lobes];
    private readonly double[] _phases = new double[Lobes];
    private readonly double _radius;

    public Outline(DrawnFinding mark)
    {
        var chance = new Random(mark.Seed);
        (_middle, _stretch) = (mark.Path[0], Math.Sqrt(mark.Stretch));
        (_sin, _cos) = Math.SinCos(chance.NextDouble() * Math.PI);
        for (var k = 2; k < Lobes; k++)
        {
            (_waves[k], _phases[k]) = (mark.Roughness * chance.NextDouble() / Math.Sqrt(k - 1), chance.NextDouble() * 2 * Math.PI);
        }

        // The area of r(t) = r0 (1 + sum a cos) is pi r0² (1 + sum a²/2), whatever the phases.
        _radius = mark.Size / 2 / Math.Sqrt(1 + (_waves.Sum(a => a * a) / 2));
        Reach = (mark.Size / 2 * _stretch * (1 + _waves.Sum())) + mark.Softness;
    }

    /// <summary>No point of it lies farther from its middle, micrometers.</summary>
    public double Reach { get; }

    public bool Holds(Spot place) => Inside(place) > 0;

    /// <summary>How deep inside the outline a place lies, micrometers, below zero outside; measured along the ray from the middle.</summary>
    public double Inside(Spot place)
    {
        var (x, y) = (place.X - _middle.X, place.Y - _middle.Y);
        var (along, across) = (((x * _cos) + (y * _sin)) / _stretch, ((y * _cos) - (x * _sin)) * _stretch);
        var distance = Math.Sqrt((along * along) + (across * across));
        return distance < 1e-9 ? _radius : (RadiusAt(Math.Atan2(across, along)) - distance) * (new Spot(x, y).Radius / distance);
    }

    public IEnumerable<Spot> Points(int count) =>
        Enumerable
            .Range(0, count)
            .Select(i =>
            {
                var turn = 2 * Math.PI * i / count;
                var (along, across) = (RadiusAt(turn) * Math.Cos(turn) * _stretch, RadiusAt(turn) * Math.Sin(turn) / _stretch);
                return new Spot(_middle.X + (along * _cos) - (across * _sin), _middle.Y + (along * _sin) + (across * _cos));
            });

    private double RadiusAt(double turn)
    {
        var wave = 1.0;
        for (var k = 2; k < Lobes; k++)
        {
            wave += _waves[k] * Math.Cos((k * turn) + _phases[k]);
        }

        return _radius * Math.Max(0.2, wave);
    }
}
