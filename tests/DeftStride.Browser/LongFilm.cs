using System.Buffers.Binary;
using System.Text.Json.Nodes;

namespace DeftStride.Browser;

/// <summary>A drawn clip several times behind itself: as long a film as a test needs, from one that ships with the app.</summary>
internal static class LongFilm
{
    private const uint Segment = 0x18538067;
    private const uint Info = 0x1549A966;
    private const uint Tracks = 0x1654AE6B;
    private const uint Cluster = 0x1F43B675;
    private const uint Timestamp = 0xE7;
    private const int Duration = 0x4489;

    private readonly record struct Element(uint Id, int Start, int Content, int End);

    /// <summary>The film so many times, in one file; its index is left out.</summary>
    public static byte[] Of(byte[] film, int times)
    {
        if (times == 1)
            return film;
        Element[] top = [.. In(film, 0, film.Length)];
        var segment = top.Single(e => e.Id == Segment);
        Element[] parts = [.. In(film, segment.Content, segment.End)];
        var info = parts.Single(e => e.Id == Info);
        var head = film[info.Start..info.End];
        var length = In(film, info.Content, info.End).Single(e => e.Id == Duration);
        var milliseconds =
            length.End - length.Content == 8
                ? BinaryPrimitives.ReadDoubleBigEndian(film.AsSpan(length.Content))
                : BinaryPrimitives.ReadSingleBigEndian(film.AsSpan(length.Content));
        var place = head.AsSpan(length.Content - info.Start);
        if (length.End - length.Content == 8)
            BinaryPrimitives.WriteDoubleBigEndian(place, milliseconds * times);
        else
            BinaryPrimitives.WriteSingleBigEndian(place, (float)(milliseconds * times));
        using var body = new MemoryStream();
        body.Write(head);
        var tracks = parts.Single(e => e.Id == Tracks);
        body.Write(film.AsSpan(tracks.Start..tracks.End));
        Span<byte> eight = stackalloc byte[8];
        for (var i = 0; i < times; i++)
        {
            foreach (var cluster in parts.Where(e => e.Id == Cluster))
            {
                var time = In(film, cluster.Content, cluster.End).First(e => e.Id == Timestamp);
                var at = 0L;
                foreach (var b in film.AsSpan(time.Content..time.End))
                    at = (at << 8) | b;
                var blocks = film.AsSpan(time.End..cluster.End);
                Write(body, Cluster, 10 + blocks.Length);
                Write(body, Timestamp, 8);
                BinaryPrimitives.WriteInt64BigEndian(eight, at + (long)Math.Round(i * milliseconds));
                body.Write(eight);
                body.Write(blocks);
            }
        }

        using var whole = new MemoryStream();
        whole.Write(film.AsSpan(..segment.Start));
        Write(whole, Segment, body.Length);
        body.WriteTo(whole);
        return whole.ToArray();
    }

    /// <summary>The points of the film so many times.</summary>
    public static JsonNode Track(JsonNode track, int times)
    {
        if (times == 1)
            return track;
        var frames = track["frames"]!.AsArray();
        var (last, before) = (frames[^1]!["seconds"]!.GetValue<double>(), frames[^2]!["seconds"]!.GetValue<double>());
        var longer = track.DeepClone();
        longer["frames"] = new JsonArray([
            .. Enumerable
                .Range(0, times)
                .SelectMany(i =>
                    frames.Select(f =>
                    {
                        var copy = f!.DeepClone();
                        copy["seconds"] = Math.Round(
                            copy["seconds"]!.GetValue<double>() + (i * (last + last - before)),
                            3
                        );
                        return copy;
                    })
                ),
        ]);
        return longer;
    }

    private static IEnumerable<Element> In(byte[] film, int from, int to)
    {
        for (var at = from; at < to; )
        {
            var (id, idLength) = Number(film, at, marked: true);
            var (size, sizeLength) = Number(film, at + idLength, marked: false);
            var content = at + idLength + sizeLength;
            yield return new Element((uint)id, at, content, content + (int)size);
            at = content + (int)size;
        }
    }

    private static (long Value, int Length) Number(byte[] film, int at, bool marked)
    {
        var length = System.Numerics.BitOperations.LeadingZeroCount((uint)film[at] << 24) + 1;
        long value = marked ? film[at] : film[at] & (0xFF >> length);
        for (var i = 1; i < length; i++)
            value = (value << 8) | film[at + i];
        return (value, length);
    }

    private static void Write(Stream to, uint id, long size)
    {
        Span<byte> bytes = stackalloc byte[12];
        BinaryPrimitives.WriteUInt32BigEndian(bytes, id);
        var skip = System.Numerics.BitOperations.LeadingZeroCount(id) / 8;
        if (id == Timestamp)
        {
            to.Write([(byte)id, (byte)(0x80 | size)]);
            return;
        }

        BinaryPrimitives.WriteUInt64BigEndian(bytes[4..], 0x0100_0000_0000_0000UL | (ulong)size);
        to.Write(bytes[skip..]);
    }
}
