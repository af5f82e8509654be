using Rhabdon.Core.EndFaces.Looking;

namespace Rhabdon.Core.EndFaces;

/// <summary>A flat ferrule's row of fibers in one picture, each graded by itself: core and cladding only, as IEC 61300-3-35 has it (from memory).</summary>
public static class FlatFerrule
{
    /// <summary>In a row.</summary>
    public const int Fibers = 12;

    /// <summary>From middle to middle, micrometers (IEC 61754-7, from memory).</summary>
    public const double Pitch = 250;

    // Of the row against the picture's own, degrees.
    private const int MostSlant = 20;
    private const int SlantStep = 4;

    // Half of what is looked at round a fiber, of the pitch: its neighbors begin at three quarters.
    private const double Window = 0.5;
    private const double Astray = 0.06;

    /// <param name="scale">Micrometers to a pixel where known.</param>
    /// <returns>From left to right; fewer than twelve where the row is not whole in the picture, none where no fiber was found.</returns>
    public static IReadOnlyList<FaceGrade> Grade(GrayImage image, FaceProfile profile, double? scale = null)
    {
        if (Exposure.FaultOf(image) is not null || FiberFinder.Find(image, scale, profile.IsMultimode) is not { } first)
        {
            return [];
        }

        var measured = scale ?? (MadeOf.CladdingRadius / first.Radius);
        return [.. Row(image, first, measured, profile.IsMultimode).Select(place => GradeOne(image, place, Judged(profile), measured))];
    }

    /// <summary>What of a profile applies: zones A and B.</summary>
    public static FaceProfile Judged(FaceProfile profile) => profile with { Zones = [.. profile.Zones.Where(z => z.Zone <= Zone.B)] };

    private static List<FiberPlace> Row(GrayImage image, FiberPlace first, double scale, bool isMultimode)
    {
        var step = Pitch / scale;
        foreach (var slant in Enumerable.Range(0, (MostSlant / SlantStep) + 1).SelectMany(i => i == 0 ? [0] : (int[])[i * SlantStep, -i * SlantStep]))
        {
            var (sin, cos) = Math.SinCos(slant * Math.PI / 180);
            List<FiberPlace> row = [.. Beyond(image, first, -step * cos, -step * sin, scale, isMultimode).Reverse(), first, .. Beyond(image, first, step * cos, step * sin, scale, isMultimode)];
            if (row.Count > 1)
            {
                return row;
            }
        }

        return [first];
    }

    // From fiber to fiber one way; each step goes on as the one before went.
    private static IEnumerable<FiberPlace> Beyond(GrayImage image, FiberPlace from, double dx, double dy, double scale, bool isMultimode)
    {
        for (var (here, found) = (from, 1); found < Fibers && Near(image, here.X + dx, here.Y + dy, scale, isMultimode) is { } next; here = next, found++)
        {
            (dx, dy) = (next.X - here.X, next.Y - here.Y);
            yield return next;
        }
    }

    private static FiberPlace? Near(GrayImage image, double x, double y, double scale, bool isMultimode)
    {
        var half = Window * Pitch / scale;
        var (left, top) = (Math.Max(0, (int)(x - half)), Math.Max(0, (int)(y - half)));
        return image.Part(left, top, (int)(x + half), (int)(y + half)) is { } part && FiberFinder.Find(part, scale, isMultimode) is { } found
            && Math.Abs(found.X + left - x) < Astray * Pitch / scale && Math.Abs(found.Y + top - y) < Astray * Pitch / scale
                ? found with { X = found.X + left, Y = found.Y + top }
                : null;
    }

    private static FaceGrade GradeOne(GrayImage image, FiberPlace place, FaceProfile profile, double scale)
    {
        var half = Window * Pitch / scale;
        var (left, top) = (Math.Max(0, (int)(place.X - half)), Math.Max(0, (int)(place.Y - half)));
        var grade = FaceGrader.Grade(image.Part(left, top, (int)(place.X + half), (int)(place.Y + half))!, profile, scale);
        return grade with
        {
            Findings = [.. grade.Findings.Where(f => f.Zone <= Zone.B).Select(f => f with { X = f.X + left, Y = f.Y + top })],
            Place = grade.Place is { } at ? at with { CenterX = at.CenterX + left, CenterY = at.CenterY + top } : null,
        };
    }
}
