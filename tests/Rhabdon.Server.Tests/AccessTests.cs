using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Microsoft.AspNetCore.Routing;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Rights;
using Rhabdon.Imaging;
using Rhabdon.Server.Hosting;
using Rhabdon.Vision;

namespace Rhabdon.Server.Tests;

/// <summary>Every role at every door, in their own crew and as a stranger.</summary>
public sealed class AccessTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public void No_door_is_missing_from_the_list()
    {
        using var client = host.CreateClient();
        var built = host
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText!.StartsWith("/api/v1/", StringComparison.Ordinal))
            .SelectMany(e => e.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods, (e, method) => $"{method} {e.RoutePattern.RawText}");
        Assert.Equal(Doors.All.Select(d => $"{d.Method} {d.Pattern}").Order(), built.Order());
    }

    // The matrix of docs/security.md is that of the endpoints themselves.
    [Fact]
    public void Every_door_says_what_it_needs_and_the_list_says_the_same()
    {
        using var client = host.CreateClient();
        var needs = host
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText!.StartsWith("/api/v1/", StringComparison.Ordinal))
            .SelectMany(
                e => e.Metadata.GetMetadata<HttpMethodMetadata>()!.HttpMethods,
                (e, method) => (Door: $"{method} {e.RoutePattern.RawText}", e.Metadata.GetMetadata<NeedsPermission>()?.Permission)
            )
            .ToDictionary(e => e.Door, e => e.Permission);
        Assert.All(Doors.All, door =>
            Assert.True(
                NeedOf(door.Passes).Contains(needs[$"{door.Method} {door.Pattern}"]),
                $"{door.Method} {door.Pattern} needs {needs[$"{door.Method} {door.Pattern}"]}"
            )
        );
    }

    private static Permission?[] NeedOf(Passes passes) =>
        passes switch
        {
            Passes.Anyone or Passes.HoldsToken => [null],
            Passes.SignedIn or Passes.SeesJob or Passes.Secrets => [Permission.See],
            Passes.Worker or Passes.WorksOn => [Permission.Work],
            Passes.PlansJob => [Permission.Plan],
            Passes.Planner or Passes.LeadsCrew => [Permission.Plan, Permission.Lead],
            _ => [Permission.Own],
        };

    [Theory]
    [InlineData("nobody", null)]
    [InlineData("owner", "olive saltmarsh-owner")]
    [InlineData("lead", "lead saltmarsh-lead")]
    [InlineData("installer", "heron saltmarsh-heron")]
    [InlineData("viewer", "viewer saltmarsh-viewer")]
    [InlineData("stranger", "sandpiper saltmarsh-sandpiper")]
    [InlineData("strange lead", "tern password-4499")]
    public async Task Each_role_passes_just_the_doors_that_are_theirs(string role, string? signIn)
    {
        var ids = await IdsAsync();
        var tablet = signIn is null ? new TestTablet(host.CreateClient()) : await host.SignedIn(signIn.Split(' ')[0], signIn.Split(' ')[1]);
        await tablet.RenewAsync();
        var wrong = new List<string>();
        foreach (var door in Doors.All.Where(d => d is not { Method: "DELETE" }))
        {
            using var asked = new HttpRequestMessage(new HttpMethod(door.Method), Address(door.Pattern, ids) + door.Query)
            {
                Content = door.Body is null ? null : JsonContent.Create(door.Body),
            };
            using var answer = await tablet.Client.SendAsync(asked, HttpCompletionOption.ResponseHeadersRead);
            var expected = Expected(door, role);
            if (!expected.Contains((int)answer.StatusCode))
            {
                wrong.Add($"{role}: {door.Method} {door.Pattern} gave {(int)answer.StatusCode}, not {string.Join(" or ", expected)}");
            }
        }

        Assert.Empty(wrong);
    }

    [Fact]
    public async Task Only_a_lead_settles_two_stories()
    {
        var installer = await host.SignedIn();
        var strand = await installer.StrandAsync(12, "far");
        await installer.SendAsync(installer.Make(strand, new Begun(), 1), installer.Make(strand, new StepDone(1, 1, "parts"), 2));
        var clash = installer.Make(strand, new StepDone(1, 1, "parts"), 2) with { Device = Guid.CreateVersion7() };
        Assert.Equal((int[])[202], await installer.SendAsync(clash));
        var settled = new Resolved([clash.Id], false, "looked at it");
        Assert.Equal((int[])[403], await installer.SendAsync(installer.Make(strand, settled, 4)));
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        Assert.Equal((int[])[200], await lead.SendAsync(lead.Make(strand, settled, 4)));
    }

    [Fact]
    public async Task Someone_who_has_left_is_out_at_once_and_cannot_come_back()
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var person = await AddAsync(owner, "godwit", "installer", "password-4498");
        var theirs = await host.SignedIn("godwit", "password-4498");
        Assert.True((await theirs.Client.GetAsync("/api/v1/jobs")).IsSuccessStatusCode);
        await owner.Client.PutAsJsonAsync(
            $"/api/v1/people/{person}",
            new
            {
                name = "Gus Godwit",
                role = "installer",
                isActive = false,
            }
        );
        Assert.Equal(401, (int)(await theirs.Client.GetAsync("/api/v1/jobs")).StatusCode);
        await Assert.ThrowsAsync<HttpRequestException>(() => host.SignedIn("godwit", "password-4498"));
    }

    [Fact]
    public async Task A_membership_opens_and_closes_the_job_by_its_days()
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var person = await AddAsync(owner, "knot", "installer", "password-4497");
        var theirs = await host.SignedIn("knot", "password-4497");
        var heron = (await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))!.First(c => c!["name"]!.GetValue<string>() == "Heron")!["id"];
        var today = Host.TodayAtTheSite;
        async Task<int> Jobs() => (await theirs.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))!.Count;
        Assert.Equal(0, await Jobs());
        await owner.Client.PostAsJsonAsync($"/api/v1/crews/{heron}/members", new { person, from = today });
        Assert.NotEqual(0, await Jobs());
        var twice = await owner.Client.PostAsJsonAsync($"/api/v1/crews/{heron}/members", new { person, from = today.AddDays(3) });
        Assert.Equal(409, (int)twice.StatusCode);
        Assert.Equal(204, (int)(await owner.Client.PostAsJsonAsync($"/api/v1/crews/{heron}/members/end", new { person, day = today })).StatusCode);
        Assert.NotEqual(0, await Jobs());
        await owner.Client.PostAsJsonAsync($"/api/v1/crews/{heron}/members", new { person, from = today.AddDays(30) });
        Assert.Equal(400, (int)(await owner.Client.PostAsJsonAsync($"/api/v1/crews/{heron}/members/end", new { person, day = today.AddDays(9) })).StatusCode);
    }

    private static int[] Expected(Door door, string role)
    {
        int[] passed =
            door.Method == "GET" ? [200]
            : door.Pattern.Contains("/events", StringComparison.Ordinal) ? [200]
            : [400, 401];
        if (door.Passes == Passes.HoldsToken)
        {
            return [403];
        }

        if (role == "nobody")
        {
            return door.Passes == Passes.Anyone ? passed : [401];
        }

        var isStranger = role.StartsWith("strange", StringComparison.Ordinal);
        var plans = role is "owner" or "lead" or "strange lead";
        return door.Passes switch
        {
            Passes.Anyone or Passes.SignedIn => passed,
            Passes.SeesJob => isStranger ? [404] : passed,
            Passes.Worker => role == "viewer" ? [403] : passed,
            Passes.WorksOn => isStranger ? [404]
            : role == "viewer" ? [403]
            : passed,
            // What the role does not permit is refused before anyone looks whether the job or crew is there.
            Passes.PlansJob or Passes.LeadsCrew => !plans ? [403]
            : isStranger ? [404]
            : passed,
            Passes.Secrets => isStranger ? [404]
            : plans ? passed
            : [403],
            Passes.Planner => plans ? passed : [403],
            _ => role == "owner" ? passed : [403],
        };
    }

    private static string Address(string pattern, IReadOnlyDictionary<string, string> ids)
    {
        var room = pattern.Split('/')[3];
        var address = pattern
            .Replace("{id:guid}", ids.GetValueOrDefault(room, Guid.Empty.ToString()), StringComparison.Ordinal)
            .Replace("{strand:int}", "1", StringComparison.Ordinal)
            .Replace("{wavelength:int}/settled", "1/settled", StringComparison.Ordinal)
            .Replace("{wavelength:int}", "1310", StringComparison.Ordinal)
            .Replace("{recipe}", "A1", StringComparison.Ordinal)
            .Replace("{id}", "A1", StringComparison.Ordinal)
            .Replace("{kind}", "svg", StringComparison.Ordinal)
            .Replace("{hash}", ids["hash"], StringComparison.Ordinal);
        return pattern == "/api/v1/bench" ? $"{address}?strands={ids["terminations"]}" : address;
    }

    // The demo's own job, cable, strand and crew, an installer of that crew, and a lead of another.
    private async Task<IReadOnlyDictionary<string, string>> IdsAsync()
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var crews = (await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))!.ToDictionary(
            c => c!["name"]!.GetValue<string>(),
            c => c!["id"]!.ToString()
        );
        await AddAsync(owner, "tern", "lead", "password-4499", crews["Sandpiper"]);
        await AddAsync(owner, "wader", "installer", "password-4496", crews["Heron"]);
        var crew = (await owner.Client.GetFromJsonAsync<JsonNode>("/api/v1/crew"))!;
        string PersonOf(string signIn) => crew["people"]!.AsArray().First(p => p!["signIn"]!.GetValue<string>() == signIn)!["id"]!.ToString();
        var job = (await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!;
        return new Dictionary<string, string>
        {
            ["jobs"] = job["job"]!["id"]!.ToString(),
            ["cables"] = job["cables"]![0]!["id"]!.ToString(),
            ["terminations"] = (await owner.StrandAsync(1)).ToString(),
            ["hash"] = await KeepPictureAsync(owner, await owner.StrandAsync(1)),
            ["crews"] = crews["Heron"],
            ["people"] = PersonOf("wader"),
        };
    }

    private static async Task<string> KeepPictureAsync(TestTablet owner, Guid strand)
    {
        var picture = PictureWriter.Png(new GrayImage(16, 16, new byte[256]));
        var hash = PictureHash.Of(picture);
        (await owner.Client.PutAsync($"/api/v1/terminations/{strand}/pictures/{hash}", new ByteArrayContent(picture))).EnsureSuccessStatusCode();
        return hash;
    }

    private static async Task<string> AddAsync(TestTablet owner, string signIn, string role, string password, string? crew = null)
    {
        var made = await owner.Client.PostAsJsonAsync(
            "/api/v1/people",
            new
            {
                name = $"{signIn} Shore",
                signIn,
                role,
                password,
                crew,
            }
        );
        return made.IsSuccessStatusCode ? (await made.Content.ReadFromJsonAsync<JsonNode>())!["id"]!.ToString() : string.Empty;
    }
}
