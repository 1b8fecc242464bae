using System.IO.Compression;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Data;
using DeftStride.Data.Backups;
using DeftStride.Web.Hosting;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>Studios as earlier versions left them on the disk: each opens, and every record says what it said then.</summary>
public sealed class KeptStudioTests
{
    private static readonly string Kept = Path.Combine(AppContext.BaseDirectory, "Kept");

    /// <summary>2: one shin and one band; 3: before writes had an order; 4: before stored forms had numbers; 5: before there were people; 6: before anybody was erased.</summary>
    [Theory]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    public async Task It_opens_and_says_what_it_said(int form)
    {
        using var studio = Open(form);
        var said = (await SaidAsync(studio)).Select(l => l.TrimEnd());
        if (form >= 5)
            said = said.Concat(await PlannedAsync(studio));
        // The two last came from the same day of the demo.
        var then = File.ReadAllLines(Path.Combine(Kept, $"studio-form-{Math.Min(form, 5)}.said.txt"));
        Assert.Equal<IEnumerable<string>>(then, said.ToArray());
    }

    [Fact]
    public async Task One_record_that_cannot_be_read_takes_nothing_else_with_it()
    {
        using var studio = Open(4);
        var clients = (await studio.GetAsync("/api/clients")).AsArray();
        var maren = clients.Single(c => c!["name"]!.ToString() == "Maren Oakhollow")!["id"]!.ToString();
        var whole = await studio.GetAsync($"/api/clients/{maren}?all=true");
        var last = whole["checks"]!.AsArray()[^1]!["id"]!.ToString();
        studio.Sql($"UPDATE Checks SET Body = substr(Body, 1, 80) WHERE Id = '{last.ToUpperInvariant()}'");

        var now = await studio.GetAsync($"/api/clients/{maren}?all=true");
        Assert.Equal(whole["checks"]!.AsArray().Count - 1, now["checks"]!.AsArray().Count);
        Assert.Contains(
            "cannot be read",
            Assert.Single(now["unreadable"]!.AsArray())!.ToString(),
            StringComparison.Ordinal
        );
        await studio.GetAsync("/api/floor");
        using var check = await studio.Http.GetAsync(new Uri($"/api/checks/{last}", UriKind.Relative));
        var refusal = JsonNode.Parse(await check.Content.ReadAsStringAsync())!;
        Assert.Contains("Nothing was changed", refusal["detail"]!.ToString(), StringComparison.Ordinal);

        studio.Sql($"UPDATE Checks SET Body = json_set(json(Body), '$.form', 99) WHERE json_valid(Body)");
        now = await studio.GetAsync($"/api/clients/{maren}?all=true");
        Assert.Empty(now["checks"]!.AsArray());
        Assert.Contains(
            now["unreadable"]!.AsArray(),
            u => u!.ToString().Contains("newer version", StringComparison.Ordinal)
        );
        await studio.GetAsync("/api/floor");
    }

    [Fact]
    public void Where_its_backup_cannot_be_written_it_stays_in_its_form_and_says_what_to_do()
    {
        var folder = Directory.CreateTempSubdirectory("deft-stride-kept-").FullName;
        var away = Path.Combine(folder, "disk", "backups");
        using var server = new AppServer(folder: folder, start: false, backups: away);
        Unpack(4, folder);
        var file = Path.Combine(folder, StudioDatabase.FileName);
        var before = File.ReadAllBytes(file);
        Assert.Equal(1, server.Refused());
        Assert.Contains("Put its disk back", server.Said, StringComparison.Ordinal);
        Assert.Contains("the version before opens it", server.Said, StringComparison.Ordinal);
        Assert.Equal(before, File.ReadAllBytes(file));
        Assert.False(Directory.Exists(away));

        // The disk is back: everything is saved there first, then opened.
        Directory.CreateDirectory(away);
        server.Start();
        var saved = new BackupFolder(away, make: false).List().Single();
        Assert.Equal(BackupSaid.BeforeUpgrade, saved.Why);
        Assert.NotEmpty(new BackupFolder(away).Verify(saved.Name, null).Files);
        server.Stop();
        Directory.Delete(folder, recursive: true);
    }

    private static void Unpack(int form, string folder)
    {
        using var packed = new GZipStream(
            File.OpenRead(Path.Combine(Kept, $"studio-form-{form}.db.gz")),
            CompressionMode.Decompress
        );
        using var file = File.Create(Path.Combine(folder, StudioDatabase.FileName));
        packed.CopyTo(file);
    }

    private static StudioUnderTest Open(int form)
    {
        var studio = new StudioUnderTest(
            new FixedClock(new DateTimeOffset(2026, 3, 12, 8, 0, 0, TimeSpan.Zero)),
            before: folder => Unpack(form, folder)
        );
        return studio;
    }

