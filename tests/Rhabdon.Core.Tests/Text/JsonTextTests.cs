using System.Text;

namespace Rhabdon.Core.Tests.Text;

/// <summary>Text at the door. Surrogates and control characters as Unicode 15 defines them; UTF-8 as RFC 3629.</summary>
public sealed class JsonTextTests
{
    [Theory]
    [InlineData("""{"name":"Saltmarsh 💥 ½ \n \t"}""")]
    [InlineData("""{"name":"\ud83d\udca5"}""")]
    [InlineData("""[1, true, null, "٣"]""")]
    [InlineData("{broken")]
    public void What_is_fit_or_no_json_at_all_passes(string json) => Assert.Null(JsonText.Fault(Encoding.UTF8.GetBytes(json)));

    [Theory]
    [InlineData("""{"id":"\ud800"}""", "json.unicode")]
    [InlineData("""{"\udc00":1}""", "json.unicode")]
    [InlineData("""{"name":"a\u0000b"}""", "json.control")]
    [InlineData("""{"name":"a\u009Fb"}""", "json.control")]
    [InlineData("""[["\u001b"]]""", "json.control")]
    public void What_could_not_be_kept_is_said(string json, string says) => Assert.Equal(says, JsonText.Fault(Encoding.UTF8.GetBytes(json))?.Key);

    [Fact]
    public void Broken_utf8_and_text_without_end_are_said()
    {
        Assert.Equal("json.unicode", JsonText.Fault([(byte)'"', 0xC3, 0x28, (byte)'"'])?.Key);
        Assert.Null(JsonText.Fault(Encoding.UTF8.GetBytes($"\"{new string('x', JsonText.MostCharacters)}\"")));
        Assert.Equal("json.long", JsonText.Fault(Encoding.UTF8.GetBytes($"\"{new string('x', JsonText.MostCharacters + 1)}\""))?.Key);
        Assert.Equal("json.long", JsonText.Fault(Encoding.UTF8.GetBytes($"{{\"{new string('x', JsonText.MostInAName + 1)}\":1}}"))?.Key);
    }
}
