using System.Reflection;

namespace DeftStride.Web.Hosting;

/// <summary>
/// Gives back what memory the server holds and does not use, once nobody has asked for anything for a while: what a start and busy
/// hours leave behind would stay for as long as it runs otherwise, on a machine that does other things too. It takes some thirty
/// milliseconds, when nobody waits.
/// </summary>
/// <param name="give">Gives it back; null for the process's own memory.</param>
internal sealed class RestingMemory(Action? give = null) : BackgroundService
{
    private static readonly TimeSpan Quiet = TimeSpan.FromSeconds(10);

    // The start itself leaves something behind.
    private bool _due = true;
    private int _asked;

    /// <summary>Somebody asks for something, or has been answered.</summary>
    public void Asked() => Volatile.Write(ref _asked, 1);

    /// <summary>Another while is over.</summary>
    public void While()
    {
        if (Interlocked.Exchange(ref _asked, 0) == 1)
        {
            _due = true;
            return;
        }

        if (!_due)
            return;
        _due = false;
        (give ?? Give)();
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        // The memory is the process's: it is given back only where the server has that to itself.
        if (give is null && Assembly.GetEntryAssembly() != typeof(RestingMemory).Assembly)
            return;
        using var whiles = new PeriodicTimer(Quiet);
        while (await whiles.WaitForNextTickAsync(stoppingToken))
            While();
    }

    private static void Give() =>
        GC.Collect(GC.MaxGeneration, GCCollectionMode.Aggressive, blocking: true, compacting: true);
}
