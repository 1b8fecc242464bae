using System.Text.Json.Nodes;
using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>What is entered while the server is gone is kept on the device, said, and arrives once and in order.</summary>
public sealed class OutboxTests
{
    [Fact]
    public async Task With_the_server_gone_in_a_look_a_trial_a_decision_and_a_log_everything_arrives_once_and_in_order()
    {
        using var server = new AppServer(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url);
        page.Go("/").Understood();
        var before = await CountsAsync(server, "Maren Oakhollow");
        RoadTests.Look(page);
        page.Reading(Right);

        gate.Shut();
        page.Press("Done looking");
        page.See("A finished look: waiting.");
        page.See("kept on this device");
        // Going elsewhere and coming back changes nothing: it still waits, and cannot be finished twice.
        page.Press("Today");
        page.Press("Maren Oakhollow");
        page.Press("Go on with Maren");
        page.See("A finished look: waiting.");
        server.Kill();
        server.Start();
        gate.Open();
        page.See("Look again");

        page.Key("b");
        page.Press("They are done");
        page.Press("Easier");
        gate.Shut();
        page.Press("It helped");
        page.See("What a change did: waiting.");
        Assert.False(page.Find("[aria-label='It helped, seen by eye']").Enabled);
        gate.Open();
        page.Until("the outcome", () => !page.Lacks("[data-outcome='helped']"));
        page.See("The client says: easier.");

        page.NoPain();
        page.Until("a recommendation", () => !page.Lacks("[data-rule]"));
        page.Until("the accept button", () => page.Find("aside button[class*='bg-act']").Enabled);
        gate.Shut();
        page.Press("Accept:");
        page.See("A decision: waiting.");
        gate.Open();
        page.See("Change this decision");

        page.Press("On to");
        page.Press("Log");
        page.Press("Done as asked");
        var next = page.Find("[role='dialog'] h2").Text.Split(':')[0];
        gate.Shut();
        page.Press("Keep the log");
        page.See("A log: waiting.");
        page.Click("[role='dialog'] button[class*='bg-act']");
        page.See("One thing is waiting here");
        gate.Open();
        var names = (await JsonAsync(server, "/api/clients"))
            .AsArray()
            .Select(c => c!["name"]!.GetValue<string>())
            .Where(n => n.StartsWith(next, StringComparison.Ordinal));
        var name = Assert.Single(names);
        var today = LateMorning.Today.ToString("yyyy-MM-dd", System.Globalization.CultureInfo.InvariantCulture);
        page.Until("the log at the studio", () => Counts(server, name).Logs.Contains(today));
        page.Until("nothing waiting", () => !page.Text().Contains("waiting here", StringComparison.Ordinal));

        var after = await CountsAsync(server, "Maren Oakhollow");
        Assert.Equal(
            (before.Checks + 1, before.Trials + 1, before.Decisions + 1),
            (after.Checks, after.Trials, after.Decisions)
        );
        Assert.Single(Counts(server, name).Logs, d => d == today);
    }

