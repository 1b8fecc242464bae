using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using MetadataExtractor;
using SkiaSharp;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

public sealed class PictureTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private int FilesKept =>
        System.IO.Directory.Exists(Path.Combine(_studio.Folder, "pictures"))
            ? System
                .IO.Directory.GetFiles(Path.Combine(_studio.Folder, "pictures"), "*", SearchOption.AllDirectories)
                .Length
            : 0;

    public static TheoryData<string, byte[], string> Bad =>
        new()
        {
            { "text named .png", Encoding.UTF8.GetBytes("this is a shopping list"), "Use a PNG, JPEG or WebP" },
            { "nothing", [], "empty" },
            { "HEIC", [0, 0, 0, 24, .. "ftypheic"u8, 0, 0, 0, 0], "JPEG" },
            { "cut short", Drawn()[..600], "damaged" },
            { "half a JPEG", Drawn(format: SKEncodedImageFormat.Jpeg)[..2000], "damaged" },
            { "only a head", [0x89, 0x50, 0x4E, 0x47, 0x0D, 0x0A, 0x1A, 0x0A], "damaged" },
            { "100,000 × 1", WithSize(Drawn(300, 300), 100_000, 1), "at least 200" },
            { "a bomb", WithSize(Drawn(300, 300), 30_000, 30_000), "40 megapixels" },
            { "too small", Drawn(120, 900), "at least 200" },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public async Task A_bad_picture_gets_a_clear_sentence_and_leaves_nothing(string kind, byte[] file, string says)
    {
        var client = await _studio.ClientAsync();
        using var answer = await _studio.PutPictureAsync(Guid.CreateVersion7(), client, file);
        var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.True(answer.StatusCode == HttpStatusCode.BadRequest, kind);
        Assert.Contains(says, Text(said, "detail"), StringComparison.Ordinal);
        Assert.Equal(0, FilesKept);
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["loosePictures"]!.AsArray());
    }

    [Fact]
    public async Task A_waiting_picture_says_what_it_was_taken_for_and_when()
    {
        var client = await _studio.ClientAsync();
        var (told, untold, wrong) = (Guid.CreateVersion7(), Guid.CreateVersion7(), Guid.CreateVersion7());
        async Task<HttpStatusCode> PutAsync(Guid id, string query)
        {
            using var answer = await _studio.Http.PutAsync(
                new Uri($"/api/pictures/{id}?client={client}{query}", UriKind.Relative),
                new ByteArrayContent(Drawn()) { Headers = { ContentType = new("application/octet-stream") } }
            );
            return answer.StatusCode;
        }

        Assert.Equal(HttpStatusCode.OK, await PutAsync(told, "&side=right&view=front&moment=halfUp"));
        Assert.Equal(HttpStatusCode.OK, await PutAsync(untold, ""));
        foreach (var bad in new[] { "&side=third", "&side=1", "&view=7", "&moment=", "&view=side%00" })
            Assert.Equal(HttpStatusCode.BadRequest, await PutAsync(wrong, bad));
        var waiting = (await _studio.GetAsync($"/api/clients/{client}"))["loosePictures"]!.AsArray();
        Assert.Equal([$"{told}", $"{untold}"], waiting.Select(p => Text(p!, "id")));
        Assert.Equal(
            ("right", "front", "halfUp"),
            (Text(waiting[0]!, "side"), Text(waiting[0]!, "view"), Text(waiting[0]!, "moment"))
        );
        Assert.Null(waiting[1]!["side"]);
        Assert.All(waiting, p => Assert.True((bool)p!["today"]!));
    }

    [Fact]
    public async Task More_than_25_MB_is_refused()
    {
        var client = await _studio.ClientAsync();
        using var answer = await _studio.PutPictureAsync(
            Guid.CreateVersion7(),
            client,
            new byte[(25 * 1024 * 1024) + 1]
        );
        Assert.Contains("larger than 25 MB", await answer.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        Assert.Equal(0, FilesKept);
    }

    [Theory]
    [InlineData(SKEncodedImageFormat.Png)]
    [InlineData(SKEncodedImageFormat.Jpeg)]
    [InlineData(SKEncodedImageFormat.Webp)]
    public async Task A_good_picture_is_encoded_anew_and_given_back_by_its_id(SKEncodedImageFormat format)
    {
        var client = await _studio.ClientAsync();
        var id = Guid.CreateVersion7();
        using var answer = await _studio.PutPictureAsync(id, client, Drawn(format: format));
        var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.Equal((800, 1000), (said["width"]!.GetValue<int>(), said["height"]!.GetValue<int>()));
        using var kept = await _studio.Http.GetAsync(new Uri($"/api/pictures/{id}", UriKind.Relative));
        Assert.Equal("image/webp", kept.Content.Headers.ContentType!.MediaType);
        using var bitmap = SKBitmap.Decode(await kept.Content.ReadAsByteArrayAsync());
        Assert.Equal((800, 1000), (bitmap.Width, bitmap.Height));
        Assert.InRange(bitmap.GetPixel(50, 50).Red, 235, 255);
        Assert.InRange(bitmap.GetPixel(50, 50).Green, 0, 30);
    }

    [Fact]
    public async Task Sent_again_it_is_the_same_picture_and_another_under_its_id_is_refused()
    {
        var client = await _studio.ClientAsync();
        var id = Guid.CreateVersion7();
        foreach (var expected in new[] { HttpStatusCode.OK, HttpStatusCode.OK })
        {
            using var answer = await _studio.PutPictureAsync(id, client, Drawn());
            Assert.Equal(expected, answer.StatusCode);
        }

        using var other = await _studio.PutPictureAsync(id, client, Drawn(500, 500));
        Assert.Equal(HttpStatusCode.Conflict, other.StatusCode);
        Assert.Equal(1, FilesKept);
    }

    // Each orientation mark with the corner that the red quarter (stored at the top left) must end up in.
    [Theory]
    [InlineData(1, 0, 0, false)]
    [InlineData(2, 1, 0, false)]
    [InlineData(3, 1, 1, false)]
    [InlineData(4, 0, 1, false)]
    [InlineData(5, 0, 0, true)]
    [InlineData(6, 1, 0, true)]
    [InlineData(7, 1, 1, true)]
    [InlineData(8, 0, 1, true)]
    public async Task Orientation_is_honoured_and_location_is_gone(int orientation, int right, int bottom, bool turned)
    {
        var client = await _studio.ClientAsync();
        var id = Guid.CreateVersion7();
        var file = WithExif(Drawn(600, 400, SKEncodedImageFormat.Jpeg), orientation);
        Assert.Contains(ImageMetadataReader.ReadMetadata(new MemoryStream(file)), d => d.Name == "GPS");
        using var answer = await _studio.PutPictureAsync(id, client, file);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        var kept = await _studio.Http.GetByteArrayAsync(new Uri($"/api/pictures/{id}", UriKind.Relative));
        using var bitmap = SKBitmap.Decode(kept);
        Assert.Equal(turned ? (400, 600) : (600, 400), (bitmap.Width, bitmap.Height));
        var corner = bitmap.GetPixel(right == 1 ? bitmap.Width - 20 : 20, bottom == 1 ? bitmap.Height - 20 : 20);
        Assert.True(corner.Green < 60, $"orientation {orientation}: {corner}");
        Assert.DoesNotContain(
            ImageMetadataReader.ReadMetadata(new MemoryStream(kept)),
            d => d.Name is "GPS" or "Exif IFD0"
        );
    }

    [Fact]
    public async Task A_picture_goes_when_its_days_are_over_and_the_look_that_it_was_read_in_stays_as_it_was()
    {
        var clock = new MovedClock(new DateTimeOffset(2026, 3, 10, 9, 0, 0, TimeSpan.Zero));
        using var studio = new StudioUnderTest(clock);
        var client = await studio.ClientAsync();
        var (other, sent) = (await studio.ClientAsync("Dov Tarrant"), Guid.CreateVersion7());
        var file = Drawn();
        using (var kept = await studio.PutPictureAsync(sent, client, file))
            Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        // The same picture of somebody else, whose pictures stay.
        var same = Guid.CreateVersion7();
        using (var kept = await studio.PutPictureAsync(same, other, file))
            Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        var look = await studio.CheckAsync(client, 4, 5);
        var before = (await studio.GetAsync($"/api/checks/{Text(look, "id")}"))["look"]!.ToJsonString();
        async Task<int> AfterAsync(int days)
        {
            clock.Now = clock.Now.AddDays(days);
            studio.Restart();
            await studio.SweptAsync();
            return (await studio.GetAsync("/api/pictures"))["count"]!.GetValue<int>();
        }

        async Task<HttpStatusCode> ShownAsync(Guid picture) =>
            (await studio.Http.GetAsync(new Uri($"/api/pictures/{picture}", UriKind.Relative))).StatusCode;

        var all = (await studio.GetAsync("/api/pictures"))["count"]!.GetValue<int>();
        Assert.True(all >= 3);
        // For ever unless it is said.
        Assert.Equal(all, await AfterAsync(2000));
        clock.Now = clock.Now.AddDays(-2000);
        await studio.SetAsync("pictures", "90");
        await studio.SetAsync("pictures", "always", other);
        var going = (await studio.GetAsync("/api/pictures"))["going"]!.AsArray();
        Assert.Equal("2026-06-01", Text(going.Single(), "month"));
        Assert.Equal("2026-06-08", Text(going.Single(), "first"));
        Assert.Equal(all - 1, going.Single()!["count"]!.GetValue<int>());
        Assert.Equal(all, await AfterAsync(90));
        Assert.Equal(HttpStatusCode.OK, await ShownAsync(sent));
        clock.Now = clock.Now.AddDays(1);
        var said = await studio.GetAsync("/api/pictures");
        Assert.Equal(all - 1, said["over"]!.GetValue<int>());
        Assert.Empty(said["going"]!.AsArray());
        Assert.Equal(1, await AfterAsync(0));

        using (var gone = await studio.Http.GetAsync(new Uri($"/api/pictures/{sent}", UriKind.Relative)))
        {
            Assert.Equal(HttpStatusCode.Gone, gone.StatusCode);
            Assert.Contains("days are over", await gone.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        }

        Assert.Equal(HttpStatusCode.OK, await ShownAsync(same));
        Assert.Single(
            System.IO.Directory.GetFiles(Path.Combine(studio.Folder, "pictures"), "*", SearchOption.AllDirectories)
        );
        Assert.Equal(before, (await studio.GetAsync($"/api/checks/{Text(look, "id")}"))["look"]!.ToJsonString());
        Assert.Empty((await studio.GetAsync($"/api/clients/{client}"))["loosePictures"]!.AsArray());
        // A device that sends it again is answered, and nothing comes back.
        using (var again = await studio.PutPictureAsync(sent, client, file))
            Assert.Equal(HttpStatusCode.OK, again.StatusCode);
        Assert.Equal(HttpStatusCode.Gone, await ShownAsync(sent));
        Assert.Equal(1, await AfterAsync(1));
        // Neither a backup nor an export misses what went.
        await studio.SendAsync(HttpMethod.Post, "/api/backups", new { }, HttpStatusCode.NoContent);
        Assert.Equal(0, (await studio.GetAsync("/api/backups"))["backups"]![0]!["missing"]!.GetValue<int>());
        using var zip = await studio.Http.GetAsync(new Uri("/api/export.zip", UriKind.Relative));
        using var archive = new System.IO.Compression.ZipArchive(await zip.Content.ReadAsStreamAsync());
        Assert.Single(archive.Entries, e => e.FullName.Contains("/pictures/", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_large_picture_is_kept_smaller_in_the_same_shape()
    {
        var client = await _studio.ClientAsync();
        using var answer = await _studio.PutPictureAsync(
            Guid.CreateVersion7(),
            client,
            Drawn(4000, 3000, SKEncodedImageFormat.Jpeg)
        );
        var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
        Assert.Equal((2400, 1800), (said["width"]!.GetValue<int>(), said["height"]!.GetValue<int>()));
    }

    /// <summary>A PNG whose head claims another size, with its checksum put right.</summary>
    private static byte[] WithSize(byte[] png, int width, int height)
    {
        var file = (byte[])png.Clone();
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(16), width);
        System.Buffers.Binary.BinaryPrimitives.WriteInt32BigEndian(file.AsSpan(20), height);
        var crc = 0xFFFFFFFFu;
        foreach (var b in file.AsSpan(12, 17))
        {
            crc ^= b;
            for (var k = 0; k < 8; k++)
                crc = (crc & 1) == 1 ? (crc >> 1) ^ 0xEDB88320 : crc >> 1;
        }

        System.Buffers.Binary.BinaryPrimitives.WriteUInt32BigEndian(file.AsSpan(29), ~crc);
        return file;
    }

    /// <summary>A JPEG with an orientation mark and a place in its metadata.</summary>
    private static byte[] WithExif(byte[] jpeg, int orientation)
    {
        byte[] tiff =
        [
            .. "II"u8,
            42,
            0,
            8,
            0,
            0,
            0,
            2,
            0,
            0x12,
            0x01,
            3,
            0,
            1,
            0,
            0,
            0,
            (byte)orientation,
            0,
            0,
            0,
            0x25,
            0x88,
            4,
            0,
            1,
            0,
            0,
            0,
            38,
            0,
            0,
            0,
            0,
            0,
            0,
            0,
            1,
            0,
            1,
            0,
            2,
            0,
            2,
            0,
            0,
            0,
            (byte)'N',
            0,
            0,
            0,
            0,
            0,
            0,
            0,
        ];
        var length = 2 + 6 + tiff.Length;
        return [0xFF, 0xD8, 0xFF, 0xE1, (byte)(length >> 8), (byte)length, .. "Exif"u8, 0, 0, .. tiff, .. jpeg[2..]];
    }
}
