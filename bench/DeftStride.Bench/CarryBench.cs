using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>A studio of 2,000 clients and five years (or so many as are named) saved, brought back, taken out and brought in; and what somebody waits for who looks at a client meanwhile.</summary>
internal static class CarryBench
{
    private static readonly TimeSpan Between = TimeSpan.FromMilliseconds(200);

    public static async Task<int> RunAsync(int crowd)
    {
        using var server = new AppServer(demo: true, crowd: crowd);
        var megabytes = new FileInfo(Path.Combine(server.Folder, "studio.db")).Length / 1e6;
        Console.WriteLine($"{megabytes:0} MB");
        using var http = AppSignIn.Client(server.Url);
        using var list = JsonDocument.Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)));
        string[] clients = [.. list.RootElement.EnumerateArray().Select(c => c.GetProperty("id").GetString()!)];
        await AskAsync(http, clients, TimeSpan.FromSeconds(10), Task.Delay(10_000));
        Say("nothing beside", await AskAsync(http, clients, null, Task.Delay(20_000)));
        var clock = Stopwatch.StartNew();
        using var patient = AppSignIn.Client(server.Url, TimeSpan.FromMinutes(30));
        clock.Restart();
        var saving = patient.PostAsJsonAsync(new Uri("/api/backups", UriKind.Relative), new { });
        Say("during a backup", await AskAsync(http, clients, null, saving));
        (await saving).EnsureSuccessStatusCode();
        Rate("saved and read again, while it is asked for", megabytes, clock.Elapsed);
        using var backups = JsonDocument.Parse(await http.GetStringAsync(new Uri("/api/backups", UriKind.Relative)));
        var name = backups.RootElement.GetProperty("backups")[0].GetProperty("name").GetString()!;
        var away = Path.Combine(server.Folder, "away");
        Rate("brought back by command", megabytes, await CommandAsync(server, "restore", name, "--to", away));
        Directory.Delete(away, recursive: true);
        var zip = Path.Combine(server.Folder, "studio.zip");
        Rate("taken out", megabytes, await CommandAsync(server, "export", zip));
        Console.WriteLine($"the zip: {new FileInfo(zip).Length / 1e6:0} MB");
        Rate("brought in", megabytes, await CommandAsync(server, "import", zip, "--to", away));
        return 0;
    }

    /// <summary>Asks for one client after another, and for the floor, until something else is done.</summary>
    private static async Task<(double[] Clients, double[] Floor)> AskAsync(
        HttpClient http,
        string[] clients,
        TimeSpan? most,
        Task until
    )
    {
        var (chance, clock) = (new Random(1), Stopwatch.StartNew());
        var (pages, floor) = (new List<double>(), new List<double>());
        while (!until.IsCompleted && (most is null || clock.Elapsed < most))
        {
            pages.Add(await TimeAsync(http, $"/api/clients/{clients[chance.Next(clients.Length)]}"));
            floor.Add(await TimeAsync(http, "/api/floor"));
            await Task.Delay(Between);
        }

        return ([.. pages.Order()], [.. floor.Order()]);
    }

    private static async Task<double> TimeAsync(HttpClient http, string path)
    {
        var one = Stopwatch.StartNew();
        await http.GetByteArrayAsync(new Uri(path, UriKind.Relative));
        return one.Elapsed.TotalMilliseconds;
    }

    private static void Say(string when, (double[] Clients, double[] Floor) took)
    {
        foreach (var (what, times) in new[] { ("a client's page", took.Clients), ("the floor", took.Floor) })
            Console.WriteLine(
                $"{what} {when}: median {times[times.Length / 2]:0.0} ms, 95th percentile {times[(int)(0.95 * times.Length)]:0.0} ms, worst {times[^1]:0.0} ms over {times.Length}"
            );
    }

    private static void Rate(string what, double megabytes, TimeSpan took) =>
        Console.WriteLine($"{what}: {took.TotalSeconds:0.0} s, {megabytes / took.TotalSeconds:0} MB/s");

    private static async Task<TimeSpan> CommandAsync(AppServer server, params string[] args)
    {
        var clock = Stopwatch.StartNew();
        var start = new ProcessStartInfo("dotnet") { WorkingDirectory = Checkout.Root, RedirectStandardOutput = true };
        foreach (
            var arg in args.Prepend("src/DeftStride.Web/bin/Release/net10.0/DeftStride.Web.dll")
                .Concat(["--data", server.Folder])
        )
            start.ArgumentList.Add(arg);
        using var command = Process.Start(start)!;
        await command.StandardOutput.ReadToEndAsync();
        await command.WaitForExitAsync();
        return command.ExitCode == 0
            ? clock.Elapsed
            : throw new InvalidOperationException($"{args[0]} ended with {command.ExitCode}.");
    }
}
