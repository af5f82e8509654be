using System.Buffers.Text;
using System.Security.Cryptography;
using System.Text;
using Rhabdon.Data;

namespace Rhabdon.Server.People;

/// <summary>Which tablet or browser asks: known by a secret that its cookie holds and of which only the hash is stored.</summary>
internal static class Devices
{
    private const string Cookie = "rhabdon-device";
    private const int TokenLength = 43;
    private static readonly TimeSpan Kept = TimeSpan.FromDays(400);

    /// <summary>The device that asks, or null for one that has never signed in.</summary>
    public static async Task<Guid?> FindAsync(HttpContext context, SignInStore store) =>
        context.Request.Cookies[Cookie] is { Length: TokenLength } token ? await store.DeviceAsync(HashOf(token)) : null;

    /// <summary>Makes the device known, and gives it its secret.</summary>
    public static async Task<Guid> AddAsync(HttpContext context, SignInStore store)
    {
        var (id, token) = (Guid.CreateVersion7(), Base64Url.EncodeToString(RandomNumberGenerator.GetBytes(32)));
        await store.AddDeviceAsync(id, HashOf(token));
        context.Response.Cookies.Append(
            Cookie,
            token,
            new CookieOptions
            {
                HttpOnly = true,
                SameSite = SameSiteMode.Strict,
                Secure = context.Request.IsHttps,
                MaxAge = Kept,
                IsEssential = true,
            }
        );
        return id;
    }

    private static byte[] HashOf(string token) => SHA256.HashData(Encoding.UTF8.GetBytes(token));
}
