using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>The server on data that is already there: process start to first answer, and memory once it rests.</summary>
internal static class StartBench
{
    public static int Run()
    {
        using var server = new AppServer(demo: true);
        var times = new List<double>();
        for (var i = 0; i < 10; i++)
        {
            server.Kill();
            server.Start();
            times.Add(server.StartTime.TotalMilliseconds);
        }

        times.Sort();
        Console.WriteLine(
            $"start to first answer: median {times[5]:0} ms, min {times[0]:0} ms, max {times[^1]:0} ms ({times.Count} starts)"
        );
        Console.WriteLine($"memory after start: {server.ResidentBytes / 1048576.0:0} MB");
        return 0;
    }
}
