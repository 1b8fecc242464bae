using System.Diagnostics;
using System.Text.RegularExpressions;
using DeftStride.Web.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>The app lies on the device: it opens without a signal, gives way to a newer one at a good moment, and an older one loses nothing.</summary>
public sealed class ReleaseTests
{
    /// <summary>Waits until the whole app is kept on the device, as it is a few moments after the first visit.</summary>
    internal static void Kept(Page page) =>
        page.Until("the app kept on the device", () => Kept(page, "!!kept?.active"));

    private static object Promised(Page page, string promise) =>
        page.Driver.ExecuteAsyncScript($"const done = arguments[0]; ({promise}).then(done);")!;

    [Fact]
    public void Opened_anew_without_a_signal_the_app_is_there_says_what_waits_and_goes_on_when_the_signal_is_back()
    {
        using var server = new AppHost(demo: true);
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url, 390, 844, touch: true, app: true);
        page.Go("/").Understood();
        page.Press("Dov");
        page.See("Dov Tarrant");
        Kept(page);
        gate.Shut();
        // The day as it was last said, and that it is that.
        page.Go("/").See("as the studio last said it");
        page.See("Dov Tarrant");
        page.See("What you enter is kept here");
        // Every screen has its own part of the app, and all of them lie here.
        foreach (
            var (path, says) in new[]
            {
                ("/ladders", "The ladder book comes"),
                ("/library", "The library comes"),
                ("/studio", "The studio comes"),
                ("/clients/01a08005-d569-768e-a366-4f74818cee9e/check", "The client comes"),
                ("/clients/01a08005-d569-768e-a366-4f74818cee9e/bench", "The set-up comes"),
                ("/clients/01a08005-d569-768e-a366-4f74818cee9e/meet", "The client comes"),
            }
        )
            page.Go(path).See(says);
        gate.Open();
        page.Go("/");

