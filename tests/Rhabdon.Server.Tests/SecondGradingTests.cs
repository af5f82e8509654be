using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Dapper;
using Microsoft.Extensions.DependencyInjection;
using Rhabdon.Core.EndFaces;
using Rhabdon.Data;
using Rhabdon.Imaging;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Server.Tests;

/// <summary>A tablet that says of a picture what the picture does not show is found out.</summary>
public sealed class SecondGradingTests(Host host) : IClassFixture<Host>
{
    [Theory]
    [InlineData("near", FaceCondition.Clean, true)]
    [InlineData("far", FaceCondition.Chip, false)]
    public async Task The_server_grades_every_stored_picture_and_says_whether_it_agrees(string end, FaceCondition plight, bool agrees)
    {
        var heron = await host.SignedIn();
        var strand = await heron.StrandAsync(9, end);
        var picture = PictureWriter.Png(FaceRenderer.Draw(MadeFaces.Make(FaceStyle.All[0], ShippedFaceLimits.Find("mm")!, plight, 501)));
        var hash = PictureHash.Of(picture);
        Assert.True((await heron.Client.PutAsync($"/api/v1/terminations/{strand}/pictures/{hash}", new ByteArrayContent(picture))).IsSuccessStatusCode);
        await using (var connection = await host.Services.GetRequiredService<Database>().OpenAsync())
        {
            await connection.ExecuteAsync(
                """
                insert into second_look (event_id, hash, profile, version, verdict) select event_id, @hash, 'mm', 1, 'pass'
                from event_stream where stream_id = @strand
                """,
                new { hash, strand }
            );
        }

        JsonArray gradings = [];
        for (var wait = 0; wait < 300 && gradings.Count == 0; wait++)
        {
            await Task.Delay(100);
            gradings = (await heron.Client.GetFromJsonAsync<JsonNode>($"/api/v1/terminations/{strand}/story"))!["secondGradings"]!.AsArray();
        }

        Assert.Equal(agrees, Assert.Single(gradings)!["agrees"]!.GetValue<bool>());
    }
}