    [Fact]
    public void What_the_studio_refuses_is_said_kept_over_a_reload_and_left_out_only_by_the_coach()
    {
        using var server = new AppHost();
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url);
        page.NewClient("Wil Harrow");
        page.Press("Check Wil");
        page.Press("agrees");
        // Half a picture: the browser draws what is there of it, and only the studio sees that the rest is missing.
        page.GivePicture("left", DrawnLeg.At(4).Png[..5000]);
        page.See("damaged or cut short");
        page.See("One thing was refused");
        page.Go("/").See("One thing was refused");
        page.Press("Show");
        page.See("A picture: refused. The picture is damaged or cut short");
        page.Press("Leave it out");
        page.See("Everything has arrived.");
        page.Go("/").See("Wil Harrow");
        Assert.DoesNotContain("refused", page.Text(), StringComparison.Ordinal);
    }

    [Fact]
    public void Two_devices_at_one_look_never_write_over_each_other()
    {
        using var server = new AppHost(demo: true);
        using var one = new Page(server.Url);
        using var two = new Page(server.Url);
        one.Go("/").Understood();
        RoadTests.Look(one);
        var left = one.Reading(Left).Degrees;
        // The other device goes on with it, once it is at the studio.
        using var http = AppSignIn.Client(server.Url);
        two.Until(
            "the draft at the studio",
            // All of it, with the answer that came last: what is still on its way here would be the one that clashes.
            () =>
                $"{System.Text.Json.Nodes.JsonNode.Parse(http.GetStringAsync($"/api/clients/{new Uri(one.Driver.Url).AbsolutePath.Split('/')[2]}").GetAwaiter().GetResult())!["draft"]?["body"]}".Contains(
                    "\"pain\":{\"score\":0",
                    StringComparison.Ordinal
                )
        );
        two.Go("/").Press("Go on with Maren");
        Assert.Equal(left, two.Reading(Left).Degrees);
        two.Key("f");
        two.Until("the turned sign", () => two.Reading(Left).Degrees < 0);
        two.Until("it sent", () => two.Text() is var t && !t.Contains("waiting", StringComparison.Ordinal));
        one.Key("f");
        one.Until(
            "a refusal instead of an overwrite",
            () => one.Text().Contains("This look was changed on another device.", StringComparison.Ordinal)
        );
        one.Press("Go on with theirs");
        one.Until("theirs", () => one.Reading(Left).Degrees < 0);
        Assert.DoesNotContain("refused", one.Text(), StringComparison.Ordinal);
    }

    [Fact]
    public void A_picture_damaged_on_the_disk_is_said_where_it_was_and_mended_by_the_same_file()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Press("Check Wil");
        page.Press("agrees");
        var leg = DrawnLeg.At(4);
        page.GivePicture("left", leg.Png);
        page.ClickPicture(LeftStage, leg.AnkleX, leg.AnkleY);
        page.ClickPicture(LeftStage, leg.KneeX, leg.KneeY);
        page.Reading(Left);
        page.NoPain();
        page.Press("Done with the left only");
        page.Until("the finished look", () => page.Driver.Url.Contains("check=", StringComparison.Ordinal));
        var file = Assert.Single(
            Directory.GetFiles(Path.Combine(server.Folder, "pictures"), "*.webp", SearchOption.AllDirectories)
        );
        File.WriteAllBytes(file, File.ReadAllBytes(file)[..^20]);

        page.Go(new Uri(page.Driver.Url).PathAndQuery);
        page.See("This picture's file is damaged or missing");
        Mend(page, DrawnLeg.At(20).Png);
        page.See("That is another picture.");
        Mend(page, leg.Png);
        page.Gone("[data-damaged]");
        page.Go(new Uri(page.Driver.Url).PathAndQuery);
        page.Find(LeftStage);
        page.Until(
            "the picture",
            () =>
                page.Script(
                    "const i=document.querySelector(\"[data-stage='left'] image\");return fetch(i.href.baseVal).then(r=>r.status)"
                )
                    is long
                        and 200
        );
        Assert.True(page.Lacks("[data-damaged]"));
    }

    [Fact]
    public void With_the_signal_gone_every_screen_is_there_and_shows_its_data_by_itself_once_it_is_back()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url);
        page.Go("/").Understood();
        string[] screens = ["CheckScreen", "LibraryScreen", "LaddersScreen"];
        page.Until(
            "the other screens' scripts",
            () =>
                screens.All(s =>
                    page.Script(
                        "return performance.getEntriesByType('resource').some(r => r.name.includes(arguments[0]) && r.responseEnd > 0)",
                        s
                    )
                        is true
                )
        );
        gate.Shut();
        page.Press("Library");
        page.See("Try again");
        page.Press("Ladders");
        page.See("Try again");
        gate.Open();
        page.See("Split stance");
        page.Press("Library");
        page.Until(
            "the library by itself",
            () => page.Lacks("[role='alert']") && page.Text().Contains("Front heel lifts", StringComparison.Ordinal)
        );
    }

    private static void Mend(Page page, byte[] picture)
    {
        var path = Path.Combine(Path.GetTempPath(), $"leg-{Guid.NewGuid():n}.png");
        File.WriteAllBytes(path, picture);
        page.Wait(
                "the file input",
                () => page.Driver.FindElements(OpenQA.Selenium.By.CssSelector("input[data-mend]")).FirstOrDefault()
            )
            .SendKeys(path);
    }

    /// <summary>The same where something waits for it.</summary>
    private static (int Checks, int Trials, int Decisions, string[] Logs) Counts(AppServer server, string name) =>
        CountsAsync(server, name).GetAwaiter().GetResult();

    private static async Task<(int Checks, int Trials, int Decisions, string[] Logs)> CountsAsync(
        AppServer server,
        string name
    )
    {
        var id = (await JsonAsync(server, "/api/clients"))
            .AsArray()
            .Single(c => c!["name"]!.GetValue<string>() == name)!["id"]!.GetValue<string>();
        var client = await JsonAsync(server, $"/api/clients/{id}?all=true");
        var checks = client["checks"]!.AsArray();
        return (
            checks.Count,
            checks.Sum(c => c!["trials"]!.AsArray().Count),
            checks.Count(c => c!["decision"] is not null),
            [.. client["logs"]!.AsArray().Select(l => l!["day"]!.GetValue<string>())]
        );
    }

    private static async Task<JsonNode> JsonAsync(AppServer server, string path)
    {
        using var http = AppSignIn.Client(server.Url);
        return JsonNode.Parse(await http.GetStringAsync(new Uri(server.Url + path)))!;
    }
}