        // A log that is entered without a signal, and the page closed over it.
        page.Press("Log");
        page.Press("Done as asked");
        gate.Shut();
        page.Click("[role='dialog'] button[class*='bg-act']");
        page.See("A log: waiting.");
        page.Go("/").See("One thing is waiting here; nothing is lost.");
        page.Press("Show");
        page.See("a log: waiting.");
        page.Click("[role='dialog'] [aria-label='Close']");
        gate.Open();
        page.Until("the log gone off", () => !page.Text().Contains("waiting", StringComparison.Ordinal));
        page.See("Maren Oakhollow");
    }

    [Fact]
    public void A_newer_app_takes_over_on_the_way_to_another_screen_and_not_while_something_is_typed()
    {
        var web = Directory.CreateTempSubdirectory("deft-stride-web-").FullName;
        var built = Path.Combine(Checkout.Root, "web/dist");
        foreach (var file in Directory.EnumerateFiles(built, "*", SearchOption.AllDirectories))
        {
            var to = Path.Combine(web, Path.GetRelativePath(built, file));
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            File.Copy(file, to);
        }

        using (var server = new AppHost(demo: true, web: web))
        using (var page = new Page(server.Url, app: true))
        {
            page.Go("/").Understood();
            Kept(page);
            page.Go("/").See("Maren Oakhollow");
            page.Press("Find");
            page.Find("[role='dialog'] input").SendKeys("Mar");
            Release(web, page, 1);
            page.Until("the newer app on the device", () => Kept(page, "!!kept.waiting"));
            string Running() => (string)page.Script("return document.documentElement.dataset.release ?? ''")!;
            page.Find("[role='dialog'] input").SendKeys("en");
            Assert.Equal("Maren", page.Find("[role='dialog'] input").GetDomProperty("value"));
            Assert.Equal("", Running());
            page.Key(OpenQA.Selenium.Keys.Escape)
                .Until(
                    "the panel to be closed to its end",
                    () => page.Script("return document.querySelector('[role=dialog]')") is null
                );
            page.Press("Ladders");
            var ways = 0;
            LetIn(
                page,
                "the newer app",
                () => Running() == "1",
                () => page.Press(++ways % 2 == 0 ? "Ladders" : "Library")
            );
            page.Press("Ladders");
            page.See("rungs");
            page.Find("[data-rung='ss-pad']");

            // A page that was loaded past the worker, as a reload by force does, hears of the next one all the same.
            page.Driver.ExecuteCdpCommand("Page.reload", new() { ["ignoreCache"] = true });
            page.Until(
                "the page past the worker",
                () => (bool)page.Script("return navigator.serviceWorker.controller === null")!
            );
            page.Find("[data-rung='ss-pad']");
            Release(web, page, 2);
            LetIn(
                page,
                "the app after that on the device",
                () => Kept(page, "kept.active !== window.before && kept.active.state === 'activated'")
            );
            Assert.Equal("1", Running());
            page.Press("Library");
            page.Until("the app after that", () => Running() == "2");
            page.See("Knee falls in");
            page.Go("/").See("Maren Oakhollow");
            Assert.Equal("2", Running());
            Assert.Empty(page.Errors());
        }

        Directory.Delete(web, recursive: true);
    }

    /// <summary>Puts another release where the server takes the app from, and has the device look for it.</summary>
    /// <param name="web">The folder of the built app.</param>
    /// <param name="page">The page of before.</param>
    /// <param name="number">What its own page says of it.</param>
    private static void Release(string web, Page page, int number)
    {
        var index = Path.Combine(web, "index.html");
        File.WriteAllText(
            index,
            Regex.Replace(
                File.ReadAllText(index),
                """<html lang="en"[^>]*>""",
                $"""<html lang="en" data-release="{number}">"""
            )
        );
        // The worker names the page by what it holds: another name, and the device fetches it.
        var worker = Path.Combine(web, "worker.js");
        var said = File.ReadAllText(worker);
        var next = Regex.Replace(
            said,
            """(\{url:"index\.html",revision:")[0-9a-f]+|(revision:")[0-9a-f]+(",url:"index\.html")""",
            m => $"{m.Groups[1].Value}{m.Groups[2].Value}0123456789abcde{number}{m.Groups[3].Value}"
        );
        Assert.NotEqual(said, next);
        File.WriteAllText(worker, next);
        Assert.True(Kept(page, "{ window.before = kept.active; return kept.update().then(() => true); }"));
    }

    /// <summary>
    /// Waits for a newer worker to be let in. The browser does that once the older one is idle; a browser that is driven holds one for
    /// busy up to five minutes after its last answer, so that it is stopped here where that takes long.
    /// </summary>
    /// <param name="page">The page of before.</param>
    /// <param name="what">What is waited for.</param>
    /// <param name="holds">Whether it is there.</param>
    /// <param name="again">Asks once more, for a question that was stopped with its worker.</param>
    private static void LetIn(Page page, string what, Func<bool> holds, Action? again = null)
    {
        var since = Stopwatch.StartNew();
        var rounds = 0;
        page.Until(
            what,
            () =>
            {
                if (holds())
                    return true;
                if (since.Elapsed < (rounds + 1) * TimeSpan.FromSeconds(15))
                    return false;
                if (rounds++ % 2 == 0)
                {
                    page.Driver.ExecuteCdpCommand("ServiceWorker.enable", []);
                    page.Driver.ExecuteCdpCommand("ServiceWorker.stopAllWorkers", []);
                }
                else
                {
                    again?.Invoke();
                }

                return false;
            },
            TimeSpan.FromMinutes(4)
        );
    }

    private static bool Kept(Page page, string how) =>
        (bool)Promised(page, $"navigator.serviceWorker.getRegistration().then((kept) => {how})");

    [Fact]
    public void What_an_old_page_had_waiting_is_taken_by_a_newer_server_in_its_own_form()
    {
        // The newer server would have heard of a reset from a page of its own.
        var lifted = 0;
        var newer = new Interface(
            2,
            1,
            [
                new(
                    1,
                    "POST",
                    "/api/logs",
                    body =>
                    {
                        Interlocked.Increment(ref lifted);
                        body["log"]!["even"]!["resets"] = 1;
                        return body;
                    }
                ),
            ]
        );
        using var server = new AppHost(demo: true, services: s => s.AddSingleton(newer));
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url);
        page.Go("/").Understood();
        page.Press("Log");
        page.Press("Done as asked");
        gate.Shut();
        page.Click("[role='dialog'] button[class*='bg-act']");
        page.See("A log: waiting.");
        Assert.Equal(0, lifted);
        gate.Open();
        page.Until("the log at the studio", () => Volatile.Read(ref lifted) == 1);
        page.Until("the log gone off", () => !page.Text().Contains("waiting", StringComparison.Ordinal));
        Assert.Equal(1, lifted);
    }

    [Fact]
    public void A_page_too_old_for_the_server_says_so_begins_anew_once_and_never_goes_in_circles()
    {
        var newer = new Interface(2, 2, []);
        using var server = new AppHost(demo: true, services: s => s.AddSingleton(newer));
        using var page = new Page(server.Url, app: true);
        page.Go("/").See("Close every page of Deft Stride, then open it again");
        Assert.Equal("1", page.Script("return sessionStorage.getItem('deft-begun-anew')"));
        Assert.Equal("reload", page.Script("return performance.getEntriesByType('navigation')[0].type"));
    }
}
