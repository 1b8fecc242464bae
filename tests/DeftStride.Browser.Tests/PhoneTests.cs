using DeftStride.Browser;
using OpenQA.Selenium;
using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>The road by thumb at 390 × 844.</summary>
public sealed class PhoneTests
{
    [Fact]
    public void The_road_by_touch()
    {
        using var server = new AppServer(demo: true);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        RoadTests.Look(page, touch: true);
        page.See("further forward than the left");
        RoadTests.Near(Figure.Shin("maren-4-r"), page.Reading(Right));
        Small(page);
        page.Press("Done looking");
        page.See("gatepost");
        Small(page);
        page.Press("Look again");
        page.Press("Use earlier picture 1");
        var (ankle, knee) = Figure.Points("maren-4c-r");
        page.TouchPicture(AfterStage, ankle.X, ankle.Y);
        page.TouchPicture(AfterStage, knee.X, knee.Y);
        page.Reading("section[aria-label='After']");
        page.Press("Compare right");
        page.Press("Decide");
        page.NoPain();
        page.Press("Accept");
        page.See("Change this decision");
    }

    /// <summary>No sideways scrolling, and nothing to tap smaller than 44 px (inside a line of text excepted).</summary>
    private static void Small(Page page)
    {
        Assert.True(page.Script("return document.documentElement.scrollWidth <= innerWidth") is true, "the page scrolls sideways");
        var small = (IReadOnlyCollection<object>)page.Script("""
            return [...document.querySelectorAll('main button, main a, main select, main summary')].filter(e => e.offsetParent && !e.closest('p, [data-stage], details'))
              .map(e => [e, e.getBoundingClientRect()]).filter(([e, r]) => r.height < 43.5 && !e.getAttribute('aria-haspopup')).map(([e, r]) => e.textContent + ' ' + r.height)
            """)!;
        Assert.True(small.Count == 0, string.Join("\n", small));
    }
}
