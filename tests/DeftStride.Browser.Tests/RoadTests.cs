using OpenQA.Selenium;
using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>The whole road in the real interface, against a real server and database.</summary>
public sealed class RoadTests
{
    [Fact]
    public void From_a_drawn_picture_to_a_decision_and_still_there_after_a_kill()
    {
        using var server = new AppServer();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Press("Check Wil");
        page.Press("agrees");
        page.Short();

        var (left, right) = (DrawnLeg.At(4), DrawnLeg.At(25));
        page.GivePicture("left", left.Png);
        page.ClickPicture(LeftStage, left.AnkleX, left.AnkleY);
        page.See("Tap the middle of the front knee");
        page.ClickPicture(LeftStage, left.KneeX, left.KneeY);
        Near(4, page.Reading(Left));
        page.See("Left shin 4° forward. Now the right.");

        page.GivePicture("right", right.Png);
        page.ClickPicture(RightStage, right.AnkleX, right.AnkleY);
        page.ClickPicture(RightStage, right.KneeX, right.KneeY);
        Near(25, page.Reading(Right));
        page.See("further forward than the left. Bring the right shin back first.");
        page.See("Outside");

        page.See("Ask about pain");
        page.NoPain();
        page.Press("Done looking");
        page.See("gatepost");

        page.Press("Look again");
        var again = DrawnLeg.At(1);
        page.GivePicture("right", again.Png);
        page.ClickPicture(AfterStage, again.AnkleX, again.AnkleY);
        page.ClickPicture(AfterStage, again.KneeX, again.KneeY);
        Near(1, page.Reading("section[aria-label='After']"));
        page.Press("Compare right");
        Assert.Equal("helped", page.Find("[data-outcome]").GetDomAttribute("data-outcome"));

        page.NoPain();
        page.Until("the recommendation", () => !page.Lacks("[data-rule='hold']"));
        page.Press("Why, and what would change it");
        page.See("Right shin in band before any cue.");
        page.Press("Accept: keep as it is");
        Assert.Equal("hold", page.Find("[data-decided]").GetDomAttribute("data-decided"));
        var errors = page.Errors();
        Assert.True(errors.Count == 0, $"{string.Join("\n", errors)}\n{server.Said}");

        server.Kill();
        server.Start();
        page.Go("/").Press("Wil Harrow");
        page.See("Keep as it is, with the cue that works");
        page.See("helped");
        page.See("1 of 1");
    }

