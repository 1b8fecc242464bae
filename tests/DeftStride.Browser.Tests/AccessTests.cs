using Xunit;
using static DeftStride.Browser.Tests.Road;

namespace DeftStride.Browser.Tests;

/// <summary>Every screen in both lights, looked over for what keeps people out.</summary>
public sealed class AccessTests
{
    private static readonly string Axe = File.ReadAllText(
        Path.Combine(Checkout.Root, "web/node_modules/axe-core/axe.min.js")
    );

    [Fact]
    public void Nothing_keeps_people_out_of_any_screen_in_either_light()
    {
        var all = new List<string>();
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Find("[role='dialog']");
        Sound(page, "cautions", all);
        page.Understood();
        Sound(page, "floor", all);
        page.Press("Add a client");
        page.Find("[role='dialog'] input");
        Sound(page, "add a client", all);
        page.Key(OpenQA.Selenium.Keys.Escape).Gone("[role='dialog']");
        page.Press("Sunniva Reed");
        page.See("Before any loading");
        Sound(page, "client with a stop sign", all);
        page.Go("/plan").See("both want the 40 cm box");
        page.Script("for (const s of document.querySelectorAll('main details > summary')) s.click()");
        page.See("Choose a file");
        Sound(page, "the studio's weeks", all);
        page.Press("Give ");
        page.Find(".plan-visit");
        Sound(page, "plan", all);
        page.Key("p").See("Plan these 4 weeks");
        page.Find("section[aria-label='Plan some weeks'] svg");
        Sound(page, "planning", all);
        page.Go(new Uri(page.Driver.Url).AbsolutePath.Replace("/plan", "/log", StringComparison.Ordinal))
            .See("entries");
        Sound(page, "log", all);
        page.Go("/").Press("History");
        page.See("What was decided");
        Sound(page, "client", all);
        page.Find("[data-asked]");
        page.Press("For a clinician");
        page.Find("[data-page='clinician']");
        Sound(page, "facts for a clinician", all);
        page.Press("Back to");
        page.See("What was decided");
        page.Press("Set-up");
        page.Find("[data-settled='true'] [data-bench]");
        Sound(page, "bench", all);
        page.Key("p").Find("[data-print]");
        Sound(page, "card", all);
        page.Key(OpenQA.Selenium.Keys.Escape).Gone("[data-print]");
        new OpenQA.Selenium.Support.UI.SelectElement(page.Find("select:has(option[value='step-up'])")).SelectByValue(
            "step-up"
        );
        page.See("Step on");
        Sound(page, "step on the bench", all);
        page.Go("/studio").See("heights can be built");
        Sound(page, "studio", all);
        page.Go("/library?open=measure:front-shin").Press("Another band");
        page.See("Use this band");
        Sound(page, "library", all);
        page.Go("/ladders").Find("[data-rung='ss-pad']").Click();
        page.See("Keep the rung");
        Sound(page, "ladders", all);
        page.Go("/").Press("History");
        page.Press("Meet");
        page.See("Start with the");
        page.Script("for (const s of document.querySelectorAll('aside details > summary')) s.click()");
        page.Press("Ankle bend");
        page.See("Knee to a wall");
        Sound(page, "meet", all);
        page.Go("/").Press("Check Maren");
        page.Find(Left);
        Sound(page, "check without pictures", all);
        page.Go("/");
        RoadTests.Look(page);
        page.Reading(Right);
        Sound(page, "check", all);
        page.Press("Done looking");
        page.See("Look again");
        Sound(page, "cue", all);
        page.Press("Look again");
        page.Find("section[aria-label='After']");
        Sound(page, "look again", all);
        page.Press("Back to the cue");
        page.Press("Decide now");
        page.Until("a recommendation", () => !page.Lacks("[data-rule]"));
        Sound(page, "decision", all);
        page.Key("?").See("By key");
        Sound(page, "keys", all);
        Assert.True(all.Count == 0, string.Join("\n", all));
    }

    [Fact]
    public void Nothing_keeps_people_out_of_the_sheet_of_parts_in_either_light()
    {
        var all = new List<string>();
        using var parts = new PartsServer();
        using var page = new Page(parts.Url, signIn: false);
        page.Go("/parts.html?theme=daylight").See("The parts, in every state");
        Sound(page, "parts", all);
        Assert.True(all.Count == 0, string.Join("\n", all));
    }

    [Fact]
    public void What_is_chosen_stays_to_be_seen_where_colours_are_forced_and_paper_is_the_same_by_night()
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("History");
        page.See("What was decided");
        var client = new Uri(page.Driver.Url).AbsolutePath;
        page.Changed = true;
        void Media(string media, string colours) =>
            page.Driver.ExecuteCdpCommand(
                "Emulation.setEmulatedMedia",
                new()
                {
                    ["media"] = media,
                    ["features"] = new[]
                    {
                        new Dictionary<string, object> { ["name"] = "forced-colors", ["value"] = colours },
                    },
                }
            );
        Media("", "active");
        foreach (
            var path in new[]
            {
                "/",
                client,
                $"{client}/check",
                $"{client}/bench",
                $"{client}/positions",
                "/ladders",
                "/library",
            }
        )
        {
            page.Go(path).Find("main h1");
            page.Find("[aria-current]");
            Assert.Equal(
                "",
                page.Script(
                    """
                    return [...document.querySelectorAll('[aria-pressed="true"], [aria-checked="true"], [data-state="on"], [aria-current]')]
                      .filter((e) => e.getClientRects().length > 0 && !e.closest('svg'))
                      .filter((e) => { const s = getComputedStyle(e); return s.outlineStyle !== 'solid' || parseFloat(s.outlineWidth) < 3; })
                      .map((e) => e.outerHTML.slice(0, 120)).join('\n')
                    """
                )
            );
        }

