using System.Buffers.Binary;

namespace DeftStride.Data.Films;

/// <summary>How a film is packed. Files name it.</summary>
internal enum FilmType
{
    Mp4,
    WebM,
}

/// <summary>Why a film is not kept, in a sentence that says what to do.</summary>
internal sealed class FilmRefusedException(string sentence) : Exception(sentence);

/// <summary>
/// Looks at a film that has come in by its content, without decoding it: it must be whole, hold one picture track and no sound, and carry
/// nothing beside (where it was filmed, by whom, with what). The device sends films so; this says no to anything else.
/// </summary>
internal static class FilmIntake
{
    public const long MostBytes = 300L * 1024 * 1024;

    /// <summary>Boxes that lie beside pictures and say something of who filmed, or where.</summary>
    private static readonly string[] Beside = ["udta", "meta", "uuid", "xml "];

    private static readonly string[] Folders = ["moov", "trak", "mdia", "moof", "traf"];

    private const ulong Ebml = 0x1A45DFA3;
    private const ulong Segment = 0x18538067;
    private const ulong Info = 0x1549A966;
    private const ulong Tracks = 0x1654AE6B;
    private const ulong TrackEntry = 0xAE;
    private const ulong TrackKind = 0x83;
    private const ulong Cluster = 0x1F43B675;
    private const ulong TagsPart = 0x1254C367;
    private const ulong Attachments = 0x1941A469;
    private const ulong PictureTrack = 1;

    /// <summary>What it is packed as.</summary>
    /// <exception cref="FilmRefusedException">It is cut off, no film, or carries more than pictures.</exception>
    public static FilmType Check(string file)
    {
        using var stream = File.OpenRead(file);
        Span<byte> head = stackalloc byte[12];
        if (stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) < head.Length)
            throw Damaged();
        stream.Position = 0;
        if (head[4..8].SequenceEqual("ftyp"u8))
        {
            var found = new Found();
            Boxes(stream, 0, stream.Length, found, depth: 0);
            found.Judge();
            return FilmType.Mp4;
        }

        if (BinaryPrimitives.ReadUInt32BigEndian(head) == Ebml)
        {
            var found = new Found();
            Elements(stream, 0, stream.Length, found, depth: 0);
            found.Judge();
            return FilmType.WebM;
        }

        throw new FilmRefusedException(
            "This is not a film that can be kept. Its points and pictures stay; leave the film out."
        );
    }

    private static FilmRefusedException Damaged() =>
        new("The film is damaged or cut short. Its points and pictures stay; leave the film out, or film again.");

    private static FilmRefusedException More(string what) =>
        new($"The film carries {what}. Only pictures are kept: send it from this app, which leaves the rest out.");

    private static void Boxes(Stream stream, long from, long to, Found found, int depth)
    {
        Span<byte> head = stackalloc byte[16];
        for (var at = from; at < to; )
        {
            stream.Position = at;
            if (to - at < 8 || stream.ReadAtLeast(head[..8], 8, throwOnEndOfStream: false) < 8)
                throw Damaged();
            long size = BinaryPrimitives.ReadUInt32BigEndian(head);
            var kind = System.Text.Encoding.Latin1.GetString(head[4..8]);
            var begins = at + 8;
            if (size == 1)
            {
                if (stream.ReadAtLeast(head[8..16], 8, throwOnEndOfStream: false) < 8)
                    throw Damaged();
                size = BinaryPrimitives.ReadInt64BigEndian(head[8..16]);
                begins += 8;
            }
            else if (size == 0)
            {
                size = to - at;
            }

            if (size < begins - at || size > to - at)
                throw Damaged();
            if (Beside.Contains(kind))
                throw More("something beside its pictures");
            if (kind == "mdat")
                found.Pictures = true;
            if (kind == "hdlr")
                found.Track(Handler(stream, begins, at + size) == "vide");
            if (depth < 4 && Folders.Contains(kind))
                Boxes(stream, begins, at + size, found, depth + 1);
            at += size;
        }
    }

    /// <summary>What a track is for: the four letters after version, flags and a reserved word.</summary>
    private static string Handler(Stream stream, long begins, long ends)
    {
        Span<byte> text = stackalloc byte[4];
        stream.Position = begins + 8;
        if (ends - begins < 12 || stream.ReadAtLeast(text, 4, throwOnEndOfStream: false) < 4)
            throw Damaged();
        return System.Text.Encoding.Latin1.GetString(text);
    }

    private static void Elements(Stream stream, long from, long to, Found found, int depth)
    {
        stream.Position = from;
        while (stream.Position < to)
        {
            var id = Number(stream, keepMark: true, out _);
            var size = Number(stream, keepMark: false, out var unknown);
            var begins = stream.Position;
            // Without a length it goes to the end of what holds it: so writes a camera that was cut off.
            if (unknown || (long)size > to - begins)
                throw Damaged();
            var ends = begins + (long)size;
            if (id is TagsPart or Attachments)
                throw More("something beside its pictures");
            if (id == Cluster)
                found.Pictures = true;
            if (id == TrackKind && size == 1)
                found.Track(stream.ReadByte() == (int)PictureTrack);
            if (depth < 3 && id is Segment or Tracks or TrackEntry or Info)
                Elements(stream, begins, ends, found, depth + 1);
            stream.Position = ends;
        }
    }

    /// <summary>A number of a length that its first byte says; <paramref name="unknown"/> where all its bits are set.</summary>
    private static ulong Number(Stream stream, bool keepMark, out bool unknown)
    {
        var first = stream.ReadByte();
        if (first <= 0)
            throw Damaged();
        var more = System.Numerics.BitOperations.LeadingZeroCount((uint)first) - 24;
        var value = keepMark ? (ulong)first : (ulong)(first & ((1 << (7 - more)) - 1));
        var full = value == (ulong)((1 << (7 - more)) - 1);
        for (var i = 0; i < more; i++)
        {
            var next = stream.ReadByte();
            if (next < 0)
                throw Damaged();
            full &= next == 0xFF;
            value = (value << 8) | (uint)next;
        }

        unknown = !keepMark && full;
        return value;
    }

    /// <summary>What was come by.</summary>
    private sealed class Found
    {
        private int _pictureTracks;

        public bool Pictures { get; set; }

        public void Track(bool pictures)
        {
            if (!pictures)
                throw More("sound");
            _pictureTracks++;
        }

        public void Judge()
        {
            if (_pictureTracks != 1 || !Pictures)
                throw Damaged();
        }
    }
}
