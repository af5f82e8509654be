using System.IO.Compression;
using System.Net.Http.Headers;

namespace Rhabdon.Server.Tests;

/// <summary>The interface's files: packed for whoever takes that, the same content for everybody.</summary>
public sealed class PackedFilesTests(Host host) : IClassFixture<Host>
{
    [Theory]
    [InlineData("br")]
    [InlineData("gzip")]
    public async Task A_file_is_sent_packed_and_unpacks_to_the_same(string packing)
    {
        using var client = host.CreateClient();
        var script = await ScriptAsync(client);
        var plain = await client.GetByteArrayAsync(script);
        using var asked = new HttpRequestMessage(HttpMethod.Get, script);
        asked.Headers.AcceptEncoding.Add(new StringWithQualityHeaderValue(packing));
        using var answer = await client.SendAsync(asked);
        Assert.Equal([packing], answer.Content.Headers.ContentEncoding);
        Assert.Equal("text/javascript", answer.Content.Headers.ContentType?.MediaType);
        var packed = await answer.Content.ReadAsStreamAsync();
        using Stream unpacking = packing == "br" ? new BrotliStream(packed, CompressionMode.Decompress) : new GZipStream(packed, CompressionMode.Decompress);
        using var unpacked = new MemoryStream();
        await unpacking.CopyToAsync(unpacked, TestContext.Current.CancellationToken);
        Assert.Equal(plain, unpacked.ToArray());
    }

    [Fact]
    public async Task A_packing_that_is_not_wanted_is_not_sent()
    {
        using var client = host.CreateClient();
        using var asked = new HttpRequestMessage(HttpMethod.Get, await ScriptAsync(client));
        asked.Headers.TryAddWithoutValidation("Accept-Encoding", "br;q=0, gzip;q=0");
        using var answer = await client.SendAsync(asked);
        Assert.Empty(answer.Content.Headers.ContentEncoding);
    }

    // RFC 9111 and RFC 8246: what can never change may be kept for good; what can must be asked for anew.
    [Fact]
    public async Task A_file_named_by_its_content_is_kept_and_the_page_is_asked_for_anew()
    {
        using var client = host.CreateClient();
        using var script = await client.GetAsync(await ScriptAsync(client));
        using var worker = await client.GetAsync("/sw.js");
        Assert.Contains("immutable", script.Headers.GetValues("Cache-Control").Single(), StringComparison.Ordinal);
        Assert.Equal("no-cache", worker.Headers.GetValues("Cache-Control").Single());
    }

    private static async Task<string> ScriptAsync(HttpClient client)
    {
        var page = await client.GetStringAsync("/");
        return page.Split('"').First(part => part.StartsWith("/assets/", StringComparison.Ordinal) && part.EndsWith(".js", StringComparison.Ordinal));
    }
}
