using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Rights;
using Rhabdon.Data;

namespace Rhabdon.Server.Tests;

/// <summary>Nobody does anything in another's name, beyond their own right, or at a time that cannot be.</summary>
public sealed class ForgeryTests(Host host) : IClassFixture<Host>
{
    [Theory]
    [InlineData("viewer", "saltmarsh-viewer")]
    [InlineData("lead", "saltmarsh-lead")]
    public async Task What_is_sent_in_anothers_name_without_their_signature_is_kept_aside_and_never_counts(string name, string secret)
    {
        var heron = await host.SignedIn();
        var forger = await host.SignedIn(name, secret);
        var strand = await heron.StrandAsync(name == "lead" ? 9 : 10);
        var forged = forger.Make(strand, new Begun(), 1) with { Actor = heron.Person };
        Assert.Equal((int[])[403, 403], await forger.SendAsync(forged, forged));
        var story = (await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/terminations/{strand}/story"))!;
        Assert.Single(story["lines"]!.AsArray());
        var aside = Assert.Single(story["aside"]!.AsArray())!;
        Assert.Equal((heron.Person, forger.Person), (aside["actor"]!.GetValue<Guid>(), aside["sentBy"]!.GetValue<Guid>()));
        Assert.Contains("no signature", aside["reason"]!.GetValue<string>(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_a_person_signed_on_a_shared_tablet_is_theirs_whoever_sends_it()
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(11);
        var key = await SigningKey.OfAsync(heron, heron.Device);
        var begun = key.Sign(heron.Make(strand, new Begun(), 1));
        var viewer = await host.SignedIn("viewer", "saltmarsh-viewer");
        Assert.Equal((int[])[200], await viewer.SendAsync(begun));
        var line = (await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/terminations/{strand}/story"))!["lines"]![1]!;
        Assert.Equal((heron.Person, viewer.Person), (line["actor"]!.GetValue<Guid>(), line["sentBy"]!.GetValue<Guid>()));
    }

    [Fact]
    public async Task A_signature_is_good_for_one_text_one_person_and_one_device()
    {
        var heron = await host.SignedIn();
        var viewer = await host.SignedIn("viewer", "saltmarsh-viewer");
        var strand = await heron.StrandAsync(12);
        var key = await SigningKey.OfAsync(heron, heron.Device);
        var begun = key.Sign(heron.Make(strand, new Begun(), 1));
        var elsewhere = heron.Make(strand, new Begun(), 1) with { Device = Guid.CreateVersion7() };
        Assert.Equal(
            (int[])[403, 403, 403],
            await viewer.SendAsync(
                begun with
                {
                    Id = Guid.CreateVersion7(),
                },
                key.Sign(elsewhere),
                begun with
                {
                    Id = Guid.CreateVersion7(),
                    Signature = "none",
                }
            )
        );
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        Assert.Equal((int[])[403], await viewer.SendAsync(key.Sign(heron.Make(strand, new Begun(), 1) with { Actor = lead.Person })));
    }

    // Design decision 9: the right is judged as of the event's time. What was signed before the key ended is still taken in; what is signed after is not.
    [Fact]
    public async Task A_key_ends_with_the_PIN_and_what_was_signed_before_is_still_taken_in()
    {
        var owner = await host.SignedIn("olive", "saltmarsh-owner");
        var heron = await host.SignedIn();
        var (strand, other) = (await heron.StrandAsync(1, "far"), await heron.StrandAsync(2, "far"));
        var key = await SigningKey.OfAsync(heron, heron.Device);
        var before = key.Sign(heron.Make(strand, new Begun(), 1));
        await Task.Delay(1_100);
        Assert.Equal(204, (int)(await owner.Client.PostAsJsonAsync($"/api/v1/people/{heron.Person}/secrets", new { pin = "4403" })).StatusCode);
        await Task.Delay(50);
        var after = key.Sign(heron.Make(other, new Begun(), 1));
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        Assert.Equal((int[])[200, 403], await lead.SendAsync(before, after));
    }

    [Fact]
    public async Task An_installer_does_not_undo_what_a_lead_settled()
    {
        var (installer, lead) = (await host.SignedIn(), await host.SignedIn("lead", "saltmarsh-lead"));
        var strand = await installer.StrandAsync(3, "far");
        await installer.SendAsync(installer.Make(strand, new Begun(), 1), installer.Make(strand, new StepDone(1, 1, "parts"), 2));
        var clash = installer.Make(strand, new StepDone(1, 1, "parts"), 2) with { Device = Guid.CreateVersion7() };
        var settled = lead.Make(strand, new Resolved([clash.Id], false, "looked at it"), 4);
        Assert.Equal((int[])[202], await installer.SendAsync(clash));
        Assert.Equal((int[])[200], await lead.SendAsync(settled));
        Assert.Equal((int[])[403], await installer.SendAsync(installer.Make(strand, new Retracted(settled.Id, "no", false), 5)));
        Assert.Equal((int[])[202], await lead.SendAsync(lead.Make(strand, new Retracted(settled.Id, "I was wrong", false), 5)));
    }

    [Fact]
    public async Task Strands_are_handed_over_only_to_someone_who_works_on_the_job()
    {
        var (heron, viewer, lead) = (await host.SignedIn(), await host.SignedIn("viewer", "saltmarsh-viewer"), await host.SignedIn("lead", "saltmarsh-lead"));
        var sandpiper = await host.SignedIn("sandpiper", "saltmarsh-sandpiper");
        var strand = await heron.StrandAsync(4, "far");
        await heron.SendAsync(heron.Make(strand, new Begun(), 1));
        foreach (var nobody in (Guid[])[Guid.CreateVersion7(), Guid.Empty, viewer.Person, sandpiper.Person])
        {
            Assert.Equal((int[])[422], await heron.SendAsync(heron.Make(strand, new HandedOver(nobody), 2)));
        }

        Assert.Equal((int[])[200], await heron.SendAsync(heron.Make(strand, new HandedOver(lead.Person), 2)));
    }

    [Fact]
    public async Task Unknown_rules_recipes_and_limits_are_refused_whatever_the_kind()
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(5, "far");
        Assert.Equal(
            (int[])[422, 422, 400],
            await heron.SendAsync(
                heron.Make(strand, new Begun(), 1) with
                {
                    Rules = "0",
                },
                heron.Make(strand, new Batched(Guid.CreateVersion7()), 1) with
                {
                    Recipe = new RecipeRef("none", 1),
                },
                heron.Make(strand, new Batched(Guid.CreateVersion7()), 1) with
                {
                    Recipe = new RecipeRef(new string('x', 5_000), 1),
                }
            )
        );
    }

    // One tap a day ahead, then the clock is right again; and a year behind: all of it is taken, stands in its order, and the story says what the clock said.
    [Fact]
    public async Task A_wrong_clock_is_told_and_blocks_nobody()
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(6, "far");
        var tomorrow = DateTimeOffset.UtcNow.AddDays(1);
        var ahead = heron.Make(strand, new Begun(), 1) with { At = tomorrow, Clock = new HybridTime(tomorrow.ToUnixTimeMilliseconds(), 0) };
        Assert.Equal((int[])[200, 200], await heron.SendAsync(ahead, heron.Make(strand, new StepDone(1, 1, "parts"), 2)));
        var lastYear = DateTimeOffset.UtcNow.AddYears(-1);
        Assert.Equal(
            (int[])[200],
            await heron.SendAsync(
                heron.Make(strand, new StepDone(1, 1, "mark"), 3) with
                {
                    At = lastYear,
                    Clock = new HybridTime(lastYear.ToUnixTimeMilliseconds(), 0),
                }
            )
        );
        var lines = (await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/terminations/{strand}/story"))!["lines"]!.AsArray();
        Assert.Equal(["planned", "begun", "step-done", "step-done"], lines.Select(l => l!["kind"]!.GetValue<string>()));
        Assert.Equal((string[])["counts"], lines.Select(l => l!["effect"]!.GetValue<string>()).Distinct());
        Assert.Equal([false, true, false, true], lines.Select(l => l!["clockSaid"] is not null));
        Assert.True(lines[1]!["at"]!.GetValue<DateTimeOffset>() < tomorrow.AddHours(-1));
    }

    // The day on which a membership begins is the site's: at 02:00 UTC on the 2nd it is still the 1st in Halifax (UTC-4 in summer, UTC-3 daylight time: 23:00).
    [Fact]
    public async Task Membership_days_are_the_sites()
    {
        await using var connection = await host.Services.GetRequiredService<Database>().OpenAsync();
        var night = new DateTime(2026, 7, 2, 2, 0, 0, DateTimeKind.Utc);
        Assert.Equal(new DateOnly(2026, 7, 1), await connection.ExecuteScalarAsync<DateOnly>("select site_day(@night, 'America/Halifax')", new { night }));
        Assert.Equal(new DateOnly(2026, 7, 2), await connection.ExecuteScalarAsync<DateOnly>("select site_day(@night, 'Nowhere/At all')", new { night }));
        var context = new AppendContext(
            new Dictionary<Guid, StreamPlace>(),
            [new JobRight(heronId, jobId, Role.Installer, "America/Halifax", new DateOnly(2026, 7, 2), null, null)],
            [],
            [],
            [],
            [],
            []
        );
        Assert.Null(context.AccessOf(heronId, jobId, new DateTimeOffset(night)));
        Assert.NotNull(context.AccessOf(heronId, jobId, new DateTimeOffset(night.AddHours(2))));
    }

    private readonly Guid heronId = Guid.CreateVersion7();
    private readonly Guid jobId = Guid.CreateVersion7();
}
