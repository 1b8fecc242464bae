using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Moving a client along in the real interface: weeks are simulated by starting the server at later days on the same data.</summary>
public sealed class StrideTests
{
    /// <summary>A session by taps alone: all looked fine, no pain, done as asked, accept.</summary>
    private static void Session(Page page, string exercise, bool before)
    {
        new SelectElement(page.Find("select[aria-label='Exercise']")).SelectByText(exercise);
        page.NoPain();
        page.Click("[data-rest-fine]");
        page.Press("Done looking");
        page.See("Pain after the set");
        page.NoPain();
        page.Press("Done as asked");
        page.See("all clean");
        page.Until("an effort to tap", () => !page.Lacks("section[aria-label='Log'] fieldset"));
        page.Script(
            "document.querySelectorAll(\"section[aria-label='Log'] fieldset\")[0].querySelectorAll('button')[6].click()"
        );
        page.Until("the effort folded", () => page.Text().Contains("Effort 6", StringComparison.Ordinal));
        if (!before)
            return;
        page.See("the morning after last time");
        page.Click("section[aria-label='Log'] fieldset button");
    }

    [Fact]
    public void From_the_first_screen_to_the_third_rung_by_tapping_what_was_seen_and_each_step_answers_why()
    {
        var folder = Directory.CreateTempSubdirectory("deft-stride-weeks-").FullName;
        var first = new DateTime(2026, 10, 5, 9, 0, 0, DateTimeKind.Utc);
        for (var week = 0; week < 3; week++)
        {
            using var server = new AppHost(folder: folder, clock: first.AddDays(7 * week).ToString("O"));
            using var page = new Page(server.Url);
            if (week == 0)
                page.NewClient("Wil Harrow");
            else
                page.Go("/").Press("Wil Harrow");
            page.Press("Check Wil");
            if (week == 0)
                page.Short();
            Session(page, "Split squat from the floor", before: week > 0);
            if (week == 0)
            {
                page.See("Split stance: start here");
                page.Until(
                    "where it starts",
                    () => page.Find("[data-placement]").Text.Contains("From the floor", StringComparison.Ordinal)
                );
            }
            else
                page.Until(
                    "what comes next",
                    () =>
                        page.Text()
                            .Contains(
                                week == 1 ? "Go on: 3 × 5 a side" : "Go on: to pad, 3 × 5 a side",
                                StringComparison.Ordinal
                            )
                );
            page.Press(week == 0 ? "Accept: keep as it is" : "Accept: go on");
            page.See("Change this decision");
            page.Press("History of Wil");
            if (week < 2)
            {
                page.See("From the floor");
                continue;
            }

            // The stride line stands on the third rung; each step answers why with the facts of its day.
            page.Until("what is asked for", () => page.Find("[data-asked]").Text == "3 × 5 a side");
            page.Click("[aria-label^='To pad'][aria-label$='why?']");
            var story = page.Find("[data-story='ss-pad']").Text;
            Assert.Contains("Up from “From the floor” to “To pad”", story, StringComparison.Ordinal);
            Assert.Contains("15 clean of 15, 15 asked for", story, StringComparison.Ordinal);
            Assert.Contains("met the same conditions", story, StringComparison.Ordinal);
            page.Find("[aria-label^='From the floor'][aria-label$='why?']").SendKeys(Keys.Enter);
            page.Until(
                "the first screen's facts",
                () =>
                    page.Find("[data-story='ss-floor']")
                        .Text.Contains("Every key check was in band before any cue", StringComparison.Ordinal)
            );

            // The ladder shows who stands there, and that rung is not taken away.
            page.Go("/ladders").See("1 on it");
            page.Click("[data-rung='ss-pad']");
            page.Press("Take it away");
            page.See("To pad cannot be taken away: Wil Harrow stands on it.");
            page.Press("Copy it");
            page.See("Split stance, our way");

            page.Go("/").Press("Wil Harrow");
            page.Press("For a clinician");
            page.Until(
                "the facts",
                () => page.Find("[data-page='clinician']").Text.Contains("None told.", StringComparison.Ordinal)
            );
            // The refusal itself is the one thing the browser notes.
            Assert.All(page.Errors(), e => Assert.Contains("/api/ladders/split-stance", e, StringComparison.Ordinal));
        }

        Directory.Delete(folder, recursive: true);
    }

    [Fact]
    public void A_log_without_a_look_takes_few_taps_and_a_borrowed_wedge_is_tried_without()
    {
        using var server = new AppHost(demo: true, clock: "2026-11-24T09:02:00Z");
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        page.Press("Log");
        page.Press("Done as asked");
        page.See("all clean");
        page.Press("Keep the log");
        page.Until("the log", () => !page.Lacks("[data-logged]"));
        page.See("Next time");
        page.Press("Back to today");
        page.See("Logged. Next time");

        page.Press("Corin Vale");
        page.See("to be tried without now");
        page.Press("Go on with Corin");
        page.See("One set without: heel wedge.");
        page.Click("section[aria-label='Try without'] button");
        page.See("It holds without the heel wedge: give it back.");
        page.Press("Give it back");
        page.See("Given back.");
        Assert.Empty(page.Errors());
    }
}
