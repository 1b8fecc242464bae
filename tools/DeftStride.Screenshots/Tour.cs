using DeftStride.Browser;
using OpenQA.Selenium;

namespace DeftStride.Screenshots;

/// <summary>The views worth a picture, in the order a coach meets them.</summary>
internal sealed class Tour(Page desk, string folder, string only)
{
    private const string Left = "section[aria-label='Left leg in front']";
    private const string Right = "section[aria-label='Right leg in front']";

    /// <summary>Views to look at while working that are not kept among the docs.</summary>
    private static readonly HashSet<string> ForTheEye =
    [
        "check-task",
        "check-side",
        "check-ask",
        "client-ilse",
        "bench-card",
        "bench-step",
        "phone-cue",
        "phone-rest",
        "check-again",
        "phone-bench",
        "phone-client",
        "phone-check",
        "check-cue",
        "parts-daylight",
        "parts-dim",
    ];

    /// <summary>The sheet of parts in both lights, whole.</summary>
    public static void Parts(Page page, string url, string folder, string only)
    {
        foreach (var light in new[] { "daylight", "dim" })
        {
            if (
                !$"parts-{light}".Contains(only, StringComparison.Ordinal)
                || (ForTheEye.Contains($"parts-{light}") && folder.Contains("docs", StringComparison.Ordinal))
            )
                continue;
            page.Driver.Navigate().GoToUrl(new Uri($"{url}/parts.html?theme={light}"));
            page.See("The parts, in every state");
            page.Resize(
                1280,
                Convert.ToInt32(
                    page.Script("return document.documentElement.scrollHeight"),
                    System.Globalization.CultureInfo.InvariantCulture
                )
            );
            page.Shoot(Path.Combine(folder, $"parts-{light}.png"));
        }
    }

    public void Desk()
    {
        desk.Go("/").See("Maren");
        Keep(desk, "floor");
        desk.Press("Bram Hartnell");
        desk.See("What was decided");
        Keep(desk, "client");
        desk.Press("Open the plan");
        desk.See("both want the 40 cm box");
        desk.Find("[aria-label='The studio this week']");
        Keep(desk, "plan");
        desk.Go("/plan").See("both want the 40 cm box");
        Keep(desk, "weeks");
        desk.Go("/ladders").Find("[data-rung='ss-pad']");
        Keep(desk, "ladders");
        desk.Go("/").Press("History");
        desk.See("What was decided");
        Wide();
        Keep(desk, "check-task");
        Mark(desk);
        desk.Reading(Left);
        Keep(desk, "check");
        desk.Press("Full");
        foreach (var side in new[] { "left", "right" })
            desk.PlaceAsked(side, $"maren-4-{side[0]}");
        Keep(desk, "check-side");
        desk.Find("nav[aria-label='Views'] button:nth-child(2)").Click();
        foreach (var side in new[] { "left", "right" })
        {
            desk.Press($"Use earlier picture 1 for the {side}");
            desk.PlaceAsked(side, $"maren-front-{side[0]}");
        }

        Keep(desk, "check-front");
        desk.Find("nav[aria-label='Views'] button:nth-child(4)").Click();
        desk.See("Where is it felt?");
        Keep(desk, "check-ask");
        desk.Press("Done looking");
        desk.See("Look again");
        Keep(desk, "check-cue");
        desk.Press("Look again");
        desk.Press("earlier picture 1");
        Place(desk, "[aria-label='After'] [data-stage]", "maren-4c-r");
        desk.Reading("section[aria-label='After']");
        Keep(desk, "check-again");
        desk.Press("Compare right");
        desk.See("Pain after the set");
        desk.Press("No pain");
        desk.Press("Done as asked");
        desk.See("all clean");
        Keep(desk, "check-decision");
        desk.Press("Page for the client");
        desk.Find("[data-page]");
        Keep(desk, "print");
        desk.Go("/").Press("Find");
        desk.Find("[role='dialog'] input").SendKeys("ilse" + Keys.Enter);
        desk.See("What was decided");
        Keep(desk, "client-ilse");
    }

    /// <summary>Two clips of one client, read here and now.</summary>
    public void Clips()
    {
        if (!"check-clip play".Contains(only, StringComparison.Ordinal))
            return;
        desk.Go("/").Press("Find");
        desk.Find("[role='dialog'] input").SendKeys("ilse" + Keys.Enter);
        desk.See("What was decided");
        desk.Go($"{new Uri(desk.Driver.Url).AbsolutePath}/check?exercise=split-squat-to-pad");
        desk.Press("Full check");
        desk.Press("No pain");
        desk.Find("nav[aria-label='Views'] button:nth-child(2)").Click();
        // As the drawn camera stood.
        desk.Script(
            "localStorage.setItem('deft-kept-camera-front', '{\"distanceM\":5.2,\"heightM\":0.8,\"guided\":true}')"
        );
        var patience = TimeSpan.FromMinutes(1);
        foreach (
            var (side, free, working) in new[]
            {
                ("left", (222.0, 587.0), (319.0, 575.0)),
                ("right", (318.0, 576.0), (221.0, 575.0)),
            }
        )
        {
            desk.Wait(
                    "the file input",
                    () => desk.Driver.FindElements(By.CssSelector($"input[data-pick='{side}']")).FirstOrDefault()
                )
                .SendKeys(Path.Combine(Checkout.Root, $"src/DeftStride.Demo/Clips/ilse-front-{side}.webm"));
            desk.Until(
                "the clip to be read",
                () => !desk.Lacks($"section:has([data-stage='{side}']) [data-clip-said]"),
                patience
            );
            desk.ClickPicture($"[data-stage='{side}']", working.Item1, working.Item2);
            desk.ClickPicture($"[data-stage='{side}']", free.Item1, free.Item2);
            desk.Until(
                "the stickers to be followed",
                () =>
                    desk.Lacks("[data-following]")
                    && !desk.Text().Contains("without stickers", StringComparison.Ordinal),
                patience
            );
        }

        desk.Until(
            "the pictures to be kept",
            () => !desk.Text().Contains("Sending", StringComparison.Ordinal),
            patience
        );
        Keep(desk, "check-clip");
        desk.Key("d").See("See it move");
        desk.Find("a[href*='/play']").Click();
        desk.Until(
            "both films",
            () => desk.Driver.FindElements(By.CssSelector("[data-film][data-at]")).Count == 2,
            patience
        );
        desk.Key(Keys.ArrowDown).Key(Keys.ArrowDown);
        desk.Until(
            "the instant to be painted",
            () =>
                desk
                    .Driver.FindElements(By.CssSelector("[data-film]"))
                    .All(f => f.GetDomAttribute("data-at") == f.GetDomAttribute("data-wanted"))
        );
        Keep(desk, "play");
    }

