using System.IO.Compression;
using System.Security.Cryptography;
using System.Text.Encodings.Web;
using System.Text.Json;
using DeftStride.Data.Backups;
using DeftStride.Data.Files;
using DeftStride.Data.Opening;
using DeftStride.Data.Records;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Data.Exports;

/// <summary>A table for people to read, beside the lines that are for programs. It is never read in again.</summary>
/// <param name="Name">Its file's name without an ending.</param>
/// <param name="WriteAsync">Writes it, from what the context sees.</param>
internal sealed record ReadableTable(
    string Name,
    Func<StudioContext, Guid?, Stream, CancellationToken, Task> WriteAsync
);

/// <summary>
/// Takes a studio, or one client, out into one zip of lines, tables, pictures and films: a state of one moment, whoever writes
/// meanwhile. The same state gives the same bytes but for the time in <see cref="ExportManifest"/>.
/// </summary>
internal sealed class StudioExport(string studio, IReadOnlyList<ReadableTable> tables)
{
    /// <summary>Everything in the zip lies in one folder, so that unpacking it spills nothing.</summary>
    public const string Root = "deft-stride/";

    private const string Unfinished = ".part";
    private static readonly DateTimeOffset NoTime = new(1980, 1, 1, 0, 0, 0, TimeSpan.Zero);
    private static readonly JsonWriterOptions Line = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    /// <summary>Writes it. The file has its name only once it is whole.</summary>
    /// <param name="to">A file that is not there yet.</param>
    /// <param name="client">Whose; null for the whole studio.</param>
    /// <param name="now">When.</param>
    /// <param name="said">Hears how far it has come.</param>
    /// <param name="stop">Gives it up.</param>
    /// <exception cref="ExportException">It could not be written.</exception>
    public async Task<ExportManifest> WriteAsync(
        string to,
        Guid? client,
        DateTimeOffset now,
        IProgress<Progress>? said,
        CancellationToken stop
    )
    {
        if (File.Exists(to) || Directory.Exists(to))
            throw new ExportException(
                $"{to} is there already. Name a file that is not there yet; nothing was written."
            );
        var part = to + Unfinished;
        try
        {
            File.Delete(part);
            await using var connection = Open();
            await using var snapshot = (SqliteTransaction)await connection.BeginTransactionAsync(stop);
            await using var db = Context(connection);
            await db.Database.UseTransactionAsync(snapshot, stop);
            ExportManifest manifest;
            await using (var file = new FileStream(part, FileMode.CreateNew))
            {
                using (var zip = new ZipArchive(file, ZipArchiveMode.Create, leaveOpen: true))
                    manifest = await PackAsync(zip, db, connection, client, now, said, stop);
                file.Flush(flushToDisk: true);
            }

            DurableFiles.Name(part, to);
            return manifest;
        }
        catch (Exception e) when (DiskRoom.SaysNo(e) || e is SqliteException)
        {
            throw new ExportException(
                $"The export could not be written to {to}: {e.Message.TrimEnd('.')}. Nothing was changed. See that the disk has room, then try again.",
                e
            );
        }
        finally
        {
            File.Delete(part);
        }
    }

    private SqliteConnection Open()
    {
        var file = Path.Combine(studio, StudioDatabase.FileName);
        if (!File.Exists(file))
            throw new ExportException($"There is no studio in {studio}. Name the folder that it lies in.");
        var form = StudioForm.Read(file, check: false);
        if (StudioOpening.Unknown(form) is not null)
            throw new ExportException($"The studio in {studio} is of a later version of Deft Stride. Use that one.");
        if (StudioOpening.Latest != form.Applied[^1])
            throw new ExportException(
                $"The studio in {studio} is of an earlier version. Serve it once with this one, then take it out."
            );
        var connection = new SqliteConnection(StudioDatabase.Reading(file));
        connection.Open();
        StudioForm.LeaveLog(connection);
        return connection;
    }

    private static StudioContext Context(SqliteConnection connection) =>
        new(
            new DbContextOptionsBuilder<StudioContext>()
                .UseSqlite(connection)
                .UseQueryTrackingBehavior(QueryTrackingBehavior.NoTracking)
                .Options
        );

