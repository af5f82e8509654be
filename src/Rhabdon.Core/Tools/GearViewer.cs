using System.Globalization;
using System.Text.Json.Serialization;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Tools;

/// <summary>How gear stands, from good to gone: what is worse hides what is less.</summary>
[JsonConverter(typeof(EnumNames<GearStanding>))]
public enum GearStanding
{
    [JsonStringEnumMemberName("good")]
    Good,

    /// <summary>It can be worked with, and something is due soon.</summary>
    [JsonStringEnumMemberName("soon")]
    Soon,

    /// <summary>Something is due before it is worked with: a check, a turn of the blade, another lot.</summary>
    [JsonStringEnumMemberName("due")]
    Due,

    /// <summary>Nobody may work with it.</summary>
    [JsonStringEnumMemberName("aside")]
    Aside,

    [JsonStringEnumMemberName("gone")]
    Gone,
}

/// <summary>How often an act was done with a tool since the part that wears by it was last renewed; of a lot, what was used since it was counted.</summary>
/// <param name="Counter">The part, or <see cref="GearStock.Counter"/>.</param>
/// <param name="Times">Acts, or an amount in the lot's unit.</param>
/// <param name="Since">From when on it was counted: once the part is renewed later it counts no more. Null for whatever the tool's own is.</param>
public sealed record GearCount(string Counter, decimal Times, DateTimeOffset? Since = null);

/// <summary>Where and when gear is looked at.</summary>
/// <param name="Place">Where the work is; null where nobody says.</param>
/// <param name="Temperature">Of the air there; null where nobody measured it.</param>
public sealed record GearLook(DateTimeOffset Now, string? Place = null, Temperature? Temperature = null);

/// <summary>A tool or lot as it is shown.</summary>
/// <param name="Kind">In words.</param>
/// <param name="Says">What is to be done about it, the most pressing first; empty where all is well.</param>
/// <param name="IsChecked">It is of a kind that is calibrated or looked over.</param>
/// <param name="Checked">The last time; null for never.</param>
/// <param name="Stock">What is left of a lot; null where nobody has counted it.</param>
public sealed record GearLine(
    Guid Id,
    GearCard Card,
    string Kind,
    GearSort Sort,
    KitShape Shape,
    GearStanding Standing,
    IReadOnlyList<string> Says,
    IReadOnlyList<GearWear> Wears,
    bool IsChecked,
    GearCheckRecord? Checked,
    GearLeft? Stock = null
);

/// <summary>What is left of a lot, reckoned from what was used since it was counted.</summary>
/// <param name="Left">0 or more, in its kind's unit; <paramref name="Of"/> when it was counted.</param>
public sealed record GearLeft(string Says, decimal Left, decimal Of);

/// <summary>A part of a tool that wears.</summary>
/// <param name="Part">In words.</param>
/// <param name="Says">How often it was used, in words.</param>
/// <param name="Turn">The position it stands at; <paramref name="Turns"/> of how many.</param>
public sealed record GearWear(string Counter, string Part, string Says, int Times, int Life, int Turn, int Turns);

/// <summary>Puts tools and lots into what the screen shows, and says what is due.</summary>
public sealed class GearViewer(Phrasebook words)
{
    // A tenth of a life, and a week of a last day, are told beforehand (ours).
    private const int SoonShare = 10;
    private const int SoonDays = 7;

    /// <param name="counts">Of its counters; one that is not named counts nothing.</param>
    public GearLine View(GearState state, IReadOnlyList<GearCount> counts, GearLook look)
    {
        var card = state.Card ?? throw new ArgumentException("It was never taken in.", nameof(state));
        var kind = GearKind.Of(card.Gear)!;
        var wears = (kind.Counters ?? []).Select((counter, at) => WearOf(state, counter, at == 0 ? card.Life : null, counts)).ToList();
        var stock = StockOf(state, kind, counts);
        var found = Found(state, card, kind, wears, stock, look).OrderByDescending(f => f.Standing).ToList();
        return new GearLine(
            state.Id,
            card,
            words.Say(Phrase.Of($"gear.kind-{card.Gear}")),
            kind.Sort,
            kind.Shape,
            found.Count == 0 ? GearStanding.Good : found[0].Standing,
            [.. found.Select(f => words.Say(f.Says))],
            wears,
            kind.Check is not null,
            state.Checked,
            stock
        );
    }

    /// <summary>What is left of a lot; null where nobody has counted it.</summary>
    internal GearLeft? StockOf(GearState state, GearKind kind, IReadOnlyList<GearCount> counts)
    {
        if (kind.Stock is not { } stock || state.Counted is not { } counted)
        {
            return null;
        }

        var used = counts.FirstOrDefault(c => c.Counter == GearStock.Counter && (c.Since ?? counted.At) == counted.At)?.Times ?? 0;
        var left = Math.Max(0, counted.Amount - used);
        return new GearLeft(
            words.Say(
                Phrase.Of(PhraseKeys.Gear.Left, ("left", AmountText.Say(words, left, stock.Unit)), ("of", AmountText.Say(words, counted.Amount, stock.Unit)))
            ),
            left,
            counted.Amount
        );
    }

