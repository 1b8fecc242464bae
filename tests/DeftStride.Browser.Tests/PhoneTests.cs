using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>The road by thumb at 390 × 844.</summary>
public sealed class PhoneTests
{
    [Fact]
    public void The_road_by_touch()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        RoadTests.Look(page);
        page.See("further forward than the left");
        RoadTests.Near(Figure.Shin("maren-4-r"), page.Reading(Right));
        Small(page);
        page.Press("Done looking");
        page.See("gatepost");
        Small(page);
        page.Press("Look again");
        page.Press("Use earlier picture 1");
        var (ankle, knee) = Figure.Points("maren-4c-r");
        page.ClickPicture(AfterStage, ankle.X, ankle.Y);
        page.ClickPicture(AfterStage, knee.X, knee.Y);
        page.Reading("section[aria-label='After']");
        page.Press("Compare right");
        page.NoPain();
        page.Press("all clean");
        page.Press("Accept");
        page.See("Change this decision");
    }

    [Fact]
    public void The_bar_under_the_thumb_always_holds_the_next_step()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        page.Press("Check Maren");
        RoadTests.Mark(page, "left", LeftStage, "maren-4-l");
        Assert.Equal(
            "Right",
            page.Find("[aria-label='Side'] [aria-pressed='true'] .sr-only").GetDomProperty("textContent")
        );
        Assert.Contains("Use the waiting picture", page.Find(Bar).Text, StringComparison.Ordinal);
        RoadTests.Mark(page, "right", RightStage, "maren-4-r");
        page.Until(
            "the question about pain",
            () => page.Find(Bar).Text.Contains("Does anything hurt", StringComparison.Ordinal)
        );
        page.NoPain();
        page.Until("done", () => page.Find(Bar).Text.Contains("Done looking", StringComparison.Ordinal));
        page.Press("Done looking");
        page.See("gatepost");
        Assert.True(
            page.Script("return document.getElementById('main').scrollTop === 0") is true,
            "the cue starts at its top"
        );
    }

    [Fact]
    public void A_picture_taken_in_the_page_comes_onto_the_bench()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url, 390, 844, touch: true, camera: true);
        page.NewClient("Wil Harrow");
        page.Press("Check Wil");
        page.Press("agrees");
        page.Press("Checks");
        page.Short();
        page.Press("Side");
        page.Press("Take picture");
        page.See("knee on this line");
        Assert.DoesNotContain("Ghost", page.Text(), StringComparison.Ordinal);
        Shoot(page);
        page.Press("Take it again");
        page.See("knee on this line");
        Shoot(page);
        page.Press("Use this picture");
        page.Find(LeftStage);
        Assert.True(page.Lacks("video"));
        page.Until(
            "the picture kept",
            () =>
                page.Script("return performance.getEntriesByType('resource').some(e => /api\\/pictures/.test(e.name))")
                    is true
        );

        var size = page.Find($"{LeftStage} image");
        double Side(string name) =>
            double.Parse(size.GetDomAttribute(name)!, System.Globalization.CultureInfo.InvariantCulture);
        page.ClickPicture(LeftStage, Side("width") * 0.6, Side("height") * 0.85);
        page.ClickPicture(LeftStage, Side("width") * 0.62, Side("height") * 0.45);
        page.See("Left shin");

        // The next picture of this side is taken under a ghost of this one.
        page.Press("Left only");
        page.NoPain();
        page.Press("Done with the left only");
        page.See("Mark the other side");
        page.Press("Accept");
        page.See("Change this decision");
        page.Go(new Uri(page.Driver.Url).AbsolutePath);
        page.Press("Take picture");
        page.Press("Ghost of last time");
        Assert.Equal("false", page.Find("[role='dialog'] [aria-pressed]").GetDomAttribute("aria-pressed"));

        // The timer counts before it takes one, and is stopped by another tap.
        page.Until("the camera", () => page.Script("return document.querySelector('video')?.videoWidth > 0") is true);
        page.Press("Timer off");
        page.Press("Take the picture");
        page.Find("[role='timer']");
        page.Press("Stop the timer");
        Assert.True(page.Lacks("[role='timer']"));
        page.Press("Timer 5 s");
        page.Press("Timer 10 s");
        Shoot(page);
        page.Press("Use it, tap the tape");
        page.See("Tap both ends of the tape on the floor.");
    }

    private const string Bar = "[aria-label='Next'][role='group']";

    private static void Shoot(Page page)
    {
        page.Until("the camera", () => page.Script("return document.querySelector('video')?.videoWidth > 0") is true);
        page.Press("Take the picture");
        page.See("Use this picture");
    }

    /// <summary>No sideways scrolling, and nothing to tap smaller than 44 px (inside a line of text excepted).</summary>
    private static void Small(Page page)
    {
        Assert.True(
            page.Script("return document.documentElement.scrollWidth <= innerWidth") is true,
            "the page scrolls sideways"
        );
        var small =
            (IReadOnlyCollection<object>)
                page.Script(
                    """
                    return [...document.querySelectorAll('main button, main a, main select, main summary')].filter(e => e.offsetParent && !e.closest('p, [data-stage], details'))
                      .map(e => [e, e.getBoundingClientRect()]).filter(([e, r]) => r.height < 43.5 && !e.getAttribute('aria-haspopup')).map(([e, r]) => e.textContent + ' ' + r.height)
                    """
                )!;
        Assert.True(small.Count == 0, string.Join("\n", small));
    }
}