    [Fact]
    public void Overruling_asks_for_a_reason_and_the_history_shows_both()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        Look(page);
        page.Press("Done looking");
        page.Press("Decide now");
        page.NoPain();
        page.Press("Your call");
        page.Press("Step back");
        page.Find("aside form input").SendKeys("tired after the night shift");
        page.Press("Decide so");
        page.See("tired after the night shift");
        page.Press("History of Maren");
        page.See("Your call instead of “change one thing, look again”: tired after the night shift");
    }

    [Fact]
    public void Without_a_mouse()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/");
        page.Find("[role='dialog'] button");
        page.Key(Keys.Enter).Gone("[role='dialog']");
        page.Key("/").Find("[role='dialog'] input");
        page.Key("maren" + Keys.Enter);
        page.See("What was decided");
        page.Key("c").Find(Left);
        page.Key("t").Find(LeftStage);
        var (ankle, knee) = Figure.Points("maren-4-l");
        Walk(page, "a", "left", "ankle", ankle);
        Walk(page, "k", "left", "knee", knee);
        Near(Figure.Shin("maren-4-l"), page.Reading(Left));
        page.Until("the other side", () => !page.Lacks($"{Right}[class*='border-ink']"));
        (ankle, knee) = Figure.Points("maren-4-r");
        Walk(page, "a", "right", "ankle", ankle);
        Walk(page, "k", "right", "knee", knee);
        Near(Figure.Shin("maren-4-r"), page.Reading(Right));

        page.Key("f");
        page.Until("the turned sign", () => page.Reading(Right).Degrees < 0);
        page.Key("z");
        page.Until("the sign back", () => page.Reading(Right).Degrees > 0);
        // Pain by key: how much, which leg, what it was doing and what kind; then that it was a slip.
        page.Key("i");
        page.Find("[data-pain-parts]");
        page.Key("3").Key("r").Key("f");
        page.See("Joint or tendon");
        page.Key("0").See("No pain");
        Assert.True(page.Lacks("[data-pain-parts]"));
        page.Key("d").See("Look again");
        page.Key("e").See("Pain after the set");
        page.Key("?").See("By key");
        page.Key(Keys.Escape).Gone("[role='dialog']");
        page.Until("a recommendation", () => !page.Lacks("[data-rule='outside']"));
        page.Script("document.activeElement.blur()");
        page.Key(Keys.Enter).See("Change this decision");
    }

    [Fact]
    public void A_look_goes_on_where_it_was_left_and_the_next_one_is_one_tap_away()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        Look(page);
        var before = page.Reading(Right);
        page.Go("/").See("A check was begun");
        page.Press("Go on with Maren");
        Assert.Equal(before, page.Reading(Right));
        page.Go("/").Press("Dov Tarrant");
        page.See("What was decided");
        page.Find("[aria-label='Open clients']");
        page.Press("Maren Oakhollow");
        page.Press("Go on with Maren");
        Assert.Equal(before, page.Reading(Right));

        // A new browser has nothing of its own: what it shows is what the server kept.
        using var other = new Page(server.Url);
        other.Go("/").Press("Go on with Maren");
        Assert.Equal(before, other.Reading(Right));
        other.Press("Drop this look");
        other.See("What was decided");
        // Dropped by a slip it comes back as it was.
        other.Press("Take the dropped look back");
        Assert.Equal(before, other.Reading(Right));
        other.Until(
            "it at the studio",
            () => other.Text() is var t && !t.Contains("waiting", StringComparison.Ordinal)
        );
        other.Press("Drop this look");
        other.See("What was decided");
        other.Go("/").Press("Check Maren");
        other.See("Use the 2 waiting pictures");
    }

    [Fact]
    public void A_bad_picture_is_named_and_leaves_nothing_on_the_bench()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Press("Check Wil");
        page.Press("agrees");
        page.GivePicture("left", "just a note"u8.ToArray());
        page.See("Use a PNG, JPEG or WebP file.");
        page.GivePicture("left", DrawnLeg.At(4).Png[..5000]);
        page.See("damaged or cut short");
        Assert.True(page.Lacks(LeftStage));
    }

    [Fact]
    public void With_the_signal_gone_the_points_stay_the_screen_says_so_and_the_reading_comes_when_it_is_back()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url);
        page.Go("/").Understood();
        Look(page);
        var before = page.Reading(Right);
        gate.Shut();
        page.Find("[data-stage='right'] [data-handle='knee']");
        page.Key("k").Key(Keys.ArrowLeft + Keys.ArrowLeft + Keys.ArrowLeft, holding: Keys.Shift);
        page.See("No answer from the studio");
        page.Until("an unsettled reading", () => page.Lacks($"{Right} [data-settled='true']"));
        // A picture taken now waits on the device and can be marked all the same.
        page.Press("another repetition of the right");
        var leg = DrawnLeg.At(18);
        page.GivePicture("right", leg.Png);
        page.ClickPicture(RightStage, leg.AnkleX, leg.AnkleY);
        page.ClickPicture(RightStage, leg.KneeX, leg.KneeY);
        page.See("Sending the picture");
        gate.Open();
        page.Until(
            "the connection back",
            () => !page.Text().Contains("No answer from the studio", StringComparison.Ordinal)
        );
        var after = page.Reading(Right);
        Assert.NotEqual(before.Degrees, after.Degrees);
        Assert.True(after.Reach < before.Reach);
        page.Until("everything sent", () => !page.Text().Contains("Sending", StringComparison.Ordinal));
        page.Press("Done looking");
        page.See("Look again");
    }

    [Fact]
    public void A_stop_sign_ends_the_advice_until_it_is_cleared()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Dov Tarrant");
        page.Press("Red flag");
        page.Press("Before any loading");
        page.Press("Night pain");
        page.Gone("[role='dialog']");
        page.See("Night pain that no position eases.");
        Assert.DoesNotContain("Check Dov", page.Text(), StringComparison.Ordinal);
        page.Press("Clear with a note");
        var fields = page.Driver.FindElements(By.CssSelector("[role='dialog'] input"));
        fields[0].SendKeys("Dr Sel, physiotherapist");
        page.Script(
            "const d=arguments[0];Object.getOwnPropertyDescriptor(HTMLInputElement.prototype,'value').set.call(d,new Date().toLocaleDateString('sv'));d.dispatchEvent(new Event('input',{bubbles:true}))",
            fields[1]
        );
        fields[2].SendKeys("Split squats at body weight");
        page.Press("Clear the red flag");
        page.See("Check Dov");
        page.See("Examined by Dr Sel");
    }

    /// <summary>Marks today's two pictures of the demo client that is next.</summary>
    internal static void Look(Page page)
    {
        page.Press("Check Maren");
        Mark(page, "left", LeftStage, "maren-4-l");
        Mark(page, "right", RightStage, "maren-4-r");
        page.NoPain();
    }

    /// <summary>Takes the first waiting picture for a side and places both points where they truly are.</summary>
    internal static void Mark(Page page, string side, string stage, string figure)
    {
        page.Press($"Use earlier picture 1 for the {side}");
        var (ankle, knee) = Figure.Points(figure);
        page.ClickPicture(stage, ankle.X, ankle.Y);
        page.ClickPicture(stage, knee.X, knee.Y);
    }

    internal static void Near(double truth, (double Degrees, double Reach) reading) =>
        Assert.InRange(reading.Degrees, truth - reading.Reach, truth + reading.Reach);

    internal static void Tab(Page page, string label, string css = "button") =>
        page.Until(
            $"\"{label}\" focused by Tab",
            () =>
            {
                page.Key(Keys.Tab);
                return page.Script(
                    "const e=document.activeElement;return e.matches(arguments[1]) && ((e.getAttribute('aria-label')||'')+e.textContent).includes(arguments[0])",
                    label,
                    css
                )
                    is true;
            }
        );

    /// <summary>Takes a point from its guess to a place by arrow keys alone.</summary>
    private static void Walk(Page page, string key, string side, string landmark, (double X, double Y) to)
    {
        var handle = $"[data-stage='{side}'] [data-handle='{landmark}']";
        page.Find(handle);
        page.Key(key);
        page.Until(
            $"{landmark} focused",
            () => page.Script("return document.activeElement===document.querySelector(arguments[0])", handle) is true
        );
        double[] At() =>
            (
                (IReadOnlyCollection<object>)
                    page.Script(
                        "const c=document.querySelector(arguments[0]+' circle');return [c.cx.baseVal.value,c.cy.baseVal.value]",
                        handle
                    )!
            )
                .Select(Convert.ToDouble)
                .ToArray();
        if (page.Script("return document.querySelector(arguments[0]).dataset.placed", handle) is "false")
            page.Key(Keys.Enter);
        foreach (
            var (axis, more, less) in new[] { (0, Keys.ArrowRight, Keys.ArrowLeft), (1, Keys.ArrowDown, Keys.ArrowUp) }
        )
        {
            var by = (axis == 0 ? to.X : to.Y) - At()[axis];
            var (far, near) = ((int)Math.Abs(by) / 10, (int)Math.Round(Math.Abs(by) % 10));
            var arrow = by > 0 ? more : less;
            if (far > 0)
                page.Key(string.Concat(Enumerable.Repeat(arrow, far)), holding: Keys.Shift);
            if (near > 0)
                page.Key(string.Concat(Enumerable.Repeat(arrow, near)));
        }

        page.Until(
            $"{landmark} at its place",
            () => Math.Abs(At()[0] - to.X) <= 1.01 && Math.Abs(At()[1] - to.Y) <= 1.01
        );
    }
}
