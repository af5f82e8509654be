using Microsoft.Net.Http.Headers;
using Rhabdon.Core;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Server.Hosting;

/// <summary>Text as it comes in, whatever the door: JSON is UTF-8 and its texts are fit to be kept; so are those in the address.</summary>
internal static class TextDoor
{
    /// <summary>Of a door that takes several things at once and answers each by itself: one with unfit text must not keep the others out.</summary>
    public sealed class EachByItself;

    public static void UseTextDoor(this WebApplication app) =>
        app.Use(
            async (context, next) =>
            {
                if (Unfit(context.Request))
                {
                    await Problems.Field(400, "address", Phrase.Of(PhraseKeys.Json.Control)).ExecuteAsync(context);
                    return;
                }

                if (!MediaTypeHeaderValue.TryParse(context.Request.ContentType, out var type) || !IsJson(type))
                {
                    await next(context);
                    return;
                }

                if (
                    type.Charset.HasValue
                    && !type.Charset.Equals("utf-8", StringComparison.OrdinalIgnoreCase)
                    && !type.Charset.Equals("\"utf-8\"", StringComparison.OrdinalIgnoreCase)
                )
                {
                    await Problems.Field(415, "content-type", Phrase.Of(PhraseKeys.Json.Charset)).ExecuteAsync(context);
                    return;
                }

                if (context.GetEndpoint()?.Metadata.GetMetadata<EachByItself>() is not null)
                {
                    await next(context);
                    return;
                }

                using var body = new MemoryStream();
                await context.Request.Body.CopyToAsync(body, context.RequestAborted);
                if (JsonText.Fault(body.GetBuffer().AsSpan(0, (int)body.Length)) is { } fault)
                {
                    await Problems.Field(400, "$", fault).ExecuteAsync(context);
                    return;
                }

                body.Position = 0;
                context.Request.Body = body;
                await next(context);
            }
        );

    private static bool IsJson(MediaTypeHeaderValue type) =>
        type.MediaType.Equals("application/json", StringComparison.OrdinalIgnoreCase) || type.MediaType.EndsWith("+json", StringComparison.OrdinalIgnoreCase);

    // The framework has turned %00 and the like into characters by now.
    private static bool Unfit(HttpRequest request) =>
        JsonText.IsUnfit(request.Path.Value) || request.Query.Any(q => JsonText.IsUnfit(q.Key) || q.Value.Any(v => v is not null && JsonText.IsUnfit(v)));
}
