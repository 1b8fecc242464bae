using System.Globalization;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>The check and the floor in the hand: what comes next is always in sight, few taps, few keys, nothing asked or counted twice.</summary>
public sealed class HandTests
{
    /// <summary>A desk and a phone in every run, every size in a long one: desk, tablets, phones both ways, and a desk enlarged to 200 and 400 %.</summary>
    public static TheoryData<int, int, bool> Screens => Sizes.Of((1280, 800, false), (390, 844, true));

    [Theory]
    [MemberData(nameof(Screens))]
    public void Whoever_has_one_hand_free_goes_from_the_floor_to_the_decision_with_what_comes_next_always_in_sight(
        int width,
        int height,
        bool touch
    )
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, width, height, touch);
        page.Go("/").Understood();
        var hand = new Hand(page, touch);
        hand.Stage("floor", "Check Maren");
        hand.Tap("Check Maren");
        page.Until("the waiting pictures", () => !page.Lacks("[data-act]") && !page.Lacks("[aria-label='Views']"));
        hand.Stage("start", "Use the 2 waiting pictures");
        hand.Tap("Use the 2 waiting pictures");
        page.Find(LeftStage);
        hand.Stage("marking", "Point is right");
        hand.Place(LeftStage, "maren-4-l");
        hand.Place(RightStage, "maren-4-r");
        page.Until("the question about pain", () => hand.Acts().Any(a => a.Contains("pain", StringComparison.Ordinal)));
        hand.Stage("pain", "pain");
        hand.Tap("No pain");
        hand.Stage("looked", "Done looking");
        hand.Tap("Done looking");
        page.Find("[data-cue]");
        hand.Stage("cue", "Look again");
        Assert.InRange(hand.Taps, 1, 8);

        hand.Tap("Look again");
        page.Find("section[aria-label='After']");
        hand.Stage("retest", "again");
        // The picture is taken now: the camera's own button is not counted.
        page.Press("Use earlier picture 1");
        page.Find(AfterStage);
        hand.Stage("marking again", "Point is right");
        hand.Place(AfterStage, "maren-4c-r");
        hand.Stage("compared", "Compare right");
        hand.Tap("Compare right");
        page.Find("[data-rule]");
        hand.Stage("deciding", width < 1024 ? "No pain" : "Accept");
        hand.Tap("No pain");
        page.Until("the set", () => page.Text().Contains("as asked", StringComparison.OrdinalIgnoreCase));
        hand.Tap(width < 1024 ? "all clean" : "Done as asked");
        page.Until(
            "the advice",
            () =>
                page
                    .Driver.FindElements(By.CssSelector("[data-act]"))
                    .Any(e => e.Displayed && e.Enabled && e.Text.StartsWith("Accept", StringComparison.Ordinal))
        );
        hand.Stage("to accept", "Accept");
        hand.Tap("Accept");
        page.Find("[data-decided]");
        hand.Stage("decided", "On to Dov");
        // Where both sides stand now is there when the client's record has come.
        page.Until(
            "where both sides go",
            () => page.Driver.FindElements(By.CssSelector("[data-goes] li")).Count(e => e.Displayed) == 2
        );
        Assert.InRange(hand.Taps, 9, width < 1024 ? 16 : 20);
        if (height >= 780 && width >= 390)
            Assert.Equal(0L, hand.Scrolls);
        hand.Tap("On to Dov");
        page.See("Dov Tarrant");
        Assert.Empty(page.Errors());
    }

    [Fact]
    public void A_first_look_by_eye_takes_five_taps_or_four_keys()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Check Maren");
        page.Find("[data-rest-fine]");
        var hand = new Hand(page, touch: false);
        hand.Click("[data-measure-row='knee-offset'] button[aria-label^='left']");
        hand.Tap("Knee falls in");
        hand.Tap("The rest looked fine");
        hand.Tap("No pain");
        hand.Tap("Done looking");
        page.Find("[data-cue]");
        Assert.Equal((5, 0L), (hand.Taps, hand.Scrolls));

        // The same with nothing to find, by key: all fine, no pain, done.
        page.Go("/").Press("Check Dov");
        page.Find("[data-rest-fine]");
        page.Key("w");
        page.Until("all seen", () => page.Lacks("[data-rest-fine]"));
        page.Key("0").Key("d");
        page.Find("[data-rule]");
    }

    [Fact]
    public void By_key_alone_from_the_floor_to_the_decision_in_forty()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        var keys = 0;
        void Key(string key)
        {
            page.Key(key);
            keys++;
        }

        Key("c");
        page.Find("[aria-label='Views']");
        page.See("Use the 2 waiting pictures");
        Key("t");
        foreach (var section in new[] { Left, Right })
        {
            for (var point = 0; point < 2; point++)
            {
                page.Until(
                    "a ring that fits",
                    () => hand(page).Any(a => a.Contains("Point is right", StringComparison.Ordinal))
                );
                var before = hand(page)[0];
                Key(Keys.Enter);
                page.Until("the point placed", () => hand(page) is var a && (a.Count == 0 || a[0] != before));
            }

            page.Reading(section);
        }

        Key("0");
        page.See("No pain");
        Key("d");
        page.Find("[data-cue]");
        Key("b");
        page.Find("[data-watching]");
        Key(Keys.Enter);
        page.See("What did you see of the");
        Key("h");
        page.Find("[data-rule]");
        Key("0");
        page.See("No pain");
        Key("l");
        page.See("all clean");
        page.Until(
            "the advice",
            () =>
                hand(page) is [var act, ..]
                && act.StartsWith("Accept", StringComparison.Ordinal)
                && page.Find("[data-act]").Enabled
        );
        Key(Keys.Enter);
        page.Find("[data-decided]");
        Assert.InRange(keys, 1, 40);

        static IReadOnlyList<string> hand(Page page) => new Hand(page, touch: false).Acts();
    }

    /// <summary>Each button of the road is pressed twice at once, the page is opened anew at every stage, and the check is entered from two places.</summary>
    [Fact]
    public async Task Pressed_twice_opened_anew_or_entered_from_elsewhere_it_is_the_same_stage_and_counts_once()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        using var http = AppSignIn.Client(server.Url);
        page.Go("/").Understood();
        RoadTests.Look(page);
        page.Reading(Right);
        var client = new Uri(page.Driver.Url).AbsolutePath.Split('/')[2];
        async Task<(int Checks, int Trials, int Decided)> CountAsync()
        {
            var view = JsonNode.Parse(await http.GetStringAsync(new Uri($"/api/clients/{client}", UriKind.Relative)))!;
            var checks = view["checks"]!.AsArray();
            return (
                checks.Count,
                checks.Sum(c => c!["trials"]!.AsArray().Count),
                checks.Count(c => c!["decision"] is not null)
            );
        }

        var before = await CountAsync();
        void Again(string sign)
        {
            page.Driver.Navigate().Refresh();
            page.Find(sign);
        }

        Twice(page, "Done looking");
        page.Find("[data-cue]");
        Again("[data-cue]");
        // From the floor and from the client's page it is the same check at the same stage.
        page.Go("/").Press("Go on with Maren");
        page.Find("[data-cue]");
        page.Press("By eye");
        Again("[data-watching]");
        Assert.True(page.Lacks("[data-key-checks]"), "while they move the screen shows one thing");
        page.Press("They are done");
        page.See("What did you see of the");
        page.Press("Steadier");
        Again("fieldset button[aria-pressed='true']");
        page.Go($"/clients/{client}").Press("Go on with Maren");
        page.See("What did you see of the");
        Twice(page, "It helped, seen by eye");
        page.Find("[data-rule]");
        page.NoPain();
        page.Until("the answer kept", () => !page.Text().Contains("It hurts", StringComparison.Ordinal));
        Again("[data-rule]");
        page.See("No pain");
        // Back to the cue and forward again: nothing that was answered is asked again.
        page.Press("Back to the cue");
        page.Find("[data-cue]");
        page.Press("Decide");
        page.See("No pain");
        page.Until("the advice", () => page.Find("[data-act]").Enabled);
        Twice(page, "Accept");
        page.Find("[data-decided]");
        // Opened anew it is what was decided, not an empty look.
        Again("[data-decided]");
        page.See("On to Dov");
        var after = await CountAsync();
        Assert.Equal((before.Checks + 1, before.Trials + 1, before.Decided + 1), after);
    }

    /// <summary>Undo takes back whatever was entered, with what the browser shows of it.</summary>
    [Fact]
    public void Undo_takes_back_the_exercise_the_style_and_a_file_too()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Press("Check Wil");
        page.Press("agrees");
        string Chosen(string css) => new OpenQA.Selenium.Support.UI.SelectElement(page.Find(css)).SelectedOption.Text;
        var exercise = Chosen("select[aria-label='Exercise']");
        var style = Chosen("select[aria-label^='Style']");
        page.Style("Inclined");
        page.Until("the style", () => Chosen("select[aria-label^='Style']") == "Inclined");
        page.Script("document.activeElement.blur()");
        page.Key("z");
        page.Until("the style back", () => Chosen("select[aria-label^='Style']") == style);
        new OpenQA.Selenium.Support.UI.SelectElement(page.Find("select[aria-label='Exercise']")).SelectByText(
            "Step-up"
        );
        page.Until("the exercise", () => Chosen("select[aria-label='Exercise']") == "Step-up");
        page.Script("document.activeElement.blur()");
        page.Key("z");
        page.Until("the exercise back", () => Chosen("select[aria-label='Exercise']") == exercise);
        // With no picture the brown button opens the files of the desk.
        page.Script(
            "window.opened = ''; HTMLInputElement.prototype.click = function () { window.opened += this.dataset.pick ?? 'camera'; }"
        );
        page.Press("Picture: left");
        page.Until("the files", () => page.Script("return window.opened") is "left");
        var leg = DrawnLeg.At(4);
        var file = Path.Combine(Path.GetTempPath(), $"leg-{Guid.NewGuid():n}.png");
        File.WriteAllBytes(file, leg.Png);
        void Give() =>
            page.Wait(
                    "the file input",
                    () => page.Driver.FindElements(By.CssSelector("input[data-pick='left']")).FirstOrDefault()
                )
                .SendKeys(file);
        Give();
        page.Find(LeftStage);
        page.Key("z");
        page.Gone(LeftStage);
        // The same file again: the browser must not think that it is there already.
        Give();
        page.Find(LeftStage);
        page.NoPain();
        page.Key("z");
        page.Until("pain asked again", () => page.Text().Contains("It hurts", StringComparison.Ordinal));
    }

    private static void Twice(Page page, string text)
    {
        page.Until(text, () => page.Text().Contains(text.Split(',')[0], StringComparison.Ordinal));
        page.Script(
            "const b=[...document.querySelectorAll('button')].find(b=>b.offsetParent&&!b.disabled&&((b.getAttribute('aria-label')||'')+b.textContent).includes(arguments[0]));b.click();b.click()",
            text
        );
    }

    /// <summary>A hand that counts what it taps, and an eye that looks where the next thing to tap is.</summary>
    private sealed class Hand
    {
        private readonly Page _page;
        private readonly bool _touch;

        public Hand(Page page, bool touch)
        {
            (_page, _touch) = (page, touch);
            page.Script(
                "if (window.scrolls === undefined) { window.scrolls = 0; addEventListener('scroll', () => { window.scrolls++; }, true); }"
            );
        }

        public int Taps { get; private set; }

        public long Scrolls => (long)_page.Script("return window.scrolls ?? 0")!;

        /// <summary>Taps what is under the thumb, where it is there; else wherever it is.</summary>
        public void Tap(string text)
        {
            if (!_page.PressedIn("[aria-label='Next']", text))
                _page.Press(text);
            Taps++;
        }

        public void Click(string css)
        {
            _page.Click(css);
            Taps++;
        }

        /// <summary>Ankle and knee, where the figure has them.</summary>
        public void Place(string stage, string figure)
        {
            var (ankle, knee) = Figure.Points(figure);
            foreach (var (x, y) in new[] { ankle, knee })
            {
                _page.Find(stage);
                _page.ClickPicture(stage, x, y);
                Taps++;
            }
        }

        /// <summary>What the brown of the screen says; it is one button, or one question.</summary>
        public IReadOnlyList<string> Acts() =>
            [
                .. (
                    (IReadOnlyCollection<object>)
                        _page.Script(
                            "return [...document.querySelectorAll('[data-act]')].filter(e => e.getClientRects().length).map(e => e.innerText + ' ' + (e.querySelector('legend')?.textContent ?? ''))"
                        )!
                ).Cast<string>(),
            ];

        /// <summary>One action on the screen, whole and uncovered; nothing sideways; nothing too small for a finger; every key check at a desk.</summary>
        public void Stage(string stage, string says)
        {
            _page.Until(
                $"{stage}: {says}",
                () => Acts() is [var act] && act.Contains(says, StringComparison.OrdinalIgnoreCase)
            );
            var wrong =
                (IReadOnlyCollection<object>)
                    _page.Script(
                        """
                        const [touch, stage] = arguments;
                        const wrong = [];
                        const [w, h] = [document.documentElement.clientWidth, innerHeight];
                        if (document.documentElement.scrollWidth > w || document.getElementById('main').scrollWidth > document.getElementById('main').clientWidth + 1) wrong.push('the page scrolls sideways');
                        const whole = (e, name) => {
                          const r = e.getBoundingClientRect();
                          if (r.left < -0.5 || r.top < -0.5 || r.right > w + 0.5 || r.bottom > h + 0.5) return wrong.push(`${name} is cut: ${[r.left, r.top, r.right, r.bottom].map(Math.round)}`);
                          for (const [x, y] of [[r.left + r.width / 2, r.top + r.height / 2], [r.left + 6, r.top + 6], [r.right - 6, r.bottom - 6]]) {
                            const over = document.elementFromPoint(x, y);
                            if (!e.contains(over) && !over?.contains(e)) return wrong.push(`${name} is covered by ${over?.outerHTML.slice(0, 120)}`);
                          }
                        };
                        if (h >= 300) for (const e of document.querySelectorAll('[data-act]')) if (e.getClientRects().length) whole(e, e.innerText);
                        if (w >= 1024 && h >= 780 && document.querySelector('[aria-label="Views"]'))
                          for (const row of document.querySelectorAll('[data-key-checks] > ul:first-of-type > li')) if (row.getClientRects().length) whole(row, row.innerText);
                        if (touch) {
                          for (const e of document.querySelectorAll('main button, main a, main select, main summary, main input:not([type=file]), [aria-label="Next"] button')) {
                            if (!e.getClientRects().length || e.closest('p, [data-stage], li p') || e.offsetParent === null) continue;
                            const r = e.getBoundingClientRect();
                            if (r.height < 43.5 || r.width < 40) wrong.push(`${e.textContent || e.getAttribute('aria-label')} is ${Math.round(r.width)} × ${Math.round(r.height)}`);
                          }
                          for (const e of document.querySelectorAll('main input:not([type=file]), main select')) if (e.getClientRects().length && parseFloat(getComputedStyle(e).fontSize) < 16) wrong.push(`${e.getAttribute('aria-label')} is set in ${getComputedStyle(e).fontSize}`);
                        }
                        return wrong;
                        """,
                        _touch,
                        stage
                    )!;
            Assert.True(
                wrong.Count == 0,
                string.Create(CultureInfo.InvariantCulture, $"{stage}:\n{string.Join("\n", wrong)}")
            );
        }
    }
}
