using System.Security.Cryptography;

namespace DeftStride.Data.Pictures;

/// <summary>Pictures as files named by the SHA-256 of their content. A file is there whole or not at all.</summary>
internal sealed class PictureFolder(string folder)
{
    /// <summary>Writes the content under a temporary name, syncs it and renames it; returns its hash in lower-case hex.</summary>
    public string Keep(ReadOnlySpan<byte> content)
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(content));
        var place = PathOf(hash);
        if (File.Exists(place)) return hash;
        Directory.CreateDirectory(Path.GetDirectoryName(place)!);
        var temporary = Path.Combine(folder, $".{Guid.NewGuid():n}.part");
        using (var file = new FileStream(temporary, FileMode.CreateNew))
        {
            file.Write(content);
            file.Flush(flushToDisk: true);
        }

        File.Move(temporary, place, overwrite: true);
        return hash;
    }

    public string PathOf(string hash) => Path.Combine(folder, hash[..2], hash + ".webp");
}
