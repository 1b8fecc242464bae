using System.Globalization;
using System.IO.Compression;
using System.Text;
using System.Text.Json;
using DeftStride.Data.Backups;
using DeftStride.Data.Files;
using DeftStride.Data.Films;
using DeftStride.Data.Kept;
using DeftStride.Data.Opening;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using SQLitePCL;

namespace DeftStride.Data.Exports;

/// <summary>What came out of an export.</summary>
/// <param name="Manifest">What it says of itself.</param>
/// <param name="Rows">How many rows there are in each table that has any, by name.</param>
/// <param name="Pictures">How many pictures.</param>
/// <param name="Films">How many films.</param>
/// <param name="Missing">Pictures and films that records name and that are not in it.</param>
internal sealed record Imported(
    ExportManifest Manifest,
    IReadOnlyList<(string Table, long Rows)> Rows,
    int Pictures,
    int Films,
    int Missing
);

/// <summary>
/// Makes a studio's folder of an export: a database in the form that the export was made from, its lines put in as they are, then
/// brought up to today's form by the same steps that a studio's folder goes through. Everything in it is doubted.
/// </summary>
/// <param name="zip">The file.</param>
internal sealed class StudioImport(string zip)
{
    private const long LongestLine = 64_000_000;
    private const int LongestName = 200;
    private const string NotOurs =
        "It was not made by Deft Stride, or was changed since: ask for it again. Nothing was changed here.";
    private const string Lines = "records/";

    /// <summary>Tables of which a client takes nothing along.</summary>
    private static readonly string[] OfTheStudio = ["Studios", "Ladders", "Deeds", "Erased", "Cautions"];

    /// <summary>The tables that may come in; a way in is never one of them.</summary>
    private static readonly Lazy<IReadOnlyDictionary<string, ExportTable>> Known = new(() =>
    {
        using var db = new StudioContext(
            new DbContextOptionsBuilder<StudioContext>().UseSqlite("Data Source=:memory:").Options
        );
        return ExportShape.Tables(db.Model).ToDictionary(t => t.Table);
    });

    /// <summary>Brings it into a folder that is not there yet. It appears there whole or not at all.</summary>
    /// <exception cref="ExportException">It is not whole, of a later version, or the folder is in use.</exception>
    public Imported Into(string folder, IProgress<Progress>? said, CancellationToken stop)
    {
        var target = Path.GetFullPath(folder);
        if (File.Exists(target) || (Directory.Exists(target) && Directory.EnumerateFileSystemEntries(target).Any()))
            throw new ExportException(
                $"{target} is not empty. Name a folder that is not there yet; nothing in this one was changed."
            );
        var coming = target.TrimEnd('/') + ".part";
        try
        {
            Drop(coming);
            Directory.CreateDirectory(coming);
            var came = Unpack(coming, said, stop);
            if (came.Manifest.Client is not null)
                throw new ExportException(
                    $"This is the export of one client, {came.Manifest.Name}. Bring it into a studio that is served: Studio, Backups."
                );
            if (Directory.Exists(target))
                Directory.Delete(target);
            foreach (
                var made in Directory.EnumerateDirectories(coming, "*", SearchOption.AllDirectories).Prepend(coming)
            )
                DurableFiles.SyncFolder(made);
            Directory.Move(coming, target);
            DurableFiles.SyncFolder(Path.GetDirectoryName(target)!);
            return came;
        }
        catch (Exception e) when (DiskRoom.SaysNo(e))
        {
            throw new ExportException(
                $"The export could not be brought to {target}: {e.Message.TrimEnd('.')}. Nothing was changed. See that the disk has room, then try again.",
                e
            );
        }
        finally
        {
            Drop(coming);
        }
    }

