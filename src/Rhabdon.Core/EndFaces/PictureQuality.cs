namespace Rhabdon.Core.EndFaces;

/// <summary>How good a picture is.</summary>
/// <param name="Focus">Standard deviation of the spread of a point, micrometers on the glass: under 1 is sharp.</param>
/// <param name="Exposure">Shade of the glass, 0 black to 1 white.</param>
/// <param name="Clipped">The share of the glass that is pure black or pure white, 0 to 1.</param>
/// <param name="Noise">Standard deviation on the glass, as a share of the range.</param>
/// <param name="EdgeStrength">How many times its own uncertainty the cladding's edge stands out.</param>
public sealed record PictureQuality(double Focus, double Exposure, double Clipped, double Noise, double EdgeStrength);
