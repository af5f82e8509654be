using System.Buffers.Binary;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.EndFaces;
using Rhabdon.Imaging;
using Rhabdon.Vision;
using Rhabdon.Vision.Drawing;

namespace Rhabdon.Server.Tests;

/// <summary>Pictures of end faces as they are sent: graded without a sign-in, and whatever is no picture refused with a reason and without cost.</summary>
public sealed class EndFaceTests(Host host) : IClassFixture<Host>
{
    private static readonly MadeFace Pitted = new(
        1024,
        768,
        500,
        390,
        0.3,
        new FaceAppearance(),
        [new DrawnFinding(FindingKind.Pit, [new Spot(-25, 28)], 7, -0.3)],
        7
    );

    public static TheoryData<string, byte[]> Pictures =>
        new()
        {
            { "png", PictureWriter.Png(FaceRenderer.Draw(Pitted)) },
            { "jpeg", PictureWriter.Jpeg(FaceRenderer.Draw(Pitted), 85) },
            { "bmp", Bitmap(FaceRenderer.Draw(Pitted)) },
        };

    [Theory]
    [MemberData(nameof(Pictures))]
    public async Task A_picture_is_graded_whatever_its_format_and_its_pixels_are_those_sent(string format, byte[] picture)
    {
        var answer = await host.CreateClient().PostAsync("/api/v1/calc/end-face", Form(picture, "sm-upc"));
        Assert.True(answer.StatusCode == HttpStatusCode.OK, format);
        var graded = (await answer.Content.ReadFromJsonAsync<JsonObject>())!;
        Assert.Equal("fail", (string)graded["verdict"]!);
        Assert.Equal(500, (double)graded["centerX"]!, 1.7);
        Assert.Equal(390, (double)graded["centerY"]!, 1.7);
        Assert.Equal(0.3, (double)graded["umPerPixel"]!, 0.0015);
        var pit = graded["findings"]!.AsArray().Single(f => (string)f!["zone"]! == "B")!;
        Assert.Equal("defect", (string)pit["class"]!);
        Assert.Equal(7, (double)pit["sizeUm"]!, 1.05);
        Assert.Equal(500 - (25 / 0.3), (double)pit["x"]!, 3.0);
        Assert.Equal(390 + (28 / 0.3), (double)pit["y"]!, 3.0);
        Assert.Equal(["A", "B", "C", "D"], graded["zones"]!.AsArray().Select(z => (string)z!["zone"]!));
        Assert.NotEmpty(graded["reasons"]!.AsArray());
    }

    [Fact]
    public async Task A_scale_that_is_known_is_kept()
    {
        var answer = await host.CreateClient().PostAsync("/api/v1/calc/end-face", Form(PictureWriter.Png(FaceRenderer.Draw(Pitted)), "mm", "0.3", "50"));
        Assert.Equal(0.3, (double)(await answer.Content.ReadFromJsonAsync<JsonObject>())!["umPerPixel"]!);
    }

    // Ladder of polished connectors: a pit over its limit is taken back a film once, then the connector is cut off (common practice).
    [Theory]
    [InlineData("", "film-back")]
    [InlineData("pit:film-back", "new-connector")]
    [InlineData("fine-scratches:film-back, dirt:clean-face", "film-back")]
    [InlineData("pit:film-back,pit:new-connector,pit:new-connector", "escalate")]
    public async Task The_action_is_the_ladders_by_method_and_by_what_was_tried(string history, string action)
    {
        var form = Form(PictureWriter.Png(FaceRenderer.Draw(Pitted)), "sm-upc");
        form.Add(new StringContent("epoxy"), "method");
        form.Add(new StringContent(history), "history");
        var graded = (await (await host.CreateClient().PostAsync("/api/v1/calc/end-face", form)).Content.ReadFromJsonAsync<JsonObject>())!;
        Assert.Equal("pit", (string)graded["action"]!["sign"]!);
        Assert.Equal(action, (string)graded["action"]!["action"]!);
    }

