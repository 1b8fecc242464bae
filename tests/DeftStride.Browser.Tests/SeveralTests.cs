using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Several clients at once, a signal that goes on the bench, inches, and the bench by thumb.</summary>
public sealed class SeveralTests
{
    [Fact]
    public void Four_clients_are_open_one_tap_apart_and_a_fifth_takes_the_oldest_place()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        foreach (var name in new[] { "bram", "dov", "petra", "corin" })
            Find(page, name);
        Assert.Equal(["Bram Hartnell", "Dov Tarrant", "Petra Lowmoor", "Corin Vale"], Open(page));
        Find(page, "ilse");
        Assert.Equal(["Dov Tarrant", "Petra Lowmoor", "Corin Vale", "Ilse Branwick"], Open(page));
        page.Click("[aria-label='Open clients'] a");
        page.See("Stone steps all day");
        page.Go(new Uri(page.Driver.Url).AbsolutePath);
        page.Until("still open after a reload", () => Open(page).Length == 4);
        page.Press("Close Dov Tarrant");
        page.See("6 today");
        Assert.Equal(3, Open(page).Length);
    }

    [Fact]
    public void With_the_signal_gone_the_bench_keeps_the_hand_and_says_that_the_answer_waits()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url);
        page.Go("/").Understood();
        Find(page, "bram");
        page.Key("b").Find("[data-settled='true'] [data-bench]");
        gate.Shut();
        page.Until(
            "an unsettled bench",
            () =>
            {
                page.Click("[aria-label='Front shin: more']");
                return page.Lacks("[data-settled='true']");
            }
        );
        var asked = page.Find("[aria-label='Front shin'] input").GetDomProperty("value");
        Assert.False(
            page.Driver.FindElement(By.XPath("//button[starts-with(normalize-space(.),'Keep this set-up')]")).Enabled
        );
        gate.Open();
        page.Find("[data-settled='true'] [data-bench]");
        Assert.Equal(asked, page.Find("[aria-label='Front shin'] input").GetDomProperty("value"));
        page.Press("Keep this set-up");
        page.See("Kept");
    }

    [Fact]
    public void A_studio_that_reads_inches_reads_them_everywhere_and_nothing_changes_underneath()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Studio");
        page.Choose("Inches, pounds");
        page.See("12 in");
        Find(page, "bram");
        page.Key("m").See("Start with the");
        page.Until(
            "inches and pounds",
            () => Number(page, "Stature") is > 73.9 and < 74.1 && Number(page, "Mass") is > 202 and < 204
        );
        Find(page, "bram");
        page.Key("b").Find("[data-settled='true'] [data-bench]");
        Assert.EndsWith(" in", page.Find("aside [data-line='stance'] dd").Text, StringComparison.Ordinal);
        // Longer words find their room, where there is least of it.
        page.Press("Studio");
        page.Choose("November 24");
        page.Choose("4:30 pm");
        page.Resize(390, 844);
        page.Go("/").See(" am");
        Assert.Empty(Fit.Faults(page));
        Find(page, "bram");
        page.Press("Knee over the foot");
        page.See("±0.8 in");
        page.See("44 lb at the chest");
        Assert.Empty(Fit.Faults(page));
        page.Resize(1280, 800);
        page.Press("Studio");
        page.Choose("Centimetres, kilograms");
        Find(page, "bram");
        page.Key("m").See("Start with the");
        page.Until("centimetres again", () => Number(page, "Stature") == 188 && Number(page, "Mass") == 92);
    }

    [Fact]
    public void The_bench_by_thumb()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        page.Press("History");
        page.Press("Set-up");
        page.Find("[data-settled='true'] [data-bench]");
        Assert.True(
            page.Script("return document.documentElement.scrollWidth <= innerWidth") is true,
            "the page scrolls sideways"
        );
        page.Press("Knee forward");
        page.Until(
            "the knee forward",
            () =>
                page.Script(
                    "return Number(document.querySelector(\"[data-lever='shin']\").getAttribute('aria-valuenow')) > 20"
                )
                    is true
        );
        page.Press("Keep this set-up");
        page.See("Kept. Keep again");
        page.Press("Card");
        page.See("Front heel to rear toe");
    }

    [Fact]
    public void What_a_client_has_differently_says_so_and_can_be_taken_back()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        Find(page, "petra");
        page.Key("m").See("Start with the");
        page.Press("Done differently for");
        page.See("(as the studio has it)");
        var toe = page.Find("details label select");
        page.Script("arguments[0].scrollIntoView({block:'center'})", toe);
        new OpenQA.Selenium.Support.UI.SelectElement(toe).SelectByText("for this client: outer");
        page.See("(chosen for this client)");
        new OpenQA.Selenium.Support.UI.SelectElement(page.Find("details label select")).SelectByText(
            "as the studio has it"
        );
        page.Until("taken back", () => !page.Text().Contains("(chosen for this client)", StringComparison.Ordinal));
    }

    private static void Find(Page page, string name)
    {
        page.Script("document.activeElement?.blur?.()");
        page.Key("/").Find("[role='dialog'] input");
        page.Key(name + Keys.Enter).Gone("[role='dialog']");
        page.See("What was decided");
    }

    private static string[] Open(Page page) =>
        [
            .. page
                .Driver.FindElements(By.CssSelector("[aria-label='Open clients'] a > span:first-child"))
                .Select(e => e.Text),
        ];

    private static double Number(Page page, string label)
    {
        var field = page
            .Driver.FindElements(By.XPath($"//label[starts-with(normalize-space(.), '{label}')]//input"))
            .FirstOrDefault(e => e.Displayed);
        return double.TryParse(
            field?.GetDomProperty("value"),
            System.Globalization.CultureInfo.InvariantCulture,
            out var n
        )
            ? n
            : double.NaN;
    }
}
