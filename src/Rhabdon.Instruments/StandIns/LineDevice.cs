using System.Net;
using System.Net.Sockets;
using System.Text;

namespace Rhabdon.Instruments.StandIns;

/// <summary>A small device that answers lines over TCP, one for one, on loopback; <c>HANDS FAULT ...</c> makes it sick and well again.</summary>
/// <param name="answer">To a line; null for one that it does not know, which it answers with <c>ERROR</c>.</param>
public sealed class LineDevice(Func<string[], Malady, string?> answer) : IDisposable
{
    private static readonly TimeSpan TooSlow = TimeSpan.FromSeconds(5);

    private readonly TcpListener _listener = new(IPAddress.Loopback, 0);
    private Malady _malady;

    /// <summary>Once it has started.</summary>
    public int Port => ((IPEndPoint)_listener.LocalEndpoint).Port;

    public void Start() => _listener.Start();

    /// <summary>Answers until it is told to stop.</summary>
    public async Task RunAsync(CancellationToken stop)
    {
        try
        {
            while (true)
            {
                _ = ServeAsync(await _listener.AcceptTcpClientAsync(stop), stop);
            }
        }
        catch (OperationCanceledException)
        {
            _listener.Stop();
        }
    }

    public void Dispose() => _listener.Dispose();

    private async Task ServeAsync(TcpClient client, CancellationToken stop)
    {
        using (client)
        {
            try
            {
                using var reader = new StreamReader(client.GetStream(), Encoding.ASCII);
                while (await reader.ReadLineAsync(stop) is { } line)
                {
                    if (await AnswerAsync(line.Split(' ', StringSplitOptions.RemoveEmptyEntries), stop) is { } said)
                    {
                        await client.GetStream().WriteAsync(Encoding.ASCII.GetBytes($"{said}\n"), stop);
                    }
                }
            }
            catch (Exception fault) when (fault is IOException or OperationCanceledException)
            {
                // The other side is gone, or the device is.
            }
        }
    }

    // Null where it stays silent. A sick device still hears that it is to be well.
    private async Task<string?> AnswerAsync(string[] words, CancellationToken stop)
    {
        if (words is ["HANDS", "FAULT", var named])
        {
            return Enum.TryParse(named, ignoreCase: true, out _malady) ? "OK" : "ERROR";
        }

        switch (_malady)
        {
            case Malady.Dead:
                return null;
            case Malady.Garbage:
                return "\u0001?@~";
            case Malady.Slow:
                await Task.Delay(TooSlow, stop);
                break;
        }

        return answer(words, _malady) ?? "ERROR";
    }
}
