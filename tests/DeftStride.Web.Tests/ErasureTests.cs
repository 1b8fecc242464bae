using System.Net;
using System.Text;
using DeftStride.Browser;
using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Data.Opening;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>A client who leaves: nothing of them is found anywhere, and nothing of anybody else is touched.</summary>
public sealed class ErasureTests : IDisposable
{
    private const string Name = "Bram Hartnell";

    private readonly StudioUnderTest _studio = new(before: folder => DemoFolder.CopyTo(folder, null), demo: true);

    public void Dispose() => _studio.Dispose();

    private async Task<Guid> ClientAsync(string name = Name) =>
        Guid.Parse(Text((await _studio.GetAsync("/api/clients")).AsArray().Single(c => Text(c, "name") == name), "id"));

    private Task<System.Text.Json.Nodes.JsonNode?> EraseAsync(Guid client, string name = Name) =>
        _studio.SendAsync(HttpMethod.Post, $"/api/clients/{client}/erasure", new { name }, HttpStatusCode.OK);

    /// <summary>The files of the folder, backups left out, that hold one of these.</summary>
    private string[] Holding(params byte[][] what)
    {
        SqliteConnection.ClearAllPools();
        return
        [
            .. Directory
                .GetFiles(_studio.Folder, "*", SearchOption.AllDirectories)
                .Where(f =>
                    !f.Contains("/backups/", StringComparison.Ordinal) && !f.EndsWith(".lock", StringComparison.Ordinal)
                )
                .Where(f =>
                {
                    using var file = new FileStream(f, FileMode.Open, FileAccess.Read, FileShare.ReadWrite);
                    var content = new byte[file.Length];
                    file.ReadExactly(content);
                    return what.Any(w => content.AsSpan().IndexOf(w) >= 0);
                })
                .Select(f => Path.GetRelativePath(_studio.Folder, f)),
        ];
    }

    private static byte[] Bytes(string text) => Encoding.UTF8.GetBytes(text);

    private async Task<T> ReadAsync<T>(Func<StudioContext, Task<T>> read)
    {
        await using var scope = _studio.Services.CreateAsyncScope();
        return await read(scope.ServiceProvider.GetRequiredService<StudioContext>());
    }

