using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace DeftStride.Browser;

/// <summary>Puts a client with a finished look made of two drawn clips into a studio, as a device would that has read them: points, films, look.</summary>
public sealed class FilmedCheck : IDisposable
{
    private const int Piece = 2 * 1024 * 1024;
    private static readonly string Folder = Path.Combine(Checkout.Root, "src/DeftStride.Demo");
    private readonly HttpClient _http;

    /// <summary>At a studio.</summary>
    /// <param name="url">Its address.</param>
    public FilmedCheck(string url)
    {
        _http = AppSignIn.Client(url);
        _http.DefaultRequestHeaders.Add("Deft-Interface", "1");
    }

    /// <summary>Whose look it is.</summary>
    public Guid Client { get; } = Guid.CreateVersion7();

    /// <inheritdoc/>
    public void Dispose() => _http.Dispose();

    private async Task<JsonNode> SendAsync(HttpMethod method, string path, HttpContent? content)
    {
        using var request = new HttpRequestMessage(method, path) { Content = content };
        using var answer = await _http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return !answer.IsSuccessStatusCode
            ? throw new InvalidOperationException($"{method} {path}: {text}")
            : JsonNode.Parse(text) ?? new JsonObject();
    }

    /// <summary>Asks the studio.</summary>
    public Task<JsonNode> GetAsync(string path) => SendAsync(HttpMethod.Get, path, null);

    /// <summary>Says how tall the client is.</summary>
    public async Task MeasureAsync(double statureCm)
    {
        var now = await GetAsync($"/api/clients/{Client}/intake");
        var intake = now["intake"]!.DeepClone();
        intake["statureCm"] = statureCm;
        await SendAsync(
            HttpMethod.Put,
            $"/api/clients/{Client}/intake",
            JsonContent.Create(
                new JsonObject
                {
                    ["operationId"] = Guid.CreateVersion7(),
                    ["version"] = now["version"]!.DeepClone(),
                    ["goal"] = "",
                    ["intake"] = intake,
                }
            )
        );
    }

    private static ByteArrayContent Bytes(byte[] bytes)
    {
        var content = new ByteArrayContent(bytes);
        content.Headers.ContentType = new("application/octet-stream");
        return content;
    }

    /// <summary>A finished look made of two clips, with their points and films kept; returns its id.</summary>
    /// <param name="times">How often each clip goes over, one behind the other: a longer film of the same.</param>
    public async Task<string> KeepAsync(int times = 1)
    {
        await SendAsync(
            HttpMethod.Post,
            "/api/clients",
            JsonContent.Create(
                new
                {
                    operationId = Guid.NewGuid(),
                    id = Client,
                    name = "Juno Ashgrove",
                    goal = "",
                    school = (string?)null,
                }
            )
        );
        var standard = (
            await SendAsync(HttpMethod.Get, $"/api/clients/{Client}/standard?exercise=split-squat-to-pad", null)
        )["standard"]!;
        var picture = Guid.CreateVersion7();
        var kept = await SendAsync(
            HttpMethod.Put,
            $"/api/pictures/{picture}?client={Client}",
            Bytes(
                File.ReadAllBytes(
                    Directory
                        .EnumerateFiles(Path.Combine(Folder, "Figures"), "*.webp")
                        .Order(StringComparer.Ordinal)
                        .First()
                )
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
            var track = LongFilm.Track(
                JsonNode.Parse(File.ReadAllText(Path.Combine(Folder, "Clips", $"maren-side-{side}.track.json")))!,
                times
            );
            var film = LongFilm.Of(File.ReadAllBytes(Path.Combine(Folder, "Clips", $"maren-side-{side}.webm")), times);
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
                        ["viewSaid"] = false,
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
                        ["clientId"] = Client,
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
                            ["bytes"] = film.LongLength,
                            ["offset"] = 0,
                        },
                        ["supersedes"] = null,
                    }
                )
            );
            for (var from = 0; from < film.Length; from += Piece)
                await SendAsync(
                    HttpMethod.Put,
                    $"/api/films/{clip}?from={from}",
                    Bytes(film[from..Math.Min(film.Length, from + Piece)])
                );
        }

        var check = await SendAsync(
            HttpMethod.Post,
            "/api/checks",
            JsonContent.Create(
                new JsonObject
                {
                    ["id"] = Guid.CreateVersion7(),
                    ["clientId"] = Client,
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
}
