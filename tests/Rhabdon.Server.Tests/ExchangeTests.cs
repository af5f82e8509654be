using System.IO.Compression;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core;
using Rhabdon.Core.Bench;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Server.Tests;

/// <summary>A job leaves one database and enters another, whole or not at all.</summary>
public sealed class ExchangeTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_job_exported_imports_into_an_empty_database_and_exports_again_byte_for_byte()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var strand = await lead.StrandAsync(11);
        await lead.SendAsync(lead.Make(strand, new Begun(), 1), lead.Make(strand, new HandedOver(lead.Person, "mine now"), 2));
        await SendInAnothersNameAsync(strand);
        var (job, file) = await ExportAsync(lead);
        var aside = Assert.Single(JsonNode.Parse(file)!["aside"]!.AsArray(), a => a!["terminations"]![0]!.GetValue<Guid>() == strand)!;
        Assert.Equal(lead.Person, aside["actor"]!.GetValue<Guid>());
        await using var empty = Host.Empty();
        var owner = await empty.SignedInToEmpty();
        var taken = await ImportAsync(owner, file);
        Assert.True(taken.IsSuccessStatusCode, await taken.Content.ReadAsStringAsync());
        Assert.Equal(file, await owner.Client.GetByteArrayAsync($"/api/v1/jobs/{job}/export"));
        Assert.Equal(409, (int)(await ImportAsync(owner, file)).StatusCode);
        var there = (await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["cables"]![0]!["ends"]!;
        Assert.Equal(24, there.AsObject().Sum(b => b.Value!.GetValue<int>()));
    }

    [Fact]
    public async Task A_job_takes_its_pictures_and_the_buyers_limits_along_and_exports_again_byte_for_byte()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var strand = await lead.StrandAsync(10);
        var picture = PictureWriter.Png(FaceRenderer.Draw(MadeFaces.Make(FaceStyle.All[0], ShippedFaceLimits.Find("mm")!, FaceCondition.Clean, 77)));
        var hash = PictureHash.Of(picture);
        Assert.True((await lead.Client.PutAsync($"/api/v1/terminations/{strand}/pictures/{hash}", new ByteArrayContent(picture))).IsSuccessStatusCode);
        var job = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["job"]!["id"]!.ToString();
        var archive = await lead.Client.GetByteArrayAsync($"/api/v1/jobs/{job}/export.zip");
        await using var empty = Host.Empty();
        var owner = await empty.SignedInToEmpty();
        Assert.Equal(400, (int)(await ImportAsync(owner, With(archive, $"pictures/{hash}.png", picture[..^1]), "application/zip")).StatusCode);
        Assert.Equal(400, (int)(await ImportAsync(owner, archive[..^100], "application/zip")).StatusCode);
        var list = Encoding.UTF8.GetBytes($$"""[{"hash":"{{hash}}","media":"x","terminations":["{{strand}}"]}]""");
        Assert.Equal(400, (int)(await ImportAsync(owner, With(archive, "pictures.json", list), "application/zip")).StatusCode);
        Assert.Empty((await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))!);
        var limits = JsonNode.Parse(
            JsonSerializer.Serialize(ShippedFaceLimits.Find("sm-pc")! with { Id = "harbor-pc", Version = 3 }, CoreJson.Default.FaceLimits)
        )!;
        var taken = await ImportAsync(owner, With(archive, "limits/harbor-pc.3.json", Encoding.UTF8.GetBytes(limits.ToJsonString())), "application/zip");
        Assert.True(taken.IsSuccessStatusCode, await taken.Content.ReadAsStringAsync());
        Assert.Equal(picture, await owner.Client.GetByteArrayAsync($"/api/v1/terminations/{strand}/pictures/{hash}"));
        var there = (await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/profiles"))!.Single(p => p!["id"]!.ToString() == "harbor-pc")!;
        Assert.True(JsonNode.DeepEquals(limits, there["limits"]));
        Assert.Equal(archive, await owner.Client.GetByteArrayAsync($"/api/v1/jobs/{job}/export.zip"));
    }

    [Theory]
    [InlineData("formatVersion")]
    [InlineData("connectors")]
    [InlineData("events")]
    [InlineData("recipes")]
    [InlineData("aside")]
    public async Task An_altered_file_is_refused_and_changes_nothing(string place)
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        await SendInAnothersNameAsync(await lead.StrandAsync(12));
        var (_, file) = await ExportAsync(lead);
        var altered = JsonNode.Parse(file)!;
        switch (place)
        {
            case "formatVersion":
                altered[place] = 2;
                break;
            case "connectors":
                altered[place]![0]!["phase"] = "rejected";
                break;
            case "aside":
                altered[place]![0]!["terminations"]![0] = Guid.CreateVersion7().ToString();
                break;
            case "events":
                altered[place]![3]!["actor"] = Guid.CreateVersion7().ToString();
                break;
            default:
                altered[place]![0]!["recipe"]!["cuts"]![0]!["length"] = "31 mm";
                break;
        }

        await using var empty = Host.Empty();
        var owner = await empty.SignedInToEmpty();
        var answer = await ImportAsync(owner, Encoding.UTF8.GetBytes(altered.ToJsonString()));
        Assert.Equal(400, (int)answer.StatusCode);
        Assert.StartsWith(place, (await answer.Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!["field"]!.GetValue<string>(), StringComparison.Ordinal);
        Assert.Empty((await owner.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))!);
    }

    [Fact]
    public async Task The_record_is_a_table_with_a_row_for_every_connector()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var job = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["job"]!["id"];
        var lines = (await lead.Client.GetStringAsync($"/api/v1/jobs/{job}/record.csv")).Trim().Split("\r\n");
        Assert.Equal(25, lines.Length);
        Assert.StartsWith(
            "label,cable,strand,end,connector,polish,grade,mode,recipe,state,attempts,tries,rework",
            lines[0].TrimStart('\uFEFF'),
            StringComparison.Ordinal
        );
        var reworked = Assert.Single(lines, l => l.StartsWith("PH1-A:05,", StringComparison.Ordinal));
        Assert.Contains(
            ",SC,UPC,OM4,multimode,M4 v3,verified,2,4,light-seen: tap; light-seen: re-cleave; light-seen: new-connector,",
            reworked,
            StringComparison.Ordinal
        );
    }

    private async Task SendInAnothersNameAsync(Guid strand)
    {
        var (heron, lead) = (await host.SignedIn(), await host.SignedIn("lead", "saltmarsh-lead"));
        Assert.Equal((int[])[403], await heron.SendAsync(heron.Make(strand, new Begun(), 1) with { Actor = lead.Person }));
    }

    private static async Task<(string Job, byte[] File)> ExportAsync(TestTablet lead)
    {
        var job = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["job"]!["id"]!.ToString();
        return (job, await lead.Client.GetByteArrayAsync($"/api/v1/jobs/{job}/export"));
    }

    // The archive with an entry more, or another in its place.
    private static byte[] With(byte[] archive, string path, byte[] content)
    {
        using var changed = new MemoryStream();
        changed.Write(archive);
        using (var zip = new ZipArchive(changed, ZipArchiveMode.Update, leaveOpen: true))
        {
            zip.GetEntry(path)?.Delete();
            using var entry = zip.CreateEntry(path).Open();
            entry.Write(content);
        }

        return changed.ToArray();
    }

    private static Task<HttpResponseMessage> ImportAsync(TestTablet owner, byte[] file, string media = "application/json")
    {
        var content = new ByteArrayContent(file);
        content.Headers.ContentType = new(media);
        return owner.Client.PostAsync("/api/v1/jobs/import", content);
    }
}
