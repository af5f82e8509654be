using System.Collections.Concurrent;
using System.Diagnostics;
using System.Text.Json;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Vision;
using Rhabdon.Vision.Drawing;
using Rhabdon.Vision.Tests;

namespace Rhabdon.Bench;

/// <summary>
/// Grades made-up faces of styles and seeds that were not looked at while the grader was tuned, and counts what it got right; then sets its time beside
/// decoding's.
/// </summary>
internal static class FacesBench
{
    // Seeds under 1,000 were tuned on, those from there on looked at after they were counted.
    private const int FirstSeed = 1_018;
    private const double WrongVerdict = 100;
    private const string Heading = """
        | style | faces | verdict right | failing called pass | recall | precision | size | center worst µm | scale over 0.5 % | cannot grade |
        |---|---|---|---|---|---|---|---|---|---|
        """;

    public static void Run(string sheet, int seeds = 2)
    {
        Timed.Say(Heading);
        var all = new FaceTally();
        var misses = new ConcurrentBag<Miss>();
        foreach (var style in FaceStyle.All)
        {
            var tally = new FaceTally();
            var faces =
                from profile in ShippedFaceLimits.Starters
                from plight in Enum.GetValues<FaceCondition>()
                from seed in Enumerable.Range(FirstSeed, seeds)
                select (profile, plight, seed);
            Parallel.ForEach(faces, f =>
            {
                var miss = Grade(
                    style,
                    f.profile,
                    $"{style.Name} {f.profile.Id} {f.plight} {f.seed}",
                    MadeFaces.Make(style, f.profile, f.plight, f.seed),
                    style.IsHeldBack ? [tally, all] : [tally]
                );
                if (style.IsHeldBack && miss is not null)
                {
                    misses.Add(miss);
                }
            });
            Timed.Say(tally.Row(style.IsHeldBack ? $"**{style.Name}**" : style.Name));
        }

        Timed.Say(all.Row("**held back, together**"));
        all.SayConfusion("held back");
        ContactSheet.Write(sheet, misses);
        CountNothing();
        Time();
    }

    // The tests grade the first 120 of them.
    private static void CountNothing(int pictures = 500)
    {
        FaceLimits[] profiles = [ShippedFaceLimits.Find("sm-upc")!, ShippedFaceLimits.Find("mm")!];
        var passed = new ConcurrentBag<string>();
        Parallel.For(0, pictures, number =>
        {
            var profile = profiles[number / 12 % profiles.Length];
            if (FaceGrader.Grade(Nothing.Picture(number), profile, profile.Cores[0]).Verdict == FaceVerdict.Pass)
            {
                passed.Add($"{Nothing.KindOf(number)} {number}");
            }
        });
        Timed.Say($"Of {pictures} pictures of nothing {passed.Count} pass. {string.Join(", ", passed.Order())}");
    }

    /// <summary>Two pictures of each style, for eyes that know nothing of ours; a picture's name tells how it was made.</summary>
    public static void WritePictures(string folder)
    {
        Directory.CreateDirectory(folder);
        var plights = Enum.GetValues<FaceCondition>();
        foreach (var (style, index) in FaceStyle.All.Select((s, i) => (s, i)))
        {
            foreach (var (profile, seed) in ((string, int)[])[("sm-upc", 501), ("mm", 502)])
            {
                var plight = plights[((2 * index) + seed - 501) % plights.Length];
                File.WriteAllBytes(
                    Path.Combine(folder, $"{style.Name}_{profile}_{plight}_{seed}.png"),
                    PictureWriter.Png(FaceRenderer.Draw(MadeFaces.Make(style, ShippedFaceLimits.Find(profile)!, plight, seed)))
                );
            }
        }
    }

