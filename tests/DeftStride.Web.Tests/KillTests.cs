using System.Collections.Concurrent;
using System.IO.Compression;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Killed at any moment, in work, at a start, at the first start and while an earlier form is brought up to date: it comes back, and what was answered is there.</summary>
public sealed class KillTests(Xunit.Abstractions.ITestOutputHelper output)
{
    private const int Seed = 20261126;

    [Fact]
    public async Task Killed_at_random_moments_it_comes_back_with_everything_it_answered_for()
    {
        var random = new Random(Seed);
        output.WriteLine($"seed {Seed}");
        using var server = new AppServer();
        using var http = AppSignIn.Client(server.Url, TimeSpan.FromSeconds(20));
        var kept = new ConcurrentDictionary<Guid, string>();
        for (var cycle = 0; cycle < Sweep.Cases(4, 201); cycle++)
        {
            switch (cycle % 4)
            {
                case 0 or 2:
                    await WorkAsync(server, http, kept, TimeSpan.FromMilliseconds(random.Next(30, 900)));
                    break;
                case 1:
                    // While it starts, before it answers or just after.
                    server.Kill();
                    server.Launch();
                    await Task.Delay(random.Next(0, 2600));
                    server.Kill();
                    server.Start();
                    break;
                default:
                    await UpgradeAsync(random);
                    break;
            }

            if (cycle % 4 == 3)
                continue;
            var there = await ThereAsync();
            if (cycle % 4 == 1)
                continue;
            output.WriteLine($"cycle {cycle}: {kept.Count} answered for, {there.Count} there");
        }

        // What was sent again after the last kill outlives one too.
        server.Kill();
        server.Start();
        await ThereAsync();
        Assert.NotEmpty(kept);

        async Task<Dictionary<Guid, string>> ThereAsync()
        {
            var there = JsonNode
                .Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!
                .AsArray()
                .ToDictionary(c => Guid.Parse(Text(c, "id")), c => Text(c, "name"));
            Assert.All(kept, k => Assert.Equal(k.Value, there.GetValueOrDefault(k.Key)));
            return there;
        }
    }

    /// <summary>Four devices write until the server is killed; what was answered is remembered, what was not is sent again after.</summary>
    private static async Task WorkAsync(
        AppServer server,
        HttpClient http,
        ConcurrentDictionary<Guid, string> kept,
        TimeSpan until
    )
    {
        var open = new ConcurrentBag<(Guid Id, object Body)>();
        var writers = Enumerable
            .Range(0, 4)
            .Select(_ =>
                Task.Run(async () =>
                {
                    while (true)
                    {
                        var id = Guid.CreateVersion7();
                        object body = new
                        {
                            operationId = Guid.CreateVersion7(),
                            id,
                            name = $"Warden {id:n}"[..20],
                            goal = "",
                            school = (string?)null,
                        };
                        try
                        {
                            using var answer = await http.PostAsJsonAsync("/api/clients", body);
                            answer.EnsureSuccessStatusCode();
                            kept[id] = $"Warden {id:n}"[..20];
                        }
                        catch (HttpRequestException)
                        {
                            open.Add((id, body));
                            return;
                        }
                    }
                })
            )
            .ToArray();
        await Task.Delay(until);
        server.Kill();
        await Task.WhenAll(writers);
        server.Start();
        foreach (var (id, body) in open)
        {
            using var answer = await http.PostAsJsonAsync("/api/clients", body);
            answer.EnsureSuccessStatusCode();
            kept[id] = $"Warden {id:n}"[..20];
        }
    }

    /// <summary>A first start or an upgrade is killed, up to twice; the next one comes up with what was there.</summary>
    private static async Task UpgradeAsync(Random random)
    {
        var folder = Directory.CreateTempSubdirectory("deft-stride-kill-").FullName;
        var upgrade = random.Next(2) == 0;
        if (upgrade)
        {
            await using var packed = new GZipStream(
                File.OpenRead(Path.Combine(AppContext.BaseDirectory, "Kept", "studio-form-3.db.gz")),
                CompressionMode.Decompress
            );
            await using var file = File.Create(Path.Combine(folder, "studio.db"));
            await packed.CopyToAsync(file);
        }

        using (var server = new AppServer(folder: folder, start: false))
        {
            for (var i = 0; i < 2; i++)
            {
                server.Launch();
                await Task.Delay(random.Next(500, 2600));
                server.Kill();
            }

            server.Start();
            using var http = AppSignIn.Client(server.Url);
            var clients = JsonNode
                .Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!
                .AsArray();
            Assert.Equal(upgrade ? 8 : 0, clients.Count);
            Assert.Single(
                JsonNode.Parse(await http.GetStringAsync(new Uri("/api/studio", UriKind.Relative)))![
                    "coaches"
                ]!.AsArray(),
                c => Text(c, "name") is "Coach" or "Wren Ashdown"
            );
        }

        Directory.Delete(folder, recursive: true);
    }

    /// <summary>What is answered for stays, an erasure that was begun ends, and every backup that is listed is whole.</summary>
    [Fact]
    public async Task Killed_while_it_is_saved_brought_back_and_while_somebody_is_erased_it_is_one_or_the_other_and_whole()
    {
        var random = new Random(Seed);
        output.WriteLine($"seed {Seed}");
        using var server = new AppServer();
        using var http = AppSignIn.Client(server.Url, TimeSpan.FromSeconds(20));
        var folder = new Data.Backups.BackupFolder(Path.Combine(server.Folder, "backups"));
        async Task<Guid> AddAsync(string name)
        {
            var id = Guid.CreateVersion7();
            using var answer = await http.PostAsJsonAsync(
                "/api/clients",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    id,
                    name,
                    goal = "",
                    school = (string?)null,
                }
            );
            answer.EnsureSuccessStatusCode();
            return id;
        }

