using System.CommandLine;
using System.Globalization;
using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Exports;
using DeftStride.Data.Files;
using DeftStride.Data.Opening;
using DeftStride.Web.Features.Exports;
using DeftStride.Web.Hosting;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Commands;

/// <summary>
/// What can be done without a page: serving, saving, bringing back, looking through, and who may come in. Ends with 0 when it is
/// done, 1 with a sentence when it is not, 2 when it was not understood.
/// </summary>
internal static class CommandLine
{
    private const int NotDone = 1;
    private const int NotUnderstood = 2;

    /// <summary>Does what the first word says; null where that is to serve.</summary>
    public static async Task<int?> TryRunAsync(string[] args, TextWriter to, TextWriter errors)
    {
        if (args is not [var word, ..] || (word is "serve" or "demo" && !args.Any(a => a is "--help" or "-h" or "-?")))
            return null;
        // Options alone are those of serving.
        if (word.StartsWith('-') && word is not ("--help" or "-h" or "-?" or "--version"))
            return null;
        var parsed = Root(to).Parse(args);
        if (parsed.Errors is [var first, ..])
        {
            await errors.WriteLineAsync($"{first.Message} \"deftstride --help\" says what can be done.");
            return NotUnderstood;
        }

        try
        {
            DurableFiles.OwnerOnly();
            return await parsed.InvokeAsync(
                new InvocationConfiguration
                {
                    Output = to,
                    Error = errors,
                    EnableDefaultExceptionHandler = false,
                }
            );
        }
        catch (Exception e) when (e is BackupException or StudioClosedException or ExportException)
        {
            await errors.WriteLineAsync(e.Message);
            return NotDone;
        }
        catch (OperationCanceledException)
        {
            await errors.WriteLineAsync("Stopped. What was half done was taken away again.");
            return NotDone;
        }
    }

    /// <summary>What is left for the server when the word for serving is taken away.</summary>
    public static string[] Serving(string[] args) =>
        args switch
        {
            ["serve", .. var rest] => rest,
            ["demo", .. var rest] => [.. rest, "--demo", "true"],
            _ => args,
        };

