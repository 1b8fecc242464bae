using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>Two hundred people, each signed in on a device of their own, who look at the day and at clients at once.</summary>
internal static class PeopleBench
{
    private const int People = 200,
        Seconds = 30;

    /// <summary>Between two looks of one person: each screen is read for a while.</summary>
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(5);

    public static async Task<int> RunAsync()
    {
        using var server = new AppServer(demo: true);
        using var first = AppSignIn.Client(server.Url);
        using var list = JsonDocument.Parse(await first.GetStringAsync(new Uri("/api/clients", UriKind.Relative)));
        string[] clients = [.. list.RootElement.EnumerateArray().Select(c => c.GetProperty("id").GetString()!)];
        using var door = JsonDocument.Parse(await first.GetStringAsync(new Uri("/api/door", UriKind.Relative)));
        string[] madeUp =
        [
            .. door
                .RootElement.GetProperty("madeUp")
                .EnumerateArray()
                .Where(p => p.GetProperty("role").GetString() != "assistant")
                .Select(p => p.GetProperty("id").GetString()!),
        ];
        var signing = Stopwatch.StartNew();
        var people = new HttpClient[People];
        for (var i = 0; i < People; i++)
        {
            people[i] = new HttpClient { BaseAddress = new Uri(server.Url) };
            using var came = await people[i]
                .PostAsJsonAsync(
                    new Uri("/api/door/demo", UriKind.Relative),
                    new { personId = madeUp[i % madeUp.Length], device = $"device {i}" }
                );
            came.EnsureSuccessStatusCode();
        }

        Console.WriteLine($"{People} signed in, {signing.ElapsedMilliseconds / (double)People:0.0} ms each");
        var (times, errors) = (new ConcurrentBag<double>(), new ConcurrentBag<string>());
        var clock = Stopwatch.StartNew();
        await Task.WhenAll(
            people.Select(
                async (http, i) =>
                {
                    var chance = new Random(i);
                    // Nobody comes at the same moment as everybody else.
                    await Task.Delay(Pause * chance.NextDouble());
                    while (clock.Elapsed.TotalSeconds < Seconds)
                    {
                        var path = chance.Next(3) switch
                        {
                            0 => "/api/floor",
                            1 => "/api/sessions",
                            _ => $"/api/clients/{clients[chance.Next(clients.Length)]}",
                        };
                        var one = Stopwatch.StartNew();
                        try
                        {
                            using var answer = await http.GetAsync(new Uri(path, UriKind.Relative));
                            await answer.Content.ReadAsByteArrayAsync();
                            times.Add(one.Elapsed.TotalMilliseconds);
                            if (!answer.IsSuccessStatusCode)
                                errors.Add($"{path}: {(int)answer.StatusCode}");
                        }
                        catch (HttpRequestException e)
                        {
                            errors.Add(e.Message);
                        }

                        await Task.Delay(Pause);
                    }
                }
            )
        );
        foreach (var http in people)
            http.Dispose();
        var sorted = times.Order().ToArray();
        Console.WriteLine(
            $"{People} people for {Seconds} s: {sorted.Length} requests, {errors.Count} errors, median {sorted[sorted.Length / 2]:0.0} ms, 95th percentile {sorted[(int)(0.95 * sorted.Length)]:0.0} ms, worst {sorted[^1]:0.0} ms"
        );
        foreach (var error in errors.Distinct().Take(5))
            Console.WriteLine(error);
        return errors.IsEmpty ? 0 : 1;
    }
}
