using System.Diagnostics;
using System.Net;
using System.Net.Sockets;

namespace DeftStride.Browser;

/// <summary>The front end's development server, for the sheet of parts that no build contains.</summary>
public sealed class PartsServer : IDisposable
{
    private readonly Process _process;

    /// <summary>Starts it and waits until the sheet is served.</summary>
    public PartsServer()
    {
        using (var probe = new TcpListener(IPAddress.Loopback, 0))
        {
            probe.Start();
            Url = $"http://127.0.0.1:{((IPEndPoint)probe.LocalEndpoint).Port}";
        }

        var start = new ProcessStartInfo("node")
        {
            WorkingDirectory = Path.Combine(Checkout.Root, "web"),
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        foreach (
            var argument in (string[])
                [
                    "node_modules/vite/bin/vite.js",
                    "--host",
                    "127.0.0.1",
                    "--port",
                    new Uri(Url).Port.ToString(System.Globalization.CultureInfo.InvariantCulture),
                    "--strictPort",
                ]
        )
            start.ArgumentList.Add(argument);
        _process = Process.Start(start)!;
        _process.BeginOutputReadLine();
        _process.BeginErrorReadLine();

        using var http = new HttpClient { Timeout = TimeSpan.FromSeconds(5) };
        var clock = Stopwatch.StartNew();
        while (clock.Elapsed < TimeSpan.FromSeconds(30))
        {
            if (_process.HasExited)
                throw new InvalidOperationException(
                    "The development server stopped at once; run 'npm run dev' in web to see why."
                );
            try
            {
                if (http.GetAsync(new Uri(Url + "/parts.html")).GetAwaiter().GetResult().IsSuccessStatusCode)
                    return;
            }
            catch (Exception e)
                when (e is HttpRequestException or TaskCanceledException or System.Net.Sockets.SocketException)
            {
                Thread.Yield();
            }
        }

        throw new TimeoutException("The sheet of parts was not served.");
    }

    /// <summary>The address, without a slash at its end.</summary>
    public string Url { get; }

    /// <inheritdoc/>
    public void Dispose()
    {
        _process.Kill(entireProcessTree: true);
        _process.Dispose();
    }
}
