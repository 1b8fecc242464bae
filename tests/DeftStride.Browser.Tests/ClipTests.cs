using System.Globalization;
using System.Text.Json;
using System.Text.RegularExpressions;
using OpenQA.Selenium;
using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>A clip read for real on the device, once: what is said of it against what is true of it. Gated on answers, never on time.</summary>
public sealed class ClipTests
{
    private const string Clip = "dov-front-right";
    private static readonly string Folder = Path.Combine(Checkout.Root, "src/DeftStride.Demo/Clips");

    /// <summary>A reading is over when it is over; a busy machine takes long.</summary>
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(3);

    private static double Reading(Page page, string measure) =>
        Convert.ToDouble(
            page.Find($"{Right} [data-measure='{measure}'][data-settled='true'] [data-reading]")
                .GetDomAttribute("data-reading"),
            CultureInfo.InvariantCulture
        );

    private static void Give(Page page, string side, string path) =>
        page.Wait(
                $"the file input for the {side}",
                () => page.Driver.FindElements(By.CssSelector($"input[data-pick='{side}']")).FirstOrDefault()
            )
            .SendKeys(path);

    private static int Waiting(Page page) => page.Driver.FindElements(By.CssSelector("[data-clip-in-line]")).Count;

    private static string[] Films(string folder) =>
        Directory.Exists(Path.Combine(folder, "films"))
            ? Directory.GetFiles(Path.Combine(folder, "films"), "*", SearchOption.AllDirectories)
            : [];

