using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Security.Cryptography;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Exports;
using DeftStride.Data.Opening;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>What is taken out comes in as it was: a studio into a folder, a client into a studio. Whatever else comes is refused and changes nothing.</summary>
public sealed class ExportTests : IDisposable
{
    private const string Name = "Bram Hartnell";
    private const string Root = "deft-stride/";

    private readonly string _away = Directory.CreateTempSubdirectory("deft-stride-away-").FullName;
    private readonly StudioUnderTest _studio = new(before: folder => DemoFolder.CopyTo(folder, null), demo: true);

    public void Dispose()
    {
        _studio.Dispose();
        Directory.Delete(_away, recursive: true);
    }

    private string Away(string name) => Path.Combine(_away, name);

    private async Task<Guid> ClientAsync(string name = Name) =>
        Guid.Parse(Text((await _studio.GetAsync("/api/clients")).AsArray().Single(c => Text(c, "name") == name), "id"));

    private async Task<byte[]> OutAsync(Guid? client = null)
    {
        var address = client is null ? "/api/export.zip" : $"/api/clients/{client}/export.zip";
        using var answer = await _studio.Http.GetAsync(new Uri(address, UriKind.Relative));
        Assert.Equal(HttpStatusCode.OK, answer.StatusCode);
        Assert.Equal("application/zip", answer.Content.Headers.ContentType?.MediaType);
        return await answer.Content.ReadAsByteArrayAsync();
    }

    /// <summary>Every part of a zip by its path below its one folder.</summary>
    private static SortedDictionary<string, byte[]> Parts(byte[] zip)
    {
        using var archive = new ZipArchive(new MemoryStream(zip));
        var parts = new SortedDictionary<string, byte[]>(StringComparer.Ordinal);
        foreach (var entry in archive.Entries)
        {
            Assert.StartsWith(Root, entry.FullName, StringComparison.Ordinal);
            using var from = entry.Open();
            using var to = new MemoryStream();
            from.CopyTo(to);
            parts[entry.FullName[Root.Length..]] = to.ToArray();
        }

        return parts;
    }

    /// <summary>Packs parts as an export: with the right sums and lengths in its list unless told not to.</summary>
    private static byte[] Packed(
        SortedDictionary<string, byte[]> parts,
        bool summed = true,
        Action<JsonObject>? edit = null
    )
    {
        var list = JsonNode.Parse(parts["export.json"])!.AsObject();
        if (summed)
        {
            list["files"] = new JsonArray([
                .. parts
                    .Where(p => p.Key != "export.json")
                    .Select(p => new JsonObject
                    {
                        ["path"] = p.Key,
                        ["bytes"] = p.Value.Length,
                        ["sha256"] = Convert.ToHexStringLower(SHA256.HashData(p.Value)),
                    }),
            ]);
            foreach (var rows in list["rows"]!.AsArray())
            {
                if (parts.TryGetValue(Text(rows, "file"), out var lines))
                    rows!["rows"] = lines.Count(b => b == '\n');
            }
        }

        edit?.Invoke(list);
        using var zip = new MemoryStream();
        using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
        {
            foreach (var (path, content) in parts)
            {
                using var to = archive.CreateEntry(Root + path).Open();
                to.Write(path == "export.json" ? Encoding.UTF8.GetBytes(list.ToJsonString()) : content);
            }
        }

        return zip.ToArray();
    }

    private static void Same(byte[] one, byte[] other)
    {
        var (a, b) = (Parts(one), Parts(other));
        Assert.Equal(a.Keys, b.Keys);
        foreach (var (path, content) in a.Where(p => p.Key != "export.json"))
            Assert.True(content.AsSpan().SequenceEqual(b[path]), $"{path} differs.");
        var (first, second) = (
            JsonNode.Parse(a["export.json"])!.AsObject(),
            JsonNode.Parse(b["export.json"])!.AsObject()
        );
        first.Remove("at");
        second.Remove("at");
        Assert.Equal(first.ToJsonString(), second.ToJsonString());
    }

    private static string Lines(SortedDictionary<string, byte[]> parts, string table) =>
        Encoding.UTF8.GetString(parts[$"records/{table}.jsonl"]);

    private async Task<(HttpStatusCode Status, JsonNode? Said)> InAsync(byte[] zip)
    {
        using var body = new ByteArrayContent(zip);
        body.Headers.ContentType = new("application/zip");
        using var answer = await _studio.Http.PostAsync(new Uri("/api/arrivals", UriKind.Relative), body);
        return (answer.StatusCode, JsonNode.Parse(await answer.Content.ReadAsStringAsync()));
    }

