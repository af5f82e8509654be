using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Instruments;
using Rhabdon.Vision;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Demo;

/// <summary>A look in the demo: the picture, and what a person made of it who saw otherwise.</summary>
internal sealed record DemoPicture(FaceSeen Face, string? Choice = null, string? Overruled = null);

/// <summary>The demo's microscope: of some strands of a cable it gives pictures, drawn and graded as at the bench.</summary>
/// <param name="strands">Of how many, from the first.</param>
internal sealed class DemoMicroscope(FaceLimits profile, int strands)
{
    // From the bead to a face that passes, look by look: what hands do before each.
    private static readonly HandsAct[][] Polished =
    [
        [HandsAct.Clean],
        [HandsAct.Polish, HandsAct.Polish, HandsAct.Clean],
        [HandsAct.Polish, HandsAct.Clean],
        [HandsAct.LastFilm, HandsAct.Clean],
    ];

    private readonly Dictionary<int, (FaceInHand Face, int Looks)> faces = [];

    /// <summary>What was taken so far, and of which strand.</summary>
    public List<(Guid Termination, byte[] File)> Taken { get; } = [];

    /// <summary>The look at a strand, or null when this one is judged by eye.</summary>
    public DemoPicture? Look(int strand, TerminationState state)
    {
        if (strand > strands)
        {
            return null;
        }

        var (face, looks) = faces.GetValueOrDefault(strand, (FaceInHand.First with { Connector = strand }, 0));
        face = Polished[Math.Min(looks, Polished.Length - 1)].Aggregate(face, (f, act) => f.After(act));
        faces[strand] = (face, looks + 1);
        var isHair = strand == 2 && looks == Polished.Length - 1;
        var image = FaceRenderer.Draw((isHair ? face with { Scratches = 3.6 } : face).Face(looks));
        var file = PictureWriter.Png(image);
        var hash = PictureHash.Of(file);
        Taken.Add((state.Termination, file));
        var seen = FaceSeen.Of(hash, profile, FaceGrader.Grade(image, profile, state.Plan!.Grade.Core()));
        return isHair && seen.Sign is not null
            ? new DemoPicture(seen, "clean", "A hair on the lens: it stays where it is when the ferrule is turned")
            : new DemoPicture(seen);
    }
}
