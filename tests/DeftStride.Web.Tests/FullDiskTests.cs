using System.Net;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>No room and no right to write: a sentence, nothing half kept, and the same request is taken once there is room again.</summary>
public sealed class FullDiskTests
{
    private static object Client(Guid id, Guid operation) =>
        new
        {
            operationId = operation,
            id,
            name = "Maren Oakhollow",
            goal = new string('x', 300),
            school = (string?)null,
        };

    [Fact]
    public async Task A_database_at_its_page_limit_says_so_and_goes_on_once_there_is_room()
    {
        var limit = new OnSaving();
        using var studio = new StudioUnderTest(database: o => o.AddInterceptors(limit));
        // Never below what is there: SQLite then takes the present size.
        limit.Pragma = "PRAGMA max_page_count=1";
        (Guid Id, Guid Operation)? refused = null;
        for (var i = 0; i < 200 && refused is null; i++)
        {
            var (id, operation) = (Guid.CreateVersion7(), Guid.CreateVersion7());
            using var answer = await studio.Http.PostAsJsonAsync("/api/clients", Client(id, operation));
            if (answer.IsSuccessStatusCode)
                continue;
            refused = (id, operation);
            Assert.Equal(HttpStatusCode.InsufficientStorage, answer.StatusCode);
            var said = JsonNode.Parse(await answer.Content.ReadAsStringAsync())!;
            Assert.Contains("disk of the studio's computer is full", Text(said, "detail"), StringComparison.Ordinal);
            Assert.True(said["again"]!.GetValue<bool>());
        }

        var (client, op) = refused!.Value;
        Assert.DoesNotContain((await studio.GetAsync("/api/clients")).AsArray(), c => Text(c, "id") == $"{client}");
        limit.Pragma = "PRAGMA max_page_count=100000";
        await studio.PostAsync("/api/clients", Client(client, op));
    }

    /// <summary>Sets something on the connection of whatever is about to be saved.</summary>
    private sealed class OnSaving : SaveChangesInterceptor
    {
        public string Pragma { get; set; } = "PRAGMA user_version";

        public override async ValueTask<InterceptionResult<int>> SavingChangesAsync(
            DbContextEventData eventData,
            InterceptionResult<int> result,
            CancellationToken cancellationToken = default
        )
        {
            await eventData.Context!.Database.ExecuteSqlRawAsync(Pragma, cancellationToken);
            return result;
        }
    }

    [Fact]
    public async Task A_file_size_limit_on_the_servers_process_ends_nothing_and_loses_nothing()
    {
        using var server = new AppServer(start: false) { LargestFileKilobytes = 900 };
        server.Start();
        using var http = AppSignIn.Client(server.Url);
        var kept = new List<Guid>();
        HttpResponseMessage? refused = null;
        Guid id = default,
            operation = default;
        while (refused is null && kept.Count < 2000)
        {
            (id, operation) = (Guid.CreateVersion7(), Guid.CreateVersion7());
            var answer = await http.PostAsJsonAsync("/api/clients", Client(id, operation));
            if (answer.IsSuccessStatusCode)
                kept.Add(id);
            else
                refused = answer;
        }

        Assert.NotNull(refused);
        Assert.Contains("is full", await refused.Content.ReadAsStringAsync(), StringComparison.Ordinal);
        using var picture = new ByteArrayContent(Noise());
        picture.Headers.ContentType = new("application/octet-stream");
        using var tooLarge = await http.PutAsync(
            new Uri($"/api/pictures/{Guid.CreateVersion7()}?client={kept[0]}", UriKind.Relative),
            picture
        );
        Assert.True(
            (await tooLarge.Content.ReadAsStringAsync()).Contains("is full", StringComparison.Ordinal),
            $"{tooLarge.StatusCode} {server.Said}"
        );
        Assert.Empty(
            Directory.Exists(Path.Combine(server.Folder, "pictures"))
                ? Directory.GetFiles(Path.Combine(server.Folder, "pictures"), "*", SearchOption.AllDirectories)
                : []
        );

        server.Kill();
        server.LargestFileKilobytes = null;
        server.Start();
        var there = JsonNode
            .Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!
            .AsArray()
            .Select(c => Guid.Parse(Text(c, "id")))
            .ToHashSet();
        Assert.Subset(there, kept.ToHashSet());
        using var now = await http.PostAsJsonAsync("/api/clients", Client(id, operation));
        Assert.Equal(HttpStatusCode.OK, now.StatusCode);
    }

