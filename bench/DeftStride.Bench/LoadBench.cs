using System.Diagnostics;
using System.Text.Json;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>The data of the floor, of clients and of the ladders from a studio of 2,000 clients and five years, asked for fifty times a second.</summary>
internal static class LoadBench
{
    private const int PerSecond = 50,
        Seconds = 10,
        Runs = 5;

    public static async Task<int> RunAsync(string? only = null)
    {
        string[] clients = [];
        var chance = new Random(1);
        (string Name, Func<string> Path)[] rows =
        [
            ("floor", () => "/api/floor"),
            ("client", () => $"/api/clients/{clients[chance.Next(clients.Length)]}"),
            ("ladders", () => "/api/ladders"),
            ("library", () => "/api/library"),
            ("list of clients", () => "/api/clients"),
        ];
        rows = [.. rows.Where(r => only is null || r.Name == only)];
        if (rows.Length == 0)
        {
            Console.Error.WriteLine(
                $"There is no row “{only}”. Say floor, client, ladders, library, \"list of clients\" or nothing."
            );
            return 2;
        }

        var filling = Stopwatch.StartNew();
        using var server = new AppServer(demo: true, crowd: 2000, app: Published.Told());
        Console.WriteLine(
            $"filled in {filling.Elapsed.TotalSeconds:0} s, {new FileInfo(Path.Combine(server.Folder, "studio.db")).Length / 1048576.0:0} MB"
        );
        using var http = AppSignIn.Client(server.Url);
        using var list = JsonDocument.Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)));
        clients = [.. list.RootElement.EnumerateArray().Select(c => c.GetProperty("id").GetString()!)];
        Console.WriteLine($"{clients.Length} clients");
        foreach (var (name, path) in rows)
        {
            // A server runs for weeks: what its first minute compiles anew is not what a coach waits for.
            for (var i = 0; i < 600; i++)
                await http.GetByteArrayAsync(new Uri(path(), UriKind.Relative));
            var worked = server.ProcessorTime;
            var runs = new List<double[]>();
            for (var run = 0; run < Runs; run++)
            {
                var times = await HoldAsync(http, path);
                Array.Sort(times);
                runs.Add(times);
            }

            worked = server.ProcessorTime - worked;
            var most = runs.Select(t => t[(int)(0.95 * t.Length)]).Order().ToArray();
            Console.WriteLine(
                $"{name}: median {runs.Select(t => t[t.Length / 2]).Order().ElementAt(Runs / 2):0.0} ms, 95th percentile {most[Runs / 2]:0.0} ms ({most[0]:0.0} to {most[^1]:0.0}), worst {runs.Max(t => t[^1]):0.0} ms: {Runs} runs of {runs[0].Length} requests at {PerSecond}/s, {worked.TotalMilliseconds / runs.Sum(t => t.Length):0.0} ms of a core each"
            );
        }

        // The floor is worked out once after each change: what the first one after a change waits for.
        var first = new List<double>();
        for (var i = 0; i < 15; i++)
        {
            using var coach = new StringContent(
                JsonSerializer.Serialize(
                    new
                    {
                        operationId = Guid.CreateVersion7(),
                        id = Guid.CreateVersion7(),
                        name = $"Coach {i}",
                    }
                ),
                System.Text.Encoding.UTF8,
                "application/json"
            );
            (await http.PostAsync(new Uri("/api/coaches", UriKind.Relative), coach)).EnsureSuccessStatusCode();
            first.Add(await AskAsync(http, "/api/floor"));
        }

        first.Sort();
        Console.WriteLine($"floor, the first after a change: median {first[7]:0.0} ms, worst {first[^1]:0.0} ms");
        Console.WriteLine($"memory: {server.ResidentBytes / 1048576.0:0} MB");
        return 0;
    }

    /// <summary>Sends at a steady rate, whether or not the answers come; a slow answer does not slow the next request.</summary>
    private static async Task<double[]> HoldAsync(HttpClient http, Func<string> path)
    {
        var (clock, sent) = (Stopwatch.StartNew(), new List<Task<double>>());
        for (var i = 0; i < PerSecond * Seconds; i++)
        {
            var due = TimeSpan.FromSeconds((double)i / PerSecond);
            if (due > clock.Elapsed)
                await Task.Delay(due - clock.Elapsed);
            sent.Add(AskAsync(http, path()));
        }

        return await Task.WhenAll(sent);
    }

    private static async Task<double> AskAsync(HttpClient http, string path)
    {
        var one = Stopwatch.StartNew();
        await http.GetByteArrayAsync(new Uri(path, UriKind.Relative));
        return one.Elapsed.TotalMilliseconds;
    }
}
