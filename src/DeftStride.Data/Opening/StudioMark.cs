using System.Globalization;
using System.Text;

namespace DeftStride.Data.Opening;

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

    /// <summary>The place of the last write that was answered for, or null when nothing (readable) was marked.</summary>
    public static long? Read(string folder)
    {
        var file = Path.Combine(folder, FileName);
        if (!File.Exists(file)) return null;
        var parts = File.ReadAllText(file).Split('\n')[0].Split(" at ");
        return parts is [Word, var place] && long.TryParse(place, NumberStyles.None, CultureInfo.InvariantCulture, out var last) ? last : null;
    }

    /// <summary>Goes on marking from a place; what was marked before stands until more is answered for.</summary>
    public static StudioMark Continue(string folder, long last)
    {
        var mark = new StudioMark(new FileStream(Path.Combine(folder, FileName), FileMode.OpenOrCreate, FileAccess.ReadWrite, FileShare.Read), last);
        mark.Write(last);
        mark._file.Flush(flushToDisk: true);
        return mark;
    }

    /// <summary>A write was committed and may be answered for.</summary>
    public void Reached(long place)
    {
        lock (_turn)
        {
            if (place <= _last) return;
            Write(place);
            _last = place;
        }
    }

    public void Dispose() => _file.Dispose();

    private void Write(long place)
    {
        // Always of one length, so that it is overwritten in one piece.
        RandomAccess.Write(_file.SafeFileHandle, Encoding.ASCII.GetBytes($"{Word} at {place:D20}\n"), 0);
    }
}
