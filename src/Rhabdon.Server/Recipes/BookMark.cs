using System.Security.Cryptography;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using Rhabdon.Core;
using Rhabdon.Core.Recipes;

namespace Rhabdon.Server.Recipes;

/// <summary>What tells a book of recipes from any that holds something else, on every server instance alike: a hash of all of it.</summary>
internal static class BookMark
{
    public static string Of(RecipeBook book)
    {
        using var hash = IncrementalHash.CreateHash(HashAlgorithmName.SHA256);
        Add(book.Recipes, CoreJson.Default.PublishedRecipe);
        Add(book.Ladders, CoreJson.Default.PublishedReworkLadder);
        Add(book.OwnProfiles, CoreJson.Default.FaceLimits);
        return Convert.ToHexStringLower(hash.GetHashAndReset());

        void Add<T>(IEnumerable<T> parts, JsonTypeInfo<T> type)
        {
            foreach (var part in parts)
            {
                hash.AppendData(JsonSerializer.SerializeToUtf8Bytes(part, type));
            }
        }
    }

    public static string Of(IReadOnlyList<CrewTechnique> techniques) =>
        Convert.ToHexStringLower(SHA256.HashData(JsonSerializer.SerializeToUtf8Bytes(techniques, JsonSerializerOptions.Web)));
}