    /// <summary>Unpacks it into an empty folder as a studio's folder lies, in today's form, and doubts all of it.</summary>
    /// <exception cref="ExportException">It is not whole, or not what an export is.</exception>
    public Imported Unpack(string folder, IProgress<Progress>? said, CancellationToken stop)
    {
        if (!File.Exists(zip))
            throw new ExportException($"There is no file {zip}. Name the export.");
        try
        {
            using var archive = ZipFile.OpenRead(zip);
            var (root, manifest) = Manifest(archive);
            DiskRoom.Need(folder, 2 * manifest.Bytes, s => new ExportException(s));
            var file = Path.Combine(folder, StudioDatabase.FileName);
            MakeForm(file, manifest.Form);
            var done = 0L;
            void Came(BackupFile part) => said?.Report(new Progress(done += part.Bytes, manifest.Bytes));
            using (var connection = Connect(file))
            {
                using var step = connection.BeginTransaction();
                var studio = StudioOf(archive, root, manifest);
                foreach (var rows in manifest.Rows)
                {
                    stop.ThrowIfCancellationRequested();
                    var part = manifest.Files.First(f => f.Path == rows.File);
                    Put(connection, archive, root, part, rows, studio, stop);
                    Came(part);
                }

                step.Commit();
            }

            Migrate(file, null);
            var (pictures, films, missing) = Look(folder, file, manifest, archive, root, Came, stop);
            DurableFiles.Sync(file);
            return new Imported(manifest, Count(file), pictures, films, missing);
        }
        catch (InvalidDataException e)
        {
            throw new ExportException(
                "This file is no whole zip: it is damaged, cut short or something else. Take the export out again.",
                e
            );
        }
        catch (Exception e)
            when (DiskRoom.SaysNo(e) || e is SqliteException { SqliteErrorCode: raw.SQLITE_FULL or raw.SQLITE_IOERR })
        {
            throw new ExportException(
                $"The export could not be unpacked to {folder}: {e.Message.TrimEnd('.')}. Nothing was changed. See that the disk has room, then try again.",
                e
            );
        }
        catch (SqliteException e)
        {
            throw new ExportException(
                $"The records in this file do not go together ({e.SqliteErrorCode}: {e.Message.TrimEnd('.')}). Take the export out again; nothing was changed.",
                e
            );
        }
        finally
        {
            SqliteConnection.ClearAllPools();
        }
    }

    /// <summary>Where everything lies in the zip, which may have been packed anew with or without its folder.</summary>
    private static (string Root, ExportManifest Manifest) Manifest(ZipArchive archive)
    {
        var entry =
            archive.GetEntry(StudioExport.Root + ExportManifest.FileName)
            ?? archive.GetEntry(ExportManifest.FileName)
            ?? throw new ExportException(
                "This is no export of Deft Stride: export.json is not in it. Choose one that was taken out of a studio."
            );
        if (entry.Length > 512_000_000)
            throw new ExportException("This file is no export of Deft Stride: its list is too long.");
        using var text = new MemoryStream();
        using (var from = entry.Open())
            CopyMost(from, text, entry.Length);
        return (entry.FullName[..^ExportManifest.FileName.Length], ExportManifest.Read(text.ToArray()));
    }

    private static void CopyMost(Stream from, Stream to, long most)
    {
        var buffer = new byte[1 << 16];
        for (var done = 0L; from.Read(buffer) is > 0 and var got; )
        {
            if ((done += got) > most)
                throw new InvalidDataException();
            to.Write(buffer, 0, got);
        }
    }

    /// <summary>A part of the zip, no longer than its list says and with its sum looked at when it was read.</summary>
    private static SummedStream Part(ZipArchive archive, string root, BackupFile part)
    {
        var entry =
            archive.GetEntry(root + part.Path)
            ?? throw new ExportException($"{part.Path} is not in this file. Take the export out again.");
        if (entry.Length != part.Bytes)
            throw Changed(part);
        return new SummedStream(entry.Open(), part, () => Changed(part));
    }

    private static ExportException Changed(BackupFile part) =>
        new(
            $"{part.Path} is not as it was when it was taken out. Records and pictures come in unchanged or not at all: take the export out again."
        );

    /// <summary>The studio whose rows they are: its own row's, or none for a client's export.</summary>
    private static Guid StudioOf(ZipArchive archive, string root, ExportManifest manifest)
    {
        if (manifest.Client is not null)
            return Guid.Empty;
        var found = new List<Guid>();
        if (manifest.Rows.FirstOrDefault(r => r.Table == "Studios") is { } rows)
        {
            using var part = Part(archive, root, manifest.Files.First(f => f.Path == rows.File));
            foreach (var (line, at) in Read(part, rows.File))
            {
                using (line)
                    found.Add(
                        line.RootElement.TryGetProperty("id", out var id) && id.TryGetGuid(out var studio)
                            ? studio
                            : throw Bad(rows.File, at, "\"id\" is no id")
                    );
            }
        }

        return found is [var one]
            ? one
            : throw new ExportException(
                $"There are {found.Count} studios in this file where one is to be. Take the export out again."
            );
    }

