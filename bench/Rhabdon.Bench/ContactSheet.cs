using System.Globalization;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Vision;
using Rhabdon.Vision.Drawing;
using SkiaSharp;

namespace Rhabdon.Bench;

/// <summary>A face that was graded wrong: what was drawn and what was seen.</summary>
/// <param name="Weight">The larger, the worse.</param>
internal sealed record Miss(string Name, GrayImage Image, MadeFace Face, FaceVerdict Is, FaceGrading Said, double Weight);

/// <summary>Misses side by side for the eye: the glass, what was drawn in blue, what was seen in orange, the verdicts below.</summary>
internal static class ContactSheet
{
    private const int Most = 24;
    private const int Columns = 6;
    private const int Side = 236;
    private const int Caption = 52;
    private const int Gap = 8;
    private const double Shown = 170;
    private const int Quality = 82;

    public static void Write(string file, IEnumerable<Miss> misses)
    {
        var shown = misses.OrderByDescending(m => m.Weight).ThenBy(m => m.Name, StringComparer.Ordinal).Take(Most).ToList();
        if (shown.Count == 0)
        {
            File.Delete(file);
            return;
        }

        var rows = (shown.Count + Columns - 1) / Columns;
        using var sheet = new SKBitmap((Columns * (Side + Gap)) + Gap, (rows * (Side + Caption + Gap)) + Gap);
        using var canvas = new SKCanvas(sheet);
        canvas.Clear(SKColors.White);
        foreach (var (miss, index) in shown.Select((m, i) => (m, i)))
        {
            canvas.Save();
            canvas.Translate(Gap + (index % Columns * (Side + Gap)), Gap + (index / Columns * (Side + Caption + Gap)));
            DrawFace(canvas, miss);
            Write(canvas, miss);
            canvas.Restore();
        }

        using var data = sheet.Encode(SKEncodedImageFormat.Jpeg, Quality);
        File.WriteAllBytes(file, data.ToArray());
    }

    private static void DrawFace(SKCanvas canvas, Miss miss)
    {
        using var picture = SKBitmap.Decode(PictureWriter.Png(miss.Image));
        var (face, half) = (miss.Face, Shown / 2 / miss.Face.MicrometersPerPixel);
        var toSheet = (float)(Side / Shown);
        canvas.Save();
        canvas.ClipRect(new SKRect(0, 0, Side, Side));
        canvas.DrawBitmap(
            picture,
            new SKRect((float)(face.CenterX - half), (float)(face.CenterY - half), (float)(face.CenterX + half), (float)(face.CenterY + half)),
            new SKRect(0, 0, Side, Side),
            new SKSamplingOptions(SKCubicResampler.Mitchell)
        );
        canvas.Translate(Side / 2f, Side / 2f);
        canvas.Scale(toSheet);
        using var drawn = Pen(SKColors.DeepSkyBlue, toSheet);
        foreach (var mark in face.Marks)
        {
            if (mark.IsLine)
            {
                // Beside the line, not on it.
                var aside = (float)(mark.Size / 2) + 2;
                using var path = new SKPathBuilder();
                path.MoveTo((float)mark.Path[0].X + aside, (float)mark.Path[0].Y + aside);
                mark.Path.Skip(1).ToList().ForEach(p => path.LineTo((float)p.X + aside, (float)p.Y + aside));
                using var line = path.Detach();
                canvas.DrawPath(line, drawn);
            }
            else
            {
                canvas.DrawCircle((float)mark.Middle.X, (float)mark.Middle.Y, (float)(mark.Size / 2) + 1, drawn);
            }
        }

        using var seen = Pen(SKColors.Orange, toSheet);
        foreach (var mark in miss.Said.Findings)
        {
            var (x, y) = ((float)((mark.X - face.CenterX) * face.MicrometersPerPixel), (float)((mark.Y - face.CenterY) * face.MicrometersPerPixel));
            var reach = (float)(mark.Size / 2) + 2.5f;
            canvas.DrawRect(x - reach, y - reach, 2 * reach, 2 * reach, seen);
        }

        canvas.Restore();
    }

    private static void Write(SKCanvas canvas, Miss miss)
    {
        using var type = SKTypeface.FromStream(typeof(ContactSheet).Assembly.GetManifestResourceStream("type"));
        using var font = new SKFont(type, 11.5f);
        using var ink = new SKPaint { Color = SKColors.Black, IsAntialias = true };
        string[] lines =
        [
            miss.Name,
            $"is {Of(miss.Is)}, said {Of(miss.Said.Verdict)}",
            $"drawn: {Marks(miss.Face.Marks.Where(m => m.Nearest < Shown / 2).Select(m => (m.Kind, m.Size)))}",
            $"seen: {Marks(miss.Said.Findings.Select(f => (f.Kind, f.Size)))}",
        ];
        foreach (var (line, index) in lines.Select((l, i) => (l, i)))
        {
            canvas.DrawText(line, 0, Side + 11 + (index * 13), SKTextAlign.Left, font, ink);
        }
    }

    private static string Of(FaceVerdict verdict) =>
        verdict switch
        {
            FaceVerdict.CleanAndLookAgain => "clean",
            FaceVerdict.CannotGrade => "cannot",
            _ => verdict.ToString().ToLowerInvariant(),
        };

    private static string Marks(IEnumerable<(FindingKind Kind, double Size)> marks) =>
        string.Join(", ", marks.OrderByDescending(m => m.Size).Take(3).Select(m => $"{NameOf(m.Kind)} {m.Size.ToString("0.0", CultureInfo.InvariantCulture)}"));

    private static string NameOf(FindingKind kind) => kind == FindingKind.LooseDirt ? "dirt" : kind.ToString().ToLowerInvariant();

    private static SKPaint Pen(SKColor color, float scale) =>
        new()
        {
            Color = color,
            Style = SKPaintStyle.Stroke,
            StrokeWidth = 1.2f / scale,
            IsAntialias = true,
        };
}
