using Rhabdon.Core.EndFaces;

namespace Rhabdon.Vision.Looking;

/// <summary>A circle about which the shade changes. Steps of a grid.</summary>
/// <param name="Strength">How many times its own uncertainty the change is.</param>
internal readonly record struct Circle(double X, double Y, int Radius, float Strength);
