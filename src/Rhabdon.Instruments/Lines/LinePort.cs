using System.Net.Sockets;
using System.Text;

namespace Rhabdon.Instruments.Lines;

/// <summary>
/// One line out and one line back, over TCP (docs/instruments.md). Whatever the other side does, an answer comes within <see cref="Patience"/>.
/// </summary>
/// <param name="host">Name or address.</param>
public sealed class LinePort(string host, int port) : IDisposable
{
    /// <summary>Longest that one answer may take, the connection with it.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(1);

    private const int MostChars = 200;

    private readonly SemaphoreSlim _turn = new(1);
    private TcpClient? _line;

    /// <summary>A second line to the same instrument: what is asked there does not wait for what is asked here.</summary>
    public LinePort Beside() => new(host, port);

    public async Task<InstrumentAnswer<string>> AskAsync(string words, CancellationToken cancel)
    {
        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(Patience);
        try
        {
            await _turn.WaitAsync(patience.Token);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return new(null, InstrumentFault.Slow);
        }

        try
        {
            var answer = await ExchangeAsync(words, patience.Token);
            return answer is null ? Dropped(InstrumentFault.Garbage) : new(answer, null);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return Dropped(_line?.Connected == true ? InstrumentFault.Slow : InstrumentFault.Silent);
        }
        catch (OperationCanceledException)
        {
            Dropped(InstrumentFault.Slow);
            throw;
        }
        catch (Exception fault) when (fault is SocketException or IOException)
        {
            return Dropped(InstrumentFault.Silent);
        }
        finally
        {
            _turn.Release();
        }
    }

    public void Dispose()
    {
        _line?.Dispose();
        _turn.Dispose();
    }

    // Null for what is no line of text.
    private async Task<string?> ExchangeAsync(string words, CancellationToken patience)
    {
        if (_line?.Connected != true)
        {
            _line?.Dispose();
            _line = new TcpClient { NoDelay = true };
            await _line.ConnectAsync(host, port, patience);
        }

        var stream = _line.GetStream();
        await stream.WriteAsync(Encoding.ASCII.GetBytes($"{words}\n"), patience);
        var (text, one) = (new StringBuilder(), new byte[1]);
        while (await stream.ReadAsync(one, patience) > 0)
        {
            if (one[0] == '\n')
            {
                return text.ToString().TrimEnd('\r');
            }

            if (one[0] is not ((byte)'\r' or (>= 0x20 and < 0x7f)) || text.Length == MostChars)
            {
                return null;
            }

            text.Append((char)one[0]);
        }

        throw new IOException("The instrument hung up.");
    }

    // A late answer must never be taken for that of the next question.
    private InstrumentAnswer<string> Dropped(InstrumentFault fault)
    {
        _line?.Dispose();
        _line = null;
        return new(null, fault);
    }
}
