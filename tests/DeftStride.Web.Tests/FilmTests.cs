using System.Net;
using System.Net.Http.Headers;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Data.Films;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>The points and the film of a clip on their way into the studio, in pieces, over lines that break, and out again.</summary>
public sealed class FilmTests : IDisposable
{
    private static readonly byte[] Film = File.ReadAllBytes(
        Path.Combine(Checkout.Root, "src/DeftStride.Demo/Clips/dov-front-right.webm")
    );

    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private string[] Files =>
        Directory.Exists(Path.Combine(_studio.Folder, "films"))
            ? Directory.GetFiles(Path.Combine(_studio.Folder, "films"), "*", SearchOption.AllDirectories)
            : [];

    private static JsonObject Clip(Guid id, Guid client, long? bytes, Guid? supersedes = null, double x = 270) =>
        new()
        {
            ["id"] = id,
            ["clientId"] = client,
            ["exerciseId"] = "split-squat-to-pad",
            ["view"] = "front",
            ["side"] = null,
            ["width"] = 540,
            ["height"] = 960,
            ["rate"] = 30,
            ["frames"] = new JsonArray(
                new JsonObject { ["seconds"] = 0, ["points"] = new JsonArray(x, 200, 0.9) },
                new JsonObject { ["seconds"] = 0.07, ["points"] = new JsonArray() }
            ),
            ["film"] = bytes is { } b
                ? new JsonObject
                {
                    ["type"] = "webM",
                    ["bytes"] = b,
                    ["offset"] = 0.5,
                }
                : null,
            ["supersedes"] = supersedes,
        };

