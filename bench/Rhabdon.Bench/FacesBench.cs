using System.Diagnostics;
using System.Text.Json;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.EndFaces.Drawing;
using Rhabdon.Imaging;

namespace Rhabdon.Bench;

/// <summary>Grades made-up faces of styles and seeds that were not looked at while the grader was tuned, and counts what it got right; then sets its time beside decoding's.</summary>
internal static class FacesBench
{
    // Seeds under 1,000 were tuned on.
    private const int FirstSeed = 1_001;
    private const double Band = 0.15;
    private const double Visible = 2;
    private const double Near = 2.5;
    private const string Heading =
        """
        | style | faces | verdict right | failing called pass | recall | precision | size | center worst µm | scale over 0.5 % | cannot grade |
        |---|---|---|---|---|---|---|---|---|---|
        """;

    public static void Run(int seeds = 2)
    {
        Timed.Say(Heading);
        var all = new Tally();
        foreach (var style in FaceStyle.All)
        {
            var tally = new Tally();
            var faces = from profile in FaceProfiles.Starters from plight in Enum.GetValues<Plight>() from seed in Enumerable.Range(FirstSeed, seeds) select (profile, plight, seed);
            Parallel.ForEach(faces, f => Grade(style, f.profile, MadeFaces.Make(style, f.profile, f.plight, f.seed), style.IsHeldBack ? [tally, all] : [tally]));
            Timed.Say(tally.Row(style.IsHeldBack ? $"**{style.Name}**" : style.Name));
        }

        Timed.Say(all.Row("**held back, together**"));
        all.SayConfusion("held back");
        Time();
    }

    /// <summary>Two pictures of each style, for eyes that know nothing of ours; a picture's name tells how it was made.</summary>
    public static void WritePictures(string folder)
    {
        Directory.CreateDirectory(folder);
        var plights = Enum.GetValues<Plight>();
        foreach (var (style, index) in FaceStyle.All.Select((s, i) => (s, i)))
        {
            foreach (var (profile, seed) in ((string, int)[])[("sm-upc", 501), ("mm", 502)])
            {
                var plight = plights[((2 * index) + seed - 501) % plights.Length];
                File.WriteAllBytes(
                    Path.Combine(folder, $"{style.Name}_{profile}_{plight}_{seed}.png"), PictureWriter.Png(FaceRenderer.Draw(MadeFaces.Make(style, FaceProfiles.Find(profile)!, plight, seed))));
            }
        }
    }

    /// <summary>Faces drawn by tests/outside/other_hand.py, each with what is on it beside it.</summary>
    public static void RunFolder(string folder)
    {
        var tally = new Tally();
        Parallel.ForEach(Directory.GetFiles(folder, "*.json"), file =>
        {
            var drawn = JsonSerializer.Deserialize<Drawn>(File.ReadAllText(file), JsonSerializerOptions.Web)!;
            var image = PictureReader.Read(File.ReadAllBytes(Path.Combine(folder, drawn.Picture))).Image!;
            var profile = FaceProfiles.Find(drawn.Profile)!;
            var marks = drawn.Marks.Select(m => (Mark: new MadeMark(m.Kind, [.. m.Path.Select(p => new Spot(p[0], p[1]))], m.Size, m.Depth), m.Nearest)).ToList();
            var face = new MadeFace(image.Width, image.Height, drawn.CenterX, drawn.CenterY, drawn.MicrometersPerPixel, new FaceLook(CoreRadius: drawn.CoreRadius), [.. marks.Select(m => m.Mark)], 0);
            var truth = from m in marks
                        let zone = profile.At(m.Nearest)
                        where zone is not null
                        select new Finding(m.Mark.Kind, zone.Value, m.Mark.Size, 0, m.Mark.Size, m.Mark.Length, 0, 0, m.Mark.Depth, 1, m.Nearest <= drawn.CoreRadius);
            Count(face, [.. marks.Select(m => m.Nearest)], [.. truth], profile, FaceGrader.Grade(image, profile), [tally]);
        });
        Timed.Say(Heading);
        Timed.Say(tally.Row("another hand"));
        tally.SayConfusion("another hand");
    }

