using System.Globalization;
using System.Text;

namespace DeftStride.Data.Files;

/// <summary>
/// How far the studio had come, kept beside its database: the place in the order of the last write that was answered for. A
/// database that knows less has lost something, which SQLite itself cannot tell: a log that was cut or garbled looks to it
/// like one that was never longer.
/// </summary>
/// <remarks>
/// Written after each commit and before its answer, as one short line in place, and not synced: a kill leaves it, a power cut
/// may leave an older one, and it is never ahead of what the database has synced.
/// </remarks>
internal sealed class StudioMark : IDisposable
{
    public const string FileName = "studio.mark";
    private const string Word = "deft-stride mark 1";
    private readonly FileStream _file;
    private readonly Lock _turn = new();
    private long _last;

    private StudioMark(FileStream file, long last) => (_file, _last) = (file, last);

    /// <summary>What was marked, or null when nothing (readable) was.</summary>
    public static Marked? Read(string folder)
    {
        var file = Path.Combine(folder, FileName);
        if (!File.Exists(file))
            return null;
        var parts = File.ReadAllText(file).Split('\n')[0].Split(' ');
        static bool Number(string text, out long number) =>
            long.TryParse(text, NumberStyles.None, CultureInfo.InvariantCulture, out number);
        return
            parts is [.. var word, "at", var place, "closed", var length, var written]
            && string.Join(' ', word) == Word
            && Number(place, out var last)
            && Number(length, out var bytes)
            && Number(written, out var ticks)
            ? new Marked(last, bytes, ticks)
            : null;
    }

    /// <summary>Goes on marking from a place; what was marked before stands until more is answered for.</summary>
    public static StudioMark Continue(string folder, long last)
    {
        var mark = new StudioMark(
            new FileStream(Path.Combine(folder, FileName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.Read),
            last
        );
        mark.Write(last, 0, 0);
        mark._file.Flush(flushToDisk: true);
        return mark;
    }

    /// <summary>The database was closed whole, its log folded in: as long as the file stays as it is now, it need not be read through.</summary>
    public void Closed(string database)
    {
        lock (_turn)
        {
            var file = new FileInfo(database);
            if (_file.SafeFileHandle.IsClosed || !file.Exists || File.Exists(database + "-wal"))
                return;
            Write(_last, file.Length, file.LastWriteTimeUtc.Ticks);
            _file.Flush(flushToDisk: true);
        }
    }

    /// <summary>A write was committed and may be answered for.</summary>
    public void Reached(long place)
    {
        lock (_turn)
        {
            if (place <= _last || _file.SafeFileHandle.IsClosed)
                return;
            Write(place, 0, 0);
            _last = place;
        }
    }

    public void Dispose()
    {
        // A stop may be asked for from two sides at once: whoever comes second finds it closed.
        lock (_turn)
            _file.Dispose();
    }

    private void Write(long place, long length, long ticks)
    {
        // Always of one length, so that it is overwritten in one piece.
        RandomAccess.Write(
            _file.SafeFileHandle,
            Encoding.ASCII.GetBytes($"{Word} at {place:D20} closed {length:D20} {ticks:D20}\n"),
            0
        );
    }
}

/// <summary>How far a studio had come, and how its database lay when it was closed whole (0 bytes while it is open, or was killed).</summary>
internal sealed record Marked(long Last, long Bytes, long Ticks)
{
    /// <summary>Whether a database is byte for byte the one that was closed, as far as its size and time tell.</summary>
    public bool Unchanged(string database) =>
        Bytes > 0
        && new FileInfo(database) is var file
        && file.Length == Bytes
        && file.LastWriteTimeUtc.Ticks == Ticks
        && !File.Exists(database + "-wal");
}
