using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Rhabdon.Documents.Labels;
using Rhabdon.Documents.Templates;
using ZXing;
using ZXing.Common;

namespace Rhabdon.Server.Tests;

/// <summary>Labels of tools and lots: another reader of the same standard (ZXing.Net; ISO/IEC 18004) reads what was printed.</summary>
public sealed class LabelTests(Host host) : IClassFixture<Host>
{
    // Dots of a printer, to the millimeter.
    private const int Dots = 12;

    [Theory]
    [InlineData("SP1")]
    [InlineData("K0411-2026/11")]
    [InlineData("Kältespray 3 µm")]
    public void A_printed_code_is_read_back(string code)
    {
        var layout = LabelLayout.For(Paper.A4);
        var page = Assert.Single(LabelSheet.Pages([new Label("another", "Before it"), new Label(code, "Splicer 1", "splicer")], layout));
        Assert.Equal(code, Read(page, layout.Left + layout.Width, layout.Top, layout));
        Assert.Contains(page.Texts, t => t.Text == code && t.IsBold);
    }

    [Fact]
    public void A_sheet_holds_what_it_has_room_for_and_no_label_lies_over_its_edge()
    {
        foreach (var paper in (Paper[])[Paper.A4, Paper.Letter])
        {
            var layout = LabelLayout.For(paper);
            var pages = LabelSheet.Pages([.. Enumerable.Range(1, 25).Select(n => new Label($"T{n}", $"Tool {n}"))], layout).ToList();
            Assert.Equal([24, 1], pages.Select(p => p.Texts.Count(t => t.IsBold)));
            Assert.All(pages[0].Boxes, b => Assert.InRange(b.X + b.Width, 0, pages[0].Width - 5));
            Assert.All(pages[0].Boxes, b => Assert.InRange(b.Y + b.Height, 0, pages[0].Height - 5));
        }
    }

    [Fact]
    public async Task A_crew_prints_the_labels_of_its_own_gear()
    {
        var heron = await host.SignedIn();
        var answer = await heron.Client.GetAsync("/api/v1/gear/labels.pdf?paper=letter");
        Assert.Equal((HttpStatusCode.OK, "application/pdf"), (answer.StatusCode, answer.Content.Headers.ContentType!.MediaType));
        Assert.StartsWith("%PDF-", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);

        answer = await heron.Client.GetAsync($"/api/v1/gear/labels.pdf?ids={Guid.CreateVersion7()}");
        Assert.Equal("ids", (await answer.Content.ReadFromJsonAsync<JsonNode>())!["faults"]![0]!["field"]!.ToString());
    }

    // The label as a printer would set it in dots, and what is read off it.
    private static string? Read(TemplatePage page, decimal left, decimal top, LabelLayout layout)
    {
        var (width, height) = ((int)(layout.Width * Dots), (int)(layout.Height * Dots));
        var shades = new byte[width * height];
        Array.Fill(shades, (byte)255);
        foreach (var box in page.Boxes)
        {
            for (var y = Dot(box.Y - top); y < Dot(box.Y + box.Height - top); y++)
            {
                for (var x = Dot(box.X - left); x < Dot(box.X + box.Width - left); x++)
                {
                    if (x >= 0 && y >= 0 && x < width && y < height)
                    {
                        shades[(y * width) + x] = (byte)(box.Gray * 255);
                    }
                }
            }
        }

        var light = new RGBLuminanceSource(shades, width, height, RGBLuminanceSource.BitmapFormat.Gray8);
        var hints = new Dictionary<DecodeHintType, object> { [DecodeHintType.CHARACTER_SET] = "UTF-8" };
        return new ZXing.QrCode.QRCodeReader().decode(new BinaryBitmap(new HybridBinarizer(light)), hints)?.Text;

        static int Dot(decimal millimeters) => (int)Math.Round(millimeters * Dots);
    }
}
