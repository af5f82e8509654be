namespace Rhabdon.Data;

/// <summary>The public half of a key that a person has on one device.</summary>
/// <param name="PublicKey">SubjectPublicKeyInfo of a P-256 key, in base64.</param>
/// <param name="EndedAt">Since when it signs nothing more; null while it does.</param>
public sealed record PersonKey(Guid Id, Guid Person, Guid Device, string PublicKey, DateTime? EndedAt);
