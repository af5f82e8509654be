using System.Text.Json.Serialization;

namespace Rhabdon.Core.Catalog;

[JsonConverter(typeof(EnumNames<FiberGrade>))]
public enum FiberGrade
{
    OM1,
    OM2,
    OM3,
    OM4,
    OM5,
    OS1a,
    OS2,
}