    private static async Task<(int? Code, string Said)> CommandAsync(params string[] args)
    {
        await using var said = new StringWriter();
        return (await Commands.CommandLine.TryRunAsync(args, said, said), $"{said}");
    }

    /// <summary>Everything that the studio holds of a client as its pages say it.</summary>
    private async Task<string> PageAsync(Guid client)
    {
        var page = await _studio.GetAsync($"/api/clients/{client}");
        var logs = await _studio.GetAsync($"/api/clients/{client}/logs");
        return page.ToJsonString() + logs.ToJsonString();
    }

    private async Task<T> ReadAsync<T>(Func<StudioContext, Task<T>> read)
    {
        await using var scope = _studio.Services.CreateAsyncScope();
        return await read(scope.ServiceProvider.GetRequiredService<StudioContext>());
    }

    [Fact]
    public async Task A_studio_comes_in_as_it_went_out_to_the_last_byte_but_for_the_time()
    {
        var first = await OutAsync();
        await File.WriteAllBytesAsync(Away("studio.zip"), first);
        var (code, said) = await CommandAsync("import", Away("studio.zip"), "--dry-run");
        Assert.True(code == 0, said);
        Assert.Contains("Nothing was kept", said, StringComparison.Ordinal);
        Assert.Empty(Directory.GetDirectories(_away));

        (code, said) = await CommandAsync("import", Away("studio.zip"), "--to", Away("new"));
        Assert.True(code == 0, said);
        Assert.Contains("asks for an owner", said, StringComparison.Ordinal);
        (code, said) = await CommandAsync("export", Away("again.zip"), "--data", Away("new"));
        Assert.True(code == 0, said);
        Same(first, await File.ReadAllBytesAsync(Away("again.zip")));

        // Once more to the same place is refused, and what is there stays.
        (code, said) = await CommandAsync("import", Away("studio.zip"), "--to", Away("new"));
        Assert.Equal(1, code);
        Assert.Contains("is not empty", said, StringComparison.Ordinal);
        StudioSound.Look(Away("new"), CancellationToken.None);
    }

    [Fact]
    public async Task No_way_in_goes_out_and_an_imported_studio_asks_for_an_owner()
    {
        await _studio.InvitedAsync("Tamsin Vale", "coach", "slow lunges on sand");
        var secrets = await ReadAsync(async db =>
            (string[])
                [
                    .. (await db.People.Select(p => p.PasswordHash).ToListAsync()).OfType<string>(),
                    .. await db.Calendars.Select(c => c.TokenHash).ToListAsync(),
                    .. await db.Invitations.Select(c => c.CodeHash).ToListAsync(),
                ]
        );
        Assert.NotEmpty(secrets);
        var zip = await OutAsync();
        foreach (var (path, content) in Parts(zip))
            Assert.All(secrets, s => Assert.True(content.AsSpan().IndexOf(Encoding.UTF8.GetBytes(s)) < 0, path));
        await File.WriteAllBytesAsync(Away("studio.zip"), zip);
        new StudioImport(Away("studio.zip")).Into(Away("new"), null, CancellationToken.None);
        using var other = new StudioUnderTest(
            before: folder =>
            {
                Directory.Delete(folder);
                Directory.Move(Away("new"), folder);
            },
            signIn: false
        );
        var door = await other.GetAsync("/api/door");
        Assert.Equal("first", Text(door, "state"));
        other.SignIn();
        Assert.Equal(
            (await _studio.GetAsync("/api/clients")).AsArray().Select(c => Text(c, "name")),
            (await other.GetAsync("/api/clients")).AsArray().Select(c => Text(c, "name"))
        );
        var client = await ClientAsync();
        var looks = await other.GetAsync($"/api/clients/{client}");
        Assert.Equal(
            (await _studio.GetAsync($"/api/clients/{client}"))["checks"]!.ToJsonString(),
            looks["checks"]!.ToJsonString()
        );
    }

