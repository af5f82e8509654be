using System.Numerics;
using Rhabdon.Core.Optics;

namespace Rhabdon.Core.Tests.Optics;

/// <summary>Joints of two ends against textbook examples worked by hand, and against fields carried over the gap and overlapped numerically.</summary>
public class JointTests
{
    private const double Degree = Math.PI / 180;

    // n 1.5 against air: r = 0.04, 0.18 dB a face, 0.36 dB two (Senior, Optical Fiber Communications, joint examples, from memory).
    [Fact]
    public void A_face_of_glass_in_air_throws_four_hundredths_back()
    {
        var r = Interfaces.Reflection(1.5, 1);
        Assert.Equal(0.04, r, 1e-9);
        Assert.Equal(0.177, Interfaces.Loss(1 - r), 0.0005);
        Assert.Equal(0.355, 2 * Interfaces.Loss(1 - r), 0.0005);
    }

    // n 1.468 against air: -14.4 dB (from memory); touching faces throw nothing back, and half a wavelength further the same again.
    [Fact]
    public void Two_faces_interfere_while_the_source_is_coherent()
    {
        Assert.Equal(-14.4, Interfaces.Reflectance(Interfaces.Reflection(1.468, 1)), 0.05);
        Assert.Equal(0, Interfaces.GapReflection(0, 1, 1.31, 50), 1e-12);
        var r = Interfaces.Reflection(Interfaces.GlassIndex, 1);
        Assert.Equal(4 * r, Interfaces.GapReflection(1.31 / 4, 1, 1.31, 1e6), 1e-9);
        Assert.Equal(0, Interfaces.GapReflection(1.31 / 2, 1, 1.31, 1e6), 1e-9);
        Assert.Equal(2 * r, Interfaces.GapReflection(500, 1, 1.31, 50), 1e-9);
        var (least, mean, most) = Interfaces.GapReflectionRange(10, 1, 50);
        Assert.All(Enumerable.Range(0, 200), i => Assert.InRange(Interfaces.GapReflection(10 + (i * 0.003), 1, 1.31, 1e9), 0, 4 * r + 1e-12));
        Assert.True(least < mean && mean < most && Math.Abs(mean - (2 * r)) < 1e-12);
    }

    // Core radius 25 µm, 5 µm apart: 0.873, 0.59 dB; in air 0.804, 0.95 dB (Senior, worked, from memory).
    [Fact]
    public void A_step_index_core_set_aside()
    {
        var share = MultimodeJoint.StepOffset(5, 25);
        Assert.Equal(0.873, share, 0.0005);
        Assert.Equal(0.59, Interfaces.Loss(share), 0.005);
        Assert.Equal(0.804, share * MultimodeJoint.Faces(1.5, 1), 0.001);
        Assert.Equal(0.95, Interfaces.Loss(share * MultimodeJoint.Faces(1.5, 1)), 0.006);
        Assert.Equal(1, MultimodeJoint.StepOffset(0, 25), 1e-12);
        Assert.Equal(0, MultimodeJoint.StepOffset(50, 25), 1e-12);
    }

    // Core radius 25 µm, 3 µm apart: 0.47 dB for guided modes, 0.41 dB with leaky ones (Senior, worked, from memory).
    [Fact]
    public void A_graded_index_core_set_aside()
    {
        Assert.Equal(0.47, Interfaces.Loss(MultimodeJoint.GradedOffset(3, 25, hasLeakyModes: false)), 0.005);
        Assert.Equal(0.41, Interfaces.Loss(MultimodeJoint.GradedOffset(3, 25, hasLeakyModes: true)), 0.005);
    }

    // 62.5 µm of 0.275 into 50 µm of 0.20: 1.94 + 2.77 dB one way, nothing the other (from memory).
    [Fact]
    public void A_larger_core_into_a_smaller_loses_one_way_only()
    {
        Assert.Equal(1.94 + 2.77, Interfaces.Loss(MultimodeJoint.StepDown(31.25, 0.275, 25, 0.20)), 0.01);
        Assert.Equal(0, Interfaces.Loss(MultimodeJoint.StepDown(25, 0.20, 31.25, 0.275)), 1e-9);
    }

