using Microsoft.AspNetCore.StaticFiles;
using Microsoft.Net.Http.Headers;

namespace Rhabdon.Server.Hosting;

/// <summary>The interface's files, sent as they were packed at build (<c>FILE.br</c>, <c>FILE.gz</c>) to whoever takes that.</summary>
internal static class PackedFiles
{
    private static readonly (string Name, string Ending)[] Packings = [("br", ".br"), ("gzip", ".gz")];

    private static readonly FileExtensionContentTypeProvider Types = new();

    public static void UsePackedFiles(this WebApplication app)
    {
        var files = app.Environment.WebRootFileProvider;
        Types.Mappings[".dat"] = "application/octet-stream";
        app.Use(
            async (context, next) =>
            {
                var path = context.Request.Path.Value ?? string.Empty;
                if (
                    HttpMethods.IsGet(context.Request.Method)
                    && Types.TryGetContentType(path, out var type)
                    && Packing(context.Request, path, files) is { } packing
                )
                {
                    context.Request.Path = path + packing.Ending;
                    context.Response.OnStarting(() =>
                    {
                        context.Response.ContentType = type;
                        context.Response.Headers.ContentEncoding = packing.Name;
                        context.Response.Headers.Vary = HeaderNames.AcceptEncoding;
                        return Task.CompletedTask;
                    });
                }

                await next();
            }
        );
        app.UseStaticFiles(new StaticFileOptions { ServeUnknownFileTypes = true, OnPrepareResponse = file => Keep(file.Context) });
    }

    private static (string Name, string Ending)? Packing(HttpRequest request, string path, Microsoft.Extensions.FileProviders.IFileProvider files)
    {
        var taken = request.GetTypedHeaders().AcceptEncoding;
        foreach (var packing in Packings)
        {
            if (taken.Any(t => t.Value == packing.Name && t.Quality is null or > 0) && files.GetFileInfo(path + packing.Ending).Exists)
            {
                return packing;
            }
        }

        return null;
    }

    // A built file's name holds its content's hash, so it never changes; everything else is asked for anew.
    private static void Keep(HttpContext context) =>
        context.Response.Headers.CacheControl = context.Request.Path.StartsWithSegments("/assets") ? "public, max-age=31536000, immutable" : "no-cache";
}
