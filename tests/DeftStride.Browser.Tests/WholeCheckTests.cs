using OpenQA.Selenium;
using OpenQA.Selenium.Support.UI;
using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>The whole check in the real interface: every view, the eye, what is asked, slips noticed, what can be taken away.</summary>
public sealed class WholeCheckTests
{
    /// <summary>Asks for the points of what is only noted too.</summary>
    private static void More(Page page, string section) => page.Click($"{section} button[aria-label^='+']");

    private static double Number(Page page, string section, string measure) =>
        Convert.ToDouble(
            page.Find($"{section} [data-measure='{measure}'][data-settled='true'] [data-reading]")
                .GetDomAttribute("data-reading"),
            System.Globalization.CultureInfo.InvariantCulture
        );

    private static string Cell(Page page, string measure, string side) =>
        page.Find($"[data-measure-row='{measure}'] button[aria-label^='{side}']").GetDomAttribute("aria-label") ?? "";

    [Fact]
    public void A_whole_uncued_check_by_the_guided_steps_with_what_was_asked_and_what_was_seen()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Check Maren");
        page.See("Lower until the back knee meets the pad");
        page.Press("Full check");
        page.NoPain();
        page.Press("Use the 6 waiting pictures");
        page.PlaceAsked("left", "maren-4-l");
        page.PlaceAsked("right", "maren-4-r");

        page.See("further forward than the left");
        More(page, Left);
        // Rings that are kept where they are stay guesses until each is put in its place.
        page.Click($"{Left} button[aria-label^='More:']");
        page.Press("Keep the other rings as guesses");
        page.See("points are guesses: no verdict until you put each in place");
        page.PlaceAsked("left", "maren-4-l");
        page.Press("Now the left from the front, bottom");
        page.PlaceAsked("left", "maren-front-l");
        page.PlaceAsked("right", "maren-front-r");

        foreach (var (section, side) in new[] { (Left, "l"), (Right, "r") })
        {
            Assert.InRange(
                Number(page, section, "knee-offset"),
                Figure.Truth($"maren-front-{side}", "kneeInCm") - 2,
                Figure.Truth($"maren-front-{side}", "kneeInCm") + 2
            );
            Assert.InRange(
                Number(page, section, "pelvic-level"),
                Figure.Truth($"maren-front-{side}", "pelvisDropDegrees") - 4,
                Figure.Truth($"maren-front-{side}", "pelvisDropDegrees") + 4
            );
        }

        page.Press("Now the left from the front, start");
        page.PlaceAsked("left", "maren-front0-l");
        page.PlaceAsked("right", "maren-front0-r");

        // What no picture shows the coach says, one tap for all of it; and takes one answer back again.
        page.Press("The rest looked fine");
        page.Click("nav[aria-label='Views'] button:first-child");
        page.Until("the spine seen", () => Cell(page, "spine", "left").Contains("seen", StringComparison.Ordinal));
        page.Click("[data-measure-row='spine'] button[aria-label^='left']");
        page.Press("Spine changes its shape");
        page.Until("the spine called", () => Cell(page, "spine", "left").Contains("outside", StringComparison.Ordinal));
        page.Key("z");
        page.Until("undone", () => Cell(page, "spine", "left").Contains("in band", StringComparison.Ordinal));

        page.Press("Where is it felt?");
        page.Press("Somewhere else");
        page.Find("[data-ask] input[placeholder]").SendKeys("low back");
        page.Press("Simulated scales");
        page.Press("Read Two scales (simulated), left");
        page.See("simulated, set to zero");
        page.See("estimated from the posture");
        page.Press("Done looking");
        page.See("Felt in another place: low back");
        Assert.Contains("seen", Cell(page, "spine", "right"), StringComparison.Ordinal);

        // The picture leaves with everything drawn on it: as large as both sides, and not blank.
        page.Script(
            """
            window.saved = null;
            HTMLAnchorElement.prototype.click = async function () {
              const image = new Image();
              image.src = this.href;
              await image.decode();
              const canvas = new OffscreenCanvas(image.width, image.height), context = canvas.getContext('2d');
              context.drawImage(image, 0, 0);
              const data = context.getImageData(0, 0, image.width, image.height).data;
              let brass = 0;
              for (let i = 0; i < data.length; i += 4) if (Math.abs(data[i] - 226) < 12 && Math.abs(data[i + 1] - 163) < 12 && Math.abs(data[i + 2] - 60) < 20) brass++;
              window.saved = [this.download, image.width, brass];
            };
            """
        );
        page.Press("Picture");
        page.Until("the picture saved", () => page.Script("return window.saved") is not null);
        var saved = ((IReadOnlyCollection<object>)page.Script("return window.saved")!).ToArray();
        Assert.Equal(("split-squat-to-pad-side.png", 2240L), ((string)saved[0], (long)saved[1]));
        Assert.True((long)saved[2] > 200, $"{saved[2]} pixels of the plumb line");

