using OpenQA.Selenium;
using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>Pain and red flags as a coach meets them, by touch on a phone and by keys at a desk.</summary>
public sealed class SafetyTests
{
    private static Page Open(AppHost server, bool phone) =>
        phone ? new Page(server.Url, 390, 844, touch: true) : new Page(server.Url);

    /// <summary>By thumb in every run, where there is least room; at the desk too in a long one.</summary>
    public static TheoryData<bool> Hands => Sizes.Long ? [true, false] : [true];

    [Theory]
    [MemberData(nameof(Hands))]
    public void Pain_of_five_or_more_is_the_headline_and_no_set_is_offered_that_day(bool phone)
    {
        using var server = new AppHost(demo: true);
        using var page = Open(server, phone);
        page.Go("/").Understood();
        page.Press("Check Maren");
        RoadTests.Mark(page, "left", LeftStage, "maren-4-l");
        RoadTests.Mark(page, "right", RightStage, "maren-4-r");
        page.Press("It hurts");
        page.Click("[data-pain-parts] fieldset button:nth-of-type(6)");
        page.Find("[data-pain-stop]");
        page.See("Pain 6. Stop for today: no further set.");
        page.Click("[data-pain-parts] [aria-label='Which leg'] button");
        page.Click("[data-pain-parts] [aria-label='Where the leg is'] button");
        page.Click("[data-pain-parts] [aria-label='What kind of pain'] button");
        page.Click("[data-pain-parts] [aria-label='Where it hurts'] button");
        page.Press("below the kneecap");
        if (phone)
            page.Press("That is it");
        else
            page.See("Pain 6, left leg in front, below the kneecap");
        page.Press("Done looking");
        // Nothing is tried any more; it is only decided.
        page.Find("[data-pain-stop]");
        Assert.True(page.Lacks("[aria-label='How strong a means']"));
        page.Press("Accept");
        page.Find("[data-decided]");
        page.Go("/");
        page.See("Pain 6 today: no further set.");
        page.Press("Maren Oakhollow");
        page.Find("[data-stopped]");
        page.See("Ask again tomorrow morning");
        Assert.DoesNotContain("Check Maren", page.Text(), StringComparison.Ordinal);
        Assert.True(page.Lacks("[data-asked]"));
        // Neither on the way back into the check nor on paper.
        page.Press("Page for Maren");
        page.Find("[data-nothing-today]");
        Assert.True(page.Lacks("[data-today]"));
        Assert.DoesNotContain("a side", page.Find("article").Text, StringComparison.Ordinal);
        page.Go(
            $"{new Uri(page.Driver.Url).AbsolutePath.Replace("/page/", "/clients/", StringComparison.Ordinal)}/check"
        );
        page.Find("[data-stopped]");
        Assert.True(page.Lacks("#pain"));
        Assert.Empty(page.Errors());
    }

    [Theory]
    [MemberData(nameof(Hands))]
    public void Each_tier_says_what_to_do_and_a_slip_leaves_nothing_blocked(bool phone)
    {
        using var server = new AppHost(demo: true);
        using var page = Open(server, phone);
        page.Go("/").Understood();
        page.Press("Dov Tarrant");
        page.See("Check Dov");
        Raise(page, phone, "Call for help now", "Chest pain");
        page.Find("[data-emergency]");
        page.See("Somebody stays with the client");
        if (phone)
            page.Click("[data-emergency] button:nth-of-type(2)");
        else
            Do(page, phone, "Raised by mistake");
        page.See("Check Dov");
        Assert.True(page.Lacks("[data-flag]"));

        Raise(page, phone, "See someone today", "cannot take four steps");
        page.Find("[data-flag='four-steps']");
        Assert.True(page.Lacks("[data-emergency]"));
        Assert.DoesNotContain("Check Dov", page.Text(), StringComparison.Ordinal);
        Do(page, phone, "Page to take along");
        page.Find("[data-page='referral']");
        page.See("A doctor or an urgent clinic, today.");
        page.See("Nothing has been diagnosed");
        Do(page, phone, "Back to Dov");
        Do(page, phone, "Raised by mistake");
        page.See("Check Dov");

        Raise(page, phone, "Before any loading", "gives way");
        page.Find("[data-flag='giving-way']");
        page.Press("Clear with a note");
        Fill(page, "Name and profession", "Ilka Brand, physiotherapist");
        var today = (string)page.Script("return new Date().toLocaleDateString('sv', { timeZone: 'Europe/Lisbon' })")!;
        Date(page, 0, today);
        Fill(page, "Split squats, body weight", "Body weight");
        page.Press("No kneeling");
        Date(page, 1, "2199-05-01");
        page.Press("Clear the red flag");
        page.Gone("[role='dialog']");
        page.Find("[data-conditions]");
        page.See("No kneeling until 1 May 2199 (Ilka Brand, physiotherapist");
        // No kneeling form is to be had, on the floor neither.
        page.Press("Check Dov");
        page.Until(
            "the list of exercises",
            () => page.Script("return document.querySelector('select[aria-label=Exercise]') !== null") is true
        );
        var offered = (string)page.Script("return document.querySelector('select[aria-label=Exercise]').textContent")!;
        Assert.DoesNotContain("kneeling", offered, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("Split squat to pad", offered, StringComparison.Ordinal);
        page.Go("/").Press("Dov Tarrant");
        page.Press("Page for Dov");
        page.See("No kneeling until 1 May 2199 (Ilka Brand, physiotherapist");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void The_first_choice_opens_exactly_what_it_says()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Press("Meet");
        page.Find("input[aria-label='Stature'], label input").SendKeys("172" + Keys.Tab);
        page.Press("Running or sport");
        page.Press("Years");
        page.Until(
            "the reverse lunge",
            () => page.Find("[data-start]").GetDomAttribute("data-start") == "reverse-lunge"
        );
        page.See("Inclined");
        page.Press("Set it up");
        page.Until(
            "the bench of the reverse lunge, inclined",
            () =>
                page.Script(
                    "const s=[...document.querySelectorAll('select')].find(e=>e.value==='reverse-lunge');return s!==undefined && [...document.querySelectorAll('[data-state=on]')].some(e=>e.textContent==='Inclined')"
                )
                    is true
        );
    }

    private static void Raise(Page page, bool phone, string tier, string sign)
    {
        Do(page, phone, "Red flag");
        page.Find("[role='dialog']");
        Do(page, phone, tier);
        Do(page, phone, sign);
        page.Until(
            "the sheet to close",
            () => !page.Text().Contains("What do you see or hear?", StringComparison.Ordinal)
        );
    }

    /// <summary>By touch, or by keys alone.</summary>
    private static void Do(Page page, bool touch, string name)
    {
        if (touch)
        {
            page.Press(name);
            return;
        }

        RoadTests.Tab(page, name, "a, button");
        page.Key(Keys.Enter);
    }

    private static void Fill(Page page, string placeholder, string text) =>
        page.Find($"[role='dialog'] input[placeholder='{placeholder}']").SendKeys(text);

    private static void Date(Page page, int which, string day) =>
        page.Script(
            "const d=[...document.querySelectorAll('[role=dialog] input[type=date]')][arguments[0]];Object.getOwnPropertyDescriptor(HTMLInputElement.prototype,'value').set.call(d,arguments[1]);d.dispatchEvent(new Event('input',{bubbles:true}))",
            which,
            day
        );
}
