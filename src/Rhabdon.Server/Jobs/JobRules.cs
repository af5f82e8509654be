using FluentValidation;
using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Jobs;

/// <summary>What must be true of a job before it is taken.</summary>
internal sealed class JobRules : AbstractValidator<JobRequest>
{
    /// <param name="crews">Those of whoever asks.</param>
    public JobRules(IReadOnlySet<Guid> crews)
    {
        RuleFor(j => j.Name).OneLine();
        RuleFor(j => j.Customer).OneLine();
        RuleFor(j => j.Site).OneLine();
        RuleFor(j => j.TimeZone).Must(name => TimeZoneInfo.TryFindSystemTimeZoneById(name, out var zone) && zone.HasIanaId).Says(PhraseKeys.Form.TimeZone);
        RuleFor(j => j.LabelPattern)
            .Custom(
                (pattern, form) =>
                {
                    if (new LabelPattern(pattern).Fault() is { } fault)
                    {
                        form.AddFailure(Problems.Say(fault));
                    }
                }
            );
        RuleFor(j => j.Panels)
            .Must(panels => panels.Count is > 0 and <= 500)
            .Says(PhraseKeys.Form.Panels)
            .Must(panels => panels.DistinctBy(p => (p.Closet.Trim(), p.Name.Trim())).Count() == panels.Count)
            .Says(PhraseKeys.Form.PanelsTwice);
        RuleForEach(j => j.Panels)
            .ChildRules(panel =>
            {
                panel.RuleFor(p => p.Closet).OneLine();
                panel.RuleFor(p => p.Name).OneLine();
                panel.RuleFor(p => p.Ports).Within(1, 1000);
            });
        RuleFor(j => j.Crews).Must(wanted => wanted.Count > 0 && wanted.All(crews.Contains)).Says(PhraseKeys.Form.Crews);
        When(
            j => j.Rates is not null,
            () =>
            {
                RuleFor(j => j.Rates!.Currency).Must(c => c.Length == 3 && c.All(char.IsAsciiLetterUpper)).Says(PhraseKeys.Form.Currency);
                RuleFor(j => j.Rates!.PerHour).Within(0, 1_000_000);
                RuleFor(j => j.Rates!.PerConnector).Within(0, 1_000_000);
            }
        );
    }
}

/// <summary>What must be true of a port list before it is read.</summary>
internal sealed class PortListRules : AbstractValidator<PortListRequest>
{
    public PortListRules()
    {
        RuleFor(l => l.Strands).Within(1, 1000);
        RuleFor(l => l.List).Lines(PortList.MostCharacters);
    }
}
