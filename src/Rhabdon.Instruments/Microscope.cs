using System.Net.Http.Json;
using System.Text.Json;
using Rhabdon.Imaging;

namespace Rhabdon.Instruments;

/// <summary>
/// A microscope that gives still frames over HTTP: <c>GET /</c> what it is, as JSON; <c>GET /frame</c> the face that lies under it now, as PNG, JPEG or BMP.
/// Whatever it does, an answer comes within <see cref="Patience"/>.
/// </summary>
/// <param name="http">Without a base address there is no microscope.</param>
public sealed class Microscope(HttpClient http)
{
    /// <summary>Longest that one answer may take, whole.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromSeconds(3);

    private const int MostWords = 4096;

    public Task<InstrumentAnswer<InstrumentSays>> SaysAsync(CancellationToken cancel) =>
        AskAsync<InstrumentSays>(
            HttpMethod.Get,
            string.Empty,
            async (answer, patience) =>
                answer.Content.Headers.ContentLength is > MostWords ? null : await answer.Content.ReadFromJsonAsync<InstrumentSays>(patience),
            cancel
        );

    /// <summary>The face as it lies there now: the file as the microscope gave it.</summary>
    public Task<InstrumentAnswer<byte[]>> FrameAsync(CancellationToken cancel) => AskAsync<byte[]>(HttpMethod.Get, "frame", FileAsync, cancel);

    /// <summary>Lends a stand-in a pair of hands.</summary>
    public Task<InstrumentAnswer<string>> DoAsync(HandsAct act, CancellationToken cancel) =>
        AskAsync<string>(HttpMethod.Post, $"hands/{act}", (_, _) => Task.FromResult<string?>(string.Empty), cancel);

    private async Task<InstrumentAnswer<T>> AskAsync<T>(
        HttpMethod method,
        string path,
        Func<HttpResponseMessage, CancellationToken, Task<T?>> read,
        CancellationToken cancel
    )
        where T : class
    {
        if (http.BaseAddress is null)
        {
            return new(null, InstrumentFault.None);
        }

        using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
        patience.CancelAfter(Patience);
        try
        {
            using var request = new HttpRequestMessage(method, path);
            using var answer = await http.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, patience.Token);
            return !answer.IsSuccessStatusCode ? new(null, InstrumentFault.Silent)
                : await read(answer, patience.Token) is { } value ? new(value, null)
                : new(null, InstrumentFault.Garbage);
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return new(null, InstrumentFault.Slow);
        }
        catch (Exception fault) when (fault is JsonException or NotSupportedException)
        {
            return new(null, InstrumentFault.Garbage);
        }
        catch (Exception fault) when (fault is HttpRequestException or IOException)
        {
            return new(null, InstrumentFault.Silent);
        }
    }

    // Never more than a picture may hold, whatever length was promised.
    private static async Task<byte[]?> FileAsync(HttpResponseMessage answer, CancellationToken patience)
    {
        await using var stream = await answer.Content.ReadAsStreamAsync(patience);
        using var file = new MemoryStream();
        var buffer = new byte[64 * 1024];
        for (var read = await stream.ReadAsync(buffer, patience); read > 0; read = await stream.ReadAsync(buffer, patience))
        {
            file.Write(buffer, 0, read);
            if (file.Length > PictureReader.MostBytes || PictureReader.MediaOf(file.GetBuffer().AsSpan(0, (int)file.Length)) is null)
            {
                return null;
            }
        }

        return file.Length == 0 ? null : file.ToArray();
    }
}
