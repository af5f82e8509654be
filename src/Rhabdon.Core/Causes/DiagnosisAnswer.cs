using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Causes;

/// <summary>What is likely wrong with a link, and what to try next.</summary>
/// <param name="Causes">All of them, the likeliest first; their probabilities add up to 1.</param>
/// <param name="Named">The one cause that is as good as certain: at least 0.9, and ten times as likely as the next. Null otherwise.</param>
/// <param name="Tests">What to try next, the one worth most a minute first.</param>
/// <param name="Expected">What such a link loses when nothing is wrong, at the wavelength of the first reading.</param>
/// <param name="Excess">How much more than that the worst reading is.</param>
public sealed record DiagnosisAnswer(IReadOnlyList<CauseLine> Causes, Cause? Named, IReadOnlyList<TestLine> Tests, Decibel Expected, Decibel Excess);

/// <param name="Probability">0 to 1.</param>
/// <param name="End">Where it likely is; null where it is at neither end, or nothing tells them apart.</param>
/// <param name="Says">The cause in words.</param>
/// <param name="Reasons">What speaks for it and against it, in words, the strongest first.</param>
public sealed record CauseLine(Cause Cause, double Probability, CableEnd? End, string Says, IReadOnlyList<string> Reasons);

/// <summary>Something to try.</summary>
/// <param name="Minutes">It takes.</param>
/// <param name="Worth">Minutes of wrong work that it is expected to save, for each minute that it takes.</param>
public sealed record TestLine(NextTest Test, decimal Minutes, double Worth, string Says);

/// <summary>What can be tried to tell causes apart, or cure one.</summary>
[JsonConverter(typeof(EnumNames<NextTest>))]
public enum NextTest
{
    /// <summary>Clean and look at both ends and the cords, and read again.</summary>
    [JsonStringEnumMemberName("clean-and-look")]
    CleanAndLook,

    [JsonStringEnumMemberName("check-reference")]
    CheckReference,

    [JsonStringEnumMemberName("other-wavelength")]
    OtherWavelength,

    [JsonStringEnumMemberName("other-direction")]
    OtherDirection,

    /// <summary>Red light in: see where it glows.</summary>
    [JsonStringEnumMemberName("red-light")]
    RedLight,

    [JsonStringEnumMemberName("reflectance")]
    Reflectance,

    /// <summary>Follow the route and straighten what is bent or pinched.</summary>
    [JsonStringEnumMemberName("follow-route")]
    FollowRoute,

    /// <summary>Read what is printed on cable, cords and pigtails.</summary>
    [JsonStringEnumMemberName("read-the-print")]
    ReadThePrint,
}
