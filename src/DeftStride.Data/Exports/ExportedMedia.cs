using System.Globalization;
using DeftStride.Data.Films;

namespace DeftStride.Data.Exports;

/// <summary>What a picture or film is called in an export: by the day on which it came and what it is, so that people find it.</summary>
internal static class ExportedMedia
{
    /// <param name="kind">"pictures" or "films".</param>
    /// <param name="came">When it was recorded; its day in UTC counts.</param>
    /// <param name="hash">SHA-256 of its file, hex.</param>
    /// <param name="ending">"webp", "mp4" or "webm".</param>
    public static string Path(string kind, DateTimeOffset came, string hash, string ending) =>
        string.Create(CultureInfo.InvariantCulture, $"{kind}/{came.UtcDateTime:yyyy-MM-dd}-{hash[..16]}.{ending}");

    public static string Ending(FilmType type) => type == FilmType.WebM ? "webm" : "mp4";
}