    /// <summary>Meeting a client, the bench and the studio.</summary>
    public void Benches()
    {
        desk.Go("/library").See("Does it stay over the foot");
        Keep(desk, "library");
        desk.Go("/studio").See("Toe the knee follows");
        Keep(desk, "studio");
        desk.Go("/").Press("Corin Vale");
        desk.Press("Meet");
        desk.See("Start with the");
        Keep(desk, "meet");
        desk.Go("/").Press("Corin Vale");
        desk.Press("Set-up");
        desk.See("Keep this set-up");
        desk.Find("[data-settled='true'] [data-bench]");
        Keep(desk, "bench");
        desk.Key("p").Find("[data-print]");
        Keep(desk, "bench-card");
        desk.Key(Keys.Escape);
        new OpenQA.Selenium.Support.UI.SelectElement(desk.Find("select:has(option[value='step-up'])")).SelectByValue(
            "step-up"
        );
        desk.See("Step on");
        Keep(desk, "bench-step");
        desk.Press("Compare two");
        desk.Find("[data-position='B']");
        desk.Find("[data-sentence][data-settled='true']");
        Keep(desk, "positions");
    }

    /// <summary>The desk's own next steps start from the check screen.</summary>
    private void Wide()
    {
        desk.Press("Check Maren");
        desk.Press("No pain");
    }

    public void Phone(string url)
    {
        using var phone = new Page(url, 390, 844, touch: true, camera: true);
        phone.Go("/").Understood();
        phone.See("Dov");
        Keep(phone, "phone-floor");
        phone.Press("History");
        phone.See("What was decided");
        Keep(phone, "phone-client");
        phone.Press("Set-up");
        phone.Find("[data-settled='true'] [data-bench]");
        Keep(phone, "phone-bench");
        phone.Go("/").Press("Dov");
        phone.Click("a[href$='/session']");
        phone.Click("[data-act]");
        phone.Press("It stands already");
        phone.Click("[data-act]");
        foreach (var clean in new[] { true, true, false, true })
            phone.Click(clean ? "[aria-label='Clean']" : "[aria-label='Not clean']");
        phone.Find("[data-tally='1101']");
        Keep(phone, "phone-session");
        phone.Press("End the set");
        phone.Find("[data-rest]");
        Keep(phone, "phone-rest");
        phone.Go("/").Press("Check Maren");
        phone.Press("Take picture");
        phone.Until("the camera", () => phone.Script("return document.querySelector('video')?.videoWidth > 0") is true);
        Keep(phone, "phone-camera");
        phone.Key(Keys.Escape).Gone("video");
        Mark(phone);
        Keep(phone, "phone-check");
        phone.Press("No pain");
        phone.Press("Done looking");
        phone.See("Look again");
        Keep(phone, "phone-cue");
    }

    /// <summary>The floor screens at the sizes in between, for the eye only.</summary>
    public void Sizes(string url)
    {
        foreach (var (width, height) in new[] { (1180, 820), (820, 1180) })
        {
            using var tablet = new Page(url, width, height, touch: true);
            tablet.Go("/").See("Maren");
            Keep(tablet, $"sizes-{width}-floor");
            tablet.Press("History");
            tablet.See("What was decided");
            Keep(tablet, $"sizes-{width}-client");
            tablet.Press("Check Maren");
            tablet.Find(Left);
            Keep(tablet, $"sizes-{width}-check-empty");
            Mark(tablet);
            Keep(tablet, $"sizes-{width}-check");
            tablet.Script("const m=document.getElementById('main');m.scrollTo(0,m.scrollHeight)");
            tablet.Press("Drop this look");
            tablet.See("What was decided");
        }
    }

    private static void Mark(Page page)
    {
        page.Find(Left);
        page.Press("Use earlier picture 1 for the left");
        Place(page, "[data-stage='left']", "maren-4-l");
        page.Press("Use earlier picture 1 for the right");
        Place(page, "[data-stage='right']", "maren-4-r");
        page.Reading(Right);
    }

    private static void Place(Page page, string stage, string figure)
    {
        var (ankle, knee) = Figure.Points(figure);
        page.ClickPicture(stage, ankle.X, ankle.Y);
        page.ClickPicture(stage, knee.X, knee.Y);
    }

    private void Keep(Page page, string name)
    {
        if (
            !name.Contains(only, StringComparison.Ordinal)
            || (ForTheEye.Contains(name) && folder.Contains("docs", StringComparison.Ordinal))
        )
            return;
        page.Script("document.activeElement?.blur?.()");
        page.Shoot(Path.Combine(folder, name + ".png"));
        Console.WriteLine(name);
    }
}
