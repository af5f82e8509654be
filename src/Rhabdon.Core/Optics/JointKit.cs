using Rhabdon.Core.Catalog;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Optics;

/// <summary>What a joint can be tried out with.</summary>
public sealed record JointKit(IReadOnlyList<JointFiber> Fibers, IReadOnlyList<JointFilling> Fillings)
{
    /// <summary>Fibers of premises: mode-field diameters of ITU-T G.652 and G.657, cores and apertures of IEC 60793-2-10 (from memory).</summary>
    public static JointKit Usual { get; } =
        new(
            [
                new JointFiber("G.652", FiberMode.SingleMode, [Light(1310, 9.2m), Light(1550, 10.4m)], 0.14m),
                new JointFiber("G.657", FiberMode.SingleMode, [Light(1310, 8.6m), Light(1550, 9.6m)], 0.14m),
                new JointFiber("OM2-OM5", FiberMode.Multimode, [Light(850, 50), Light(1300, 50)], 0.2m),
                new JointFiber("OM1", FiberMode.Multimode, [Light(850, 62.5m), Light(1300, 62.5m)], 0.275m),
            ],
            [new JointFilling("air", 1), new JointFilling("gel", (decimal)Interfaces.GlassIndex)]
        );

    private static JointLight Light(int wavelength, decimal micrometers) => new(wavelength, new Length((long)(micrometers * 1000)));
}

/// <param name="Carries">How wide the light is at each wavelength: the mode field of single-mode, the core of multimode.</param>
/// <param name="Aperture">Numerical.</param>
public sealed record JointFiber(string Name, FiberMode Mode, IReadOnlyList<JointLight> Carries, decimal Aperture);

/// <param name="Wavelength">Nanometers.</param>
public sealed record JointLight(int Wavelength, Length Diameter);

/// <summary>What is between two faces.</summary>
/// <param name="Index">Of refraction.</param>
public sealed record JointFilling(string Name, decimal Index);
