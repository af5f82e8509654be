namespace Rhabdon.Core.EndFaces;

/// <summary>What a screen or a page shows of a graded face, in words and in places; it computes nothing.</summary>
/// <param name="Tone">good, doubtful, bad or none.</param>
/// <param name="Next">What to do.</param>
/// <param name="NextWhy">Why that, or null.</param>
/// <param name="Marks">The decisive one first.</param>
public sealed record FaceView(
    string Headline,
    string Tone,
    IReadOnlyList<string> Why,
    string Next,
    string? NextWhy,
    IReadOnlyList<FaceViewFinding> Marks,
    IReadOnlyList<FaceViewZone> Zones,
    IReadOnlyList<FaceViewRing> Rings,
    FaceViewBar? Bar,
    IReadOnlyList<string> Quality
);

/// <param name="Number">From 1.</param>
/// <param name="Says">What it is, how large, where.</param>
/// <param name="Share">Of its limit, for an axis whose 1 is the limit; at most 2. Null where any size may be there.</param>
/// <param name="ShareLow">The share that it has if it is as small as it may be; so with <paramref name="ShareHigh"/>.</param>
/// <param name="Limit">What the limit is, in words.</param>
/// <param name="Reach">Pixels from its middle to its outline, at least enough to see.</param>
public sealed record FaceViewFinding(
    int Number,
    string Says,
    string Limit,
    string Tone,
    double? Share,
    double? ShareLow,
    double? ShareHigh,
    double X,
    double Y,
    double Reach
);

/// <param name="Scratches">How many there are; <paramref name="ScratchLimit"/> how many of which sizes may be.</param>
public sealed record FaceViewZone(string Name, string Scratches, string ScratchLimit, string Defects, string DefectLimit, string Verdict, string Tone);

/// <summary>A zone's outer border. Pixels.</summary>
public sealed record FaceViewRing(string Name, double X, double Y, double Radius);

/// <summary>How long a length on the glass is in the picture. Pixels.</summary>
public sealed record FaceViewBar(double Length, string Says);
