using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Security.Cryptography;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Vision;

namespace Rhabdon.Vision.Browser;

/// <summary>The grader in the page, for when there is no network: the same code as the server's, slower.</summary>
[SupportedOSPlatform("browser")]
public static partial class FaceExports
{
    private static readonly RecipeBook Book = new();

    /// <summary>A buyer's own limits; those that ship are known.</summary>
    [JSExport]
    public static void AddProfile(string json) => Book.Add(JsonSerializer.Deserialize(json, CoreJson.Default.FaceLimits)!);

    /// <summary>Grades a picture that the page has decoded; the answer is the same as the server's, as JSON.</summary>
    /// <param name="file">The file as taken: what the picture is named by.</param>
    /// <param name="colors">Red, green, blue, alpha of each pixel.</param>
    /// <param name="core">Of the fiber: <c>50</c>, <c>62.5</c>, <c>single-mode</c>.</param>
    /// <param name="scale">Micrometers to a pixel; 0 when not known.</param>
    [JSExport]
    public static string Grade(byte[] file, byte[] colors, int width, int height, string profile, string core, double scale)
    {
        var limits = LimitsOf(profile);
        var grade = FaceGrader.Grade(GrayImage.OfColors(width, height, colors), limits, CoreOf(core), scale > 0 ? scale : null);
        return JsonSerializer.Serialize(FaceAnswer.Of(FaceSeen.Of(NameOf(file), limits, grade), limits, Phrasebook.English), CoreJson.Default.FaceAnswer);
    }

    /// <summary>The same for a flat ferrule's row of fibers.</summary>
    [JSExport]
    public static string GradeRow(byte[] file, byte[] colors, int width, int height, string profile, string core, double scale)
    {
        var limits = LimitsOf(profile);
        var grades = FlatFerruleGrader.Grade(GrayImage.OfColors(width, height, colors), limits, CoreOf(core), scale > 0 ? scale : null);
        return JsonSerializer.Serialize(FaceRowAnswer.Of(NameOf(file), grades, limits, Phrasebook.English), CoreJson.Default.FaceRowAnswer);
    }

    private static FaceLimits LimitsOf(string profile) =>
        Book.Profiles.FirstOrDefault(p => p.Id == profile) ?? throw new ArgumentException($"There is no profile {profile}.", nameof(profile));

    private static FiberCore CoreOf(string core) => JsonSerializer.Deserialize($"\"{core}\"", CoreJson.Default.FiberCore);

    private static string NameOf(byte[] file) => Convert.ToHexStringLower(SHA256.HashData(file));
}
