using Rhabdon.Core.EndFaces;
using static Rhabdon.Vision.Looking.Thresholds.Reading;

namespace Rhabdon.Vision.Looking;

/// <summary>Puts what was found on the grids into the terms of the picture and the profile.</summary>
internal sealed class FindingReader(FaceLimits profile, FiberPlace place, double scale, GlassView glass)
{
    public Finding Read(DetectedLine trace)
    {
        var radii = trace.Path.Select(p => glass.RadiusAt(p.X, p.Y)).ToList();
        var nearest = Math.Max(0, radii.Min() - (trace.Width / 2));
        var middle = trace.Path[trace.Path.Count / 2];
        var length = LinePath.LengthOf(trace.Path) * glass.Pitch;
        return Finding(
            DefectClassifier.Of(trace, length),
            nearest,
            radii.Max() + (trace.Width / 2),
            trace.Width,
            trace.Width,
            length,
            (middle.X - glass.Half) * glass.Pitch,
            (middle.Y - glass.Half) * glass.Pitch,
            trace.Contrast,
            trace.Significance
        );
    }

    public Finding Read(Blob blob, FindingKind kind)
    {
        var width = kind == FindingKind.Scratch ? blob.BarWidth : blob.Width;
        return Finding(
            kind,
            blob.Nearest,
            blob.Farthest,
            kind == FindingKind.Scratch ? width : blob.Size,
            width,
            blob.Length,
            blob.X,
            blob.Y,
            blob.Contrast,
            blob.Significance
        );
    }

    // Rounded far below what is known, so that a record of it is short and comes to the same verdict again.
    private Finding Finding(
        FindingKind kind,
        double nearest,
        double farthest,
        double size,
        double width,
        double length,
        double x,
        double y,
        double contrast,
        double significance
    ) =>
        new(
            kind,
            profile.Over(nearest, farthest) ?? Zone.D,
            Short(size),
            Short(FixedUncertainty + (ShareUncertain * size)),
            Short(width),
            Short(length),
            Short(place.X + (x / scale)),
            Short(place.Y + (y / scale)),
            Short(contrast / glass.Gain / GrayImage.White),
            Short(Math.Clamp(1 - Math.Exp(-significance / SureAt), 0, 1)),
            nearest <= glass.CoreRadius
        );

    private static double Short(double value) => Math.Round(value, 3);
}