    private static void Grade(FaceStyle style, FaceProfile profile, MadeFace face, Tally[] tallies)
    {
        var image = FaceRenderer.Draw(face);
        image = style.JpegQuality is { } quality ? PictureReader.Read(PictureWriter.Jpeg(image, quality)).Image! : image;
        Count(face, [.. face.Marks.Select(m => m.Nearest)], face.Truth(profile), profile, FaceGrader.Grade(image, profile), tallies);
    }

    private static void Count(MadeFace face, double[] nearest, IReadOnlyList<Finding> truth, FaceProfile profile, FaceGrade grade, Tally[] tallies)
    {
        var isNear = truth.Any(t => profile.Of(t.Zone)!.Of(t.Class).Any(b => b.End is { } end && Math.Abs(t.Size - (double)end) < Band * (double)end));
        foreach (var tally in tallies)
        {
            lock (tally)
            {
                tally.Add(grade, FaceJudge.Judge(profile, truth).Verdict, isNear);
                tally.Match(face, nearest, profile, grade);
            }
        }
    }

    private static void Time()
    {
        var profile = FaceProfiles.Find("sm-upc")!;
        var face = MadeFaces.Make(FaceStyle.All[0], profile, Plight.Mixed, 1) with { Width = 1152, Height = 868, CenterX = 570, CenterY = 430 };
        var image = FaceRenderer.Draw(face);
        var png = PictureWriter.Png(image);
        var (grading, decoding) = (new List<double>(), new List<double>());
        for (var run = 0; run < 40; run++)
        {
            var watch = Stopwatch.StartNew();
            FaceGrader.Grade(image, profile);
            grading.Add(watch.Elapsed.TotalMilliseconds);
            watch.Restart();
            PictureReader.Read(png);
            decoding.Add(watch.Elapsed.TotalMilliseconds);
        }

        var (graded, decoded) = (new Timed([.. grading.Skip(10)]).Median, new Timed([.. decoding.Skip(10)]).Median);
        Timed.Say($"faces: 1 megapixel graded in {Timed.Number(graded)} ms, decoded from PNG in {Timed.Number(decoded)} ms; ratio {Timed.Number(graded / decoded)}");
    }

    private sealed record Drawn(string Picture, string Profile, double CenterX, double CenterY, double MicrometersPerPixel, double CoreRadius, IReadOnlyList<DrawnMark> Marks);

    private sealed record DrawnMark(MarkKind Kind, double[][] Path, double Size, double Depth, double Nearest);

    private sealed class Tally
    {
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

        public void Add(FaceGrade grade, FaceVerdict truth, bool isNearLimit)
        {
            _faces++;
            _cannot += grade.Verdict == FaceVerdict.CannotGrade ? 1 : 0;
            if (!isNearLimit)
            {
                _confusion[(int)truth, (int)grade.Verdict]++;
            }
        }

        /// <param name="nearest">How near each of the face's marks comes to the center, micrometers.</param>
        public void Match(MadeFace face, double[] nearest, FaceProfile profile, FaceGrade grade)
        {
            if (grade.Place is { } place)
            {
                _worstCenter = Math.Max(_worstCenter, face.MicrometersPerPixel * Math.Sqrt(Math.Pow(place.CenterX - face.CenterX, 2) + Math.Pow(place.CenterY - face.CenterY, 2)));
                _scaleOff += Math.Abs((place.Scale / face.MicrometersPerPixel) - 1) > 0.005 ? 1 : 0;
            }

            var left = grade.Findings.ToList();
            foreach (var mark in face.Marks.Zip(nearest).Where(m => profile.At(m.Second) <= Zone.B && m.First.Size >= Visible).Select(m => m.First).OrderByDescending(m => m.Size))
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

            return $"| {name} | {_faces} | {Percent(right, judged)} of {judged} | {Percent(_confusion[(int)FaceVerdict.Fail, (int)FaceVerdict.Pass], failing)} | {Percent(_found, _found + _missed)} | {Percent(_found, _found + _extra)} | {Percent(_sizedRight, _sized)} | {_worstCenter:0.00} | {Percent(_scaleOff, _faces)} | {Percent(_cannot, _faces)} |";
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

        private static string Percent(int some, int of) => of == 0 ? "–" : $"{100.0 * some / of:0.0} %";

        private static double Distance(MadeFace face, MadeMark mark, Finding finding)
        {
            var place = new Spot((finding.X - face.CenterX) * face.MicrometersPerPixel, (finding.Y - face.CenterY) * face.MicrometersPerPixel);
            return mark.DistanceTo(place);
        }
    }
}
