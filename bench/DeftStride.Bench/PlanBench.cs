using System.Diagnostics;
using System.Text;
using System.Text.Json;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>Four weeks planned for each of two hundred clients, then the studio's weeks asked for fifty times a second.</summary>
internal static class PlanBench
{
    private const int Clients = 200,
        PerSecond = 50,
        Seconds = 20;

    private static readonly string[] Days = ["monday", "tuesday", "wednesday", "thursday", "friday", "saturday"];

    public static async Task<int> RunAsync()
    {
        using var server = new AppServer(demo: true, crowd: Clients);
        using var http = AppSignIn.Client(server.Url);
        using var list = JsonDocument.Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)));
        string[] clients =
        [
            .. list.RootElement.EnumerateArray().Select(c => c.GetProperty("id").GetString()!).Take(Clients),
        ];
        var (made, drafted, refused) = (new List<double>(), new List<double>(), 0);
        foreach (var (client, i) in clients.Select((c, i) => (c, i)))
        {
            var block = new
            {
                first = DateTime.UtcNow.Date.AddDays(1).ToString("yyyy-MM-dd"),
                weeks = 4,
                days = new[]
                {
                    new { day = Days[i % 3], time = $"{7 + (i % 13):00}:{15 * (i % 4):00}" },
                    new { day = Days[3 + (i % 3)], time = $"{7 + (i % 13):00}:{15 * (i % 4):00}" },
                },
                own = Array.Empty<object>(),
            };
            drafted.Add(await SendAsync(http, HttpMethod.Post, "/api/compute/plan", new { clientId = client, block }));
            var took = await SendAsync(
                http,
                HttpMethod.Put,
                "/api/plans",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    id = Guid.CreateVersion7(),
                    clientId = client,
                    block,
                }
            );
            // Some of the made-up people have a red flag.
            if (took < 0)
                refused++;
            else
                made.Add(took);
        }

        Said("a plan as it would be", [.. drafted.Where(d => d >= 0)]);
        Said("a plan kept with its visits", made);
        Console.WriteLine($"{refused} refused (a red flag)");
        for (var i = 0; i < 20; i++)
            await AskAsync(http, "/api/plan");
        var (clock, sent) = (Stopwatch.StartNew(), new List<Task<double>>());
        for (var i = 0; i < PerSecond * Seconds; i++)
        {
            var due = TimeSpan.FromSeconds((double)i / PerSecond);
            if (due > clock.Elapsed)
                await Task.Delay(due - clock.Elapsed);
            sent.Add(AskAsync(http, "/api/plan"));
        }

        Said($"the studio's weeks at {PerSecond}/s", [.. await Task.WhenAll(sent)]);
        var first = new List<double>();
        for (var i = 0; i < 15; i++)
        {
            await SendAsync(
                http,
                HttpMethod.Post,
                "/api/coaches",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    id = Guid.CreateVersion7(),
                    name = $"Coach {i}",
                }
            );
            first.Add(await AskAsync(http, "/api/plan"));
        }

        Said("the first after a change", first);
        var own = new List<double>();
        for (var i = 0; i < 100; i++)
            own.Add(await AskAsync(http, $"/api/clients/{clients[i % clients.Length]}/plan"));
        Said("the weeks of one client", own);
        return 0;
    }

    private static void Said(string what, List<double> times)
    {
        times.Sort();
        Console.WriteLine(
            $"{what}: median {times[times.Count / 2]:0.0} ms, 95th percentile {times[(int)(0.95 * times.Count)]:0.0} ms, worst {times[^1]:0.0} ms over {times.Count}"
        );
    }

    private static async Task<double> AskAsync(HttpClient http, string path)
    {
        var one = Stopwatch.StartNew();
        await http.GetByteArrayAsync(new Uri(path, UriKind.Relative));
        return one.Elapsed.TotalMilliseconds;
    }

    /// <summary>How long a request took, milliseconds; −1 where it was refused.</summary>
    private static async Task<double> SendAsync(HttpClient http, HttpMethod method, string path, object body)
    {
        using var request = new HttpRequestMessage(method, path)
        {
            Content = new StringContent(JsonSerializer.Serialize(body), Encoding.UTF8, "application/json"),
        };
        var one = Stopwatch.StartNew();
        using var answer = await http.SendAsync(request);
        await answer.Content.ReadAsByteArrayAsync();
        return answer.IsSuccessStatusCode ? one.Elapsed.TotalMilliseconds : -1;
    }
}
