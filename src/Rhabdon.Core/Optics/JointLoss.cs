using System.Globalization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Optics;

/// <summary>A joint of two ends as it is asked about.</summary>
/// <param name="From">Mode-field diameter of the fiber that gives the light, 1 to 20 µm; for multimode its core's diameter, 10 to 200 µm.</param>
/// <param name="To">Of the one that takes it.</param>
/// <param name="Offset">Between the axes, 0 to half of the smaller diameter.</param>
/// <param name="Tilt">Between the axes, 0 to 10°; of single-mode only.</param>
/// <param name="Gap">Between the faces, 0 to 500 µm.</param>
/// <param name="Index">Of what is between them: 1 for air, 1.468 for gel that matches the glass; 1 to 2.</param>
/// <param name="Wavelength">Nanometers, 600 to 1700.</param>
/// <param name="FromAperture">Numerical aperture of a multimode fiber that gives the light.</param>
/// <param name="ToAperture">Of the one that takes it.</param>
public sealed record JointQuestion(
    FiberMode Mode,
    Length From,
    Length To,
    Length Offset,
    Angle Tilt,
    Length Gap,
    decimal Index = 1,
    int Wavelength = 1310,
    decimal FromAperture = 0.2m,
    decimal ToAperture = 0.2m
);

/// <summary>What a joint loses, fault by fault and together, and what it throws back.</summary>
/// <param name="Together">All of them at once, with the faces' mean: not their sum, since they act on one field.</param>
/// <param name="Reflectance">Mean over a wavelength of gap; null where nothing is thrown back.</param>
/// <param name="MostReflectance">Where the two faces add up.</param>
public sealed record JointAnswer(
    Decibel Offset,
    Decibel Tilt,
    Decibel Gap,
    Decibel Mismatch,
    Decibel Faces,
    Decibel Together,
    Decibel? Reflectance,
    Decibel? MostReflectance
);

/// <summary>Puts the physics of a joint into the house's units.</summary>
public static class JointLoss
{
    /// <summary>Coherence of a laser source of a few nanometers' width, in micrometers (from memory).</summary>
    private const double Coherence = 300;

    /// <summary>What of a question lies outside what the formulas are good for; null when nothing does.</summary>
    public static (string Field, Phrase Says)? Fault(JointQuestion asked)
    {
        var (least, most) = asked.Mode == FiberMode.SingleMode ? (1, 20) : (10, 200);
        return Between("from", asked.From, least, most)
            ?? Between("to", asked.To, least, most)
            ?? Between("offset", asked.Offset, 0, Micrometers(asked.From < asked.To ? asked.From : asked.To) / 2)
            ?? Between("gap", asked.Gap, 0, 500)
            ?? Figure("tilt", asked.Tilt.Amount, 0, 10)
            ?? Figure("index", asked.Index, 1, 2)
            ?? Figure("wavelength", asked.Wavelength, 600, 1700)
            ?? Figure("fromAperture", asked.FromAperture, 0.05m, 0.6m)
            ?? Figure("toAperture", asked.ToAperture, 0.05m, 0.6m);
    }

    /// <exception cref="ArgumentException">The question has a fault.</exception>
    public static JointAnswer Of(JointQuestion asked)
    {
        if (Fault(asked) is { } fault)
        {
            throw new ArgumentException(fault.Field, nameof(asked));
        }

        var index = (double)asked.Index;
        var isTouching = asked.Gap == Length.Zero;
        var back = Interfaces.GapReflectionRange(Micrometers(asked.Gap), index, Coherence);
        var through = isTouching ? 1 : 1 - back.Mean;
        return asked.Mode == FiberMode.SingleMode ? OfSingle(asked, index, through, isTouching, back) : OfMulti(asked, through, isTouching, back);
    }

    private static JointAnswer OfSingle(JointQuestion asked, double index, double through, bool isTouching, (double Least, double Mean, double Most) back)
    {
        var whole = new SingleModeJoint(
            Micrometers(asked.From) / 2,
            Micrometers(asked.To) / 2,
            Micrometers(asked.Offset),
            (double)asked.Tilt.Amount * Math.PI / 180,
            Micrometers(asked.Gap),
            asked.Wavelength / 1000.0,
            index
        );
        var alike = whole with { To = whole.From };
        return new JointAnswer(
            Loss((alike with { Tilt = 0, Gap = 0 }).Coupling),
            Loss((alike with { Offset = 0, Gap = 0 }).Coupling),
            Loss((alike with { Offset = 0, Tilt = 0 }).Coupling),
            Loss((whole with { Offset = 0, Tilt = 0, Gap = 0 }).Coupling),
            Loss(through),
            Loss(whole.Coupling * through),
            isTouching ? null : Reflectance(back.Mean),
            isTouching ? null : Reflectance(back.Most)
        );
    }

    private static JointAnswer OfMulti(JointQuestion asked, double through, bool isTouching, (double Least, double Mean, double Most) back)
    {
        var smaller = Micrometers(asked.From < asked.To ? asked.From : asked.To) / 2;
        var offset = MultimodeJoint.GradedOffset(Micrometers(asked.Offset), smaller, hasLeakyModes: false);
        var step = MultimodeJoint.StepDown(Micrometers(asked.From), (double)asked.FromAperture, Micrometers(asked.To), (double)asked.ToAperture);
        return new JointAnswer(
            Loss(offset),
            default,
            default,
            Loss(step),
            Loss(through),
            Loss(offset * step * through),
            isTouching ? null : Reflectance(back.Mean),
            isTouching ? null : Reflectance(back.Most)
        );
    }

    private static double Micrometers(Length length) => length.Nanometers / 1000.0;

    private static Decibel Loss(double share) => Decibel.Of((decimal)Math.Min(100, Interfaces.Loss(share)));

    // Gel that matches the glass throws nothing back: less than anyone can measure is none.
    private static Decibel? Reflectance(double share) => share < 1e-10 ? null : Decibel.Of((decimal)Interfaces.Reflectance(share));

    private static (string, Phrase)? Between(string field, Length given, double least, double most) =>
        Figure(field, given.Nanometers / 1000m, (decimal)least, (decimal)most);

    private static (string, Phrase)? Figure(string field, decimal given, decimal least, decimal most) =>
        given < least || given > most ? (field, Phrase.Of(PhraseKeys.Optics.Between, ("least", Said(least)), ("most", Said(most)))) : null;

    private static string Said(decimal figure) => figure.ToString("0.###", CultureInfo.InvariantCulture);
}
