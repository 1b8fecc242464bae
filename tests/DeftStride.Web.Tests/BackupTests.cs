using System.IO.Compression;
using System.Net;
using System.Text;
using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Opening;
using DeftStride.Web.Features.Backups;
using DeftStride.Web.Hosting;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging.Abstractions;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>A studio that is saved and brought back, by whichever way and whatever happens on it.</summary>
public sealed class BackupTests : IDisposable
{
    private const string Passphrase = "nobody guesses seven herons";
    private static readonly DateTimeOffset Now = new(2026, 11, 28, 22, 15, 0, TimeSpan.Zero);

    private readonly string _away = Directory.CreateTempSubdirectory("deft-stride-backups-").FullName;

    public void Dispose() => Directory.Delete(_away, recursive: true);

    private BackupFolder Folder => new(Path.Combine(_away, "backups"));

    private string Place(string name) => Path.Combine(_away, "backups", name);

    /// <summary>A client with a check, its picture and its decision.</summary>
    private static async Task<(Guid Client, Guid Picture)> LookedAtAsync(StudioUnderTest studio, string name)
    {
        var client = await studio.ClientAsync(name);
        var picture = Guid.CreateVersion7();
        await UploadAsync(studio, client, picture);
        await studio.CheckAsync(client, 5, 24);
        return (client, picture);
    }

    private static async Task UploadAsync(StudioUnderTest studio, Guid client, Guid picture, int width = 300)
    {
        using var content = new ByteArrayContent(Drawn(width, 400))
        {
            Headers = { ContentType = new("application/octet-stream") },
        };
        using var answer = await studio.Http.PutAsync(
            new Uri($"/api/pictures/{picture}?client={client}", UriKind.Relative),
            content
        );
        Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
    }

    /// <summary>Everything that a studio holds: every row of every table, and every picture and film by its content.</summary>
    private static string[] Everything(string folder)
    {
        SqliteConnection.ClearAllPools();
        using var connection = new SqliteConnection(
            $"Data Source={Path.Combine(folder, StudioDatabase.FileName)};Pooling=False"
        );
        connection.Open();
        var rows = StudioForm
            .Column(connection, "SELECT name FROM sqlite_master WHERE type = 'table' ORDER BY name")
            .SelectMany(table =>
            {
                using var command = connection.CreateCommand();
                command.CommandText = $"SELECT * FROM \"{table}\"";
                using var reader = command.ExecuteReader();
                var found = new List<string>();
                while (reader.Read())
                    found.Add(
                        table
                            + ": "
                            + string.Join(
                                "|",
                                Enumerable
                                    .Range(0, reader.FieldCount)
                                    .Select(i =>
                                        reader.GetValue(i) is byte[] b
                                            ? Convert.ToHexString(b)
                                            : $"{reader.GetValue(i)}"
                                    )
                            )
                    );
                return found.Order(StringComparer.Ordinal).ToList();
            });
        var files = new[] { "pictures", "films" }
            .Select(f => Path.Combine(folder, f))
            .Where(Directory.Exists)
            .SelectMany(f => Directory.GetFiles(f, "*", SearchOption.AllDirectories))
            .Select(f =>
                $"{Path.GetRelativePath(folder, f)} {Convert.ToHexString(System.Security.Cryptography.SHA256.HashData(File.ReadAllBytes(f)))}"
            )
            .Order(StringComparer.Ordinal);
        return [.. rows, .. files];
    }

