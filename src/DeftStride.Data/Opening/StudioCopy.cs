using DeftStride.Data.Files;
using Microsoft.Data.Sqlite;

namespace DeftStride.Data.Opening;

/// <summary>A copy of a database that may be in use.</summary>
internal static class StudioCopy
{
    private const int MostWaitMilliseconds = 10_000;

    /// <summary>By SQLite's own backup (a plain file copy would miss the log), in one file, synced. Whoever writes meanwhile goes on.</summary>
    public static void Make(string from, string to)
    {
        using (var source = new SqliteConnection(StudioDatabase.Reading(from)))
        using (
            var target = new SqliteConnection(
                new SqliteConnectionStringBuilder { DataSource = to, Pooling = false }.ToString()
            )
        )
        {
            source.Open();
            StudioForm.LeaveLog(source);
            // Whoever closes the studio's last connection has the file to itself for a moment: a copy has to be told to wait for that.
            StudioForm.Column(source, $"PRAGMA busy_timeout={MostWaitMilliseconds}");
            target.Open();
            source.BackupDatabase(target);
            using var single = target.CreateCommand();
            single.CommandText = "PRAGMA journal_mode=DELETE";
            single.ExecuteNonQuery();
        }

        DurableFiles.Sync(to);
    }
}
