using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace Rhabdon.Server.Tests;

/// <summary>The real server as a process of its own, to be killed as a machine kills: with no last words.</summary>
public sealed class ServerProcess : IAsyncDisposable
{
    private readonly string database;
    private readonly ConcurrentQueue<string> said = new();
    private Process? process;

    private ServerProcess(string database, int port)
    {
        this.database = database;
        Address = new Uri($"http://127.0.0.1:{port}");
    }

    public Uri Address { get; }

    /// <summary>The errors that it logged, for a test that fails.</summary>
    public string Errors => string.Join('\n', said.Where(line => line.Contains("\"@l\":\"Error\"", StringComparison.Ordinal)).TakeLast(3));

    public static async Task<ServerProcess> StartAsync(string database)
    {
        var server = new ServerProcess(database, FreePort());
        await server.StartAsync();
        return server;
    }

    public async Task StartAsync()
    {
        var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, "--urls", Address.ToString(), "--demo", "true"])
        {
            RedirectStandardOutput = true,
            Environment = { ["RHABDON_DATABASE"] = database },
        };
        process = Process.Start(start)!;
        process.OutputDataReceived += (_, line) => said.Enqueue(line.Data ?? "");
        process.BeginOutputReadLine();
        using var client = new HttpClient();
        for (var wait = 0; wait < 300; wait++)
        {
            try
            {
                if ((await client.GetAsync(new Uri(Address, "/health/ready"))).IsSuccessStatusCode)
                {
                    return;
                }
            }
            catch (HttpRequestException)
            {
                Assert.False(process.HasExited, "The server ended before it served.");
            }

            await Task.Delay(100);
        }

        Assert.Fail("The server did not become ready.");
    }

    /// <summary>SIGKILL, and gone when this returns.</summary>
    public async Task KillAsync()
    {
        process!.Kill();
        await process.WaitForExitAsync();
    }

    public HttpClient Client() => new(new HttpClientHandler { CookieContainer = new CookieContainer() }) { BaseAddress = Address };

    public async ValueTask DisposeAsync()
    {
        if (process is { HasExited: false })
        {
            await KillAsync();
        }

        process?.Dispose();
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