    [Theory]
    [InlineData(null)]
    [InlineData(Passphrase)]
    public async Task What_was_saved_comes_back_to_the_last_row_and_picture_and_is_served(string? passphrase)
    {
        var back = Path.Combine(_away, "back");
        string name;
        string[] before;
        Guid picture;
        using (var studio = new StudioUnderTest())
        {
            (_, picture) = await LookedAtAsync(studio, "Ilse Branwick");
            name = Folder.Take(studio.Folder, Now, "asked", passphrase).Name;
            before = Everything(studio.Folder);
        }

        // The studio's own folder is gone by now.
        Assert.Equal(2, before.Count(l => l.Contains("Ilse Branwick", StringComparison.Ordinal)));
        Assert.Equal(passphrase is not null, Assert.Single(Folder.List()).Sealed);
        Folder.Verify(name, passphrase);
        Folder.Restore(name, back, passphrase);
        Assert.Equal(before, Everything(back));
        using var again = new StudioUnderTest(before: folder =>
        {
            Directory.Delete(folder, recursive: true);
            Directory.Move(back, folder);
        });
        Assert.Contains((await again.GetAsync("/api/clients")).AsArray(), c => Text(c, "name") == "Ilse Branwick");
        using var shown = await again.Http.GetAsync(new Uri($"/api/pictures/{picture}", UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, shown.StatusCode);
    }

    [Fact]
    public async Task A_closed_one_holds_nothing_that_can_be_read_and_opens_with_its_passphrase_alone()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        var name = Folder.Take(studio.Folder, Now, "asked", Passphrase).Name;
        var file = Place(name);
        // Nothing lies open beside it.
        Assert.Equal(
            [file],
            Directory.GetFiles(Path.Combine(_away, "backups"), "studio-*", SearchOption.AllDirectories)
        );
        Assert.DoesNotContain(
            "Ilse",
            Encoding.Latin1.GetString(await File.ReadAllBytesAsync(file)),
            StringComparison.Ordinal
        );
        foreach (var wrong in new[] { null, "", "nobody guesses six herons" })
            Assert.Contains(
                "passphrase",
                Assert.Throws<BackupException>(() => Folder.Restore(name, Path.Combine(_away, "back"), wrong)).Message,
                StringComparison.Ordinal
            );
        Assert.False(Directory.Exists(Path.Combine(_away, "back")));
    }

    [Theory]
    [InlineData(null)]
    [InlineData(Passphrase)]
    public async Task One_that_was_changed_or_cut_short_anywhere_is_recognised_and_brings_nothing_back(
        string? passphrase
    )
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        var name = Folder.Take(studio.Folder, Now, "asked", passphrase).Name;
        var back = Path.Combine(_away, "back");
        var files = File.Exists(Place(name))
            ? [Place(name)]
            : Directory
                .GetFiles(Path.Combine(_away, "backups"), "*", SearchOption.AllDirectories)
                .Where(f => !f.EndsWith(".lock", StringComparison.Ordinal))
                .ToArray();
        var random = new Random(7);
        foreach (var file in files)
        {
            var whole = await File.ReadAllBytesAsync(file);
            for (var i = 0; i < 6; i++)
            {
                var other = whole.ToArray();
                var cut = i % 2 == 1;
                var at = random.Next(other.Length);
                if (cut)
                    other = other[..at];
                else
                    other[at] ^= 0x10;
                await File.WriteAllBytesAsync(file, other);
                // A list in which one letter of a word is another one may say the same.
                try
                {
                    Folder.Restore(name, back, passphrase);
                    Assert.True(!cut && file.EndsWith(".json", StringComparison.Ordinal), $"{file}, {i}");
                    Directory.Delete(back, recursive: true);
                }
                catch (BackupException)
                {
                    Assert.False(Directory.Exists(back));
                    Assert.Empty(Directory.GetFileSystemEntries(_away, "back.*"));
                }
            }

            await File.WriteAllBytesAsync(file, whole);
        }

