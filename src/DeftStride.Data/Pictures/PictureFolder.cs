using System.Collections.Concurrent;
using System.Security.Cryptography;
using DeftStride.Data.Files;

namespace DeftStride.Data.Pictures;

/// <summary>A picture file that is there while the record that names it is being written; until that is done nothing sweeps it away.</summary>
internal sealed class KeptPicture(string hash, Action done) : IDisposable
{
    /// <summary>SHA-256 of the file, lower-case hex.</summary>
    public string Hash { get; } = hash;

    public void Dispose() => done();
}

/// <summary>An upload on the disk: memory holds none of it, however many come at once.</summary>
internal sealed class Upload(string file, Action done) : IDisposable
{
    public string File { get; } = file;

    public void Dispose()
    {
        System.IO.File.Delete(File);
        done();
    }
}

/// <summary>Pictures as files named by the SHA-256 of their content. A file is there whole or not at all.</summary>
internal sealed class PictureFolder(string folder)
{
    private const string Unfinished = ".part";
    private readonly ConcurrentDictionary<string, int> _underWay = [];

    /// <summary>
    /// Writes the content under a temporary name, syncs it and renames it. A file that is there already is read first: one
    /// that was damaged is written anew.
    /// </summary>
    public KeptPicture Keep(ReadOnlySpan<byte> content)
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(content));
        Begin(hash);
        try
        {
            if (Whole(hash))
                return new KeptPicture(hash, () => End(hash));
            var place = PathOf(hash);
            DurableFiles.MakeFolder(folder);
            DurableFiles.MakeFolder(Path.GetDirectoryName(place)!);
            var temporary = Path.Combine(folder, $".{Guid.NewGuid():n}{Unfinished}");
            Begin(temporary);
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
            finally
            {
                End(temporary);
            }

            return new KeptPicture(hash, () => End(hash));
        }
        catch
        {
            End(hash);
            throw;
        }
    }

    /// <summary>A place on the disk for an upload while it comes in; it is gone when it is disposed.</summary>
    public Upload Receive()
    {
        DurableFiles.MakeFolder(folder);
        var file = Path.Combine(folder, $".{Guid.NewGuid():n}{Unfinished}");
        Begin(file);
        return new Upload(file, () => End(file));
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
                ? !_underWay.ContainsKey(file)
                : file.EndsWith(".webp", StringComparison.Ordinal)
                    && !named.Contains(hash)
                    && !_underWay.ContainsKey(hash);
            if (!stray)
                continue;
            File.Delete(file);
            gone++;
        }

        return gone;
    }

    private void Begin(string what) => _underWay.AddOrUpdate(what, 1, (_, n) => n + 1);

    private void End(string what)
    {
        while (_underWay.TryGetValue(what, out var n))
        {
            if (
                n > 1
                    ? _underWay.TryUpdate(what, n - 1, n)
                    : _underWay.TryRemove(new KeyValuePair<string, int>(what, n))
            )
                return;
        }
    }
}
