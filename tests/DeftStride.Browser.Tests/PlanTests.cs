using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>The weeks as they are planned and moved: by a few taps, by keys, by touch, and without a signal.</summary>
public sealed class PlanTests
{
    private const string Picked = ".plan-visit[aria-pressed='true']";

    private static JsonNode Get(string url, string path)
    {
        using var http = AppSignIn.Client(url);
        return JsonNode.Parse(http.GetStringAsync(new Uri(url + path)).GetAwaiter().GetResult())!;
    }

    private static string Id(string url, string name) =>
        Get(url, "/api/clients").AsArray().Single(c => c!["name"]!.ToString() == name)!["id"]!.ToString();

    private static JsonArray Visits(string url, string client) =>
        Get(url, $"/api/clients/{client}/plan")["visits"]!.AsArray();

    private static string Day(string url, string client, string visit) =>
        Visits(url, client).Single(v => v!["id"]!.ToString() == visit)!["day"]!.ToString();

    [Fact]
    public void Four_weeks_for_a_new_client_in_a_few_taps_moved_by_keys_and_missed_ones_by_one()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        var wil = Id(server.Url, "Wil Harrow");

        // Open the plan, two days, keep it: four taps of the twelve that it may take.
        page.Go($"/clients/{wil}").See("Two numbers are enough to begin");
        page.Key("p");
        page.See("No weeks are planned for Wil yet");
        page.Press("Mon");
        page.Press("Thu");
        page.See("4 weeks");
        page.Until("the days", () => page.Text().Contains("Mon, Tue, Thu and Fri", StringComparison.Ordinal));
        page.Press("Tue");
        page.Press("Fri");
        page.Until("the days", () => page.Text().Contains("8 visits, Mon and Thu", StringComparison.Ordinal));
        page.Press("Plan these 4 weeks");
        page.Find(Picked);
        Assert.Equal(8, Visits(server.Url, wil).Count);

        // The picked visit goes a day later by a key, and comes back by another.
        var first = Visits(server.Url, wil)[0]!;
        var (id, day) = (first["id"]!.ToString(), DateOnly.Parse(first["day"]!.ToString()));
        page.Key(Keys.ArrowRight);
        page.Until("a day later", () => DateOnly.Parse(Day(server.Url, wil, id)) > day);
        page.See("Moved from");
        page.Key(Keys.ArrowLeft);
        page.Until("the day before", () => DateOnly.Parse(Day(server.Url, wil, id)) == day);
        page.Key(Keys.ArrowDown);
        page.Until(
            "the second to be picked",
            () =>
                page.Find(Picked)
                    .GetDomAttribute("aria-label")!
                    .StartsWith(
                        $"{DateOnly.Parse(Visits(server.Url, wil)[1]!["day"]!.ToString()):ddd d}",
                        StringComparison.Ordinal
                    )
        );
        page.Press("Take it out");
        page.Until("one less", () => Visits(server.Url, wil).Count == 7);