        // The same sheet, printed by day and by night, and a screen that is no sheet.
        string Ink(string path, string light)
        {
            Media("", "none");
            page.Script($"localStorage.setItem('deft-theme', '{light}')");
            page.Go(path).Find("main h1");
            page.Until(
                "its light",
                () => page.Script("return document.documentElement.dataset.theme") is string l && l == light
            );
            Media("print", "none");
            string Read() =>
                (string)
                    page.Script(
                        """
                        const of = (e) => { const s = getComputedStyle(e); return [s.color, s.backgroundColor, s.borderTopColor].join(' '); };
                        return [document.body, document.querySelector('main'), ...document.querySelectorAll('main h1, main p, main table, main article')].map(of).join('\n');
                        """
                    )!;
            // The sheet fills from several answers: it is whole when nothing has come for a while.
            var (last, same) = (Read(), 0);
            page.Until(
                "a sheet that is whole",
                () =>
                {
                    var now = Read();
                    (same, last) = (now == last ? same + 1 : 0, now);
                    return same >= 20;
                }
            );
            return last;
        }

        foreach (
            var path in new[] { $"{client.Replace("clients", "page", StringComparison.Ordinal)}?for=client", client }
        )
        {
            var day = Ink(path, "daylight");
            Assert.Contains("rgb(22, 33, 29)", day, StringComparison.Ordinal);
            Assert.Equal(day, Ink(path, "dim"));
            Assert.True(page.Lacks("nav"), "the app around it is printed too");
        }
    }

    /// <summary>Everything in the light there is, then the colours in the other: nothing but they depends on it.</summary>
    internal static void Sound(Page page, string screen, List<string> all)
    {
        page.Script(Axe);
        var found = (string)
            page.Driver.ExecuteAsyncScript(
                """
                const done = arguments[0];
                const root = document.documentElement;
                const bad = (r) => r.violations
                                    .map((v) => root.dataset.theme + ' ' + v.id + ': ' + v.nodes.slice(0, 4).map((n) => n.target.join(' ') + ' ' + n.failureSummary).join(' | '));
                // What is typed or chosen into has an edge that is seen: 3:1 against what is around it.
                const light = (c) => { const [r, g, b] = c.map((x) => (x / 255 <= 0.04045 ? x / 255 / 12.92 : ((x / 255 + 0.055) / 1.055) ** 2.4)); return 0.2126 * r + 0.7152 * g + 0.0722 * b; };
                const colour = (text) => text.match(/^rgba?\(([\d.]+), ([\d.]+), ([\d.]+)(?:, ([\d.]+))?\)$/)?.slice(1).map((x) => (x === undefined ? 1 : Number(x)));
                const around = (e) => { for (let at = e.parentElement; at; at = at.parentElement) { const c = colour(getComputedStyle(at).backgroundColor); if (c && c[3] === 1) return c.slice(0, 3); } return [255, 255, 255]; };
                const edges = () => [...document.querySelectorAll('input:not([type=file], [type=checkbox], [type=radio]), select, textarea')].flatMap((e) => {
                  if (!e.checkVisibility() || e.getBoundingClientRect().width < 3 || e.closest('nav')) return [];
                  // The frame of a dial or of a label counts for the field inside it.
                  let edge = e;
                  for (let up = 0; up < 3 && edge && !(parseFloat(getComputedStyle(edge).borderBottomWidth) > 0); up++) edge = edge.parentElement;
                  const c = edge && parseFloat(getComputedStyle(edge).borderBottomWidth) > 0 ? colour(getComputedStyle(edge).borderBottomColor) : null;
                  const name = root.dataset.theme + ' edge: ' + (e.getAttribute('aria-label') ?? e.closest('label')?.textContent ?? e.outerHTML).slice(0, 50);
                  if (!c) return [`${name} has none`];
                  const [a, b] = [light(c.slice(0, 3).map((x, i) => x * c[3] + around(edge)[i] * (1 - c[3]))), light(around(edge))];
                  const ratio = (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
                  return ratio < 3 ? [`${name} ${ratio.toFixed(2)}`] : [];
                });
                const settled = () => new Promise((r) => requestAnimationFrame(() => requestAnimationFrame(r)));
                const still = Object.assign(document.createElement('style'), { nonce: globalThis.__webpack_nonce__ ?? '' });
                still.textContent = '*, *::before, *::after { transition: none !important }';
                (async () => {
                  document.head.append(still);
                  const first = [...bad(await axe.run(document, { resultTypes: ['violations'] })), ...edges()];
                  const was = root.dataset.theme;
                  root.dataset.theme = was === 'dim' ? 'daylight' : 'dim';
                  await settled();
                  const second = bad(await axe.run(document, { resultTypes: ['violations'], runOnly: ['color-contrast'] }));
                  second.push(...edges());
                  root.dataset.theme = was;
                  still.remove();
                  done([...first, ...second].join('\n'));
                })();
                """
            )!;
        if (found.Length > 0)
            all.Add($"{screen}:\n{found}");
    }
}
