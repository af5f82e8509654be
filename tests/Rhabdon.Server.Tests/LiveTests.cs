using Rhabdon.Core.Bench;
using Rhabdon.Testing;

namespace Rhabdon.Server.Tests;

/// <summary>What one tablet does appears on the other, through another server instance too.</summary>
public sealed class LiveTests
{
    [Fact]
    public async Task News_crosses_from_one_server_instance_to_another_and_strangers_hear_nothing()
    {
        var database = TestDatabase.New();
        await using var one = await ServerProcess.StartAsync(database);
        await using var two = await ServerProcess.StartAsync(database);
        var doer = await TestTablet.SignedInAsync(one.Client());
        var watcher = await TestTablet.SignedInAsync(two.Client(), "lead", "saltmarsh-lead");
        var stranger = await TestTablet.SignedInAsync(two.Client(), "sandpiper", "saltmarsh-sandpiper");
        var (heard, unheard) = (ListenAsync(watcher.Client), ListenAsync(stranger.Client));
        await Task.WhenAll((await heard).Ready, (await unheard).Ready);
        var strand = await doer.StrandAsync(10);
        var begun = doer.Make(strand, new Begun(), 1);
        Assert.Equal((int[])[200], await doer.SendAsync(begun));
        var news = await (await heard).News.WaitAsync(TimeSpan.FromSeconds(10));
        Assert.Contains(strand.ToString(), news, StringComparison.Ordinal);
        // The tablet that did it knows it for its own, and fetches nothing.
        Assert.Contains($"\"device\":\"{begun.Device}\"", news, StringComparison.Ordinal);
        await Task.Delay(300, TestContext.Current.CancellationToken);
        Assert.False((await unheard).News.IsCompleted);
    }

    // Ready once the stream has said its first word; News is the first piece of news after it.
    private static async Task<(Task Ready, Task<string> News)> ListenAsync(HttpClient client)
    {
        var reader = new StreamReader(await client.GetStreamAsync("/api/v1/live"));
        var ready = new TaskCompletionSource();
        return (
            ready.Task,
            Task.Run(async () =>
            {
                while (await reader.ReadLineAsync() is { } line)
                {
                    ready.TrySetResult();
                    if (line == "event: news")
                    {
                        return (await reader.ReadLineAsync())!;
                    }
                }

                return string.Empty;
            })
        );
    }
}
