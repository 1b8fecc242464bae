using System.Security.Cryptography;
using DeftStride.Data.Files;

namespace DeftStride.Data.Pictures;

/// <summary>A picture file that is there while the record that names it is being written; until that is done nothing sweeps it away.</summary>
internal sealed class KeptPicture(string hash, IDisposable writing) : IDisposable
{
    /// <summary>SHA-256 of the file, lower-case hex.</summary>
    public string Hash { get; } = hash;

    public void Dispose() => writing.Dispose();
}

/// <summary>An upload on the disk: memory holds none of it, however many come at once.</summary>
internal sealed class Upload(string file, IDisposable writing) : IDisposable
{
    public string File { get; } = file;

    public void Dispose()
    {
        System.IO.File.Delete(File);
        writing.Dispose();
    }
}

/// <summary>Pictures as files named by the SHA-256 of their content. A file is there whole or not at all.</summary>
internal sealed class PictureFolder(string folder)
{
    private const string Unfinished = ".part";
    private readonly UnderWay _underWay = new();

    /// <summary>
    /// Writes the content under a temporary name, syncs it and renames it. A file that is there already is read first: one
    /// that was damaged is written anew.
    /// </summary>
    public KeptPicture Keep(ReadOnlySpan<byte> content)
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(content));
        var writing = _underWay.Begin(hash);
        try
        {
            if (!Whole(hash))
                Write(content, PathOf(hash));
            return new KeptPicture(hash, writing);
        }
        catch
        {
            writing.Dispose();
            throw;
        }
    }

    private void Write(ReadOnlySpan<byte> content, string place)
    {
        DurableFiles.MakeFolder(folder);
        DurableFiles.MakeFolder(Path.GetDirectoryName(place)!);
        var temporary = Path.Combine(folder, $".{Guid.NewGuid():n}{Unfinished}");
        using var writing = _underWay.Begin(temporary);
        try
        {
            DurableFiles.Write(temporary, content);
            DurableFiles.Name(temporary, place);
        }
        catch
        {
            File.Delete(temporary);
            throw;
        }
    }

    /// <summary>A place on the disk for an upload while it comes in; it is gone when it is disposed.</summary>
    public Upload Receive()
    {
        DurableFiles.MakeFolder(folder);
        var file = Path.Combine(folder, $".{Guid.NewGuid():n}{Unfinished}");
        return new Upload(file, _underWay.Begin(file));
    }

    /// <summary>Whether the file is there and is what its name says.</summary>
    public bool Whole(string hash)
    {
        if (!File.Exists(PathOf(hash)))
            return false;
        using var file = File.OpenRead(PathOf(hash));
        return Convert.ToHexStringLower(SHA256.HashData(file)) == hash;
    }

    public string PathOf(string hash) => Path.Combine(folder, hash[..2], hash + ".webp");

    /// <summary>
    /// Takes away what was cut off while it was written, and files that no record names; never one that a request is still
    /// writing, nor one whose record may be on its way. Returns how many.
    /// </summary>
    public int Sweep(IReadOnlySet<string> named)
    {
        if (!Directory.Exists(folder))
            return 0;
        var gone = 0;
        foreach (var file in Directory.GetFiles(folder, "*", SearchOption.AllDirectories))
        {
            var hash = Path.GetFileNameWithoutExtension(file);
            var stray = file.EndsWith(Unfinished, StringComparison.Ordinal)
                ? !_underWay.Is(file)
                : file.EndsWith(".webp", StringComparison.Ordinal) && !named.Contains(hash) && !_underWay.Is(hash);
            if (!stray)
                continue;
            File.Delete(file);
            gone++;
        }

        return gone;
    }
}
