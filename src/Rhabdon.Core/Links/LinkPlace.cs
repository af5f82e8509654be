using System.Buffers.Binary;
using System.Text.Json.Serialization;

namespace Rhabdon.Core.Links;

/// <summary>A strand of a link, and what joins it to the one before.</summary>
/// <param name="Strand">From 1.</param>
/// <param name="Joint">Null for the first.</param>
public sealed record LinkPart(Guid Cable, int Strand, LinkJoint? Joint = null);

/// <summary>What joins two strands of a link.</summary>
[JsonConverter(typeof(EnumNames<LinkJoint>))]
public enum LinkJoint
{
    [JsonStringEnumMemberName("pair")]
    Pair,

    [JsonStringEnumMemberName("splice")]
    Splice,
}

/// <summary>Which link: a strand with both its ends, or a chain of strands, from the near end of the first to the far end of the last.</summary>
public sealed record LinkPlace(Guid Job, IReadOnlyList<LinkPart> Parts)
{
    /// <summary>Most strands in a chain.</summary>
    public const int MostParts = 20;

    /// <summary>A link of one strand.</summary>
    public static LinkPlace Of(Guid job, Guid cable, int strand) => new(job, [new LinkPart(cable, strand)]);

    /// <summary>
    /// Its stream. It follows from what it is of, so that two tablets that begin it with no network begin the same one: a UUID of version 8 (RFC 9562), the
    /// first bits of the SHA-256 of the job and its parts.
    /// </summary>
    [JsonIgnore]
    public Guid Id
    {
        get
        {
            const int partSize = 21;
            var of = new byte[16 + (partSize * Parts.Count)];
            Job.TryWriteBytes(of, bigEndian: true, out _);
            for (var part = 0; part < Parts.Count; part++)
            {
                var at = of.AsSpan(16 + (partSize * part), partSize);
                Parts[part].Cable.TryWriteBytes(at, bigEndian: true, out _);
                BinaryPrimitives.WriteInt32BigEndian(at[16..], Parts[part].Strand);
                at[20] = Parts[part].Joint is { } joint ? (byte)(1 + (int)joint) : (byte)0;
            }

            return HashedId.Of(of);
        }
    }

    /// <summary>True of a chain that can be: one strand at least, each named once, joints between them and nowhere else.</summary>
    [JsonIgnore]
    public bool IsWhole =>
        Parts.Count is > 0 and <= MostParts
        && Parts.All(p => p.Strand > 0)
        && Parts[0].Joint is null
        && Parts.Skip(1).All(p => p.Joint is not null)
        && Parts.Select(p => (p.Cable, p.Strand)).Distinct().Count() == Parts.Count;

    /// <summary>Two places are one if they name the same strands, joined alike.</summary>
    public bool Equals(LinkPlace? other) => other is not null && Job == other.Job && Parts.SequenceEqual(other.Parts);

    public override int GetHashCode() => HashCode.Combine(Job, Parts.Count, Parts.Count == 0 ? null : Parts[0]);
}
