using System.Net;
using System.Text.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>What a device saw in a clip, over the wire: cut, judged, kept, and judged alike when it is read again.</summary>
public sealed class ClipTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();

    public void Dispose() => _studio.Dispose();

    private async Task<JsonNode> StandardAsync(Guid client) =>
        (await _studio.GetAsync($"/api/clients/{client}/standard?exercise=split-squat-to-pad"))["standard"]!;

    private static JsonObject Request(JsonNode standard, string clip, Func<JsonArray, JsonArray>? change = null)
    {
        var track = JsonNode.Parse(
            File.ReadAllText(Path.Combine(Checkout.Root, "src/DeftStride.Demo/Clips", $"{clip}.track.json"))
        )!;
        var frames = track["frames"]!.DeepClone().AsArray();
        return new JsonObject
        {
            ["standard"] = standard.DeepClone(),
            ["clipId"] = Guid.CreateVersion7(),
            ["view"] = clip.Contains("side", StringComparison.Ordinal) ? "side" : "front",
            ["viewSaid"] = false,
            ["side"] = null,
            ["mirrored"] = false,
            ["width"] = track["width"]!.DeepClone(),
            ["height"] = track["height"]!.DeepClone(),
            ["frames"] = change?.Invoke(frames) ?? frames,
            ["vertical"] = null,
            ["scale"] = null,
            ["camera"] = new JsonObject
            {
                ["distanceM"] = 5.4,
                ["heightM"] = 0.84,
                ["guided"] = true,
            },
        };
    }

    private static JsonObject Still(JsonNode still, JsonNode view, Guid clip, Guid picture) =>
        new()
        {
            ["side"] = still["side"]!.DeepClone(),
            ["view"] = "side",
            ["moment"] = still["moment"]!.DeepClone(),
            ["repetition"] = still["repetition"]!.DeepClone(),
            ["facing"] = view["facing"]!.DeepClone(),
            ["mirrored"] = false,
            ["pictureId"] = picture,
            ["width"] = 540,
            ["height"] = 960,
            ["points"] = still["points"]!.DeepClone(),
            ["vertical"] = null,
            ["scale"] = null,
            ["guessed"] = new JsonArray(),
            ["camera"] = new JsonObject
            {
                ["distanceM"] = 5.4,
                ["heightM"] = 0.84,
                ["guided"] = true,
            },
            ["line"] = null,
            ["clip"] = new JsonObject
            {
                ["clipId"] = clip,
                ["seconds"] = still["seconds"]!.DeepClone(),
                ["moved"] = false,
                ["sds"] = still["sds"]!.DeepClone(),
            },
        };

    [Fact]
    public async Task A_clip_given_from_elsewhere_than_it_is_filmed_is_asked_about_until_it_is_said()
    {
        var standard = await StandardAsync(await _studio.ClientAsync());
        async Task<JsonNode> ReadAsync(string clip, string given, bool said, Func<JsonArray, JsonArray>? change = null)
        {
            var request = Request(standard, clip, change);
            (request["view"], request["viewSaid"]) = (given, said);
            return (await _studio.PostAsync("/api/compute/clip", request))!;
        }

        var (side, front) = ("maren-side-left", "dov-front-right");
        foreach (
            var (clip, given, seen) in new[]
            {
                (side, "front", "side"),
                (front, "side", "front"),
                (front, "back", "front"),
            }
        )
        {
            var asked = await ReadAsync(clip, given, false);
            Assert.Equal(seen, Text(asked, "otherView"));
            Assert.Contains(
                $"This looks filmed from the {seen}. It was given as a clip",
                Text(asked, "sentence"),
                StringComparison.Ordinal
            );
            Assert.Null(asked["movement"]);
            var said = await ReadAsync(clip, seen, true);
            Assert.Null(said["otherView"]);
            Assert.Equal(seen, Text(said["movement"]!, "view"));
            // Whoever says that it is as it was given knows better.
            Assert.Null((await ReadAsync(clip, given, true))["otherView"]);
        }

        // Upside down somebody's left is where it is from behind: what is said is what to do.
        var turned = await ReadAsync(front, "front", false, Turned);
        Assert.Equal("upsideDown", Text(turned, "fault"));

        static JsonArray Turned(JsonArray frames)
        {
            foreach (var points in frames.Select(f => f!["points"]!.AsArray()))
            {
                for (var i = 0; i + 2 < points.Count; i += 3)
                    (points[i], points[i + 1]) = (
                        540 - points[i]!.GetValue<double>(),
                        960 - points[i + 1]!.GetValue<double>()
                    );
            }

            return frames;
        }
    }

    [Fact]
    public async Task A_look_made_of_two_clips_names_the_fault_with_when_it_sets_in_and_keeps_what_it_said()
    {
        var client = await _studio.ClientAsync();
        var picture = Guid.CreateVersion7();
        using var put = await _studio.PutPictureAsync(picture, client, Drawn(540, 960));
        var standard = await StandardAsync(client);
        var (stills, movements) = (new JsonArray(), new JsonArray());
        var clips = new List<Guid>();
        foreach (var clip in new[] { "maren-side-left", "maren-side-right" })
        {
            var request = Request(standard, clip);
            clips.Add(await KeepAsync(client, request));
            var view = (await _studio.PostAsync("/api/compute/clip", request))!;
            Assert.Null(view["fault"]);
            var side = clip.Split('-')[2];
            Assert.All(view["stills"]!.AsArray(), s => Assert.Equal(side, Text(s, "side")));
            foreach (var still in view["stills"]!.AsArray())
                stills.Add(Still(still!, view, request["clipId"]!.GetValue<Guid>(), picture));
            movements.Add(view["movement"]!.DeepClone());
        }

        var body = new JsonObject
        {
            ["id"] = Guid.CreateVersion7(),
            ["clientId"] = client,
            ["exerciseId"] = "split-squat-to-pad",
            ["school"] = null,
            ["stills"] = stills,
            ["seen"] = new JsonArray(),
            ["stated"] = new JsonArray(),
            ["felt"] = null,
            ["effort"] = null,
            ["pain"] = new JsonObject
            {
                ["score"] = 0,
                ["leg"] = null,
                ["role"] = null,
            },
            ["nextMorning"] = null,
            ["supersedes"] = null,
            ["movements"] = movements,
        };
        var check = (await _studio.PostAsync("/api/checks", body))!;
        var look = check["look"]!;
        var said = string.Concat(look["finding"]!["sentence"]!.AsArray().Select(p => Text(p, "text")));
        Assert.StartsWith("Right shin", said, StringComparison.Ordinal);
        Assert.Contains("It begins a third of the way down", said, StringComparison.Ordinal);
        var right = look["results"]!
            .AsArray()
            .Single(r =>
                Text(r, "measureId") == "front-shin" && Text(r, "side") == "right" && Text(r, "moment") == "bottom"
            )!;
        Assert.Equal(["outside", "outside", "outside"], right["each"]!.AsArray().Select(e => Text(e, "verdict")));
        Assert.Contains("Camera and model", right["error"]!.AsArray().Select(e => Text(e, "name")));
        Assert.Contains("3 repetitions", Text(look["clips"]![0]!["said"]![0], "text"), StringComparison.Ordinal);
        // Sent again it is the same fact; read again it says the same.
        await _studio.PostAsync("/api/checks", body);
        var again = await _studio.GetAsync($"/api/checks/{check["id"]}");
        Assert.Equal(look.ToJsonString(), again["look"]!.ToJsonString());

        await PlaysAsync(check, clips);

        // A second look by a clip after one cue: every repetition of it counts, and the same movement is no difference.
        var (later, request2) = (Guid.CreateVersion7(), Request(standard, "maren-side-right"));
        using var put2 = await _studio.PutPictureAsync(later, client, Drawn(540, 961));
        var view2 = (await _studio.PostAsync("/api/compute/clip", request2))!;
        var stills2 = view2["stills"]!
            .AsArray()
            .Select(s => Still(s!, view2, request2["clipId"]!.GetValue<Guid>(), later))
            .ToArray();
        foreach (var still in stills2)
            still["height"] = 961;
        var tried = (
            await _studio.PostAsync(
                "/api/trials",
                new JsonObject
                {
                    ["id"] = Guid.CreateVersion7(),
                    ["checkId"] = check["id"]!.DeepClone(),
                    ["correctionId"] = again["correction"]!["id"]!.DeepClone(),
                    ["side"] = "right",
                    ["stills"] = new JsonArray([.. stills2]),
                    ["seen"] = new JsonArray(),
                    ["byEye"] = null,
                    ["pain"] = null,
                    ["supersedes"] = null,
                    ["feels"] = new JsonArray(),
                    ["movements"] = new JsonArray(view2["movement"]!.DeepClone()),
                }
            )
        )!;
        var trial = tried["trials"]!.AsArray()[^1]!;
        Assert.Equal("noDifference", Text(trial, "outcome"));
        var after = trial["again"]!["results"]!
            .AsArray()
            .Single(r => Text(r, "measureId") == "front-shin" && Text(r, "moment") == "bottom")!;
        Assert.Equal(3, after["each"]!.AsArray().Count);
        // Its points are not kept: what can be played is, and the rest is said.
        var play = await _studio.GetAsync($"/api/checks/{check["id"]}/play");
        Assert.Equal(2, play["clips"]!.AsArray().Count);
        Assert.Contains(
            "not kept here",
            Assert.Single(play["missing"]!.AsArray())!.ToString(),
            StringComparison.Ordinal
        );
        await KeepAsync(client, request2);
        play = await _studio.GetAsync($"/api/checks/{check["id"]}/play");
        Assert.Empty(play["missing"]!.AsArray());
        Assert.Equal(Text(trial, "id"), Text(play["clips"]![2], "trialId"));
        Assert.Contains(
            play["beside"]!.AsArray(),
            b =>
                (Text(b, "oneSide"), Text(b, "other"), Text(b, "otherSide"))
                    == ("right", Text(play["clips"]![2], "clipId"), "right")
                && b!["apart"]!
                    .AsArray()
                    .All(a => Text(a, "words").Contains("counts as equal", StringComparison.Ordinal))
        );
    }

    /// <summary>Keeps the points of a clip as a device does.</summary>
    private async Task<Guid> KeepAsync(Guid client, JsonObject request)
    {
        var id = request["clipId"]!.GetValue<Guid>();
        using var content = new StringContent(
            new JsonObject
            {
                ["id"] = id,
                ["clientId"] = client,
                ["exerciseId"] = "split-squat-to-pad",
                ["view"] = request["view"]!.DeepClone(),
                ["side"] = null,
                ["width"] = request["width"]!.DeepClone(),
                ["height"] = request["height"]!.DeepClone(),
                ["rate"] = 30,
                ["frames"] = request["frames"]!.DeepClone(),
                ["film"] = null,
                ["supersedes"] = null,
            }.ToJsonString(),
            null,
            "application/json"
        );
        using var answer = await _studio.Http.PutAsync(new Uri($"/api/clips/{id}", UriKind.Relative), content);
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return id;
    }

    /// <summary>The check's clips as they are played: at the bottom the number of the look, where the look named a nick a nick, and the track to take away.</summary>
    private async Task PlaysAsync(JsonNode check, List<Guid> clips)
    {
        var play = await _studio.GetAsync($"/api/checks/{check["id"]}/play");
        Assert.Equal(clips, play["clips"]!.AsArray().Select(c => c!["clipId"]!.GetValue<Guid>()));
        Assert.Equal("lower 3, pause 1, up 1", Text(play, "askedTempo"));
        var right = play["clips"]!.AsArray().Single(c => Text(c, "side") == "right")!;
        var shin = right["measures"]!.AsArray().Single(m => Text(m, "measureId") == "front-shin")!;
        var judged = check["look"]!["results"]!
            .AsArray()
            .Single(r =>
                Text(r, "measureId") == "front-shin" && Text(r, "side") == "right" && Text(r, "moment") == "bottom"
            )!;
        var mean = shin["mean"]!.AsArray();
        Assert.Equal(judged["value"]!.GetValue<double>(), mean[mean.Count / 2]!.GetValue<double>(), 0.4);
        // Each value has its words and its verdict beside it.
        var bottom = right["repetitions"]![0]!["bottom"]!.GetValue<double>();
        var at = (int)Math.Round((bottom - right["begins"]!.GetValue<double>()) * right["rate"]!.GetValue<double>());
        Assert.Equal("outside", shin["verdicts"]![at]!.GetValue<string>());
        Assert.EndsWith(
            "forward",
            shin["said"]![shin["saidAt"]![at]!.GetValue<int>()]!.GetValue<string>(),
            StringComparison.Ordinal
        );
        Assert.Equal(
            [1, 2, 3],
            right["nicks"]!
                .AsArray()
                .Where(n => Text(n, "measureId") == "front-shin")
                .Select(n => n!["repetition"]!.GetValue<int>())
        );
        Assert.False(right["film"]!.GetValue<bool>());
        var left = play["clips"]!.AsArray().Single(c => Text(c, "side") == "left")!;
        Assert.DoesNotContain(left["nicks"]!.AsArray(), n => Text(n, "measureId") == "front-shin");
        // The sides beside each other: where the right one leans they lie apart, standing they do not.
        var beside = Assert.Single(play["beside"]!.AsArray())!;
        Assert.Equal(("left", "right"), (Text(beside, "oneSide"), Text(beside, "otherSide")));
        Assert.Empty(beside["cautions"]!.AsArray());
        var apart = beside["apart"]!.AsArray().Single(a => Text(a, "measureId") == "front-shin")!;
        var news = apart["news"]!.AsArray().Select(n => n!.GetValue<bool>()).ToArray();
        Assert.True(news[news.Length / 2]);
        Assert.False(news[0]);
        Assert.Contains("is a real difference", Text(apart, "words"), StringComparison.Ordinal);
        // A check beside itself lies nowhere apart.
        var same = (await _studio.GetAsync($"/api/checks/{check["id"]}/beside/{check["id"]}"))
            .AsArray()
            .SelectMany(b => b!["apart"]!.AsArray())
            .ToArray();
        Assert.NotEmpty(same);
        Assert.All(same, a => Assert.DoesNotContain(true, a!["news"]!.AsArray().Select(n => n!.GetValue<bool>())));

        var csv = await _studio.Http.GetStringAsync(new Uri($"/api/clips/{clips[0]}/track.csv", UriKind.Relative));
        var lines = csv.Split('\n', StringSplitOptions.RemoveEmptyEntries);
        Assert.StartsWith(
            "seconds,ear_x_px,ear_y_px,ear_confidence,leftShoulder_x_px",
            lines[0],
            StringComparison.Ordinal
        );
        var json = await _studio.GetAsync($"/api/clips/{clips[0]}/track.json");
        Assert.Equal("deft-stride-track-1", Text(json, "format"));
        Assert.Equal(json["frames"]!.AsArray().Count, lines.Length - 1);
        Assert.All(lines, l => Assert.Equal(lines[0].Count(c => c == ','), l.Count(c => c == ',')));
    }

    [Fact]
    public async Task What_cannot_be_meant_is_refused_in_a_sentence_and_what_shows_nothing_says_what_to_do()
    {
        var client = await _studio.ClientAsync();
        var standard = await StandardAsync(client);
        async Task<string> RefusedAsync(Func<JsonArray, JsonArray> change) =>
            (
                await _studio.PostAsync(
                    "/api/compute/clip",
                    Request(standard, "maren-side-right", change),
                    HttpStatusCode.BadRequest
                )
            )!["detail"]!.GetValue<string>();
        Assert.Contains(
            "run backward",
            await RefusedAsync(f => [.. f.Reverse().Select(x => x!.DeepClone())]),
            StringComparison.Ordinal
        );
        Assert.Contains(
            "cannot be read",
            await RefusedAsync(f =>
            {
                f[3]!["points"] = JsonSerializer.SerializeToNode(new[] { 1, 2 });
                return f;
            }),
            StringComparison.Ordinal
        );
        async Task<string> SaidAsync(Func<JsonArray, JsonArray> change) =>
            Text(
                await _studio.PostAsync("/api/compute/clip", Request(standard, "maren-side-right", change)),
                "sentence"
            );
        Assert.Contains("Nobody is seen", await SaidAsync(_ => []), StringComparison.Ordinal);
        // Half a repetition.
        Assert.Contains(
            "No repetition in this clip is whole",
            await SaidAsync(f => [.. f.Take(28).Select(x => x!.DeepClone())]),
            StringComparison.Ordinal
        );
    }
}