        // One of Corin’s visits was missed.
        var corin = Id(server.Url, "Corin Vale");
        page.Go($"/clients/{corin}/plan");
        page.See("visit was missed");
        page.Key("m");
        page.Until("nothing missed", () => Visits(server.Url, corin).All(v => v!["state"]!.ToString() != "missed"));
        Assert.Equal(
            Visits(server.Url, corin).Count,
            Visits(server.Url, corin).Select(v => v!["day"]!.ToString()).Distinct().Count()
        );
        page.Until("it said no more", () => !page.Text().Contains("was missed", StringComparison.Ordinal));
        Assert.Empty(page.Errors());
    }

    [Fact]
    public async Task A_table_of_logs_is_shown_before_it_comes_in_and_a_private_address_is_taken_back()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        var file = Path.Combine(server.Folder, "elsewhere.csv");
        File.WriteAllText(
            file,
            "client;day;exercise_id;side;amount;load_kg\nBram Hartnell;03.11.2026;step-up;left;8;12,5\nBram Hartnell;03.11.2026;step-up;right;8;12,5\nNobody;03.11.2026;step-up;right;8;0\n"
        );
        var bram = Id(server.Url, "Bram Hartnell");
        int Logs() => Get(server.Url, $"/api/clients/{bram}/logs")["entries"]!.AsArray().Count;
        var before = Logs();
        page.Go("/plan").Press("Logs as a table");
        page.Until(
            "the file to be asked for",
            () => page.Driver.FindElements(By.CssSelector("input[type='file']")).Count > 0
        );
        page.Driver.FindElement(By.CssSelector("input[type='file']")).SendKeys(file);
        page.See("1 log would come in");
        page.See("no client of this studio");
        Assert.Equal(before, Logs());
        page.Press("Bring in this log");
        page.See("1 log came in");
        Assert.Equal(before + 1, Logs());

        page.Press("Calendar");
        page.Press("Make a private address");
        var address = new Uri(page.Find("[data-address]").Text);
        using var http = AppSignIn.Client(server.Url);
        Assert.StartsWith("BEGIN:VCALENDAR", await http.GetStringAsync(address), StringComparison.Ordinal);
        page.Press("Take it back");
        page.Gone("[data-address]");
        using var gone = await http.GetAsync(address);
        Assert.Equal(System.Net.HttpStatusCode.NotFound, gone.StatusCode);

        page.Go($"/clients/{bram}/log");
        page.See("sessions");
        page.Find("input[type='search']").SendKeys("12.5");
        page.See("of " + (before + 1) + " entries");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void Two_who_want_the_same_box_are_told_on_both_screens_and_one_key_ends_it()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Plan");
        page.See("both want the 40 cm box");
        page.Press("Give");
        page.Find(Picked);
        page.See("both want the 40 cm box");
        Assert.Contains("39 cm", page.Text(), StringComparison.Ordinal);
        page.Key("v");
        page.Until("one clash less", () => Get(server.Url, "/api/plan")["clashes"]!.AsArray().Count < 2);
        page.See("instead of 40 cm");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public async Task On_a_phone_without_a_signal_the_weeks_are_read_and_moved_and_of_two_moves_the_second_sees_both()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url, 390, 844, touch: true, app: true);
        page.Go("/").Understood();
        var bram = Id(server.Url, "Bram Hartnell");
        page.Go($"/clients/{bram}/plan");
        page.See("Why is it planned like this?");
        ReleaseTests.Kept(page);
        var visits = Visits(server.Url, bram).Where(v => v!["state"]!.ToString() == "ahead").ToArray();
        var (one, two) = (visits[^2]!, visits[^1]!);
        string Row(JsonNode visit) => $"{DateOnly.Parse(visit["day"]!.ToString()):ddd d MMM}";

        gate.Shut();
        page.Go($"/clients/{bram}/plan");
        page.Press(Row(one));
        page.Press("Later");
        page.See("Moved from");
        page.See("waiting here; nothing is lost");
        Assert.Equal(one["day"]!.ToString(), Day(server.Url, bram, one["id"]!.ToString()));
        gate.Open();
        page.Until(
            "the move at the studio",
            () => Day(server.Url, bram, one["id"]!.ToString()) != one["day"]!.ToString()
        );

        // Another coach moves the same visit while this one is out of reach.
        page.Until("what moved to be read again", () => page.Lacks("[data-unsent]"));
        gate.Shut();
        page.Go($"/clients/{bram}/plan");
        page.Press(Row(two));
        page.Press("Later");
        page.See("waiting here; nothing is lost");
        using (var http = AppSignIn.Client(server.Url))
        {
            var now = Visits(server.Url, bram).Single(v => v!["id"]!.ToString() == two["id"]!.ToString())!;
            using var body = new StringContent(
                new JsonObject
                {
                    ["operationId"] = Guid.NewGuid().ToString(),
                    ["version"] = now["version"]!.GetValue<long>(),
                    ["day"] = DateOnly.Parse(now["day"]!.ToString()).AddDays(3).ToString("yyyy-MM-dd"),
                    ["time"] = "11:00",
                }.ToJsonString(),
                System.Text.Encoding.UTF8,
                "application/json"
            );
            using var moved = await http.PutAsync(new Uri($"{server.Url}/api/visits/{two["id"]}"), body);
            Assert.True(moved.IsSuccessStatusCode);
        }

        gate.Open();
        page.See("Someone changed this while you were at it");
        Assert.Equal(
            DateOnly.Parse(two["day"]!.ToString()).AddDays(3),
            DateOnly.Parse(Day(server.Url, bram, two["id"]!.ToString()))
        );
    }

    [Fact]
    public void A_visit_is_moved_on_the_studios_weeks_by_keys_and_by_a_finger_and_put_back()
    {
        using var server = new AppHost(demo: true);
        var bram = Id(server.Url, "Bram Hartnell");
        // The day that the screen opens on is the one with the first clash, whichever day of the week the test runs on.
        var clash = Get(server.Url, "/api/plan")["clashes"]!.AsArray()[0]!;
        var (id, day) = Visits(server.Url, bram)
            .Select(v => (v!["id"]!.ToString(), DateOnly.Parse(v["day"]!.ToString())))
            .Single(v => v.Item1 == clash["oneVisit"]!.ToString() || v.Item1 == clash["otherVisit"]!.ToString());
        using (var page = new Page(server.Url))
        {
            page.Go("/").Understood();
            page.Go("/plan").See("Bram Hartnell");
            // The day with the clash is picked; the hand goes from visit to visit until it has Bram’s.
            page.Key("m");
            for (var i = 0; i < 8 && !Held(page).StartsWith("Bram Hartnell", StringComparison.Ordinal); i++)
            {
                var before = Held(page);
                page.Key("m");
                page.Until("the next one in the hand", () => Held(page) != before);
            }

            page.Key(Keys.ArrowDown);
            page.Key(Keys.Enter);
            page.See("is planned for this day already");
            Assert.Equal(day, DateOnly.Parse(Day(server.Url, bram, id)));
            page.Key(Keys.ArrowUp);
            page.Key(Keys.ArrowRight);
            page.See("would come on this day");
            page.Key(Keys.Enter);
            page.Until("the day after", () => DateOnly.Parse(Day(server.Url, bram, id)) == day.AddDays(1));
            page.See("moved from");
            page.Press("Put it back");
            page.Until("the day that it was on", () => DateOnly.Parse(Day(server.Url, bram, id)) == day);
            Assert.Empty(page.Errors());
        }

        using (var page = new Page(server.Url, 390, 844, touch: true))
        {
            page.Go("/plan").See("Bram Hartnell");
            page.TouchDrag("button[aria-label^='Take Bram Hartnell']", $"[data-day='{day.AddDays(1):yyyy-MM-dd}']");
            page.Until("the day under the finger", () => DateOnly.Parse(Day(server.Url, bram, id)) == day.AddDays(1));
            page.See("moved from");
            Assert.Empty(page.Errors());
        }
    }

    private static string Held(Page page) =>
        (string)page.Script("return document.querySelector('main h1')?.innerText ?? ''")!;
}
