using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Data;
using Rhabdon.Documents;
using Rhabdon.Server.Hosting;

namespace Rhabdon.Server.Jobs;

/// <summary>What must be true of a job or cable form before it is taken; each fault names its field and what would do.</summary>
internal static class JobChecks
{
    public static List<(string Field, Phrase Says)> Of(JobRequest request, HashSet<Guid> crews)
    {
        var faults = new List<(string, Phrase)>();
        FormChecks.Text(faults, "name", request.Name);
        FormChecks.Text(faults, "customer", request.Customer);
        FormChecks.Text(faults, "site", request.Site);
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(request.TimeZone, out var zone) || !zone.HasIanaId)
        {
            faults.Add(("timeZone", Phrase.Of(PhraseKeys.Form.TimeZone)));
        }

        if (new LabelPattern(request.LabelPattern).Fault() is { } fault)
        {
            faults.Add(("labelPattern", Phrase.Of(fault)));
        }

        if (request.Panels.Count is 0 or > 500)
        {
            faults.Add(("panels", Phrase.Of(PhraseKeys.Form.Panels)));
        }

        if (request.Panels.GroupBy(p => (p.Closet.Trim(), p.Name.Trim())).Any(g => g.Count() > 1))
        {
            faults.Add(("panels", Phrase.Of(PhraseKeys.Form.PanelsTwice)));
        }

        foreach (var (panel, index) in request.Panels.Select((p, i) => (p, i)))
        {
            FormChecks.Text(faults, $"panels[{index}].closet", panel.Closet);
            FormChecks.Text(faults, $"panels[{index}].name", panel.Name);
            FormChecks.Between(faults, $"panels[{index}].ports", panel.Ports, 1, 1000);
        }

        if (request.Crews.Count == 0 || !request.Crews.All(crews.Contains))
        {
            faults.Add(("crews", Phrase.Of(PhraseKeys.Form.Crews)));
        }

        if (request.Rates is { } rates && (rates.Currency.Length != 3 || !rates.Currency.All(char.IsAsciiLetterUpper)))
        {
            faults.Add(("rates.currency", Phrase.Of(PhraseKeys.Form.Currency)));
        }

        if (request.Rates is { PerHour: < 0 or > 1_000_000 } or { PerConnector: < 0 or > 1_000_000 })
        {
            faults.Add(("rates.perHour", Phrase.Of(PhraseKeys.Form.Number, ("low", "0"), ("high", "1000000"))));
        }

        return faults;
    }

    public static List<(string Field, Phrase Says)> Of(CableRequest request, IReadOnlyList<PanelRow> panels, RecipeBook book, IReadOnlySet<string> retired)
    {
        var faults = new List<(string, Phrase)>();
        FormChecks.Text(faults, "name", request.Name);
        FormChecks.Between(faults, "strands", request.Strands, 1, 1000);
        if (request.Ports is { } list)
        {
            FormChecks.Long(faults, "ports", list, PortList.MostCharacters);
        }

        if (request.Length <= Length.Zero)
        {
            faults.Add(("length", Phrase.Of(PhraseKeys.Form.Length)));
        }

        foreach (var (name, end) in ((string, EndRequest)[])[("near", request.Near), ("far", request.Far)])
        {
            OfEnd(faults, name, end, request, panels, retired.Contains(end.Recipe) ? null : book.Latest(end.Recipe)?.Recipe);
        }

        return faults;
    }

    private static void OfEnd(List<(string, Phrase)> faults, string name, EndRequest end, CableRequest request, IReadOnlyList<PanelRow> panels, Recipe? recipe)
    {
        FormChecks.Between(faults, $"{name}.perPort", end.PerPort, 1, PortPlan.MostPositions);
        if (request.Ports is null)
        {
            OfPorts(faults, name, end, request.Strands, panels.FirstOrDefault(p => p.Id == end.Panel));
        }

        if (end.Service <= end.Least)
        {
            faults.Add(($"{name}.service", Phrase.Of(PhraseKeys.Form.Service, ("least", end.Least.ToString()))));
        }

        if (recipe is null)
        {
            faults.Add(($"{name}.recipe", Phrase.Of(PhraseKeys.Form.Recipe)));
            return;
        }

        foreach (
            var (field, says) in CompatibilityCheck.Faults(
                recipe,
                new Combination(end.Connector, end.Polish, request.Build, request.Grade, request.Ports is null ? end.PerPort : null, request.Strands)
            )
        )
        {
            faults.Add(
                (
                    field switch
                    {
                        "connector" or "polish" => $"{name}.{field}",
                        "positions" => $"{name}.perPort",
                        _ => field,
                    },
                    says
                )
            );
        }
    }

    private static void OfPorts(List<(string, Phrase)> faults, string name, EndRequest end, int strands, PanelRow? panel)
    {
        if (panel is null)
        {
            faults.Add(($"{name}.panel", Phrase.Of(PhraseKeys.Form.Panel)));
        }
        else if (end.FirstPort < 1 || end.FirstPort + ((strands - 1) / Math.Max(end.PerPort, 1)) > panel.Ports)
        {
            faults.Add(($"{name}.firstPort", Phrase.Of(PhraseKeys.Form.Ports, ("ports", $"{panel.Ports}"), ("strands", $"{strands}"))));
        }
    }
}
