using System.Net;
using System.Net.Http.Headers;
using System.Text;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Server.Tests;

/// <summary>Pictures of strands: kept under what is in them, once, and shown to whoever sees the strand.</summary>
public sealed class PictureTests(Host host) : IClassFixture<Host>
{
    private static readonly byte[] Picture = PictureWriter.Png(FaceRenderer.Draw(new MadeFace(320, 240, 160, 120, 0.7, new FaceAppearance(), [], 3)));

    [Fact]
    public async Task A_picture_is_kept_as_it_was_taken_however_often_it_is_sent()
    {
        var tablet = await host.SignedIn();
        var (strand, hash) = (await tablet.StrandAsync(2), PictureHash.Of(Picture));
        Assert.Equal(HttpStatusCode.NotFound, (await tablet.Client.GetAsync(Address(strand, hash))).StatusCode);
        Assert.Equal(HttpStatusCode.NoContent, await PutAsync(tablet, strand, hash, Picture));
        Assert.Equal(HttpStatusCode.NoContent, await PutAsync(tablet, strand, hash, Picture));
        var shown = await tablet.Client.GetAsync(Address(strand, hash));
        Assert.Equal("image/png", shown.Content.Headers.ContentType?.MediaType);
        Assert.Contains("immutable", shown.Headers.CacheControl?.ToString(), StringComparison.Ordinal);
        Assert.Equal(Picture, await shown.Content.ReadAsByteArrayAsync());
    }

    [Fact]
    public async Task It_belongs_to_the_strands_it_was_put_to_and_to_who_sees_them()
    {
        var tablet = await host.SignedIn();
        var (strand, other, hash) = (await tablet.StrandAsync(3), await tablet.StrandAsync(4), PictureHash.Of(Picture));
        await PutAsync(tablet, strand, hash, Picture);
        Assert.Equal(HttpStatusCode.NotFound, (await tablet.Client.GetAsync(Address(other, hash))).StatusCode);
        var stranger = await host.SignedIn("sandpiper", "saltmarsh-sandpiper");
        Assert.Equal(HttpStatusCode.NotFound, (await stranger.Client.GetAsync(Address(strand, hash))).StatusCode);
        Assert.Equal(HttpStatusCode.NotFound, await PutAsync(stranger, strand, hash, Picture));
        var viewer = await host.SignedIn("viewer", "saltmarsh-viewer");
        Assert.Equal(HttpStatusCode.OK, (await viewer.Client.GetAsync(Address(strand, hash))).StatusCode);
        Assert.Equal(HttpStatusCode.Forbidden, await PutAsync(viewer, strand, hash, Picture));
    }

    [Fact]
    public async Task What_is_not_what_its_name_says_or_no_picture_is_refused()
    {
        var tablet = await host.SignedIn();
        var strand = await tablet.StrandAsync(2);
        var text = Encoding.UTF8.GetBytes("this is text");
        Assert.Equal(HttpStatusCode.BadRequest, await PutAsync(tablet, strand, PictureHash.Of(text), Picture));
        Assert.Equal(HttpStatusCode.BadRequest, await PutAsync(tablet, strand, PictureHash.Of(Picture).ToUpperInvariant(), Picture));
        Assert.Equal(HttpStatusCode.BadRequest, await PutAsync(tablet, strand, PictureHash.Of(text), text));
        Assert.Equal(HttpStatusCode.BadRequest, await PutAsync(tablet, strand, PictureHash.Of(Picture.AsSpan(..900)), Picture[..900]));
        Assert.Equal(HttpStatusCode.RequestEntityTooLarge, await PutAsync(tablet, strand, PictureHash.Of(Picture), new byte[PictureReader.MostBytes + 1]));
    }

    private static string Address(Guid strand, string hash) => $"/api/v1/terminations/{strand}/pictures/{hash}";

    private static async Task<HttpStatusCode> PutAsync(TestTablet tablet, Guid strand, string hash, byte[] file)
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        return (await tablet.Client.PutAsync(Address(strand, hash), content)).StatusCode;
    }
}