    [Theory]
    [InlineData("method", "cam-lock", "", "")]
    [InlineData("history", "epoxy", "pit:pray", "")]
    [InlineData("history", "", "pit:film-back", "")]
    [InlineData("film", "epoxy", "", "first")]
    public async Task A_history_that_no_ladder_knows_is_refused_by_its_field(string field, string method, string history, string film)
    {
        var form = Form(PictureWriter.Png(FaceRenderer.Draw(Pitted)), "sm-upc");
        form.Add(new StringContent(method), "method");
        form.Add(new StringContent(history), "history");
        form.Add(new StringContent(film), "film");
        var answer = await host.CreateClient().PostAsync("/api/v1/calc/end-face", form);
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
        Assert.Equal(field, (string)(await answer.Content.ReadFromJsonAsync<JsonObject>())!["faults"]![0]!["field"]!);
    }

    // One fiber is no row of twelve: it is graded, and the rest asked for.
    [Fact]
    public async Task A_row_is_answered_fiber_by_fiber_and_tells_when_it_is_not_whole()
    {
        var row = (
            await (
                await host.CreateClient().PostAsync("/api/v1/calc/end-face-row", Form(PictureWriter.Png(FaceRenderer.Draw(Pitted)), "sm-upc"))
            ).Content.ReadFromJsonAsync<JsonObject>()
        )!;
        Assert.Equal("fail", (string)row["verdict"]!);
        Assert.Equal(["A", "B"], row["fibers"]!.AsArray().Single()!["zones"]!.AsArray().Select(z => (string)z!["zone"]!));
        var reasons = row["reasons"]!.AsArray().Select(r => (string)r!).ToList();
        Assert.Equal("1 of 12 fibers found: take the whole row into the picture.", reasons[0]);
        Assert.Matches("^Fiber 1: A defect of (6[.][0-9]|7|7[.][0-9]) µm in zone B is over 5 µm[.]$", Assert.Single(reasons.Skip(1)));
    }

    public static TheoryData<string, byte[], string, string, int> Refused =>
        new()
        {
            { "picture", Encoding.UTF8.GetBytes("this is text, named .png"), "sm-upc", "", 400 },
            { "picture", [], "sm-upc", "", 400 },
            { "picture", PictureWriter.Png(FaceRenderer.Draw(Pitted))[..20_000], "sm-upc", "", 400 },
            { "picture", PictureWriter.Jpeg(FaceRenderer.Draw(Pitted), 80)[..2_000], "sm-upc", "", 400 },
            { "picture", PngHeader(30_000, 30_000), "sm-upc", "", 413 },
            { "picture", PngHeader(0, 0), "sm-upc", "", 400 },
            { "picture", new byte[PictureReader.MostBytes + 1], "sm-upc", "", 413 },
            { "profile", PictureWriter.Png(FaceRenderer.Draw(Pitted)), "unheard", "", 400 },
            { "core", PictureWriter.Png(FaceRenderer.Draw(Pitted)), "mm", "", 400 },
            { "umPerPixel", PictureWriter.Png(FaceRenderer.Draw(Pitted)), "sm-upc", "-1", 400 },
            { "umPerPixel", PictureWriter.Png(FaceRenderer.Draw(Pitted)), "sm-upc", "NaN", 400 },
        };

    [Theory]
    [MemberData(nameof(Refused))]
    public async Task What_cannot_be_graded_is_refused_by_field_and_costs_no_memory(string field, byte[] picture, string profile, string scale, int status)
    {
        var before = GC.GetTotalAllocatedBytes();
        var answer = await host.CreateClient().PostAsync("/api/v1/calc/end-face", Form(picture, profile, scale));
        Assert.Equal(status, (int)answer.StatusCode);
        Assert.Equal(field, (string)(await answer.Content.ReadFromJsonAsync<JsonObject>())!["faults"]![0]!["field"]!);

        // 30,000 by 30,000 pixels would be 900 MB; what is sent may be held a few times over, and other tests run beside this one.
        Assert.InRange(GC.GetTotalAllocatedBytes() - before, 0, 300_000_000 + (6L * picture.Length));
    }

