using DeftStride.Browser;
using OpenQA.Selenium;

namespace DeftStride.Screenshots;

/// <summary>The views worth a picture, in the order a coach meets them.</summary>
internal sealed class Tour(Page desk, string folder, string only)
{
    private const string Left = "section[aria-label='Left leg in front']";
    private const string Right = "section[aria-label='Right leg in front']";

    public void Desk()
    {
        desk.Go("/").See("Maren");
        Keep(desk, "floor");
        desk.Press("History");
        desk.See("What was decided");
        Keep(desk, "client");
        Wide();
        Mark(desk, touch: false);
        Keep(desk, "check");
        desk.Press("Done looking");
        desk.See("Look again");
        Keep(desk, "check-cue");
        desk.Press("Look again");
        desk.Press("earlier picture");
        Place(desk, "[aria-label='After'] [data-stage]", "maren-4c-r", false);
        desk.Reading("section[aria-label='After']");
        Keep(desk, "check-again");
        desk.Press("Compare right");
        desk.See("Gatepost");
        desk.Press("Decide");
        desk.See("Pain after the set");
        desk.Find("fieldset button").Click();
        desk.Press("Why, and what");
        Keep(desk, "check-decision");
    }

    /// <summary>The desk's own next steps start from the check screen.</summary>
    private void Wide()
    {
        desk.Press("Look at Maren");
        desk.Find("aside fieldset button").Click();
    }

    public void Phone(string url)
    {
        using var phone = new Page(url, 390, 844, touch: true);
        phone.Go("/").Understood();
        phone.See("Dov");
        Keep(phone, "phone-floor");
        phone.Press("History");
        phone.See("What was decided");
        Keep(phone, "phone-client");
        phone.Press("Look at Maren");
        phone.Find("aside fieldset button").Click();
        Mark(phone, touch: true);
        Keep(phone, "phone-check");
        phone.Press("Done looking");
        phone.See("Look again");
        Keep(phone, "phone-cue");
    }

    private static void Mark(Page page, bool touch)
    {
        page.Find(Left);
        page.Press("Use earlier picture 1 for the left");
        Place(page, "[data-stage='left']", "maren-4-l", touch);
        page.Press("Use earlier picture 1 for the right");
        Place(page, "[data-stage='right']", "maren-4-r", touch);
        if (!touch) page.Reading(Left);
        page.Reading(Right);
    }

    private static void Place(Page page, string stage, string figure, bool touch)
    {
        var (ankle, knee) = Figure.Points(figure);
        foreach (var (x, y) in new[] { ankle, knee })
        {
            if (touch) page.TouchPicture(stage, x, y);
            else page.ClickPicture(stage, x, y);
        }
    }

    private void Keep(Page page, string name)
    {
        if (!name.Contains(only, StringComparison.Ordinal)) return;
        page.Script("document.activeElement?.blur?.()");
        page.Shoot(Path.Combine(folder, name + ".png"));
        Console.WriteLine(name);
    }
}
