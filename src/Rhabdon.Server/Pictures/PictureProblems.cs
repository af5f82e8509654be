using Microsoft.AspNetCore.Http.HttpResults;
using Rhabdon.Core.Phrases;
using Rhabdon.Imaging;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Pictures;

/// <summary>Why a picture is not taken, and what would do.</summary>
internal static class PictureProblems
{
    public static ProblemHttpResult TooLarge() =>
        Problems.Field(
            413,
            "picture",
            Phrase.Of(
                PhraseKeys.Problem.PictureSize,
                ("bytes", $"{PictureReader.MostBytes / 1024 / 1024}"),
                ("pixels", $"{PictureReader.MostPixels / 1_000_000}")
            )
        );

    public static ProblemHttpResult Of(PictureFault fault) =>
        fault switch
        {
            PictureFault.TooLarge => TooLarge(),
            PictureFault.Broken => Problems.Field(400, "picture", Phrase.Of(PhraseKeys.Problem.PictureBroken)),
            _ => Problems.Field(400, "picture", Phrase.Of(PhraseKeys.Problem.Picture)),
        };
}
