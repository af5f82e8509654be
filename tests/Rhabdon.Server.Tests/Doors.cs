using Rhabdon.Core.Bench;
using Rhabdon.Core.Scheduling;

namespace Rhabdon.Server.Tests;

/// <summary>Who may pass a door of the API.</summary>
public enum Passes
{
    /// <summary>Anyone, signed in or not.</summary>
    Anyone,

    /// <summary>Anyone signed in; what is not theirs is simply not in the answer.</summary>
    SignedIn,

    /// <summary>Whoever works, wherever they belong.</summary>
    Worker,

    /// <summary>Anyone of the job's crews, and owners; others find nothing there.</summary>
    SeesJob,

    /// <summary>Whoever works in the job's crews, and owners; others find nothing there, or may not.</summary>
    WorksOn,

    /// <summary>Leads of the job's crews, and owners; others find nothing there, or may not.</summary>
    PlansJob,

    /// <summary>Leads and owners, wherever they belong.</summary>
    Planner,

    /// <summary>Leads of the crew, and owners; others find nothing there, or may not.</summary>
    LeadsCrew,

    /// <summary>One's own secrets by anyone; others' by leads of their crew, and owners.</summary>
    Secrets,

    Owner,

    /// <summary>Whoever holds the one-time token, signed in or not.</summary>
    HoldsToken,
}

/// <summary>One door: how it is asked, and who may pass. Bodies are readable but faulty, so that asking changes nothing.</summary>
public sealed record Door(string Method, string Pattern, Passes Passes, object? Body = null, string Query = "");

/// <summary>Every door of the API. A new endpoint that is not in this list fails the test of the list.</summary>
public static class Doors
{
    private static readonly CrewDays DaysWithoutHours = CrewDays.Usual(new DateOnly(2026, 12, 1)) with
    {
        Hours = new DayHours(new TimeOnly(9, 0), new TimeOnly(9, 0)),
    };