    private async Task<ExportManifest> PackAsync(
        ZipArchive zip,
        StudioContext db,
        SqliteConnection connection,
        Guid? client,
        DateTimeOffset now,
        IProgress<Progress>? said,
        CancellationToken stop
    )
    {
        var name = client is { } id
            ? await db.Clients.Where(c => c.Id == id).Select(c => c.Name).FirstOrDefaultAsync(stop)
            : await db.Studios.OrderBy(s => s.CreatedAt).Select(s => s.Name).FirstOrDefaultAsync(stop);
        if (name is null)
            throw new ExportException(
                client is null ? $"There is no studio in {studio} yet." : "This client is not here any more."
            );
        var (media, missing) = await MediaAsync(db, client, stop);
        DiskRoom.Need(
            studio,
            media.Sum(m => m.File.Bytes) + new FileInfo(Path.Combine(studio, StudioDatabase.FileName)).Length,
            s => new ExportException(s)
        );
        var files = new List<BackupFile>();
        var rows = new List<ExportedRows>();
        using (var text = ExportGuide.Open())
            files.Add(Add(zip, ExportGuide.FileName, text));
        var all = ExportShape.Tables(db.Model);
        foreach (var table in all.Where(t => client is null || GoesWithClient(t)))
        {
            stop.ThrowIfCancellationRequested();
            var (file, count) = Rows(zip, connection, table, all, client, stop);
            files.Add(file);
            rows.Add(new(table.Table, table.File, count, table.Fields.ToDictionary(f => f.Name, f => f.Kind)));
        }

        foreach (var table in tables)
        {
            // Written to memory first: what is being written knows nothing of zips, and a table is small beside its records.
            using var memory = new MemoryStream();
            await table.WriteAsync(db, client, memory, stop);
            memory.Position = 0;
            files.Add(Add(zip, $"tables/{table.Name}.csv", memory));
        }

        var (done, of) = (0L, media.Sum(m => m.File.Bytes));
        foreach (var (file, place) in media)
        {
            stop.ThrowIfCancellationRequested();
            await using var from = Reading(place);
            // Pictures and films are packed already.
            if (Add(zip, file.Path, from, CompressionLevel.NoCompression) != file)
                throw new ExportException($"{file.Path} changed while it was written. Check the disk, then try again.");
            files.Add(file);
            said?.Report(new Progress(done += file.Bytes, of));
        }

        var manifest = new ExportManifest(
            ExportManifest.Kind,
            ExportManifest.Current,
            now,
            name,
            client,
            StudioOpening.Latest,
            rows,
            files,
            missing
        );
        using (var entry = Entry(zip, ExportManifest.FileName, CompressionLevel.Optimal))
            entry.Write(manifest.Write());
        return manifest;
    }

    private static bool GoesWithClient(ExportTable table) =>
        table.OfClient
        || table.Type == typeof(ClientRecord)
        || table.Type == typeof(CoachRecord)
        || table.Type == typeof(EditFact);

    /// <summary>The rows of a table as lines.</summary>
    private static (BackupFile File, long Rows) Rows(
        ZipArchive zip,
        SqliteConnection connection,
        ExportTable table,
        IReadOnlyList<ExportTable> all,
        Guid? client,
        CancellationToken stop
    )
    {
        using var command = connection.CreateCommand();
        var columns = string.Join(", ", table.Fields.Select(f => $"t.\"{f.Column}\""));
        var order = string.Join(", ", table.Order.Select(c => $"t.\"{c}\""));
        command.CommandText = $"SELECT {columns} FROM \"{table.Table}\" t {Which(table, all, client)} ORDER BY {order}";
        if (client is { } id)
        {
            command.Parameters.AddWithValue("$client", id);
            command.Parameters.AddWithValue("$at", id.ToString());
        }

        using var reader = command.ExecuteReader();
        using var entry = Entry(zip, table.File, CompressionLevel.Optimal);
        using var summed = new SummingStream(entry);
        using var buffer = new MemoryStream();
        using var writer = new Utf8JsonWriter(buffer, Line);
        var rows = 0L;
        while (reader.Read())
        {
            stop.ThrowIfCancellationRequested();
            buffer.SetLength(0);
            writer.Reset();
            writer.WriteStartObject();
            for (var i = 0; i < table.Fields.Count; i++)
                Write(writer, table.Fields[i], reader, i);
            writer.WriteEndObject();
            writer.Flush();
            buffer.WriteByte((byte)'\n');
            summed.Write(buffer.GetBuffer(), 0, (int)buffer.Length);
            rows++;
        }

        return (new BackupFile(table.File, summed.Length, summed.Sum()), rows);
    }

    /// <summary>Of a client: their rows, the studio's changes that were made for them, and the coaches whom those name.</summary>
    private static string Which(ExportTable table, IReadOnlyList<ExportTable> all, Guid? client) =>
        client is null ? ""
        : table.Type == typeof(ClientRecord) ? "WHERE t.\"Id\" = $client"
        : table.Type == typeof(EditFact) ? "WHERE t.\"At\" = $at"
        : table.Type == typeof(CoachRecord) ? $"WHERE t.\"Id\" IN ({Coaches(all)})"
        : "WHERE t.\"ClientId\" = $client";

