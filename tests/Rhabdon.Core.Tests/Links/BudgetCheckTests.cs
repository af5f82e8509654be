using System.Text.Json;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Links;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tests.Links;

/// <summary>A customer's own budget: what is refused before it is published, and that a link is judged by it alone.</summary>
public sealed class BudgetCheckTests
{
    // What a strict customer asks for instead of the standard's 0.75 dB and 0.3 dB (common practice: 0.5 dB and 0.1 dB).
    private static readonly BudgetProfile Harbor = BudgetTables.Shipped.Profile("tia")! with
    {
        Id = "harbor",
        Title = new Wording(new Dictionary<string, string> { ["en"] = "Harbor line" }),
        Source = "Harbor line's paper 12",
        Pair = Decibel.Of(0.5m),
        Splice = Decibel.Of(0.1m),
        Version = 2,
    };

    public static TheoryData<string, BudgetProfile> Unsound =>
        new()
        {
            { "id", Harbor with { Id = "tia" } },
            { "id", Harbor with { Id = "Harbor Line" } },
            { "version", Harbor with { Version = 0 } },
            { "source", Harbor with { Source = " " } },
            { "pair", Harbor with { Pair = Decibel.Of(-0.1m) } },
            { "splice", Harbor with { Splice = Decibel.Of(5.001m) } },
            { "attenuation", Harbor with { Attenuation = [] } },
            { "attenuation[0].grades", Harbor with { Attenuation = [new Attenuation([], 850, Decibel.Of(3))] } },
            { "attenuation[0].wavelength", Harbor with { Attenuation = [new Attenuation([FiberGrade.OM4], 85, Decibel.Of(3))] } },
            { "attenuation[0].perKm", Harbor with { Attenuation = [new Attenuation([FiberGrade.OM4], 850, Decibel.Of(300))] } },
            // The same fiber twice at a wavelength: which of them holds?
            { "attenuation[1].grades", Harbor with { Attenuation = [Om4At850(3), Om4At850(2.5m)] } },
        };

    [Fact]
    public void A_sound_one_has_no_fault() => Assert.Empty(BudgetCheck.Faults(Harbor));

    [Theory]
    [MemberData(nameof(Unsound))]
    public void What_cannot_be_reckoned_by_is_refused_at_its_field(string field, BudgetProfile profile)
    {
        Assert.Contains(BudgetCheck.Faults(profile), f => f.Place == field);
        Assert.Equal($"own.{field}", (Basis with { Profile = profile.Id, Own = profile }).Fault(850)?.Field);
    }

    [Fact]
    public void A_profile_goes_by_the_name_that_the_question_says() =>
        Assert.Equal("profile", (Basis with { Profile = "other", Own = Harbor }).Fault(850)?.Field);

    // By hand: 0.1 km × 3.0 dB + 2 × 0.5 dB = 1.3 dB; the standard allows 0.3 dB + 2 × 0.75 dB = 1.8 dB.
    [Fact]
    public void A_link_is_judged_by_the_customers_figures_where_the_standard_would_pass_it()
    {
        var own = Basis with { Profile = Harbor.Id, Own = Harbor };
        Assert.Equal((Decibel.Of(1.3m), Decibel.Of(1.8m)), (own.Limit(850), Basis.Limit(850)));
        Assert.Equal((LossGrade.Fail, LossGrade.Pass), (own.Judge(850, Decibel.Of(1.5m)), Basis.Judge(850, Decibel.Of(1.5m))));
    }

    // An event keeps the part that its grade is judged by: what is published later, or elsewhere, changes nothing of it.
    [Fact]
    public void What_was_judged_by_it_carries_its_figures()
    {
        var basis = Basis with { Profile = Harbor.Id, Own = Harbor.Of(FiberGrade.OM4) };
        Assert.All(basis.Own.Attenuation, a => Assert.Contains(FiberGrade.OM4, a.Grades));
        var place = LinkPlace.Of(Guid.NewGuid(), Guid.NewGuid(), 1);
        EventBody read = new LossRead(place, 850, CableEnd.Near, Decibel.Of(1), basis.Limit(850), LossGrade.Pass, basis, Guid.NewGuid());
        var again = (LossRead)JsonSerializer.Deserialize(JsonSerializer.Serialize(read, CoreJson.Default.EventBody), CoreJson.Default.EventBody)!;
        Assert.Equal((Decibel.Of(1.3m), 2), (again.By.Limit(850), again.By.Own!.Version));
        Assert.Null(again.By.Fault(1300));
    }

    private static LossBasis Basis => new("tia", FiberGrade.OM4, Length.Mm(100_000), ReferenceMethod.OneCord);

    private static Attenuation Om4At850(decimal perKm) => new([FiberGrade.OM4, FiberGrade.OM5], 850, Decibel.Of(perKm));
}
