using System.Net;
using System.Net.Sockets;

namespace DeftStride.Browser;

/// <summary>A door in front of a server that can be shut, as if the signal were gone: open connections drop and new ones are refused.</summary>
public sealed class SignalGate : IDisposable
{
    private readonly int _target;
    private readonly int _port;
    private readonly List<TcpClient> _through = [];
    private TcpListener? _listener;

    /// <summary>Puts an open door in front of a server.</summary>
    public SignalGate(string serverUrl)
    {
        _target = new Uri(serverUrl).Port;
        using (var probe = new TcpListener(IPAddress.Loopback, 0))
        {
            probe.Start();
            _port = ((IPEndPoint)probe.LocalEndpoint).Port;
        }

        Url = $"http://127.0.0.1:{_port}";
        Open();
    }

    /// <summary>The address of the door.</summary>
    public string Url { get; }

    /// <summary>Lets traffic through.</summary>
    public void Open()
    {
        var listener = new TcpListener(IPAddress.Loopback, _port);
        listener.Server.SetSocketOption(SocketOptionLevel.Socket, SocketOptionName.ReuseAddress, true);
        listener.Start();
        _listener = listener;
        _ = AcceptAsync(listener);
    }

    /// <summary>Shuts the door at once.</summary>
    public void Shut()
    {
        _listener?.Stop();
        _listener = null;
        lock (_through)
        {
            foreach (var client in _through)
                client.Close();
            _through.Clear();
        }
    }

    /// <inheritdoc/>
    public void Dispose() => Shut();

    private async Task AcceptAsync(TcpListener listener)
    {
        try
        {
            while (true)
            {
                var near = await listener.AcceptTcpClientAsync();
                var far = new TcpClient();
                await far.ConnectAsync(IPAddress.Loopback, _target);
                lock (_through)
                    _through.AddRange([near, far]);
                _ = PumpAsync(near, far);
                _ = PumpAsync(far, near);
            }
        }
        catch (Exception e) when (e is SocketException or ObjectDisposedException or InvalidOperationException)
        {
            // The door was shut.
        }
    }

    private static async Task PumpAsync(TcpClient from, TcpClient to)
    {
        try
        {
            await from.GetStream().CopyToAsync(to.GetStream());
            to.Client.Shutdown(SocketShutdown.Send);
        }
        catch (Exception e)
            when (e is IOException or ObjectDisposedException or SocketException or InvalidOperationException)
        {
            from.Close();
            to.Close();
        }
    }
}
