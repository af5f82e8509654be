using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Serialization;
using Rhabdon.Core;
using Rhabdon.Core.EndFaces;

namespace Rhabdon.Documents;

/// <summary>A picture in an archive.</summary>
/// <param name="Hash">SHA-256 of its file, which stands under <see cref="Path"/>.</param>
/// <param name="Media"><c>image/png</c>, <c>image/jpeg</c> or <c>image/bmp</c>.</param>
/// <param name="Terminations">Those that it shows.</param>
public sealed record ArchivedPicture(string Hash, string Media, IReadOnlyList<Guid> Terminations)
{
    /// <summary>Its place in the archive.</summary>
    [JsonIgnore]
    public string Path => $"pictures/{Hash}.{Media["image/".Length..]}";
}

/// <summary>
/// A job with its pictures and the buyers' own limits, as a zip (docs/formats.md): <c>job.json</c>, <c>limits/</c>, <c>pictures.json</c> and <c>pictures/</c>.
/// Written in one
/// order and with one date, so that what was imported exports again byte for byte.
/// </summary>
public sealed class JobArchive : IDisposable
{
    private const string JobPath = "job.json";
    private const string ListPath = "pictures.json";
    private const string LimitsFolder = "limits/";
    private const int MostEntries = 50_000;
    private const int MostLimits = 1_000;
    private const int MostOfLimits = 1024 * 1024;

    private static readonly string[] Media = ["image/png", "image/jpeg", "image/bmp"];

    // The earliest that a zip can say.
    private static readonly DateTimeOffset OneDate = new(1980, 1, 1, 0, 0, 0, TimeSpan.Zero);

    private readonly ZipArchive zip;

    private JobArchive(ZipArchive zip, JobFile job, IReadOnlyList<FaceLimits> limits, IReadOnlyList<ArchivedPicture> pictures) =>
        (this.zip, Job, Limits, Pictures) = (zip, job, limits, pictures);

    public JobFile Job { get; }

    /// <summary>The buyers' own that its looks were held against.</summary>
    public IReadOnlyList<FaceLimits> Limits { get; }

    public IReadOnlyList<ArchivedPicture> Pictures { get; }

    /// <param name="to">Need not be seekable.</param>
    /// <param name="fileOf">Gives a picture's file by its hash.</param>
    public static async Task WriteAsync(
        Stream to,
        JobFile job,
        IReadOnlyList<FaceLimits> limits,
        IReadOnlyList<ArchivedPicture> pictures,
        Func<string, Task<byte[]>> fileOf,
        CancellationToken cancel
    )
    {
        await using var zip = await ZipArchive.CreateAsync(to, ZipArchiveMode.Create, leaveOpen: true, entryNameEncoding: null, cancel);
        await AddAsync(JobPath, JobFile.Write(job), CompressionLevel.Optimal);
        foreach (var one in limits.OrderBy(l => l.Id, StringComparer.Ordinal).ThenBy(l => l.Version))
        {
            await AddAsync(
                $"{LimitsFolder}{one.Id}.{one.Version}.json",
                JsonSerializer.SerializeToUtf8Bytes(one, CoreJson.Default.FaceLimits),
                CompressionLevel.Optimal
            );
        }

        var listed = pictures.OrderBy(p => p.Hash, StringComparer.Ordinal).ToList();
        await AddAsync(ListPath, JsonSerializer.SerializeToUtf8Bytes(listed, ArchiveJson.Default.ListArchivedPicture), CompressionLevel.Optimal);
        foreach (var picture in listed)
        {
            // Packed already.
            await AddAsync(picture.Path, await fileOf(picture.Hash), CompressionLevel.NoCompression);
        }

        async Task AddAsync(string path, byte[] content, CompressionLevel level)
        {
            var entry = zip.CreateEntry(path, level);
            entry.LastWriteTime = OneDate;
            await using var open = await entry.OpenAsync(cancel);
            await open.WriteAsync(content, cancel);
        }
    }

    /// <param name="from">Seekable; the archive's from now on.</param>
    /// <param name="mostOfJob">Most bytes of the job's file.</param>
    /// <exception cref="JsonException">A part of it is not what it should be; the path names the place.</exception>
    /// <exception cref="InvalidDataException">It is no zip, lacks a part, or has one that is too large.</exception>
    public static async Task<JobArchive> ReadAsync(Stream from, int mostOfJob, CancellationToken cancel)
    {
        ZipArchive? zip = null;
        try
        {
            zip = await ZipArchive.CreateAsync(from, ZipArchiveMode.Read, leaveOpen: false, entryNameEncoding: null, cancel);
            var editions = zip.Entries.Where(e => e.FullName.StartsWith(LimitsFolder, StringComparison.Ordinal)).ToList();
            if (zip.Entries.Count > MostEntries || editions.Count > MostLimits)
            {
                throw new InvalidDataException($"It has more than {MostEntries} entries, or more than {MostLimits} editions of limits.");
            }

            var job = JobFile.Read(await PartAsync(zip, JobPath, mostOfJob, cancel));
            var limits = new List<FaceLimits>();
            foreach (var entry in editions)
            {
                limits.Add(
                    JsonSerializer.Deserialize(await PartAsync(zip, entry.FullName, MostOfLimits, cancel), CoreJson.Default.FaceLimits)
                        ?? throw new JsonException($"{entry.FullName} holds limits, not null.")
                );
            }

            var pictures = JsonSerializer.Deserialize(await PartAsync(zip, ListPath, mostOfJob, cancel), ArchiveJson.Default.ListArchivedPicture)
                ?? throw new JsonException($"{ListPath} holds a list, not null.");
            return pictures.TrueForAll(p => Media.Contains(p.Media))
                ? new JobArchive(zip, job, limits, pictures)
                : throw new JsonException($"{ListPath}: a picture's media is one of {string.Join(", ", Media)}.");
        }
        catch
        {
            zip?.Dispose();
            await from.DisposeAsync();
            throw;
        }
    }

    /// <summary>A picture's file.</summary>
    /// <exception cref="InvalidDataException">It is not there, or larger than that.</exception>
    public Task<byte[]> FileAsync(ArchivedPicture picture, int most, CancellationToken cancel) => PartAsync(zip, picture.Path, most, cancel);

    public void Dispose() => zip.Dispose();

    // Never more than that is unpacked, whatever the entry says of itself.
    private static async Task<byte[]> PartAsync(ZipArchive zip, string path, int most, CancellationToken cancel)
    {
        var entry = zip.GetEntry(path) ?? throw new InvalidDataException($"It has no {path}.");
        await using var open = await entry.OpenAsync(cancel);
        using var content = new MemoryStream();
        var piece = new byte[81_920];
        for (int read; (read = await open.ReadAsync(piece, cancel)) > 0; )
        {
            content.Write(piece, 0, read);
            if (content.Length > most)
            {
                throw new InvalidDataException($"{path} is larger than {most / 1024 / 1024} MB.");
            }
        }

        return content.ToArray();
    }
}

[JsonSourceGenerationOptions(
    JsonSerializerDefaults.Web,
    WriteIndented = true,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true
)]
[JsonSerializable(typeof(List<ArchivedPicture>))]
internal sealed partial class ArchiveJson : JsonSerializerContext;
