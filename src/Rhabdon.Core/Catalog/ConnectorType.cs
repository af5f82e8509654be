using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

[JsonConverter(typeof(JsonStringEnumConverter<ConnectorType>))]
public enum ConnectorType
{
    SC,
    LC,
    ST,
    FC,
    MPO,
}
