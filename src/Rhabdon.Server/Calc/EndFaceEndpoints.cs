using System.Globalization;
using Microsoft.AspNetCore.Http.Features;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Imaging;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Calc;

/// <summary>What is sent to have a face graded, as multipart/form-data.</summary>
/// <param name="Picture">PNG, JPEG or BMP.</param>
/// <param name="Profile">Of the limits: <c>sm-upc</c>, <c>sm-apc</c>, <c>sm-pc</c>, <c>mm</c>.</param>
/// <param name="UmPerPixel">Where known; else taken from the cladding's 125 µm.</param>
public sealed record EndFaceRequest(IFormFile Picture, string Profile, double? UmPerPixel);

/// <summary>A graded face. Pixels as sent, the center of the top left one at 0, 0; sizes in micrometers. Without a fiber there is no place and no scale.</summary>
/// <param name="View">The same as a screen shows it.</param>
public sealed record EndFaceAnswer(
    FaceVerdict Verdict, bool Marginal, double? CenterX, double? CenterY, double? CladdingDiameterPx, double? UmPerPixel, PictureQuality Quality,
    IReadOnlyList<FaceMark> Findings, IReadOnlyList<FaceZone> Zones, IReadOnlyList<string> Reasons, FaceView View);

/// <param name="UncertaintyUm">Of the size, either way.</param>
public sealed record FaceMark(
    MarkKind Kind, MarkClass Class, Zone Zone, double SizeUm, double WidthUm, double LengthUm, double X, double Y, double Contrast, double Confidence, double UncertaintyUm);

public sealed record FaceZone(Zone Zone, decimal FromUm, decimal ToUm, int Scratches, int Defects, FaceLimits Limits, string Verdict);

/// <summary>Bands of sizes from small to large, each with how many may be there; what is larger than the last may not be there at all.</summary>
public sealed record FaceLimits(IReadOnlyList<SizeBand> Scratches, IReadOnlyList<SizeBand> Defects);

/// <summary>A picture in, a verdict with its reasons out: open to anyone, bounded in size, and in how many are graded at once.</summary>
public static class EndFaceEndpoints
{
    private const int FormSlack = 64 * 1024;
    private const double FinestScale = 0.02;
    private const double CoarsestScale = 5;
    private const int MostWaiting = 32;

    // Half the processors grade: the other half answer the bench.
    private static readonly SemaphoreSlim Graders = new(Math.Max(1, Environment.ProcessorCount / 2));
    private static int _waiting;

    // Any other content is let in to be told what would do.
    public static void MapEndFaces(this WebApplication app) =>
        app.MapPost("/api/v1/calc/end-face", (Delegate)GradeAsync).Accepts<EndFaceRequest>("multipart/form-data", "*/*").Produces<EndFaceAnswer>().ProducesProblem(400).ProducesProblem(413).ProducesProblem(503);

    private static async Task<IResult> GradeAsync(HttpContext context)
    {
        if (!context.Request.HasFormContentType)
        {
            return Problems.Field(400, "picture", Phrase.Of("problem.picture-form"));
        }

        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } body)
        {
            body.MaxRequestBodySize = PictureReader.MostBytes + FormSlack;
        }

        if (context.Request.ContentLength > PictureReader.MostBytes + FormSlack)
        {
            return TooLarge();
        }

        IFormCollection form;
        try
        {
            form = await context.Request.ReadFormAsync(new FormOptions { MultipartBodyLengthLimit = PictureReader.MostBytes + FormSlack, ValueCountLimit = 16 }, context.RequestAborted);
        }
        catch (InvalidDataException)
        {
            return Problems.Field(400, "picture", Phrase.Of("problem.picture-form"));
        }

        return FaceProfiles.Find(form["profile"].ToString()) is not { } profile ? Problems.Field(400, "profile", Phrase.Of("problem.profile", ("known", string.Join(", ", FaceProfiles.Starters.Select(p => p.Id)))))
            : ScaleOf(form) is not { } scale ? Problems.Field(400, "umPerPixel", Phrase.Of("problem.scale", ("from", $"{FinestScale}"), ("to", $"{CoarsestScale}")))
            : form.Files.GetFile("picture") is not { Length: > 0 } file ? Problems.Field(400, "picture", Phrase.Of("problem.picture-form"))
            : file.Length > PictureReader.MostBytes ? TooLarge()
            : await InTurnAsync(file, profile, scale == 0 ? null : scale, context.RequestAborted);
    }

    // Zero for none given, null for one that cannot be.
    private static double? ScaleOf(IFormCollection form)
    {
        var given = form["umPerPixel"].ToString();
        return given.Length == 0 ? 0
            : double.TryParse(given, NumberStyles.Float, CultureInfo.InvariantCulture, out var scale) && scale is >= FinestScale and <= CoarsestScale ? scale
            : null;
    }

    private static async Task<IResult> InTurnAsync(IFormFile file, FaceProfile profile, double? scale, CancellationToken cancel)
    {
        if (Interlocked.Increment(ref _waiting) > MostWaiting)
        {
            Interlocked.Decrement(ref _waiting);
            return Problems.Field(503, "picture", Phrase.Of("problem.picture-busy"));
        }

        try
        {
            await Graders.WaitAsync(cancel);
        }
        finally
        {
            Interlocked.Decrement(ref _waiting);
        }

        try
        {
            var bytes = new byte[file.Length];
            await using var stream = file.OpenReadStream();
            await stream.ReadExactlyAsync(bytes, cancel);
            return await Task.Run(() => Grade(bytes, profile, scale), cancel);
        }
        finally
        {
            Graders.Release();
        }
    }

    private static IResult Grade(byte[] file, FaceProfile profile, double? scale)
    {
        var reading = PictureReader.Read(file);
        return reading.Image is not { } image
            ? reading.Fault == PictureFault.TooLarge ? TooLarge() : Problems.Field(400, "picture", Phrase.Of(reading.Fault == PictureFault.Broken ? "problem.picture-broken" : "problem.picture"))
            : Results.Ok(Answer(FaceGrader.Grade(image, profile, scale), profile));
    }

    private static IResult TooLarge() => Problems.Field(413, "picture", Phrase.Of("problem.picture-size", ("bytes", $"{PictureReader.MostBytes / 1024 / 1024}"), ("pixels", $"{PictureReader.MostPixels / 1_000_000}")));

    private static EndFaceAnswer Answer(FaceGrade grade, FaceProfile profile) => new(
        grade.Verdict, grade.IsMarginal, grade.Place?.CenterX, grade.Place?.CenterY, grade.Place?.CladdingDiameter, grade.Place?.Scale, grade.Quality,
        [.. grade.Findings.Select(f => new FaceMark(f.Kind, f.Class, f.Zone, f.Size, f.Width, f.Length, f.X, f.Y, f.Contrast, f.Confidence, f.Uncertainty))],
        [.. grade.Zones.Select(z => Zone(z, profile.Of(z.Zone)!))], [.. grade.Reasons.Select(Problems.Say)],
        new FaceViewer(Phrasebook.English).View(grade, profile));

    private static FaceZone Zone(ZoneVerdict verdict, ZoneLimits limits) =>
        new(verdict.Zone, limits.From, limits.To, verdict.Scratches, verdict.Defects, new FaceLimits(limits.Scratches, limits.Defects), verdict.Passes ? "pass" : "fail");
}
