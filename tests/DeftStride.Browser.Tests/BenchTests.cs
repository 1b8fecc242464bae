using OpenQA.Selenium;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Meeting a client and setting them up, in the real interface.</summary>
public sealed class BenchTests
{
    private const string Stage = "[data-settled='true'] [data-bench]";

    [Fact]
    public void Two_numbers_to_a_stance_and_a_handle_to_the_card()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Press("Set-up");
        page.See("How tall is Wil?");
        Type(page, "Stature", "1.75");
        page.See("Did you mean 1.75 m?");
        Type(page, "Stature", "175");
        page.See("This stance fits");
        var before = Value(page, "Stance");
        Assert.InRange(before, 66, 74);

        // The rear foot dragged a hand's width back: the stance grows and the shin follows.
        var foot = page.Find("[data-lever='stance'] .ring");
        new Actions(page.Driver).MoveToElement(foot).ClickAndHold().MoveByOffset(-40, 0).Release().Perform();
        page.Until("a longer stance", () => !page.Lacks(Stage) && Value(page, "Stance") > before + 3);
        Assert.True(Value(page, "Front shin") < 0);
        // Undone and kept in one breath: what is kept is what was undone to, not what was worked out last.
        page.Script(
            """
            dispatchEvent(new KeyboardEvent('keydown', { key: 'z' }));
            setTimeout(() => dispatchEvent(new KeyboardEvent('keydown', { key: 'd' })));
            """
        );
        page.See("It is on today’s card");
        page.Until("the stance back", () => !page.Lacks(Stage) && Math.Abs(Value(page, "Stance") - before) < 1.5);
        page.Key("p").Find("[data-print]");
        Assert.Equal($"{before:0} cm", page.Find("[data-print] [data-line='stance'] dd").Text);
        page.Key(Keys.Escape).Gone("[data-print]");
        page.Go("/").Press("Plan…");
        page.Click("[role='dialog'] button[type='submit']");
        page.Gone("[role='dialog']");
        Assert.Equal($"{before:0} cm", page.Find("[aria-label='Next'] [data-line='stance'] dd").Text);
        Assert.DoesNotContain(page.Errors(), e => !e.Contains("400", StringComparison.Ordinal));
    }

    [Fact]
    public void Stiff_ankles_are_told_which_wedge_makes_it_possible_all_by_key()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Key("/").Find("[role='dialog'] input");
        page.Key("corin" + Keys.Enter).See("What was decided");
        page.Key("b").Find(Stage);
        page.See("This stance fits");
        // The wedge away: the ankle that was measured no longer reaches.
        Set(page, "Heel wedge", "0");
        page.See("The front ankle is");
        Assert.Equal("frontAnkle", page.Find("[data-joint][data-exceeds='true']").GetDomAttribute("data-joint"));
        page.See("measured on this client");
        page.Press("wedge of");
        page.See("This stance fits");

        page.Key("1").See("Vertical shin");
        page.Until("the vertical start", () => !page.Lacks(Stage) && Value(page, "Front shin") == 0);
        page.Key("t");
        page.Until(
            "two right angles",
            () =>
                !page.Lacks(Stage)
                && page.Find("[data-joint='frontKnee']").Text.Contains("90°", StringComparison.Ordinal)
        );

        // The handle itself, by arrow keys.
        page.Script("document.querySelector(\"[data-lever='shin']\").focus()");
        page.Key(Keys.ArrowRight + Keys.ArrowRight + Keys.ArrowRight);
        page.Until("three degrees", () => !page.Lacks(Stage) && Value(page, "Front shin") == 3);
        page.Key("z").Key("b");
        page.See("The bottoms should be one picture");
    }

    [Fact]
    public void A_studio_with_two_boxes_gets_honest_words()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Studio");
        page.See("heights can be built");
        for (var plate = 0; plate < 3; plate++)
        {
            var left = page
                .Driver.FindElements(
                    By.CssSelector("[aria-label='Plates, one entry each'] button[aria-label^='Take away']")
                )
                .Count;
            page.Click("[aria-label='Plates, one entry each'] button[aria-label^='Take away']");
            page.Until(
                "one plate less",
                () =>
                    page.Driver.FindElements(
                        By.CssSelector("[aria-label='Plates, one entry each'] button[aria-label^='Take away']")
                    ).Count
                    == left - 1
            );
        }

        page.Click("[aria-label='Boxes and benches to stand on'] button[aria-label^='Take away 40']");
        page.See("3 heights can be built");
        page.Find("[aria-label='Boxes and benches to stand on'] input").SendKeys("300" + Keys.Enter);
        page.See("A box of 300 cm is not likely");
        page.Go("/").Press("Bram Hartnell");
        page.Press("Set-up");
        page.Find(Stage);
        new SelectElement(page.Find("select:has(option[value='step-up'])")).SelectByValue("step-up");
        page.See("Step on 45 cm");
        page.See("would suit");
        new SelectElement(page.Find("select:has(option[value='step-down-tap'])")).SelectByValue("step-down-tap");
        page.See("Step down from 30 cm");
        page.See("10 cm would suit");
    }

    [Fact]
    public void A_rear_foot_is_raised_as_high_as_the_leg_follows_and_two_heights_are_tried()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Bram Hartnell");
        page.Until("the client", () => page.Driver.Url.Contains("/clients/", StringComparison.Ordinal));
        var client = new Uri(page.Driver.Url).AbsolutePath.Split('/')[2];
        page.Go($"/clients/{client}/bench?exercise=rear-foot-raised");
        page.Find("[data-rear-surface]");
        page.See("is the highest for this leg");
        var ball = Value(page, "Under the rear foot");
        page.Press("Roll");
        page.Until("the instep higher than the ball", () => Value(page, "Under the rear foot") > ball + 5);
        page.See("Rear instep on");
        page.Press("Back as well");
        page.See("Marked hip-dominant");
        page.Until("hips further back", () => Value(page, "Trunk") > 20);

        // Two heights by key: the back arches on the higher one.
        var high = Value(page, "Under the rear foot");
        page.Key("h");
        page.Find("[data-advice]");
        page.See("Not enough yet.");
        // What stands now is what is asked about.
        Assert.Equal(
            high,
            double.Parse(
                page.Find("select[aria-label='Second height']").GetDomProperty("value")!,
                System.Globalization.CultureInfo.InvariantCulture
            ),
            1
        );
        page.Click("[aria-label='To stand on, first height'] button:nth-of-type(1)");
        page.Click("[aria-label='Back, first height'] button:nth-of-type(1)");
        page.Click("[aria-label='To stand on, second height'] button:nth-of-type(2)");
        page.Click("[aria-label='Back, second height'] button:nth-of-type(2)");
        page.Until(
            "the advice",
            () => page.Find("[data-advice] .say").Text.StartsWith("Lower:", StringComparison.Ordinal)
        );
        page.Press("Lower: ");
        page.See("lower,");
        page.Until("the lower one on the bench", () => Value(page, "Under the rear foot") < high - 1);
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void A_mark_on_the_floor_by_tape_and_by_knee_goes_to_the_card_and_the_library_tells_the_rest()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Bram Hartnell");
        page.Until("the client", () => page.Driver.Url.Contains("/clients/", StringComparison.Ordinal));
        var client = new Uri(page.Driver.Url).AbsolutePath.Split('/')[2];
        page.Go($"/clients/{client}/bench?exercise=lateral-lunge");
        page.Find("[data-marks]");
        var tape = Value(page, "Tape");
        var knee = Value(page, "Knee at the bottom");
        page.Click("[aria-label='Knee at the bottom: more']");
        page.Until("a longer step", () => Value(page, "Tape") > tape);
        page.Click("[aria-label='Tape: less']");
        page.Click("[aria-label='Tape: less']");
        page.Click("[aria-label='Tape: less']");
        page.Until("a shallower knee", () => Value(page, "Knee at the bottom") < knee);
        // The key before the change is worked out: it is kept all the same.
        page.Script(
            """
            document.querySelector("[aria-label='Tape: less']").click();
            setTimeout(() => dispatchEvent(new KeyboardEvent('keydown', { key: 'd' })));
            """
        );
        page.See("Kept for the lateral lunge");
        page.Go("/library?open=exercise:lateral-lunge");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void Meeting_a_client_chooses_and_says_why_not_and_a_sore_knee_changes_it()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Press("Meet");
        Type(page, "Stature", "170");
        page.See("Start with the split squat to pad");
        page.Press("Front of the thigh");
        page.Press("Years");
        page.Until(
            "the raised foot",
            () => page.Find("[data-start]").GetDomAttribute("data-start") == "front-foot-raised"
        );
        var knee = page.Find("[aria-label='left front of the knee']");
        page.Script("arguments[0].scrollIntoView({block:'center'})", knee);
        knee.Click();
        page.See("Left: front of the knee");
        page.Click("fieldset button:nth-of-type(4)");
        page.Until(
            "off the deep knee",
            () => page.Find("[data-start]").GetDomAttribute("data-start") != "front-foot-raised"
        );
        page.See("a vertical shin spares the front of the knee");
        page.Press("How far the joints go");
        page.Press("Ankle bend");
        Type(page, "Toe to wall", "6");
        page.Until("a measured ankle", () => page.Text().Contains("(Coach)", StringComparison.Ordinal));
        page.Press("Pictures, and minors");
        Type(page, "Guardian", "Fen Harrow");
        page.Go("/").Press("Wil Harrow");
        page.Press("Meet");
        page.Until(
            "all of it kept",
            () =>
                page.Find("[data-start]").GetDomAttribute("data-start") != "front-foot-raised"
                && page.Text().Contains("3 left front of the knee", StringComparison.Ordinal)
        );
    }

    private static double Value(Page page, string dial)
    {
        var text = page.Find($"[aria-label='{dial}'] input").GetDomProperty("value")!;
        return double.Parse(text.Replace('−', '-'), System.Globalization.CultureInfo.InvariantCulture);
    }

    private static void Set(Page page, string dial, string value)
    {
        var field = page.Find($"[aria-label='{dial}'] input");
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(value + Keys.Enter);
        page.Script("document.activeElement.blur()");
    }

    private static void Type(Page page, string label, string value)
    {
        var field = page.Wait(
            $"the field {label}",
            () =>
                page
                    .Driver.FindElements(By.XPath($"//label[starts-with(normalize-space(.), '{label}')]//input"))
                    .FirstOrDefault(e => e.Displayed)
        );
        field.SendKeys(Keys.Control + "a");
        field.SendKeys(value + Keys.Enter);
        page.Script("document.activeElement.blur()");
    }
}
