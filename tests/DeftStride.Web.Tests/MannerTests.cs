using System.Net;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using DeftStride.Browser;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Every answer goes out in the units, the order of days and by the clock that the studio reads.</summary>
public sealed partial class MannerTests : IDisposable
{
    private readonly StudioUnderTest _studio = new(before: folder => DemoFolder.CopyTo(folder, null), demo: true);

    public void Dispose() => _studio.Dispose();

    private async Task ReadAsync(string tape, string days, string clock)
    {
        var kit = await _studio.GetAsync("/api/kit");
        var owned = kit["kit"]!.DeepClone();
        owned["tape"] = tape;
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/kit",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = kit["version"]!.GetValue<long>(),
                kit = owned,
            }
        );
        var studio = await _studio.GetAsync("/api/studio");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/studio",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = studio["version"]!.GetValue<long>(),
                name = Text(studio, "name"),
                timeZone = Text(studio, "timeZone"),
                painLimit = studio["painLimit"]!.GetValue<int>(),
                days,
                wallClock = clock,
            }
        );
    }

    private Task ReadAsAmericanAsync() => ReadAsync("inches", "monthFirst", "hours12");

    /// <summary>Every address of the document that is only read, about people and looks that are there.</summary>
    private async Task<Dictionary<string, JsonNode>> EverythingAsync()
    {
        var clients = (await _studio.GetAsync("/api/clients")).AsArray().Select(c => Text(c, "id")).ToArray();
        var answers = new Dictionary<string, JsonNode>();
        foreach (var client in clients)
        {
            var view = answers[$"client {client}"] = await _studio.GetAsync($"/api/clients/{client}?all=true");
            foreach (var check in view["checks"]!.AsArray())
                answers[$"check {Text(check, "id")}"] = await _studio.GetAsync($"/api/checks/{Text(check, "id")}");
            answers[$"intake {client}"] = await _studio.GetAsync($"/api/clients/{client}/intake");
            answers[$"bench {client}"] = await _studio.GetAsync($"/api/clients/{client}/bench");
            answers[$"standard {client}"] = await _studio.GetAsync(
                $"/api/clients/{client}/standard?exercise=split-squat-to-pad"
            );
        }

        foreach (var path in new[] { "studio", "floor", "library", "ladders", "settings", "kit", "edits" })
            answers[path] = await _studio.GetAsync($"/api/{path}");
        return answers;
    }

    /// <summary>Texts by where they stand.</summary>
    private static IEnumerable<(string Where, string Text)> Texts(JsonNode? node, string where) =>
        node switch
        {
            JsonObject o => o.SelectMany(p => Texts(p.Value, $"{where}.{p.Key}")),
            JsonArray a => a.SelectMany(x => Texts(x, where)),
            JsonValue v when v.TryGetValue<string>(out var text) && !Instant().IsMatch(text) => [(where, text)],
            _ => [],
        };

    [Fact]
    public async Task Nothing_that_is_answered_is_left_in_other_units_days_or_hours()
    {
        var written = (await EverythingAsync())
            .SelectMany(a => Texts(a.Value, a.Key))
            .Where(t => Foreign().IsMatch(t.Text))
            .ToArray();
        Assert.True(written.Length > 200, $"{written.Length} texts have a unit, a day or a time");
        await ReadAsAmericanAsync();
        var left = (await EverythingAsync())
            .SelectMany(a => Texts(a.Value, a.Key))
            // A ladder's own list is what an owner edits and sends back; it is shown elsewhere in the studio's manner.
            .Where(t =>
                Foreign().IsMatch(t.Text)
                && !t.Where.StartsWith("ladders.ladders.ladder.rungs", StringComparison.Ordinal)
            )
            .Select(t => $"{t.Where}: {t.Text}")
            .Distinct()
            .ToArray();
        Assert.True(left.Length == 0, string.Join('\n', left.Take(20)));
        await ReadAsync("centimetres", "dayFirst", "hours24");
        Assert.Equal(
            written.Length,
            (await EverythingAsync()).SelectMany(a => Texts(a.Value, a.Key)).Count(t => Foreign().IsMatch(t.Text))
        );
    }

    [Fact]
    public async Task A_refusal_speaks_in_the_studios_units_and_what_a_person_wrote_is_left_as_it_is()
    {
        const string own = "Fell 20 cm with 5 kg on 3 May at 16:05";
        var client = await _studio.ClientAsync("Ada 10 kg Brook");
        await ReadAsAmericanAsync();
        var refused = await _studio.SendAsync(
            HttpMethod.Put,
            "/api/kit",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = (await _studio.GetAsync("/api/kit"))["version"]!.GetValue<long>(),
                kit = new
                {
                    boxesCm = new[] { 3 },
                    platesCm = Array.Empty<double>(),
                    padsCm = Array.Empty<double>(),
                    wedgesDegrees = Array.Empty<double>(),
                    rollCm = (double?)null,
                    tape = "inches",
                },
            },
            HttpStatusCode.BadRequest
        );
        Assert.Equal(
            "A box of 1.2 in is not likely. It lies between 2 and 39½ in; check the number and its unit.",
            Text(refused!, "detail")
        );
        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = Text((await _studio.GetAsync("/api/studio"))["stopSigns"]![0]!, "id"),
                note = own,
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        var view = await _studio.GetAsync($"/api/clients/{client}");
        Assert.Equal(own, Text(view["stopSigns"]![0]!, "note"));
        Assert.Equal("Ada 10 kg Brook", Text(view["client"]!, "name"));
    }

    /// <summary>What a client says unasked goes with the look, to everybody who reads it, in their own words.</summary>
    [Fact]
    public async Task A_remark_is_kept_with_its_look_on_one_line_and_is_nobody_elses_words()
    {
        await ReadAsAmericanAsync();
        var client = await _studio.ClientAsync();
        var body = StoredJson(await _studio.CheckBodyAsync(client, 4, 12));
        body["remark"] = "two\nlines";
        Assert.StartsWith(
            "“remark” has signs in it that are no text",
            Text((await _studio.PostAsync("/api/checks", body, HttpStatusCode.BadRequest))!, "detail"),
            StringComparison.Ordinal
        );
        body["remark"] = "  All of it goes into the front knee below 20 cm  ";
        var check = (await _studio.PostAsync("/api/checks", body))!;
        const string said = "All of it goes into the front knee below 20 cm";
        Assert.Equal(said, Text(check, "remark"));
        Assert.Equal(said, Text((await _studio.GetAsync($"/api/clients/{client}"))["checks"]![0]!, "remark"));
        Assert.Equal(said, Text(await _studio.GetAsync($"/api/checks/{Text(check, "id")}/export.json"), "remark"));
        var silent = (await _studio.CheckAsync(client, 5, 11))!;
        Assert.Null(silent["remark"]);
    }

    private static JsonObject StoredJson(object body) =>
        System.Text.Json.JsonSerializer.SerializeToNode(body, DeftStride.Web.Hosting.Json.Options)!.AsObject();

    [GeneratedRegex(@"^\d{4}-\d\d-\d\dT")]
    private static partial Regex Instant();

    [GeneratedRegex(
        @"\d (cm|kg|m)\b(?![/·²])|\b\d{1,2} (January|February|March|April|May|June|July|August|September|October|November|December)\b|(?<![\w:])([01]?\d|2[0-3]):[0-5]\d(?! [ap]m)(?![\w:])"
    )]
    private static partial Regex Foreign();
}