        Folder.Restore(name, back, passphrase);
    }

    /// <summary>A closed backup with whatever is put into it.</summary>
    private string Made(string manifest, params (string Path, byte[] Content)[] entries)
    {
        const string Name = "studio-20261128-221500-asked.zip.pgp";
        Directory.CreateDirectory(Path.Combine(_away, "backups"));
        using var to = File.Create(Place(Name));
        SealedFile.Write(
            to,
            Passphrase,
            "x.zip",
            Now.UtcDateTime,
            inside =>
            {
                using var zip = new ZipArchive(inside, ZipArchiveMode.Create, leaveOpen: true);
                foreach (var (path, content) in entries.Prepend(("manifest.json", Encoding.UTF8.GetBytes(manifest))))
                {
                    using var entry = zip.CreateEntry(path, CompressionLevel.Optimal).Open();
                    entry.Write(content);
                }
            }
        );
        return Name;
    }

    private static string List(string files, int format = 1) =>
        $$"""{"format":{{format}},"at":"2026-11-28T22:15:00Z","why":"asked","form":"","last":0,"files":[{{files}}],"missing":[]}""";

    [Fact]
    public void Paths_that_climb_out_bombs_and_later_forms_are_refused_and_leave_nothing()
    {
        var sum = new string('a', 64);
        var database = $$"""{"path":"studio.db","bytes":10,"sha256":"{{sum}}"}""";
        var bomb = new byte[50_000_000];
        (string Name, string Says)[] made =
        [
            (List($$"""{{database}},{"path":"../../out.webp","bytes":1,"sha256":"{{sum}}"}"""), "in no studio"),
            (List($$"""{{database}},{"path":"/etc/out","bytes":1,"sha256":"{{sum}}"}"""), "in no studio"),
            (
                List($$"""{{database}},{"path":"pictures/aa/../../x.webp","bytes":1,"sha256":"{{sum}}"}"""),
                "in no studio"
            ),
            (List($"{database},{database}"), "in no studio"),
            (List(""), "in no studio"),
            (List(database, format: 9), "later version"),
            ("{", "cannot be read"),
            (List("""{"path":"studio.db","bytes":9000000000000000,"sha256":"x"}"""), "room"),
            // Ten bytes are said, fifty million come.
            (List(database), "damaged"),
        ];
        foreach (var (manifest, says) in made)
        {
            var name = Made(manifest, ("studio.db", bomb), ("../../out.webp", [1]));
            Assert.Contains(
                says,
                Assert
                    .Throws<BackupException>(() => Folder.Restore(name, Path.Combine(_away, "back"), Passphrase))
                    .Message,
                StringComparison.Ordinal
            );
            Assert.Equal([Path.Combine(_away, "backups")], Directory.GetFileSystemEntries(_away));
            Assert.Single(Directory.GetFiles(Path.Combine(_away, "backups"), "studio*"));
        }
    }

    [Fact]
    public async Task A_living_folder_is_not_written_over_and_a_name_is_never_a_path()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        var name = Folder.Take(studio.Folder, Now, "asked", null).Name;
        Assert.Contains(
            "not empty",
            Assert.Throws<BackupException>(() => Folder.Restore(name, studio.Folder, null)).Message,
            StringComparison.Ordinal
        );
        foreach (var wrong in new[] { $"../backups/{name}", Path.GetFullPath(Place(name)), "", "..", "studio-x" })
            Assert.Throws<BackupException>(() => Folder.Restore(wrong, Path.Combine(_away, "back"), null));
    }

    [Fact]
    public async Task While_pictures_and_facts_come_in_every_backup_is_whole()
    {
        using var studio = new StudioUnderTest();
        var client = await studio.ClientAsync();
        using var stop = new CancellationTokenSource();
        var writing = Task.Run(async () =>
        {
            for (var i = 0; !stop.IsCancellationRequested; i++)
            {
                await UploadAsync(studio, client, Guid.CreateVersion7(), 200 + i);
                await studio.CheckAsync(client, 5, 24);
            }
        });
        for (var i = 0; i < 5; i++)
        {
            var taken = Folder.Take(studio.Folder, Now.AddMinutes(i), "daily", null);
            Assert.Equal(0, taken.Missing);
            var back = Path.Combine(_away, $"back{i}");
            Folder.Restore(taken.Name, back, null);
            Assert.Null(StudioForm.Read(Path.Combine(back, StudioDatabase.FileName)).Damage);
        }

        await stop.CancelAsync();
        await writing;
    }

    [Fact]
    public async Task A_picture_that_has_rotted_comes_from_an_earlier_backup_and_one_that_is_nowhere_keeps_nothing_else_from_being_saved()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        var picture = Directory
            .GetFiles(Path.Combine(studio.Folder, "pictures"), "*.webp", SearchOption.AllDirectories)
            .First();
        var whole = await File.ReadAllBytesAsync(picture);
        await File.WriteAllBytesAsync(picture, [1, 2, 3]);
        Assert.Equal(1, Folder.Take(studio.Folder, Now, "daily", null).Missing);
        await File.WriteAllBytesAsync(picture, whole);
        Assert.Equal(0, Folder.Take(studio.Folder, Now.AddDays(1), "daily", null).Missing);
        await File.WriteAllBytesAsync(picture, [1, 2, 3]);
        foreach (var passphrase in new[] { null, Passphrase })
        {
            var taken = Folder.Take(studio.Folder, Now.AddDays(2), "daily", passphrase);
            Assert.Equal(0, taken.Missing);
            var back = Path.Combine(_away, $"back{passphrase?.Length}");
            Folder.Restore(taken.Name, back, passphrase);
            Assert.Equal(
                whole,
                await File.ReadAllBytesAsync(Path.Combine(back, Path.GetRelativePath(studio.Folder, picture)))
            );
        }
    }

    [Fact]
    public async Task A_folder_that_cannot_be_made_and_a_studio_that_is_not_there_are_said()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        var blocked = Path.Combine(_away, "a file");
        await File.WriteAllTextAsync(blocked, "");
        var said = Assert.Throws<BackupException>(() =>
            new BackupFolder(Path.Combine(blocked, "backups")).Take(studio.Folder, Now, "daily", null)
        );
        Assert.Contains("No backup could be written", said.Message, StringComparison.Ordinal);
        Assert.Contains(
            "no studio in",
            Assert.Throws<BackupException>(() => Folder.Take(_away, Now, "daily", null)).Message,
            StringComparison.Ordinal
        );
        Assert.Empty(Folder.List());
    }

    [Fact]
    public async Task One_whose_list_cannot_be_read_is_counted_and_keeps_no_other_from_being_taken_listed_or_brought_back()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        var broken = Folder.Take(studio.Folder, Now, "daily", null).Name;
        await File.WriteAllTextAsync(Path.Combine(Place(broken), "manifest.json"), "{");
        for (var i = 1; i < 12; i++)
        {
            Folder.Take(studio.Folder, Now.AddDays(i), "daily", null);
            Folder.Thin();
        }

        var listed = Folder.List(out var unreadable);
        Assert.Equal(1, unreadable);
        Assert.DoesNotContain(listed, b => b.Name == broken);
        Assert.True(Directory.Exists(Place(broken)));
        Assert.All(listed, b => Folder.Verify(b.Name, null));
        Folder.Restore(listed[^1].Name, Path.Combine(_away, "back"), null);
    }

    [Fact]
    public async Task What_is_missing_from_the_studio_itself_is_said_where_the_backups_are_listed()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        File.Delete(
            Directory.GetFiles(Path.Combine(studio.Folder, "pictures"), "*.webp", SearchOption.AllDirectories)[0]
        );
        await studio.SendAsync(HttpMethod.Post, "/api/backups", new { }, HttpStatusCode.NoContent);
        var listed = (await studio.GetAsync("/api/backups"))["backups"]!.AsArray();
        Assert.Equal(1, Assert.Single(listed)!["missing"]!.GetValue<int>());
    }

    [Fact]
    public async Task Thinning_takes_away_media_that_no_backup_holds_any_more_and_nothing_else()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        for (var i = 0; i < 12; i++)
        {
            Folder.Take(studio.Folder, Now.AddDays(i), "daily", null);
            Folder.Thin();
        }

        // Seven days, and the Sundays and the end of the month before them.
        var left = Folder.List();
        Assert.InRange(left.Count, 8, 10);
        Assert.All(left, b => Folder.Verify(b.Name, null));
        await File.WriteAllTextAsync(Path.Combine(_away, "backups", "media", "stray"), "");
        Folder.Take(studio.Folder, Now.AddDays(12), "daily", null);
        Assert.True(Folder.Thin() > 0);
        Assert.False(File.Exists(Path.Combine(_away, "backups", "media", "stray")));
        Assert.All(Folder.List(), b => Folder.Verify(b.Name, null));
    }

    [Fact]
    public async Task The_owner_saves_the_studio_and_brings_an_earlier_state_back_while_it_is_served()
    {
        using var studio = new StudioUnderTest();
        await LookedAtAsync(studio, "Ilse Branwick");
        await studio.SendAsync(HttpMethod.Post, "/api/backups", new { }, HttpStatusCode.NoContent);
        var name = Text(Assert.Single((await studio.GetAsync("/api/backups"))["backups"]!.AsArray()), "name");
        await LookedAtAsync(studio, "Rowan Tay");
        using (
            var none = await studio.Http.PostAsync(
                new Uri("/api/backups/studio-20200101-000000-asked/restore", UriKind.Relative),
                new StringContent("{}", Encoding.UTF8, "application/json")
            )
        )
            Assert.Equal(HttpStatusCode.Conflict, none.StatusCode);
        await studio.SendAsync(HttpMethod.Post, $"/api/backups/{name}/restore", new { }, HttpStatusCode.NoContent);
        var keeper = studio.Services.GetRequiredService<BackupKeeper>();
        await keeper.Restoring;
        Assert.Null(keeper.Trouble);
        studio.SignIn();
        var clients = (await studio.GetAsync("/api/clients")).AsArray();
        Assert.Equal(["Ilse Branwick"], clients.Select(c => Text(c, "name")));
        Assert.Contains((await studio.GetAsync("/api/deeds"))["deeds"]!.AsArray(), d => Text(d, "deed") == "restored");
        // It goes on being written to, and what was there before lies saved.
        await LookedAtAsync(studio, "Dov Tarrant");
        var saved = (await studio.GetAsync("/api/backups"))["backups"]!
            .AsArray()
            .Single(b => Text(b, "why") == "before-restore");
        new BackupFolder(Path.Combine(studio.Folder, "backups")).Restore(
            Text(saved, "name"),
            Path.Combine(_away, "back"),
            null
        );
        Assert.Contains(
            Everything(Path.Combine(_away, "back")),
            l => l.Contains("Rowan Tay", StringComparison.Ordinal)
        );
        studio.Restart();
        Assert.Equal(2, (await studio.GetAsync("/api/clients")).AsArray().Count);
        Assert.Equal(
            ["backups", "keys"],
            Directory
                .GetDirectories(studio.Folder)
                .Select(Path.GetFileName)
                .Where(d => d is not ("pictures" or "films"))
                .Order()
        );
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    public void An_exchange_that_is_cut_off_after_any_step_ends_with_the_new_one_whole(int steps)
    {
        string[] names = ["studio.db", "studio.db-wal", "studio.mark", "pictures/aa/x.webp", "films/aa/y.film"];
        foreach (var (where, what) in new[] { ("", "old"), ("restored", "new") })
        {
            foreach (var name in names.Where(n => what == "old" || !n.EndsWith("-wal", StringComparison.Ordinal)))
            {
                var file = Path.Combine(_away, where, name);
                Directory.CreateDirectory(Path.GetDirectoryName(file)!);
                File.WriteAllText(file, what);
            }
        }

        // What a cut after so many renames leaves.
        Directory.CreateDirectory(Path.Combine(_away, "before-restore"));
        string[] whole = ["studio.db", "studio.db-wal", "studio.mark", "pictures", "films"];
        foreach (var name in whole.Take(steps))
            Directory.Move(Path.Combine(_away, name), Path.Combine(_away, "before-restore", name));
        File.WriteAllText(Path.Combine(_away, "restore.step"), "aside");
        if (steps == 5)
        {
            File.WriteAllText(Path.Combine(_away, "restore.step"), "in");
            Directory.Move(Path.Combine(_away, "restored", "studio.db"), Path.Combine(_away, "studio.db"));
            Directory.Move(Path.Combine(_away, "restored", "pictures"), Path.Combine(_away, "pictures"));
        }

        Assert.True(StudioSwap.Continue(_away));
        Assert.False(StudioSwap.Continue(_away));
        foreach (var name in names)
            Assert.Equal(
                name.EndsWith("-wal", StringComparison.Ordinal) ? null : "new",
                File.Exists(Path.Combine(_away, name)) ? File.ReadAllText(Path.Combine(_away, name)) : null
            );
        Assert.Equal(["films", "pictures"], Directory.GetDirectories(_away).Select(Path.GetFileName).Order());
    }

    private static async Task<(int? Code, string Said)> CommandAsync(params string[] args)
    {
        await using var said = new StringWriter();
        return (await Commands.CommandLine.TryRunAsync(args, said, said), $"{said}");
    }

    [Fact]
    public async Task By_command_a_studio_that_is_served_is_saved_its_folder_lost_and_everything_is_back()
    {
        var (backups, back) = (Path.Combine(_away, "elsewhere"), Path.Combine(_away, "back"));
        // A folder that somebody named is never made: a disk that is not there is no empty folder.
        Assert.Contains(
            "is not there",
            (await CommandAsync("backup", "--data", _away, "--backups", backups)).Said,
            StringComparison.Ordinal
        );
        Directory.CreateDirectory(backups);
        string[] before;
        using (var studio = new StudioUnderTest())
        {
            await LookedAtAsync(studio, "Ilse Branwick");
            var (code, said) = await CommandAsync("backup", "--data", studio.Folder, "--backups", backups);
            Assert.Equal(0, code);
            Assert.Contains("Saved as studio-", said, StringComparison.Ordinal);
            before = Everything(studio.Folder);
            var (sound, through) = await CommandAsync("verify", "--data", studio.Folder, "--backups", backups);
            Assert.Equal((0, 2), (sound, through.Split("whole.").Length - 1));
            Assert.Contains(
                "owner",
                (await CommandAsync("people", "--data", studio.Folder)).Said,
                StringComparison.Ordinal
            );
        }

        var name = (await CommandAsync("backups", "--backups", backups)).Said.Split('\t')[0];
        Assert.Equal(0, (await CommandAsync("restore", name, "--backups", backups, "--to", back)).Code);
        Assert.Equal(before, Everything(back));
        // Once more into the same one: it lives now.
        Assert.Equal(1, (await CommandAsync("restore", name, "--backups", backups, "--to", back)).Code);
    }

    [Theory]
    [InlineData(2, "nonsense")]
    [InlineData(2, "restore")]
    [InlineData(2, "backup --nothing")]
    [InlineData(1, "backup --data /nowhere/at/all --backups /tmp")]
    [InlineData(1, "restore studio-20260101-000000-asked --to /nowhere/at/all")]
    [InlineData(1, "people --data /nowhere/at/all")]
    [InlineData(1, "verify --data /nowhere/at/all")]
    [InlineData(0, "--help")]
    [InlineData(0, "serve --help")]
    public async Task A_command_says_how_it_ended(int code, string line)
    {
        var (ended, said) = await CommandAsync(line.Split(' '));
        Assert.Equal(code, ended);
        Assert.NotEqual("", said);
        Assert.DoesNotContain("   at ", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task To_serve_is_left_to_the_server()
    {
        foreach (var line in new[] { "", "serve --data x", "demo", "--data x --demo true" })
            Assert.Null((await CommandAsync(line.Split(' ', StringSplitOptions.RemoveEmptyEntries))).Code);
        Assert.Equal(["--data", "x"], Commands.CommandLine.Serving(["serve", "--data", "x"]));
        Assert.Equal(["--port", "--demo", "true"], Commands.CommandLine.Serving(["demo", "--port"]));
    }

    private sealed class Moved : TimeProvider
    {
        public DateTimeOffset At { get; set; } = Now;

        public override DateTimeOffset GetUtcNow() => At;
    }

    [Fact]
    public async Task One_is_taken_a_day_by_the_clock_given_and_the_floor_says_when_none_was()
    {
        var clock = new Moved();
        using var studio = new StudioUnderTest(clock);
        var keeper = studio.Services.GetRequiredService<BackupKeeper>();
        var standing = studio.Services.GetRequiredService<BackupStanding>();
        using var schedule = new BackupSchedule(keeper, standing, clock, NullLogger<BackupSchedule>.Instance);
        async Task<string?> FloorAsync() => (await studio.GetAsync("/api/floor"))["backup"]?.GetValue<string>();
        Assert.Null(await FloorAsync());
        clock.At += TimeSpan.FromHours(49);
        Assert.StartsWith("There is no backup yet", await FloorAsync(), StringComparison.Ordinal);
        await schedule.TickAsync(default);
        await schedule.TickAsync(default);
        Assert.Single(keeper.Folder.List());
        clock.At += TimeSpan.FromMinutes(1);
        Assert.Null(await FloorAsync());
        clock.At += TimeSpan.FromHours(24);
        await schedule.TickAsync(default);
        Assert.Equal(2, keeper.Folder.List().Count);
        clock.At += TimeSpan.FromHours(49);
        Assert.StartsWith("The last backup is of 1 December", await FloorAsync(), StringComparison.Ordinal);
        // A clock that is a year ahead, then right again: each day of the right time is saved.
        clock.At += TimeSpan.FromDays(365);
        await schedule.TickAsync(default);
        clock.At -= TimeSpan.FromDays(365);
        await schedule.TickAsync(default);
        clock.At += TimeSpan.FromDays(1.1);
        await schedule.TickAsync(default);
        Assert.Equal(5, keeper.Folder.List().Count);
        Assert.All(keeper.Folder.List(), b => keeper.Folder.Verify(b.Name, null));
    }
}
