using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace DeftStride.Browser;

/// <summary>A real server on a data folder of its own. It can be killed and started again on the same data.</summary>
public sealed class AppServer : IDisposable
{
    private readonly List<string> _arguments;
    private readonly bool _ownFolder;
    private readonly TimeSpan _patience;
    private Process? _process;

    /// <summary>Starts a server and waits for its first answer.</summary>
    /// <param name="demo">Whether to fill the folder with made-up people.</param>
    /// <param name="clock">Where the clock starts (ISO 8601), or null for the real one.</param>
    /// <param name="crowd">How many clients to make up besides, for measuring.</param>
    /// <param name="folder">The data folder, or null for a new temporary one.</param>
    public AppServer(bool demo = false, string? clock = null, string? folder = null, int crowd = 0)
    {
        _ownFolder = folder is null;
        _patience = TimeSpan.FromSeconds(crowd > 0 ? 900 : 60);
        Folder = folder ?? Directory.CreateTempSubdirectory("deft-stride-").FullName;
        Url = $"http://127.0.0.1:{FreePort()}";
        _arguments =
        [
            Path.Combine(Checkout.Root, "src/DeftStride.Web/bin", Checkout.Configuration, "net10.0/DeftStride.Web.dll"),
            "--urls", Url, "--data", Folder, "--web", Path.Combine(Checkout.Root, "web/dist"),
        ];
        if (demo) _arguments.AddRange(["--demo", "true"]);
        if (demo && _ownFolder && crowd == 0) DemoFolder.CopyTo(Folder, clock);
        if (crowd > 0) _arguments.AddRange(["--crowd", crowd.ToString(System.Globalization.CultureInfo.InvariantCulture)]);
        if (clock is not null) _arguments.AddRange(["--clock", clock]);
        Start();
    }

    /// <summary>The data folder.</summary>
    public string Folder { get; }

    /// <summary>The address, without a slash at its end.</summary>
    public string Url { get; }

    /// <summary>From starting the process to its first answer, for the latest start.</summary>
    public TimeSpan StartTime { get; private set; }

    /// <summary>Memory that the process holds now, in bytes.</summary>
    public long ResidentBytes
    {
        get
        {
            _process!.Refresh();
            return _process.WorkingSet64;
        }
    }

    /// <summary>Starts the server (again) and waits until it answers.</summary>
    public void Start()
    {
        var clock = Stopwatch.StartNew();
        var start = new ProcessStartInfo("dotnet") { RedirectStandardOutput = true, RedirectStandardError = true, WorkingDirectory = Checkout.Root };
        foreach (var argument in _arguments) start.ArgumentList.Add(argument);
        var process = Process.Start(start)!;
        var said = new System.Text.StringBuilder();
        process.OutputDataReceived += (_, line) => { lock (said) said.AppendLine(line.Data); };
        process.ErrorDataReceived += (_, line) => { lock (said) said.AppendLine(line.Data); };
        process.BeginOutputReadLine();
        process.BeginErrorReadLine();
        _process = process;

        using var http = new HttpClient { Timeout = TimeSpan.FromSeconds(2) };
        while (true)
        {
            if (process.HasExited) throw new InvalidOperationException($"The server stopped at once:\n{said}");
            if (clock.Elapsed > _patience) throw new TimeoutException($"The server did not answer:\n{said}");
            try
            {
                if (http.GetAsync(new Uri(Url + "/api/studio")).GetAwaiter().GetResult().IsSuccessStatusCode) break;
            }
            catch (Exception e) when (e is HttpRequestException or TaskCanceledException)
            {
                Thread.Yield();
            }
        }

        StartTime = clock.Elapsed;
    }

    /// <summary>Ends the process at once, as a power cut would: nothing is flushed or said goodbye to.</summary>
    public void Kill()
    {
        if (_process is null) return;
        _process.Kill();
        _process.WaitForExit();
        _process.Dispose();
        _process = null;
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        Kill();
        if (_ownFolder) Directory.Delete(Folder, recursive: true);
    }

    /// <summary>Fills a folder with the demo and stops the server.</summary>
    internal static void Fill(string folder, string? clock)
    {
        using var server = new AppServer(demo: true, clock: clock, folder: folder);
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
