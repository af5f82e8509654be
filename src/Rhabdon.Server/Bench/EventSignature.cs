using System.Security.Cryptography;
using System.Text;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Phrases;
using Rhabdon.Data;

namespace Rhabdon.Server.Bench;

/// <summary>
/// Whether an event that another person sends was made by the one in whose name it is: it carries a signature (ECDSA on P-256 with SHA-256, r and s one after
/// the other, base64) of its canonical text by a key of that person on that device.
/// </summary>
internal static class EventSignature
{
    /// <summary>Why it cannot be verified; null when it is.</summary>
    public static Phrase? Fault(BenchEvent happened, string canonical, IEnumerable<PersonKey> keys)
    {
        if (happened.Signature is not { } signature)
        {
            return Phrase.Of(PhraseKeys.Quarantine.Unsigned);
        }

        var own = keys.Where(k => k.Person == happened.Actor && k.Device == happened.Device).ToList();
        return own.Count == 0 ? Phrase.Of(PhraseKeys.Quarantine.NoKey)
            : own.Find(k => Fits(k.PublicKey, canonical, signature)) is not { } key ? Phrase.Of(PhraseKeys.Quarantine.Other)
            : key.EndedAt <= happened.When.UtcDateTime ? Phrase.Of(PhraseKeys.Quarantine.Ended)
            : null;
    }

    /// <summary>True for the public half of a P-256 key.</summary>
    public static bool IsKey(string publicKey)
    {
        try
        {
            using var key = Open(publicKey);
            return key.ExportParameters(false).Curve.Oid.Value == ECCurve.NamedCurves.nistP256.Oid.Value;
        }
        catch (Exception fault) when (fault is CryptographicException or FormatException)
        {
            return false;
        }
    }

    private static bool Fits(string publicKey, string text, string signature)
    {
        try
        {
            using var key = Open(publicKey);
            return key.VerifyData(
                Encoding.UTF8.GetBytes(text),
                Convert.FromBase64String(signature),
                HashAlgorithmName.SHA256,
                DSASignatureFormat.IeeeP1363FixedFieldConcatenation
            );
        }
        catch (Exception fault) when (fault is CryptographicException or FormatException)
        {
            return false;
        }
    }

    private static ECDsa Open(string publicKey)
    {
        var key = ECDsa.Create();
        key.ImportSubjectPublicKeyInfo(Convert.FromBase64String(publicKey), out _);
        return key;
    }
}