    // Mode-field diameter 9.2 µm: 1 µm aside 0.205 dB; 1° at 1310 nm 0.161 dB in air, 0.347 dB in glass; 10 µm of air 0.042 dB, 50 µm 0.944 dB; 8.6 to 9.2 µm
    // 0.020 dB, to 10.4 µm 0.156 dB (Marcuse 1977 and the Gaussian formulas, from memory).
    [Theory]
    [InlineData(4.6, 4.6, 1, 0, 0, 1, 0.205)]
    [InlineData(4.6, 4.6, 0, 1, 0, 1, 0.161)]
    [InlineData(4.6, 4.6, 0, 1, 0, 1.4677, 0.347)]
    [InlineData(4.6, 4.6, 0, 0, 10, 1, 0.042)]
    [InlineData(4.6, 4.6, 0, 0, 50, 1, 0.944)]
    [InlineData(4.3, 4.6, 0, 0, 0, 1, 0.020)]
    [InlineData(4.3, 5.2, 0, 0, 0, 1, 0.156)]
    public void One_fault_of_a_single_mode_joint_alone(double from, double to, double offset, double degrees, double gap, double index, double loss) =>
        Assert.Equal(loss, new SingleModeJoint(from, to, offset, degrees * Degree, gap, 1.31, index).Loss, 0.0006);

    // Core radius 4 µm, V 2.40: spot size 3.11 µm as Senior takes it (w0/√2); 1 µm aside 0.22 dB by his 2.17 (y/w)² (worked, from memory).
    [Fact]
    public void The_spot_follows_from_core_and_normalized_frequency()
    {
        var w0 = SingleModeJoint.Radius(4, 2.40);
        Assert.Equal(3.11, w0 / Math.Sqrt(2), 0.005);
        Assert.Equal(0.22, new SingleModeJoint(w0, w0, 1, 0, 0, 1.31).Loss, 0.005);
    }

    // Carried over the gap by its angular spectrum and overlapped point by point: a calculation that shares nothing with the closed form.
    [Theory]
    [InlineData(4.6, 4.6)]
    [InlineData(4.6, 5.75)]
    [InlineData(5.75, 4.6)]
    public void The_closed_form_is_the_overlap_of_the_fields_to_one_percent(double from, double to)
    {
        foreach (var offset in (double[])[0, 2, 5, -3])
        {
            foreach (var degrees in (double[])[0, 1, 3])
            {
                foreach (var gap in (double[])[0, 10, 50])
                {
                    var joint = new SingleModeJoint(from, to, offset, degrees * Degree, gap, 1.31);
                    Assert.True(
                        Math.Abs(joint.Coupling - Overlap(joint)) <= 0.01 * Math.Max(joint.Coupling, 0.01),
                        $"{joint}: {joint.Coupling} and {Overlap(joint)}"
                    );
                }
            }
        }
    }

    // A Gaussian field is the product of one across and one along: each is carried and overlapped by itself.
    private static double Overlap(SingleModeJoint joint)
    {
        var across = Amplitude(joint, joint.Offset, joint.Tilt);
        var along = Amplitude(joint, 0, 0);
        return across * across * along * along;
    }

    private static double Amplitude(SingleModeJoint joint, double offset, double tilt)
    {
        const int points = 1024;
        const double span = 160;
        const double step = span / points;
        var k = 2 * Math.PI * joint.Index / joint.Wavelength;
        var xs = Enumerable.Range(0, points).Select(i => (i - (points / 2)) * step).ToArray();
        var given = xs.Select(x => new Complex(Gauss(x, joint.From), 0)).ToArray();
        var sum = Complex.Zero;
        var ks = Enumerable.Range(0, points).Select(i => 2 * Math.PI * (i < points / 2 ? i : i - points) / span).ToArray();
        // The field's spectrum, each part turned by its own way over the gap, summed up where the other fiber stands.
        foreach (var kx in ks.Where(kx => Math.Abs(kx) < 6 / joint.From))
        {
            var part = Complex.Zero;
            for (var i = 0; i < points; i++)
            {
                part += given[i] * Complex.FromPolarCoordinates(step, -kx * xs[i]);
            }

            var turned = part * Complex.FromPolarCoordinates(1, -kx * kx * joint.Gap / (2 * k));
            var taken = Complex.Zero;
            for (var i = 0; i < points; i++)
            {
                taken += Gauss(xs[i] - offset, joint.To) * Complex.FromPolarCoordinates(step, (kx * xs[i]) - (k * tilt * (xs[i] - offset)));
            }

            sum += turned * taken / span;
        }

        return sum.Magnitude;
    }

    private static double Gauss(double x, double radius) => Math.Pow(2 / (Math.PI * radius * radius), 0.25) * Math.Exp(-x * x / (radius * radius));
}