    private static RootCommand Root(TextWriter to)
    {
        Option<string> data = new("--data")
        {
            Description = "The studio's folder",
            DefaultValueFactory = _ => "data",
            Recursive = true,
        };
        Option<string?> backups = new("--backups")
        {
            Description = "Where backups lie (default: backups in the studio's folder)",
            Recursive = true,
        };
        Option<string?> file = new("--passphrase-file")
        {
            Description = "A file whose first line closes and opens backups",
            Recursive = true,
        };
        Argument<string> name = new("name") { Description = "A backup, as \"backups\" lists them" };
        Argument<string?> any = new("name")
        {
            Description = "A backup; without it the studio itself and every backup",
            Arity = ArgumentArity.ZeroOrOne,
        };
        Option<string> into = new("--to") { Description = "A folder that is not there yet", Required = true };
        Argument<string> exported = new("file") { Description = "A zip" };
        Option<string?> client = new("--client") { Description = "One client alone, by name or id" };
        Option<string?> studioInto = new("--to") { Description = "A folder that is not there yet" };
        Option<bool> dry = new("--dry-run")
        {
            Description = "Look through all of it and say what would come in; nothing is kept",
        };

        BackupFolder Folder(ParseResult said) =>
            new(
                Path.GetFullPath(said.GetValue(backups) ?? Path.Combine(said.GetValue(data)!, "backups")),
                make: said.GetValue(backups) is null
            );
        string? Passphrase(ParseResult said) =>
            new BackupSettings("", false, said.GetValue(file) is { } f ? Path.GetFullPath(f) : null).Passphrase();

        var serve = new Command("serve", "Serves the studio; takes the server's own options (see docs/running.md)");
        var demo = new Command("demo", "Serves made-up people from an empty folder");
        var backup = new Command(
            "backup",
            "Saves the studio, whether it is being served or not, and looks through what was written"
        );
        backup.SetAction(
            (said, stop) =>
                Task.Run(
                    () =>
                    {
                        var folder = Folder(said);
                        var taken = folder.Take(
                            Path.GetFullPath(said.GetValue(data)!),
                            DateTimeOffset.UtcNow,
                            "asked",
                            Passphrase(said),
                            new Spoken(to),
                            stop
                        );
                        folder.Thin();
                        to.WriteLine($"Saved as {taken.Name} in {folder.Path}.");
                        if (taken.Missing > 0)
                            to.WriteLine(
                                $"{taken.Missing} pictures or films that the studio names are nowhere. Everything else is saved; check the disk."
                            );
                        return 0;
                    },
                    stop
                )
        );
        var list = new Command("backups", "Lists what is saved");
        list.SetAction(said =>
        {
            foreach (var saved in Folder(said).List())
                to.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{saved.Name}\t{saved.At:yyyy-MM-dd HH:mm} UTC\t{saved.Bytes / 1e6:0.0} MB{(saved.Sealed ? "\tclosed" : "")}"
                    )
                );
            return 0;
        });
        var restore = new Command(
            "restore",
            "Brings a backup back into a folder of its own; a living studio is not touched"
        )
        {
            name,
            into,
        };
        restore.SetAction(
            (said, stop) =>
                Task.Run(
                    () =>
                    {
                        var place = Path.GetFullPath(said.GetValue(into)!);
                        Folder(said).Restore(said.GetValue(name)!, place, Passphrase(said), new Spoken(to), stop);
                        to.WriteLine($"Brought back to {place}. Serve it with: deftstride serve --data {place}");
                        return 0;
                    },
                    stop
                )
        );
        var verify = new Command("verify", "Reads a studio and its backups through and compares every sum") { any };
        verify.SetAction(
            (said, stop) =>
                Task.Run(
                    () =>
                        Verify(
                            Folder(said),
                            said.GetValue(data)!,
                            said.GetValue(any),
                            () => Passphrase(said),
                            to,
                            stop
                        ),
                    stop
                )
        );
        var export = new Command(
            "export",
            "Takes the studio, or one client, out in open formats (docs/export.md), whether it is being served or not"
        )
        {
            exported,
            client,
        };
        export.SetAction(
            (said, stop) =>
                ExportAsync(
                    Path.GetFullPath(said.GetValue(data)!),
                    Path.GetFullPath(said.GetValue(exported)!),
                    said.GetValue(client),
                    to,
                    stop
                )
        );
        var import = new Command(
            "import",
            "Brings the export of a studio into a folder of its own; one client comes in through Studio"
        )
        {
            exported,
            studioInto,
            dry,
        };
        import.SetAction(
            (said, stop) =>
                Task.Run(
                    () =>
                        Import(
                            Path.GetFullPath(said.GetValue(exported)!),
                            said.GetValue(studioInto),
                            said.GetValue(dry),
                            to,
                            stop
                        ),
                    stop
                )
        );
        var people = new Command("people", "Lists who may come in; a new way in for an owner: serve --new-way-in true");
        people.SetAction((said, stop) => PeopleAsync(Path.GetFullPath(said.GetValue(data)!), to, stop));
        return new RootCommand("Deft Stride: single-leg work, measured, corrected, planned and kept.")
        {
            data,
            backups,
            file,
            serve,
            demo,
            backup,
            list,
            restore,
            export,
            import,
            verify,
            people,
        };
    }

    private static int Verify(
        BackupFolder folder,
        string data,
        string? name,
        Func<string?> passphrase,
        TextWriter to,
        CancellationToken stop
    )
    {
        var bad = 0;
        void Look(string what, Action look)
        {
            try
            {
                look();
                to.WriteLine($"{what}: whole.");
            }
            catch (BackupException e)
            {
                bad++;
                to.WriteLine($"{what}: {e.Message}");
            }
        }

        if (name is null)
            Look($"The studio in {data}", () => StudioSound.Look(Path.GetFullPath(data), stop));
        foreach (var saved in name is null ? folder.List().Select(b => b.Name) : [name])
            Look(saved, () => folder.Verify(saved, passphrase(), stop));
        return bad == 0 ? 0 : NotDone;
    }

    private static async Task<int> ExportAsync(
        string folder,
        string file,
        string? client,
        TextWriter to,
        CancellationToken stop
    )
    {
        var one = client is null ? (Guid?)null : await ClientAsync(folder, client, stop);
        // Long work of the disk, whoever asked.
        var made = await Task.Run(
            () =>
                new StudioExport(folder, ReadableTables.All).WriteAsync(
                    file,
                    one,
                    DateTimeOffset.UtcNow,
                    new Spoken(to),
                    stop
                ),
            stop
        );
        await to.WriteLineAsync($"Taken out to {file}: {Held(made.Rows.Sum(r => r.Rows), made.Files.Count(IsMedia))}.");
        if (made.Missing.Count > 0)
            await to.WriteLineAsync(
                $"{made.Missing.Count} pictures or films that the studio names are nowhere. Everything else is in it; check the disk."
            );
        return 0;
    }

    private static int Import(string file, string? into, bool dry, TextWriter to, CancellationToken stop)
    {
        if (into is null && !dry)
            throw new ExportException("Say where it is to come: --to FOLDER, or --dry-run to look through it alone.");
        Imported came;
        if (dry)
        {
            var place = Path.Combine(Path.GetTempPath(), $"deft-stride-{Guid.NewGuid():n}");
            Directory.CreateDirectory(place);
            try
            {
                came = new StudioImport(file).Unpack(place, new Spoken(to), stop);
            }
            finally
            {
                Directory.Delete(place, recursive: true);
            }
        }
        else
            came = new StudioImport(file).Into(into!, new Spoken(to), stop);
        to.WriteLine(
            $"{(came.Manifest.Client is null ? "The studio" : "The client")} {came.Manifest.Name}, taken out {came.Manifest.At.UtcDateTime.ToString("yyyy-MM-dd HH:mm", CultureInfo.InvariantCulture)} UTC: {Held(came.Rows.Sum(r => r.Rows), came.Pictures + came.Films)}."
        );
        foreach (var (table, rows) in came.Rows)
            to.WriteLine(string.Create(CultureInfo.InvariantCulture, $"{table}\t{rows}"));
        if (came.Missing > 0)
            to.WriteLine($"{came.Missing} pictures or films that records name are not in it.");
        to.WriteLine(
            dry
                ? "Everything in it can be read. Nothing was kept."
                : $"Brought to {Path.GetFullPath(into!)}. Serve it with: deftstride serve --data {into}. It asks for an owner at its first start."
        );
        return 0;
    }

    private static bool IsMedia(BackupFile file) =>
        file.Path.StartsWith("pictures/", StringComparison.Ordinal)
        || file.Path.StartsWith("films/", StringComparison.Ordinal);

    private static string Held(long rows, int media) =>
        string.Create(CultureInfo.InvariantCulture, $"{rows} records, {media} pictures and films");

    /// <summary>The one client who is meant.</summary>
    private static async Task<Guid> ClientAsync(string folder, string said, CancellationToken stop)
    {
        await using var db = Reading(folder);
        var found = Guid.TryParse(said, out var id)
            ? await db.Clients.Where(c => c.Id == id).Select(c => c.Id).ToListAsync(stop)
            : await db.Clients.Where(c => c.Name == said).Select(c => c.Id).ToListAsync(stop);
        return found switch
        {
            [var one] => one,
            [] => throw new ExportException(
                $"There is no client “{said}” in {folder}. Write the name as it stands there."
            ),
            _ => throw new ExportException(
                $"There are {found.Count} clients called {said}. Name one by id: {string.Join(", ", found)}."
            ),
        };
    }

    /// <summary>A studio that is only read, served or not.</summary>
    private static StudioContext Reading(string folder)
    {
        var file = Path.Combine(folder, StudioDatabase.FileName);
        if (!File.Exists(file))
            throw new BackupException($"There is no studio in {folder}. Name its folder with --data.");
        if (StudioOpening.Unknown(StudioForm.Read(file, check: false)) is not null)
            throw new BackupException($"The studio in {folder} is of a later version of Deft Stride. Use that one.");
        return new(new DbContextOptionsBuilder<StudioContext>().UseSqlite(StudioDatabase.Reading(file)).Options);
    }

    private static async Task<int> PeopleAsync(string folder, TextWriter to, CancellationToken stop)
    {
        await using var db = Reading(folder);
        try
        {
            var people = await (
                from coach in db.Coaches.AsNoTracking()
                join person in db.People.AsNoTracking() on coach.Id equals person.CoachId into ways
                from way in ways.DefaultIfEmpty()
                orderby coach.CreatedAt
                select new
                {
                    coach.Name,
                    Role = way == null ? null : (Data.Records.Role?)way.Role,
                    Out = way != null && way.RemovedAt != null,
                }
            ).ToListAsync(stop);
            foreach (var person in people)
                await to.WriteLineAsync(
                    $"{person.Name}\t{(person.Role is null ? "no way in" : $"{person.Role}".ToLowerInvariant())}{(person.Out ? ", closed" : "")}"
                );
        }
        catch (SqliteException e)
        {
            throw new BackupException(
                $"The studio in {folder} is of an earlier version. Serve it once with this one, then ask again.",
                e
            );
        }

        return 0;
    }

    /// <summary>Says how far something long has come, ten times.</summary>
    private sealed class Spoken(TextWriter to) : IProgress<Progress>
    {
        private int _said;

        public void Report(Progress value)
        {
            var tenth = value.Of == 0 ? 10 : (int)(10 * value.Done / value.Of);
            for (; _said < tenth; _said++)
                to.WriteLine($"{(_said + 1) * 10} %");
        }
    }
}
