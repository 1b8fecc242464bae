using System.Globalization;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Two films of a check played in step: by key, by hand, on the phone, and written out with the instruments in them. Nothing is read by a model here: the points are those of an earlier reading.</summary>
public sealed class PlayTests : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromMinutes(1);

    private readonly AppHost _server = new();
    private readonly FilmedCheck _filmed;

    public PlayTests() => _filmed = new FilmedCheck(_server.Url);

    public void Dispose()
    {
        _filmed.Dispose();
        _server.Dispose();
    }

    private static double At(Page page, string side, string what = "data-at") =>
        Convert.ToDouble(page.Find($"[data-film='{side}']").GetDomAttribute(what), CultureInfo.InvariantCulture);

    /// <summary>Waits until the films show what is asked of them.</summary>
    private static void Painted(Page page) =>
        page.Until(
            "the films to be painted",
            () =>
                page.Driver.FindElements(By.CssSelector("[data-film]")) is { Count: > 0 } films
                && films.All(f => f.GetDomAttribute("data-at") is { } at && at == f.GetDomAttribute("data-wanted")),
            Patience
        );

    private static double Phase(Page page) =>
        Convert.ToDouble(page.Find("[data-floor]").GetDomAttribute("aria-valuenow"), CultureInfo.InvariantCulture);

    private static double Seconds(JsonNode clip, double phase)
    {
        var r = clip["repetitions"]![(int)(phase / 200)]!;
        double Of(string what) => r[what]!.GetValue<double>();
        var p = phase % 200;
        return p <= 100
            ? Of("start") + (p / 100 * (Of("bottom") - Of("start")))
            : Of("bottom") + ((p - 100) / 100 * (Of("end") - Of("bottom")));
    }

    [Fact]
    public async Task Two_films_go_in_step_by_key_and_hand_and_one_goes_out_with_its_instruments()
    {
        var check = await _filmed.KeepAsync();
        var play = await _filmed.GetAsync($"/api/checks/{check}/play");
        JsonNode Clip(string side) => play["clips"]!.AsArray().Single(c => c!["side"]!.GetValue<string>() == side)!;
        using var page = new Page(_server.Url);
        page.Go($"/clients/{_filmed.Client}/check?check={check}");
        page.Understood();
        page.See("See it move");
        page.Click("a[href*='/play']");
        Painted(page);
        // No model is loaded to look at films.
        Assert.Equal(
            0L,
            page.Script(
                "return performance.getEntriesByType('resource').filter(r => r.name.includes('/seeing/')).length"
            )
        );

        // To the nick: both films stand at one phase, within a frame.
        page.Key(Keys.ArrowDown);
        Painted(page);
        var phase = Phase(page);
        Assert.InRange(phase, 10, 70);
        foreach (var side in new[] { "left", "right" })
            Assert.InRange(At(page, side) - Seconds(Clip(side), phase), -1 / 30.0, 1 / 30.0);
        // A frame on is a thirtieth of a second; the number and its verdict go along.
        var before = At(page, "left");
        page.Key(Keys.ArrowRight);
        Painted(page);
        Assert.Equal(1 / 30.0, At(page, "left") - before, 2);
        page.Until(
            "the verdict at the next nick but deeper",
            () =>
            {
                page.Key(Keys.ArrowRight);
                return page.Find("[data-live='front-shin'][data-side='right']").GetDomAttribute("data-verdict")
                    == "outside";
            }
        );
        Assert.NotEqual(
            "outside",
            page.Find("[data-live='front-shin'][data-side='left']").GetDomAttribute("data-verdict")
        );
        page.Key(Keys.PageDown);
        Painted(page);
        Assert.InRange(Phase(page), 200, 400);
        // It plays and stops.
        var from = Phase(page);
        page.Key("q").Key(" ");
        page.Until("it to move", () => Phase(page) > from + 3);
        page.Key(" ");
        page.See("Play");
        // The way of the measure, its sameness and the tempo stand beside it.
        page.Find("[data-way='front-shin']");
        Assert.Contains("not learnt yet", page.Find("[data-alike='right']").Text, StringComparison.Ordinal);
        page.See("Lowered in");
        page.See("is a real difference");

        // Written out, read back: frames all along, and the instruments' own dark plate where the wall was.
        page.Find("[data-give='right']").Click();
        page.Until(
            "the film to be written",
            () => page.Text().Contains("is written, with the instruments", StringComparison.Ordinal),
            Patience
        );
        var read = (string)
            page.Script(
                """
                const folder = await navigator.storage.getDirectory();
                for await (const [name, entry] of folder.entries()) {
                  if (!name.startsWith('film-')) continue;
                  const film = await entry.getFile();
                  const video = document.createElement('video');
                  video.muted = true;
                  video.src = URL.createObjectURL(film);
                  await new Promise((done, fail) => { video.onloadeddata = done; video.onerror = () => fail(new Error('no film')); });
                  video.currentTime = 2;
                  await new Promise((done) => { video.onseeked = done; });
                  const canvas = document.createElement('canvas');
                  canvas.width = video.videoWidth; canvas.height = video.videoHeight;
                  const to = canvas.getContext('2d');
                  to.drawImage(video, 0, 0);
                  const bright = (x, y) => { const d = to.getImageData(x, y, 1, 1).data; return (d[0] + d[1] + d[2]) / 3; };
                  return [video.videoWidth, video.videoHeight, video.duration.toFixed(1), bright(16, 20) < 90, bright(video.videoWidth - 40, 20) > 120].join(' ');
                }
                return 'none';
                """
            )!;
        Assert.Matches(@"^540 960 1?\d\.\d true true$", read);

        // Both instants become positions, drawn and weighed as they stand.
        await _filmed.MeasureAsync(165);
        page.Key("c");
        page.Find("[data-position='B']");
        page.See("Held still as filmed");
        page.See("Read off the clip’s points");
        page.Until("what they do", () => page.Text().Contains("as at those instants", StringComparison.Ordinal));
        Assert.Empty(page.Errors());
        Assert.Empty(page.Errors());
    }

    [Fact]
    public async Task On_the_phone_one_side_stands_over_everything_and_a_finger_draws_the_string()
    {
        var check = await _filmed.KeepAsync();
        using var page = new Page(_server.Url, 390, 844, touch: true);
        page.Go($"/clients/{_filmed.Client}/play?check={check}");
        page.Understood();
        Painted(page);
        Assert.Single(page.Driver.FindElements(By.CssSelector("[data-film]")));
        page.Press("Next nick");
        Painted(page);
        // The nick is on the right: its film comes up.
        page.Find("[data-film='right']");
        var floor = page.Find("[data-floor]");
        var before = Phase(page);
        new OpenQA.Selenium.Interactions.Actions(page.Driver)
            .MoveToElement(floor, 10, 0)
            .ClickAndHold()
            .MoveByOffset(40, 0)
            .Release()
            .Perform();
        Painted(page);
        Assert.NotEqual(before, Phase(page));
        page.Press("Check");
        page.See("See it move");
    }
}