        async Task<HashSet<string>> ThereAsync() =>
            [
                .. JsonNode
                    .Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!
                    .AsArray()
                    .Select(c => Text(c, "name")),
            ];
        async Task<bool> AskedAsync(string path, object body)
        {
            try
            {
                using var answer = await http.PostAsJsonAsync(path, body);
                return answer.IsSuccessStatusCode;
            }
            catch (HttpRequestException)
            {
                return false;
            }
        }

        await AddAsync("Ilse Branwick");
        Assert.True(await AskedAsync("/api/backups", new { }));
        var first = folder.List()[0].Name;
        for (var cycle = 0; cycle < Sweep.Cases(3, 99); cycle++)
        {
            var (stays, goes) = ($"Stays {cycle}", $"Goes {cycle}");
            await AddAsync(stays);
            var gone = await AddAsync(goes);
            var saved = Task.Run(() => AskedAsync("/api/backups", new { }));
            var erased = Task.Run(() => AskedAsync($"/api/clients/{gone}/erasure", new { name = goes }));
            var back =
                cycle % 3 == 2
                    ? Task.Run(async () =>
                    {
                        await saved;
                        return await AskedAsync($"/api/backups/{first}/restore", new { passphrase = (string?)null });
                    })
                    : Task.FromResult(false);
            await Task.Delay(random.Next(10, cycle % 3 == 2 ? 1500 : 500));
            server.Kill();
            await Task.WhenAll(saved, erased, back);
            server.Start();
            var there = await ThereAsync();
            Assert.Contains("Ilse Branwick", there);
            // Either as it was at first, whole, or as it was just now.
            if (cycle % 3 != 2)
                Assert.Contains(stays, there);
            if (await erased)
                Assert.DoesNotContain(goes, there);
            Assert.All(folder.List(), b => folder.Verify(b.Name, null));
            Assert.False(File.Exists(Path.Combine(server.Folder, "restore.step")));
            Assert.False(Directory.Exists(Path.Combine(server.Folder, "before-restore")));
            output.WriteLine(
                $"cycle {cycle}: {there.Count} there, erased {await erased}, saved {await saved}, back {await back}"
            );
        }
    }

    [Fact]
    public async Task A_second_server_on_the_folder_is_refused_and_the_first_goes_on()
    {
        using var first = new AppServer();
        using var second = new AppServer(folder: first.Folder, start: false);
        Assert.Equal(1, second.Refused());
        Assert.Contains("Another Deft Stride is already running", second.Said, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", second.Said, StringComparison.Ordinal);
        using var http = AppSignIn.Client(first.Url);
        using var answer = await http.GetAsync(new Uri(first.Url + "/api/studio"));
        Assert.True(answer.IsSuccessStatusCode);
    }

    [Fact]
    public void An_address_that_is_taken_is_said_in_one_sentence_and_nothing_is_changed()
    {
        using var server = new AppServer(start: false);
        using var taken = new System.Net.Sockets.TcpListener(System.Net.IPAddress.Loopback, new Uri(server.Url).Port);
        taken.Start();
        Assert.Equal(1, server.Refused());
        Assert.Contains($"The address {server.Url} is in use.", server.Said, StringComparison.Ordinal);
        Assert.False(server.Said.Contains("   at ", StringComparison.Ordinal), server.Said);
    }

    [Fact]
    public void A_stop_that_was_asked_for_leaves_one_file_that_can_be_copied_and_readable_by_nobody_else()
    {
        using var server = new AppServer();
        server.Stop();
        Assert.Equal(
            ["studio.db", "studio.lock", "studio.mark"],
            Directory.GetFiles(server.Folder).Select(Path.GetFileName).Order()
        );
        Assert.All(
            Directory.GetFiles(server.Folder),
            f => Assert.Equal(UnixFileMode.UserRead | UnixFileMode.UserWrite, File.GetUnixFileMode(f))
        );
        File.WriteAllText(Path.Combine(server.Folder, "studio.db"), "garbled");
        Assert.Equal(1, server.Refused());
        Assert.Contains("not a database any more", server.Said, StringComparison.Ordinal);
        Assert.DoesNotContain("   at ", server.Said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_demo_that_was_stopped_while_it_was_filled_fills_itself_anew()
    {
        var folder = Directory.CreateTempSubdirectory("deft-stride-fill-").FullName;
        using (var server = new AppServer(demo: true, folder: folder, start: false))
        {
            server.Launch();
            Assert.True(
                SpinWait.SpinUntil(
                    () =>
                        File.Exists(Path.Combine(folder, "demo.filling"))
                        && Directory.Exists(Path.Combine(folder, "pictures")),
                    TimeSpan.FromSeconds(30)
                )
            );
            server.Kill();
            server.Start();
            using var http = AppSignIn.Client(server.Url);
            Assert.Equal(
                8,
                JsonNode.Parse(await http.GetStringAsync(new Uri(server.Url + "/api/clients")))!.AsArray().Count
            );
            Assert.False(File.Exists(Path.Combine(folder, "demo.filling")));
        }

        Directory.Delete(folder, recursive: true);
    }
}
