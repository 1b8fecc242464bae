using System.Globalization;
using System.Reflection;
using DeftStride.Data.Files;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Migrations;
using SQLitePCL;

namespace DeftStride.Data.Opening;

/// <summary>What an opening found: the place of the last write, and the backup taken before an upgrade, if there was one.</summary>
internal sealed record OpenedStudio(long Last, string? Backup);

/// <summary>
/// Opens the folder of a studio so that it always comes back: what was cut off is tidied up, a new or older database is
/// brought to today's form on a copy that takes the old one's place in one step, and a database that is damaged, missing,
/// cut short or of a newer version is recognised before anything is written.
/// </summary>
/// <remarks>The folder's <see cref="StudioLock"/> must be held: nothing else has the files open.</remarks>
/// <param name="folder">The studio's folder.</param>
/// <param name="say">Hears what is going on.</param>
/// <param name="save">Takes a backup of everything before the form is changed, and says what it is called.</param>
internal sealed class StudioOpening(string folder, Action<string> say, Func<DateTimeOffset, string> save)
{
    /// <summary>Where an older database is brought to today's form. One that is found at a start was cut off and is made anew.</summary>
    private const string UnderWay = StudioDatabase.FileName + ".new";

    /// <summary>The changes of form that this version knows, oldest first. Read off the types: a start need not build a database model for it.</summary>
    private static readonly string[] Migrations =
    [
        .. typeof(StudioContext)
            .Assembly.GetTypes()
            .Select(t => t.GetCustomAttribute<MigrationAttribute>()?.Id)
            .OfType<string>()
            .Order(StringComparer.Ordinal),
    ];

    /// <summary>The last of them: today's form.</summary>
    public static string Latest => Migrations[^1];

    /// <summary>Whether this version knows a change of form.</summary>
    public static bool Knows(string form) => Migrations.Contains(form, StringComparer.Ordinal);

    /// <summary>The first change of form that this version does not know; null where it knows all.</summary>
    public static string? Unknown(StudioForm form) => form.Applied.Except(Migrations).FirstOrDefault();

    private const long AlwaysReadBytes = 64_000_000;

    private readonly string _file = Path.Combine(folder, StudioDatabase.FileName);
    private readonly string _new = Path.Combine(folder, UnderWay);

    /// <summary>Opens it, or says why not.</summary>
    /// <exception cref="StudioClosedException">It cannot be opened as it is; nothing was written.</exception>
    public OpenedStudio Open(DateTimeOffset now)
    {
        try
        {
            var marked = StudioMark.Read(folder);
            var found = File.Exists(_file) && new FileInfo(_file).Length > 0;
            if (!found && (marked is { Last: > 0 } || HasPictures()))
                throw Closed(
                    $"The studio's data file {_file} is {(File.Exists(_file) ? "empty" : "missing")}, but there was a studio here."
                );
            var form = found ? Examine(marked) : StudioForm.None;
            Tidy();
            var backup = Upgrade(form, now);
            return new OpenedStudio(
                found ? Math.Max(form.Last, backup is null ? 0 : Examine(null).Last) : Examine(null).Last,
                backup
            );
        }
        catch (SqliteException e) when (e.SqliteErrorCode is raw.SQLITE_FULL or raw.SQLITE_IOERR)
        {
            throw new StudioClosedException(
                $"There is not enough room on the disk under {folder} to open the studio. Nothing was changed. Make room for about {Megabytes()} MB, then start again.",
                e
            );
        }
        catch (Exception e)
            when (e
                    is UnauthorizedAccessException
                        or SqliteException { SqliteErrorCode: raw.SQLITE_READONLY or raw.SQLITE_CANTOPEN }
            )
        {
            throw new StudioClosedException(
                $"The folder {folder} cannot be written to. Give its files to whoever starts Deft Stride, then start again. Nothing was changed.",
                e
            );
        }
        catch (IOException e)
        {
            throw new StudioClosedException(
                $"The files under {folder} could not be read or written: {e.Message} Check the disk and its free room, then start again.",
                e
            );
        }
    }

    /// <summary>What was cut off in an earlier start is of no use and in nobody's way.</summary>
    private void Tidy()
    {
        foreach (var ending in new[] { "", "-journal", "-wal", "-shm" })
            File.Delete(_new + ending);
    }

    private bool HasPictures()
    {
        var pictures = Path.Combine(folder, "pictures");
        return Directory.Exists(pictures)
            && Directory.EnumerateFiles(pictures, "*.webp", SearchOption.AllDirectories).Any();
    }

    /// <summary>Reads a database without writing to it or to its log.</summary>
    private StudioForm Examine(Marked? marked)
    {
        // Up to here every page is read at every start; a larger file that was closed whole and lies as it was is trusted.
        var whole = new FileInfo(_file).Length > AlwaysReadBytes && marked?.Unchanged(_file) == true;
        if (!whole && new FileInfo(_file).Length > AlwaysReadBytes)
            say("The studio was not closed the last time. Its file is read through first; this can take a minute.");

        if (!IsDatabase(_file))
            throw Closed($"The studio's data file {_file} is damaged: it is not a database any more.");
        StudioForm form;
        try
        {
            form = StudioForm.Read(_file, check: !whole);
        }
        catch (SqliteException e)
            when (e.SqliteErrorCode is raw.SQLITE_CORRUPT or raw.SQLITE_NOTADB or raw.SQLITE_ERROR)
        {
            throw Closed($"The studio's data file {_file} is damaged ({e.SqliteErrorCode}).", e);
        }

        if (form.Damage is { } damage)
            throw Closed($"The studio's data file {_file} is damaged or only half copied ({damage}).");
        if (Unknown(form) is { } unknown)
            throw new StudioClosedException(
                $"The studio in {folder} was last opened by a newer version of Deft Stride (it knows “{unknown}”). Start that version, or a later one. Nothing was changed."
            );
        if (marked is { Last: var expected } && form.Ordered && form.Last < expected)
            throw Closed(
                $"Entries that were already taken are missing from the studio's data file {_file}: its log {_file}-wal was cut, garbled or left behind."
            );
        return form;
    }