    [Fact]
    public void A_clip_is_read_on_the_device_and_its_fault_is_named_with_when_it_sets_in()
    {
        using var truth = JsonDocument.Parse(File.ReadAllText(Path.Combine(Folder, $"{Clip}.json")));
        double True(string what) => truth.RootElement.GetProperty(what).GetDouble();
        using var server = new AppHost();
        using var page = new Page(server.Url, camera: true);
        page.NewClient("Juno Ashgrove");
        var client = new Uri(page.Driver.Url).AbsolutePath.Split('/')[2];
        page.Go($"/clients/{client}/check");
        page.Press("Full check");
        page.Press("Juno agrees");
        page.Click("[aria-label='Views'] button:nth-of-type(2)");

        // What is no film changes nothing and says what to do.
        var words = Path.Combine(Path.GetTempPath(), $"words-{Guid.NewGuid():n}.mp4");
        File.WriteAllText(words, "Not a film at all, whatever its name says.");
        Give(page, "right", words);
        page.See("No film is in this file. Pick a clip");
        var cut = Path.Combine(Path.GetTempPath(), $"cut-{Guid.NewGuid():n}.webm");
        File.WriteAllBytes(cut, File.ReadAllBytes(Path.Combine(Folder, $"{Clip}.webm"))[..300]);
        Give(page, "right", cut);
        page.See("too short to hold a repetition");
        Assert.True(page.Lacks(RightStage));

        // Filmed in the app: three, two, one, and stopped by hand. This camera sees a pattern and nobody.
        page.Press("Film");
        page.Click("[aria-label='Film']");
        page.Until(
            "two seconds of film",
            () =>
                !page.Lacks("[data-filming]")
                && Regex.Match(page.Find("[data-filming]").Text, @"\b(\d+) s\b") is { Success: true } shown
                && int.Parse(shown.Groups[1].Value, CultureInfo.InvariantCulture) >= 2
        );
        page.Click("[aria-label='Stop filming']");
        // A busy machine films too few frames to look for anybody: that is said as well.
        page.Until(
            "nobody in it",
            () =>
                page.Text() is var text
                && (
                    text.Contains("Nobody is seen", StringComparison.Ordinal)
                    || text.Contains("fewer than ten frames", StringComparison.Ordinal)
                ),
            Patience
        );
        Assert.True(page.Lacks(RightStage));

        // Given as one from the side and of the other leg, by mistake.
        page.Click("[aria-label='Views'] button:nth-of-type(1)");
        Give(page, "left", Path.Combine(Folder, $"{Clip}.webm"));
        page.Find("[data-clip='reading']");
        // Others that are given meanwhile wait, can be left out, and take nothing from the one that is read.
        Give(page, "right", cut);
        Give(page, "right", words);
        page.Until("two in line", () => Waiting(page) == 2);
        page.Click("[data-clip-in-line] button");
        page.Until("one in line", () => Waiting(page) == 1);
        // Where choosing it leaves the focus.
        page.Script("document.querySelector('[data-picks] button').focus()");
        page.Until("the question from where it is filmed", () => !page.Lacks("[data-clip='elsewhere']"), Patience);
        page.See("This looks filmed from the front.");
        // The likelier answer is under the hand of whoever works by keyboard.
        page.Until(
            "the answer to be at hand",
            () => page.Script("return document.activeElement.innerText") is "It is from the front"
        );
        page.Key(Keys.Enter);
        page.Until("the clip to be read", () => !page.Lacks("[data-clip-said]"), Patience);
        page.See("The clip from the side, right: No film is in this file. Pick a clip");
        page.See("The right leg works in this clip, so it is with the right leg now.");
        page.Press("Understood");
        page.Gone("[data-clip-told]");
        Assert.Equal(0, Waiting(page));
        File.Delete(words);
        File.Delete(cut);
        Assert.Contains("3 repetitions", page.Find($"{Right} [data-clip-said]").Text, StringComparison.Ordinal);
        Assert.Contains(
            "not measured without stickers",
            page.Find($"{Right} [data-clip-said]").Text,
            StringComparison.Ordinal
        );
        // Lengths wait for the client's height.
        page.Find("[data-how-tall] input")
            .SendKeys((100 * True("stature")).ToString("0", CultureInfo.InvariantCulture) + Keys.Tab);
        var knee = Reading(page, "knee-offset");
        Assert.InRange(knee, True("kneeInCm") - 2, True("kneeInCm") + 2);
        page.Until("the fault with its time", () => page.Find("h1").Text.Contains("begins", StringComparison.Ordinal));

        // The film is kept, without what lay beside its pictures; after a reload it is at hand again.
        page.Until(
            "the film to arrive",
            () => Films(server.Folder).Any(f => f.EndsWith(".film", StringComparison.Ordinal))
        );
        page.Driver.Navigate().Refresh();
        page.Find($"{Right} [data-measure='knee-offset'][data-settled='true'] [data-reading]");

        // Two taps on the stickers of the bottom that is up.
        var bottom = truth.RootElement.GetProperty("bottomPelvis");
        foreach (var which in new[] { 0, 1 })
            page.ClickPicture(RightStage, bottom[which][0].GetDouble(), bottom[which][1].GetDouble());
        page.Until(
            "the stickers to be followed",
            () => !page.Lacks($"{Right} [data-measure='pelvic-level'][data-settled='true'] [data-reading]"),
            Patience
        );
        Assert.InRange(Reading(page, "pelvic-level"), True("pelvisDropDegrees") - 2, True("pelvisDropDegrees") + 2);
        // It is followed through the clip, not only where it was tapped.
        page.Until(
            "each repetition",
            () =>
                page.Find($"{Right} [data-measure='pelvic-level']").FindElements(By.CssSelector("[data-each]"))
                    is [var each]
                && each.GetDomAttribute("data-each") == "outside outside outside"
        );
        page.Until(
            "what comes first",
            () => page.Find("h1").Text.Contains("the knee follows", StringComparison.Ordinal)
        );
        Assert.Contains("pelvis drops", page.Find("h1").Text, StringComparison.Ordinal);

        // A point that is moved counts as the hand's at once.
        var reach = page.Find($"{Right} [data-measure='knee-offset'] [data-reach]").GetDomAttribute("data-reach");
        page.Script(
            "document.querySelector(\"section[aria-label='Right leg in front'] [data-handle='knee']\").focus()"
        );
        page.Key(Keys.ArrowRight);
        page.Until(
            "another error",
            () =>
                page.Find($"{Right} [data-measure='knee-offset'][data-settled='true'] [data-reach]")
                    .GetDomAttribute("data-reach") != reach
        );
        // Nothing was fetched but from this studio.
        Assert.Equal(
            true,
            page.Script(
                "return performance.getEntriesByType('resource').every((r) => r.name.startsWith('blob:') || new URL(r.name).host === location.host)"
            )
        );
        page.Until(
            "the pictures to be kept",
            () => !page.Text().Contains("Sending", StringComparison.Ordinal),
            Patience
        );
        Assert.Empty(page.Errors());
    }
}
