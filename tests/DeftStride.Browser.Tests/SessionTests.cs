using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>The hour on the floor by touch: counted, rested, asked, without a signal, with several clients, on two devices.</summary>
public sealed class SessionTests
{
    private const string Clean = "[aria-label='Clean']";
    private const string NotClean = "[aria-label='Not clean']";
    private const string Act = "[data-act]";

    private static Page Phone(string url, bool app = false) => new(url, 390, 844, touch: true, app: app);

    private static async Task<string> IdAsync(string url, string name)
    {
        using var http = AppSignIn.Client(url);
        var all = JsonNode.Parse(await http.GetStringAsync(new Uri($"{url}/api/clients")))!.AsArray();
        return all.Single(c => c!["name"]!.ToString() == name)!["id"]!.ToString();
    }

    private static async Task<JsonNode> SessionAsync(string url, string id)
    {
        using var http = AppSignIn.Client(url);
        return JsonNode.Parse(await http.GetStringAsync(new Uri($"{url}/api/sessions")))!["sessions"]!
            .AsArray()
            .Single(s => s!["clientId"]!.ToString() == id)!;
    }

    private static void Phase(Page page, string phase) =>
        page.Until($"the session to be {phase}", () => !page.Lacks($"[data-session='{phase}']"));

    private static string Tally(Page page) => page.Find("[data-tally]").GetDomAttribute("data-tally")!;

    /// <summary>Begins the session of a client, past the set-up, up to the first set.</summary>
    private static void Begin(Page page, string client)
    {
        page.Go($"/clients/{client}/session");
        Phase(page, "start");
        page.Click(Act);
        page.Press("It stands already");
        Phase(page, "before");
    }

    private static void Count(Page page, string set)
    {
        Phase(page, "before");
        page.Until("the set to be offered", () => page.Find(Act).Enabled);
        page.Click(Act);
        Phase(page, "working");
        foreach (var (n, one) in set.Index())
        {
            page.Click(one == '1' ? Clean : NotClean);
            page.Until("the count", () => Tally(page).Length == n + 1);
        }

        Assert.Equal(set, Tally(page));
    }

    private static void End(Page page)
    {
        page.Press("End the set");
        page.Gone("[data-session='working']");
    }

    [Fact]
    public async Task A_whole_session_by_touch_with_the_signal_cut_and_the_page_closed_over_it_is_logged_once()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = Phone(gate.Url, app: true);
        page.Go("/").Understood();
        var maren = await IdAsync(server.Url, "Maren Oakhollow");
        Begin(page, maren);
        // One easy set a side to wake.
        Count(page, "11111");
        End(page);
        page.See("to match");
        Assert.False(page.Lacks("[data-rest]"));
        Count(page, "1111");
        // A slip is taken back; what was fewer stays fewer.
        page.Press("Take one back");
        page.Until("one less", () => Tally(page) == "111");
        End(page);
        page.Until("the taps at the studio", () => ReadSession(server.Url, maren) > 12);
        ReleaseTests.Kept(page);

        gate.Shut();
        Count(page, "11111");
        // Whatever was tapped is there again, with no answer from anywhere.
        page.Go($"/clients/{maren}/session");
        Phase(page, "working");
        Assert.Equal("11111", Tally(page));
        End(page);
        page.See("waiting here; nothing is lost");
        foreach (var set in new[] { "11111", "11111", "11101", "11111", "11111" })
        {
            Count(page, set);
            End(page);
        }

        Phase(page, "done");
        page.Click("[aria-label='How hard was the split squat to pad?'] button, fieldset button:nth-of-type(7)");
        page.Press("Put it away");
        page.See("as soon as the studio has it");
        gate.Open();
        page.Until("what follows", () => !page.Lacks("[data-next]"));
        page.See("Next time");

