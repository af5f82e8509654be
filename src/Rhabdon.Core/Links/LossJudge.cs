using System.Text.Json.Serialization;
using Rhabdon.Core.Units;

namespace Rhabdon.Core.Links;

/// <summary>What a measured loss is worth against its limit, better before worse.</summary>
[JsonConverter(typeof(EnumNames<LossGrade>))]
public enum LossGrade
{
    [JsonStringEnumMemberName("pass")]
    Pass,

    /// <summary>Nearer to the limit, on either side, than the reading is sure.</summary>
    [JsonStringEnumMemberName("marginal")]
    Marginal,

    /// <summary>Below zero, but no further than the reading is sure: the reference is to be checked.</summary>
    [JsonStringEnumMemberName("recheck")]
    Recheck,

    /// <summary>Further below zero than the reading is sure: it counts for nothing until the reference is taken again.</summary>
    [JsonStringEnumMemberName("invalid")]
    Invalid,

    [JsonStringEnumMemberName("fail")]
    Fail,
}

/// <summary>A loss against its limit, with the uncertainty of the reading: inside it nothing is a plain pass.</summary>
public static class LossJudge
{
    /// <param name="uncertainty">Of the reading, above zero.</param>
    public static LossGrade Of(Decibel loss, Decibel limit, Decibel uncertainty) =>
        loss + uncertainty < default(Decibel) ? LossGrade.Invalid
        : loss < default(Decibel) ? LossGrade.Recheck
        : loss + uncertainty <= limit ? LossGrade.Pass
        : loss < limit + uncertainty ? LossGrade.Marginal
        : LossGrade.Fail;
}
