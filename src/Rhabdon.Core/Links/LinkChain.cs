using System.Text.Json.Serialization;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Phrases;

namespace Rhabdon.Core.Links;

/// <summary>Strands of several cables joined one behind the other: so many links, each tested from its first end to its last.</summary>
/// <param name="Strands">How many links. 1 to 10,000.</param>
/// <param name="Parts">From the end that is called near; two at least.</param>
public sealed record LinkChain(string Name, int Strands, IReadOnlyList<ChainPart> Parts)
{
    private const int LongestName = 60;

    /// <summary>Mated pairs between the cables of each link.</summary>
    [JsonIgnore]
    public int Pairs => Parts.Count(p => p.Joint == LinkJoint.Pair);

    /// <summary>Splices between the cables of each link.</summary>
    [JsonIgnore]
    public int Splices => Parts.Count(p => p.Joint == LinkJoint.Splice);

    /// <param name="strand">Of the chain, from 1.</param>
    public LinkPlace PlaceOf(Guid job, int strand) => new(job, [.. Parts.Select(p => new LinkPart(p.Cable, p.StrandAt(strand), p.Joint))]);

    /// <summary>What of it cannot be, with its field; null when all can.</summary>
    /// <param name="cables">Those of the job: grade, and how many strands.</param>
    public (string Field, Phrase Says)? Fault(IReadOnlyDictionary<Guid, (FiberGrade Grade, int Strands)> cables)
    {
        if (string.IsNullOrWhiteSpace(Name) || Name.Trim().Length > LongestName)
        {
            return ("name", Phrase.Of(PhraseKeys.Limits.Text, ("most", $"{LongestName}")));
        }

        if (Parts.Count is < 2 or > LinkPlace.MostParts)
        {
            return ("parts", Phrase.Of(PhraseKeys.Chain.Parts, ("most", $"{LinkPlace.MostParts}")));
        }

        for (var at = 0; at < Parts.Count; at++)
        {
            var part = Parts[at];
            if (!cables.TryGetValue(part.Cable, out var cable))
            {
                return ($"parts[{at}].cable", Phrase.Of(PhraseKeys.Chain.Cable));
            }

            if (cable.Grade != cables[Parts[0].Cable].Grade)
            {
                return ($"parts[{at}].cable", Phrase.Of(PhraseKeys.Chain.Grade, ("grade", $"{cables[Parts[0].Cable].Grade}")));
            }

            if (part.Joint is null != (at == 0))
            {
                return ($"parts[{at}].joint", Phrase.Of(PhraseKeys.Chain.Joint));
            }

            if (part.First < 1 || Strands < 1 || part.StrandAt(Strands) > cable.Strands)
            {
                return ($"parts[{at}].first", Phrase.Of(PhraseKeys.Chain.Strands, ("strands", $"{cable.Strands}")));
            }

            if (Parts.Take(at).Any(p => p.Cable == part.Cable && Math.Abs(p.First - part.First) < Strands))
            {
                return ($"parts[{at}].first", Phrase.Of(PhraseKeys.Chain.Twice));
            }
        }

        return null;
    }
}

/// <param name="First">Its strand in the first link; the others follow one by one.</param>
/// <param name="Joint">To the part before; null for the first.</param>
public sealed record ChainPart(Guid Cable, int First, LinkJoint? Joint = null)
{
    /// <param name="strand">Of the chain, from 1.</param>
    public int StrandAt(int strand) => First + strand - 1;
}