    private async Task<(HttpStatusCode Code, JsonNode Said)> PutAsync(string path, HttpContent content)
    {
        using var answer = await _studio.Http.PutAsync(new Uri(path, UriKind.Relative), content);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync())!);
    }

    private Task<(HttpStatusCode Code, JsonNode Said)> ClipAsync(JsonObject clip) =>
        PutAsync(
            $"/api/clips/{clip["id"]!.GetValue<Guid>()}",
            new StringContent(clip.ToJsonString(), null, "application/json")
        );

    private Task<(HttpStatusCode Code, JsonNode Said)> PieceAsync(Guid id, byte[] film, int from, int length) =>
        PutAsync(
            $"/api/films/{id}?from={from}",
            new ByteArrayContent(film, from, length)
            {
                Headers = { ContentType = new MediaTypeHeaderValue("application/octet-stream") },
            }
        );

    private async Task<Guid> WaitedForAsync(long bytes)
    {
        var id = Guid.CreateVersion7();
        Assert.Equal(HttpStatusCode.OK, (await ClipAsync(Clip(id, await _studio.ClientAsync(), bytes))).Code);
        return id;
    }

    [Fact]
    public async Task A_film_comes_in_pieces_goes_on_where_the_line_broke_and_is_given_out_by_ranges()
    {
        var id = await WaitedForAsync(Film.Length);
        Assert.Equal(100_000, (await PieceAsync(id, Film, 0, 100_000)).Said["bytes"]!.GetValue<int>());
        // The server stops; what was answered for is there, whoever asks.
        _studio.Restart();
        Assert.Equal(100_000, (await _studio.GetAsync($"/api/films/{id}/arrived"))["bytes"]!.GetValue<int>());
        // A piece that came already and one that comes too early change nothing, and say where to go on.
        Assert.Equal(100_000, (await PieceAsync(id, Film, 0, 60_000)).Said["bytes"]!.GetValue<int>());
        Assert.Equal(100_000, (await PieceAsync(id, Film, 200_000, 1000)).Said["bytes"]!.GetValue<int>());
        // One that laps over counts for what is new.
        Assert.Equal(150_000, (await PieceAsync(id, Film, 90_000, 60_000)).Said["bytes"]!.GetValue<int>());
        var last = await PieceAsync(id, Film, 150_000, Film.Length - 150_000);
        Assert.True(last.Said["whole"]!.GetValue<bool>());
        Assert.True((await PieceAsync(id, Film, 0, 1000)).Said["whole"]!.GetValue<bool>());

        Assert.Equal(Film, await _studio.Http.GetByteArrayAsync(new Uri($"/api/films/{id}", UriKind.Relative)));
        using var part = new HttpRequestMessage(HttpMethod.Get, $"/api/films/{id}");
        part.Headers.Range = new RangeHeaderValue(1000, 1999);
        using var answer = await _studio.Http.SendAsync(part);
        Assert.Equal(HttpStatusCode.PartialContent, answer.StatusCode);
        Assert.Equal("video/webm", answer.Content.Headers.ContentType!.MediaType);
        Assert.Equal(Film[1000..2000], await answer.Content.ReadAsByteArrayAsync());
        _studio.Restart();
        Assert.Equal(Film, await _studio.Http.GetByteArrayAsync(new Uri($"/api/films/{id}", UriKind.Relative)));
    }

    [Fact]
    public async Task Points_are_kept_once_followed_stickers_take_their_place_and_consent_is_recorded()
    {
        var (client, id, later) = (await _studio.ClientAsync(), Guid.CreateVersion7(), Guid.CreateVersion7());
        var clip = Clip(id, client, Film.Length);
        Assert.Equal(HttpStatusCode.OK, (await ClipAsync(clip)).Code);
        Assert.Equal(HttpStatusCode.OK, (await ClipAsync(clip)).Code);
        Assert.Equal(HttpStatusCode.Conflict, (await ClipAsync(Clip(id, client, 12))).Code);
        Assert.True((await _studio.GetAsync($"/api/clients/{client}"))["client"]!["pictureConsent"]!.GetValue<bool>());

        Assert.Equal(HttpStatusCode.OK, (await ClipAsync(Clip(later, client, null, id, x: 271))).Code);
        var read = await _studio.GetAsync($"/api/clips/{id}");
        Assert.Equal(271, read["frames"]![0]!["points"]![0]!.GetValue<double>());
        Assert.Equal(0.5, read["film"]!["offset"]!.GetValue<double>());
        // Another client's clip is not replaced, and a film comes once.
        var (other, stranger) = (Guid.CreateVersion7(), await _studio.ClientAsync("Wren Fenwick"));
        Assert.Equal(HttpStatusCode.BadRequest, (await ClipAsync(Clip(other, stranger, null, later))).Code);
    }

    public static TheoryData<string, byte[], string> Bad =>
        new()
        {
            { "text", "a shopping list, long enough to look at"u8.ToArray(), "not a film that can be kept" },
            { "cut off", Film[..200_000], "damaged or cut short" },
            { "head alone", Film[..300], "damaged or cut short" },
            { "with sound", Mp4("soun"), "carries sound" },
            { "with a place", Mp4("vide", "udta"), "something beside its pictures" },
            { "a box longer than the file", [.. Mp4("vide")[..^4]], "damaged or cut short" },
            { "two tracks", Mp4("vide", "trak2"), "damaged or cut short" },
        };

    /// <summary>The bones of an MP4 with one track of a kind, and something beside it.</summary>
    private static byte[] Mp4(string handler, string? beside = null)
    {
        static byte[] Box(string kind, params byte[][] content)
        {
            var body = content.SelectMany(c => c).ToArray();
            var size = body.Length + 8;
            return
            [
                (byte)(size >> 24),
                (byte)(size >> 16),
                (byte)(size >> 8),
                (byte)size,
                .. System.Text.Encoding.ASCII.GetBytes(kind),
                .. body,
            ];
        }

        var track = Box(
            "trak",
            Box("mdia", Box("hdlr", [.. new byte[8], .. System.Text.Encoding.ASCII.GetBytes(handler)]))
        );
        byte[] more = beside switch
        {
            "udta" => Box("udta", Box("name", [1, 2, 3])),
            "trak2" => track,
            _ => [],
        };
        return [.. Box("ftyp", "isom"u8.ToArray()), .. Box("moov", track, more), .. Box("mdat", new byte[64])];
    }

    [Theory]
    [MemberData(nameof(Bad))]
    public async Task What_is_not_a_clean_film_gets_a_sentence_and_leaves_nothing(string kind, byte[] film, string says)
    {
        var id = await WaitedForAsync(film.Length);
        var (code, said) = await PieceAsync(id, film, 0, film.Length);
        Assert.True(code == HttpStatusCode.BadRequest, kind);
        Assert.Contains(says, Text(said, "detail"), StringComparison.Ordinal);
        Assert.Empty(Files);
        using var none = await _studio.Http.GetAsync(new Uri($"/api/films/{id}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.NotFound, none.StatusCode);
        // The points stay.
        Assert.Equal(2, (await _studio.GetAsync($"/api/clips/{id}"))["frames"]!.AsArray().Count);
    }

    [Fact]
    public void A_clean_film_of_either_kind_is_told_apart()
    {
        var file = Path.Combine(_studio.Folder, "one");
        File.WriteAllBytes(file, Film);
        Assert.Equal(FilmType.WebM, FilmIntake.Check(file));
        File.WriteAllBytes(file, Mp4("vide"));
        Assert.Equal(FilmType.Mp4, FilmIntake.Check(file));
    }

    [Fact]
    public async Task Nobody_sends_a_film_of_which_no_points_are_kept_and_more_than_was_said_is_refused()
    {
        Assert.Equal(HttpStatusCode.NotFound, (await PieceAsync(Guid.CreateVersion7(), Film, 0, 1000)).Code);
        var id = await WaitedForAsync(1000);
        Assert.Equal(HttpStatusCode.BadRequest, (await PieceAsync(id, Film, 0, 2000)).Code);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (await ClipAsync(Clip(Guid.CreateVersion7(), await _studio.ClientAsync("Tamsin Roe"), 400_000_000))).Code
        );
        Assert.Empty(Files);
    }

    [Fact]
    public async Task A_sweep_takes_what_nothing_names_and_leaves_what_is_still_coming()
    {
        var id = await WaitedForAsync(Film.Length);
        await PieceAsync(id, Film, 0, 1000);
        var stray = Path.Combine(_studio.Folder, "films", "ab", new string('a', 64) + ".film");
        Directory.CreateDirectory(Path.GetDirectoryName(stray)!);
        File.WriteAllText(stray, "x");
        var lost = Path.Combine(_studio.Folder, "films", $"{Guid.NewGuid():n}.coming");
        File.WriteAllText(lost, "x");
        _studio.Restart();
        await _studio.SweptAsync();
        Assert.False(File.Exists(stray) || File.Exists(lost));
        Assert.Equal(1000, (await _studio.GetAsync($"/api/films/{id}/arrived"))["bytes"]!.GetValue<int>());
        await PieceAsync(id, Film, 1000, Film.Length - 1000);
        _studio.Restart();
        await _studio.SweptAsync();
        Assert.Single(Files);
        // Damaged on the disk it is said, never shown; sent again it is whole.
        File.WriteAllBytes(Files[0], Film[..5000]);
        using (var gone = await _studio.Http.GetAsync(new Uri($"/api/films/{id}", UriKind.Relative)))
            Assert.Equal(HttpStatusCode.Gone, gone.StatusCode);
        Assert.True((await PieceAsync(id, Film, 0, Film.Length)).Said["whole"]!.GetValue<bool>());
        Assert.Equal(Film, await _studio.Http.GetByteArrayAsync(new Uri($"/api/films/{id}", UriKind.Relative)));
    }

    [Fact]
    public async Task A_film_goes_when_its_days_are_over_its_points_stay_and_what_is_kept_is_said()
    {
        var clock = new MovedClock(new DateTimeOffset(2026, 3, 10, 9, 0, 0, TimeSpan.Zero));
        using var studio = new StudioUnderTest(clock);
        var client = await studio.ClientAsync();
        var (id, ever) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        async Task SendAsync(Guid clip)
        {
            using var points = new StringContent(
                Clip(clip, client, Film.Length).ToJsonString(),
                null,
                "application/json"
            );
            using var kept = await studio.Http.PutAsync(new Uri($"/api/clips/{clip}", UriKind.Relative), points);
            Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
            using var film = new ByteArrayContent(Film);
            film.Headers.ContentType = new("application/octet-stream");
            using var came = await studio.Http.PutAsync(new Uri($"/api/films/{clip}?from=0", UriKind.Relative), film);
            Assert.True(JsonNode.Parse(await came.Content.ReadAsStringAsync())!["whole"]!.GetValue<bool>());
        }

        async Task<int> FilesAfterAsync(int days)
        {
            clock.Now = clock.Now.AddDays(days);
            studio.Restart();
            await studio.SweptAsync();
            Assert.Equal(2, (await studio.GetAsync($"/api/clips/{id}"))["frames"]!.AsArray().Count);
            return (await studio.GetAsync("/api/films"))["films"]!.AsArray().Count;
        }

        await SendAsync(id);
        var said = await studio.GetAsync("/api/films");
        Assert.Equal(Film.Length, said["bytes"]!.GetValue<long>());
        Assert.Equal("2026-04-09", Text(said["films"]![0], "lastDay"));
        Assert.Equal(1, await FilesAfterAsync(30));
        Assert.Equal(0, await FilesAfterAsync(1));
        using (var gone = await studio.Http.GetAsync(new Uri($"/api/films/{id}", UriKind.Relative)))
        {
            Assert.Equal(HttpStatusCode.NotFound, gone.StatusCode);
            Assert.Contains(
                "days of this film are over",
                await gone.Content.ReadAsStringAsync(),
                StringComparison.Ordinal
            );
        }

        // A device that still had it lets it go; nothing comes back.
        Assert.True((await studio.GetAsync($"/api/films/{id}/arrived"))["whole"]!.GetValue<bool>());
        await studio.SetAsync("films", "always");
        await SendAsync(ever);
        Assert.Equal(1, await FilesAfterAsync(4000));
        // Points alone: what is here goes at the next sweep, what comes is not taken.
        await studio.SetAsync("films", "points");
        Assert.Equal(0, await FilesAfterAsync(1));
        await SendAsync(Guid.CreateVersion7());
        Assert.Equal(0, await FilesAfterAsync(0));
        Assert.Empty(Directory.GetFiles(Path.Combine(studio.Folder, "films"), "*", SearchOption.AllDirectories));
    }

    [Fact]
    public async Task What_was_filmed_two_weeks_ago_is_asked_for_again_where_it_was_filmed_from()
    {
        var clock = new MovedClock(new DateTimeOffset(2026, 3, 10, 9, 0, 0, TimeSpan.Zero));
        using var studio = new StudioUnderTest(clock);
        var client = await studio.ClientAsync();
        foreach (var supersedes in new Guid?[] { null, null })
        {
            var id = Guid.CreateVersion7();
            using var points = new StringContent(
                Clip(id, client, null, supersedes).ToJsonString(),
                null,
                "application/json"
            );
            using var kept = await studio.Http.PutAsync(new Uri($"/api/clips/{id}", UriKind.Relative), points);
            Assert.Equal(HttpStatusCode.OK, kept.StatusCode);
        }

        var check = await studio.CheckAsync(client, 4, 5);
        var said = (
            await studio.PostAsync(
                $"/api/checks/{check["id"]}/recommendation",
                new
                {
                    painAfter = (object?)null,
                    repetitions = (object?)null,
                    log = (object?)null,
                }
            )
        )!;
        await studio.PostAsync(
            "/api/decisions",
            new
            {
                id = Guid.CreateVersion7(),
                checkId = check["id"]!.GetValue<Guid>(),
                painAfter = (object?)null,
                repetitions = (object?)null,
                log = (object?)null,
                ruleId = Text(said, "ruleId"),
                recommended = Text(said, "outcome"),
                chosen = "hold",
                reason = "Once more.",
                way = (int?)null,
                supersedes = (Guid?)null,
            }
        );
        async Task<string> AttentionAsync() =>
            Text((await studio.GetAsync($"/api/clients/{client}"))["today"]!["attention"], "sentence");
        Assert.DoesNotContain("Film", await AttentionAsync(), StringComparison.Ordinal);
        clock.Now = clock.Now.AddDays(16);
        Assert.StartsWith(
            "Filmed 16 days ago, from the front. Film it again from the same place.",
            await AttentionAsync(),
            StringComparison.Ordinal
        );
    }
}
