using System.Globalization;
using System.Text.Json;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Imaging;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.Pictures;
using Rhabdon.Server.Recipes;
using Rhabdon.Vision;

namespace Rhabdon.Server.Calc;

/// <summary>What is sent to have a face graded, as multipart/form-data.</summary>
/// <param name="Picture">PNG, JPEG or BMP.</param>
/// <param name="Profile">Of the limits: <c>sm-upc</c>, <c>sm-apc</c>, <c>sm-pc</c>, <c>mm</c>; who is signed in may name a buyer's own.</param>
/// <param name="Core">Of the fiber: <c>50</c>, <c>62.5</c>, <c>single-mode</c>; may be left out where the limits are for single-mode glass alone.</param>
/// <param name="UmPerPixel">Where known; else taken from the cladding's 125 µm.</param>
/// <param name="Method">How the connector is made, for the ladder's action: <c>adhesive</c>, <c>epoxy</c>, <c>hot-melt</c>.</param>
/// <param name="History">What was tried on it in this attempt, as <c>sign:action</c>, parted by commas.</param>
/// <param name="Film"><c>last</c>, or <c>earlier</c> while a finer film is still to come.</param>
public sealed record EndFaceRequest(
    IFormFile Picture,
    string Profile,
    string? Core,
    double? UmPerPixel,
    string? Method = null,
    string? History = null,
    string? Film = null
);

/// <summary>A picture in, a verdict with its reasons out: open to anyone, bounded in size, and in how many are graded at once.</summary>
public static class EndFaceEndpoints
{
    private const int FormSlack = 64 * 1024;
    private const double FinestScale = 0.02;
    private const double CoarsestScale = 5;
    private const int MostTries = 50;
    private const string LastFilm = "last";
    private const string EarlierFilm = "earlier";

    // By their names in JSON.
    private static readonly Dictionary<string, FiberCore> Cores = Enum.GetValues<FiberCore>()
        .ToDictionary(c => JsonSerializer.SerializeToElement(c, CoreJson.Default.FiberCore).GetString()!);

    // Any other content is let in to be told what would do.
    public static void MapEndFaces(this WebApplication app)
    {
        app.MapPost("/api/v1/calc/end-face", (HttpContext context, RecipeBookCache books, CalcTurns turns) => GradeAsync(context, books, turns, One))
            .Accepts<EndFaceRequest>("multipart/form-data", "*/*");
        app.MapPost("/api/v1/calc/end-face-row", (HttpContext context, RecipeBookCache books, CalcTurns turns) => GradeAsync(context, books, turns, Row))
            .Accepts<EndFaceRequest>("multipart/form-data", "*/*");
    }

    private static FaceAnswer One(string hash, GrayImage image, Asked asked) =>
        FaceAnswer.Of(
            FaceSeen.Of(hash, asked.Profile, FaceGrader.Grade(image, asked.Profile, asked.Core, asked.Scale)),
            asked.Profile,
            Phrasebook.English,
            asked.History
        );

    private static FaceRowAnswer Row(string hash, GrayImage image, Asked asked) =>
        FaceRowAnswer.Of(hash, FlatFerruleGrader.Grade(image, asked.Profile, asked.Core, asked.Scale), asked.Profile, Phrasebook.English);

