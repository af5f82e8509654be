using Microsoft.AspNetCore.HostFiltering;

namespace Rhabdon.Server.Hosting;

/// <summary>
/// What every answer says of itself, that of a fault too: what a page may load, that nothing is guessed, and that what is private is not kept.
/// </summary>
internal static class AnswerHeaders
{
    private const string Policy =
        "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
        + "object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    private const string Loopback = "localhost;127.0.0.1;[::1]";

    /// <summary>
    /// Answers only to the names this server goes by: those of this machine, and the one it was given to serve others under. One that serves on every address
    /// of the
    /// machine does not know its names and answers to all.
    /// </summary>
    public static void AddHostNames(this WebApplicationBuilder builder) =>
        builder.Services.Configure<HostFilteringOptions>(filter =>
        {
            var name = builder.Configuration["RHABDON_HOST"];
            filter.AllowedHosts = name is "0.0.0.0" or "[::]" or "::" ? ["*"] : [.. $"{Loopback};{name}".Split(';', StringSplitOptions.RemoveEmptyEntries)];
            filter.IncludeFailureMessage = false;
        });

    // As the answer starts: one that a fault made has been emptied of what was set before.
    public static void UseAnswerHeaders(this WebApplication app) =>
        app.Use(
            (context, next) =>
            {
                context.Response.OnStarting(() =>
                {
                    var headers = context.Response.Headers;
                    headers.ContentSecurityPolicy = Policy;
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "no-referrer";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    if (context.Request.IsHttps)
                    {
                        headers.StrictTransportSecurity = "max-age=31536000";
                    }

                    if (context.Request.Path.StartsWithSegments("/api") && headers.CacheControl.Count == 0)
                    {
                        headers.CacheControl = "no-store";
                    }

                    return Task.CompletedTask;
                });
                return next(context);
            }
        );
}
