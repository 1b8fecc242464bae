using System.Security.Cryptography;
using DeftStride.Data.Opening;
using Microsoft.Data.Sqlite;

namespace DeftStride.Data.Backups;

/// <summary>Reads a studio through without changing anything.</summary>
internal static class StudioSound
{
    private static readonly string[] Media = ["pictures", "films"];

    /// <summary>Every page of the database, and every picture and film by what its name says.</summary>
    /// <exception cref="BackupException">Something is not as it should be.</exception>
    public static void Look(string studio, CancellationToken stop)
    {
        var file = Path.Combine(studio, StudioDatabase.FileName);
        if (!File.Exists(file))
            throw new BackupException("there is none. Name its folder with --data.");
        StudioForm form;
        try
        {
            form = StudioForm.Read(file);
        }
        catch (SqliteException e)
        {
            throw new BackupException("its database is damaged. Bring a backup back.", e);
        }

        if (form.Damage is { } damage)
            throw new BackupException($"its database is damaged ({damage}). Bring a backup back.");
        var rotten = Media
            .Select(f => Path.Combine(studio, f))
            .Where(Directory.Exists)
            .SelectMany(f => Directory.EnumerateFiles(f, "*", SearchOption.AllDirectories))
            .Where(f => Path.GetFileNameWithoutExtension(f).Length == 64)
            .Count(f =>
            {
                stop.ThrowIfCancellationRequested();
                using var from = File.OpenRead(f);
                return Convert.ToHexStringLower(SHA256.HashData(from)) != Path.GetFileNameWithoutExtension(f);
            });
        if (rotten > 0)
            throw new BackupException(
                $"{rotten} of its pictures and films are not what they were when they were taken. The next backup takes them from an earlier one; check the disk."
            );
    }
}
