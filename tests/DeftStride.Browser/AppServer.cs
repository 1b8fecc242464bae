using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace DeftStride.Browser;

/// <summary>A real server on a data folder of its own. It can be killed and started again on the same data.</summary>
public sealed class AppServer : IDisposable
{
    private readonly List<string> _arguments;
    private readonly bool _clocked;
    private readonly bool _ownFolder;
    private readonly TimeSpan _patience;
    private readonly System.Text.StringBuilder _said = new();
    private Process? _process;

    /// <summary>Starts a server and waits for its first answer.</summary>
    /// <param name="demo">Whether to fill the folder with made-up people.</param>
    /// <param name="clock">Where the clock starts (ISO 8601), or null for the real one.</param>
    /// <param name="crowd">How many clients to make up besides, for measuring.</param>
    /// <param name="folder">The data folder, or null for a new temporary one.</param>
    /// <param name="start">Whether to start it at once.</param>
    /// <param name="app">Another build of the server than the one beside the tests.</param>
    /// <param name="backups">Where backups go, or null for the usual place.</param>
    public AppServer(
        bool demo = false,
        string? clock = null,
        string? folder = null,
        int crowd = 0,
        bool start = true,
        string? app = null,
        string? backups = null
    )
    {
        (_clocked, _ownFolder) = (clock is not null, folder is null);
        _patience = TimeSpan.FromSeconds(crowd > 0 ? 900 : 60);
        Folder = folder ?? Directory.CreateTempSubdirectory("deft-stride-").FullName;
        Url = $"http://127.0.0.1:{FreePort()}";
        _arguments =
        [
            app
                ?? Path.Combine(
                    Checkout.Root,
                    "src/DeftStride.Web/bin",
                    Checkout.Configuration,
                    "net10.0/DeftStride.Web.dll"
                ),
            "--urls",
            Url,
            "--data",
            Folder,
            "--web",
            Path.Combine(Checkout.Root, "web/dist"),
        ];
        if (demo)
            _arguments.AddRange(["--demo", "true"]);
        if (demo && _ownFolder && crowd == 0)
            DemoFolder.CopyTo(Folder, clock);
        else if (_ownFolder)
            NewFolder.CopyTo(Folder);
        if (crowd > 0)
            _arguments.AddRange(["--crowd", crowd.ToString(System.Globalization.CultureInfo.InvariantCulture)]);
        if (backups is not null)
            _arguments.AddRange(["--backups", backups]);
        if (clock is not null)
            _arguments.AddRange(["--clock", clock]);
        if (start)
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

    /// <summary>Time that its cores have worked for it so far.</summary>
    public TimeSpan ProcessorTime
    {
        get
        {
            _process!.Refresh();
            return _process.TotalProcessorTime;
        }
    }

    /// <summary>Largest file in kilobytes that the next start may write, or null for no limit: a full disk without special rights.</summary>
    public int? LargestFileKilobytes { get; set; }

    /// <summary>What the server has written so far.</summary>
    public string Said
    {
        get
        {
            lock (_said)
                return _said.ToString();
        }
    }

    /// <summary>Starts the process and waits for nothing.</summary>
    public void Launch()
    {
        var start = new ProcessStartInfo(LargestFileKilobytes is null ? "dotnet" : "bash")
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
            WorkingDirectory = Checkout.Root,
        };
        // A clock that is given is in UTC.
        start.Environment["TZ"] = _clocked ? "Etc/UTC" : LateMorning.Zone;
        if (LargestFileKilobytes is { } limit)
        {
            start.ArgumentList.Add("-c");
            start.ArgumentList.Add($"ulimit -f {limit}; DOTNET_EnableWriteXorExecute=0 exec dotnet \"$@\"");
            start.ArgumentList.Add("server");
        }

        foreach (var argument in _arguments)
            start.ArgumentList.Add(argument);
        lock (_said)
            _said.Clear();
        _process = Process.Start(start)!;
        _process.OutputDataReceived += (_, line) =>
        {
            lock (_said)
                _said.AppendLine(line.Data);
        };
        _process.ErrorDataReceived += (_, line) =>
        {
            lock (_said)
                _said.AppendLine(line.Data);
        };
        _process.BeginOutputReadLine();
        _process.BeginErrorReadLine();
    }

    /// <summary>Starts the server where it is expected to refuse; returns its exit code once it has.</summary>
    public int Refused()
    {
        Launch();
        if (!_process!.WaitForExit(_patience))
            throw new TimeoutException($"The server did not refuse:\n{Said}");
        _process.WaitForExit();
        var code = _process.ExitCode;
        Kill();
        return code;
    }

    /// <summary>Starts the server (again) and waits until it answers.</summary>
    public void Start()
    {
        var clock = Stopwatch.StartNew();
        Launch();
        using var http = new HttpClient { Timeout = TimeSpan.FromSeconds(2) };
        while (true)
        {
            if (_process!.HasExited)
                throw new InvalidOperationException($"The server stopped at once:\n{Said}");
            if (clock.Elapsed > _patience)
                throw new TimeoutException($"The server did not answer:\n{Said}");
            try
            {
                if (http.GetAsync(new Uri(Url + "/api/door")).GetAwaiter().GetResult().IsSuccessStatusCode)
                    break;
            }
            catch (Exception e) when (e is HttpRequestException or TaskCanceledException)
            {
                // Not there yet: a moment, or less when it ends.
                _process.WaitForExit(20);
            }
        }

        StartTime = clock.Elapsed;
    }

    /// <summary>Asks the process to end, as a service manager does, and waits until it has.</summary>
    /// <remarks>Not by Ctrl+C's signal: it is ignored by everything that a shell has started in the background.</remarks>
    public void Stop()
    {
        using var ask = Process.Start(
            "kill",
            ["-TERM", _process!.Id.ToString(System.Globalization.CultureInfo.InvariantCulture)]
        )!;
        ask.WaitForExit();
        if (!_process.WaitForExit(_patience))
            throw new TimeoutException($"The server was asked to end and did not:\n{Said}");
        Kill();
    }

    /// <summary>Ends the process at once, as a power cut would: nothing is flushed or said goodbye to.</summary>
    public void Kill()
    {
        if (_process is null)
            return;
        if (!_process.HasExited)
            _process.Kill();
        _process.WaitForExit();
        _process.Dispose();
        _process = null;
    }

    /// <inheritdoc/>
    public void Dispose()
    {
        Kill();
        if (_ownFolder)
            Directory.Delete(Folder, recursive: true);
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
