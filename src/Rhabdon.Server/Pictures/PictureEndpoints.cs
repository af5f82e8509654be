using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.Net.Http.Headers;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Rights;
using Rhabdon.Data;
using Rhabdon.Imaging;
using Rhabdon.Server.Hosting;
using Rhabdon.Server.People;

namespace Rhabdon.Server.Pictures;

/// <summary>A strand's pictures, each under the SHA-256 of its file. Put twice is put once; whoever sees the strand sees them.</summary>
public static class PictureEndpoints
{
    // Four thousand pictures of a megabyte.
    private const long MostOfAJob = 4L * 1024 * 1024 * 1024;

    public static void MapPictures(this WebApplication app)
    {
        var strand = app.MapGroup("/api/v1/terminations/{id:guid}").Needs(Permission.See);
        strand.MapGet("/pictures/{hash}", Show).Produces(200, contentType: "image/png", additionalContentTypes: ["image/jpeg", "image/bmp"]);
        strand.MapPut("/pictures/{hash}", (Delegate)KeepAsync).Needs(Permission.Work).Accepts<byte[]>("application/octet-stream", "*/*");
    }

    private static async Task<Results<FileContentHttpResult, ProblemHttpResult>> Show(Guid id, string hash, PictureStore pictures, HttpContext context)
    {
        if (await pictures.FindAsync(context.AccessOf(), id, hash) is not { } picture)
        {
            return Problems.Missing();
        }

        // What is under a hash never changes, but who may see it does.
        context.Response.Headers.CacheControl = "private, max-age=31536000, immutable";
        return TypedResults.Bytes(picture.File, picture.Media, entityTag: new EntityTagHeaderValue($"\"{hash}\""));
    }

    private static async Task<Results<NoContent, ProblemHttpResult>> KeepAsync(Guid id, string hash, JobStore jobs, PictureStore pictures, HttpContext context)
    {
        var access = context.AccessOf();
        if (await jobs.AtBenchAsync(access, [id]) is not [_])
        {
            return Problems.Missing();
        }

        if (context.Features.Get<IHttpMaxRequestBodySizeFeature>() is { IsReadOnly: false } body)
        {
            body.MaxRequestBodySize = PictureReader.MostBytes;
        }

        if (context.Request.ContentLength > PictureReader.MostBytes)
        {
            return PictureProblems.TooLarge();
        }

        using var sent = new MemoryStream();
        await context.Request.Body.CopyToAsync(sent, context.RequestAborted);
        var file = sent.ToArray();
        if (!FaceSeen.IsHash(hash) || PictureHash.Of(file) != hash)
        {
            return Problems.Field(400, "hash", Phrase.Of(PhraseKeys.Problem.PictureHash));
        }

        var reading = PictureReader.Read(file);
        if (reading.Image is null)
        {
            return PictureProblems.Of(reading.Fault);
        }

        if (!PictureEnd.IsLast(file))
        {
            return Problems.Field(400, "picture", Phrase.Of(PhraseKeys.Problem.PictureTail));
        }

        if (await pictures.BytesOfJobAsync(id) + file.Length > MostOfAJob)
        {
            return Problems.Field(413, "picture", Phrase.Of(PhraseKeys.Problem.PictureRoom, ("most", $"{MostOfAJob / 1024 / 1024 / 1024}")));
        }

        await pictures.AddAsync(id, new StoredPicture(hash, PictureReader.MediaOf(file)!, file), access.Person);
        return TypedResults.NoContent();
    }
}
