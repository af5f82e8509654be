using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Rhabdon.Server.Tests;

/// <summary>Who gets in, on which tablet, how often one may try, and what ends a session. Each test has people of its own.</summary>
public sealed class SignInTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_stranger_does_not_lock_out_who_is_known_on_a_tablet()
    {
        await AddAsync("dunlin", "installer");
        var theirs = await FreshAsync();
        Assert.Equal(HttpStatusCode.OK, await TryAsync(theirs, "dunlin", "password-dunlin"));
        var stranger = await FreshAsync();
        for (var wrong = 0; wrong < 8; wrong++)
        {
            await TryAsync(stranger, "dunlin", "a wrong password");
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, await TryAsync(stranger, "dunlin", "password-dunlin"));
        Assert.Equal(HttpStatusCode.OK, await TryAsync(theirs, "dunlin", "password-dunlin"));
    }

    [Fact]
    public async Task A_PIN_works_only_where_its_owner_has_signed_in_or_a_lead_has_enrolled_them()
    {
        var (heron, _) = await CrewAsync();
        await AddAsync("sanderling", "installer", heron, pin: "5512");
        var unknown = await FreshAsync();
        Assert.Equal(HttpStatusCode.Unauthorized, await TryAsync(unknown, "sanderling", "5512"));
        Assert.Equal(HttpStatusCode.OK, await TryAsync(unknown, "sanderling", "password-sanderling"));
        Assert.Equal(HttpStatusCode.OK, await TryAsync(unknown, "sanderling", "5512"));

        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var mates = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/session/mates"))!.Select(m => m!["id"]!.GetValue<Guid>()).ToArray();
        Assert.Equal(HttpStatusCode.NoContent, (await lead.Client.PostAsJsonAsync("/api/v1/session/enrolled", new { people = mates })).StatusCode);
        Assert.Equal(HttpStatusCode.OK, await TryAsync(lead.Client, "sanderling", "5512"));
    }

    [Fact]
    public async Task Leads_and_owners_have_PINs_of_six_digits()
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var four = await owner.Client.PostAsJsonAsync(
            "/api/v1/people",
            new
            {
                name = "Tess Tern",
                signIn = "tess",
                role = "lead",
                pin = "1234",
                password = "password-tess",
            }
        );
        Assert.Equal(HttpStatusCode.BadRequest, four.StatusCode);
        var person = await AddAsync("curlew", "installer", pin: "1234");
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await owner.Client.PutAsJsonAsync(
                    $"/api/v1/people/{person}",
                    new
                    {
                        name = "Cal Curlew",
                        role = "lead",
                        isActive = true,
                    }
                )
            ).StatusCode
        );
        var theirs = await FreshAsync();
        Assert.Equal(HttpStatusCode.OK, await TryAsync(theirs, "curlew", "password-curlew"));
        Assert.Equal(HttpStatusCode.Unauthorized, await TryAsync(theirs, "curlew", "1234"));
    }

    [Fact]
    public async Task A_name_that_exists_is_told_by_nothing()
    {
        await AddAsync("whimbrel", "installer");
        var client = await FreshAsync();
        var (known, unknown) = (
            await client.PostAsJsonAsync("/api/v1/session", new { signIn = "whimbrel", secret = "wrong wrong" }),
            await client.PostAsJsonAsync("/api/v1/session", new { signIn = "nobody", secret = "wrong wrong" })
        );
        Assert.Equal(HttpStatusCode.Unauthorized, known.StatusCode);
        Assert.Equal(await Says(known), await Says(unknown));
        for (var wrong = 0; wrong < 5; wrong++)
        {
            await TryAsync(client, "nobody", "wrong wrong");
        }

        Assert.Equal(HttpStatusCode.TooManyRequests, await TryAsync(client, "nobody", "wrong wrong"));
    }

    [Fact]
    public async Task Signing_out_ends_the_session_for_whoever_copied_its_cookie()
    {
        await AddAsync("ruff", "installer");
        var client = await FreshAsync();
        var signedIn = await client.PostAsJsonAsync("/api/v1/session", new { signIn = "ruff", secret = "password-ruff" });
        var cookie = string.Join("; ", signedIn.Headers.GetValues("Set-Cookie").Select(c => c.Split(';')[0]));
        var thief = host.CreateDefaultClient();
        thief.DefaultRequestHeaders.Add("Cookie", cookie);
        Assert.Equal(HttpStatusCode.OK, (await thief.GetAsync("/api/v1/jobs")).StatusCode);
        await new TestTablet(client).RenewAsync();
        await client.DeleteAsync("/api/v1/session");
        Assert.Equal(HttpStatusCode.Unauthorized, (await thief.GetAsync("/api/v1/jobs")).StatusCode);
    }

    [Fact]
    public async Task A_new_PIN_ends_every_other_session_and_the_news_at_once_and_wants_the_old_one()
    {
        var person = await AddAsync("snipe", "installer", pin: "6677");
        var (here, there) = (await host.SignedIn("snipe", "password-snipe"), await host.SignedIn("snipe", "password-snipe"));
        using var news = new StreamReader(await there.Client.GetStreamAsync("/api/v1/live"));
        Assert.StartsWith("event: all", await news.ReadLineAsync(), StringComparison.Ordinal);
        var secrets = $"/api/v1/people/{person}/secrets";
        Assert.Equal(HttpStatusCode.Forbidden, (await here.Client.PostAsJsonAsync(secrets, new { pin = "9900" })).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, (await here.Client.PostAsJsonAsync(secrets, new { pin = "9900", current = "1111" })).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, (await here.Client.PostAsJsonAsync(secrets, new { pin = "9900", current = "6677" })).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await here.Client.GetAsync("/api/v1/jobs")).StatusCode);
        Assert.Equal(HttpStatusCode.Unauthorized, (await there.Client.GetAsync("/api/v1/jobs")).StatusCode);
        using var soon = new CancellationTokenSource(TimeSpan.FromSeconds(10));
        Assert.NotNull(await news.ReadToEndAsync(soon.Token));
    }

    [Fact]
    public async Task Who_has_their_PIN_set_anew_is_told_and_only_the_lead_of_now_sets_it()
    {
        var (heron, sandpiper) = await CrewAsync();
        var person = await AddAsync("godwit", "installer", heron, pin: "1212");
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        Assert.Equal(HttpStatusCode.NoContent, (await lead.Client.PostAsJsonAsync($"/api/v1/people/{person}/secrets", new { pin = "3434" })).StatusCode);
        var theirs = await host.SignedIn("godwit", "password-godwit");
        var notice = Assert.Single((await theirs.Client.GetFromJsonAsync<JsonArray>("/api/v1/session/notices"))!)!;
        Assert.Equal("Lena Tidewater set your PIN anew.", notice["says"]!.GetValue<string>());
        await theirs.Client.DeleteAsync($"/api/v1/session/notices/{notice["id"]}");
        Assert.Empty((await theirs.Client.GetFromJsonAsync<JsonArray>("/api/v1/session/notices"))!);

        var former = await AddAsync("knot", "installer", pin: "1212");
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var today = Host.TodayAtTheSite;
        await owner.Client.PostAsJsonAsync(
            $"/api/v1/crews/{heron}/members",
            new
            {
                person = former,
                from = today.AddDays(-9),
                to = today.AddDays(-3),
            }
        );
        Assert.Equal(HttpStatusCode.NotFound, (await lead.Client.PostAsJsonAsync($"/api/v1/people/{former}/secrets", new { pin = "3434" })).StatusCode);
        Assert.NotEqual(heron, sandpiper);
    }

    [Fact]
    public async Task Two_owners_who_demote_each_other_at_once_leave_one()
    {
        var first = await host.SignedIn("olive", "saltmarsh-owner");
        var second = await AddAsync("avocet", "owner");
        var theirs = await host.SignedIn("avocet", "password-avocet");
        var answers = await Task.WhenAll(
            first.Client.PutAsJsonAsync(
                $"/api/v1/people/{second}",
                new
                {
                    name = "Ava Avocet",
                    role = "viewer",
                    isActive = true,
                }
            ),
            theirs.Client.PutAsJsonAsync(
                $"/api/v1/people/{first.Person}",
                new
                {
                    name = "Olive Quay",
                    role = "viewer",
                    isActive = true,
                }
            )
        );
        Assert.Single(answers, a => a.IsSuccessStatusCode);
        var left = answers[0].IsSuccessStatusCode ? first : theirs;
        var people = (await left.Client.GetFromJsonAsync<JsonNode>("/api/v1/crew"))!["people"]!.AsArray();
        Assert.Single(people, p => p!["role"]!.GetValue<string>() == "owner");
        if (!answers[0].IsSuccessStatusCode)
        {
            await theirs.Client.PutAsJsonAsync(
                $"/api/v1/people/{first.Person}",
                new
                {
                    name = "Olive Quay",
                    role = "owner",
                    isActive = true,
                }
            );
        }
    }

    private static async Task<HttpStatusCode> TryAsync(HttpClient client, string signIn, string secret)
    {
        var status = (await client.PostAsJsonAsync("/api/v1/session", new { signIn, secret })).StatusCode;
        if (status == HttpStatusCode.OK)
        {
            await new TestTablet(client).RenewAsync();
        }

        return status;
    }

    private static async Task<string> Says(HttpResponseMessage answer) => (await answer.Content.ReadFromJsonAsync<JsonNode>())!["detail"]!.GetValue<string>();

    private async Task<HttpClient> FreshAsync()
    {
        var client = host.CreateClient();
        await new TestTablet(client).RenewAsync();
        return client;
    }

    private async Task<(string Heron, string Sandpiper)> CrewAsync()
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var crews = (await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/crews"))!.ToDictionary(
            c => c!["name"]!.GetValue<string>(),
            c => c!["id"]!.GetValue<string>()
        );
        return (crews["Heron"], crews["Sandpiper"]);
    }

    private async Task<string> AddAsync(string signIn, string role, string? crew = null, string? pin = null)
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var made = await owner.Client.PostAsJsonAsync(
            "/api/v1/people",
            new
            {
                name = $"{signIn} Shore",
                signIn,
                role,
                crew,
                pin,
                password = $"password-{signIn}",
            }
        );
        return (await made.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!["id"]!.GetValue<string>();
    }
}
