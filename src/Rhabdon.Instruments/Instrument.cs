namespace Rhabdon.Instruments;

/// <summary>What an instrument says of itself.</summary>
/// <param name="IsStandIn">True when there is no glass under it: its faces are made up, and hands can be lent to it.</param>
public sealed record InstrumentSays(string Name, bool IsStandIn);

/// <summary>Why an instrument gave nothing that can be used.</summary>
public enum InstrumentFault
{
    /// <summary>None is set up.</summary>
    None,

    /// <summary>It does not answer, or refuses.</summary>
    Silent,

    /// <summary>It took longer than anyone at a bench waits.</summary>
    Slow,

    /// <summary>What it sent is not what was asked for.</summary>
    Garbage,
}

/// <summary>What an instrument answered, or why that is of no use; just one of them is set.</summary>
public readonly record struct InstrumentAnswer<T>(T? Value, InstrumentFault? Fault)
    where T : class;