    /// <summary>The coaches whom rows of the client name.</summary>
    private static string Coaches(IEnumerable<ExportTable> all) =>
        string.Join(
            " UNION ",
            all.Where(t => typeof(ClientFact).IsAssignableFrom(t.Type))
                .Select(t => $"SELECT \"CoachId\" FROM \"{t.Table}\" WHERE \"ClientId\" = $client")
                .Append("SELECT \"CoachId\" FROM \"Edits\" WHERE \"At\" = $at")
                .Append("SELECT \"CoachId\" FROM \"Clients\" WHERE \"Id\" = $client")
        );

    private static void Write(Utf8JsonWriter to, ExportField field, SqliteDataReader from, int i)
    {
        // What is empty is left out: a column that a later version adds changes no line of an earlier one.
        if (from.IsDBNull(i))
            return;
        to.WritePropertyName(field.Name);
        switch (field.Kind)
        {
            case FieldKind.Id:
                to.WriteStringValue(from.GetGuid(i));
                break;
            case FieldKind.Instant:
                to.WriteStringValue(ExportInstant.Write(from.GetInt64(i)));
                break;
            case FieldKind.Flag:
                to.WriteBooleanValue(from.GetInt64(i) != 0);
                break;
            case FieldKind.Whole:
                to.WriteNumberValue(from.GetInt64(i));
                break;
            case FieldKind.Number:
                to.WriteNumberValue(from.GetDouble(i));
                break;
            case FieldKind.Json when Document(from.GetString(i)) is { } document:
                to.WriteRawValue(document, skipInputValidation: true);
                break;
            default:
                to.WriteStringValue(from.GetString(i));
                break;
        }
    }

    /// <summary>A text on one line if it is an object or a list in JSON, else null. Between its parts a line's end says nothing.</summary>
    private static string? Document(string text)
    {
        if (text is not ['{' or '[', ..])
            return null;
        try
        {
            using var read = JsonDocument.Parse(text);
            return text.ReplaceLineEndings(" ");
        }
        catch (JsonException)
        {
            return null;
        }
    }

    /// <summary>Every picture and film that goes out, once each, with the day on which it came; and what nobody has.</summary>
    private async Task<(List<(BackupFile File, string Place)> Files, List<string> Missing)> MediaAsync(
        StudioContext db,
        Guid? client,
        CancellationToken stop
    )
    {
        var pictures = await db.StandingPictures()
            .Where(p => client == null || p.ClientId == client)
            .OrderBy(p => p.Sequence)
            .Select(p => new { p.Hash, p.RecordedAt })
            .ToListAsync(stop);
        var films = await db.StandingFilms()
            .Where(f => client == null || f.ClientId == client)
            .OrderBy(f => f.Sequence)
            .Select(f => new
            {
                f.Hash,
                f.RecordedAt,
                f.Type,
            })
            .ToListAsync(stop);
        var (files, missing) = (new List<(BackupFile, string)>(), new List<string>());
        foreach (
            var (kind, hash, at, ending, kept) in pictures
                .Select(p => ("pictures", p.Hash, p.RecordedAt, "webp", ".webp"))
                .Concat(films.Select(f => ("films", f.Hash, f.RecordedAt, ExportedMedia.Ending(f.Type), ".film")))
                .DistinctBy(m => (m.Item1, m.Hash))
        )
        {
            stop.ThrowIfCancellationRequested();
            var place = Path.Combine(studio, kind, hash[..2], hash + kept);
            if (!File.Exists(place) || await SumAsync(place, stop) != hash)
            {
                missing.Add(hash);
                continue;
            }

            var path = ExportedMedia.Path(kind, at, hash, ending);
            files.Add((new BackupFile(path, new FileInfo(place).Length, hash), place));
        }

        return (files, missing);
    }

    /// <summary>Whoever sweeps it away meanwhile is not held up.</summary>
    private static FileStream Reading(string place) =>
        new(place, FileMode.Open, FileAccess.Read, FileShare.ReadWrite | FileShare.Delete, 1 << 18);

    private static async Task<string> SumAsync(string place, CancellationToken stop)
    {
        await using var from = Reading(place);
        return Convert.ToHexStringLower(await SHA256.HashDataAsync(from, stop));
    }

    private static BackupFile Add(
        ZipArchive zip,
        string path,
        Stream from,
        CompressionLevel level = CompressionLevel.Optimal
    )
    {
        using var entry = Entry(zip, path, level);
        using var summed = new SummingStream(entry);
        from.CopyTo(summed, 1 << 18);
        return new BackupFile(path, summed.Length, summed.Sum());
    }

    private static Stream Entry(ZipArchive zip, string path, CompressionLevel level)
    {
        var entry = zip.CreateEntry(Root + path, level);
        entry.LastWriteTime = NoTime;
        return entry.Open();
    }
}
