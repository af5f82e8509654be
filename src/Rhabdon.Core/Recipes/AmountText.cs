using System.Globalization;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Recipes;

/// <summary>How amounts of what is used up are written.</summary>
internal static class AmountText
{
    /// <param name="unit">Of the catalog; pieces and uses are said by the number alone.</param>
    public static string Say(Phrasebook words, decimal amount, string unit) =>
        $"{amount.ToString(amount < 10 ? "0.##" : "#,0.#", CultureInfo.InvariantCulture)} {words.Say(Phrase.Of($"unit.{unit}"))}".Trim();
}
