using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using SkiaSharp;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>A server in this process on a real SQLite file in a folder of its own. It can be stopped and started again on the same data.</summary>
public sealed class StudioUnderTest : IDisposable
{
    private WebApplicationFactory<Program>? _server;

    public string Folder { get; } = Directory.CreateTempSubdirectory("deft-stride-web-").FullName;

    public HttpClient Http { get; private set; } = null!;

    /// <summary>A studio on a new folder.</summary>
    /// <param name="clock">The clock it goes by, or null for the real one, in a zone where it is late morning.</param>
    /// <param name="database">What else is set for its database.</param>
    /// <param name="environment">What the framework takes it to run in.</param>
    /// <param name="before">What is put into the folder before the first start.</param>
    /// <param name="logs">Where its log goes besides.</param>
    /// <param name="services">What else is put in place of its own parts.</param>
    /// <param name="demo">Whether made-up people are put in, unless somebody is there already.</param>
    /// <param name="signIn">Whether <see cref="Http"/> is signed in as the owner, who is made at the first start.</param>
    public StudioUnderTest(
        TimeProvider? clock = null,
        Action<DbContextOptionsBuilder>? database = null,
        string environment = "Development",
        Action<string>? before = null,
        ILoggerProvider? logs = null,
        Action<IServiceCollection>? services = null,
        bool signIn = true,
        bool demo = false
    )
    {
        (_signIn, _demo) = (signIn, demo);
        (_clock, _database, _environment, _logs, _services) = (clock, database, environment, logs, services);
        if (before is null)
            NewFolder.CopyTo(Folder);
        else
            before(Folder);
        Start();
    }

    private readonly bool _signIn;
    private readonly bool _demo;
    private readonly string _environment;
    private readonly TimeProvider? _clock;
    private readonly ILoggerProvider? _logs;
    private readonly Action<IServiceCollection>? _services;
    private readonly Action<DbContextOptionsBuilder>? _database;

    internal IServiceProvider Services => _server!.Services;

    internal WebApplicationFactory<Program> Server => _server!;

