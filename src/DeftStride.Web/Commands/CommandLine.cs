using System.CommandLine;
using System.Globalization;
using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Files;
using DeftStride.Data.Opening;
using DeftStride.Web.Features.Backups;
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
        catch (Exception e) when (e is BackupException or StudioClosedException)
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

    private static async Task<int> PeopleAsync(string folder, TextWriter to, CancellationToken stop)
    {
        var file = Path.Combine(folder, StudioDatabase.FileName);
        if (!File.Exists(file))
            throw new BackupException($"There is no studio in {folder}. Name its folder with --data.");
        if (StudioOpening.Unknown(StudioForm.Read(file, check: false)) is not null)
            throw new BackupException($"The studio in {folder} is of a later version of Deft Stride. Use that one.");
        var options = new DbContextOptionsBuilder<StudioContext>().UseSqlite(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = SqliteOpenMode.ReadOnly,
                Pooling = false,
            }.ToString()
        );
        await using var db = new StudioContext(options.Options);
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