    private static async Task<List<string>> SaidAsync(StudioUnderTest studio)
    {
        static string Text(JsonNode? sentence) => string.Concat(sentence!.AsArray().Select(p => p!["text"]));
        static string Day(JsonNode? at) => at!.ToString()[..10];
        var said = new List<string>();
        var clients = (await studio.GetAsync("/api/clients"))
            .AsArray()
            .OrderBy(c => c!["name"]!.ToString(), StringComparer.Ordinal);
        foreach (var client in clients)
        {
            var id = client!["id"];
            var page = await studio.GetAsync($"/api/clients/{id}?all=true");
            said.Add($"# {client["name"]}");
            foreach (var look in page["checks"]!.AsArray())
            {
                var finding = look!["look"]!["finding"]!;
                said.Add(
                    $"look {Day(look["at"])} {look["exerciseId"]}, {look["school"]}: {Text(finding["sentence"])} {finding["because"]}"
                );
                foreach (var r in look["look"]!["results"]!.AsArray())
                    said.Add($"  {r!["measureId"]} {r["side"]}: {r["words"]} {r["reachText"]} | {r["marginText"]}");
                foreach (var t in (await studio.GetAsync($"/api/checks/{look["id"]}"))["trials"]!.AsArray())
                    said.Add(
                        $"  trial {t!["correctionId"]} {t["side"]}: {t["outcome"]}. {Text(t["sentence"])} {t["because"]} {t["cue"]}"
                    );
                if (look["decision"] is { } d)
                    said.Add($"  decided {d["chosen"]} on {d["recommendation"]!["headline"]} {d["overruleReason"]}");
            }

            foreach (var l in page["logs"]!.AsArray())
                said.Add($"log {l!["day"]} {l["exerciseId"]}: {l["did"]} -> {l["next"]} {l["why"]}");
            foreach (var s in page["strides"]!.AsArray())
            foreach (var w in s!["way"]!.AsArray())
                said.Add(
                    $"step {Day(w!["at"])} {w["side"]} {w["rungId"]}: {s["whys"]![w["why"]!.GetValue<int>()]!["sentence"]}"
                );
            foreach (var p in page["props"]!.AsArray())
                said.Add($"lent {p!["correctionId"]} {p["review"]}");
            foreach (var k in page["kept"]!.AsArray())
                said.Add($"kept {k!["correctionId"]} {k["since"]}");
            foreach (var f in page["stopSigns"]!.AsArray())
                said.Add($"sign {f!["signId"]} {f["note"]}");
            foreach (var s in (await studio.GetAsync($"/api/clients/{id}/bench"))["kept"]!.AsArray())
                said.Add(
                    $"card {s!["exerciseId"]} {s["school"]}: {string.Join("; ", s["card"]!.AsArray().Select(l => $"{l!["name"]} {l["value"]}"))}"
                );
            var met = (await studio.GetAsync($"/api/clients/{id}/intake"))["intake"]!;
            said.Add(
                $"met {string.Join(", ", met["goals"]!.AsArray())}; {met["trainingAge"]}; {met["statureCm"]} cm, {met["massKg"]} kg; {string.Join(", ", met["pains"]!.AsArray().Select(p => $"{p!["leg"]} {p["role"]} {p["site"]} {p["score"]}"))}"
            );
        }

        return said;
    }

    /// <summary>The weeks of every client and the hours of the day: older ones had none.</summary>
    private static async Task<List<string>> PlannedAsync(StudioUnderTest studio)
    {
        var said = new List<string>();
        var clients = (await studio.GetAsync("/api/clients"))
            .AsArray()
            .OrderBy(c => c!["name"]!.ToString(), StringComparer.Ordinal);
        foreach (var client in clients)
        {
            var plan = await studio.GetAsync($"/api/clients/{client!["id"]}/plan");
            said.Add($"# weeks of {client["name"]}: {plan["block"]?["block"]?["first"]} to {plan["block"]?["end"]}");
            foreach (var visit in plan["visits"]!.AsArray())
                said.Add(
                    $"visit {visit!["day"]} {visit["time"]} {visit["state"]}: {string.Join("; ", visit["items"]!.AsArray().Select(i => $"{i!["name"]} {i["asked"]} [{string.Join(' ', i["done"]!.AsArray())}]"))}"
                );
        }

        foreach (var session in (await studio.GetAsync("/api/sessions"))["sessions"]!.AsArray())
            said.Add(
                $"hour {session!["time"]} {session["clientName"]}: {string.Join("; ", session["items"]!.AsArray().Select(i => $"{i!["place"]} {i["exerciseId"]} {i["sets"]} x {i["amount"]} {i["loadKg"]} {i["position"]}"))}"
            );
        return said;
    }
}