    private GearWear WearOf(GearState state, GearCounter counter, int? life, IReadOnlyList<GearCount> counts)
    {
        var times = (int)(
            counts.FirstOrDefault(c => c.Counter == counter.Id && (c.Since ?? state.CountsFrom(counter.Id)) == state.CountsFrom(counter.Id))?.Times ?? 0
        );
        return new GearWear(
            counter.Id,
            words.Say(Phrase.Of($"gear.counter-{counter.Id}")),
            words.Say(Phrase.Of($"gear.act-{JsonNames.Of(counter.Does)}", ("count", Number(times)))),
            times,
            life ?? counter.Life,
            state.Renewed(counter.Id)?.Turn ?? 1,
            counter.Turns
        );
    }

    private static IEnumerable<(GearStanding Standing, Phrase Says)> Found(
        GearState state,
        GearCard card,
        GearKind kind,
        List<GearWear> wears,
        GearLeft? stock,
        GearLook look
    )
    {
        if (state.Retired is { } gone)
        {
            yield return (GearStanding.Gone, Phrase.Of(PhraseKeys.Gear.Gone, ("reason", gone)));
            yield break;
        }

        if (state.Quarantine is { } aside)
        {
            yield return (GearStanding.Aside, Phrase.Of(PhraseKeys.Gear.Aside, ("reason", aside)));
        }

        foreach (var wear in wears)
        {
            if (Worn(wear) is { } worn)
            {
                yield return worn;
            }
        }

        if (stock is { Left: 0 })
        {
            yield return (GearStanding.Due, Phrase.Of(PhraseKeys.Gear.UsedUp));
        }
        else if (stock is not null && stock.Left * SoonShare <= stock.Of)
        {
            yield return (GearStanding.Soon, Phrase.Of(PhraseKeys.Gear.NearlyUsedUp));
        }

        if (kind.Check is { } rule && CheckDue(state.Checked, rule, look) is { } due)
        {
            yield return (GearStanding.Due, due);
        }

        if (card.Expires is { } last)
        {
            var today = DateOnly.FromDateTime(look.Now.Date);
            var day = last.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
            if (today > last)
            {
                yield return (GearStanding.Due, Phrase.Of(PhraseKeys.Gear.Expired, ("day", day)));
            }
            else if (today.AddDays(SoonDays) > last)
            {
                yield return (GearStanding.Soon, Phrase.Of(PhraseKeys.Gear.ExpiresSoon, ("day", day)));
            }
        }
    }

    private static (GearStanding Standing, Phrase Says)? Worn(GearWear wear) =>
        wear.Turn > wear.Turns && wear.Turns > 1 ? (GearStanding.Due, Phrase.Of(PhraseKeys.Gear.BladeNew))
        : wear.Times >= wear.Life
            ? (
                GearStanding.Due,
                wear.Turns > 1 && wear.Turn < wear.Turns ? Phrase.Of(PhraseKeys.Gear.TurnNow)
                : wear.Turns > 1 ? Phrase.Of(PhraseKeys.Gear.BladeNew)
                : Phrase.Of(PhraseKeys.Gear.RenewNow, ("part", wear.Part))
            )
        : (wear.Life - wear.Times) * SoonShare <= wear.Life
            ? (GearStanding.Soon, Phrase.Of(PhraseKeys.Gear.RenewSoon, ("part", wear.Part), ("left", Number(wear.Life - wear.Times))))
        : null;

    /// <summary>Why a tool must be checked before it is worked with; null where it need not be.</summary>
    private static Phrase? CheckDue(GearCheckRecord? last, GearCheck rule, GearLook look) =>
        last is null ? Phrase.Of(PhraseKeys.Gear.CheckNever)
        : !last.IsGood ? Phrase.Of(PhraseKeys.Gear.CheckBad)
        : look.Now - last.At > TimeSpan.FromHours(rule.Hours) ? Phrase.Of(PhraseKeys.Gear.CheckOld, ("hours", Number((int)(look.Now - last.At).TotalHours)))
        : rule.ByPlace && look.Place is { } here && last.Place is { } there && !string.Equals(here, there, StringComparison.OrdinalIgnoreCase)
            ? Phrase.Of(PhraseKeys.Gear.CheckPlace)
        : rule.Degrees is { } most && look.Temperature is { } now && last.Temperature is { } then && Math.Abs(now.Amount - then.Amount) > most
            ? Phrase.Of(PhraseKeys.Gear.CheckWarm, ("degrees", string.Create(CultureInfo.InvariantCulture, $"{Math.Abs(now.Amount - then.Amount):0.#}")))
        : null;

    private static string Number(int number) => number.ToString("#,0", CultureInfo.InvariantCulture);
}