    private static bool IsDatabase(string file)
    {
        Span<byte> head = stackalloc byte[16];
        using var stream = new FileStream(file, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
        return stream.ReadAtLeast(head, head.Length, throwOnEndOfStream: false) == head.Length
            && head.SequenceEqual("SQLite format 3\0"u8);
    }

    /// <summary>Brings the file to today's form: on a copy, which takes its place once it is whole. Returns the backup of the old form, if there was one.</summary>
    private string? Upgrade(StudioForm form, DateTimeOffset now)
    {
        string[] pending = [.. Migrations.Except(form.Applied)];
        if (pending.Length == 0)
            return null;

        string? backup = null;
        if (form.Applied.Count > 0)
        {
            say(
                "The studio is from an earlier version. It is saved, then brought up to date; this can take some minutes."
            );
            backup = save(now);
            say($"Saved as {backup}.");
            StudioCopy.Make(_file, _new);
        }

        using (var context = Context(_new))
        {
            // Left behind by a start that was stopped in the middle of a change of form, in versions that changed the file itself.
            context.Database.OpenConnection();
            Run(context, "DROP TABLE IF EXISTS \"__EFMigrationsLock\"");
            foreach (
                var table in StudioForm.Column(
                    context.Database.GetDbConnection(),
                    "SELECT name FROM sqlite_master WHERE type = 'table' AND name LIKE 'ef\\_temp\\_%' ESCAPE '\\'"
                )
            )
                Run(context, $"DROP TABLE \"{table}\"");
            context.Database.Migrate();
            Run(context, "PRAGMA wal_checkpoint(TRUNCATE)");
            Run(context, "PRAGMA journal_mode=DELETE");
        }

        SqliteConnection.ClearAllPools();
        if (StudioForm.Read(_new).Damage is { } damage)
            throw new StudioClosedException(
                $"The studio could not be brought up to date ({damage}). It is as it was. Start the version you used before, and tell the makers."
            );
        DurableFiles.Sync(_new);
        if (form.Applied.Count > 0)
            FoldLog();
        foreach (var ending in new[] { "-wal", "-shm" })
            File.Delete(_file + ending);
        DurableFiles.Name(_new, _file);
        if (backup is not null)
            say("The studio is up to date.");
        return backup;
    }

    /// <summary>The old file's log goes into the file: a log that outlived its file would be played over the new one.</summary>
    private void FoldLog()
    {
        using var old = new SqliteConnection(
            new SqliteConnectionStringBuilder { DataSource = _file, Pooling = false }.ToString()
        );
        old.Open();
        foreach (var step in new[] { "PRAGMA wal_checkpoint(TRUNCATE)", "PRAGMA journal_mode=DELETE" })
        {
            using var command = old.CreateCommand();
            command.CommandText = step;
            command.ExecuteNonQuery();
        }
    }

    private static StudioContext Context(string file)
    {
        var options = new DbContextOptionsBuilder<StudioContext>();
        options.UseSqlite(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                ForeignKeys = true,
                Pooling = false,
            }.ToString()
        );
        return new StudioContext(options.Options);
    }

    private static void Run(StudioContext context, string sql)
    {
        using var command = context.Database.GetDbConnection().CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private long Megabytes() => 10 + (3 * (File.Exists(_file) ? new FileInfo(_file).Length : 0) / 1_000_000);

    private StudioClosedException Closed(string what, Exception? inner = null) =>
        new(
            $"{what} Nothing was changed. {NewestBackup() switch
            {
                { } backup => $"The newest backup is {backup}. Bring it back into a folder of its own with \"deftstride restore {backup} --data {folder} --to FOLDER\", then serve that one.",
                null => NewestCopy() switch
                {
                    { } copy => $"The newest good copy is {copy} of {File.GetLastWriteTimeUtc(copy).ToString("d MMMM yyyy HH:mm", CultureInfo.InvariantCulture)} UTC. To go back to it, move studio.db, studio.db-wal and studio.mark to another folder, copy it here as studio.db and start again.",
                    null => "There is no copy of it here. Bring back the whole folder from a copy of your own, or move it aside to begin a new studio.",
                },
            }}",
            inner
        );

    /// <summary>The newest backup in the studio's own folder; one that has its name was found whole.</summary>
    private string? NewestBackup()
    {
        var backups = Path.Combine(folder, "backups");
        return !Directory.Exists(backups)
            ? null
            : Directory
                .EnumerateFileSystemEntries(backups, "studio-*")
                .Select(p => Path.GetFileName(p))
                .Where(n =>
                    !n.EndsWith(".db", StringComparison.Ordinal) && !n.Contains(".part", StringComparison.Ordinal)
                )
                .Order(StringComparer.Ordinal)
                .LastOrDefault();
    }

    /// <summary>The newest copy that opens and is whole.</summary>
    private string? NewestCopy()
    {
        var copies = Path.Combine(folder, "backups");
        return !Directory.Exists(copies)
            ? null
            : Directory
                .GetFiles(copies, "*.db")
                .OrderByDescending(File.GetLastWriteTimeUtc)
                .FirstOrDefault(copy =>
                {
                    try
                    {
                        return IsDatabase(copy) && StudioForm.Read(copy) is { Damage: null, Applied.Count: > 0 };
                    }
                    catch (SqliteException)
                    {
                        return false;
                    }
                });
    }
}