        var kept = await SessionAsync(server.Url, maren);
        Assert.True(kept["closed"]!.GetValue<bool>());
        var log = Assert.Single(kept["logs"]!.AsArray())!;
        Assert.Contains("3 × 5 a side", log["did"]!.ToString(), StringComparison.Ordinal);
        Assert.Contains("clean left 15, right 14", log["did"]!.ToString(), StringComparison.Ordinal);
        // Told again by another device it is the same, once.
        using var desk = new Page(server.Url);
        desk.Go($"/clients/{maren}");
        desk.See(log["did"]!.ToString());
        Assert.DoesNotContain(page.Errors(), e => e.Contains("Uncaught", StringComparison.Ordinal));
    }

    private static int ReadSession(string url, string id)
    {
        using var http = AppSignIn.Client(url);
        var day = JsonNode.Parse(http.GetStringAsync(new Uri($"{url}/api/sessions")).GetAwaiter().GetResult())!;
        return day["sessions"]!.AsArray().First(s => s!["clientId"]!.ToString() == id)!["taps"]!.AsArray().Count;
    }

    [Fact]
    public async Task Two_clients_are_one_tap_apart_each_with_a_rest_that_runs()
    {
        using var server = new AppHost(demo: true);
        using var page = Phone(server.Url);
        page.Go("/").Understood();
        var (maren, corin) = (await IdAsync(server.Url, "Maren Oakhollow"), await IdAsync(server.Url, "Corin Vale"));
        Begin(page, maren);
        Count(page, "11111");
        End(page);
        page.Click("[aria-label='Add a client']");
        page.Click($"[role='dialog'] a[href*='{corin}']");
        Phase(page, "start");
        page.Click(Act);
        page.Press("It stands already");
        Count(page, "10");
        // The other one's rest went on meanwhile, and her plate says so.
        Assert.Contains("rest", page.Find("[data-plate='Maren']").Text, StringComparison.Ordinal);
        page.Click("[data-plate='Maren']");
        Phase(page, "before");
        Assert.True(int.Parse(page.Find("[data-rest]").GetDomAttribute("data-rest")!, null) < 45);
        page.Click("[data-plate='Corin']");
        Phase(page, "working");
        Assert.Equal("10", Tally(page));

        // Four are enough: a fifth does not begin before one of them has ended.
        string[] more = [.. (await OthersAsync(server.Url, [maren, corin])).Take(3)];
        Assert.Equal(3, more.Length);
        foreach (var (n, id) in more.Take(2).Index())
        {
            page.Go($"/clients/{id}/session");
            Phase(page, "start");
            page.Click(Act);
            page.Until(
                "one more in hand",
                () => page.Driver.FindElements(By.CssSelector("[data-plate]")).Count == n + 3
            );
        }

        page.Go($"/clients/{more[2]}/session");
        Phase(page, "start");
        page.See("4 are enough");
        page.See("Maren, Corin");
        Assert.True(page.Lacks(Act));
    }

    /// <summary>Who could begin a session today, besides some.</summary>
    private static async Task<IReadOnlyList<string>> OthersAsync(string url, string[] besides)
    {
        using var http = AppSignIn.Client(url);
        var able = new List<string>();
        foreach (var client in JsonNode.Parse(await http.GetStringAsync(new Uri($"{url}/api/clients")))!.AsArray())
        {
            var id = client!["id"]!.ToString();
            if (besides.Contains(id))
                continue;
            var day = JsonNode.Parse(await http.GetStringAsync(new Uri($"{url}/api/clients/{id}/session")));
            if (
                day!["sessions"]!.AsArray() is [{ } first, ..]
                && first["items"]!.AsArray().Count > 0
                && first["taps"]!.AsArray().Count == 0
            )
                able.Add(id);
        }

        return able;
    }

    [Fact]
    public async Task Another_device_sees_who_runs_it_takes_over_and_what_both_counted_is_there_once()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var phone = Phone(gate.Url);
        phone.Go("/").Understood();
        var maren = await IdAsync(server.Url, "Maren Oakhollow");
        Begin(phone, maren);
        Count(phone, "11111");
        End(phone);
        phone.Until("the set at the studio", () => ReadSession(server.Url, maren) > 6);
        gate.Shut();
        // Counted where nobody hears it.
        Count(phone, "1111");
        End(phone);
        Count(phone, "111");

        using var tablet = new Page(server.Url, 820, 1180, touch: true);
        tablet.Go($"/clients/{maren}/session");
        tablet.See("phone.");
        tablet.See("5 clean, set 1");
        tablet.Press("Take it over here");
        // The right of the warm-up is counted here as well.
        Count(tablet, "11111");
        End(tablet);

        gate.Open();
        phone.See("It runs on");
        tablet.Until(
            "one session of both",
            () =>
            {
                using var http = AppSignIn.Client(server.Url);
                var taps = JsonNode.Parse(
                    http.GetStringAsync(new Uri($"{server.Url}/api/sessions")).GetAwaiter().GetResult()
                )!["sessions"]!
                    .AsArray()
                    .First(s => s!["clientId"]!.ToString() == maren)!["taps"]!.AsArray();
                return taps.Any(t => t!["kind"]!.ToString() == "setTold");
            }
        );
        phone.Press("Take it over here");
        Phase(phone, "before");
        // The left of the warm-up and the right are counted, and three of the first set that the phone had begun.
        phone.See("to match");
    }

    [Fact]
    public async Task A_sore_set_opens_its_first_answer_and_five_ends_the_day()
    {
        using var server = new AppHost(demo: true);
        using var page = Phone(server.Url);
        page.Go("/").Understood();
        var dov = await IdAsync(server.Url, "Dov Tarrant");
        Begin(page, dov);
        Count(page, "11111");
        End(page);
        // The knee on record is asked about, and the next set waits for the answer.
        page.See("joint pain?");
        Assert.False(page.Find(Act).Enabled);
        // Nor does a key go past it.
        page.Key("s");
        page.See("joint pain?");
        Assert.True(page.Lacks(Clean));
        page.Click("[aria-label='Pain 4']");
        page.Find("[data-sore='1']");
        page.See("How much is on the front foot?");
        page.See("The front leg works");
        Assert.True(page.Lacks(Act));
        // Asked again it is one: go on, nothing more is changed.
        page.Click("[aria-label='Pain 1']");
        Count(page, "11111");
        End(page);
        page.Click("[aria-label='Pain 4']");
        // The same would be said again: the next change comes.
        page.Find("[data-sore='1'], [data-sore='2']");
        page.Click("[aria-label='Pain 5 or more']");
        page.Click("[aria-label='Pain 6']");
        Phase(page, "stopped");
        page.See("stop for today");
        Assert.True(page.Lacks("[aria-label='Clean']"));
        Assert.DoesNotContain("Go on", page.Find(Act).Text, StringComparison.Ordinal);
        page.Press("Put it away");
        page.Go($"/clients/{dov}");
        page.See("Pain 6");
    }

    [Fact]
    public async Task Only_the_last_ones_off_is_tired_and_said_so()
    {
        using var server = new AppHost(demo: true);
        using var page = Phone(server.Url);
        page.Go("/").Understood();
        var maren = await IdAsync(server.Url, "Maren Oakhollow");
        Begin(page, maren);
        foreach (var set in new[] { "11111", "11111", "11111" })
        {
            Count(page, set);
            End(page);
        }

        Count(page, "11110");
        End(page);
        page.See("Only the last one was not clean");
        page.Press("Tired");
        page.See("Tired, not untaught");
        page.See("No new cue");
    }

    [Fact]
    public async Task Done_as_asked_is_one_tap_a_slip_is_taken_back_and_a_log_is_corrected_by_a_newer_one()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        var dov = await IdAsync(server.Url, "Dov Tarrant");
        async Task<JsonArray> LogsAsync()
        {
            using var http = AppSignIn.Client(server.Url);
            return JsonNode.Parse(await http.GetStringAsync(new Uri($"{server.Url}/api/clients/{dov}")))![
                "logs"
            ]!.AsArray();
        }

        var before = (await LogsAsync()).Count;
        page.Click("[aria-label^='Log: Dov Tarrant']");
        page.Click("[aria-label^='Take the log back: Dov']");
        page.Find("[aria-label^='Log: Dov Tarrant']");
        page.Click("[aria-label^='Log: Dov Tarrant']");
        page.See("Logged. Next time");
        // The one that was taken back never went anywhere.
        Assert.Equal(before + 1, (await LogsAsync()).Count);

        page.Go($"/clients/{dov}");
        page.Click("[data-logs] button[aria-label^='Correct']");
        page.See("It stays on record as it was entered");
        page.Press("Otherwise");
        page.Click("[aria-label='Sets: fewer']");
        page.Press("Keep the log");
        page.Find("[data-logged]");
        var after = await LogsAsync();
        Assert.Equal(before + 1, after.Count);
        Assert.StartsWith("2 ×", after[0]!["did"]!.ToString(), StringComparison.Ordinal);
        Assert.StartsWith("3 ×", after[0]!["asked"]!.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_red_flag_raised_in_the_hour_ends_it_also_without_a_signal_and_takes_nothing_back()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = Phone(gate.Url);
        page.Go("/").Understood();
        var maren = await IdAsync(server.Url, "Maren Oakhollow");
        Begin(page, maren);
        Count(page, "1111");
        gate.Shut();
        page.Press("Change…");
        page.Press("Red flag…");
        page.Press("Before any loading");
        page.Press("A leg that gives way");
        Phase(page, "stopped");
        page.See("Training stops now");
        page.See("4 of 4 clean");
        Assert.True(page.Lacks(Clean));
        gate.Open();
        page.Press("Put it away");
        page.Until("it at the studio", () => ReadSession(server.Url, maren) > 6);
    }

    [Fact]
    public async Task A_range_that_is_due_is_read_side_by_side_before_the_work_also_without_a_signal()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var http = AppSignIn.Client(server.Url);
        var client = Guid.CreateVersion7();
        using (
            var made = await http.PostAsJsonAsync(
                new Uri("/api/clients", UriKind.Relative),
                new
                {
                    operationId = Guid.CreateVersion7(),
                    id = client,
                    name = "Sorrel Tam",
                    goal = "",
                    school = "kneeForward",
                }
            )
        )
            made.EnsureSuccessStatusCode();
        using var page = Phone(gate.Url, app: true);
        page.Go("/").Understood();
        page.Go($"/clients/{client}/session");
        page.See("measured, both sides");
        page.Find("button:has(svg[aria-label='left side'])");
        ReleaseTests.Kept(page);
        gate.Shut();
        page.Click("button:has(svg[aria-label='left side'])");
        foreach (var (side, degrees, next) in new[] { ("left", "31", "Keep, then right"), ("right", "34", "Keep it") })
        {
            page.Find($"[data-range='ankleBend'] svg[aria-label='{side} side']");
            Assert.Equal(
                side == "left" ? 1 : 0,
                page.Driver.FindElements(OpenQA.Selenium.By.XPath("//button[contains(., 'Keep, then right')]")).Count
            );
            page.Click("[data-range] input");
            if (side == "left")
            {
                // What cannot be meant is said, and is not kept.
                page.Key("90").See("Read it again");
                Assert.False(page.Find(Act).Enabled);
                page.Key(OpenQA.Selenium.Keys.Backspace + OpenQA.Selenium.Keys.Backspace);
            }

            page.Key(degrees);
            page.Press(next);
        }

        // The work comes next, as ever.
        page.Press("It stands already");
        Phase(page, "before");
        gate.Open();
        JsonArray? ranges = null;
        page.Until(
            "both ranges at the studio",
            () =>
                (
                    ranges = JsonNode.Parse(
                        http.GetStringAsync(new Uri($"/api/clients/{client}/intake", UriKind.Relative))
                            .GetAwaiter()
                            .GetResult()
                    )!["ranges"]!.AsArray()
                )
                    is { Count: 2 }
        );
        Assert.Equal(
            [("left", 31.0), ("right", 34.0)],
            ranges!
                .Select(r => (r!["side"]!.GetValue<string>(), r["degrees"]!.GetValue<double>()))
                .OrderBy(r => r.Item1, StringComparer.Ordinal)
        );
        Assert.DoesNotContain("refused", page.Text(), StringComparison.Ordinal);
    }
}