    [Fact]
    public async Task Name_note_and_picture_are_found_in_no_file_and_in_no_later_backup_and_everybody_else_is_as_they_were()
    {
        var client = await ClientAsync();
        var note = "left calf felt odd 7f3a";
        await _studio.SendAsync(
            HttpMethod.Post,
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = "night-pain",
                note,
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        await _studio.PostAsync(
            "/api/clients",
            new
            {
                operationId = Guid.CreateVersion7(),
                id = Guid.CreateVersion7(),
                name = "Ilse Branwick",
                goal = "stairs",
                school = (string?)null,
            }
        );
        var goal = await ReadAsync(db => db.Clients.Where(c => c.Id == client).Select(c => c.Goal).FirstAsync());
        var hashes = await ReadAsync(db =>
            db.Pictures.Where(p => p.ClientId == client)
                .Select(p => p.Hash)
                .Concat(db.Films.Where(f => f.ClientId == client).Select(f => f.Hash))
                .ToListAsync()
        );
        Assert.NotEmpty(Holding(Bytes(Name)));
        Assert.NotEmpty(Holding(Bytes(note)));
        await _studio.SendAsync(HttpMethod.Post, "/api/backups", new { }, HttpStatusCode.NoContent);
        var others = await OthersAsync(client);

        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/clients/{client}/erasure",
            new { name = "Bram" },
            HttpStatusCode.BadRequest
        );
        await EraseAsync(client);

        Assert.Empty(Holding(Bytes(Name), Bytes(note)));
        Assert.True(goal.Length > 12);
        Assert.Empty(Holding(Bytes(goal)));
        var shared = await ReadAsync(db => db.Pictures.Select(p => p.Hash).ToListAsync());
        foreach (var hash in hashes.Except(shared))
            Assert.DoesNotContain(
                Directory.GetFiles(_studio.Folder, $"{hash}.*", SearchOption.AllDirectories),
                f => !f.Contains("/backups/", StringComparison.Ordinal)
            );
        Assert.Equal(others, await OthersAsync(client));
        // The tombstone, and who did it.
        Assert.Equal(
            [client],
            (await _studio.GetAsync("/api/door"))["erased"]!.AsArray().Select(e => e!.GetValue<Guid>())
        );
        Assert.Contains(
            (await _studio.GetAsync("/api/deeds?deed=erased"))["deeds"]!.AsArray(),
            d => Text(d, "who") == "Wren Ashdown"
        );
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await _studio.Http.GetAsync(new Uri($"/api/clients/{client}", UriKind.Relative))).StatusCode
        );
        // A later backup holds nothing of them; the earlier one is listed with when it goes.
        await _studio.SendAsync(HttpMethod.Post, "/api/backups", new { }, HttpStatusCode.NoContent);
        var folder = new BackupFolder(Path.Combine(_studio.Folder, "backups"));
        var back = Path.Combine(_studio.Folder, "looked-at");
        folder.Restore(folder.List()[0].Name, back, null);
        Assert.DoesNotContain(
            Name,
            Encoding.Latin1.GetString(await File.ReadAllBytesAsync(Path.Combine(back, "studio.db"))),
            StringComparison.Ordinal
        );
        Assert.All((await _studio.GetAsync("/api/backups"))["backups"]!.AsArray(), b => Assert.NotNull(b!["goes"]));
        // The studio opens again: what was marked as reached is still there.
        _studio.Restart();
        Assert.NotEmpty((await _studio.GetAsync("/api/clients")).AsArray());
        Assert.Empty(Holding(Bytes(Name), Bytes(note)));
    }

    /// <summary>How much there is of everybody else, table by table.</summary>
    private Task<string> OthersAsync(Guid client) =>
        ReadAsync(async db =>
        {
            await db.Database.OpenConnectionAsync();
            var connection = db.Database.GetDbConnection();
            var said = new StringBuilder();
            foreach (
                var table in StudioForm.Column(
                    connection,
                    "SELECT m.name FROM sqlite_master m JOIN pragma_table_info(m.name) c WHERE m.type = 'table' AND c.name = 'ClientId' AND m.name NOT IN ('Erased', 'Deeds') ORDER BY m.name"
                )
            )
            {
                var id = client.ToString().ToUpperInvariant();
                said.Append(table)
                    .Append(' ')
                    .AppendLine(
                        StudioForm.Column(
                            connection,
                            $"SELECT COUNT(*) FROM \"{table}\" WHERE ClientId <> '{id}' OR ClientId IS NULL"
                        )[0]
                    );
            }

            return $"{said}";
        });

    [Fact]
    public async Task An_earlier_state_that_is_brought_back_brings_nobody_back_who_was_erased_since()
    {
        var client = await ClientAsync();
        await _studio.SendAsync(HttpMethod.Post, "/api/backups", new { }, HttpStatusCode.NoContent);
        await EraseAsync(client);
        var name = Text((await _studio.GetAsync("/api/backups"))["backups"]!.AsArray()[0], "name");
        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/backups/{name}/restore",
            new { passphrase = (string?)null },
            HttpStatusCode.NoContent
        );
        await _studio.Services.GetRequiredService<Features.Backups.BackupKeeper>().Restoring;
        _studio.SignIn();
        Assert.DoesNotContain((await _studio.GetAsync("/api/clients")).AsArray(), c => Text(c, "name") == Name);
        Assert.Empty(Holding(Bytes(Name)));
        Assert.Contains((await _studio.GetAsync("/api/door"))["erased"]!.AsArray(), e => e!.GetValue<Guid>() == client);
    }

    [Fact]
    public async Task One_that_was_cut_off_after_its_rows_went_is_gone_through_with_at_the_next_start()
    {
        var client = await ClientAsync();
        var hash = await ReadAsync(db => db.Pictures.Where(p => p.ClientId == client).Select(p => p.Hash).FirstAsync());
        var file = Directory.GetFiles(_studio.Folder, $"{hash}.webp", SearchOption.AllDirectories).Single();
        var kept = await File.ReadAllBytesAsync(file);
        await EraseAsync(client);
        // As if the power had gone between the rows and the files.
        Directory.CreateDirectory(Path.GetDirectoryName(file)!);
        await File.WriteAllBytesAsync(file, kept);
        await ReadAsync(db =>
            db.Erased.ExecuteUpdateAsync(e => e.SetProperty(r => r.FinishedAt, (DateTimeOffset?)null))
        );
        _studio.Restart();
        Assert.False(File.Exists(file));
        Assert.True(await ReadAsync(db => db.Erased.AllAsync(e => e.FinishedAt != null)));
    }

    [Fact]
    public async Task What_a_device_still_sends_of_them_is_refused_and_kept_nowhere()
    {
        var client = await ClientAsync();
        await EraseAsync(client);
        await _studio.SendAsync(
            HttpMethod.Post,
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = "night-pain",
                note = "sent late 91c2",
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NotFound
        );
        Assert.Empty(Holding(Bytes("sent late 91c2")));
    }

    [Fact]
    public async Task Somebody_who_is_gone_already_and_whoever_is_not_the_owner_erase_nobody()
    {
        var client = await ClientAsync();
        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/clients/{Guid.CreateVersion7()}/erasure",
            new { name = Name },
            HttpStatusCode.NotFound
        );
        _studio.Become(await _studio.InvitedAsync("Ines Vell", "coach", "nothing but seven herons"));
        await _studio.SendAsync(
            HttpMethod.Post,
            $"/api/clients/{client}/erasure",
            new { name = Name },
            HttpStatusCode.Forbidden
        );
        Assert.Equal(client, await ClientAsync());
        Assert.Empty(await ReadAsync(db => db.Erased.ToListAsync()));
    }
}
