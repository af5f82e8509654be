using System.Text.Json.Serialization;

namespace Rhabdon.Core.Tools;

/// <summary>How a lot is used up.</summary>
/// <param name="Unit">Of the catalog: <c>piece</c>, <c>ml</c>, <c>use</c>.</param>
/// <param name="Consumable">What recipes call it where they say how much a termination takes; null for one piece each, which no recipe says.</param>
/// <param name="IsByAttempt">
/// A piece that serves an attempt to its end however often the act is done, as a connector does; else every time the act is done takes its share.
/// </param>
/// <param name="IsByConnector">A lot is for one type of connector, which its setting names.</param>
/// <param name="Pack">As it is bought, in the unit (ours); null where that differs too much to say.</param>
public sealed record GearStock(
    string Unit,
    string? Consumable = null,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsByAttempt = false,
    [property: JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingDefault)] bool IsByConnector = false,
    decimal? Pack = null
)
{
    /// <summary>What <see cref="GearCount.Counter"/> says where it is an amount of this and not the wear of a part.</summary>
    public const string Counter = "stock";

    /// <summary>Nobody brings half a one.</summary>
    [JsonIgnore]
    public bool IsWhole => Unit != "ml";
}

/// <summary>How much of a lot there was.</summary>
/// <param name="Amount">0 or more, in its kind's unit.</param>
/// <param name="At">When it was counted; what is used from then on is taken off.</param>
public sealed record StockCount(decimal Amount, DateTimeOffset At);
