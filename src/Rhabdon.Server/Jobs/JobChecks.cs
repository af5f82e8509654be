using Rhabdon.Core.Links;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;
using Rhabdon.Data;

namespace Rhabdon.Server.Jobs;

/// <summary>What must be true of a job or cable form before it is taken; each fault names its field and what would do.</summary>
internal static class JobChecks
{
    public static List<(string Field, string Says)> Of(JobRequest request, HashSet<Guid> crews)
    {
        var faults = new List<(string, string)>();
        Text(faults, "name", request.Name);
        Text(faults, "customer", request.Customer);
        Text(faults, "site", request.Site);
        if (!TimeZoneInfo.TryFindSystemTimeZoneById(request.TimeZone, out var zone) || !zone.HasIanaId)
        {
            faults.Add(("timeZone", "Give an IANA time zone, such as America/Halifax."));
        }

        if (new LabelPattern(request.LabelPattern).Fault() is { } fault)
        {
            faults.Add(("labelPattern", Phrasebook.English.Say(Phrase.Of(fault))));
        }

        if (request.Panels.Count is 0 or > 500)
        {
            faults.Add(("panels", "Give 1 to 500 panels."));
        }

        if (request.Panels.GroupBy(p => (p.Closet.Trim(), p.Name.Trim())).Any(g => g.Count() > 1))
        {
            faults.Add(("panels", "Two panels of one closet have the same name."));
        }

        foreach (var (panel, index) in request.Panels.Select((p, i) => (p, i)))
        {
            Text(faults, $"panels[{index}].closet", panel.Closet);
            Text(faults, $"panels[{index}].name", panel.Name);
            Between(faults, $"panels[{index}].ports", panel.Ports, 1, 1000);
        }

        if (request.Crews.Count == 0 || !request.Crews.All(crews.Contains))
        {
            faults.Add(("crews", "Choose at least one crew that you belong to."));
        }

        return faults;
    }

    public static List<(string Field, string Says)> Of(CableRequest request, IReadOnlyList<PanelRow> panels, RecipeBook book)
    {
        var faults = new List<(string, string)>();
        Text(faults, "name", request.Name);
        Between(faults, "strands", request.Strands, 1, 1000);
        if (request.Length <= Length.Zero)
        {
            faults.Add(("length", "A cable is longer than nothing: give its length, such as 118 m."));
        }

        foreach (var (name, end) in ((string, EndRequest)[])[("near", request.Near), ("far", request.Far)])
        {
            OfEnd(faults, name, end, request, panels, book);
        }

        return faults;
    }

    private static void OfEnd(List<(string, string)> faults, string name, EndRequest end, CableRequest request, IReadOnlyList<PanelRow> panels, RecipeBook book)
    {
        var panel = panels.FirstOrDefault(p => p.Id == end.Panel);
        if (panel is null)
        {
            faults.Add(($"{name}.panel", "Choose a panel of this job."));
        }
        else if (end.FirstPort < 1 || end.FirstPort + request.Strands - 1 > panel.Ports)
        {
            faults.Add(($"{name}.firstPort", $"Ports run from 1 to {panel.Ports}; {request.Strands} strands from here do not fit."));
        }

        if (end.Service <= end.Least)
        {
            faults.Add(($"{name}.service", $"The service length must be more than the {end.Least} needed to reach the panel."));
        }

        if (book.Latest(end.Recipe)?.Recipe is not { } recipe)
        {
            faults.Add(($"{name}.recipe", "There is no such recipe."));
            return;
        }

        foreach (var (field, says) in Fit.Faults(recipe, end.Connector, end.Polish, request.Build, request.Grade))
        {
            faults.Add((field is "connector" or "polish" ? $"{name}.{field}" : field, Phrasebook.English.Say(says)));
        }
    }

    private static void Text(List<(string, string)> faults, string field, string text)
    {
        if (text.Trim().Length is 0 or > 100)
        {
            faults.Add((field, "Give 1 to 100 characters."));
        }
    }

    private static void Between(List<(string, string)> faults, string field, int number, int low, int high)
    {
        if (number < low || number > high)
        {
            faults.Add((field, $"Give a whole number from {low} to {high}."));
        }
    }
}
