using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Links;

/// <summary>What the limit of a link is reckoned from, whatever the wavelength.</summary>
/// <param name="Profile">Id of the budget profile.</param>
/// <param name="Pairs">Mated pairs between the two ends.</param>
/// <param name="HasReferenceCords">The end pairs are mated to reference-grade cords.</param>
/// <param name="Own">What of a customer's own profile bears on this grade, kept with what was judged by it; null for one that shipped.</param>
public sealed record LossBasis(
    string Profile,
    FiberGrade Grade,
    Length Length,
    ReferenceMethod Method,
    int Pairs = 0,
    int Splices = 0,
    bool HasReferenceCords = false,
    BudgetProfile? Own = null
)
{
    /// <param name="wavelength">Nanometers.</param>
    public LinkQuestion At(int wavelength, Decibel? loss = null) =>
        new(Profile, Grade, Length, wavelength, Method, Pairs, Splices, HasReferenceCords, loss, Own);

    /// <summary>What of it cannot be reckoned with, with its field; null when all can.</summary>
    public (string Field, Phrase Says)? Fault(int wavelength) => LinkBudget.Fault(At(wavelength), BudgetTables.Shipped);

    /// <summary>How sure a loss measured on it is.</summary>
    public Decibel Uncertainty =>
        (Own ?? BudgetTables.Shipped.Profile(Profile)) is { } profile
            ? Grade.Mode() == FiberMode.SingleMode
                ? profile.UncertaintySingleMode
                : profile.UncertaintyMultimode
            : default;

    /// <exception cref="ArgumentException">It has a fault there.</exception>
    public Decibel Limit(int wavelength) => LinkBudget.Of(At(wavelength), BudgetTables.Shipped).Limit;

    /// <exception cref="ArgumentException">It has a fault there.</exception>
    public LossGrade Judge(int wavelength, Decibel loss) => LossJudge.Of(loss, Limit(wavelength), Uncertainty);
}
