using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.DataProtection.KeyManagement;
using Microsoft.AspNetCore.Diagnostics;
using Npgsql;
using Rhabdon.Core;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Scheduling;
using Rhabdon.Data;
using Rhabdon.Instruments;
using Rhabdon.Instruments.Settings;
using Rhabdon.Planner;
using Rhabdon.Server.Bench;
using Rhabdon.Server.Calc;
using Rhabdon.Server.Exchange;
using Rhabdon.Server.Links;
using Rhabdon.Server.Live;
using Rhabdon.Server.People;
using Rhabdon.Server.Pictures;
using Rhabdon.Server.Planning;
using Rhabdon.Server.Recipes;
using Rhabdon.Server.Tools;
using Serilog;
using Serilog.Events;
using Serilog.Formatting.Compact;

namespace Rhabdon.Server.Hosting;

/// <summary>What the server is made of, and the order in which a request passes through it.</summary>
public static class Setup
{
    private const string ForgeryHeader = "X-Rhabdon-Forgery";
    private const int LargestLog = 20 * 1024 * 1024;
    private const int MostLogs = 20;

    // Of the hundred connections that PostgreSQL grants as it comes; the rest is for a backup, a second instance and a look from outside.
    private const int LargestPool = 60;

    /// <summary>True while the OpenAPI document is made at build time, by starting the program; there is no database then.</summary>
    public static bool IsDescribing { get; } = System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    public static void AddRhabdon(this WebApplicationBuilder builder)
    {
        FormRules.NameFieldsAsInJson();
        var log = new LoggerConfiguration()
            .MinimumLevel.Information()
            .MinimumLevel.Override("Microsoft.AspNetCore", LogEventLevel.Warning)
            .MinimumLevel.Override("System.Net.Http.HttpClient", LogEventLevel.Warning);
        // Into files that follow one another, the oldest dropped; what is fatal is said where it was started too.
        Log.Logger = builder.Configuration["RHABDON_LOG"] is { Length: > 0 } path
            ? log
                .WriteTo.File(
                    new CompactJsonFormatter(),
                    path,
                    fileSizeLimitBytes: LargestLog,
                    rollOnFileSizeLimit: true,
                    rollingInterval: RollingInterval.Day,
                    retainedFileCountLimit: MostLogs
                )
                .WriteTo.Console(new CompactJsonFormatter(), LogEventLevel.Fatal)
                .CreateLogger()
            : log.WriteTo.Console(new CompactJsonFormatter()).CreateLogger();
        builder.Host.UseSerilog();
        var services = builder.Services;
        var connection = builder.Configuration["RHABDON_DATABASE"] ?? "Host=127.0.0.1;Database=rhabdon";
        services.AddHostedService<StartUp>();
        services.AddSingleton(_ => NpgsqlDataSource.Create(Pooled(connection)));
        services
            .AddSingleton<Database>()
            .AddSingleton<PeopleStore>()
            .AddSingleton<RecipeStore>()
            .AddSingleton<JobStore>()
            .AddSingleton<LinkStore>()
            .AddSingleton<GearStore>()
            .AddSingleton<PlanStore>()
            .AddSingleton<JobKits>()
            .AddSingleton<DaysStore>()
            .AddSingleton<CrewDesk>()
            .AddSingleton<JobMoney>()
            .AddSingleton<IScheduleSolver>(_ => new CpScheduleSolver())
            .AddSingleton<ClockStore>()
            .AddSingleton<StreamCache>()
            .AddSingleton<EventStore>()
            .AddSingleton<QuarantineStore>();
        services.AddSingleton<LiveFeed>().AddSingleton<ChangePublisher>();
        services.AddSingleton<WholeJobStore>().AddSingleton<JobFiles>();
        services.AddSingleton<SecondGradingStore>().AddSingleton<PictureStore>().AddSingleton<ProfileStore>();
        services.AddHttpClient<Microscope>(http =>
            http.BaseAddress = builder.Configuration["RHABDON_MICROSCOPE"] is { Length: > 0 } address ? new Uri(address) : null
        );
        services.AddSingleton(s =>
            InstrumentSettings.Read(builder.Configuration["RHABDON_INSTRUMENTS"] is { Length: > 0 } file ? file : null, s.GetRequiredService<TimeProvider>())
        );
        services.AddSingleton<CableRuns>();
        services.AddSingleton<CrewTrouble>();
        services.AddSingleton<CrewStore>().AddSingleton<ProtectionKeyStore>().AddSingleton<AppendEvents>();
        services.AddSingleton(s => new RecipeBookCache(
            s.GetRequiredService<RecipeStore>().BookAsync,
            s.GetRequiredService<EventStore>(),
            s.GetRequiredService<StreamCache>()
        ));
        services.AddSingleton<SecretHasher>().AddSingleton<SignInStore>().AddSingleton<SessionStore>().AddSingleton<NoticeStore>().AddSingleton<KeyStore>();
        services.AddSingleton<CalcTurns>().AddSingleton<AuditLog>();
        services.AddLimits();
        builder.AddHostNames();
        services.AddSingleton(TimeProvider.System);
        services.AddDataProtection().SetApplicationName("rhabdon");
        if (!IsDescribing)
        {
            services.AddHostedService(provider => provider.GetRequiredService<LiveFeed>());
            services.AddHostedService(provider => provider.GetRequiredService<ChangePublisher>());
            services.AddHostedService<SecondGradings>();
            services.AddSingleton<Microsoft.Extensions.Options.IConfigureOptions<KeyManagementOptions>>(
                provider => new Microsoft.Extensions.Options.ConfigureOptions<KeyManagementOptions>(o =>
                    o.XmlRepository = new ProtectionKeys(provider.GetRequiredService<ProtectionKeyStore>())
                )
            );
        }

        services
            .AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(cookie =>
            {
                cookie.Cookie.Name = "rhabdon";
                cookie.Cookie.SameSite = SameSiteMode.Strict;
                cookie.Cookie.HttpOnly = true;
                cookie.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
                cookie.ExpireTimeSpan = TimeSpan.FromDays(7);
                cookie.SlidingExpiration = true;
                cookie.Events.OnValidatePrincipal = SessionEndpoints.ValidateAsync;
                cookie.Events.OnRedirectToLogin = context => Answer(context.HttpContext, StatusCodes.Status401Unauthorized);
                cookie.Events.OnRedirectToAccessDenied = context => Answer(context.HttpContext, StatusCodes.Status403Forbidden);
            });
        services.AddAuthorization();
        services.AddAntiforgery(forgery =>
        {
            forgery.HeaderName = ForgeryHeader;
            forgery.Cookie.Name = "rhabdon-forgery";
            forgery.Cookie.SameSite = SameSiteMode.Strict;
            forgery.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
        services.AddProblemDetails();
        services.AddOpenApi(ApiSchemas.Add);
        services.ConfigureHttpJsonOptions(json =>
        {
            var resolvers = json.SerializerOptions.TypeInfoResolverChain;
            resolvers.Insert(0, CoreJson.Default);
            for (var index = 0; index < resolvers.Count; index++)
            {
                resolvers[index] = resolvers[index].WithAddedModifier(NoNulls.Refuse);
            }

            json.SerializerOptions.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
            json.SerializerOptions.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
            json.SerializerOptions.RespectNullableAnnotations = true;
            json.SerializerOptions.RespectRequiredConstructorParameters = true;
            json.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
        });
        services.AddResponseCompression(compression => compression.EnableForHttps = true);
        builder.WebHost.ConfigureKestrel(k => k.Limits.MaxRequestBodySize = 4 * 1024 * 1024);
    }

    public static void UseRhabdon(this WebApplication app)
    {
        app.UseHostFiltering();
        app.UseAnswerHeaders();
        // A request that cannot be read is the sender's fault, a database that is away nobody's; neither is logged as an error of ours.
        app.UseExceptionHandler(
            new ExceptionHandlerOptions
            {
                ExceptionHandler = OnFault,
                SuppressDiagnosticsCallback = fault =>
                    fault.Exception is BadHttpRequestException or TooBusyException or OperationCanceledException || Database.IsAway(fault.Exception),
            }
        );
        app.UseStatusCodePages();
        // Not the session's answer: a secret is never compressed together with words that a stranger may have chosen.
        app.UseWhen(context => !context.Request.Path.StartsWithSegments("/api/v1/session"), most => most.UseResponseCompression());
        app.UsePackedFiles();
        app.UseAuthentication();
        app.UseAuthorization();
        app.UsePermissions();
        app.UseRateLimiter();
        app.UseTextDoor();
        app.Use(GuardWrites);
        app.MapOpenApi();
    }

    /// <summary>Serves until stopped. A start that fails (no database, a migration) is one logged line and exit code 1.</summary>
    public static async Task<int> ServeAsync(this WebApplication app)
    {
        try
        {
            await app.RunAsync();
            return 0;
        }
        catch (Exception fault) when (fault is NpgsqlException or InvalidOperationException or InvalidDataException or IOException)
        {
            Log.Fatal("Rhabdon cannot start: {Reason}", fault.Message);
            return 1;
        }
    }

    // Writes carry the anti-forgery token; stateless computations change nothing and need none.
    private static async Task GuardWrites(HttpContext context, RequestDelegate next)
    {
        var path = context.Request.Path;
        var writes = !HttpMethods.IsGet(context.Request.Method) && !HttpMethods.IsHead(context.Request.Method);
        if (
            writes
            && path.StartsWithSegments("/api")
            && !path.StartsWithSegments("/api/v1/calc")
            && !await context.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(context)
        )
        {
            await Results
                .Problem(
                    Problems.Say(Phrase.Of(PhraseKeys.Problem.Forgery, ("header", ForgeryHeader))),
                    statusCode: 400,
                    title: "Anti-forgery token missing or stale"
                )
                .ExecuteAsync(context);
            return;
        }

        await next(context);
    }

    private static Task OnFault(HttpContext context)
    {
        var fault = context.Features.Get<IExceptionHandlerFeature>()?.Error;
        if (Database.IsAway(fault))
        {
            Log.Warning(fault, "The database is away: {Path} is answered 503", context.Request.Path);
        }

        IResult problem = fault switch
        {
            BadHttpRequestException bad => TypedResults.Problem(
                bad.InnerException?.Message ?? bad.Message,
                statusCode: bad.StatusCode,
                title: "The request cannot be read"
            ),
            TooBusyException => Limits.TooMuch(),
            OperationCanceledException => TypedResults.StatusCode(StatusCodes.Status499ClientClosedRequest),
            _ when Database.IsFull(fault) => TypedResults.Problem(Problems.Say(PhraseKeys.Problem.DiskFull), statusCode: 503, title: "No room"),
            _ when Database.IsAway(fault) => TypedResults.Problem(Problems.Say(PhraseKeys.Problem.Database), statusCode: 503, title: "No database"),
            _ => TypedResults.Problem(Problems.Say(PhraseKeys.Problem.Fault), statusCode: 500),
        };
        return problem.ExecuteAsync(context);
    }

    private static NpgsqlConnectionStringBuilder Pooled(string connection)
    {
        var given = new NpgsqlConnectionStringBuilder(connection)
        {
            PersistSecurityInfo = true,
            MaxAutoPrepare = 100,
            AutoPrepareMinUsages = 2,
            NoResetOnClose = true,
        };
        given.MaxPoolSize = Math.Min(given.MaxPoolSize, LargestPool);
        return given;
    }

    private static Task Answer(HttpContext context, int status)
    {
        context.Response.StatusCode = status;
        return Task.CompletedTask;
    }
}