    /// <summary>A command that may write no file larger than so many kilobytes.</summary>
    private static async Task<(int Code, string Said)> CommandAsync(int kilobytes, params string[] args)
    {
        var start = new System.Diagnostics.ProcessStartInfo("bash")
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
            WorkingDirectory = Checkout.Root,
        };
        start.ArgumentList.Add("-c");
        start.ArgumentList.Add($"ulimit -f {kilobytes}; DOTNET_EnableWriteXorExecute=0 exec dotnet \"$@\"");
        foreach (var argument in args.Prepend(typeof(Program).Assembly.Location).Prepend(args[0]))
            start.ArgumentList.Add(argument);
        using var command = System.Diagnostics.Process.Start(start)!;
        // Read side by side: neither may fill up while the other is waited for.
        var (said, told) = (command.StandardError.ReadToEndAsync(), command.StandardOutput.ReadToEndAsync());
        await command.WaitForExitAsync();
        return (command.ExitCode, await said + await told);
    }

    [Fact]
    public async Task A_backup_or_an_export_that_finds_no_room_is_said_and_nothing_of_it_is_left()
    {
        using var server = new AppServer();
        var (code, said) = await CommandAsync(100, "backup", "--data", server.Folder);
        Assert.Equal(1, code);
        Assert.Contains("No backup could be written", said, StringComparison.Ordinal);
        Assert.Equal(
            ["backups.lock"],
            Directory.GetFileSystemEntries(Path.Combine(server.Folder, "backups")).Select(Path.GetFileName)
        );

        var away = Directory.CreateDirectory(Path.Combine(server.Folder, "away")).FullName;
        var zip = Path.Combine(away, "studio.zip");
        (code, said) = await CommandAsync(2, "export", zip, "--data", server.Folder);
        Assert.True(code == 1, said);
        Assert.Contains("could not be written", said, StringComparison.Ordinal);
        Assert.Empty(Directory.GetFileSystemEntries(away));
        (code, said) = await CommandAsync(100_000, "export", zip, "--data", server.Folder);
        Assert.True(code == 0, said);
        (code, said) = await CommandAsync(100, "import", zip, "--to", Path.Combine(away, "new"));
        Assert.True(code == 1, said);
        Assert.Contains("See that the disk has room", said, StringComparison.Ordinal);
        Assert.Equal([zip], Directory.GetFileSystemEntries(away));
    }

    /// <summary>A picture that no encoder makes small.</summary>
    private static byte[] Noise()
    {
        using var bitmap = new SkiaSharp.SKBitmap(1400, 1400);
        var random = new Random(3);
        random.NextBytes(bitmap.GetPixelSpan());
        using var data = bitmap.Encode(SkiaSharp.SKEncodedImageFormat.Jpeg, 90);
        return data.ToArray();
    }

    [Fact]
    public async Task A_folder_that_cannot_be_written_to_is_said_and_what_waited_is_taken_later()
    {
        // Root is refused nothing, so the connection itself refuses.
        var closed = new OnSaving();
        using var studio = new StudioUnderTest(database: o => o.AddInterceptors(closed));
        var (id, operation) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        closed.Pragma = "PRAGMA query_only=1";
        var said = await studio.PostAsync("/api/clients", Client(id, operation), HttpStatusCode.ServiceUnavailable);
        Assert.Contains("cannot be written to", Text(said, "detail"), StringComparison.Ordinal);
        closed.Pragma = "PRAGMA query_only=0";
        await studio.PostAsync("/api/clients", Client(id, operation));
    }
}
