using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Rhabdon.Server.Tests;

/// <summary>A cable's strands placed by a CSV list: looked at first, taken whole or not at all.</summary>
public sealed class PortListTests(Host host) : IClassFixture<Host>
{
    private const string Good =
        "Strand;End;Closet;Panel;Port;Position;Label\n1;near;PH1;A;20;1;\"Desk 1\"\n2;near;PH1;A;20;2;\n1;far;CS2;B;24;;\n2;far;CS2;B;23;;\n";

    [Fact]
    public async Task A_list_is_looked_at_first_and_nothing_is_stored()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var preview = await PreviewAsync(lead, Good, 2);
        Assert.Empty(preview["faults"]!.AsArray());
        Assert.Equal((string[])["Desk 1", "PH1-A:20", "CS2-B:24", "CS2-B:23"], preview["rows"]!.AsArray().Select(r => r!["label"]!.GetValue<string>()));
        Assert.DoesNotContain((await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["cables"]!.AsArray(), c =>
            c!["name"]!.GetValue<string>() == "PH-CS-09"
        );
    }

    [Theory]
    [InlineData("", 1, "strand")]
    [InlineData("strand,end,closet,panel\n1,near,PH1,A\n", 1, "port")]
    [InlineData("strand,end,closet,panel,port\nblue,near,PH1,A,20\n", 2, "strand")]
    [InlineData("strand,end,closet,panel,port\n1,middle,PH1,A,20\n", 2, "end")]
    [InlineData("strand,end,closet,panel,port\n1,near,PH1,A,20\n1,far,CS2,B,25\n", 3, "port")]
    [InlineData("strand,end,closet,panel,port\n1,near,PH1,A,20\n1,far,CS9,B,20\n", 3, "panel")]
    [InlineData("strand,end,closet,panel,port\n1,near,PH1,A,1\n1,far,CS2,B,20\n", 2, "port")]
    [InlineData("strand,end,closet,panel,port,position\n1,near,PH1,A,20,0\n1,far,CS2,B,20,\n", 2, "position")]
    [InlineData("strand,end,closet,panel,port\n1,near,PH1,A,20\n", 0, "strand")]
    [InlineData("strand,end,closet,panel,port\n1,near,\"PH1,A,20\n", 2, "closet")]
    public async Task A_bad_row_is_named_and_none_of_the_list_is_taken(string list, int line, string column)
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        if (list.Length > 0)
        {
            var fault = (await PreviewAsync(lead, list, 1))["faults"]![0]!;
            Assert.Equal((line, column), (fault["line"]!.GetValue<int>(), fault["column"]!.GetValue<string>()));
            Assert.DoesNotContain('{', fault["says"]!.GetValue<string>());
        }

        var answer = await AddAsync(lead, "PH-CS-08", 1, list);
        Assert.Equal(400, (int)answer.StatusCode);
        var job = (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!;
        Assert.DoesNotContain(job["cables"]!.AsArray(), c => c!["name"]!.GetValue<string>() == "PH-CS-08");
    }

    [Fact]
    public async Task A_list_that_fits_places_each_end_where_it_says()
    {
        var lead = await host.SignedIn("lead", "saltmarsh-lead");
        var answer = await AddAsync(
            lead,
            "PH-CS-07",
            2,
            Good.Replace("20;", "22;", StringComparison.Ordinal)
                .Replace("Desk 1", "Desk 7", StringComparison.Ordinal)
                .Replace("24;", "22;", StringComparison.Ordinal)
                .Replace("23;", "21;", StringComparison.Ordinal)
        );
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        var cable = (await answer.Content.ReadFromJsonAsync<JsonNode>())!["id"];
        var rows = (await lead.Client.GetFromJsonAsync<JsonNode>($"/api/v1/cables/{cable}/ladder"))!["rows"]!;
        Assert.Equal(("Desk 7", 22, 1), Where(rows[0]!["near"]!));
        Assert.Equal(("PH1-A:22", 22, 2), Where(rows[1]!["near"]!));
        Assert.Equal(("CS2-B:21", 21, 1), Where(rows[1]!["far"]!));
    }

    private static (string, int, int) Where(JsonNode end) => (end["label"]!.GetValue<string>(), end["port"]!.GetValue<int>(), end["position"]!.GetValue<int>());

    private static async Task<string> JobAsync(TestTablet lead) =>
        (await lead.Client.GetFromJsonAsync<JsonArray>("/api/v1/jobs"))![^1]!["job"]!["id"]!.ToString();

    private static async Task<JsonNode> PreviewAsync(TestTablet lead, string list, int strands)
    {
        var answer = await lead.Client.PostAsJsonAsync(
            $"/api/v1/jobs/{await JobAsync(lead)}/ports",
            new
            {
                cable = "PH-CS-09",
                strands,
                list,
            }
        );
        return (await answer.EnsureSuccessStatusCode().Content.ReadFromJsonAsync<JsonNode>())!;
    }

    private static async Task<HttpResponseMessage> AddAsync(TestTablet lead, string name, int strands, string list)
    {
        var end = new
        {
            panel = (Guid?)null,
            firstPort = 1,
            connector = "SC",
            polish = "UPC",
            recipe = "M4",
            service = "500 mm",
            least = "300 mm",
        };
        return await lead.Client.PostAsJsonAsync(
            $"/api/v1/jobs/{await JobAsync(lead)}/cables",
            new
            {
                name,
                build = "tight-buffer-900",
                grade = "OM4",
                strands,
                length = "90 m",
                near = end,
                far = end,
                ports = list,
            }
        );
    }
}
