using DeftStride.Data.Files;

namespace DeftStride.Data.Backups;

/// <summary>
/// Puts a studio that lies ready in the place of the one that is there. Cut off at any moment it is gone on with at the next
/// start, and ends with the new one whole; the old one lies aside until then.
/// </summary>
/// <remarks>Nothing may have the files open, and the folder's <see cref="StudioLock"/> must be held.</remarks>
internal static class StudioSwap
{
    /// <summary>Where the one that is to come lies, below the studio's folder.</summary>
    public const string Coming = "restored";

    private const string Aside = "before-restore";
    private const string Marker = "restore.step";

    private static readonly string[] Own =
    [
        StudioDatabase.FileName,
        StudioDatabase.FileName + "-wal",
        StudioDatabase.FileName + "-shm",
        StudioMark.FileName,
        "pictures",
        "films",
    ];

    /// <summary>Begins: from here on the new one comes, whatever happens.</summary>
    public static void Begin(string folder)
    {
        Step(folder, "aside");
        Continue(folder);
    }

    /// <summary>Goes on where it was cut off; does nothing when there is nothing to go on with. Says whether there was.</summary>
    public static bool Continue(string folder)
    {
        var marker = Path.Combine(folder, Marker);
        var (coming, aside) = (Path.Combine(folder, Coming), Path.Combine(folder, Aside));
        if (!File.Exists(marker))
        {
            // Made ready and never begun, or put aside and done with.
            Drop(coming);
            Drop(aside);
            return false;
        }

        if (File.ReadAllText(marker) == "aside")
        {
            // Everything in place is still the old one's.
            Directory.CreateDirectory(aside);
            Move(folder, aside);
            Step(folder, "in");
        }

        Move(coming, folder);
        File.Delete(marker);
        DurableFiles.SyncFolder(folder);
        Drop(coming);
        Drop(aside);
        return true;
    }

    private static void Move(string from, string to)
    {
        foreach (var name in Own)
        {
            var (source, target) = (Path.Combine(from, name), Path.Combine(to, name));
            if (File.Exists(source))
                File.Move(source, target);
            else if (Directory.Exists(source))
                Directory.Move(source, target);
        }

        DurableFiles.SyncFolder(to);
        if (Directory.Exists(from))
            DurableFiles.SyncFolder(from);
    }

    private static void Step(string folder, string step)
    {
        var next = Path.Combine(folder, Marker + ".new");
        File.Delete(next);
        DurableFiles.Write(next, System.Text.Encoding.ASCII.GetBytes(step));
        DurableFiles.Name(next, Path.Combine(folder, Marker));
    }

    private static void Drop(string folder)
    {
        if (Directory.Exists(folder))
            Directory.Delete(folder, recursive: true);
    }
}
