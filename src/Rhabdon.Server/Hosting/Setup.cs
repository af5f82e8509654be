using System.Text.Json.Serialization;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.AspNetCore.Identity;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Data;
using Rhabdon.Server.Bench;
using Rhabdon.Server.Recipes;
using Serilog;
using Serilog.Formatting.Compact;

namespace Rhabdon.Server.Hosting;

/// <summary>What the server is made of, and the order in which a request passes through it.</summary>
public static class Setup
{
    private const string ForgeryHeader = "X-Rhabdon-Forgery";

    public static void AddRhabdon(this WebApplicationBuilder builder)
    {
        builder.Host.UseSerilog((_, log) => log
            .MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft.AspNetCore", Serilog.Events.LogEventLevel.Warning)
            .WriteTo.Console(new CompactJsonFormatter()));
        var services = builder.Services;
        var connection = builder.Configuration["RHABDON_DATABASE"] ?? "Host=127.0.0.1;Database=rhabdon";
        services.AddSingleton(_ => NpgsqlDataSource.Create(new NpgsqlConnectionStringBuilder(connection) { PersistSecurityInfo = true }));
        services.AddSingleton<Database>().AddSingleton<PeopleStore>().AddSingleton<RecipeStore>().AddSingleton<JobStore>().AddSingleton<EventStore>();
        services.AddSingleton<ProtectionKeyStore>().AddSingleton<RecipeShelf>().AddSingleton<AppendEvents>();
        services.AddSingleton<IPasswordHasher<Person>, PasswordHasher<Person>>();
        services.AddSingleton(TimeProvider.System);
        services.AddDataProtection().SetApplicationName("rhabdon");
        services.AddSingleton<Microsoft.Extensions.Options.IConfigureOptions<KeyManagementOptions>>(provider =>
            new Microsoft.Extensions.Options.ConfigureOptions<KeyManagementOptions>(o => o.XmlRepository = new ProtectionKeys(provider.GetRequiredService<ProtectionKeyStore>())));
        services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme).AddCookie(cookie =>
        {
            cookie.Cookie.Name = "rhabdon";
            cookie.Cookie.SameSite = SameSiteMode.Strict;
            cookie.Cookie.HttpOnly = true;
            cookie.ExpireTimeSpan = TimeSpan.FromDays(7);
            cookie.SlidingExpiration = true;
            cookie.Events.OnRedirectToLogin = context => Answer(context.HttpContext, StatusCodes.Status401Unauthorized);
            cookie.Events.OnRedirectToAccessDenied = context => Answer(context.HttpContext, StatusCodes.Status403Forbidden);
        });
        services.AddAuthorization();
        services.AddAntiforgery(forgery =>
        {
            forgery.HeaderName = ForgeryHeader;
            forgery.Cookie.Name = "rhabdon-forgery";
            forgery.Cookie.SameSite = SameSiteMode.Strict;
        });
        services.AddProblemDetails();
        services.AddOpenApi();
        services.ConfigureHttpJsonOptions(json =>
        {
            json.SerializerOptions.TypeInfoResolverChain.Insert(0, CoreJson.Default);
            json.SerializerOptions.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
            json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
            json.SerializerOptions.RespectNullableAnnotations = true;
            json.SerializerOptions.RespectRequiredConstructorParameters = true;
            json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
        });
        builder.WebHost.ConfigureKestrel(k => k.Limits.MaxRequestBodySize = 4 * 1024 * 1024);
        builder.Services.AddHostedService<StartUp>();
    }

    public static void UseRhabdon(this WebApplication app)
    {
        app.UseExceptionHandler(handler => handler.Run(OnFault));
        app.UseStatusCodePages();
        app.Use(async (context, next) =>
        {
            var headers = context.Response.Headers;
            headers.ContentSecurityPolicy = "default-src 'self'; script-src 'self' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'none'; frame-ancestors 'none'";
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "no-referrer";
            await next();
        });
        app.UseStaticFiles();
        app.UseAuthentication();
        app.UseAuthorization();
        app.Use(GuardWrites);
        app.MapOpenApi();
    }

    // Writes carry the anti-forgery token; stateless computations change nothing and need none.
    private static async Task GuardWrites(HttpContext context, RequestDelegate next)
    {
        var path = context.Request.Path;
        var writes = !HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method);
        if (writes && path.StartsWithSegments("/api") && !path.StartsWithSegments("/api/v1/calc")
            && !await context.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(context))
        {
            await Results.Problem($"Send the token that GET /api/v1/session gives as {ForgeryHeader}.", statusCode: 400, title: "Anti-forgery token missing or stale").ExecuteAsync(context);
            return;
        }

        await next(context);
    }

    private static Task OnFault(HttpContext context)
    {
        var fault = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        var problem = fault switch
        {
            BadHttpRequestException bad => Results.Problem(bad.InnerException?.Message ?? bad.Message, statusCode: bad.StatusCode, title: "The request cannot be read"),
            NpgsqlException { IsTransient: true } or NpgsqlException { InnerException: System.Net.Sockets.SocketException } =>
                Results.Problem("The database is away. What you did is kept on the tablet and will be sent again.", statusCode: 503, title: "No database"),
            _ => Results.Problem("Something broke on the server; it has been logged.", statusCode: 500),
        };
        return problem.ExecuteAsync(context);
    }

    private static Task Answer(HttpContext context, int status)
    {
        context.Response.StatusCode = status;
        return Task.CompletedTask;
    }
}
