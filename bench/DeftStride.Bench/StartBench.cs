using System.Diagnostics;
using DeftStride.Browser;
using Microsoft.AspNetCore.Builder;

namespace DeftStride.Bench;

/// <summary>
/// The server on data that is already there: process start to first answer, as ./demo builds it and as the tests do, beside an
/// empty app of the same run, and memory once it rests.
/// </summary>
internal static class StartBench
{
    private const int Starts = 10;

    public static int Run()
    {
        var empty = Median("an empty app", Empty);
        if (Published.App is { } published)
            Of("as ./demo builds it", published, empty);
        else
            Console.WriteLine("Run ./demo once: it builds the server that is measured here.");
        Of("as the tests build it", null, empty);
        return 0;
    }

    private static void Of(string name, string? app, double empty)
    {
        using var server = new AppServer(demo: true, app: app);
        var median = Median(
            name,
            () =>
            {
                server.Kill();
                server.Start();
                return server.StartTime.TotalMilliseconds;
            }
        );
        // What the start left behind is given back once nobody has asked for anything for a while.
        Thread.Sleep(TimeSpan.FromSeconds(25));
        Console.WriteLine(
            $"  {median / empty:0.0} times the empty app; memory at rest {server.ResidentBytes / 1048576.0:0} MB"
        );
    }

    private static double Median(string name, Func<double> start)
    {
        var times = Enumerable.Range(0, Starts).Select(_ => start()).Order().ToArray();
        var median = (times[(Starts / 2) - 1] + times[Starts / 2]) / 2;
        Console.WriteLine($"{name}: median {median:0} ms, {times[0]:0} to {times[^1]:0} ({Starts} starts)");
        return median;
    }

    /// <summary>An app that answers one address and does nothing else, in a process of its own.</summary>
    public static void Serve(string url)
    {
        var app = WebApplication.CreateBuilder().Build();
        app.MapGet("/", () => "");
        app.Run(url);
    }

    private static double Empty()
    {
        const string url = "http://127.0.0.1:5479";
        var clock = Stopwatch.StartNew();
        using var process = Process.Start(
            new ProcessStartInfo("dotnet", [Environment.GetCommandLineArgs()[0], "empty", url])
            {
                RedirectStandardOutput = true,
                RedirectStandardError = true,
            }
        )!;
        using var http = new HttpClient { Timeout = TimeSpan.FromSeconds(2) };
        while (true)
        {
            try
            {
                if (http.GetAsync(new Uri(url)).GetAwaiter().GetResult().IsSuccessStatusCode)
                    break;
            }
            catch (Exception e) when (e is HttpRequestException or TaskCanceledException)
            {
                process.WaitForExit(20);
            }
        }

        var took = clock.Elapsed.TotalMilliseconds;
        process.Kill();
        process.WaitForExit();
        return took;
    }
}
