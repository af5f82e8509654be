using System.Globalization;
using System.Text.RegularExpressions;
using Rhabdon.Testing;

namespace Rhabdon.Vision.Tests;

/// <summary>Every limit says within which range it makes sense, and lies there; a limit of its own elsewhere is none.</summary>
public partial class ThresholdsTests
{
    private static readonly string Looking = Path.Combine(Checkout.Root(), "src/Rhabdon.Vision/Looking");

    [Fact]
    public void Every_limit_tells_its_range_and_lies_in_it()
    {
        var limits = Limit().Matches(File.ReadAllText(Path.Combine(Looking, "Thresholds.cs")));
        Assert.True(limits.Count > 200, "The search finds too little to mean anything.");
        Assert.All(limits, limit =>
        {
            var says = limit.Groups["says"].Value;
            if (says.Contains("from the regression", StringComparison.Ordinal))
            {
                return;
            }

            var range = Range().Match(says);
            Assert.True(range.Success, $"{limit.Groups["name"].Value} tells no range: {says}");
            Assert.InRange(Number(limit.Groups["value"].Value), Number(range.Groups["least"].Value), Number(range.Groups["most"].Value));
        });
    }

    // What is left elsewhere says how finely the grader computes: steps, rounds and sizes of grids, none of them a shade or a share that decides.
    [Theory]
    [InlineData("Least[A-Z]\\w*Shade")]
    [InlineData("\\w*Score")]
    [InlineData("(Faintest|Deepest|Slender|Widest|Longest|Shortest)\\w*")]
    public void No_limit_stands_elsewhere(string name)
    {
        var elsewhere = Directory.GetFiles(Looking, "*.cs").Where(f => !f.EndsWith("Thresholds.cs", StringComparison.Ordinal)).ToList();
        Assert.True(elsewhere.Count > 20, "The grader is not where it was.");
        Assert.DoesNotContain(elsewhere, f => Regex.IsMatch(File.ReadAllText(f), $"const (double|float|int) {name} ="));
    }

    private static double Number(string text)
    {
        var parts = text.TrimEnd('f', '.', ',').Replace(",", "", StringComparison.Ordinal).Split('/');
        return parts.Select(p => double.Parse(p, CultureInfo.InvariantCulture)).Aggregate((a, b) => a / b);
    }

    [GeneratedRegex(
        @"/// <summary>(?<says>(?:(?!</summary>).)*)</summary>\s*public const (?:double|float|int) (?<name>\w+) = (?<value>[^;]+);",
        RegexOptions.Singleline
    )]
    private static partial Regex Limit();

    [GeneratedRegex(@"(?<least>\d[\d.,]*(?:/\d+)?) to\s+(?:///\s*)?(?<most>\d[\d.,]*)")]
    private static partial Regex Range();
}
