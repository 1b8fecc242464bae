namespace DeftStride.Data.Files;

/// <summary>Whether a disk has room, asked before anything long is written.</summary>
internal static class DiskRoom
{
    /// <summary>Left free on a disk, whatever is written.</summary>
    public const long Spare = 20_000_000;

    /// <summary>Whether it is the disk that says no: a file too large for it .NET tells as a bad argument.</summary>
    public static bool SaysNo(Exception e) =>
        e is IOException or UnauthorizedAccessException or ArgumentOutOfRangeException;

    /// <summary>Refuses what the disk has no room for.</summary>
    /// <param name="where">A folder that is there.</param>
    /// <param name="bytes">How much is to be written.</param>
    /// <param name="refused">Makes what is thrown of the sentence.</param>
    public static void Need(string where, long bytes, Func<string, Exception> refused)
    {
        var free = new DriveInfo(Path.GetFullPath(where)).AvailableFreeSpace;
        if (free < bytes + Spare)
            throw refused(
                $"The disk under {where} has room for {free / 1_000_000} MB, and this takes {(bytes + Spare) / 1_000_000} MB. Make room, then try again. Nothing was changed."
            );
    }
}
