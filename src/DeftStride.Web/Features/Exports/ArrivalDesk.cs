using DeftStride.Data.Exports;
using DeftStride.Data.Files;
using DeftStride.Studio.Work;

namespace DeftStride.Web.Features.Exports;

/// <summary>An export that was sent in, unpacked and looked through, and waits for a yes.</summary>
internal sealed record Waiting(Guid Id, string Folder, Imported Came);

/// <summary>Holds one export that waits to be taken in. Another one takes its place; a start, and an erasure, take it away.</summary>
internal sealed class ArrivalDesk(ExportKeeper exports) : IDisposable
{
    /// <summary>More than a client can have: what is larger is a studio.</summary>
    public const long MostBytes = 20_000_000_000;

    private readonly SemaphoreSlim _turn = new(1);
    private Waiting? _waiting;

    /// <summary>Takes a zip from a request, unpacks it aside and doubts all of it. What waited before is gone then.</summary>
    /// <exception cref="ExportException">It is none that can come in.</exception>
    public async Task<Waiting> ReceiveAsync(Stream body, CancellationToken stop)
    {
        await _turn.WaitAsync(stop);
        var id = Guid.NewGuid();
        var zip = Path.Combine(exports.Folder, $"{id:n}.came");
        var folder = Path.Combine(exports.Folder, $"{id:n}");
        try
        {
            Drop();
            Directory.CreateDirectory(exports.Folder);
            await using (
                var file = new FileStream(
                    zip,
                    FileMode.CreateNew,
                    FileAccess.Write,
                    FileShare.None,
                    1 << 16,
                    useAsync: true
                )
            )
                await body.CopyToAsync(file, stop);
            Directory.CreateDirectory(folder);
            var came = await Task.Run(() => new StudioImport(zip).Unpack(folder, null, stop), stop);
            return _waiting = new(id, folder, came);
        }
        catch (ArgumentOutOfRangeException e)
        {
            // How .NET says that the system takes no file of that size: to us it is a disk without room.
            throw new IOException("There is no room for this file.", DurableFiles.NoRoom) { Source = e.Source };
        }
        finally
        {
            File.Delete(zip);
            if (_waiting?.Id != id && Directory.Exists(folder))
                Directory.Delete(folder, recursive: true);
            _turn.Release();
        }
    }

    /// <summary>Does something with the one that waits; nobody takes it away meanwhile. It is gone afterwards if that went well.</summary>
    public async Task TakeAsync(Guid id, Func<Waiting, Task> act, CancellationToken stop)
    {
        await _turn.WaitAsync(stop);
        try
        {
            if (_waiting is not { } waiting || waiting.Id != id)
                throw Refusal.Missing("This file does not wait here any more. Choose it again.");
            await act(waiting);
            Drop();
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Takes away what waits.</summary>
    public async Task ClearAsync(CancellationToken stop)
    {
        await _turn.WaitAsync(stop);
        try
        {
            Drop();
            exports.Clear();
        }
        finally
        {
            _turn.Release();
        }
    }

    private void Drop()
    {
        if (_waiting is { } before && Directory.Exists(before.Folder))
            Directory.Delete(before.Folder, recursive: true);
        _waiting = null;
    }

    public void Dispose() => _turn.Dispose();
}
