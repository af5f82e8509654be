using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

[JsonConverter(typeof(EnumNames<ConnectorType>))]
public enum ConnectorType
{
    SC,
    LC,
    ST,
    FC,
    MPO,
}
