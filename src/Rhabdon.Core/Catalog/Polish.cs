using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

/// <summary>How the ferrule's end is shaped. APC is angled at 8° and never mates with the domed ones.</summary>
[JsonConverter(typeof(EnumNames<Polish>))]
public enum Polish
{
    PC,
    UPC,
    APC,
}
