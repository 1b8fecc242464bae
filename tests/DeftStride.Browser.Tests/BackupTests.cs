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
        page.See("here until about");
        var sound = new List<string>();
        AccessTests.Sound(page, "backups", sound);
        page.Go("/").Press("Add a client");
        page.Find("[role='dialog'] input").SendKeys("Ilse Branwick" + Keys.Enter);
        page.See("Two numbers are enough to begin");
        page.Go("/backups").Press("Bring back…");
        page.See("The studio as it is now is saved first");
        AccessTests.Sound(page, "bring back", sound);
        page.Press("Bring it back");
        // Whoever was in at that time is in again.
        page.Until(
            "what was there before is saved",
            () => page.Text().Contains("before an earlier state was brought back", StringComparison.Ordinal)
        );
        page.Go("/people").See("brought an earlier state of the studio back");
        page.Go("/").See("Today");
        // What the device still knew stands there until the studio has answered.
        page.Until("Ilse to be gone", () => !page.Text().Contains("Ilse", StringComparison.Ordinal));
        Assert.True(sound.Count == 0, string.Join("\n", sound));
        using var phone = new Page(server.Url, 390, 844, touch: true);
        phone.Go("/backups").See("Saved");
        Assert.Empty(Fit.Faults(phone));
    }

    [Fact]
    public async Task A_client_leaves_with_a_file_is_erased_on_every_device_and_comes_back_with_it()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = new Page(server.Url);
        // A phone without a signal on which somebody still enters something for them.
        using var phone = new Page(gate.Url, 390, 844, touch: true);
        phone.Go("/").Understood();
        phone.Press("Corin Vale");
        phone.See("Red flag");
        // The notice that comes pushes the page down: a finger that was on its way hits nothing of what has come under it.
        phone.Script(
            """
            const button = [...document.querySelectorAll('button')].find((b) => b.innerText.includes('Red flag'));
            button.scrollIntoView({ block: 'center' });
            const at = button.getBoundingClientRect();
            const hit = () => document.elementFromPoint(at.x + at.width / 2, at.y + at.height / 2)?.closest('button, a')?.innerText ?? 'nothing';
            window.hits = [hit()];
            new MutationObserver(() => window.hits.push(hit())).observe(document.querySelector('#main').parentElement, { childList: true });
            """
        );
        gate.Shut();
        phone.See("No answer from the studio’s server.");
        Assert.Equal("Red flag… nothing", phone.Script("return window.hits.slice(0, 2).join(' ')"));
        phone.Until("a tap to count again", () => phone.Lacks("#main[data-moved]"));
        phone.Press("Red flag");
        phone.Press("Before any loading");
        phone.Press("gives way");
        phone.See("waiting");

        page.Go("/");
        page.Press("Corin Vale");
        page.Press("Erase Corin…");
        page.See("This cannot be undone.");
        var sound = new List<string>();
        AccessTests.Sound(page, "erase", sound);
        var file = Path.Combine(Path.GetTempPath(), $"deft-stride-{Guid.NewGuid():n}.zip");
        using (var http = new HttpClient { BaseAddress = new Uri(server.Url) })
        {
            http.DefaultRequestHeaders.Add("Cookie", AppSignIn.Owner(http));
            await File.WriteAllBytesAsync(
                file,
                await http.GetByteArrayAsync(new Uri(page.Find("[role='dialog'] a[download]").GetAttribute("href")!))
            );
        }

        page.Find("[role='dialog'] input").SendKeys("Corin" + Keys.Enter);
        page.See("This is not the name of the client.");
        page.Find("[role='dialog'] input").SendKeys(" Vale" + Keys.Enter);
        page.See("Nothing of them is left in the studio’s own files.");
        page.Press("Back to today");
        page.See("Today");
        page.Until("Corin to be gone", () => !page.Text().Contains("Corin", StringComparison.Ordinal));

        gate.Open();
        phone.Go("/");
        phone.See("waited here for a client who was erased meanwhile");
        phone.Press("Understood");
        Assert.DoesNotContain(
            "Corin",
            $"{phone.Script("return JSON.stringify({ ...localStorage })")}",
            StringComparison.Ordinal
        );

        // Another day they are back with their file. What is no export is said, and nothing comes of it.
        page.Go("/backups").See("A client who brings a file");
        var wrong = Path.ChangeExtension(file, ".txt.zip");
        await File.WriteAllTextAsync(wrong, "my notes");
        page.Find("input[type='file']").SendKeys(wrong);
        page.See("This file is no whole zip");
        page.Find("input[type='file']").SendKeys(file);
        page.See("They were erased here, and come back with what is in the file.");
        AccessTests.Sound(page, "arrival", sound);
        page.Press("Bring Corin in");
        page.See("Go on with Corin");
        phone.Go("/").See("Corin Vale");
        File.Delete(file);
        File.Delete(wrong);
        Assert.True(sound.Count == 0, string.Join("\n", sound));
    }
}