    [Fact]
    public async Task A_client_leaves_is_erased_and_comes_back_with_everything_and_nothing_of_anybody_else()
    {
        var client = await ClientAsync();
        var (before, zip) = (await PageAsync(client), await OutAsync(client));
        var parts = Parts(zip);
        var others = (await _studio.GetAsync("/api/clients"))
            .AsArray()
            .Select(c => Text(c, "name"))
            .Where(n => n != Name)
            .ToArray();
        Assert.NotEmpty(others);
        foreach (var (path, content) in parts.Where(p => !p.Key.EndsWith("README.md", StringComparison.Ordinal)))
            Assert.All(others, o => Assert.True(content.AsSpan().IndexOf(Encoding.UTF8.GetBytes(o)) < 0, path));
        Assert.DoesNotContain("records/studios.jsonl", parts.Keys);
        var pictures = parts.Keys.Count(p => p.StartsWith("pictures/", StringComparison.Ordinal));
        Assert.True(pictures > 0);

        // While they are here nothing is taken in over them.
        var (status, said) = await InAsync(zip);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Contains("already", Text(said, "inTheWay"), StringComparison.Ordinal);
        await _studio.SendAsync(HttpMethod.Post, $"/api/arrivals/{Text(said, "id")}", new { }, HttpStatusCode.Conflict);

        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/clients/{client}/erasure",
            new { name = Name },
            HttpStatusCode.OK
        );
        Assert.False(
            Directory.Exists(Path.Combine(_studio.Folder, "passing"))
                && Directory.EnumerateFileSystemEntries(Path.Combine(_studio.Folder, "passing")).Any()
        );
        var later = Parts(await OutAsync());
        foreach (var (path, content) in later)
            Assert.True(content.AsSpan().IndexOf(Encoding.UTF8.GetBytes(Name)) < 0, path);

