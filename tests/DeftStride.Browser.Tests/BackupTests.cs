using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>The owner saves the studio and brings it back in the page.</summary>
public sealed class BackupTests
{
    [Fact]
    public void The_studio_is_saved_changed_and_brought_back_from_the_page()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/studio").Understood();
        page.Press("Backups");
        page.See("Nothing is saved yet.");
        page.Press("Save now");
        page.See("taken by hand");
        page.See("goes about");
        var sound = new List<string>();
        AccessTests.Sound(page, "backups", sound);
        page.Go("/").Press("Add a client");
        page.Find("[role='dialog'] input").SendKeys("Ilse Branwick" + Keys.Enter);
        page.See("Two numbers are enough to begin");
        page.Go("/backups").Press("Bring back…");
        page.See("the studio as it is now is saved first");
        AccessTests.Sound(page, "bring back", sound);
        page.Press("Bring it back");
        // Whoever was in at that time is in again.
        page.Until(
            "what was there before is saved",
            () => page.Text().Contains("before an earlier state was brought back", StringComparison.Ordinal)
        );
        page.Go("/people").See("brought an earlier state of the studio back");
        page.Go("/").See("Today");
        Assert.DoesNotContain("Ilse", page.Text(), StringComparison.Ordinal);
        Assert.True(sound.Count == 0, string.Join("\n", sound));
        using var phone = new Page(server.Url, 390, 844, touch: true);
        phone.Go("/backups").See("Saved");
        Assert.Empty(Fit.Faults(phone));
    }
}
