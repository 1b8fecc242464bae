namespace DeftStride.Data.Files;

/// <summary>Why a studio was not opened, in a sentence that says what to do. Nothing was written.</summary>
internal sealed class StudioClosedException(string sentence, Exception? inner = null) : Exception(sentence, inner);

/// <summary>One server at a time on a folder. The system gives the lock back however the process ends.</summary>
internal sealed class StudioLock : IDisposable
{
    public const string FileName = "studio.lock";
    private readonly FileStream _file;

    private StudioLock(FileStream file) => _file = file;

    public static StudioLock Take(string folder)
    {
        try
        {
            // FileShare.None is an flock here; it outlives no process, so a killed server leaves nothing to clear.
            return new StudioLock(
                new FileStream(
                    Path.Combine(folder, FileName),
                    FileMode.OpenOrCreate,
                    FileAccess.ReadWrite,
                    FileShare.None
                )
            );
        }
        catch (IOException e)
            when (e is not (DirectoryNotFoundException or FileNotFoundException)
                && File.Exists(Path.Combine(folder, FileName))
            )
        {
            throw new StudioClosedException(
                $"Another Deft Stride is already running on {folder}. Use that one, or stop it first. Nothing was changed.",
                e
            );
        }
    }

    public void Dispose() => _file.Dispose();
}
