using FluentValidation;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Data;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Jobs;

/// <summary>What must be true of one end of a cable.</summary>
internal sealed class EndRules : AbstractValidator<EndRequest>
{
    /// <param name="recipe">That it names; null when there is none, or none that may still be planned.</param>
    public EndRules(CableRequest cable, IReadOnlyList<PanelRow> panels, Recipe? recipe)
    {
        RuleFor(e => e.PerPort).Within(1, PortPlan.MostPositions);
        RuleFor(e => e.Service)
            .Must((end, service) => service > end.Least)
            .WithMessage(end => Problems.Say(Phrase.Of(PhraseKeys.Form.Service, ("least", end.Least.ToString()))));
        RuleFor(e => e.Recipe).Must(_ => recipe is not null).Says(PhraseKeys.Form.Recipe);
        When(
            _ => cable.Ports is null,
            () =>
            {
                PanelRow? PanelOf(EndRequest end) => panels.FirstOrDefault(p => p.Id == end.Panel);
                RuleFor(e => e.Panel).Must((end, _) => PanelOf(end) is not null).Says(PhraseKeys.Form.Panel);
                RuleFor(e => e.FirstPort)
                    .Must((end, first) => first >= 1 && first + ((cable.Strands - 1) / Math.Max(end.PerPort, 1)) <= PanelOf(end)!.Ports)
                    .WithMessage(end => Problems.Say(Phrase.Of(PhraseKeys.Form.Ports, ("ports", $"{PanelOf(end)!.Ports}"), ("strands", $"{cable.Strands}"))))
                    .When(end => PanelOf(end) is not null);
            }
        );
    }
}