    public static readonly Door[] All =
    [
        new("GET", "/api/v1/session", Passes.Anyone),
        new("POST", "/api/v1/session", Passes.Anyone, new { signIn = "", secret = "" }),
        new("DELETE", "/api/v1/session", Passes.Anyone),
        new("GET", "/api/v1/session/mates", Passes.SignedIn),
        new("POST", "/api/v1/session/keys", Passes.SignedIn, new { device = Guid.Empty, publicKey = "" }),
        new("POST", "/api/v1/session/enrolled", Passes.Planner, new { people = Array.Empty<Guid>() }),
        new("GET", "/api/v1/session/notices", Passes.SignedIn),
        new("DELETE", "/api/v1/session/notices/{id:guid}", Passes.SignedIn),
        new(
            "POST",
            "/api/v1/first-owner",
            Passes.HoldsToken,
            new
            {
                token = "",
                name = "",
                signIn = "",
                password = "",
                pin = "",
            }
        ),
        new("GET", "/api/v1/crews", Passes.SignedIn),
        new("POST", "/api/v1/crews", Passes.Owner, new { name = "" }),
        new("GET", "/api/v1/crew", Passes.Planner),
        new("GET", "/api/v1/plan/record", Passes.Planner),
        new(
            "POST",
            "/api/v1/people",
            Passes.Planner,
            new
            {
                name = "",
                signIn = "",
                role = "",
            }
        ),
        new(
            "PUT",
            "/api/v1/people/{id:guid}",
            Passes.Owner,
            new
            {
                name = "",
                role = "",
                isActive = true,
            }
        ),
        new("POST", "/api/v1/people/{id:guid}/secrets", Passes.Secrets, new { pin = "1" }),
        new("POST", "/api/v1/crews/{id:guid}/members", Passes.LeadsCrew, new { person = Guid.Empty, from = "2026-01-01" }),
        new("POST", "/api/v1/crews/{id:guid}/members/end", Passes.LeadsCrew, new { person = Guid.Empty, day = "2026-01-01" }),
        new("GET", "/api/v1/jobs", Passes.SignedIn),
        new(
            "POST",
            "/api/v1/jobs",
            Passes.Planner,
            new
            {
                name = "",
                customer = "",
                site = "",
                timeZone = "",
                labelPattern = "",
                panels = Array.Empty<int>(),
                crews = Array.Empty<Guid>(),
            }
        ),
        new("GET", "/api/v1/jobs/{id:guid}", Passes.SeesJob),
        new("POST", "/api/v1/jobs/{id:guid}/cables", Passes.PlansJob, Cable),
        new(
            "POST",
            "/api/v1/jobs/{id:guid}/ports",
            Passes.PlansJob,
            new
            {
                cable = "",
                strands = 0,
                list = "",
            }
        ),
        new("GET", "/api/v1/jobs/{id:guid}/export", Passes.SeesJob),
        new("GET", "/api/v1/jobs/{id:guid}/export.zip", Passes.SeesJob),
        new("GET", "/api/v1/jobs/{id:guid}/record.csv", Passes.SeesJob),
        new("POST", "/api/v1/jobs/import", Passes.Owner, new { formatVersion = 1 }),
        new("GET", "/api/v1/recipes", Passes.SignedIn),
        new("GET", "/api/v1/recipes/list", Passes.SignedIn),
        new("GET", "/api/v1/recipes/{id}/document", Passes.SignedIn),
        new("GET", "/api/v1/recipes/template.{kind}", Passes.SignedIn, Query: "?recipes=M4,A1"),
        new("GET", "/api/v1/recipes/sheet.pdf", Passes.SignedIn, Query: "?recipes=M4,A1"),
        new("POST", "/api/v1/recipes/", Passes.Planner, new { recipe = 1 }),
        new("GET", "/api/v1/recipes/{id}/file", Passes.SignedIn),
        new("GET", "/api/v1/recipes/{id}/versions", Passes.SignedIn),
        new("GET", "/api/v1/recipes/{id}/changes", Passes.SignedIn, Query: "?from=1&to=1"),
        new("POST", "/api/v1/recipes/{id}/confirmation", Passes.Planner, new { version = 1, sheetIssue = "" }),
        new("PUT", "/api/v1/recipes/{id}/retired", Passes.Planner, new { isRetired = true, reason = "" }),
        new("GET", "/api/v1/crews/{id:guid}/films", Passes.SeesJob),
        new("PUT", "/api/v1/crews/{id:guid}/ready", Passes.LeadsCrew, new { item = "", stops = true }),
        new("PUT", "/api/v1/crews/{id:guid}/films", Passes.LeadsCrew, new[] { new { grit = 0, color = "pink" } }),
        new("PUT", "/api/v1/crews/{id:guid}/techniques/{recipe}", Passes.LeadsCrew, new { options = new { unheard = "of" } }),
        new("POST", "/api/v1/events", Passes.SignedIn, new[] { new { id = 1 } }),
        new("GET", "/api/v1/bench", Passes.SignedIn),
        new("POST", "/api/v1/bench", Passes.SignedIn, new { strands = Array.Empty<Guid>() }),
        new("GET", "/api/v1/batches", Passes.SignedIn),
        new("GET", "/api/v1/batches/{id:guid}", Passes.SignedIn),
        new("GET", "/api/v1/cables/{id:guid}/ladder", Passes.SeesJob),
        new("GET", "/api/v1/cables/{id:guid}/run", Passes.SeesJob),
        new("GET", "/api/v1/cables/{id:guid}/links/{strand:int}", Passes.SeesJob),
        new("GET", "/api/v1/jobs/{id:guid}/links", Passes.SeesJob),
        new("GET", "/api/v1/days/mine", Passes.SignedIn),
        new("GET", "/api/v1/crews/{id:guid}/days", Passes.SeesJob),
        new("GET", "/api/v1/crews/{id:guid}/days.ics", Passes.SeesJob),
        new("PUT", "/api/v1/crews/{id:guid}/days", Passes.LeadsCrew, new { version = 0, days = DaysWithoutHours }),
        new("POST", "/api/v1/crews/{id:guid}/days/check", Passes.LeadsCrew, DaysWithoutHours),
        new("POST", "/api/v1/crews/{id:guid}/days/search", Passes.LeadsCrew, new { days = DaysWithoutHours }),
        new("GET", "/api/v1/jobs/{id:guid}/ends", Passes.PlansJob),
        new("GET", "/api/v1/jobs/{id:guid}/cost", Passes.PlansJob),
        new("GET", "/api/v1/jobs/{id:guid}/quote.pdf", Passes.PlansJob),
        new("GET", "/api/v1/jobs/{id:guid}/kit", Passes.SeesJob),
        new("GET", "/api/v1/jobs/{id:guid}/kit.csv", Passes.SeesJob),
        new("GET", "/api/v1/jobs/{id:guid}/test-plan", Passes.SeesJob),
        new("PUT", "/api/v1/jobs/{id:guid}/test-plan", Passes.PlansJob, new { profile = "none" }),
        new(
            "POST",
            "/api/v1/jobs/{id:guid}/chains",
            Passes.PlansJob,
            new
            {
                name = "",
                strands = 1,
                parts = Array.Empty<string>(),
            }
        ),
        new("DELETE", "/api/v1/chains/{id:guid}", Passes.PlansJob),
        new("GET", "/api/v1/terminations/{id:guid}/story", Passes.SeesJob),
        new("GET", "/api/v1/terminations/{id:guid}/stories", Passes.SeesJob),
        new("GET", "/api/v1/terminations/{id:guid}/pictures/{hash}", Passes.SeesJob),
        new("PUT", "/api/v1/terminations/{id:guid}/pictures/{hash}", Passes.WorksOn, "no picture"),
        new("GET", "/api/v1/profiles", Passes.SignedIn),
        new(
            "POST",
            "/api/v1/profiles",
            Passes.Planner,
            new
            {
                formatVersion = 1,
                id = "",
                version = 1,
                title = new { en = "" },
                modes = Array.Empty<string>(),
                polishes = Array.Empty<string>(),
                zones = Array.Empty<string>(),
                source = new { en = "" },
            }
        ),
        new("POST", "/api/v1/profiles/{id}/confirmation", Passes.Planner, new { version = 1, edition = "" }),
        new("GET", "/api/v1/instruments/microscope", Passes.SignedIn),
        new("GET", "/api/v1/instruments/microscope/frame", Passes.SignedIn),
        new("POST", "/api/v1/instruments/microscope/hands/{act}", Passes.SignedIn),
        new("GET", "/api/v1/instruments", Passes.SignedIn),
        new("GET", "/api/v1/instruments/meter/{wavelength:int}", Passes.SignedIn),
        new("POST", "/api/v1/instruments/meter/{wavelength:int}/settled", Passes.SignedIn),
        new("GET", "/api/v1/instruments/splicer", Passes.SignedIn),
        new("GET", "/api/v1/instruments/light-tool", Passes.SignedIn),
        new("POST", "/api/v1/instruments/hands/plug", Passes.Worker, new { cable = "no cable" }),
        new("POST", "/api/v1/instruments/hands/use/{kind}", Passes.Worker),
        new("POST", "/api/v1/instruments/hands/{kind}/{malady}", Passes.Worker),
        new("GET", "/api/v1/looks", Passes.SignedIn),
        new("GET", "/api/v1/find", Passes.SignedIn, Query: "?text=saltmarsh"),
        new("GET", "/api/v1/live", Passes.SignedIn),
        new("POST", "/api/v1/calc/strip-plan", Passes.Anyone, new { recipe = "none" }),
        new(
            "POST",
            "/api/v1/calc/fiber-left",
            Passes.Anyone,
            new
            {
                recipe = "none",
                service = "1 mm",
                least = "1 mm",
                used = "0 mm",
            }
        ),
        new("POST", "/api/v1/calc/fit-window", Passes.Anyone, new { recipe = "none" }),
        new(
            "POST",
            "/api/v1/calc/fit",
            Passes.Anyone,
            new
            {
                recipe = "none",
                combination = new
                {
                    connector = "SC",
                    polish = "PC",
                    build = "flat-drop",
                    grade = "OM4",
                },
            }
        ),
        new("GET", "/api/v1/calc/joint", Passes.Anyone),
        new("POST", "/api/v1/calc/joint", Passes.Anyone, new { mode = "single-mode" }),
        new("POST", "/api/v1/calc/budget", Passes.Anyone, new { profile = "tia" }),
        new("POST", "/api/v1/calc/link", Passes.Anyone, new { grade = "OM4", wavelength = 1 }),
        new("GET", "/api/v1/calc/gear", Passes.Anyone),
        new("POST", "/api/v1/calc/round", Passes.Anyone, new { ends = 0 }),
        new("GET", "/api/v1/calc/methods", Passes.Anyone),
        new("POST", "/api/v1/calc/methods", Passes.Anyone, new { ends = 0 }),
        new("POST", "/api/v1/calc/spares", Passes.Anyone, new { needed = -1 }),
        new("POST", "/api/v1/calc/gear", Passes.Anyone, new { gear = 1 }),
        new("POST", "/api/v1/calc/ready", Passes.Anyone, new { session = 1 }),
        new("POST", "/api/v1/calc/stock", Passes.Anyone, new { gear = 1 }),
        new("POST", "/api/v1/calc/run", Passes.Anyone, new { run = 1 }),
        new("POST", "/api/v1/calc/results", Passes.Anyone, new { run = 1 }),
        new("GET", "/api/v1/jobs/{id:guid}/losses.csv", Passes.SeesJob),
        new("GET", "/api/v1/clocks", Passes.SignedIn),
        new("GET", "/api/v1/gear", Passes.SignedIn),
        new("GET", "/api/v1/gear/alarms", Passes.SignedIn),
        new("GET", "/api/v1/gear/labels.pdf", Passes.SignedIn),
        new("GET", "/api/v1/gear/{id:guid}/strands", Passes.SignedIn),
        new("GET", "/api/v1/budgets", Passes.SignedIn),
        new(
            "POST",
            "/api/v1/budgets",
            Passes.Planner,
            new
            {
                id = "",
                title = new { en = "" },
                source = "",
                pair = "0.75 dB",
                splice = "0.3 dB",
                endPairMultimode = "0.3 dB",
                endPairSingleMode = "0.5 dB",
                endPairSource = "",
                uncertaintyMultimode = "0.15 dB",
                uncertaintySingleMode = "0.2 dB",
                uncertaintySource = "",
                attenuation = Array.Empty<string>(),
            }
        ),
        new("POST", "/api/v1/budgets/{id}/confirmation", Passes.Planner, new { version = 1, edition = "" }),
        new("POST", "/api/v1/calc/diagnosis", Passes.Anyone, new { grade = "OM4", readings = Array.Empty<int>() }),
        new("POST", "/api/v1/calc/fitting", Passes.Anyone, new { connector = "LC" }),
        new("POST", "/api/v1/calc/technique", Passes.Anyone, new { crews = 1 }),
        new("POST", "/api/v1/calc/recipe", Passes.Anyone, new { recipe = 1 }),
        new("POST", "/api/v1/calc/end-face", Passes.Anyone, new { picture = "none" }),
        new("POST", "/api/v1/calc/end-face-row", Passes.Anyone, new { picture = "none" }),
        new(
            "POST",
            "/api/v1/calc/bench",
            Passes.Anyone,
            new
            {
                batch = new
                {
                    slots = new[]
                    {
                        new
                        {
                            termination = Guid.Empty,
                            strand = 0,
                            label = "",
                        },
                    },
                    pace = "stage-by-stage",
                    unit = "mm",
                },
                events = Array.Empty<BenchEvent>(),
            }
        ),
        new(
            "POST",
            "/api/v1/calc/cable-end",
            Passes.Anyone,
            new
            {
                place = new
                {
                    job = Guid.Empty,
                    cable = Guid.Empty,
                    end = "near",
                },
                strand = Guid.Empty,
                events = Array.Empty<BenchEvent>(),
                unit = "mm",
            }
        ),
    ];

    private static object Cable =>
        new
        {
            name = "",
            build = "tight-buffer-900",
            grade = "OM4",
            strands = 0,
            length = "0 mm",
            near = End,
            far = End,
        };

    private static object End =>
        new
        {
            panel = Guid.Empty,
            firstPort = 1,
            connector = "SC",
            polish = "UPC",
            recipe = "none",
            service = "1 mm",
            least = "2 mm",
        };
}
