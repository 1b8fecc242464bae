using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Two films of a check played in step: by key, by hand, on the phone, and written out with the instruments in them. Nothing is read by a model here: the points are those of an earlier reading.</summary>
public sealed class PlayTests : IDisposable
{
    private static readonly string Folder = Path.Combine(Checkout.Root, "src/DeftStride.Demo");
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(1);

    private readonly AppHost _server = new();
    private readonly HttpClient _http;
    private readonly Guid _client = Guid.CreateVersion7();

    public PlayTests()
    {
        _http = new HttpClient { BaseAddress = new Uri(_server.Url) };
        _http.DefaultRequestHeaders.Add("Deft-Interface", "1");
    }

    public void Dispose()
    {
        _http.Dispose();
        _server.Dispose();
    }

    private async Task<JsonNode> SendAsync(HttpMethod method, string path, HttpContent? content)
    {
        using var request = new HttpRequestMessage(method, path) { Content = content };
        using var answer = await _http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, $"{method} {path}: {text}");
        return JsonNode.Parse(text) ?? new JsonObject();
    }

    private static ByteArrayContent Bytes(string file)
    {
        var content = new ByteArrayContent(File.ReadAllBytes(file));
        content.Headers.ContentType = new("application/octet-stream");
        return content;
    }

    /// <summary>A finished look made of two clips, with their points and films kept.</summary>
    private async Task<string> CheckAsync()
    {
        await SendAsync(
            HttpMethod.Post,
            "/api/clients",
            JsonContent.Create(
                new
                {
                    operationId = Guid.NewGuid(),
                    id = _client,
                    name = "Juno Ashgrove",
                    goal = "",
                    school = (string?)null,
                }
            )
        );
        var standard = (
            await SendAsync(HttpMethod.Get, $"/api/clients/{_client}/standard?exercise=split-squat-to-pad", null)
        )["standard"]!;
        var picture = Guid.CreateVersion7();
        var kept = await SendAsync(
            HttpMethod.Put,
            $"/api/pictures/{picture}?client={_client}",
            Bytes(
                Directory
                    .EnumerateFiles(Path.Combine(Folder, "Figures"), "*.webp")
                    .Order(StringComparer.Ordinal)
                    .First()
            )
        );
        var camera = new JsonObject
        {
            ["distanceM"] = 5.4,
            ["heightM"] = 0.84,
            ["guided"] = true,
        };
        var (stills, movements) = (new JsonArray(), new JsonArray());
        foreach (var side in new[] { "left", "right" })
        {
            var track = JsonNode.Parse(
                File.ReadAllText(Path.Combine(Folder, "Clips", $"maren-side-{side}.track.json"))
            )!;
            var film = Path.Combine(Folder, "Clips", $"maren-side-{side}.webm");
            var clip = Guid.CreateVersion7();
            var view = await SendAsync(
                HttpMethod.Post,
                "/api/compute/clip",
                JsonContent.Create(
                    new JsonObject
                    {
                        ["standard"] = standard.DeepClone(),
                        ["clipId"] = clip,
                        ["view"] = "side",
                        ["side"] = null,
                        ["mirrored"] = false,
                        ["width"] = track["width"]!.DeepClone(),
                        ["height"] = track["height"]!.DeepClone(),
                        ["frames"] = track["frames"]!.DeepClone(),
                        ["vertical"] = null,
                        ["scale"] = null,
                        ["camera"] = camera.DeepClone(),
                    }
                )
            );
            foreach (var still in view["stills"]!.AsArray())
                stills.Add(
                    new JsonObject
                    {
                        ["side"] = still!["side"]!.DeepClone(),
                        ["view"] = "side",
                        ["moment"] = still["moment"]!.DeepClone(),
                        ["repetition"] = still["repetition"]!.DeepClone(),
                        ["facing"] = view["facing"]!.DeepClone(),
                        ["mirrored"] = false,
                        ["pictureId"] = picture,
                        ["width"] = kept["width"]!.DeepClone(),
                        ["height"] = kept["height"]!.DeepClone(),
                        ["points"] = still["points"]!.DeepClone(),
                        ["vertical"] = null,
                        ["scale"] = null,
                        ["guessed"] = new JsonArray(),
                        ["camera"] = camera.DeepClone(),
                        ["line"] = null,
                        ["clip"] = new JsonObject
                        {
                            ["clipId"] = clip,
                            ["seconds"] = still["seconds"]!.DeepClone(),
                            ["moved"] = false,
                            ["sds"] = still["sds"]!.DeepClone(),
                        },
                    }
                );
            movements.Add(view["movement"]!.DeepClone());
            await SendAsync(
                HttpMethod.Put,
                $"/api/clips/{clip}",
                JsonContent.Create(
                    new JsonObject
                    {
                        ["id"] = clip,
                        ["clientId"] = _client,
                        ["exerciseId"] = "split-squat-to-pad",
                        ["view"] = "side",
                        ["side"] = null,
                        ["width"] = track["width"]!.DeepClone(),
                        ["height"] = track["height"]!.DeepClone(),
                        ["rate"] = 30,
                        ["frames"] = track["frames"]!.DeepClone(),
                        ["film"] = new JsonObject
                        {
                            ["type"] = "webM",
                            ["bytes"] = new FileInfo(film).Length,
                            ["offset"] = 0,
                        },
                        ["supersedes"] = null,
                    }
                )
            );
            await SendAsync(HttpMethod.Put, $"/api/films/{clip}?from=0", Bytes(film));
        }

        var check = await SendAsync(
            HttpMethod.Post,
            "/api/checks",
            JsonContent.Create(
                new JsonObject
                {
                    ["id"] = Guid.CreateVersion7(),
                    ["clientId"] = _client,
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
                }
            )
        );
        return check["id"]!.GetValue<string>();
    }

    private static double At(Page page, string side, string what = "data-at") =>
        Convert.ToDouble(page.Find($"[data-film='{side}']").GetDomAttribute(what), CultureInfo.InvariantCulture);

    /// <summary>Waits until the films show what is asked of them.</summary>
    private static void Painted(Page page) =>
        page.Until(
            "the films to be painted",
            () =>
                page.Driver.FindElements(By.CssSelector("[data-film]")) is { Count: > 0 } films
                && films.All(f => f.GetDomAttribute("data-at") is { } at && at == f.GetDomAttribute("data-wanted")),
            Patience
        );

    private static double Phase(Page page) =>
        Convert.ToDouble(page.Find("[data-floor]").GetDomAttribute("aria-valuenow"), CultureInfo.InvariantCulture);

    private static double Seconds(JsonNode clip, double phase)
    {
        var r = clip["repetitions"]![(int)(phase / 200)]!;
        double Of(string what) => r[what]!.GetValue<double>();
        var p = phase % 200;
        return p <= 100
            ? Of("start") + (p / 100 * (Of("bottom") - Of("start")))
            : Of("bottom") + ((p - 100) / 100 * (Of("end") - Of("bottom")));
    }

    [Fact]
    public async Task Two_films_go_in_step_by_key_and_hand_and_one_goes_out_with_its_instruments()
    {
        var check = await CheckAsync();
        var play = await SendAsync(HttpMethod.Get, $"/api/checks/{check}/play", null);
        JsonNode Clip(string side) => play["clips"]!.AsArray().Single(c => c!["side"]!.GetValue<string>() == side)!;
        using var page = new Page(_server.Url);
        page.Go($"/clients/{_client}/check?check={check}");
        page.Understood();
        page.See("See it move");
        page.Click("a[href*='/play']");
        Painted(page);
        // No model is loaded to look at films.
        Assert.Equal(
            0L,
            page.Script(
                "return performance.getEntriesByType('resource').filter(r => r.name.includes('/seeing/')).length"
            )
        );

        // To the nick: both films stand at one phase, within a frame.
        page.Key(Keys.ArrowDown);
        Painted(page);
        var phase = Phase(page);
        Assert.InRange(phase, 10, 70);
        foreach (var side in new[] { "left", "right" })
            Assert.InRange(At(page, side) - Seconds(Clip(side), phase), -1 / 30.0, 1 / 30.0);
        // A frame on is a thirtieth of a second; the number and its verdict go along.
        var before = At(page, "left");
        page.Key(Keys.ArrowRight);
        Painted(page);
        Assert.Equal(1 / 30.0, At(page, "left") - before, 2);
        page.Until(
            "the verdict at the next nick but deeper",
            () =>
            {
                page.Key(Keys.ArrowRight);
                return page.Find("[data-live='front-shin'][data-side='right']").GetDomAttribute("data-verdict")
                    == "outside";
            }
        );
        Assert.NotEqual(
            "outside",
            page.Find("[data-live='front-shin'][data-side='left']").GetDomAttribute("data-verdict")
        );
        page.Key(Keys.PageDown);
        Painted(page);
        Assert.InRange(Phase(page), 200, 400);
        // It plays and stops.
        var from = Phase(page);
        page.Key("q").Key(" ");
        page.Until("it to move", () => Phase(page) > from + 3);
        page.Key(" ");
        page.See("Play");
        // The way of the measure, its sameness and the tempo stand beside it.
        page.Find("[data-way='front-shin']");
        Assert.Contains("not learnt yet", page.Find("[data-alike='right']").Text, StringComparison.Ordinal);
        page.See("Lowered in");

        // Written out, read back: frames all along, and the instruments' own dark plate where the wall was.
        page.Find("[data-give='right']").Click();
        page.Until(
            "the film to be written",
            () => page.Text().Contains("is written, with the instruments", StringComparison.Ordinal),
            Patience
        );
        var read = (string)
            page.Script(
                """
                const folder = await navigator.storage.getDirectory();
                for await (const [name, entry] of folder.entries()) {
                  if (!name.startsWith('film-')) continue;
                  const film = await entry.getFile();
                  const video = document.createElement('video');
                  video.muted = true;
                  video.src = URL.createObjectURL(film);
                  await new Promise((done, fail) => { video.onloadeddata = done; video.onerror = () => fail(new Error('no film')); });
                  video.currentTime = 2;
                  await new Promise((done) => { video.onseeked = done; });
                  const canvas = document.createElement('canvas');
                  canvas.width = video.videoWidth; canvas.height = video.videoHeight;
                  const to = canvas.getContext('2d');
                  to.drawImage(video, 0, 0);
                  const bright = (x, y) => { const d = to.getImageData(x, y, 1, 1).data; return (d[0] + d[1] + d[2]) / 3; };
                  return [video.videoWidth, video.videoHeight, video.duration.toFixed(1), bright(16, 20) < 90, bright(video.videoWidth - 40, 20) > 120].join(' ');
                }
                return 'none';
                """
            )!;
        Assert.Matches(@"^540 960 1?\d\.\d true true$", read);
        Assert.Empty(page.Errors());
    }

    [Fact]
    public async Task On_the_phone_one_side_stands_over_everything_and_a_finger_draws_the_string()
    {
        var check = await CheckAsync();
        using var page = new Page(_server.Url, 390, 844, touch: true);
        page.Go($"/clients/{_client}/play?check={check}");
        page.Understood();
        Painted(page);
        Assert.Single(page.Driver.FindElements(By.CssSelector("[data-film]")));
        page.Press("Next nick");
        Painted(page);
        // The nick is on the right: its film comes up.
        page.Find("[data-film='right']");
        var floor = page.Find("[data-floor]");
        var before = Phase(page);
        new OpenQA.Selenium.Interactions.Actions(page.Driver)
            .MoveToElement(floor, 10, 0)
            .ClickAndHold()
            .MoveByOffset(40, 0)
            .Release()
            .Perform();
        Painted(page);
        Assert.NotEqual(before, Phase(page));
        page.Press("Check");
        page.See("See it move");
    }
}
