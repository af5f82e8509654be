using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Bench;

/// <summary>Limits that the fields of events share.</summary>
internal static class EventFields
{
    public static Refusal? Text(string field, string? text) =>
        text is null or { Length: > 0 and <= BenchEvent.MostText } ? null : Bad(field, PhraseKeys.Event.Text);

    public static Refusal? Reason(string? reason, string field = "body.reason") =>
        reason is null or { Length: <= BenchEvent.MostReason } ? null : Bad(field, PhraseKeys.Bench.ReasonLong);

    /// <summary>A reason that must be given.</summary>
    public static Refusal? Needed(string reason, string field = "body.reason") =>
        string.IsNullOrWhiteSpace(reason) ? Bad(field, PhraseKeys.Bench.ReasonLong) : Reason(reason, field);

    public static Refusal Bad(string field, string key) => new(true, field, Phrase.Of(key));
}