        // The page for the client says the same and prints on its own.
        page.Press("Page for the client");
        page.See("Training advice, not a medical finding");
        page.See("Right shin runs");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void A_floor_line_that_tells_nothing_is_tapped_again_from_where_it_is_said_and_tells_how_square_the_camera_stood()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Check Maren");
        page.NoPain();
        page.Press("Use earlier picture 1 for the right");
        page.PlaceAsked("right", "maren-4-r");
        var shin = page.Reading(Right);
        page.Click($"{Right} button[aria-label^='Floor line']");
        page.ClickPicture(RightStage, 330, 1090);
        page.ClickPicture(RightStage, 780, 1090);
        page.See("runs across the picture");
        Assert.Equal(shin, page.Reading(Right));
        page.Click($"{Right} [data-doubt='floorLine'] button");
        page.See("Mark a line on the floor across the stance");
        // A tape of 60 cm under the middle of the client, seen from knee high and three metres.
        page.ClickPicture(RightStage, 560, 1113);
        page.ClickPicture(RightStage, 560, 1038);
        page.Gone($"{Right} [data-doubt='floorLine']");
        page.See("The camera stood square");
        // A knee that is dragged lies where it was let go: nothing moves under the hand meanwhile.
        page.Click($"{Right} [data-floor-line] button");
        page.Until("the line gone", () => page.Lacks($"{Right} [data-floor-line] input"));
        page.DragPicture(RightStage, (848.5, 727.2), (795, 730));
        string Knee(string at) => page.Find($"{RightStage} [data-handle='knee'] circle").GetDomAttribute(at)!;
        Assert.InRange(double.Parse(Knee("cx"), System.Globalization.CultureInfo.InvariantCulture), 792, 798);
        Assert.InRange(double.Parse(Knee("cy"), System.Globalization.CultureInfo.InvariantCulture), 727, 733);
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void Ten_seconds_without_a_camera_and_the_cue_judged_by_eye()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        page.Press("Check Maren");
        page.Press("By eye");
        page.Click("[data-measure-row='front-shin'] button[aria-label^='right']");
        page.Press("Shin is past the band");
        page.Until(
            "the shin called",
            () => Cell(page, "front-shin", "right").Contains("outside", StringComparison.Ordinal)
        );
        page.Press("The rest looked fine");
        page.Until("the sentence", () => page.Text().Contains("Right shin is past the band", StringComparison.Ordinal));
        page.NoPain();
        page.Press("Done looking");
        // What no number shows is picked in one tap, tried, and remembered for what it was.
        page.Press("Something else");
        page.Press("Breath held");
        page.See("Breath held, your pick");
        page.Press("Watch a set");
        page.Press("They are done");
        page.Press("It helped");
        page.See("breath held, seen by eye: that helped");
        page.Press("To the cue");
        // A second picture was begun and is given up for the eye: the questions are the same.
        page.Press("With a picture");
        page.Press("By eye");
        page.NoPain();
        page.Press("It helped");
        page.See("seen by eye: that helped");
        Assert.True(
            page.Script("return document.documentElement.scrollWidth <= innerWidth") is true,
            "the page scrolls sideways"
        );
    }

    [Fact]
    public void Slips_are_noticed_and_mended_in_one_tap_the_school_follows_and_pictures_lie_over_each_other()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        RoadTests.Look(page);

        // Toes marked behind the heel: the picture faces the other way than it was said to.
        More(page, Right);
        page.PlaceAsked("right", "maren-4-r");
        page.Key("f");
        page.Find("[data-doubt='facingOtherWay']");
        page.Click("[data-doubt] button");
        page.Gone("[data-doubt]");

        // A length of nothing is named and changes nothing else.
        page.Key("l");
        var (x, y) = Figure.Point("maren-4-r", "heel");
        page.ClickPicture(RightStage, x, y - 400);
        page.ClickPicture(RightStage, x, y - 200);
        page.See("The marked length must be more than 0 cm");
        Assert.True(page.Reading(Right).Degrees > 10, "a length says nothing of an angle");
        page.Press("Take it away");
        page.Until("the sentence gone", () => !page.Text().Contains("The marked length", StringComparison.Ordinal));

        page.Click($"{Right} button[aria-label^='More:']");
        new SelectElement(page.Find($"{Right} select")).SelectByText("The left side");
        page.Find($"{RightStage} [data-over]");
        Assert.Equal("outside", Cell(page, "front-shin", "right").Split(", ")[1]);
        // Knee-forward work is let in by four questions; one no, and the start is reset.
        page.Style("Knee forward");
        page.See("Before the first repetition");
        page.Press("No");
        page.See("Start again, nothing is lowered yet");
        page.Press("Reset, ask again");
        for (var yes = 0; yes < 4; yes++)
            page.Press("Yes");
        page.See("Knee leads. Down and up on one line.");
        page.Style("Inclined");
        page.Until(
            "the other school's verdict",
            () => Cell(page, "front-shin", "right").Contains("in band", StringComparison.Ordinal)
        );
        page.Find("select[aria-label='Style, chosen for this check']");

        // Another band for this client, kept with the next check.
        page.Style("Vertical shin");
        page.Until("back", () => Cell(page, "front-shin", "right").Contains("outside", StringComparison.Ordinal));
        page.Click("[data-measure-row='front-shin'] button[aria-label^='right']");
        page.Press("Another band");
        var high = page.Driver.FindElements(
            By.CssSelector("[data-radix-popper-content-wrapper] input[inputmode='decimal']")
        )[1];
        high.SendKeys(Keys.Control + "a");
        high.SendKeys("30");
        page.Press("Use this band");
        page.Until(
            "the wider band",
            () => Cell(page, "front-shin", "right").Contains("in band", StringComparison.Ordinal)
        );
        FromBehind(page, "maren-back-l", phone: false);
    }

    [Fact]
    public void From_the_front_by_touch_for_an_exercise_of_its_own()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        page.Press("Find");
        page.Find("[role='dialog'] input").SendKeys("ilse" + Keys.Enter);
        page.See("Left pelvis drops");
        // Today is a rung lower; this look is of the step-down all the same.
        page.Go($"{new Uri(page.Driver.Url).AbsolutePath}/check?exercise=step-down-tap");
        page.See("tap the other heel to the floor");
        // The short look at a step-down is the pelvis from the front.
        var file = File.ReadAllBytes(
            Path.Combine(Checkout.Root, "src/DeftStride.Demo/Figures/ilse-tap-front-firstseen-l.webp")
        );
        page.Press("Checks");
        page.Short();
        page.GivePicture("left", file, ".webp");
        page.PlaceAsked("left", "ilse-tap-front-firstseen-l");
        page.Until("the pelvis", () => page.Text().Contains("Left pelvis", StringComparison.Ordinal));
        Assert.Equal(
            "Right",
            page.Find("[aria-label='Side'] [aria-pressed='true'] .sr-only").GetDomProperty("textContent")
        );
        page.Click("[aria-label='Side'] button");
        Assert.InRange(
            Number(page, Left, "pelvic-level"),
            Figure.Truth("ilse-tap-front-firstseen-l", "pelvisDropDegrees") - 4,
            Figure.Truth("ilse-tap-front-firstseen-l", "pelvisDropDegrees") + 4
        );
        FromBehind(page, "ilse-back-l", phone: true);
        Assert.True(
            page.Script("return document.documentElement.scrollWidth <= innerWidth") is true,
            "the page scrolls sideways"
        );
    }

    /// <summary>The pelvis of the left side from a picture taken from behind.</summary>
    private static void FromBehind(Page page, string figure, bool phone)
    {
        page.Click("nav[aria-label='Views'] button:nth-child(3)");
        page.See("from behind");
        page.GivePicture(
            "left",
            File.ReadAllBytes(Path.Combine(Checkout.Root, $"src/DeftStride.Demo/Figures/{figure}.webp")),
            ".webp"
        );
        page.PlaceAsked("left", figure);
        if (phone)
            page.Click("[aria-label='Side'] button");
        Assert.InRange(
            Number(page, Left, "pelvic-level"),
            Figure.Truth(figure, "pelvisDropDegrees") - 4,
            Figure.Truth(figure, "pelvisDropDegrees") + 4
        );
    }
}