    /// <summary>Faces drawn by tests/outside/other_hand.py, each with what is on it beside it.</summary>
    public static void RunFolder(string folder, string sheet)
    {
        var tally = new FaceTally();
        var misses = new ConcurrentBag<Miss>();
        Parallel.ForEach(Directory.GetFiles(folder, "*.json"), file =>
        {
            var drawn = JsonSerializer.Deserialize<Drawn>(File.ReadAllText(file), JsonSerializerOptions.Web)!;
            var image = PictureReader.Read(File.ReadAllBytes(Path.Combine(folder, drawn.Picture))).Image!;
            var profile = ShippedFaceLimits.Find(drawn.Profile)!;
            var marks = drawn
                .Marks.Select(m => (Mark: new DrawnFinding(m.Kind, [.. m.Path.Select(p => new Spot(p[0], p[1]))], m.Size, m.Depth), m.Nearest, m.Farthest))
                .ToList();
            var face = new MadeFace(
                image.Width,
                image.Height,
                drawn.CenterX,
                drawn.CenterY,
                drawn.MicrometersPerPixel,
                new FaceAppearance(CoreRadius: drawn.CoreRadius),
                [.. marks.Select(m => m.Mark)],
                0
            );
            var truth =
                from m in marks
                let zone = profile.Over(m.Nearest, m.Farthest)
                where zone is not null
                select new Finding(m.Mark.Kind, zone.Value, m.Mark.Size, 0, m.Mark.Size, m.Mark.Length, 0, 0, m.Mark.Depth, 1, m.Nearest <= drawn.CoreRadius);
            if (Count(Path.GetFileNameWithoutExtension(file), image, face, [.. marks.Select(m => m.Nearest)], [.. truth], profile, [tally]) is { } miss)
            {
                misses.Add(miss);
            }
        });
        Timed.Say(Heading);
        Timed.Say(tally.Row("another hand"));
        tally.SayConfusion("another hand");
        ContactSheet.Write(sheet, misses);
    }

    private static Miss? Grade(FaceStyle style, FaceLimits profile, string name, MadeFace face, FaceTally[] tallies)
    {
        var image = FaceRenderer.Draw(face);
        image = style.JpegQuality is { } quality ? PictureReader.Read(PictureWriter.Jpeg(image, quality)).Image! : image;
        return Count(name, image, face, [.. face.Marks.Select(m => m.Nearest)], face.Truth(profile), profile, tallies);
    }

    private static Miss? Count(
        string name,
        GrayImage image,
        MadeFace face,
        double[] nearest,
        IReadOnlyList<Finding> truth,
        FaceLimits profile,
        FaceTally[] tallies
    )
    {
        var grade = FaceGrader.Grade(image, profile, face.Look.Fiber);
        var verdict = FaceJudge.Judge(profile, truth).Verdict;
        var wrongMarks = 0;
        var isNear = truth.Any(t =>
            profile.Of(t.Zone)!.Of(t.Class).Any(b => b.End is { } end && Math.Abs(t.Size - (double)end) < FaceTally.Band * (double)end)
        );
        foreach (var tally in tallies)
        {
            lock (tally)
            {
                tally.Add(grade, verdict, isNear);
                wrongMarks = tally.Match(face, nearest, profile, grade);
            }
        }

        var weight = wrongMarks + (verdict == grade.Verdict || isNear ? 0 : WrongVerdict);
        return weight > 0 ? new Miss(name, image, face, verdict, grade, weight) : null;
    }

    private static void Time()
    {
        var profile = ShippedFaceLimits.Find("sm-upc")!;
        var face = MadeFaces.Make(FaceStyle.All[0], profile, FaceCondition.Mixed, 1) with { Width = 1152, Height = 868, CenterX = 570, CenterY = 430 };
        var image = FaceRenderer.Draw(face);
        var png = PictureWriter.Png(image);
        var (grading, decoding) = (new List<double>(), new List<double>());
        for (var run = 0; run < 40; run++)
        {
            var watch = Stopwatch.StartNew();
            FaceGrader.Grade(image, profile, face.Look.Fiber);
            grading.Add(watch.Elapsed.TotalMilliseconds);
            watch.Restart();
            PictureReader.Read(png);
            decoding.Add(watch.Elapsed.TotalMilliseconds);
        }

        var (graded, decoded) = (new Timed([.. grading.Skip(10)]).Median, new Timed([.. decoding.Skip(10)]).Median);
        Timed.Say(
            $"faces: 1 megapixel graded in {Timed.Number(graded)} ms, decoded from PNG in {Timed.Number(decoded)} ms; ratio {Timed.Number(graded / decoded)}"
        );
    }

    private sealed record Drawn(
        string Picture,
        string Profile,
        double CenterX,
        double CenterY,
        double MicrometersPerPixel,
        double CoreRadius,
        IReadOnlyList<DrawnMark> Marks
    );

    private sealed record DrawnMark(FindingKind Kind, double[][] Path, double Size, double Depth, double Nearest)
    {
        public double Farthest => Path.Max(p => Math.Sqrt((p[0] * p[0]) + (p[1] * p[1]))) + (Size / 2);
    }
}
