using DeftStride.Data.Exports;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Exports;

/// <summary>An export that lies ready to be handed out; nothing of it is left once it was.</summary>
internal sealed class ReadyExport(string file, ExportManifest manifest)
{
    public ExportManifest Manifest => manifest;

    /// <summary>Reads it; closing it takes the file away.</summary>
    public Stream Open() =>
        new FileStream(
            file,
            FileMode.Open,
            FileAccess.Read,
            FileShare.Read | FileShare.Delete,
            1 << 16,
            FileOptions.DeleteOnClose | FileOptions.Asynchronous
        );
}

/// <summary>Takes the studio or a client out while the studio goes on, one at a time.</summary>
internal sealed class ExportKeeper(StudioFolder studio) : IDisposable
{
    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Where they lie.</summary>
    public string Folder { get; } = studio.Passing;

    /// <summary>Makes one.</summary>
    /// <param name="client">Whose; null for the whole studio.</param>
    /// <param name="now">When.</param>
    /// <param name="stop">Gives it up.</param>
    /// <exception cref="ExportException">It could not be made.</exception>
    public async Task<ReadyExport> MakeAsync(Guid? client, DateTimeOffset now, CancellationToken stop)
    {
        await _turn.WaitAsync(stop);
        try
        {
            Directory.CreateDirectory(Folder);
            var file = Path.Combine(Folder, $"{Guid.NewGuid():n}.zip");
            return new(
                file,
                await Task.Run(
                    () => new StudioExport(studio.Path, ReadableTables.All).WriteAsync(file, client, now, null, stop),
                    stop
                )
            );
        }
        finally
        {
            _turn.Release();
        }
    }

    /// <summary>Takes away what lies there: what was cut off, and what holds somebody who is not to be in it any more.</summary>
    public void Clear()
    {
        if (!Directory.Exists(Folder))
            return;
        foreach (var left in Directory.GetFileSystemEntries(Folder))
        {
            if (Directory.Exists(left))
                Directory.Delete(left, recursive: true);
            else
                File.Delete(left);
        }
    }

    public void Dispose() => _turn.Dispose();
}
