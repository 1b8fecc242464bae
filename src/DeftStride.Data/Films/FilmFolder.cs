using System.Collections.Concurrent;
using System.Security.Cryptography;
using DeftStride.Data.Files;

namespace DeftStride.Data.Films;

/// <summary>How far a film has come in.</summary>
internal readonly record struct Arrived(long Bytes, bool Whole);

/// <summary>A film's file that is there while the record that names it is written; until then nothing sweeps it away.</summary>
internal sealed class KeptFilmFile(string hash, IDisposable writing) : IDisposable
{
    /// <summary>SHA-256 of the file, lower-case hex.</summary>
    public string Hash { get; } = hash;

    public void Dispose() => writing.Dispose();
}

/// <summary>
/// Films as files named by the SHA-256 of their content. One comes in piece by piece under the id of its clip, each piece on the disk
/// before it is answered for, so that a line that breaks, or a server, costs one piece; it gets its name once it is whole.
/// </summary>
internal sealed class FilmFolder(string folder)
{
    private const string Coming = ".coming";
    private readonly UnderWay _underWay = new();
    private readonly ConcurrentDictionary<string, (long Length, DateTime Written)> _sound = new();

    /// <summary>How much of a film is here.</summary>
    public long Bytes(Guid clip) => new FileInfo(ComingOf(clip)) is { Exists: true } file ? file.Length : 0;

    /// <summary>
    /// Writes a piece behind what is here and syncs it; returns how much is here then. A piece that begins later than that is left
    /// alone: the answer says where to go on.
    /// </summary>
    /// <exception cref="IOException">No room, or the same film comes in from elsewhere at the same moment.</exception>
    public async Task<long> AddAsync(Guid clip, long from, ReadOnlyMemory<byte> piece, CancellationToken stop)
    {
        var place = ComingOf(clip);
        DurableFiles.MakeFolder(folder);
        using var writing = _underWay.Begin(place);
        var known = File.Exists(place);
        await using var file = new FileStream(place, FileMode.OpenOrCreate, FileAccess.Write, FileShare.None, 1);
        var here = file.Length;
        if (from > here || from + piece.Length <= here)
            return here;
        file.Position = here;
        try
        {
            await file.WriteAsync(piece[(int)(here - from)..], stop);
            file.Flush(flushToDisk: true);
        }
        catch (Exception e)
        {
            // Whatever went wrong, what was answered for stays and no more.
            file.SetLength(here);
            if (e is ArgumentOutOfRangeException)
                throw new IOException("There is no room for this film.", DurableFiles.NoRoom) { Source = e.Source };
            throw;
        }

        if (!known)
            DurableFiles.SyncFolder(folder);
        return file.Length;
    }

    /// <summary>Where a film lies that has come in to its last byte.</summary>
    public string ComingOf(Guid clip) => Path.Combine(folder, $"{clip:n}{Coming}");

    /// <summary>Gives a film that has come in its name.</summary>
    public KeptFilmFile Finish(Guid clip)
    {
        var coming = ComingOf(clip);
        string hash;
        using (var file = File.OpenRead(coming))
            hash = Convert.ToHexStringLower(SHA256.HashData(file));
        var writing = _underWay.Begin(hash);
        try
        {
            DurableFiles.MakeFolder(Path.GetDirectoryName(PathOf(hash))!);
            DurableFiles.Name(coming, PathOf(hash));
            return new KeptFilmFile(hash, writing);
        }
        catch
        {
            writing.Dispose();
            throw;
        }
    }

    /// <summary>Takes away what came in of a film that is not kept.</summary>
    public void Drop(Guid clip) => File.Delete(ComingOf(clip));

    /// <summary>Keeps a film that lies elsewhere on the disk.</summary>
    public KeptFilmFile Keep(Guid clip, string file)
    {
        DurableFiles.MakeFolder(folder);
        File.Copy(file, ComingOf(clip), overwrite: true);
        DurableFiles.Sync(ComingOf(clip));
        return Finish(clip);
    }

    /// <summary>Whether the file is there and is what its name says. Read through once; after that a change of length or time is looked for.</summary>
    public bool Whole(string hash)
    {
        var file = new FileInfo(PathOf(hash));
        if (!file.Exists)
            return false;
        var now = (file.Length, file.LastWriteTimeUtc);
        if (_sound.TryGetValue(hash, out var then) && then == now)
            return true;
        using var stream = file.OpenRead();
        if (Convert.ToHexStringLower(SHA256.HashData(stream)) != hash)
            return false;
        _sound[hash] = now;
        return true;
    }

    public string PathOf(string hash) => Path.Combine(folder, hash[..2], hash + ".film");

    /// <summary>
    /// Takes away films that no record names, and what has come in of clips that are not waited for; never what a request is
    /// writing. Returns how many files.
    /// </summary>
    /// <param name="named">Hashes that records name.</param>
    /// <param name="awaited">Clips whose film is still to come.</param>
    public int Sweep(IReadOnlySet<string> named, IReadOnlySet<Guid> awaited)
    {
        if (!Directory.Exists(folder))
            return 0;
        var gone = 0;
        foreach (var file in Directory.GetFiles(folder, "*", SearchOption.AllDirectories))
        {
            var name = Path.GetFileNameWithoutExtension(file);
            var stray = file.EndsWith(Coming, StringComparison.Ordinal)
                ? !_underWay.Is(file) && !(Guid.TryParse(name, out var clip) && awaited.Contains(clip))
                : file.EndsWith(".film", StringComparison.Ordinal) && !named.Contains(name) && !_underWay.Is(name);
            if (!stray)
                continue;
            File.Delete(file);
            _sound.TryRemove(name, out _);
            gone++;
        }

        return gone;
    }
}
