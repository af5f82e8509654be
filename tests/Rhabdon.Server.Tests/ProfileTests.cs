using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Server.Tests;

/// <summary>Profiles of end-face limits are unconfirmed until a lead has compared them with what the buyer goes by.</summary>
public sealed class ProfileTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_lead_confirms_a_version_and_everyone_sees_against_what()
    {
        var (lead, installer) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn());
        Assert.Null((await ProfileAsync(installer, "sm-upc"))["confirmation"]);
        Assert.Equal(HttpStatusCode.Forbidden, await ConfirmAsync(installer, "sm-upc", 1, "the buyer's 2021 edition"));
        Assert.Equal(HttpStatusCode.NotFound, await ConfirmAsync(lead, "sm-upc", 2, "the buyer's 2021 edition"));
        Assert.Equal(HttpStatusCode.NotFound, await ConfirmAsync(lead, "unheard", 1, "the buyer's 2021 edition"));
        Assert.Equal(HttpStatusCode.BadRequest, await ConfirmAsync(lead, "sm-upc", 1, "  "));
        Assert.Equal(HttpStatusCode.BadRequest, await ConfirmAsync(lead, "sm-upc", 1, new string('x', 101)));
        Assert.Equal(HttpStatusCode.NoContent, await ConfirmAsync(lead, "sm-upc", 1, "the buyer's 2015 edition"));
        Assert.Equal(HttpStatusCode.NoContent, await ConfirmAsync(lead, "sm-upc", 1, "the buyer's 2021 edition"));
        var confirmation = (await ProfileAsync(installer, "sm-upc"))["confirmation"]!;
        Assert.Equal(("the buyer's 2021 edition", "Lena Tidewater"), ((string)confirmation["edition"]!, (string)confirmation["by"]!));
        Assert.Null((await ProfileAsync(installer, "mm"))["confirmation"]);
    }

    [Fact]
    public async Task A_buyers_own_is_published_checked_graded_by_and_never_changed()
    {
        var (lead, installer) = (await host.SignedIn("lead", "saltmarsh-lead"), await host.SignedIn());
        var own = (await ProfileAsync(lead, "sm-pc"))["limits"]!.AsObject();
        (own["id"], own["title"]!["en"], own["zones"]![1]!["defects"]) = ("harbor-pc", "Harbor line, PC", new JsonArray());
        Assert.Equal(HttpStatusCode.Forbidden, (await installer.Client.PostAsJsonAsync("/api/v1/profiles", own)).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await lead.Client.PostAsJsonAsync("/api/v1/profiles", own)).StatusCode);

        // Two leads at once: the second is told, and nothing of the first's is lost.
        var taken = await lead.Client.PostAsJsonAsync("/api/v1/profiles", own);
        Assert.Equal((HttpStatusCode.Conflict, "version"), (taken.StatusCode, await FieldAsync(taken)));
        own["version"] = 2;
        own["zones"]![1]!["to"] = 20;
        var unsound = await lead.Client.PostAsJsonAsync("/api/v1/profiles", own);
        Assert.Equal((HttpStatusCode.BadRequest, "zones[1].to"), (unsound.StatusCode, await FieldAsync(unsound)));
        var seen = await ProfileAsync(installer, "harbor-pc");
        Assert.Equal((1, true), ((int)seen["version"]!, (bool)seen["isOwn"]!));
        Assert.Equal(HttpStatusCode.NoContent, await ConfirmAsync(lead, "harbor-pc", 1, "Harbor line's paper 7"));

        // A pit of 2.5 µm in the cladding: PC bears it (from memory), this buyer does not. Who is not signed in is not told of the buyer's limits.
        var picture = PictureWriter.Png(
            FaceRenderer.Draw(
                new MadeFace(800, 600, 400, 300, 0.4, new FaceAppearance(), [new DrawnFinding(FindingKind.Pit, [new Spot(30, 10)], 2.5, -0.3)], 3)
            )
        );
        Assert.Equal("pass", await VerdictAsync(installer.Client, picture, "sm-pc"));
        Assert.Equal("fail", await VerdictAsync(installer.Client, picture, "harbor-pc"));
        Assert.Null(await VerdictAsync(host.CreateClient(), picture, "harbor-pc"));
    }

    private static async Task<string?> VerdictAsync(HttpClient client, byte[] picture, string profile)
    {
        var form = new MultipartFormDataContent { { new ByteArrayContent(picture), "picture", "face.png" }, { new StringContent(profile), "profile" } };
        return (string?)(await (await client.PostAsync("/api/v1/calc/end-face", form)).Content.ReadFromJsonAsync<JsonObject>())!["verdict"];
    }

    private static async Task<string> FieldAsync(HttpResponseMessage answer) =>
        (string)(await answer.Content.ReadFromJsonAsync<JsonObject>())!["faults"]![0]!["field"]!;

    private static async Task<JsonNode> ProfileAsync(TestTablet tablet, string id) =>
        (await tablet.Client.GetFromJsonAsync<JsonArray>("/api/v1/profiles"))!.Single(p => (string)p!["id"]! == id)!;

    private static async Task<HttpStatusCode> ConfirmAsync(TestTablet tablet, string id, int version, string edition) =>
        (await tablet.Client.PostAsJsonAsync($"/api/v1/profiles/{id}/confirmation", new { version, edition })).StatusCode;
}