    // What a camera's compression takes away is no mark.
    [Theory]
    [InlineData(60)]
    [InlineData(75)]
    [InlineData(92)]
    public void Compressing_a_picture_keeps_the_verdict(int quality)
    {
        var profile = ShippedFaceLimits.Find("sm-upc")!;
        foreach (
            var face in (MadeFace[])
                [
                    Pitted,
                    Pitted with
                    {
                        Marks = [],
                    },
                    Pitted with
                    {
                        Marks = [new DrawnFinding(FindingKind.Scratch, [new Spot(-40, 20), new Spot(35, 28)], 5, -0.25)],
                    },
                ]
        )
        {
            var image = FaceRenderer.Draw(face);
            Assert.Equal(
                FaceGrader.Grade(image, profile, FiberCore.SingleMode).Verdict,
                FaceGrader.Grade(PictureReader.Read(PictureWriter.Jpeg(image, quality)).Image!, profile, FiberCore.SingleMode).Verdict
            );
        }
    }

    [Fact]
    public async Task What_is_no_form_is_refused()
    {
        var answer = await host.CreateClient().PostAsJsonAsync("/api/v1/calc/end-face", new { picture = "none" });
        Assert.Equal(HttpStatusCode.BadRequest, answer.StatusCode);
    }

    private static MultipartFormDataContent Form(byte[] picture, string profile, string scale = "", string core = "")
    {
        var form = new MultipartFormDataContent { { new ByteArrayContent(picture), "picture", "face.png" }, { new StringContent(profile), "profile" } };
        if (core.Length > 0)
        {
            form.Add(new StringContent(core), "core");
        }

        if (scale.Length > 0)
        {
            form.Add(new StringContent(scale), "umPerPixel");
        }

        return form;
    }

    // Signature and first chunk of a PNG, as its specification has them, and the beginning of its pixels.
    private static byte[] PngHeader(uint width, uint height)
    {
        var chunk = new byte[17];
        "IHDR"u8.CopyTo(chunk);
        BinaryPrimitives.WriteUInt32BigEndian(chunk.AsSpan(4), width);
        BinaryPrimitives.WriteUInt32BigEndian(chunk.AsSpan(8), height);
        chunk[12] = 8;
        var sum = new byte[4];
        BinaryPrimitives.WriteUInt32BigEndian(sum, Crc(chunk));
        return [0x89, .. "PNG\r\n"u8, 0x1A, 0x0A, 0, 0, 0, 13, .. chunk, .. sum, 0, 1, 0, 0, .. "IDAT"u8, 0x78, 0x9C, 0, 0, 0, 0];
    }

    // The polynomial of the PNG specification, bit by bit.
    private static uint Crc(byte[] bytes)
    {
        var sum = uint.MaxValue;
        foreach (var one in bytes)
        {
            sum ^= one;
            for (var bit = 0; bit < 8; bit++)
            {
                sum = (sum & 1) == 1 ? (sum >> 1) ^ 0xEDB88320 : sum >> 1;
            }
        }

        return ~sum;
    }

    // 24 bits a pixel, bottom row first, rows padded to four bytes: the oldest form of BMP.
    private static byte[] Bitmap(GrayImage image)
    {
        var stride = ((image.Width * 3) + 3) / 4 * 4;
        var file = new byte[54 + (stride * image.Height)];
        "BM"u8.CopyTo(file);
        int[] header = [file.Length, 0, 54, 40, image.Width, image.Height, 1 | (24 << 16), 0, stride * image.Height, 2835, 2835, 0, 0];
        for (var i = 0; i < header.Length; i++)
        {
            BinaryPrimitives.WriteInt32LittleEndian(file.AsSpan(2 + (i * 4)), header[i]);
        }

        for (var y = 0; y < image.Height; y++)
        {
            for (var x = 0; x < image.Width; x++)
            {
                file.AsSpan(54 + ((image.Height - 1 - y) * stride) + (x * 3), 3).Fill(image[x, y]);
            }
        }

        return file;
    }
}
