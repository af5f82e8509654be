using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Instruments;

/// <summary>What hands do to the face under a stand-in.</summary>
public enum HandsAct
{
    /// <summary>The next connector, its bead just scribed.</summary>
    NewConnector,

    /// <summary>On with the film before the last.</summary>
    Polish,

    /// <summary>A round on the last film.</summary>
    LastFilm,

    /// <summary>Dry, wet, dry.</summary>
    Clean,
}

/// <summary>
/// A made-up connector being polished, for the stand-in: the bead goes in two rounds and its crumbs scratch the glass; the film before the last takes those
/// scratches and
/// leaves fine ones, which the last film takes; every film leaves dirt, and cleaning takes it. The same acts give the same faces.
/// </summary>
/// <param name="Bead">How large what is left of it shows, micrometers.</param>
/// <param name="Scratches">Width of the widest, micrometers.</param>
public sealed record FaceInHand(int Connector, double Bead, double Scratches, bool IsDirty)
{
    // They come round again: whoever tries the stand-in twice sees the same.
    private const int Connectors = 2;
    private const int Width = 1024;
    private const int Height = 768;
    private const double Scale = 0.32;
    private const double WholeBead = 26;
    private const double FromCrumbs = 5.4;
    private const double FromFilm = 2.2;
    private const double LastFilmTakes = 3;

    /// <summary>The first connector, as it comes from the air polish.</summary>
    public static FaceInHand First { get; } = New(1);

    public FaceInHand After(HandsAct act) =>
        act switch
        {
            HandsAct.NewConnector => New((Connector % Connectors) + 1),
            HandsAct.Polish => this with { Bead = Bead == WholeBead ? WholeBead / 2 : 0, Scratches = Bead > 0 ? FromCrumbs : FromFilm, IsDirty = true },
            HandsAct.LastFilm => this with { Scratches = Scratches > LastFilmTakes ? Scratches : 0, IsDirty = true },
            _ => this with { IsDirty = false },
        };

    /// <summary>The face as a microscope sees it; each frame has a noise of its own.</summary>
    public MadeFace Face(int frame)
    {
        var chance = new Random(Connector);
        return new MadeFace(
            Width,
            Height,
            (Width / 2) + chance.Next(-40, 40),
            (Height / 2) + chance.Next(-30, 30),
            Scale,
            new FaceAppearance(Core: 0.62, Grain: 0.012, SlopeX: 0.03, SlopeY: -0.02, Vignette: 0.08),
            [.. Marks(chance)],
            (Connector * 1000) + frame
        );
    }

    private static FaceInHand New(int connector) => new(connector, WholeBead, FromCrumbs, IsDirty: true);

    private IEnumerable<DrawnFinding> Marks(Random chance)
    {
        var turn = chance.NextDouble() * 2 * Math.PI;
        if (Bead > 0)
        {
            yield return new DrawnFinding(FindingKind.Adhesive, [At(FiberDimensions.CladdingRadius, turn)], Bead, -0.2, 0.2, 1.6, 1.2, 0, Connector);
        }

        foreach (var (at, share) in ((double, double)[])[(26, 1), (-38, 0.8), (44, 0.6)])
        {
            var slant = chance.NextDouble() * Math.PI;
            if (Scratches > 0)
            {
                yield return Scratch(at, slant, Scratches * share);
            }
        }

        for (var i = 0; i < 3; i++)
        {
            var (place, size) = (At(18 + (34 * chance.NextDouble()), chance.NextDouble() * 2 * Math.PI), 5 + (7 * chance.NextDouble()));
            if (IsDirty)
            {
                yield return new DrawnFinding(FindingKind.LooseDirt, [place], size, -0.3, 0.4, 1.5, 0.6, 0.3, Connector + i);
            }
        }
    }

    private static DrawnFinding Scratch(double offset, double slant, double width)
    {
        var (dx, dy) = (Math.Cos(slant), Math.Sin(slant));
        return new DrawnFinding(
            FindingKind.Scratch,
            [new Spot((-offset * dy) - (30 * dx), (offset * dx) - (30 * dy)), new Spot((-offset * dy) + (30 * dx), (offset * dx) + (30 * dy))],
            width,
            -0.2,
            Softness: 0.3 * width
        );
    }

    private static Spot At(double radius, double turn) => new(radius * Math.Cos(turn), radius * Math.Sin(turn));
}
