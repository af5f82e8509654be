using FluentValidation;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Jobs;

/// <summary>What must be true of a cable before it is taken: of itself, of each end, and of what each end's recipe can be made on.</summary>
internal sealed class CableRules : AbstractValidator<CableRequest>
{
    private readonly RecipeBook book;
    private readonly IReadOnlySet<string> retired;

    public CableRules(IReadOnlyList<PanelRow> panels, RecipeBook book, IReadOnlySet<string> retired)
    {
        (this.book, this.retired) = (book, retired);
        RuleFor(c => c.Name).OneLine();
        RuleFor(c => c.Strands).Within(1, 1000);
        RuleFor(c => c.Ports!).Lines(PortList.MostCharacters).When(c => c.Ports is not null);
        RuleFor(c => c.Length).Must(l => l > Length.Zero).Says(PhraseKeys.Form.Length);
        RuleFor(c => c.Near).SetValidator(c => new EndRules(c, panels, RecipeOf(c.Near)));
        RuleFor(c => c.Far).SetValidator(c => new EndRules(c, panels, RecipeOf(c.Far)));
        RuleFor(c => c)
            .Custom(
                (cable, form) =>
                {
                    foreach (var (field, says) in Unfit("near", cable.Near, cable).Concat(Unfit("far", cable.Far, cable)))
                    {
                        form.AddFailure(field, Problems.Say(says));
                    }
                }
            );
    }

    private Recipe? RecipeOf(EndRequest end) => retired.Contains(end.Recipe) ? null : book.Latest(end.Recipe)?.Recipe;

    // Some of what does not fit is the cable's own: its build and its fiber.
    private IEnumerable<(string Field, Phrase Says)> Unfit(string name, EndRequest end, CableRequest cable) =>
        RecipeOf(end) is not { } recipe
            ? []
            : CompatibilityCheck
                .Faults(recipe, new Combination(end.Connector, end.Polish, cable.Build, cable.Grade, cable.Ports is null ? end.PerPort : null, cable.Strands))
                .Select(f =>
                    (
                        f.Field switch
                        {
                            "connector" or "polish" => $"{name}.{f.Field}",
                            "positions" => $"{name}.perPort",
                            _ => f.Field,
                        },
                        f.Says
                    )
                );
}
