using MathNet.Numerics.Distributions;
using Rhabdon.Core.EndFaces;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Bench;

/// <summary>Counts what a grader got right, face by face and mark by mark.</summary>
internal sealed class FaceTally
{
    /// <summary>What a size may be off, as a share of itself.</summary>
    public const double Band = 0.15;

    private const double Near = 2.5;
    private const double Visible = 2;

    private readonly int[,] _confusion = new int[4, 4];
    private int _faces;
    private int _cannot;
    private int _found;
    private int _missed;
    private int _extra;
    private int _sized;
    private int _sizedRight;
    private int _scaleOff;
    private double _worstCenter;

    public void Add(FaceGrading grade, FaceVerdict truth, bool isNearLimit)
    {
        _faces++;
        _cannot += grade.Verdict == FaceVerdict.CannotGrade ? 1 : 0;
        if (!isNearLimit)
        {
            _confusion[(int)truth, (int)grade.Verdict]++;
        }
    }

    /// <param name="nearest">How near each of the face's marks comes to the center, micrometers.</param>
    /// <returns>How many marks were missed or made up.</returns>
    public int Match(MadeFace face, double[] nearest, FaceLimits profile, FaceGrading grade)
    {
        var before = _missed + _extra;
        if (grade.Place is { } place)
        {
            _worstCenter = Math.Max(
                _worstCenter,
                face.MicrometersPerPixel * Math.Sqrt(Math.Pow(place.CenterX - face.CenterX, 2) + Math.Pow(place.CenterY - face.CenterY, 2))
            );
            _scaleOff += Math.Abs((place.Scale / face.MicrometersPerPixel) - 1) > 0.005 ? 1 : 0;
        }

        var left = grade.Findings.ToList();
        foreach (
            var mark in face
                .Marks.Zip(nearest)
                .Where(m => profile.At(m.Second) <= Zone.B && m.First.Size >= Visible)
                .Select(m => m.First)
                .OrderByDescending(m => m.Size)
        )
        {
            var hit = left.Where(f => Distance(face, mark, f) < Near).MinBy(f => Distance(face, mark, f));
            if (hit is null)
            {
                _missed++;
                continue;
            }

            left.Remove(hit);
            _found++;
            _sized++;
            _sizedRight += Math.Abs(hit.Size - mark.Size) <= Math.Max(0.7, Band * mark.Size) ? 1 : 0;
        }

        _extra += left.Count(f => f.Zone <= Zone.B && f.Size >= Visible && !face.Marks.Any(m => m.Size < Visible && Distance(face, m, f) < Near));
        return _missed + _extra - before;
    }

    public string Row(string name)
    {
        var (judged, right, failing) = (0, 0, 0);
        for (var truth = 0; truth < 4; truth++)
        {
            for (var said = 0; said < 4; said++)
            {
                judged += _confusion[truth, said];
                right += truth == said ? _confusion[truth, said] : 0;
                failing += truth == (int)FaceVerdict.Fail ? _confusion[truth, said] : 0;
            }
        }

        return $"| {name} | {_faces} | {Percent(right, judged)} of {judged} ({Interval(right, judged)}) | {Percent(_confusion[(int)FaceVerdict.Fail, (int)FaceVerdict.Pass], failing)} | {Percent(_found, _found + _missed)} | {Percent(_found, _found + _extra)} | {Percent(_sizedRight, _sized)} | {_worstCenter:0.00} | {Percent(_scaleOff, _faces)} | {Percent(_cannot, _faces)} |";
    }

    public void SayConfusion(string name)
    {
        Timed.Say($"| {name}: is \\ said | {string.Join(" | ", Enum.GetNames<FaceVerdict>())} |");
        Timed.Say("|---|---|---|---|---|");
        foreach (var truth in Enum.GetValues<FaceVerdict>())
        {
            Timed.Say($"| {truth} | {string.Join(" | ", Enum.GetValues<FaceVerdict>().Select(said => _confusion[(int)truth, (int)said]))} |");
        }
    }

    // Clopper and Pearson's, 95 %, which holds however few there are.
    private static string Interval(int some, int of)
    {
        if (of == 0)
        {
            return "–";
        }

        var low = some == 0 ? 0 : Beta.InvCDF(some, of - some + 1, 0.025);
        var high = some == of ? 1 : Beta.InvCDF(some + 1, of - some, 0.975);
        return $"{100 * low:0.0} to {100 * high:0.0}";
    }

    private static string Percent(int some, int of) => of == 0 ? "–" : $"{100.0 * some / of:0.0} %";

    private static double Distance(MadeFace face, DrawnFinding mark, Finding finding)
    {
        var place = new Spot((finding.X - face.CenterX) * face.MicrometersPerPixel, (finding.Y - face.CenterY) * face.MicrometersPerPixel);
        return mark.DistanceTo(place);
    }
}
