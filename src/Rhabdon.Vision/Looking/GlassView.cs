using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Core;
using static Rhabdon.Vision.Looking.Thresholds.Film;

namespace Rhabdon.Vision.Looking;

/// <summary>
/// The glass with everything that belongs there taken away: the slope and fall of the light, the core, the shadow of the ring. What is left is noise and marks.
/// A grid round the fiber's center; its values are shades, above zero for brighter than it should be.
/// </summary>
internal sealed record GlassView
{
    private const double FinestPitch = 0.47;
    private const double Extent = 64;

    // In the picture's own shades: rounding to whole ones makes 0.29.
    private const float RoundingNoise = 0.35f;
    private const int FewestEven = 4;
    private const int EveryFifth = 5;
    private const int FewestForNoise = 40;
    private const int MostForNoise = 200;

    private GlassView(Plane left, float[] radii, double pitch, int half, double edge, double blur, float gain)
    {
        (Left, Radii, Pitch, Half, Edge, Blur, Gain) = (left, radii, pitch, half, edge, blur, gain);
        IsJudged = new bool[Radii.Length];
        for (var at = 0; at < IsJudged.Length; at++)
        {
            IsJudged[at] = Radii[at] <= edge;
        }
    }

    /// <summary>Micrometers from step to step.</summary>
    public double Pitch { get; }

    public int Half { get; }

    /// <summary>Radius within which the glass can be judged, micrometers.</summary>
    public double Edge { get; }

    /// <summary>Micrometers.</summary>
    public double CoreRadius { get; private init; }

    /// <summary>Standard deviation of the spread of a point, steps of the grid.</summary>
    public double Blur { get; }

    /// <summary>By how many shades the core differs from the glass round it; taking it away leaves a small share of them.</summary>
    public float CoreStep { get; private init; }

    /// <summary>What should not be there.</summary>
    public Plane Left { get; private init; }

    /// <summary>Place by place of the grid: micrometers from the fiber's center.</summary>
    public float[] Radii { get; }

    /// <summary>Place by place of the grid: standard deviation of the noise.</summary>
    public float[] Noise { get; private init; } = [];

    /// <summary>The same at the edge of what can be judged.</summary>
    public float NoiseAtEdge { get; private init; }

    /// <summary>Shade of the glass, in the usual light.</summary>
    public float Glass { get; private init; }

    /// <summary>By which the shades of the picture were brought to the usual light.</summary>
    public float Gain { get; }

    public double RadiusAt(double x, double y) => Pitch * Math.Sqrt(((x - Half) * (x - Half)) + ((y - Half) * (y - Half)));

    /// <summary>True of a place, on the grid or between, that can be judged.</summary>
    public bool Reaches(double x, double y) => ((x - Half) * (x - Half)) + ((y - Half) * (y - Half)) <= Edge * Edge / (Pitch * Pitch);

    /// <summary>Standard deviation of the noise at a place of the grid.</summary>
    public float NoiseAt(int x, int y) => Noise[(y * Left.Width) + x];

    public bool Holds(int x, int y) => IsJudged[(y * Left.Width) + x];

    /// <summary>Place by place of the grid: whether it lies within <see cref="Edge"/>.</summary>
    public bool[] IsJudged { get; }

    /// <param name="scale">Micrometers to a pixel.</param>
    /// <param name="usualCore">Radius that a core of this mode has, micrometers.</param>
    /// <param name="gain">By which shades are brought to the usual light.</param>
    /// <param name="ferrule">The light on the ferrule, where that is seen.</param>
    public static GlassView Of(GrayImage image, FiberPlace place, double scale, double usualCore, float gain, IlluminationModel? ferrule)
    {
        var pitch = Math.Max(FinestPitch, scale);
        var half = (int)Math.Ceiling(Extent / pitch);
        var lit = Resampler.Around(image, place.X, place.Y, pitch / scale, half, gain);
        var blur = place.Blur * scale;
        var (edge, coreMost) = (EdgeFor(blur), CoreMost(usualCore));
        var radii = RadiiOf(lit.Width, pitch, half);
        var light = IlluminationModel.Fit(lit, pitch, half, Array.ConvertAll(radii, r => r > coreMost && r < edge), ferrule);
        var grid = light?.DividedOut(lit, pitch, half, UsualLight.Shade) ?? lit;
        var (coreRadius, coreX, coreY) = CoreFinder.Find(grid, pitch, half, usualCore, coreMost);
        var view = new GlassView(grid, radii, pitch, half, edge, Math.Sqrt((blur * blur / (pitch * pitch)) + (1 / 12.0)), gain)
        {
            CoreRadius = coreRadius,
            Glass = (float)(light?.AtMiddle ?? 0),
        };
        return view.WithoutRings(half + (coreX / pitch), half + (coreY / pitch), coreRadius, coreMost).WithNoise();
    }

    /// <summary>Radius within which the glass can be judged, past what the lens spreads of its edge; micrometers.</summary>
    public static double EdgeFor(double blur) => FiberDimensions.CladdingRadius - Math.Max(0.9, 2.2 * blur) - 0.4;

    /// <summary>Radius that no core of a mode has, micrometers.</summary>
    public static double CoreMost(double usualCore) => (usualCore * 1.45) + 3;