    public void Start()
    {
        _server = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
            host.UseEnvironment(_environment)
                .UseSetting("data", Folder)
                .UseSetting("web", Path.Combine(Folder, "none"))
                .UseSetting("demo", _demo ? "true" : "false")
                .ConfigureServices(services =>
                {
                    if (_logs is not null)
                        services.AddSingleton(_logs);
                    services.AddSingleton(_clock ?? LateMorning.Clock(null));
                    // What is hashed here keeps nobody out.
                    services.Configure<PasswordHasherOptions>(o => o.IterationCount = 10);
                    _services?.Invoke(services);
                    if (_database is not null)
                        services.ConfigureDbContext<DeftStride.Data.StudioContext>(_database);
                })
        );
        Http = _server.CreateClient(new WebApplicationFactoryClientOptions { HandleCookies = false });
        if (_signIn)
            SignIn();
    }

    /// <summary>Signs <see cref="Http"/> in as the owner, again where that has ended.</summary>
    public void SignIn()
    {
        Http.DefaultRequestHeaders.Remove("Cookie");
        Cookie = AppSignIn.Owner(Http);
        Http.DefaultRequestHeaders.Add("Cookie", Cookie);
    }

    /// <summary>The owner's cookie as a browser sends it; empty where nobody is signed in.</summary>
    public string Cookie { get; private set; } = "";

    /// <summary>Invites somebody and lets them in.</summary>
    /// <returns>Their cookie.</returns>
    public async Task<string> InvitedAsync(
        string name,
        string role,
        string passphrase,
        bool onlyOwn = false,
        bool pictures = false
    )
    {
        var code = Text(
            await PostAsync(
                "/api/invitations",
                new
                {
                    id = Guid.CreateVersion7(),
                    role,
                    name,
                    onlyOwn,
                    pictures,
                }
            ),
            "code"
        );
        using var http = Server.CreateClient(new WebApplicationFactoryClientOptions { HandleCookies = false });
        using var joined = await http.PostAsJsonAsync(
            new Uri("/api/door/join", UriKind.Relative),
            new
            {
                code,
                name,
                passphrase,
                device = "a tablet",
            }
        );
        Assert.Equal(HttpStatusCode.NoContent, joined.StatusCode);
        return joined.Headers.GetValues("Set-Cookie").Single().Split(';')[0];
    }

    /// <summary>From here on <see cref="Http"/> is whoever a cookie names; nobody where it is empty.</summary>
    public void Become(string cookie)
    {
        Http.DefaultRequestHeaders.Remove("Cookie");
        if (cookie.Length > 0)
            Http.DefaultRequestHeaders.Add("Cookie", cookie);
    }

    /// <summary>Opens sockets, signed in as <see cref="Http"/> is.</summary>
    internal WebSocketClient Sockets()
    {
        var sockets = Server.Server.CreateWebSocketClient();
        sockets.ConfigureRequest = request => request.Headers.Cookie = Cookie;
        return sockets;
    }

    public void Restart()
    {
        _server!.Dispose();
        SqliteConnection.ClearAllPools();
        Start();
    }

    /// <summary>Ends when pictures and films were swept since the last start.</summary>
    public Task SweptAsync() => _server!.Services.GetRequiredService<MediaSweeping>().SweepAsync(default);

    public void Dispose()
    {
        _server?.Dispose();
        SqliteConnection.ClearAllPools();
        Directory.Delete(Folder, recursive: true);
    }

    /// <summary>Sends JSON and expects a status; returns the answer's body, or null when it has none.</summary>
    public async Task<JsonNode?> SendAsync(
        HttpMethod method,
        string path,
        object body,
        HttpStatusCode expected = HttpStatusCode.OK
    )
    {
        using var request = new HttpRequestMessage(method, path)
        {
            Content = JsonContent.Create(body, options: Json.Options),
        };
        using var response = await Http.SendAsync(request);
        var text = await response.Content.ReadAsStringAsync();
        Assert.True(expected == response.StatusCode, $"{method} {path}: {(int)response.StatusCode} {text}");
        return text.Length == 0 ? null : JsonNode.Parse(text);
    }

    /// <summary>Changes the data file behind the server's back.</summary>
    public void Sql(string sql)
    {
        using var connection = new SqliteConnection(
            $"Data Source={Path.Combine(Folder, DeftStride.Data.StudioDatabase.FileName)}"
        );
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    /// <summary>A part of an answer as the server's own type.</summary>
    internal static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Json.Options)!;

    public Task<JsonNode?> PostAsync(string path, object body, HttpStatusCode expected = HttpStatusCode.OK) =>
        SendAsync(HttpMethod.Post, path, body, expected);

    public async Task<JsonNode> GetAsync(string path) =>
        JsonNode.Parse(await Http.GetStringAsync(new Uri(path, UriKind.Relative)))!;

    public async Task<Guid> ClientAsync(string name = "Maren Oakhollow", string? school = null)
    {
        var id = Guid.CreateVersion7();
        await PostAsync(
            "/api/clients",
            new
            {
                operationId = Guid.CreateVersion7(),
                id,
                name,
                goal = "",
                school,
            }
        );
        return id;
    }

    /// <summary>Logs what was done today without a look: all clean but where said, without a load.</summary>
    public async Task LogAsync(
        Guid client,
        string exercise,
        int sets = 3,
        int amount = 6,
        int? right = null,
        int effort = 6,
        Guid? supersedes = null
    ) =>
        await PostAsync(
            "/api/logs",
            LogBody(client, null, exercise, sets, amount, right, effort, supersedes: supersedes)
        );

    /// <summary>A log without a look, as a device sends it.</summary>
    public static object LogBody(
        Guid client,
        DateOnly? day,
        string exercise = "split-squat-to-pad",
        int sets = 3,
        int amount = 5,
        int? right = null,
        int effort = 6,
        int? nextMorning = null,
        Guid? supersedes = null,
        double loadKg = 0,
        object? pain = null
    ) =>
        new
        {
            id = Guid.CreateVersion7(),
            clientId = client,
            day,
            exerciseId = exercise,
            log = new
            {
                sets = (object?)null,
                even = new
                {
                    sets,
                    amount,
                    cleanLeft = sets * amount,
                    cleanRight = right ?? (sets * amount),
                    loadKg,
                    position = loadKg > 0 ? "goblet" : "none",
                    resets = 0,
                },
                effort,
                pain,
                nextMorning,
                felt = (object?)null,
            },
            supersedes,
        };

    /// <summary>Measures both ankles of a client, the same.</summary>
    public async Task AnklesAsync(Guid client, double degrees)
    {
        foreach (var side in new[] { "left", "right" })
            await PostAsync(
                "/api/ranges",
                new
                {
                    id = Guid.CreateVersion7(),
                    clientId = client,
                    test = "ankleBend",
                    side,
                    degrees,
                    gapCm = (double?)null,
                    supersedes = (Guid?)null,
                }
            );
    }

    public async Task<HttpResponseMessage> PutPictureAsync(Guid id, Guid client, byte[] file)
    {
        using var content = new ByteArrayContent(file);
        content.Headers.ContentType = new("application/octet-stream");
        return await Http.PutAsync(new Uri($"/api/pictures/{id}?client={client}", UriKind.Relative), content);
    }

    public async Task<Guid> PictureAsync(Guid client)
    {
        var id = Guid.CreateVersion7();
        using var answer = await PutPictureAsync(id, client, Drawn());
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        return id;
    }

    /// <summary>A still of 800 × 1000 whose shin leans by the given degrees.</summary>
    public static object Still(Guid picture, string side, double shinDegrees)
    {
        var a = shinDegrees * Math.PI / 180;
        return Still(
            picture,
            side,
            "side",
            "bottom",
            new
            {
                ankle = new { x = 400.0, y = 800.0 },
                knee = new { x = 400 + (300 * Math.Sin(a)), y = 800 - (300 * Math.Cos(a)) },
            }
        );
    }

    /// <summary>A still of 800 × 1000 with any points and a marked upright.</summary>
    public static object Still(Guid picture, string side, string view, string moment, object points) =>
        new
        {
            side,
            view,
            moment,
            repetition = 1,
            facing = "right",
            mirrored = false,
            pictureId = picture,
            width = 800,
            height = 1000,
            points,
            vertical = new { one = new { x = 100.0, y = 900.0 }, other = new { x = 100.0, y = 100.0 } },
            scale = (object?)null,
            // Drawn as from very far and square.
            camera = new
            {
                distanceM = 100,
                heightM = 0.5,
                guided = true,
            },
        };

    /// <summary>The coach's word that everything else that must pass in a split squat looked fine on both sides.</summary>
    public static object[] RestFine { get; } =
    [
        .. new[]
        {
            "heel-rise",
            "depth",
            "knee-offset",
            "pelvic-level",
            "pelvic-change",
            "spine",
            "rear-thigh",
        }.SelectMany(m =>
            new[] { "left", "right" }.Select(s => new
            {
                measureId = m,
                side = s,
                where = "within",
                moment = (string?)null,
            })
        ),
    ];

    public async Task<object> CheckBodyAsync(
        Guid client,
        double left,
        double right,
        int pain = 0,
        Guid? id = null,
        int? nextMorning = null,
        object[]? seen = null
    )
    {
        var picture = await PictureAsync(client);
        return new
        {
            id = id ?? Guid.CreateVersion7(),
            clientId = client,
            exerciseId = "split-squat-to-pad",
            school = (string?)null,
            stills = new[] { Still(picture, "left", left), Still(picture, "right", right) },
            seen = seen ?? [],
            stated = Array.Empty<object>(),
            felt = (object?)null,
            effort = (int?)null,
            pain = new
            {
                score = pain,
                leg = pain > 0 ? "left" : null,
                role = pain > 0 ? "rear" : null,
            },
            nextMorning,
            supersedes = (Guid?)null,
        };
    }

    /// <summary>Chooses how something is done: for the studio, or for one client.</summary>
    public async Task SetAsync(string setting, string option, Guid? client = null)
    {
        var settings = await GetAsync(client is null ? "/api/settings" : $"/api/settings?client={client}");
        await SendAsync(
            HttpMethod.Put,
            "/api/settings",
            new
            {
                operationId = Guid.NewGuid(),
                version = settings[client is null ? "studioVersion" : "clientVersion"]!.GetValue<long>(),
                level = client is null ? "studio" : "client",
                key = client?.ToString(),
                settingId = setting,
                optionId = option,
            }
        );
    }

    public async Task<JsonNode> CheckAsync(
        Guid client,
        double left,
        double right,
        int pain = 0,
        object[]? seen = null
    ) => (await PostAsync("/api/checks", await CheckBodyAsync(client, left, right, pain, seen: seen)))!;

    public static byte[] Drawn(
        int width = 800,
        int height = 1000,
        SKEncodedImageFormat format = SKEncodedImageFormat.Png
    )
    {
        using var bitmap = new SKBitmap(width, height);
        using var canvas = new SKCanvas(bitmap);
        canvas.Clear(SKColors.Beige);
        using var red = new SKPaint { Color = SKColors.Red };
        canvas.DrawRect(0, 0, width / 4f, height / 4f, red);
        canvas.Flush();
        using var data = bitmap.Encode(format, 92);
        return data.ToArray();
    }

    public static string Text(JsonNode? node, string field) => node![field]!.GetValue<string>();
}
