using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Vision.Looking;
using static Rhabdon.Vision.Looking.Thresholds.FlatFerrule;

namespace Rhabdon.Vision;

/// <summary>A flat ferrule's row of fibers in one picture, each graded by itself.</summary>
public static class FlatFerruleGrader
{
    // Of the row against the picture's own, degrees.
    private const int SlantStep = 4;

    // Half of what is looked at round a fiber, of the pitch: its neighbors begin at three quarters.
    private const double Window = 0.5;

    /// <param name="core">Of the fibers in the picture.</param>
    /// <param name="scale">Micrometers to a pixel where known.</param>
    /// <returns>From left to right; fewer than twelve where the row is not whole in the picture, none where no fiber was found.</returns>
    public static IReadOnlyList<FaceGrading> Grade(GrayImage image, FaceLimits profile, FiberCore core, double? scale = null)
    {
        if (Exposure.FaultOf(image) is not null || FiberFinder.Find(image, scale, core != FiberCore.SingleMode) is not { } first)
        {
            return [];
        }

        var measured = scale ?? (FiberDimensions.CladdingRadius / first.Radius);
        return [.. Row(image, first, measured, core).Select(place => GradeOne(image, place, FlatFerrule.Judged(profile), core, measured))];
    }

    private static List<FiberPlace> Row(GrayImage image, FiberPlace first, double scale, FiberCore core)
    {
        var step = FlatFerrule.Pitch / scale;
        foreach (var slant in Enumerable.Range(0, (MostSlant / SlantStep) + 1).SelectMany(i => i == 0 ? [0] : (int[])[i * SlantStep, -i * SlantStep]))
        {
            var (sin, cos) = Math.SinCos(slant * Math.PI / 180);
            List<FiberPlace> row =
            [
                .. Beyond(image, first, -step * cos, -step * sin, scale, core).Reverse(),
                first,
                .. Beyond(image, first, step * cos, step * sin, scale, core),
            ];
            if (row.Count > 1)
            {
                return row;
            }
        }

        return [first];
    }

    // From fiber to fiber one way; each step goes on as the one before went.
    private static IEnumerable<FiberPlace> Beyond(GrayImage image, FiberPlace from, double dx, double dy, double scale, FiberCore core)
    {
        for (var (here, found) = (from, 1); found < FlatFerrule.Fibers && Near(image, here.X + dx, here.Y + dy, scale, core) is { } next; here = next, found++)
        {
            (dx, dy) = (next.X - here.X, next.Y - here.Y);
            yield return next;
        }
    }

    private static FiberPlace? Near(GrayImage image, double x, double y, double scale, FiberCore core)
    {
        var half = Window * FlatFerrule.Pitch / scale;
        var (left, top) = (Math.Max(0, (int)(x - half)), Math.Max(0, (int)(y - half)));
        return
            image.Part(left, top, (int)(x + half), (int)(y + half)) is { } part
            && FiberFinder.Find(part, scale, core != FiberCore.SingleMode) is { } found
            && Math.Abs(found.X + left - x) < Astray * FlatFerrule.Pitch / scale
            && Math.Abs(found.Y + top - y) < Astray * FlatFerrule.Pitch / scale
            ? found with
            {
                X = found.X + left,
                Y = found.Y + top,
            }
            : null;
    }

    private static FaceGrading GradeOne(GrayImage image, FiberPlace place, FaceLimits profile, FiberCore core, double scale)
    {
        var half = Window * FlatFerrule.Pitch / scale;
        var (left, top) = (Math.Max(0, (int)(place.X - half)), Math.Max(0, (int)(place.Y - half)));
        var grade = FaceGrader.Grade(image.Part(left, top, (int)(place.X + half), (int)(place.Y + half))!, profile, core, scale);
        return grade with
        {
            Findings = [.. grade.Findings.Where(f => f.Zone <= Zone.B).Select(f => f with { X = f.X + left, Y = f.Y + top })],
            Place = grade.Place is { } at ? at with { CenterX = at.CenterX + left, CenterY = at.CenterY + top } : null,
        };
    }
}
