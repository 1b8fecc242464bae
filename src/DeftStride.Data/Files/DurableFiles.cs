using System.Runtime.InteropServices;
using Microsoft.Win32.SafeHandles;

namespace DeftStride.Data.Files;

/// <summary>Files that are there whole or not at all, also after a power cut, and that nobody but their owner reads.</summary>
internal static partial class DurableFiles
{
    /// <summary>ENOSPC on Linux.</summary>
    public const int NoRoom = 28;

    private const UnixFileMode OwnerFile = UnixFileMode.UserRead | UnixFileMode.UserWrite;
    private const UnixFileMode OwnerFolder = OwnerFile | UnixFileMode.UserExecute;

    /// <summary>From here on this process makes files and folders that only their owner may open; SQLite's own files too.</summary>
    public static void OwnerOnly() => _ = Umask(0x3F); // 077

    /// <summary>Makes a folder and whatever lies in it readable by the owner alone.</summary>
    public static void OwnerOnly(string folder)
    {
        Directory.CreateDirectory(folder, OwnerFolder);
        File.SetUnixFileMode(folder, OwnerFolder);
        foreach (var below in Directory.EnumerateDirectories(folder, "*", SearchOption.AllDirectories))
            Set(below, OwnerFolder);
        foreach (var file in Directory.EnumerateFiles(folder, "*", SearchOption.AllDirectories))
            Set(file, OwnerFile);

        static void Set(string entry, UnixFileMode mode)
        {
            try
            {
                File.SetUnixFileMode(entry, mode);
            }
            catch (Exception e) when (e is FileNotFoundException or DirectoryNotFoundException)
            {
                // Given its own name meanwhile: the keys of the cookies are made while the folder is opened.
            }
        }
    }

    /// <summary>Writes a file and syncs its content; it may be half there when this is cut off.</summary>
    public static void Write(string file, ReadOnlySpan<byte> content)
    {
        using var stream = new FileStream(file, FileMode.CreateNew);
        try
        {
            stream.Write(content);
        }
        catch (ArgumentOutOfRangeException e)
        {
            // How .NET says that the system takes no file of that size: to us it is a disk without room.
            throw new IOException("There is no room for this file.", NoRoom) { Source = e.Source };
        }

        stream.Flush(flushToDisk: true);
    }

    /// <summary>Syncs a file that something else has written.</summary>
    public static void Sync(string file)
    {
        using var stream = new FileStream(file, FileMode.Open, FileAccess.ReadWrite);
        stream.Flush(flushToDisk: true);
    }

    /// <summary>Gives a synced file its name. The name is on the disk too when this returns: a rename is the folder's content, so the folder is synced.</summary>
    public static void Name(string temporary, string file)
    {
        File.Move(temporary, file, overwrite: true);
        SyncFolder(Path.GetDirectoryName(file)!);
    }

    /// <summary>Makes a folder whose own name is on the disk when this returns.</summary>
    public static void MakeFolder(string folder)
    {
        if (Directory.Exists(folder))
            return;
        Directory.CreateDirectory(folder, OwnerFolder);
        SyncFolder(Path.GetDirectoryName(folder)!);
    }

    /// <summary>.NET has no call that syncs a folder; the system has.</summary>
    public static void SyncFolder(string folder)
    {
        using var handle = Open(folder, ReadOnlyFolder);
        if (handle.IsInvalid || FSync(handle) != 0)
            throw new IOException(
                $"The folder {folder} could not be synced to the disk.",
                Marshal.GetLastPInvokeError()
            );
    }

    /// <summary>O_RDONLY | O_DIRECTORY | O_CLOEXEC on Linux; O_DIRECTORY differs on Arm.</summary>
    private static int ReadOnlyFolder =>
        (RuntimeInformation.ProcessArchitecture is Architecture.Arm64 or Architecture.Arm ? 0x4000 : 0x10000) | 0x80000;

    [LibraryImport("libc", EntryPoint = "open", SetLastError = true, StringMarshalling = StringMarshalling.Utf8)]
    private static partial SafeFileHandle Open(string path, int flags);

    [LibraryImport("libc", EntryPoint = "fsync", SetLastError = true)]
    private static partial int FSync(SafeFileHandle file);

    [LibraryImport("libc", EntryPoint = "umask")]
    private static partial uint Umask(uint mask);
}
