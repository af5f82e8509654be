using System.Net.Http.Json;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Rhabdon.Data;
using Rhabdon.Instruments;
using Rhabdon.Instruments.StandIns;
using Rhabdon.Server.People;
using Rhabdon.Testing;

namespace Rhabdon.Server.Tests;

/// <summary>The whole server with the demo world on a database of its own, and people signed in to it.</summary>
public sealed class Host : WebApplicationFactory<Program>
{
    /// <summary>The halls' 12 strands, the tower's four cables of 6 and the trunk's 36, two ends each; and nineteen tools and lots of two crews.</summary>
    public const int DemoStreams = ((12 + (4 * 6) + 36) * 2) + 19;

    // What a first start makes (tables, recipes, the demo's people and their slow password hashes) is made once and copied for every host.
    private static readonly Lazy<string> Demo = new(() => Started(isDemo: true));
    private static readonly Lazy<string> Bare = new(() => Started(isDemo: false));

    private readonly string database;
    private readonly bool isDemo;
    private readonly WebApplication microscope = MicroscopeStandIn.At("http://127.0.0.1:0");
    private readonly StandInBench instruments = new(TimeProvider.System);
    private readonly CancellationTokenSource stop = new();
    private readonly string settings = Path.GetTempFileName();

    public Host()
        : this(TestDatabase.CopyOf(Demo.Value), isDemo: true) { }

    private Host(string database, bool isDemo) => (this.database, this.isDemo) = (database, isDemo);

    /// <summary>A server that was started on an empty database.</summary>
    public static Host Empty() => new(TestDatabase.CopyOf(Bare.Value), isDemo: false);

    /// <summary>The day at the demo's sites, by which memberships go: for some hours of each day it is another than in UTC.</summary>
    public static DateOnly TodayAtTheSite =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTime(DateTimeOffset.UtcNow, TimeZoneInfo.FindSystemTimeZoneById("America/Halifax")).DateTime);

    public Task<TestTablet> SignedIn(string name = "heron", string secret = "saltmarsh-heron") => TestTablet.SignedInAsync(CreateClient(), name, secret);

    /// <summary>The first owner of <see cref="Empty"/>.</summary>
    public async Task<TestTablet> SignedInToEmpty()
    {
        var tablet = new TestTablet(CreateClient());
        await tablet.RenewAsync();
        var token = await FirstOwnerEndpoints.PromiseAsync(Services.GetRequiredService<PeopleStore>(), TimeProvider.System);
        var made = await tablet.Client.PostAsJsonAsync(
            "/api/v1/first-owner",
            new
            {
                token,
                name = "Piers Halyard",
                signIn = "piers",
                password = "a long password",
                pin = "771904",
            }
        );
        made.EnsureSuccessStatusCode();
        await tablet.RenewAsync();
        return tablet;
    }

    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        microscope.Start();
        instruments.Start();
        _ = instruments.RunAsync(stop.Token);
        File.WriteAllText(settings, instruments.Settings());
        builder.UseSetting("RHABDON_DATABASE", database);
        builder.UseSetting("RHABDON_MICROSCOPE", microscope.Urls.First());
        builder.UseSetting("RHABDON_INSTRUMENTS", settings);
        builder.UseSetting("demo", isDemo ? "true" : "false");
    }

    private static string Started(bool isDemo)
    {
        var database = TestDatabase.New();
        using var first = new Host(database, isDemo);
        _ = first.Services;
        return database;
    }

    public override async ValueTask DisposeAsync()
    {
        await microscope.DisposeAsync();
        await stop.CancelAsync();
        stop.Dispose();
        instruments.Dispose();
        File.Delete(settings);
        await base.DisposeAsync();
    }
}
