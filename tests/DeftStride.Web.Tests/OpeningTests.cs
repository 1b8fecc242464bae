using System.IO.Compression;
using System.Security.Cryptography;
using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Files;
using DeftStride.Data.Opening;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>A folder that was cut off, damaged or is of another version: it opens, or says in a sentence why not and what to do, and nothing is written.</summary>
public sealed class OpeningTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("deft-stride-open-").FullName;
    private readonly List<string> _said = [];

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private string Db => Path.Combine(_folder, StudioDatabase.FileName);

    private OpenedStudio Open() =>
        new StudioOpening(
            _folder,
            _said.Add,
            now => new BackupFolder(Backups).Take(_folder, now, BackupSaid.BeforeUpgrade, null).Name
        ).Open(new DateTimeOffset(2026, 3, 12, 8, 0, 0, TimeSpan.Zero));

    private string Backups => Path.Combine(_folder, "backups");

    /// <summary>The database in a backup.</summary>
    private string In(string? backup) => Path.Combine(Backups, backup!, StudioDatabase.FileName);

    private string Refusal()
    {
        var before = Prints();
        var sentence = Assert.Throws<StudioClosedException>(Open).Message;
        Assert.Equal(before, Prints());
        Assert.Contains("Nothing was changed", sentence, StringComparison.Ordinal);
        return sentence;
    }

    /// <summary>Every file of the folder and what is in it; SQLite's shared memory is no data.</summary>
    private Dictionary<string, string> Prints() =>
        Directory
            .GetFiles(_folder, "*", SearchOption.AllDirectories)
            .Where(f => !f.EndsWith("-shm", StringComparison.Ordinal))
            .ToDictionary(
                f => Path.GetRelativePath(_folder, f),
                f => Convert.ToHexString(SHA256.HashData(File.ReadAllBytes(f)))
            );

    private SqliteConnection Connect(string? file = null)
    {
        var connection = new SqliteConnection($"Data Source={file ?? Db};Pooling=False");
        connection.Open();
        return connection;
    }

    private void Run(string sql, string? file = null)
    {
        using var connection = Connect(file);
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private List<string> Ask(string sql, string? file = null)
    {
        using var connection = Connect(file);
        return StudioForm.Column(connection, sql);
    }

    /// <summary>A small studio of the form before writes had an order, as it was kept.</summary>
    private void Earlier()
    {
        using var packed = new GZipStream(
            File.OpenRead(Path.Combine(AppContext.BaseDirectory, "Kept", "studio-form-3.db.gz")),
            CompressionMode.Decompress
        );
        using var file = File.Create(Db);
        packed.CopyTo(file);
    }

    /// <summary>A studio of today with writes in its log that are marked as answered for, left as a kill leaves it.</summary>
    private void Killed(int writes = 40)
    {
        var last = Open().Last;
        using (var writer = Connect())
        {
            // Closing would fold the log into the file.
            StudioForm.LeaveLog(writer);
            using var command = writer.CreateCommand();
            command.CommandText = "PRAGMA journal_mode=WAL";
            command.ExecuteNonQuery();
            for (var i = 1; i <= writes; i++)
            {
                command.CommandText =
                    $"INSERT INTO Operations (Id, Request, Answer, At, Sequence) VALUES ('{Guid.NewGuid()}', '{new string('x', 900)}', '', 0, {last + i})";
                command.ExecuteNonQuery();
            }
        }

        using var mark = StudioMark.Continue(_folder, last + writes);
    }

    [Fact]
    public void A_new_folder_and_one_whose_first_start_was_cut_off_open_alike()
    {
        Assert.Null(Open().Backup);
        Assert.Equal("0", Ask("SELECT COUNT(*) FROM Studios")[0]);
        Assert.Equal([StudioDatabase.FileName], Directory.GetFiles(_folder).Select(Path.GetFileName));

        File.WriteAllBytes(Db, []);
        File.WriteAllText(Db + "-wal", "left behind");
        File.WriteAllText(Db + ".new", "half a database");
        Open();
        Assert.Equal("0", Ask("SELECT COUNT(*) FROM Studios")[0]);
    }

    [Fact]
    public void A_studio_of_an_earlier_form_opens_with_everything_in_its_order_and_a_copy_of_what_it_was()
    {
        Earlier();
        var before = Ask("SELECT Id || Body FROM Checks ORDER BY RecordedAt, rowid");
        var opened = Open();
        Assert.Equal(before, Ask("SELECT Id || Body FROM Checks ORDER BY Sequence"));
        Assert.Equal("0", Ask("SELECT COUNT(*) FROM (SELECT 1 FROM Rungs GROUP BY Sequence HAVING COUNT(*) > 1)")[0]);
        Assert.Equal(before, Ask("SELECT Id || Body FROM Checks ORDER BY RecordedAt, rowid", In(opened.Backup)));
        Assert.Equal(
            Ask(
                "SELECT MAX(m) FROM (SELECT MAX(Sequence) m FROM Checks UNION SELECT MAX(Sequence) FROM Operations UNION SELECT MAX(Sequence) FROM Decisions UNION SELECT MAX(Sequence) FROM Rungs UNION SELECT MAX(Sequence) FROM Logs UNION SELECT MAX(Sequence) FROM Pictures UNION SELECT MAX(Sequence) FROM Flags UNION SELECT MAX(Sequence) FROM Trials UNION SELECT MAX(Sequence) FROM Setups)"
            )[0],
            $"{opened.Last}"
        );
        Assert.Contains(_said, s => s.Contains("up to date", StringComparison.Ordinal));
        Assert.Null(Open().Backup);
    }

    [Fact]
    public void What_a_start_left_that_was_stopped_while_it_changed_the_form_is_cleared()
    {
        Earlier();
        // As earlier versions left it: the lock row of a change under way, and a table half rebuilt.
        Run(
            "CREATE TABLE IF NOT EXISTS \"__EFMigrationsLock\" (\"Id\" INTEGER PRIMARY KEY, \"Timestamp\" TEXT NOT NULL); INSERT INTO \"__EFMigrationsLock\" VALUES (1, '2026-01-01'); CREATE TABLE \"ef_temp_Checks\" (x);"
        );
        File.WriteAllText(Db + ".new", "half a database");
        Directory.CreateDirectory(Path.Combine(Backups, "studio-20260101-080000-before-upgrade.part"));
        Open();
        Assert.Empty(Ask("SELECT name FROM sqlite_master WHERE name LIKE 'ef_temp%'"));
        Assert.DoesNotContain(
            Prints().Keys,
            f => f.EndsWith(".part", StringComparison.Ordinal) || f.Contains(".new", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void An_upgrade_takes_along_what_is_only_in_the_log()
    {
        Earlier();
        using (var writer = Connect())
        {
            StudioForm.LeaveLog(writer);
            using var command = writer.CreateCommand();
            command.CommandText = "PRAGMA journal_mode=WAL; UPDATE Studios SET Name = 'Only in the log'";
            command.ExecuteNonQuery();
        }

        Assert.True(new FileInfo(Db + "-wal").Length > 0);
        var copy = Open().Backup;
        Assert.Equal("Only in the log", Ask("SELECT Name FROM Studios")[0]);
        Assert.Equal("Only in the log", Ask("SELECT Name FROM Studios", In(copy))[0]);
    }

    [Fact]
    public void A_kill_loses_nothing_and_is_not_taken_for_damage()
    {
        Killed();
        Assert.Equal(40, Open().Last);
        Assert.Equal("40", Ask("SELECT COUNT(*) FROM Operations")[0]);
    }

    public static TheoryData<string, string> Damages =>
        new()
        {
            { "no database", "not a database any more" },
            { "garbled page", "damaged" },
            { "cut file", "is damaged" },
            { "garbled log", "missing from the studio's data file" },
            { "cut log", "missing from the studio's data file" },
            { "no log", "missing from the studio's data file" },
            { "no file", "missing, but there was a studio here" },
            { "empty file", "empty, but there was a studio here" },
        };

    [Theory]
    [MemberData(nameof(Damages))]
    public void Damage_is_recognised_before_anything_is_written_and_the_newest_good_copy_is_named(
        string damage,
        string says
    )
    {
        Earlier();
        var copy = Open().Backup!;
        Killed();
        Directory.CreateDirectory(Path.Combine(Backups, "studio-20990101-080000-asked.part"));
        var log = Db + "-wal";
        var random = new Random(7);
        switch (damage)
        {
            case "no database":
                File.WriteAllText(Db, "This was a database once, before somebody opened it in an editor.");
                break;
            case "garbled page":
                Garble(Db, 4096 * 20, 4096 * 3, random);
                break;
            case "cut file":
                Cut(Db, new FileInfo(Db).Length - (4096 * 30));
                break;
            case "garbled log":
                Garble(log, new FileInfo(log).Length / 3, 64, random);
                break;
            case "cut log":
                Cut(log, new FileInfo(log).Length / 2);
                break;
            case "no log":
                File.Delete(log);
                File.Delete(Db + "-shm");
                break;
            case "no file":
                File.Delete(Db);
                break;
            case "empty file":
                Cut(Db, 0);
                break;
            default:
                throw new ArgumentOutOfRangeException(nameof(damage));
        }

        var sentence = Refusal();
        Assert.Contains(says, sentence, StringComparison.Ordinal);
        Assert.Contains($"The newest backup is {copy}", sentence, StringComparison.Ordinal);

        // What the sentence says to do works.
        var back = Path.Combine(_folder, "back");
        new BackupFolder(Backups).Restore(copy, back, null);
        Assert.NotEqual("0", Ask("SELECT COUNT(*) FROM Clients", Path.Combine(back, StudioDatabase.FileName))[0]);
    }

    [Fact]
    public void Pictures_without_their_database_are_not_taken_for_a_new_studio()
    {
        Directory.CreateDirectory(Path.Combine(_folder, "pictures", "ab"));
        File.WriteAllBytes(Path.Combine(_folder, "pictures", "ab", "abc.webp"), [1]);
        Assert.Contains("There is no copy of it here", Refusal(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_studio_of_a_newer_version_is_left_alone()
    {
        Open();
        Run("INSERT INTO __EFMigrationsHistory VALUES ('29990101000000_Later', '99.0')");
        Assert.Contains("newer version", Refusal(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_folder_is_opened_by_one_server_at_a_time()
    {
        using (StudioLock.Take(_folder))
            Assert.Contains(
                "already running",
                Assert.Throws<StudioClosedException>(() => StudioLock.Take(_folder)).Message,
                StringComparison.Ordinal
            );
        using var again = StudioLock.Take(_folder);
    }

    /// <summary>Whoever closes the last connection folds the log into the file alone; a backup that begins just then is not refused for it.</summary>
    [Fact]
    public async Task A_copy_waits_for_whoever_has_the_file_to_themselves()
    {
        Earlier();
        var copy = Path.Combine(_folder, "copy.db");
        using var alone = Connect();
        StudioForm.Column(alone, "PRAGMA journal_mode=DELETE");
        StudioForm.Column(alone, "BEGIN EXCLUSIVE");
        var copying = Task.Run(() => StudioCopy.Make(Db, copy));
        // What does not wait fails at once.
        await Task.WhenAny(copying, Task.Delay(TimeSpan.FromSeconds(0.5)));
        Assert.False(copying.IsCompleted);
        StudioForm.Column(alone, "COMMIT");
        await copying;
        Assert.Equal(
            Ask("SELECT Name FROM Clients ORDER BY Name"),
            Ask("SELECT Name FROM Clients ORDER BY Name", copy)
        );
    }

    [Fact]
    public void Every_earlier_form_on_the_way_opens()
    {
        string[] forms;
        using (var any = Context(Db))
            forms = [.. any.Database.GetMigrations()];
        // The first, the last before today's and every third between; all of them in a long run.
        foreach (var form in forms[..^1].Where((_, i) => Sweep.Long || i % 3 == 0 || i == forms.Length - 2))
        {
            File.Delete(Db);
            using (var context = Context(Db))
            {
                context.GetService<IMigrator>().Migrate(form);
                context.Database.ExecuteSqlRaw(
                    "INSERT INTO Studios (Id, StudioId, Version, CreatedAt, Name, TimeZone, PainLimit) VALUES ('A', 'A', 1, 0, 'Kept', 'Etc/UTC', 2)"
                );
            }

            Open();
            Assert.Equal("Kept", Ask("SELECT Name FROM Studios")[0]);
        }
    }

    private static StudioContext Context(string file) =>
        new(new DbContextOptionsBuilder<StudioContext>().UseSqlite($"Data Source={file};Pooling=False").Options);

    private static void Garble(string file, long at, int length, Random random)
    {
        using var stream = File.OpenWrite(file);
        stream.Position = at;
        var noise = new byte[length];
        random.NextBytes(noise);
        stream.Write(noise);
    }

    private static void Cut(string file, long length)
    {
        using var stream = File.OpenWrite(file);
        stream.SetLength(length);
    }
}
