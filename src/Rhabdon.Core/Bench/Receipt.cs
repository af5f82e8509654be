namespace Rhabdon.Core.Bench;

/// <summary>
/// What the server noted when it took an event in and something about it was out of the ordinary. The event itself stays as the tablet made it.
/// </summary>
/// <param name="From">Who sent it, when that is not the person who did it.</param>
/// <param name="Clock">
/// Takes the place of the event's own clock in the fold's order: the tablet's clock was ahead of the server's, or behind what it had seen.
/// </param>
/// <param name="At">When it can have happened, when the tablet's own time cannot be right.</param>
public sealed record Receipt(Guid? From = null, HybridTime? Clock = null, DateTimeOffset? At = null)
{
    /// <summary>Null when there is nothing to note.</summary>
    public static Receipt? Of(Guid? from, HybridTime? clock, DateTimeOffset? at) =>
        from is null && clock is null && at is null ? null : new Receipt(from, clock, at);
}
