using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Rhabdon.Server.Tests;

/// <summary>Profiles of end-face limits are unconfirmed until a lead has compared them with what the buyer goes by.</summary>
public sealed class ProfileTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task A_lead_confirms_a_version_and_everyone_sees_against_what()
    {
        var (lead, installer) = (await host.SignedIn("lead", "4402"), await host.SignedIn());
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

    private static async Task<JsonNode> ProfileAsync(TestTablet tablet, string id) =>
        (await tablet.Client.GetFromJsonAsync<JsonArray>("/api/v1/profiles"))!.Single(p => (string)p!["id"]! == id)!;

    private static async Task<HttpStatusCode> ConfirmAsync(TestTablet tablet, string id, int version, string edition) =>
        (await tablet.Client.PostAsJsonAsync($"/api/v1/profiles/{id}/confirmation", new { version, edition })).StatusCode;
}