        (status, said) = await InAsync(zip);
        Assert.Equal(HttpStatusCode.OK, status);
        Assert.Null(said!["inTheWay"]);
        Assert.Equal(pictures, said["pictures"]!.GetValue<int>());
        Assert.Contains(
            said["notes"]!.AsArray(),
            n => n!.GetValue<string>().Contains("erased here", StringComparison.Ordinal)
        );
        // Looked at and not taken in: nothing is here.
        Assert.DoesNotContain(Name, (await _studio.GetAsync("/api/clients")).ToJsonString(), StringComparison.Ordinal);
        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/arrivals/{Text(said, "id")}",
            new { },
            HttpStatusCode.NoContent
        );

        Assert.Equal(before, await PageAsync(client));
        Same(zip, await OutAsync(client));
        var picture = await ReadAsync(db =>
            db.Pictures.Where(p => p.ClientId == client).Select(p => p.Id).FirstAsync()
        );
        Assert.Equal(
            HttpStatusCode.OK,
            (await _studio.Http.GetAsync(new Uri($"/api/pictures/{picture}", UriKind.Relative))).StatusCode
        );
        // No device is told to forget them, and the log says what was done.
        Assert.Empty((await _studio.GetAsync("/api/door"))["erased"]!.AsArray());
        Assert.NotEmpty((await _studio.GetAsync("/api/deeds?deed=broughtIn"))["deeds"]!.AsArray());
        _studio.Restart();
        Assert.Equal(before, await PageAsync(client));

        // And may leave again.
        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/clients/{client}/erasure",
            new { name = Name },
            HttpStatusCode.OK
        );
        Assert.Equal(
            [client],
            (await _studio.GetAsync("/api/door"))["erased"]!.AsArray().Select(e => e!.GetValue<Guid>())
        );
        _studio.Restart();
        Assert.DoesNotContain(Name, (await _studio.GetAsync("/api/clients")).ToJsonString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_client_moves_to_another_studio_and_the_coaches_whom_records_name_come_along_without_a_way_in()
    {
        var client = await ClientAsync();
        var zip = await OutAsync(client);
        using var other = new StudioUnderTest();
        await other.ClientAsync(Name);

        using var body = new ByteArrayContent(zip);
        using var answer = await other.Http.PostAsync(new Uri("/api/arrivals", UriKind.Relative), body);
        var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync());
        Assert.True(answer.IsSuccessStatusCode, $"{said}");
        Assert.Contains(
            said!["notes"]!.AsArray(),
            n => n!.GetValue<string>().Contains("without a way in", StringComparison.Ordinal)
        );
        Assert.Contains(
            said!["notes"]!.AsArray(),
            n => n!.GetValue<string>().Contains("side by side", StringComparison.Ordinal)
        );
        await other.SendAsync(HttpMethod.Post, $"/api/arrivals/{Text(said, "id")}", new { }, HttpStatusCode.NoContent);
        using var out2 = await other.Http.GetAsync(new Uri($"/api/clients/{client}/export.zip", UriKind.Relative));
        Same(zip, await out2.Content.ReadAsByteArrayAsync());
        // What is written after them lies after them.
        var id = await other.ClientAsync("Later Comer");
        Assert.NotEqual(client, id);
        other.Restart();
        Assert.Equal(3, (await other.GetAsync("/api/clients")).AsArray().Count);
    }

    [Fact]
    public async Task A_clock_that_was_ahead_elsewhere_takes_this_studio_nowhere()
    {
        var parts = Parts(await OutAsync(await ClientAsync()));
        var ahead = DateTimeOffset.UtcNow.AddYears(3).UtcTicks;
        var lines = Lines(parts, "logs")
            .TrimEnd('\n')
            .Split('\n')
            .Select(
                (l, i) =>
                {
                    var log = JsonNode.Parse(l)!;
                    log["sequence"] = ahead + i;
                    return log.ToJsonString();
                }
            )
            .ToArray();
        Assert.True(lines.Length > 1);
        parts["records/logs.jsonl"] = Encoding.UTF8.GetBytes(string.Join('\n', lines) + "\n");
        using var other = new StudioUnderTest();
        using var body = new ByteArrayContent(Packed(parts));
        using var answer = await other.Http.PostAsync(new Uri("/api/arrivals", UriKind.Relative), body);
        var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync());
        Assert.True(answer.IsSuccessStatusCode, $"{said}");
        Assert.Contains(
            said!["notes"]!.AsArray(),
            n => n!.GetValue<string>().Contains("ahead", StringComparison.Ordinal)
        );
        await other.SendAsync(HttpMethod.Post, $"/api/arrivals/{Text(said, "id")}", new { }, HttpStatusCode.NoContent);
        await using var scope = other.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        var placed = await db.Logs.OrderBy(l => l.Sequence).Select(l => new { l.Id, l.Sequence }).ToListAsync();
        Assert.All(placed, p => Assert.True(p.Sequence < DateTimeOffset.UtcNow.AddDays(1).UtcTicks));
        Assert.Equal(lines.Select(l => Guid.Parse(Text(JsonNode.Parse(l), "id"))), placed.Select(p => p.Id));
    }

    public static TheoryData<string> BadFiles() =>
        [
            "text",
            "cut",
            "line changed",
            "line cut",
            "line no json",
            "field unknown",
            "value of another kind",
            "choice that there is not",
            "the same twice",
            "rests on nothing",
            "somebody else",
            "a way in",
            "list gone",
            "list garbled",
            "part gone",
            "later schema",
            "later form",
            "climbs out",
            "hash climbs out",
            "picture nobody names",
            "picture is a page",
            "longer than said",
            "no name",
            "other studio's own",
            "two clients",
            "kind swapped",
            "no place",
            "settings damaged",
        ];

    /// <summary>An export of a client with one thing wrong.</summary>
    private static byte[] Bad(string what, byte[] good)
    {
        var parts = Parts(good);
        byte[] Text(string text) => Encoding.UTF8.GetBytes(text);
        void Edit(string table, Func<JsonObject, JsonObject> edit)
        {
            var lines = Lines(parts, table).TrimEnd('\n').Split('\n');
            lines[0] = edit(JsonNode.Parse(lines[0])!.AsObject()).ToJsonString();
            parts[$"records/{table}.jsonl"] = Text(string.Join('\n', lines) + "\n");
        }

        JsonObject With(JsonObject line, string field, JsonNode? value)
        {
            line[field] = value;
            return line;
        }

        var picture = parts.Keys.First(p => p.StartsWith("pictures/", StringComparison.Ordinal));
        switch (what)
        {
            case "text":
                return Text("my clients");
            case "cut":
                return good[..(good.Length / 2)];
            case "line changed":
                Edit("clients", l => With(l, "goal", "To fly"));
                return Packed(parts, summed: false);
            case "line cut":
                parts["records/logs.jsonl"] = parts["records/logs.jsonl"][..^20];
                return Packed(parts);
            case "line no json":
                parts["records/logs.jsonl"] = [.. parts["records/logs.jsonl"], .. Text("{\"id\":\n")];
                return Packed(parts);
            case "field unknown":
                Edit("clients", l => With(l, "shoe", "42"));
                return Packed(parts);
            case "value of another kind":
                Edit("clients", l => With(l, "createdAt", 12));
                return Packed(parts);
            case "choice that there is not":
                Edit("clients", l => With(l, "school", "Hopping"));
                return Packed(parts);
            case "the same twice":
                parts["records/clients.jsonl"] = [.. parts["records/clients.jsonl"], .. parts["records/clients.jsonl"]];
                return Packed(parts);
            case "rests on nothing":
                Edit("decisions", l => With(l, "checkId", $"{Guid.NewGuid()}"));
                return Packed(parts);
            case "somebody else":
                Edit("logs", l => With(l, "clientId", $"{Guid.NewGuid()}"));
                return Packed(parts);
            case "a way in":
                parts["records/people.jsonl"] = Text($"{{\"id\":\"{Guid.NewGuid()}\",\"role\":\"Owner\"}}\n");
                return Packed(
                    parts,
                    edit: l =>
                        l["rows"]!
                            .AsArray()
                            .Add(
                                new JsonObject
                                {
                                    ["table"] = "People",
                                    ["file"] = "records/people.jsonl",
                                    ["rows"] = 1,
                                    ["fields"] = new JsonObject { ["id"] = "id", ["role"] = "text" },
                                }
                            )
                );
            case "list gone":
                using (var zip = new MemoryStream())
                {
                    using (var archive = new ZipArchive(zip, ZipArchiveMode.Create, leaveOpen: true))
                        archive.CreateEntry("holiday.txt").Open().Dispose();
                    return zip.ToArray();
                }

            case "list garbled":
                return Packed(parts, edit: l => l["rows"] = "none");
            case "part gone":
                parts.Remove("records/logs.jsonl");
                return Packed(parts, summed: false);
            case "later schema":
                return Packed(parts, edit: l => l["schema"] = 99);
            case "later form":
                return Packed(parts, edit: l => l["form"] = "29990101000000_Later");
            case "climbs out":
                parts["../../outside.webp"] = parts[picture];
                return Packed(parts);
            case "hash climbs out":
                Edit("pictures", l => With(l, "hash", "../../../../outside"));
                return Packed(parts);
            case "picture nobody names":
                parts["pictures/2026-01-01-0123456789abcdef.webp"] = parts[picture][..^1];
                return Packed(parts);
            case "picture is a page":
                var page = Text("<script>alert(1)</script>");
                var hash = Convert.ToHexStringLower(SHA256.HashData(page));
                Edit("pictures", l => With(l, "hash", hash));
                parts[$"pictures/2026-01-01-{hash[..16]}.webp"] = page;
                return Packed(parts);
            case "longer than said":
                return Packed(
                    parts,
                    edit: l =>
                    {
                        foreach (
                            var file in l["files"]!.AsArray().Where(f => StudioUnderTest.Text(f, "path") == picture)
                        )
                            file!["bytes"] = 10;
                    }
                );
            case "no name":
                Edit("clients", l => With(l, "name", "  "));
                return Packed(parts);
            case "other studio's own":
                var edit = new JsonObject
                {
                    ["id"] = $"{Guid.NewGuid()}",
                    ["at"] = "",
                    ["body"] = new JsonObject { ["form"] = 1 },
                    ["coachId"] = StudioUnderTest.Text(JsonNode.Parse(Lines(parts, "coaches").Split('\n')[0]), "id"),
                    ["kind"] = "setting",
                    ["recordedAt"] = "2026-11-24T18:05:00.0000000Z",
                    ["sequence"] = 1,
                    ["subject"] = "films",
                };
                parts["records/edits.jsonl"] = Text(edit.ToJsonString() + "\n");
                return Packed(parts);
            case "two clients":
                var second = JsonNode.Parse(Lines(parts, "clients").TrimEnd('\n'))!.AsObject();
                second["id"] = $"{Guid.NewGuid()}";
                parts["records/clients.jsonl"] =
                [
                    .. parts["records/clients.jsonl"],
                    .. Text(second.ToJsonString() + "\n"),
                ];
                return Packed(parts);
            case "kind swapped":
                return Packed(
                    parts,
                    edit: l =>
                        l["rows"]!.AsArray().Single(r => StudioUnderTest.Text(r, "table") == "Clients")!["fields"]![
                            "id"
                        ] = "text"
                );
            case "no place":
                Edit("logs", l => With(l, "sequence", 0));
                return Packed(parts);
            case "settings damaged":
                Edit("clients", l => With(l, "settings", new JsonObject { ["form"] = 1, ["options"] = 7 }));
                return Packed(parts);
            default:
                throw new ArgumentOutOfRangeException(nameof(what), what, null);
        }
    }

    [Fact]
    public async Task What_is_no_whole_export_is_refused_with_a_sentence_and_changes_nothing()
    {
        var client = await ClientAsync();
        var good = await OutAsync(client);
        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/clients/{client}/erasure",
            new { name = Name },
            HttpStatusCode.OK
        );
        var (fine, _) = await InAsync(good);
        Assert.Equal(HttpStatusCode.OK, fine);
        var before = Tree();
        foreach (var what in BadFiles())
        {
            var (status, said) = await InAsync(Bad(what, good));
            Assert.True(status == HttpStatusCode.BadRequest, $"{what}: {status} {said}");
            var sentence = Text(said, "detail");
            Assert.True(sentence.EndsWith('.') && sentence.Length > 30, $"{what}: {sentence}");
            Assert.Equal(before, Tree());
        }

        Assert.False(File.Exists(Path.Combine(_studio.Folder, "..", "outside.webp")));
    }

    /// <summary>What lies in the studio's folder, but for what passes through and what is written all the time.</summary>
    private string[] Tree() =>
        [
            .. Directory
                .GetFiles(_studio.Folder, "*", SearchOption.AllDirectories)
                .Select(f => Path.GetRelativePath(_studio.Folder, f))
                .Where(f =>
                    f.StartsWith("pictures/", StringComparison.Ordinal)
                    || f.StartsWith("films/", StringComparison.Ordinal)
                    || f.StartsWith("passing/", StringComparison.Ordinal)
                )
                .Where(f =>
                    !f.Contains("/studio.db", StringComparison.Ordinal)
                    || f.StartsWith("passing/", StringComparison.Ordinal)
                )
                .Where(f =>
                    !f.StartsWith("passing/", StringComparison.Ordinal) || f.EndsWith(".came", StringComparison.Ordinal)
                )
                .Order(StringComparer.Ordinal),
        ];

    [Fact]
    public async Task An_export_that_is_answered_for_leaves_nothing_in_the_folder_and_a_start_takes_away_what_was_cut_off()
    {
        await OutAsync();
        await OutAsync(await ClientAsync());
        Assert.Empty(Directory.GetFileSystemEntries(Path.Combine(_studio.Folder, "passing")));
        using var again = new StudioUnderTest(before: folder =>
        {
            Directory.CreateDirectory(Path.Combine(folder, "passing", "half"));
            File.WriteAllText(Path.Combine(folder, "passing", "half", "studio.db"), Name);
        });
        Assert.False(Directory.Exists(Path.Combine(again.Folder, "passing")));
    }

    /// <summary>An export as a version of an earlier form would have made it: what its tables have of what goes out today.</summary>
    private static void WriteEarlier(string database, string to)
    {
        var form = StudioForm.Read(database);
        using var connection = new SqliteConnection(StudioDatabase.Reading(database));
        connection.Open();
        var parts = new SortedDictionary<string, byte[]>(StringComparer.Ordinal);
        var rows = new JsonArray();
        using var model = new StudioContext(
            new DbContextOptionsBuilder<StudioContext>().UseSqlite("Data Source=:memory:").Options
        );
        foreach (var table in ExportShape.Tables(model.Model))
        {
            var columns = StudioForm.Column(connection, $"SELECT name FROM pragma_table_info('{table.Table}')");
            var fields = table.Fields.Where(f => columns.Contains(f.Column)).ToArray();
            if (fields.Length == 0)
                continue;
            using var command = connection.CreateCommand();
            command.CommandText =
                $"SELECT {string.Join(", ", fields.Select(f => $"\"{f.Column}\""))} FROM \"{table.Table}\" ORDER BY rowid";
            using var reader = command.ExecuteReader();
            var lines = new StringBuilder();
            while (reader.Read())
            {
                var line = new JsonObject();
                for (var i = 0; i < fields.Length; i++)
                {
                    if (!reader.IsDBNull(i))
                        line[fields[i].Name] = fields[i].Kind switch
                        {
                            FieldKind.Id => $"{reader.GetGuid(i)}",
                            FieldKind.Instant => new DateTime(reader.GetInt64(i), DateTimeKind.Utc).ToString(
                                "yyyy-MM-ddTHH:mm:ss.fffffffZ",
                                CultureInfo.InvariantCulture
                            ),
                            FieldKind.Flag => reader.GetInt64(i) != 0,
                            FieldKind.Whole => reader.GetInt64(i),
                            FieldKind.Number => reader.GetDouble(i),
                            _ => reader.GetString(i),
                        };
                }

                lines.Append(line.ToJsonString()).Append('\n');
            }

            parts[table.File] = Encoding.UTF8.GetBytes($"{lines}");
            rows.Add(
                new JsonObject
                {
                    ["table"] = table.Table,
                    ["file"] = table.File,
                    ["rows"] = 0,
                    ["fields"] = new JsonObject(
                        fields.Select(f =>
                            KeyValuePair.Create(f.Name, (JsonNode?)JsonNamingPolicy.CamelCase.ConvertName($"{f.Kind}"))
                        )
                    ),
                }
            );
        }

        parts["export.json"] = Encoding.UTF8.GetBytes(
            new JsonObject
            {
                ["format"] = "deft-stride-export",
                ["schema"] = 1,
                ["at"] = "2026-11-24T18:05:00Z",
                ["name"] = "Earlier",
                ["client"] = null,
                ["form"] = form.Applied[^1],
                ["rows"] = rows,
                ["files"] = new JsonArray(),
                ["missing"] = new JsonArray(),
            }.ToJsonString()
        );
        File.WriteAllBytes(to, Packed(parts));
    }

    [Theory]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    public async Task An_export_of_an_earlier_form_comes_in_through_the_same_steps_as_a_studio_of_that_form(int number)
    {
        var opened = Directory.CreateDirectory(Away("opened")).FullName;
        var file = Path.Combine(opened, StudioDatabase.FileName);
        await using (
            var packed = new GZipStream(
                File.OpenRead(Path.Combine(AppContext.BaseDirectory, "Kept", $"studio-form-{number}.db.gz")),
                CompressionMode.Decompress
            )
        )
        await using (var to = File.Create(file))
            await packed.CopyToAsync(to);
        // The tables of that form, as they were called before there were exports, are brought up to the first form that has today's names.
        await using (
            var earlier = new StudioContext(
                new DbContextOptionsBuilder<StudioContext>().UseSqlite($"Data Source={file};Pooling=False").Options
            )
        )
            await earlier.GetService<IMigrator>().MigrateAsync("20261128044514_Plans");
        WriteEarlier(file, Away("earlier.zip"));
        new StudioOpening(opened, _ => { }, _ => "").Open(DateTimeOffset.UtcNow);
        var came = new StudioImport(Away("earlier.zip")).Into(Away("came"), null, CancellationToken.None);
        Assert.True(came.Rows.Sum(r => r.Rows) > 10);
        foreach (var folder in new[] { "opened", "came" })
            await new StudioExport(Away(folder), []).WriteAsync(
                Away($"{folder}.zip"),
                null,
                DateTimeOffset.UtcNow,
                null,
                CancellationToken.None
            );
        Same(await File.ReadAllBytesAsync(Away("opened.zip")), await File.ReadAllBytesAsync(Away("came.zip")));
    }

    [Fact]
    public async Task The_export_of_one_client_is_kept_and_comes_in_with_every_version()
    {
        // Made by the first version that could; never made anew.
        using var other = new StudioUnderTest();
        using var body = new ByteArrayContent(
            await File.ReadAllBytesAsync(Path.Combine(AppContext.BaseDirectory, "Kept", "client-export-1.zip"))
        );
        using var answer = await other.Http.PostAsync(new Uri("/api/arrivals", UriKind.Relative), body);
        var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync());
        Assert.True(answer.IsSuccessStatusCode, $"{said}");
        await other.SendAsync(HttpMethod.Post, $"/api/arrivals/{Text(said, "id")}", new { }, HttpStatusCode.NoContent);
        var page = await other.GetAsync($"/api/clients/{Text(said, "client")}");
        Assert.Equal(Text(said, "name"), Text(page["client"], "name"));
        Assert.Equal(said!["looks"]!.GetValue<int>(), page["checks"]!.AsArray().Count);
    }

    [Fact]
    public async Task By_command_one_client_is_taken_out_by_name_and_a_name_that_is_nobodys_is_said()
    {
        var (code, said) = await CommandAsync("export", Away("one.zip"), "--data", _studio.Folder, "--client", Name);
        Assert.True(code == 0, said);
        Same(await OutAsync(await ClientAsync()), await File.ReadAllBytesAsync(Away("one.zip")));
        (code, said) = await CommandAsync(
            "export",
            Away("two.zip"),
            "--data",
            _studio.Folder,
            "--client",
            "Nobody Here"
        );
        Assert.Equal(1, code);
        Assert.Contains("Nobody Here", said, StringComparison.Ordinal);
        (code, said) = await CommandAsync("import", Away("one.zip"), "--to", Away("new"));
        Assert.Equal(1, code);
        Assert.Contains("one client", said, StringComparison.Ordinal);
        Assert.False(Directory.Exists(Away("new")));
        (code, said) = await CommandAsync("export", Away("one.zip"), "--data", _studio.Folder);
        Assert.Equal(1, code);
        Assert.Contains("there already", said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Only_the_owner_takes_out_and_brings_in()
    {
        var client = await ClientAsync();
        _studio.Become(await _studio.InvitedAsync("Tamsin Vale", "coach", "slow lunges on sand"));
        foreach (var address in new[] { "/api/export.zip", $"/api/clients/{client}/export.zip" })
            Assert.Equal(
                HttpStatusCode.Forbidden,
                (await _studio.Http.GetAsync(new Uri(address, UriKind.Relative))).StatusCode
            );
        Assert.Equal(HttpStatusCode.Forbidden, (await InAsync([])).Status);
    }

    [Fact]
    public async Task Every_file_and_field_stands_in_the_text_that_goes_along_and_tables_are_tables()
    {
        var parts = Parts(await OutAsync());
        var guide = Encoding.UTF8.GetString(parts["README.md"]);
        var list = JsonNode.Parse(parts["export.json"])!;
        string[] everywhere =
        [
            "id",
            "clientId",
            "sequence",
            "recordedAt",
            "coachId",
            "supersedes",
            "version",
            "createdAt",
            "changedBy",
            "body",
        ];
        foreach (var rows in list["rows"]!.AsArray())
        {
            var name = Path.GetFileNameWithoutExtension(Text(rows, "file"));
            var line = guide
                .Split('\n')
                .SingleOrDefault(l =>
                    l.StartsWith("| `", StringComparison.Ordinal)
                    && l.Split('|')[1].Contains($"`{name}`", StringComparison.Ordinal)
                );
            Assert.True(line is not null, $"{name} is not in docs/export.md.");
            foreach (var field in rows!["fields"]!.AsObject().Select(f => f.Key).Except(everywhere))
                Assert.True(
                    line.Contains($"`{field}`", StringComparison.Ordinal),
                    $"{name}.{field} is not in docs/export.md."
                );
        }

        foreach (var (path, content) in parts.Where(p => p.Key.StartsWith("tables/", StringComparison.Ordinal)))
        {
            Assert.Contains($"`{Path.GetFileName(path)}`", guide, StringComparison.Ordinal);
            using var csv = new CsvHelper.CsvReader(
                new StreamReader(new MemoryStream(content)),
                CultureInfo.InvariantCulture
            );
            Assert.True(csv.Read() && csv.ReadHeader());
            while (csv.Read())
                Assert.Equal(csv.HeaderRecord!.Length, csv.Parser.Count);
        }

        // Every picture and film that is in it is named once in the table of them.
        var media = Encoding.UTF8.GetString(parts["tables/media.csv"]);
        Assert.All(
            parts.Keys.Where(p =>
                p.StartsWith("pictures/", StringComparison.Ordinal) || p.StartsWith("films/", StringComparison.Ordinal)
            ),
            p => Assert.Contains(p, media, StringComparison.Ordinal)
        );
        // What no table of the database is left out by a slip.
        var stays = new[]
        {
            "People",
            "PersonClaims",
            "PersonLogins",
            "PersonTokens",
            "Passkeys",
            "SignIns",
            "Invitations",
            "Calendars",
            "Seals",
            "Operations",
        };
        var all = await ReadAsync(db =>
            Task.FromResult(db.Model.GetEntityTypes().Where(t => !t.IsOwned()).Select(t => t.GetTableName()!).ToArray())
        );
        Assert.Equal(
            all.Except(stays).Order(StringComparer.Ordinal),
            list["rows"]!.AsArray().Select(r => Text(r, "table"))
        );
    }
}
