using System.Net;
using System.Net.Http.Json;

namespace Rhabdon.Server.Tests;

/// <summary>A machine that guesses, on a server of its own: what it is counted for holds for its address.</summary>
public sealed class GuessingTests(Host host) : IClassFixture<Host>
{
    [Fact]
    public async Task Two_hundred_tries_at_once_are_counted_one_by_one()
    {
        var client = host.CreateClient();
        await new TestTablet(client).RenewAsync();
        var answers = await Task.WhenAll(Enumerable.Range(0, 200).Select(_ => TryAsync("heron", "a wrong password")));
        Assert.Equal(5, answers.Count(a => a == HttpStatusCode.Unauthorized));
        Assert.Equal(195, answers.Count(a => a == HttpStatusCode.TooManyRequests));
        // Now not even the right one is looked at.
        Assert.Equal(HttpStatusCode.TooManyRequests, await TryAsync("heron", "saltmarsh-heron"));
        // Nor are other names, from this address.
        Assert.Equal(HttpStatusCode.TooManyRequests, await TryAsync("sandpiper", "a wrong password"));

        async Task<HttpStatusCode> TryAsync(string signIn, string secret) =>
            (await client.PostAsJsonAsync("/api/v1/session", new { signIn, secret })).StatusCode;
    }
}
