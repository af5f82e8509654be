using System.Text.Json.Serialization;

namespace Rhabdon.Core;

/// <summary>An enum as its names in JSON, and never as a number: a number that stands for no name would be read and fail later.</summary>
public sealed class EnumNames<TEnum>() : JsonStringEnumConverter<TEnum>(namingPolicy: null, allowIntegerValues: false)
    where TEnum : struct, Enum;
