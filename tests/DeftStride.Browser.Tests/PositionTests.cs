using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Two positions compared: by keys, and by a finger on the sole.</summary>
public sealed class PositionTests
{
    private static string Id(string url, string name)
    {
        using var http = AppSignIn.Client(url);
        return JsonNode
            .Parse(http.GetStringAsync(new Uri($"{url}/api/clients")).GetAwaiter().GetResult())!
            .AsArray()
            .Single(c => c!["name"]!.ToString() == name)!["id"]!.ToString();
    }

    private static string Sentence(Page page) =>
        (string)page.Script("return document.querySelector('[data-sentence]').innerText")!;

    private static void Settled(Page page) => page.Find("[data-sentence][data-settled='true']");

    private static int Pressed(Page page, string which) =>
        int.Parse(
            page.Find($"[data-position='{which}'] [role='slider']").GetDomAttribute("aria-valuenow")!,
            System.Globalization.CultureInfo.InvariantCulture
        );

    [Fact]
    public void Upright_or_inclined_by_keys_swapped_laid_over_and_put_on_the_card()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        var bram = Id(server.Url, "Bram Hartnell");
        page.Go($"/clients/{bram}/bench").See("Compare two");
        page.Key("c");
        page.Find("[data-position='B']");
        Settled(page);
        page.Until("the answer", () => Sentence(page).Contains("upright", StringComparison.Ordinal));
        page.See("The upright lunge spares the knee.");
        page.See("The inclined lunge brings the calf in, if it presses on the ball.");

        // Swapped, the same is said of the same position.
        page.Key("x");
        page.Until(
            "the ratio the other way round",
            () => page.Find("[data-joint='knee']").Text.Contains("0.7 times", StringComparison.Ordinal)
        );
        Assert.Contains("upright", Sentence(page), StringComparison.Ordinal);
        page.Key("x");
        page.Key("t");
        page.See("Estimates for just after the turn");
        page.Key("t");
        page.See("Estimates for standing still");
        page.Key("o");
        page.Find("button[aria-pressed='true']");

        // The pressure goes from the instep to the heel by a key, and the knee works harder.
        var knob = page.Find("[data-position='A'] [role='slider']");
        page.Script("arguments[0].focus()", knob);
        page.Key(Keys.Home);
        page.Until("the heel", () => Pressed(page, "A") == 10);
        page.Until(
            "what the heel does",
            () => !page.Text().Contains("The upright lunge spares the knee.", StringComparison.Ordinal)
        );
        page.Key(Keys.PageUp);
        page.Until("the instep", () => Pressed(page, "A") == 50);
        page.See("The upright lunge spares the knee.");

        page.Script("document.activeElement.blur()");
        page.Key("d");
        page.Until("the card", () => page.Driver.FindElements(By.CssSelector("aside [role='status']")).Count > 0);
        page.Go($"/clients/{bram}/bench").See("Front shin");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void One_that_falls_on_one_leg_is_told_what_balances_it_and_one_tap_does()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, 820, 1180, touch: true);
        page.Go("/").Understood();
        var dov = Id(server.Url, "Dov Tarrant");
        page.Go($"/clients/{dov}/positions").Find("[data-position='B']");
        page.Find("select[aria-label='The question']").SendKeys("On one leg");
        page.Find("[data-balance]");
        page.See("hips back");
        page.Script("[...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Change')).click()");
        var shin = page.Find("input[aria-label='Shin, degrees']");
        shin.SendKeys(Keys.Control + "a");
        shin.SendKeys("5" + Keys.Enter);
        page.Until("that it falls", () => Sentence(page).Contains("fall backward", StringComparison.Ordinal));
        page.Find("[data-balance='falls'] button").Click();
        page.Until("that it stands", () => !Sentence(page).Contains("fall", StringComparison.Ordinal));
        page.Find("[data-balance='comfortable']");

        // A finger moves the pressure of a stance.
        page.Find("select[aria-label='The question']").SendKeys("Upright");
        page.Find("[data-position='B'] [role='slider']");
        Settled(page);
        var before = Pressed(page, "B");
        page.TouchDrag("[data-position='B'] [role='slider']", "[data-position='B']");
        page.Until("the pressure elsewhere", () => Pressed(page, "B") != before);
        Assert.Empty(page.Errors());
    }
}