    /// <summary>An empty database in an earlier form, or today's.</summary>
    private static void MakeForm(string file, string form)
    {
        if (!StudioOpening.Knows(form))
            throw new ExportException(
                $"This export was made by a later version of Deft Stride (it knows “{form}”). Bring it in with that version."
            );
        Migrate(file, form);
    }

    private static void Migrate(string file, string? form)
    {
        using (var db = Context(file))
        {
            db.Database.OpenConnection();
            // Nobody else has it, and it is thrown away if anything goes wrong: it is synced once, at the end.
            db.Database.ExecuteSqlRaw("PRAGMA synchronous=OFF");
            db.GetService<IMigrator>().Migrate(form);
            foreach (var step in new[] { "PRAGMA wal_checkpoint(TRUNCATE)", "PRAGMA journal_mode=DELETE" })
                db.Database.ExecuteSqlRaw(step);
        }

        SqliteConnection.ClearAllPools();
    }

    private static StudioContext Context(string file) =>
        new(
            new DbContextOptionsBuilder<StudioContext>()
                .UseSqlite(new SqliteConnectionStringBuilder { DataSource = file, Pooling = false }.ToString())
                .UseQueryTrackingBehavior(QueryTrackingBehavior.NoTracking)
                .Options
        );

    /// <summary>As above.</summary>
    private static SqliteConnection Connect(string file)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                ForeignKeys = false,
                Pooling = false,
            }.ToString()
        );
        connection.Open();
        using var quick = connection.CreateCommand();
        quick.CommandText = "PRAGMA synchronous=OFF";
        quick.ExecuteNonQuery();
        return connection;
    }

    /// <summary>Puts the lines of one file into their table, as it was in that form.</summary>
    private static void Put(
        SqliteConnection connection,
        ZipArchive archive,
        string root,
        BackupFile part,
        ExportedRows rows,
        Guid studio,
        CancellationToken stop
    )
    {
        if (!Known.Value.TryGetValue(rows.Table, out var table) || table.File != rows.File)
            throw new ExportException($"{rows.File} holds what comes in from no export. " + NotOurs);
        var columns = StudioForm.Column(connection, $"SELECT name FROM pragma_table_info('{table.Table}')");
        var fields = rows
            .Fields.Select(f =>
                columns.FirstOrDefault(c => JsonNamingPolicy.CamelCase.ConvertName(c) == f.Key) is { } column
                && column != nameof(Fact.StudioId)
                    ? new ExportField(column, f.Value)
                    : throw new ExportException(
                        $"{rows.File} has “{f.Key}”, which no record of its version has. " + NotOurs
                    )
            )
            .ToArray();
        // A value that is stored as another kind than its own would be found by nobody.
        if (fields.Any(f => table.Fields.Any(k => k.Column == f.Column && k.Kind != f.Kind)))
            throw new ExportException($"{rows.File} says of its fields what they are not. {NotOurs}");
        var own = columns.Contains(nameof(Fact.StudioId));
        using var command = connection.CreateCommand();
        var into = fields.Select(f => f.Column).Concat(own ? [nameof(Fact.StudioId)] : []).ToArray();
        command.CommandText =
            $"INSERT INTO \"{table.Table}\" ({string.Join(", ", into.Select(c => $"\"{c}\""))}) VALUES ({string.Join(", ", into.Select((_, i) => $"$p{i}"))})";
        var parameters = into.Select((_, i) => command.Parameters.Add(new SqliteParameter($"$p{i}", null))).ToArray();
        if (own)
            parameters[^1].Value = studio;
        var byName = fields.Select((f, i) => (f, i)).ToDictionary(p => p.f.Name, p => p, StringComparer.Ordinal);
        var count = 0L;
        using var lines = Part(archive, root, part);
        foreach (var (line, at) in Read(lines, rows.File))
        {
            using var read = line;
            stop.ThrowIfCancellationRequested();
            for (var i = 0; i < fields.Length; i++)
                parameters[i].Value = DBNull.Value;
            foreach (var value in line.RootElement.EnumerateObject())
            {
                if (!byName.TryGetValue(value.Name, out var field))
                    throw Bad(rows.File, at, $"nothing is known of “{value.Name}”");
                parameters[field.i].Value =
                    Value(value.Value, field.f.Kind) ?? throw Bad(rows.File, at, $"“{value.Name}” cannot be read");
            }

            try
            {
                command.ExecuteNonQuery();
            }
            catch (SqliteException e) when (e.SqliteErrorCode == 19)
            {
                throw Bad(rows.File, at, "something is missing in it, or it is there twice", e);
            }

            count++;
        }

        lines.Finish();
        if (count != rows.Rows)
            throw new ExportException(
                $"{rows.File} has {count} lines where {rows.Rows} are to be. Take the export out again."
            );
    }

    private static object? Value(JsonElement from, FieldKind kind) =>
        kind switch
        {
            FieldKind.Id => from.ValueKind == JsonValueKind.String && from.TryGetGuid(out var id) ? id : null,
            FieldKind.Instant => from.ValueKind == JsonValueKind.String ? ExportInstant.Read(from.GetString()!) : null,
            FieldKind.Day => from.ValueKind == JsonValueKind.String
            && DateOnly.TryParseExact(
                from.GetString(),
                "yyyy-MM-dd",
                CultureInfo.InvariantCulture,
                DateTimeStyles.None,
                out _
            )
                ? from.GetString()
                : null,
            FieldKind.Flag => from.ValueKind is JsonValueKind.True or JsonValueKind.False
                ? from.ValueKind == JsonValueKind.True
                : null,
            FieldKind.Whole => from.ValueKind == JsonValueKind.Number && from.TryGetInt64(out var whole) ? whole : null,
            FieldKind.Number => from.ValueKind == JsonValueKind.Number
            && from.TryGetDouble(out var number)
            && double.IsFinite(number)
                ? number
                : null,
            FieldKind.Json when from.ValueKind is JsonValueKind.Object or JsonValueKind.Array => from.GetRawText(),
            FieldKind.Json or FieldKind.Text => from.ValueKind == JsonValueKind.String ? from.GetString() : null,
            _ => null,
        };

    /// <summary>Lines one after another, none of them longer than a record is.</summary>
    private static IEnumerable<(JsonDocument Line, long At)> Read(Stream from, string file)
    {
        var buffer = new byte[1 << 16];
        using var line = new MemoryStream();
        var at = 1L;
        while (from.Read(buffer, 0, buffer.Length) is > 0 and var got)
        {
            for (var begins = 0; begins < got; )
            {
                var ends = Array.IndexOf(buffer, (byte)'\n', begins, got - begins);
                var length = (ends < 0 ? got : ends) - begins;
                if (line.Length + length > LongestLine)
                    throw Bad(file, at, "it is longer than any record");
                line.Write(buffer, begins, length);
                begins += length + 1;
                if (ends < 0)
                    break;
                yield return (Parse(line, file, at), at);
                line.SetLength(0);
                at++;
            }
        }

        if (line.Length > 0)
            throw Bad(file, at, "it is cut short");
    }

    private static JsonDocument Parse(MemoryStream line, string file, long at)
    {
        try
        {
            var read = JsonDocument.Parse(
                Encoding.UTF8.GetString(line.GetBuffer(), 0, (int)line.Length),
                new JsonDocumentOptions { AllowDuplicateProperties = false }
            );
            return read.RootElement.ValueKind == JsonValueKind.Object ? read : throw Bad(file, at, "it is no record");
        }
        catch (JsonException e)
        {
            throw Bad(file, at, "it is no JSON", e);
        }
    }

    private static ExportException Bad(string file, long line, string why, Exception? inner = null) =>
        new($"Line {line} of {file} cannot be read: {why}. Take the export out again; nothing was changed.", inner);

    /// <summary>Reads every record as the studio will, looks that they go together, and fetches the pictures and films that they name.</summary>
    private static (int Pictures, int Films, int Missing) Look(
        string folder,
        string file,
        ExportManifest manifest,
        ZipArchive archive,
        string root,
        Action<BackupFile> came,
        CancellationToken stop
    )
    {
        using var db = Context(file);
        db.Database.OpenConnection();
        var connection = db.Database.GetDbConnection();
        foreach (var table in Known.Value.Values)
            ReadThrough(db, table, stop);
        ReadForms(db);
        foreach (var table in Known.Value.Values.Where(t => typeof(IOrdered).IsAssignableFrom(t.Type)))
        {
            if (
                StudioForm.Column(connection, $"SELECT 1 FROM \"{table.Table}\" WHERE \"Sequence\" <= 0 LIMIT 1").Count
                > 0
            )
                throw new ExportException($"{table.File} holds a record without a place in the order. {NotOurs}");
        }

        var strays = Strays(connection, manifest.Client is not null);
        if (strays is not null)
            throw new ExportException(
                $"Rows of {strays} in this file name records that are not in it. Take the export out again; nothing was changed."
            );
        if (manifest.Client is { } client)
            LookAtClient(connection, client);
        else
            LookAtStudio(db);
        if (db.Clients.Any(c => c.Name.Trim() == "" || c.Name.Length > LongestName))
            throw new ExportException(
                "A client in this file has no name, or one that is too long. Mend it where they come from and take it out again; nothing was changed here."
            );

        // A file is found by this name: it is never a path.
        foreach (var table in new[] { "Pictures", "Films" })
        {
            if (
                StudioForm
                    .Column(
                        connection,
                        $"SELECT 1 FROM {table} WHERE Hash <> '{StandingFacts.Gone}' AND (length(Hash) <> 64 OR Hash GLOB '*[^0-9a-f]*') LIMIT 1"
                    )
                    .Count > 0
            )
                throw new ExportException(
                    "A record in this file names a picture or film by something else than its sum. " + NotOurs
                );
        }

        var named = new Dictionary<string, string>(StringComparer.Ordinal);
        foreach (
            var hash in StudioForm.Column(
                connection,
                $"SELECT DISTINCT Hash FROM Pictures p WHERE Hash <> '{StandingFacts.Gone}' AND NOT EXISTS (SELECT 1 FROM Pictures n WHERE n.Supersedes = p.Id)"
            )
        )
            named[hash] = "pictures";
        foreach (
            var hash in StudioForm.Column(
                connection,
                $"SELECT DISTINCT Hash FROM Films f WHERE Hash <> '{StandingFacts.Gone}' AND NOT EXISTS (SELECT 1 FROM Films n WHERE n.Supersedes = f.Id)"
            )
        )
            named[hash] = "films";
        var (pictures, films) = (0, 0);
        foreach (var part in manifest.Files.Where(f => !f.Path.StartsWith(Lines, StringComparison.Ordinal)))
        {
            stop.ThrowIfCancellationRequested();
            var kind = part.Path.Split('/')[0];
            if (kind is not ("pictures" or "films"))
                continue;
            if (!named.Remove(part.Sha256, out var wanted) || wanted != kind)
                throw new ExportException($"No record in this file names {part.Path}. " + NotOurs);
            Fetch(
                archive,
                root,
                part,
                Path.Combine(folder, kind, part.Sha256[..2], part.Sha256 + (kind == "films" ? ".film" : ".webp"))
            );
            (pictures, films) = kind == "films" ? (pictures, films + 1) : (pictures + 1, films);
            came(part);
        }

        return (pictures, films, named.Count);
    }

    private static void Fetch(ZipArchive archive, string root, BackupFile part, string to)
    {
        Directory.CreateDirectory(Path.GetDirectoryName(to)!);
        using (var from = Part(archive, root, part))
        using (var file = new FileStream(to, FileMode.CreateNew, FileAccess.Write, FileShare.None, 1 << 18))
        {
            from.CopyTo(file, 1 << 18);
            from.Finish();
            file.Flush(flushToDisk: true);
        }

        try
        {
            if (to.EndsWith(".film", StringComparison.Ordinal))
                FilmIntake.Check(to);
            else
                PictureIntake.LookAtKept(to);
        }
        catch (Exception e) when (e is FilmRefusedException or PictureRefusedException)
        {
            throw new ExportException($"{part.Path} is not what it is called. " + NotOurs, e);
        }
    }

    /// <summary>The first table with a row whose record it rests on is not there; null for none.</summary>
    private static string? Strays(System.Data.Common.DbConnection connection, bool ofClient)
    {
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA foreign_key_check";
        using var reader = command.ExecuteReader();
        while (reader.Read())
        {
            // A client comes without a studio: it is the one that takes them in.
            if (!ofClient || reader.GetString(2) != "Studios")
                return reader.GetString(0);
        }

        return null;
    }

    private static void LookAtClient(System.Data.Common.DbConnection connection, Guid client)
    {
        var id = client.ToString().ToUpperInvariant();
        bool Other(string sql) => StudioForm.Column(connection, sql).Count > 0;
        if (
            StudioForm.Column(connection, "SELECT Id FROM Clients") is not [var only]
            || !string.Equals(only, id, StringComparison.OrdinalIgnoreCase)
            || Known.Value.Values.Any(t =>
                t.OfClient && Other($"SELECT 1 FROM \"{t.Table}\" WHERE ClientId <> '{id}' LIMIT 1")
            )
            || Other($"SELECT 1 FROM Edits WHERE At <> '{client}' LIMIT 1")
            || OfTheStudio.Any(t => Other($"SELECT 1 FROM {t} LIMIT 1"))
        )
            throw new ExportException(
                "This file says that it is of one client and holds what is somebody else’s. " + NotOurs
            );
    }

    private static void LookAtStudio(StudioContext db)
    {
        var studio = db.Studios.Single();
        if (
            !TimeZoneInfo.TryFindSystemTimeZoneById(studio.TimeZone, out _)
            || studio.PainLimit is < 0 or > 4
            || studio.Name.Trim().Length is 0 or > LongestName
            || !db.Coaches.Any()
        )
            throw new ExportException("The studio in this file is not set up as one can be. " + NotOurs);
    }

    private static void ReadThrough(StudioContext db, ExportTable table, CancellationToken stop)
    {
        try
        {
            foreach (var _ in Rows(db, table.Type))
                stop.ThrowIfCancellationRequested();
        }
        catch (Exception e)
            when (e
                    is ArgumentException
                        or FormatException
                        or InvalidOperationException
                        or InvalidCastException
                        or OverflowException
            )
        {
            throw new ExportException(
                $"{table.File} holds a record with a value that there is not. Take the export out again; nothing was changed.",
                e
            );
        }
    }

    /// <summary>What every page reads of a client before anything else. A fact that cannot be read says so where it stands; these would take the page along.</summary>
    private static void ReadForms(StudioContext db)
    {
        bool Bad<T>(StoredForm<T> form, IEnumerable<string?> texts)
            where T : StoredDocument => texts.OfType<string>().Any(t => !form.TryRead(t, out _, out _));
        if (
            Bad(KeptStudioChoices.Kept, db.Studios.Select(s => s.Settings))
            || Bad(KeptKit.Kept, db.Studios.Select(s => s.Kit))
            || Bad(KeptClientChoices.Kept, db.Clients.Select(c => c.Settings))
            || Bad(KeptIntake.Kept, db.Clients.Select(c => c.Intake))
            || Bad(KeptPlanned.Kept, db.Sessions.Select(s => s.Planned))
            || Bad(KeptSession.Kept, db.Sessions.Select(s => s.Body))
            || Bad(KeptPlan.Kept, db.Plans.Select(p => p.Body))
        )
            throw new ExportException(
                "What is kept of a client, a plan or an hour in this file cannot be read. Mend it where it comes from and take it out again; nothing was changed here."
            );
    }

    private static IEnumerable<object> Rows(StudioContext db, Type type) =>
        (IEnumerable<object>)
            typeof(StudioImport)
                .GetMethod(
                    nameof(All),
                    System.Reflection.BindingFlags.NonPublic | System.Reflection.BindingFlags.Static
                )!
                .MakeGenericMethod(type)
                .Invoke(null, [db])!;

    private static IEnumerable<T> All<T>(StudioContext db)
        where T : class => db.Set<T>().IgnoreQueryFilters().AsNoTracking().AsEnumerable();

    private static List<(string, long)> Count(string file)
    {
        using var connection = Connect(file);
        return
        [
            .. Known
                .Value.Keys.Order(StringComparer.Ordinal)
                .Select(t =>
                    (
                        t,
                        long.Parse(
                            StudioForm.Column(connection, $"SELECT COUNT(*) FROM \"{t}\"")[0],
                            CultureInfo.InvariantCulture
                        )
                    )
                )
                .Where(t => t.Item2 > 0),
        ];
    }

    private static void Drop(string place)
    {
        if (Directory.Exists(place))
            Directory.Delete(place, recursive: true);
    }
}
