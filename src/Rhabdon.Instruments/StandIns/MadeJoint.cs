using System.Globalization;
using Rhabdon.Core.Optics;

namespace Rhabdon.Instruments.StandIns;

/// <summary>What hands do at a stand-in splicer and a stand-in light tool: mostly good work.</summary>
public static class MadeJoint
{
    private const double UsualAngle = 0.6;
    private const double UsualOffset = 0.3;
    private const double ModeField = 9.2;
    private const double Wavelength = 1.31;
    private const double BadShare = 0.1;

    // The arc melts most of an angle away.
    private const double AngleLeft = 0.15;

    /// <summary>A splice in the words of the protocol: two cleave angles, and the loss of the joint they make.</summary>
    public static string Splice(Random chance)
    {
        var (left, right, offset) = (UsualAngle * (0.4 + chance.NextDouble()), UsualAngle * (0.4 + chance.NextDouble()), UsualOffset * chance.NextDouble());
        var tilt = AngleLeft * (left + right) * Math.PI / 180;
        var loss = new SingleModeJoint(ModeField / 2, ModeField / 2, offset, tilt, 0, Wavelength, Interfaces.GlassIndex).Loss;
        return string.Create(CultureInfo.InvariantCulture, $"SPLICE {left:0.0} {right:0.0} {loss:0.00}");
    }

    /// <summary>A connector in the light tool: now and then the fiber is not seated.</summary>
    public static string Glow(Random chance) => chance.NextDouble() < BadShare ? "GLOW red" : "GLOW green";
}
