using System.Net.Http.Json;
using System.Security.Cryptography;
using System.Text;
using Rhabdon.Core.Bench;

namespace Rhabdon.Server.Tests;

/// <summary>A person's key on a tablet, as the page makes it with WebCrypto.</summary>
internal sealed class SigningKey
{
    private readonly ECDsa key = ECDsa.Create(ECCurve.NamedCurves.nistP256);

    /// <summary>Tells the server the public half.</summary>
    public static async Task<SigningKey> OfAsync(TestTablet tablet, Guid device)
    {
        var made = new SigningKey();
        var answer = await tablet.Client.PostAsJsonAsync(
            "/api/v1/session/keys",
            new { device, publicKey = Convert.ToBase64String(made.key.ExportSubjectPublicKeyInfo()) }
        );
        Assert.Equal(204, (int)answer.StatusCode);
        return made;
    }

    // WebCrypto gives r and s one after the other (IEEE P1363).
    public BenchEvent Sign(BenchEvent happened) =>
        happened with
        {
            Signature = Convert.ToBase64String(
                key.SignData(
                    Encoding.UTF8.GetBytes(EventText.Canonical(happened)),
                    HashAlgorithmName.SHA256,
                    DSASignatureFormat.IeeeP1363FixedFieldConcatenation
                )
            ),
        };
}
