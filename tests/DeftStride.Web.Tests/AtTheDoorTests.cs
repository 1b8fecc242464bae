using System.Net;
using System.Net.WebSockets;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Web.Hosting;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Nothing bad is let in, and every refusal is a sentence; in Production, where the framework would refuse without a word.</summary>
public sealed class AtTheDoorTests(Xunit.Abstractions.ITestOutputHelper output) : IDisposable
{
    private const int Seed = 20261126;
    private readonly StudioUnderTest _studio = new(environment: "Production");
    private readonly ApiDocument _api = new();

    public void Dispose() => _studio.Dispose();

    /// <summary>Everything that is kept, as one line a row.</summary>
    private string Print()
    {
        using var connection = new SqliteConnection(
            $"Data Source={Path.Combine(_studio.Folder, StudioDatabase.FileName)};Mode=ReadOnly;Pooling=False"
        );
        connection.Open();
        List<string> Ask(string sql)
        {
            using var command = connection.CreateCommand();
            command.CommandText = sql;
            using var reader = command.ExecuteReader();
            var rows = new List<string>();
            while (reader.Read())
                rows.Add(string.Join('|', Enumerable.Range(0, reader.FieldCount).Select(reader.GetValue)));
            return rows;
        }

        var all = string.Join(
            '\n',
            Ask("SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")
                .SelectMany(t => Ask($"SELECT * FROM \"{t}\" ORDER BY 1"))
        );
        return Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(all)));
    }

    private async Task<(HttpStatusCode Status, string Text)> SendAsync(
        string method,
        string path,
        string body,
        string type = "application/json",
        string? origin = null
    )
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path)
        {
            Content = new ByteArrayContent(Encoding.UTF8.GetBytes(body)),
        };
        request.Content.Headers.TryAddWithoutValidation("Content-Type", type);
        if (origin is not null)
            request.Headers.TryAddWithoutValidation("Origin", origin);
        using var response = await _studio.Http.SendAsync(request);
        return (response.StatusCode, await response.Content.ReadAsStringAsync());
    }

    /// <summary>Why an answer is no refusal in a sentence, or null when it is one.</summary>
    private static string? NoSentence(HttpStatusCode status, string text)
    {
        if ((int)status is < 400 or >= 500)
            return $"{(int)status}";
        try
        {
            var said = JsonNode.Parse(text)?["detail"]?.GetValue<string>() ?? "";
            return said.Contains(' ', StringComparison.Ordinal) && said.EndsWith('.')
                ? null
                : $"{(int)status} “{said}”";
        }
        catch (System.Text.Json.JsonException)
        {
            return $"{(int)status} without problem details";
        }
    }

    [Fact]
    public async Task Every_field_of_every_request_wrong_in_every_way_is_refused_in_a_sentence_and_nothing_is_kept()
    {
        var before = Print();
        var bad = new List<string>();
        var count = 0;
        // A third of the ways for each request, another one each time; all of them in a long run.
        foreach (var (operation, i) in _api.Operations.Select((o, i) => (o, i)))
        {
            foreach (var wrong in _api.Wrongs(operation.Schema).Where((_, n) => Sweep.Long || (n + i) % 3 == 0))
            {
                count++;
                var (status, text) = await SendAsync(operation.Method, operation.Path, wrong.Body);
                if (NoSentence(status, text) is { } why)
                    bad.Add($"{operation.Method} {operation.Path} {wrong.Field} {wrong.How}: {why}");
            }
        }

        output.WriteLine($"{count} wrong requests");
        Assert.True(bad.Count == 0, $"{bad.Count} of {count}:\n{string.Join('\n', bad.Take(60))}");
        Assert.Equal(before, Print());
        Assert.True(count > Sweep.Cases(333, 1000));
    }

    [Theory]
    [InlineData("owner")]
    [InlineData("assistant")]
    [InlineData("nobody")]
    public async Task Rubbish_from_inside_and_from_another_origin_changes_nothing_and_is_answered_in_sentences(
        string who
    )
    {
        if (who == "assistant")
            _studio.Become(await _studio.InvitedAsync("Pim Harrowgate", "assistant", "three lanterns under snow"));
        else if (who == "nobody")
            _studio.Become("");
        var random = new Random(Seed);
        output.WriteLine($"seed {Seed}");
        var before = Print();
        var operations = _api.Operations.Select(o => (o, Wrongs: _api.Wrongs(o.Schema).ToArray())).ToArray();
        string[] types =
        [
            "application/json",
            "application/json",
            "application/json",
            "application/json; charset=utf-8",
            "application/json; charset=nonsense",
            "application/json; charset=utf-16",
            "text/plain",
            "application/xml",
            "multipart/form-data",
            "",
        ];
        string?[] origins =
        [
            null,
            null,
            "http://localhost",
            "http://elsewhere.example",
            "null",
            "http://localhost:81",
            "file://",
            "http://localhost.elsewhere.example",
        ];
        string[] methods = ["POST", "PUT", "DELETE", "PATCH", "POST", "PUT"];
        var bad = new List<string>();
        var requests = Sweep.Cases(400, 3000);
        for (var i = 0; i < requests; i++)
        {
            var (operation, wrongs) = operations[random.Next(operations.Length)];
            var body = wrongs[random.Next(wrongs.Length)].Body;
            // Some bytes knocked over, some whole requests of one place at another.
            if (random.Next(4) == 0)
                body = new string([.. body.Select(c => random.Next(30) == 0 ? (char)random.Next(1, 0x2FF) : c)]);
            var path = random.Next(6) switch
            {
                0 => operation.Path + "/" + random.Next(),
                1 => operation.Path + "?client=" + Uri.EscapeDataString(((char)random.Next(32, 900)).ToString()),
                _ => operation.Path,
            };
            var method = random.Next(5) == 0 ? methods[random.Next(methods.Length)] : operation.Method;
            var origin = origins[random.Next(origins.Length)];
            if (method == "DELETE" && origin is null or "http://localhost")
                method = "PUT";
            var (status, text) = await SendAsync(method, path, body, types[random.Next(types.Length)], origin);
            if (NoSentence(status, text) is { } why)
                bad.Add($"{i}: {method} {path} from {origin}: {why} {body[..Math.Min(160, body.Length)]}");
        }

        Assert.True(bad.Count == 0, $"{bad.Count} of {requests}:\n{string.Join('\n', bad.Take(30))}");
        Assert.Equal(before, Print());
        _studio.Become(_studio.Cookie);
        await _studio.ClientAsync("Everybody's next tap");
    }

    [Theory]
    [InlineData("localhost", true)]
    [InlineData("127.0.0.1:5170", true)]
    [InlineData("[::1]:5170", true)]
    [InlineData("127.8.9.1", true)]
    [InlineData("elsewhere.example", false)]
    [InlineData("localhost.elsewhere.example", false)]
    [InlineData("192.168.1.20", false)]
    [InlineData("0.0.0.0", false)]
    public async Task Only_names_of_its_own_are_answered(string host, bool own)
    {
        foreach (var path in new[] { "/api/studio", "/" })
        {
            using var request = new HttpRequestMessage(HttpMethod.Get, path);
            request.Headers.Host = host;
            using var answer = await _studio.Http.SendAsync(request);
            if (own)
                Assert.NotEqual(HttpStatusCode.BadRequest, answer.StatusCode);
            else
                Assert.Null(NoSentence(answer.StatusCode, await answer.Content.ReadAsStringAsync()));
        }
    }

    [Theory]
    [InlineData("http://localhost", true)]
    [InlineData("http://elsewhere.example", false)]
    [InlineData("https://localhost:8443", false)]
    [InlineData("http://localhost:5171", false)]
    [InlineData("null", false)]
    [InlineData("file://", false)]
    [InlineData("not an origin", false)]
    public async Task No_page_of_another_origin_writes_or_opens_a_line(string origin, bool own)
    {
        var before = Print();
        var body =
            $$"""{"operationId":"{{Guid.CreateVersion7()}}","id":"{{Guid.CreateVersion7()}}","name":"Wil","goal":null,"school":null}""";
        var (status, text) = await SendAsync("POST", "/api/clients", body, origin: origin);
        Assert.Equal(own, status == HttpStatusCode.OK);
        if (own)
            return;
        Assert.Null(NoSentence(status, text));
        Assert.Equal(before, Print());
        var line = _studio.Sockets();
        line.ConfigureRequest = r => r.Headers.Origin = origin;
        await Assert.ThrowsAsync<InvalidOperationException>(() =>
            line.ConnectAsync(new Uri("ws://localhost/api/live"), CancellationToken.None)
        );
    }

    [Theory]
    [InlineData("x")]
    [InlineData("[]")]
    [InlineData("null")]
    [InlineData("")]
    public async Task A_look_that_no_page_could_open_again_is_not_kept(string body)
    {
        var client = await _studio.ClientAsync();
        var (status, text) = await SendAsync(
            "PUT",
            "/api/drafts",
            System.Text.Json.JsonSerializer.Serialize(
                new
                {
                    operationId = Guid.CreateVersion7(),
                    version = 0,
                    id = Guid.CreateVersion7(),
                    clientId = client,
                    body,
                }
            )
        );
        Assert.Null(NoSentence(status, text));
        Assert.Null((await _studio.GetAsync($"/api/clients/{client}"))["draft"]);
    }

    [Theory]
    [InlineData("99")]
    [InlineData("0")]
    [InlineData("verticalShin,inclined")]
    [InlineData("")]
    public async Task A_school_is_called_by_its_name_alone(string school)
    {
        var before = Print();
        var body =
            $$"""{"operationId":"{{Guid.CreateVersion7()}}","version":1,"level":"school","key":"{{school}}","settingId":"toe","optionId":"middle"}""";
        var (status, text) = await SendAsync("PUT", "/api/settings", body);
        Assert.Null(NoSentence(status, text));
        Assert.Equal(before, Print());
        await _studio.GetAsync("/api/edits");
    }

    [Fact]
    public async Task A_line_answers_whatever_is_asked_with_its_number_and_stays_open()
    {
        var line = _studio.Sockets();
        using var socket = await line.ConnectAsync(new Uri("ws://localhost/api/live"), CancellationToken.None);
        var buffer = new byte[2_000_000];
        async Task<JsonNode> AskAsync(byte[] question, WebSocketMessageType type = WebSocketMessageType.Text)
        {
            await socket.SendAsync(question, type, true, CancellationToken.None);
            var length = 0;
            while (true)
            {
                var got = await socket.ReceiveAsync(buffer.AsMemory(length), CancellationToken.None);
                length += got.Count;
                if (got.EndOfMessage)
                    return JsonNode.Parse(buffer.AsSpan(0, length))!;
            }
        }

        var schema = _api.Operations.Single(o => o.Path.EndsWith("/compute/look", StringComparison.Ordinal)).Schema;
        var number = 0;
        foreach (var wrong in _api.Wrongs(schema).Where(w => w.Body.Length is > 0 and < 200_000))
        {
            number++;
            var text = $$$"""{"seq":{{{number}}},"request":{{{wrong.Body}}}}""";
            var answer = await AskAsync(Encoding.UTF8.GetBytes(text));
            var readable = wrong.How != "cut short";
            Assert.True(
                answer["seq"]!.GetValue<long>() == (readable ? number : 0),
                $"{wrong.Field} {wrong.How}: {answer}"
            );
            Assert.True(
                answer["problem"]?.GetValue<string>() is { Length: > 10 },
                $"{wrong.Field} {wrong.How}: {answer}"
            );
        }

        Assert.NotNull((await AskAsync(new byte[400_000]))["problem"]);
        Assert.NotNull((await AskAsync([1, 2, 3], WebSocketMessageType.Binary))["problem"]);
        Assert.NotNull((await AskAsync("[]"u8.ToArray()))["problem"]);
        var good = await AskAsync(Encoding.UTF8.GetBytes($$$"""{"seq":7,"bench":{{{await BenchAsync()}}}}"""));
        Assert.Equal(7, good["seq"]!.GetValue<long>());
        Assert.NotNull(good["bench"]);
    }

    private async Task<string> BenchAsync()
    {
        var kit = (await _studio.GetAsync("/api/kit"))["kit"]!.ToJsonString();
        return $$$"""{"body":{"statureCm":175,"massKg":75,"shankCm":null,"thighCm":null,"footCm":null},"frontRanges":[],"rearRanges":[],"kit":{{{kit}}},"stance":{"shinDegrees":0,"rearThighDegrees":0,"rearKneeCm":6.5,"trunkDegrees":0,"frontRaiseCm":0,"rearRaiseCm":0,"wedgeDegrees":0,"rearFoot":"ball"},"stanceCm":null,"load":{"position":"none","kilograms":0}}""";
    }

    [Fact]
    public async Task Answers_about_people_are_kept_by_no_cache_used_by_no_other_page_and_sent_small()
    {
        var client = await _studio.ClientAsync();
        var picture = await _studio.PictureAsync(client);
        foreach (
            var path in new[]
            {
                "/api/studio",
                $"/api/clients/{client}",
                $"/api/pictures/{picture}",
                "/api/nothing",
                "/api/clients/x",
            }
        )
        {
            using var answer = await _studio.Http.GetAsync(new Uri(path, UriKind.Relative));
            Assert.Equal("no-store", answer.Headers.CacheControl?.ToString());
            Assert.Equal("nosniff", Assert.Single(answer.Headers.GetValues("X-Content-Type-Options")));
            Assert.Equal("same-origin", Assert.Single(answer.Headers.GetValues("Cross-Origin-Resource-Policy")));
        }

        using var request = new HttpRequestMessage(HttpMethod.Get, "/api/library");
        request.Headers.AcceptEncoding.ParseAdd("br");
        using var small = await _studio.Http.SendAsync(request);
        Assert.Equal("br", Assert.Single(small.Content.Headers.ContentEncoding));
    }

    [Fact]
    public async Task While_the_studio_is_being_opened_page_and_data_say_so_and_are_asked_again()
    {
        var door = _studio.Services.GetRequiredService<StudioDoor>();
        (door.Open, door.Doing) = (false, "The studio is from an earlier version. It is brought up to date.");
        using var data = await _studio.Http.GetAsync(new Uri("/api/floor", UriKind.Relative));
        var said = JsonNode.Parse(await data.Content.ReadAsStringAsync())!;
        Assert.Equal((HttpStatusCode.ServiceUnavailable, true), (data.StatusCode, said["again"]!.GetValue<bool>()));
        Assert.StartsWith(door.Doing, Text(said, "detail"), StringComparison.Ordinal);
        using var page = await _studio.Http.GetAsync(new Uri("/", UriKind.Relative));
        Assert.Contains(door.Doing, await page.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        door.Open = true;
        await _studio.GetAsync("/api/floor");
    }

    [Fact]
    public async Task Many_pictures_at_once_are_taken_one_after_the_other_in_bounded_memory()
    {
        using var server = new AppServer();
        using var http = AppSignIn.Client(server.Url, TimeSpan.FromMinutes(5));
        var client = Guid.CreateVersion7();
        using (
            var added = await http.PostAsync(
                new Uri("/api/clients", UriKind.Relative),
                new StringContent(
                    $$"""{"operationId":"{{Guid.CreateVersion7()}}","id":"{{client}}","name":"Wil","goal":null,"school":null}""",
                    Encoding.UTF8,
                    "application/json"
                )
            )
        )
            added.EnsureSuccessStatusCode();
        var file = Large();
        var statuses = await Task.WhenAll(
            Enumerable
                .Range(0, Sweep.Cases(4, 24))
                .Select(async _ =>
                {
                    using var content = new ByteArrayContent(file);
                    content.Headers.ContentType = new("application/octet-stream");
                    using var answer = await http.PutAsync(
                        new Uri($"/api/pictures/{Guid.CreateVersion7()}?client={client}", UriKind.Relative),
                        content
                    );
                    return answer.StatusCode;
                })
        );
        Assert.All(statuses, s => Assert.True(s is HttpStatusCode.OK or HttpStatusCode.ServiceUnavailable, $"{s}"));
        output.WriteLine($"{file.Length / 1_000_000} MB each; memory after: {server.ResidentBytes / 1_000_000} MB");
        // About 400 MB, a part of it the people and their keys.
        Assert.InRange(server.ResidentBytes, 1, 440_000_000);
    }

    /// <summary>A picture that no encoder makes small: of 6 megapixels, in a long run of 24.</summary>
    private static byte[] Large()
    {
        using var bitmap = new SkiaSharp.SKBitmap(Sweep.Cases(3000, 6000), Sweep.Cases(2000, 4000));
        new Random(5).NextBytes(bitmap.GetPixelSpan());
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 80);
        return data.ToArray();
    }

    [Fact]
    public async Task What_was_let_in_earlier_is_taken_out_where_it_meant_nothing_and_asked_about_where_it_may()
    {
        var client = await _studio.ClientAsync();
        var check = await _studio.CheckAsync(client, 2, 3);
        var flag = Guid.CreateVersion7();
        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id = flag,
                clientId = client,
                signId = "night-pain",
                note = "",
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        await _studio.PostAsync(
            "/api/flag-clearings",
            new
            {
                id = Guid.CreateVersion7(),
                flagId = flag,
                examinedBy = "Dr Sel",
                examinedOn = Text(await _studio.GetAsync("/api/floor"), "day"),
                allowed = "Split squats",
            },
            HttpStatusCode.NoContent
        );
        await using (var scope = _studio.Services.CreateAsyncScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
            await db.Studios.ExecuteUpdateAsync(s =>
                s.SetProperty(
                    x => x.Settings,
                    """{"studio":{"toe":"second","nothing":"x"},"schools":{"99":{"toe":"middle"}},"exercises":{"no-exercise":{"toe":"middle"}}}"""
                )
            );
            await db.Clients.ExecuteUpdateAsync(s =>
                s.SetProperty(
                    x => x.Settings,
                    """{"band:no-measure":"1..2","band:front-shin":"-2..6","toe":"no-such-toe"}"""
                )
            );
            await db.FlagClearings.ExecuteUpdateAsync(s => s.SetProperty(x => x.ExaminedOn, default(DateOnly)));
            var body = (await db.Checks.SingleAsync()).Body.Replace(
                """{"score":0,"leg":null,"role":null,""",
                """{"score":0,"leg":"left","role":"front",""",
                StringComparison.Ordinal
            );
            await db.Checks.ExecuteUpdateAsync(s => s.SetProperty(x => x.Body, body));
        }

        _studio.Restart();
        await using (var scope = _studio.Services.CreateAsyncScope())
        {
            var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
            var all = KeptStudioChoices.Of(await db.Studios.SingleAsync());
            Assert.Equal("second", Assert.Single(all.Studio.Options).Value);
            Assert.Empty(all.Schools);
            Assert.Empty(all.Exercises);
            var mine = KeptClientChoices.Of(await db.Clients.SingleAsync());
            Assert.Equal(new KeptBandChoice(-2, 6), Assert.Single(mine.Own.Bands).Value);
            Assert.Empty(mine.Own.Options);
            Assert.Equal(2, await db.Edits.CountAsync(e => e.Kind == "mended"));
        }

        await _studio.GetAsync("/api/edits");
        // A clearing without a day clears nothing, and says so beside the sign; the pain is asked about beside the look.
        var seen = await _studio.GetAsync($"/api/clients/{client}");
        Assert.Contains(
            "the day of the examination is missing",
            Text(Assert.Single(seen["stopSigns"]!.AsArray()), "question"),
            StringComparison.Ordinal
        );
        Assert.Empty(seen["cleared"]!.AsArray());
        Assert.Contains(
            "its score may have been lost",
            Text(await _studio.GetAsync($"/api/checks/{Text(check, "id")}"), "painQuestion"),
            StringComparison.Ordinal
        );
        await _studio.PostAsync(
            "/api/flag-clearings",
            new
            {
                id = Guid.CreateVersion7(),
                flagId = flag,
                examinedBy = "Dr Sel",
                examinedOn = Text(await _studio.GetAsync("/api/floor"), "day"),
                allowed = "Split squats",
            },
            HttpStatusCode.NoContent
        );
        Assert.Empty((await _studio.GetAsync($"/api/clients/{client}"))["stopSigns"]!.AsArray());
        // Nothing is left to mend.
        _studio.Restart();
        await using var again = _studio.Services.CreateAsyncScope();
        Assert.Equal(
            2,
            await again.ServiceProvider.GetRequiredService<StudioContext>().Edits.CountAsync(e => e.Kind == "mended")
        );
    }
}