    /// <summary>The same glass, with something else left on it.</summary>
    public GlassView With(Plane left) => this with { Left = left };

    private static float[] RadiiOf(int side, double pitch, int half)
    {
        var radii = new float[side * side];
        for (var y = 0; y < side; y++)
        {
            for (var x = 0; x < side; x++)
            {
                radii[(y * side) + x] = (float)(pitch * Math.Sqrt(((x - half) * (x - half)) + ((y - half) * (y - half))));
            }
        }

        return radii;
    }

    // What all of a ring shares is the core, the ring's shadow or the light, never a mark.
    private GlassView WithoutRings(double coreX, double coreY, double coreRadius, double coreMost)
    {
        var left = Left.Copy();
        var inner = new RadialMedians(Left, coreX, coreY, 0, (int)(coreMost / Pitch)).Medians();

        var coreStep = inner.Length == 0 ? 0 : Math.Abs(inner[Math.Min((int)(coreRadius / Pitch / 2), inner.Length - 1)] - inner[^1]);

        LeaveFilm(inner, (int)Math.Ceiling((coreRadius + CoreRim) / Pitch + (2 * Blur)));

        // Farther in the light's fit serves, and film that covers much of a ring must not be taken for it.
        var shadowed = Math.Max(0, (int)((Edge - RingShadow) / Pitch));
        var outer = new RadialMedians(Left, Half, Half, shadowed, (int)(Edge / Pitch) + 3).Medians();
        Settle(inner, Math.Max(1, (int)(coreRadius / Pitch) - (int)(1.5 * Blur)));
        for (var y = 0; y < Left.Height; y++)
        {
            for (var x = 0; x < Left.Width; x++)
            {
                var fromMiddle = Radii[(y * Left.Width) + x] / Pitch;
                if (fromMiddle >= shadowed - 1)
                {
                    left[x, y] -= Between(outer, fromMiddle);
                }
                else if (
                    fromMiddle < inner.Length + 8
                    && Math.Sqrt(((x - coreX) * (x - coreX)) + ((y - coreY) * (y - coreY))) is var fromCore
                    && fromCore < inner.Length - 1.5
                )
                {
                    left[x, y] -= Between(inner, fromCore);
                }
            }
        }

        return this with
        {
            Left = left,
            CoreStep = coreStep,
        };
    }

    // Round the core the glass is even once the light is taken away: where its rings' middle shade is off all the same, film makes it, and it makes the core's
    // so too.
    private static void LeaveFilm(float[] rings, int outside)
    {
        var film = rings.Length == 0 ? 0 : rings[^1];
        while (outside < rings.Length && Math.Abs(rings[outside] - film) >= UnevenFilm * Math.Abs(film))
        {
            outside++;
        }

        if (outside <= rings.Length - FewestEven && Math.Abs(film) > FaintestFilm)
        {
            for (var i = 0; i < rings.Length; i++)
            {
                rings[i] = i < outside ? rings[i] - film : 0;
            }
        }
    }

    // A few steps round the middle make no median: there the core is taken to go on as it went, so that a pit in its very middle shows.
    private static void Settle(float[] rings, int core)
    {
        var level = rings[Math.Min(core, rings.Length - 1)];
        var isBright = rings.Take(Math.Max(1, core)).Average() > rings[^1];
        var reach = Math.Min(core, rings.Length - 1);
        for (var i = reach; i >= 0; i--)
        {
            level = isBright ? Math.Max(level, rings[i]) : Math.Min(level, rings[i]);
            rings[i] = i < 3 ? (isBright ? Math.Max(rings[Math.Min(3, reach)], level) : Math.Min(rings[Math.Min(3, reach)], level)) : level;
        }
    }

    private static float Between(float[] rings, double radius)
    {
        var at = Math.Clamp(radius - 0.5, 0, rings.Length - 1.001);
        var i = (int)at;
        return rings[i] + ((rings[i + 1] - rings[i]) * (float)(at - i));
    }

    /// <summary>The glass as if nothing had been at places and their neighbors.</summary>
    public GlassView Without(IEnumerable<int> places)
    {
        const int Margin = 2;
        var left = Left.Copy();
        foreach (var at in places)
        {
            SummedSquares.Fill(left.All, Left.Width, at % Left.Width, at / Left.Width, Margin, 0);
        }

        return With(left);
    }

    private GlassView WithNoise()
    {
        var rings = new RadialMedians(Left, Half, Half, 0, (int)(Edge / Pitch) + 2);
        var all = Math.Max(RoundingNoise * Gain, RobustStatistics.Spread(rings.Some(EveryFifth)));
        var byRing = new float[rings.Count];
        for (var i = 0; i < byRing.Length; i++)
        {
            byRing[i] =
                rings.Of(i).Length < FewestForNoise
                    ? all
                    : Math.Clamp(RobustStatistics.Spread(rings.Some(i, MostForNoise)), all, Math.Max(MostOfAll * all, MostUnderFilm));
        }

        return this with
        {
            Noise = Array.ConvertAll(Radii, r => byRing[Math.Min(byRing.Length - 1, (int)(r / Pitch))]),
            NoiseAtEdge = byRing[^1],
        };
    }
}
