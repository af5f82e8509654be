using System.Runtime.InteropServices.JavaScript;
using System.Runtime.Versioning;
using System.Text.Json;
using Rhabdon.Core;
using Rhabdon.Core.Optics;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Browser;

/// <summary>The physics of a joint, for a drawing that is dragged.</summary>
[SupportedOSPlatform("browser")]
public static partial class OpticsExports
{
    /// <summary>What a joint can be tried out with: a <see cref="JointKit"/> as JSON.</summary>
    [JSExport]
    public static string Kit() => JsonSerializer.Serialize(JointKit.Usual, CoreJson.Default.JointKit);

    /// <summary>What a joint loses: a <see cref="JointAnswer"/> as JSON, or <c>field</c> and <c>says</c> of what is out of range.</summary>
    /// <param name="asked">A <see cref="JointQuestion"/> as JSON.</param>
    [JSExport]
    public static string Joint(string asked)
    {
        var joint = JsonSerializer.Deserialize(asked, CoreJson.Default.JointQuestion)!;
        return JointLoss.Fault(joint) is { } fault
            ? Stamps.Words(("field", fault.Field), ("says", Phrasebook.English.Say(fault.Says)))
            : JsonSerializer.Serialize(JointLoss.Of(joint), CoreJson.Default.JointAnswer);
    }
}
