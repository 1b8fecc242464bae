using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Meeting a client: two numbers, their own words, and the rest folded until somebody asks.</summary>
public sealed class MeetTests
{
    [Fact]
    public async Task A_new_client_is_met_in_pounds_and_in_their_own_words_and_a_slip_is_said_beside_its_field()
    {
        using var server = new AppHost();
        using var http = AppSignIn.Client(server.Url);
        async Task<JsonNode> Get(string path) =>
            JsonNode.Parse(await http.GetStringAsync(new Uri(path, UriKind.Relative)))!;
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        var id = new Uri(page.Driver.Url).AbsolutePath.Split('/')[2];
        page.Until(
            "seven things that nobody asked",
            () =>
                page.Driver.FindElements(By.CssSelector("[data-beginning] dd")).Count(d => d.Text == "not asked yet")
                == 7
        );

        page.Go("/studio").Choose("Inches, pounds");
        page.Choose("4:30 pm");
        page.Go($"/clients/{id}").Press("Meet Wil");
        page.See("That is enough to begin");
        var screen = (long)page.Script("return document.getElementById('main').scrollHeight")!;
        Assert.True(screen <= 1200, $"{screen} px high, one and a half screens are 1200");

        void Say(string label, string text)
        {
            var field = page.Wait(
                $"the field \"{label}\"",
                () =>
                    page
                        .Driver.FindElements(By.XPath($"//label[.//span[normalize-space()='{label}']]//input"))
                        .FirstOrDefault(f => f.Displayed)
            );
            field.SendKeys(Keys.Control + "a" + Keys.Null);
            field.SendKeys(text + Keys.Tab);
        }

        // A stature in the wrong unit: said where it was typed, and nothing is kept.
        Say("Stature", "170");
        var stature = page.Find("input[aria-invalid='true']");
        Assert.Contains(
            "A stature of 170 in is not likely. It lies between 47 and 90½ in",
            page.Driver.FindElement(By.Id(stature.GetAttribute("aria-describedby")!)).Text,
            StringComparison.Ordinal
        );
        Assert.Single(page.Driver.FindElements(By.CssSelector("[role='alert']")));
        Assert.Null((await Get($"/api/clients/{id}/intake"))["intake"]!["statureCm"]);
        Say("Stature", "67");
        page.Until("the refusal to go", () => page.Lacks("input[aria-invalid='true']"));
        Say("Mass", "150");
        page.See("Start with the");
        page.Find("input[maxlength='400']").SendKeys("It grumbles after 10 kg" + Keys.Tab);
        page.Press("What asks for extra care");
        page.Press("asked: no to each");
        page.See("all asked");
        page.Until(
            "the words on record",
            () =>
                JsonNode.Parse(http.GetStringAsync(new Uri($"/api/clients/{id}/intake", UriKind.Relative)).Result)![
                    "intake"
                ]!["bothers"]!.GetValue<string>() == "It grumbles after 10 kg"
        );
        var intake = (await Get($"/api/clients/{id}/intake"))["intake"]!;
        Assert.Equal(170.18, intake["statureCm"]!.GetValue<double>(), 6);
        Assert.Equal(150 * 0.45359237, intake["massKg"]!.GetValue<double>(), 6);
        Assert.All(intake["care"]!.AsObject(), a => Assert.Equal("no", $"{a.Value}"));

        // Their page says what is known, in the units of the house; their own words stay their own.
        page.Go($"/clients/{id}").See("Next: one look at Wil");
        page.See("67 in, 150 lb");
        page.See("“It grumbles after 10 kg”");
    }
}