    private static async Task<Results<Ok<T>, ProblemHttpResult>> GradeAsync<T>(
        HttpContext context,
        RecipeBookCache books,
        CalcTurns turns,
        Func<string, GrayImage, Asked, T> grade
    )
    {
        if (!context.Request.HasFormContentType)
        {
            return Problems.Field(400, "picture", Phrase.Of(PhraseKeys.Problem.PictureForm));
        }

        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } body)
        {
            body.MaxRequestBodySize = PictureReader.MostBytes + FormSlack;
        }

        if (context.Request.ContentLength > PictureReader.MostBytes + FormSlack)
        {
            return PictureProblems.TooLarge();
        }

        IFormCollection form;
        try
        {
            form = await context.Request.ReadFormAsync(
                new FormOptions { MultipartBodyLengthLimit = PictureReader.MostBytes + FormSlack, ValueCountLimit = 16 },
                context.RequestAborted
            );
        }
        catch (InvalidDataException)
        {
            return Problems.Field(400, "picture", Phrase.Of(PhraseKeys.Problem.PictureForm));
        }

        // What buyers ask is shown to those who work for them.
        List<FaceLimits> profiles = [.. context.User.Identity?.IsAuthenticated == true ? (await books.BookAsync()).Profiles : ShippedFaceLimits.Starters];
        return profiles.Find(p => p.Id == form["profile"]) is not { } profile
                ? Problems.Field(400, "profile", Phrase.Of(PhraseKeys.Problem.Profile, ("known", string.Join(", ", profiles.Select(p => p.Id)))))
            : CoreOf(form, profile) is not { } core
                ? Problems.Field(
                    400,
                    "core",
                    Phrase.Of(PhraseKeys.Problem.Core, ("known", string.Join(", ", Cores.Where(c => profile.Cores.Contains(c.Value)).Select(c => c.Key))))
                )
            : ScaleOf(form) is not { } scale
                ? Problems.Field(400, "umPerPixel", Phrase.Of(PhraseKeys.Problem.Scale, ("from", $"{FinestScale}"), ("to", $"{CoarsestScale}")))
            : form["film"].ToString() is not ("" or LastFilm or EarlierFilm) ? Problems.Field(400, "film", Phrase.Of(PhraseKeys.Problem.Film))
            : form["method"].ToString() is { Length: > 0 } method && FaceHistory.LadderOf(method) is null
                ? Problems.Field(400, "method", Phrase.Of(PhraseKeys.Problem.Method, ("known", string.Join(", ", FaceHistory.Methods))))
            : !TryHistory(form, out var history) ? Problems.Field(400, "history", Phrase.Of(PhraseKeys.Problem.History, ("most", $"{MostTries}")))
            : form.Files.GetFile("picture") is not { Length: > 0 } file ? Problems.Field(400, "picture", Phrase.Of(PhraseKeys.Problem.PictureForm))
            : file.Length > PictureReader.MostBytes ? PictureProblems.TooLarge()
            : await InTurnAsync(
                turns,
                file,
                (hash, image) => grade(hash, image, new Asked(profile, core, scale == 0 ? null : scale, history)),
                context.RequestAborted
            );
    }

    // Null for none given where the limits do not tell, and for one that is not of their glass.
    private static FiberCore? CoreOf(IFormCollection form, FaceLimits profile) =>
        form["core"].ToString() is not { Length: > 0 } given
            ? profile.Cores is [var only]
                ? only
                : null
            : Cores.TryGetValue(given, out var core) && profile.Cores.Contains(core)
                ? core
                : null;

    // Zero for none given, null for one that cannot be.
    private static double? ScaleOf(IFormCollection form)
    {
        var given = form["umPerPixel"].ToString();
        return given.Length == 0 ? 0
            : double.TryParse(given, NumberStyles.Float, CultureInfo.InvariantCulture, out var scale) && scale is >= FinestScale and <= CoarsestScale ? scale
            : null;
    }

    // Null without a method; false for what names no sign of its ladder and no action of that.
    private static bool TryHistory(IFormCollection form, out FaceHistory? history)
    {
        var told = form["history"].ToString().Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var ladder = FaceHistory.LadderOf(form["method"].ToString());
        var tries = told.Take(MostTries + 1)
            .Select(t => t.Split(':'))
            .Where(t => t.Length == 2 && ladder?.Find(t[0])?.Actions.Any(r => r.Id == t[1]) == true)
            .Select(t => new FaceTry(t[0], t[1]))
            .ToList();
        history = ladder is null ? null : new FaceHistory(ladder, tries, form["film"] == EarlierFilm);
        return tries.Count == told.Length && tries.Count <= MostTries;
    }

    private static async Task<Results<Ok<T>, ProblemHttpResult>> InTurnAsync<T>(
        CalcTurns turns,
        IFormFile file,
        Func<string, GrayImage, T> grade,
        CancellationToken cancel
    )
    {
        var bytes = new byte[file.Length];
        await using var stream = file.OpenReadStream();
        await stream.ReadExactlyAsync(bytes, cancel);
        return await turns.TakeAsync(_ => Grade(bytes, grade), cancel);
    }

    private static Results<Ok<T>, ProblemHttpResult> Grade<T>(byte[] file, Func<string, GrayImage, T> grade)
    {
        var reading = PictureReader.Read(file);
        return reading.Image is { } image ? TypedResults.Ok(grade(PictureHash.Of(file), image)) : PictureProblems.Of(reading.Fault);
    }

    private sealed record Asked(FaceLimits Profile, FiberCore Core, double? Scale, FaceHistory? History);
}
