using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;
using OpenQA.Selenium.Interactions;
using OpenQA.Selenium.Support.UI;

namespace DeftStride.Browser;

/// <summary>A browser at a page of the app, driven as a person would. Every look-up waits for what it needs.</summary>
public sealed class Page : IDisposable
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(30);
    private readonly KeptBrowser _browser;
    private readonly bool _touch;

    /// <summary>Opens a browser in which nothing is kept.</summary>
    /// <param name="url">The server's address.</param>
    /// <param name="width">Viewport width in CSS pixels.</param>
    /// <param name="height">Viewport height in CSS pixels.</param>
    /// <param name="touch">Whether to be a touch device.</param>
    /// <param name="app">Whether the app is kept on the device, as a browser does; it is fetched whole then, which most tests do not need.</param>
    /// <param name="signIn">Whether the browser is signed in as the owner, or as the first of the made-up people.</param>
    /// <param name="camera">Whether there is a camera, allowed for the page; it films the browser's own test card.</param>
    public Page(
        string url,
        int width = 1280,
        int height = 800,
        bool touch = false,
        bool camera = false,
        bool app = false,
        bool signIn = true
    )
    {
        Url = url;
        _touch = touch;
        _browser = KeptBrowser.Take(new BrowserKind(touch ? (width, height) : null, camera, app));
        if (signIn)
            SignIn();
        if (!touch)
            Resize(width, height);
    }

    /// <summary>Signs the browser in without its page.</summary>
    private void SignIn()
    {
        var (name, value) = AppSignIn.Cookie(Url);
        Driver.ExecuteCdpCommand(
            "Network.setCookie",
            new Dictionary<string, object?>
            {
                ["url"] = Url,
                ["name"] = name,
                ["value"] = value,
                ["httpOnly"] = true,
                ["sameSite"] = "Strict",
            }
        );
    }

    /// <summary>The server's address.</summary>
    public string Url { get; }

    /// <summary>The driver itself.</summary>
    public ChromeDriver Driver => _browser.Driver;

    /// <summary>Whether the browser itself was changed, so that it is of no use to another page.</summary>
    public bool Changed { get; set; }

    /// <summary>Sets the viewport; the window's own size is not the viewport's.</summary>
    public void Resize(int width, int height)
    {
        Changed |= _touch;
        Driver.ExecuteCdpCommand(
            "Emulation.setDeviceMetricsOverride",
            new Dictionary<string, object?>
            {
                ["width"] = width,
                ["height"] = height,
                ["deviceScaleFactor"] = 1,
                ["mobile"] = false,
            }
        );
    }

    /// <summary>Goes to a path of the app.</summary>
    public Page Go(string path)
    {
        Driver.Navigate().GoToUrl(new Uri(Url + path));
        return this;
    }

    /// <summary>The first element of a CSS selector that is shown.</summary>
    public IWebElement Find(string css) =>
        Wait($"\"{css}\"", () => Asked("[...document.querySelectorAll(what)].find(shown)", css) as IWebElement);

    /// <summary>Whether nothing of a CSS selector is shown now.</summary>
    public bool Lacks(string css) => Shown(css) is null;

    /// <summary>Waits until nothing of a CSS selector is shown any more.</summary>
    public void Gone(string css) =>
        Until($"\"{css}\" to go", () => Asked("![...document.querySelectorAll(what)].some(shown)", css) is true);

    /// <summary>Confirms the studio's cautions, as the first coach on a new studio must.</summary>
    public Page Understood()
    {
        Press("Understood");
        Gone("[role='dialog']");
        return this;
    }

    /// <summary>The first button or link that is shown, is enabled and holds a text.</summary>
    public IWebElement Press(string text)
    {
        return Click(
            """
            [...document.querySelectorAll('button, a, [role=button], summary')].filter((e) =>
              e.textContent.replace(/[ \t\r\n]+/g, ' ').trim().includes(what) || e.ariaLabel?.includes(what))
            """,
            text,
            $"a button \"{text}\""
        );
    }

    /// <summary>Presses one of several to choose from and waits until it stands as the chosen one: it is kept by then, and a page that is left after it loses nothing.</summary>
    public void Choose(string text)
    {
        Press(text);
        Until(
            $"\"{text}\" to be chosen",
            () =>
                Asked(
                    "[...document.querySelectorAll('[data-state=on]')].some((e) => shown(e) && e.textContent.trim() === what)",
                    text
                )
                    is true
        );
    }

    /// <summary>Presses the button with a text inside something, where one is shown and enabled there now; says whether it did.</summary>
    public bool PressedIn(string css, string text)
    {
        try
        {
            if (
                Script(
                    "return [...document.querySelectorAll(arguments[0] + ' button')].find(b => b.getClientRects().length && !b.disabled && b.innerText.includes(arguments[1])) ?? null",
                    css,
                    text
                )
                is not IWebElement found
            )
                return false;
            found.Click();
            return true;
        }
        catch (StaleElementReferenceException)
        {
            // It was drawn anew under the pointer: a hand taps again.
            return PressedIn(css, text);
        }
    }

    /// <summary>Clicks the first element of a CSS selector once it is shown, enabled and stands still.</summary>
    public IWebElement Click(string css) => Click("document.querySelectorAll(what)", css, $"\"{css}\" to click");

    /// <summary>Clicks the first of what a script finds that is shown, once it is enabled and, brought into view, keeps its place for two frames and is what lies on top there: what moves away under a finger is not pressed.</summary>
    private IWebElement Click(string all, string what, string name) =>
        Wait(
            name,
            () =>
            {
                try
                {
                    if (
                        Asked(
                            $$"""
                            await (async () => {
                              const element = [...{{all}}].find(shown);
                              if (!element || element.matches(':disabled')) return null;
                              element.scrollIntoView({ block: 'nearest' });
                              const at = () => { const r = element.getClientRects()[0]; return r ? [r.x, r.y, r.width, r.height] : []; };
                              await frame();
                              const before = at();
                              await frame();
                              await frame();
                              const [x, y, width, height] = at();
                              if (!element.isConnected || before.join() !== [x, y, width, height].join()) return null;
                              const middle = (from, size, most) => (Math.max(0, from) + Math.min(most, from + size)) / 2;
                              const [left, top] = [middle(x, width, innerWidth), middle(y, height, innerHeight)];
                              if (!element.contains(document.elementFromPoint(left, top))) return null;
                              window.missed = false;
                              window.aim?.abort();
                              window.aim = new AbortController();
                              for (const press of ['pointerdown', 'click'])
                                addEventListener(press, (e) => { window.missed ||= !element.contains(e.target); }, { capture: true, signal: window.aim.signal });
                              window.pressed = new Promise((done) => addEventListener('click', done, { capture: true, signal: window.aim.signal }));
                              return [element, left, top];
                            })()
                            """,
                            what
                        )
                        is not IReadOnlyList<object> found
                    )
                        return null;
                    PressAt(
                        Convert.ToDouble(found[1], CultureInfo.InvariantCulture),
                        Convert.ToDouble(found[2], CultureInfo.InvariantCulture)
                    );
                    // What is drawn anew just then is pressed again.
                    return Missed() ? null : (IWebElement)found[0];
                }
                catch (WebDriverException e) when (Away(e))
                {
                    return null;
                }
            }
        );

    /// <summary>
    /// Whether the last press met something else than it was aimed at. A finger is heard of later than it is lifted: whoever goes on
    /// before that leaves a page that was not pressed.
    /// </summary>
    private bool Missed()
    {
        if (!_touch)
            return Script("return window.missed") is true;
        try
        {
            return Driver.ExecuteAsyncScript(
                """
                const done = arguments[0];
                // Not every touch becomes a click.
                Promise.race([window.pressed, new Promise((over) => setTimeout(over, 700))]).then(() => done(window.missed === true));
                """
            )
                is true;
        }
        catch (WebDriverException e) when (Away(e))
        {
            // The press led to another page.
            return false;
        }
    }

    /// <summary>Presses where something is, with the finger of a touch device, else with the mouse. The driver's own way takes five times as long.</summary>
    private void PressAt(double x, double y)
    {
        if (_touch)
        {
            Send("Input.dispatchTouchEvent", ("type", "touchStart"), ("touchPoints", new[] { new { x, y } }));
            Send("Input.dispatchTouchEvent", ("type", "touchEnd"), ("touchPoints", Array.Empty<object>()));
            return;
        }

        foreach (var type in new[] { "mouseMoved", "mousePressed", "mouseReleased" })
        {
            var held = type != "mouseMoved";
            Send(
                "Input.dispatchMouseEvent",
                ("type", type),
                ("x", x),
                ("y", y),
                ("button", held ? "left" : "none"),
                ("clickCount", held ? 1 : 0)
            );
        }
    }

    private void Send(string command, params (string Name, object Value)[] what) =>
        Driver.ExecuteCdpCommand(command, what.ToDictionary(w => w.Name, object? (w) => w.Value));

    /// <summary>Waits until a text is on the page.</summary>
    public void See(string text) =>
        Until(
            $"the text \"{text}\"",
            () => Asked($"({AllText}).toUpperCase().includes(what.toUpperCase())", text) is true
        );

    /// <summary>
    /// Asks the page for something it may not have yet: it looks again whenever it changes, for up to a second. Asking it from
    /// outside as often would take a quarter of a core.
    /// </summary>
    /// <returns>What the look gave as soon as that is neither null, undefined nor false, or null.</returns>
    private object? Asked(string look, string what)
    {
        try
        {
            var answer = Driver.ExecuteAsyncScript(
                $$"""
                const [what, done] = arguments;
                {{IsShown}}
                // A page that is left paints nothing any more.
                const frame = () => new Promise((next) => { requestAnimationFrame(next); setTimeout(next, 500); });
                const until = performance.now() + 1000;
                let changed = () => {};
                const watch = new MutationObserver(() => changed());
                watch.observe(document, { subtree: true, childList: true, characterData: true, attributes: true });
                (async () => {
                  for (;;) {
                    const found = {{look}};
                    if (found || performance.now() > until) return found || null;
                    // Of many changes at once the last one counts, and not everything that is seen is a change of the page.
                    await new Promise((next) => { changed = () => setTimeout(next, 15); setTimeout(next, 150); });
                  }
                })().catch((e) => `Failed: ${e}`).then((found) => { watch.disconnect(); done(found); });
                """,
                what
            );
            return answer is string failed ? throw new InvalidOperationException(failed) : answer;
        }
        catch (WebDriverException e) when (Away(e))
        {
            return null;
        }
    }

    /// <summary>All text that is shown.</summary>
    /// <remarks>As the browser itself puts it together: the driver's own way walks every element and takes a fifth of a second.</remarks>
    public string Text()
    {
        try
        {
            return (string)Script($"return {AllText}")!;
        }
        catch (WebDriverException e) when (Away(e))
        {
            return "";
        }
    }

    /// <summary>Places every point that is asked for on a side's picture, in the order asked, where the figure truly has them.</summary>
    public void PlaceAsked(string side, string figure)
    {
        var stage = $"[data-stage='{side}']";
        var last = "";
        while (true)
        {
            string Next() =>
                (string?)Script(
                    "return document.querySelector(arguments[0])?.closest('section').dataset.asked ?? 'none'",
                    stage
                )
                ?? "none";
            var before = last;
            Until("the next point to be asked for", () => Next() is not "none" and var n && n != before);
            var next = Next();
            if (next.Length == 0)
                return;
            var (x, y) = Figure.Point(figure, next);
            var stood = Where(stage);
            ClickPicture(stage, x, y);
            last = next;
            // While points are asked for a picture stands still: whoever aims would miss otherwise.
            Until("the point to be placed", () => Next() != next);
            var stands = Where(stage);
            if (Next() is not ("" or "none") && stood != stands)
                throw new InvalidOperationException(
                    $"The picture moved under the hand while {next} was placed, from {stood} to {stands}."
                );
        }
    }

    /// <summary>The page was left while it was looked at; the driver has several ways to say so.</summary>
    private static bool Away(WebDriverException e) =>
        e is StaleElementReferenceException or WebDriverTimeoutException
        || e.Message.Contains("does not belong to the document", StringComparison.Ordinal)
        || e.Message.Contains("document unloaded", StringComparison.Ordinal);

    /// <summary>Where a picture stands on the screen, and how the rows around it are laid out.</summary>
    private string Where(string stage) =>
        (string?)Script(
            """
            const svg = document.querySelector(arguments[0]);
            if (!svg) return '';
            const m = svg.getScreenCTM();
            const rows = [...svg.closest('section').children].map((r) => Math.round(r.getBoundingClientRect().height)).join(' + ');
            return `${Math.round(m.e)}, ${Math.round(m.f)} by ${m.a.toFixed(3)} (rows ${rows})`;
            """,
            stage
        )
        ?? "";

    /// <summary>Waits until something is the case.</summary>
    public T Wait<T>(string what, Func<T?> look, TimeSpan? patience = null)
        where T : class
    {
        var wait = new WebDriverWait(new SystemClock(), Driver, patience ?? Patience, TimeSpan.FromMilliseconds(40))
        {
            Message = $"Waited for {what}. On the page:\n",
        };
        wait.IgnoreExceptionTypes(
            typeof(StaleElementReferenceException),
            typeof(NoSuchElementException),
            typeof(UnknownErrorException)
        );
        try
        {
            return wait.Until(_ => look())!;
        }
        catch (WebDriverTimeoutException e)
        {
            throw new WebDriverTimeoutException(e.Message + Text(), e);
        }
    }

    /// <summary>Waits until a condition holds.</summary>
    public void Until(string what, Func<bool> holds, TimeSpan? patience = null) =>
        Wait(what, () => holds() ? what : null, patience);

    /// <summary>Runs script in the page.</summary>
    public object? Script(string code, params object[] arguments) =>
        ((IJavaScriptExecutor)Driver).ExecuteScript(code, arguments);

    /// <summary>Presses keys wherever the focus is, one after the other, with another one held down if need be.</summary>
    public Page Key(string keys, string? holding = null)
    {
        var press = new Actions(Driver);
        (holding is null ? press.SendKeys(keys) : press.KeyDown(holding).SendKeys(keys).KeyUp(holding)).Perform();
        return this;
    }

    /// <summary>Where a point of a picture is in the viewport, in CSS pixels. Scrolls the picture into sight.</summary>
    public (int X, int Y) OnScreen(string stage, double x, double y)
    {
        Find(stage);
        // A picture that has just come is laid out once more with its tools: where it stands still is where it is.
        var at =
            (IReadOnlyCollection<object>)
                Driver.ExecuteAsyncScript(
                    """
                    const [css, x, y, done] = arguments;
                    const rows = () => [...document.querySelector(css).closest('section').parentElement.querySelectorAll(':scope > section > *'), ...document.querySelectorAll('#main, h1, [aria-label="Kept on this device"], [aria-label="Views"]')]
                      .map((r) => { const b = r.getBoundingClientRect(); return `${Math.round(b.top)}+${Math.round(b.height)}`; }).join(' ');
                    const aimed = rows();
                    window.hitOff = null;
                    addEventListener('pointerdown', (e) => {
                      const p = new DOMPoint(e.clientX, e.clientY).matrixTransform(document.querySelector(css).getScreenCTM().inverse());
                      const scale = document.querySelector(css).getScreenCTM().a;
                      if (Math.hypot(p.x - x, p.y - y) * scale > 2) window.hitOff = `${Math.round(p.x - x)}, ${Math.round(p.y - y)} px of the picture; laid out ${aimed} when aimed, ${rows()} when hit`;
                    }, { capture: true, once: true });
                    document.querySelector(css).scrollIntoView({ block: 'center' });
                    const place = () => { const p = new DOMPoint(x, y).matrixTransform(document.querySelector(css).getScreenCTM()); return [p.x, p.y]; };
                    const look = (before, tries) => requestAnimationFrame(() => requestAnimationFrame(() => {
                      const now = place();
                      if (tries === 0 || (Math.abs(now[0] - before[0]) < 0.5 && Math.abs(now[1] - before[1]) < 0.5)) done(now);
                      else look(now, tries - 1);
                    }));
                    look(place(), 60);
                    """,
                    stage,
                    x,
                    y
                )!;
        var numbers = at.Select(n => Convert.ToDouble(n, CultureInfo.InvariantCulture)).ToArray();
        return ((int)Math.Round(numbers[0]), (int)Math.Round(numbers[1]));
    }

    /// <summary>Presses a point of a picture, in the picture's own pixels.</summary>
    public void ClickPicture(string stage, double x, double y)
    {
        var (left, top) = OnScreen(stage, x, y);
        PressAt(left, top);
        Hit();
    }

    /// <summary>Whoever aims hits: a picture that moves between the look and the touch is a fault.</summary>
    private void Hit()
    {
        if (Script("return window.hitOff ?? null") is string off)
            throw new InvalidOperationException($"The picture moved under the hand by {off}.");
    }

    /// <summary>Drags from one point of a picture to another, in the picture's own pixels.</summary>
    public void DragPicture(string stage, (double X, double Y) from, (double X, double Y) to)
    {
        var (a, b) = (OnScreen(stage, from.X, from.Y), OnScreen(stage, to.X, to.Y));
        new Actions(Driver, TimeSpan.FromMilliseconds(20))
            .MoveToLocation(a.X, a.Y)
            .ClickAndHold()
            .MoveToLocation((a.X + b.X) / 2, (a.Y + b.Y) / 2)
            .MoveToLocation(b.X, b.Y)
            .Release()
            .Perform();
    }

    /// <summary>Drags from one element to another with a finger; where the other comes to lie once the finger moves.</summary>
    public void TouchDrag(string from, string to)
    {
        Script("arguments[0].scrollIntoView({ block: 'center' })", Find(from));
        var finger = new PointerInputDevice(PointerKind.Touch, "finger");
        var drag = new ActionSequence(finger);
        var soon = TimeSpan.FromMilliseconds(80);
        drag.AddAction(finger.CreatePointerMove(Find(from), 0, 0, TimeSpan.Zero));
        drag.AddAction(finger.CreatePointerDown(MouseButton.Touch));
        drag.AddAction(finger.CreatePointerMove(CoordinateOrigin.Pointer, -30, -20, soon));
        drag.AddAction(finger.CreatePause(soon));
        drag.AddAction(finger.CreatePointerMove(Find(to), 0, 0, soon));
        drag.AddAction(finger.CreatePointerUp(MouseButton.Touch));
        Driver.PerformActions([drag]);
    }

    /// <summary>The settled reading of a section: degrees and the reach of its error.</summary>
    public (double Degrees, double Reach) Reading(string section)
    {
        var element = Wait(
            $"a settled reading in {section}",
            () => Shown($"{section} [data-settled='true'] [data-reading]")
        );
        double Number(string name) => double.Parse(element.GetDomAttribute(name)!, CultureInfo.InvariantCulture);
        return (Number("data-reading"), Number("data-reach"));
    }

    /// <summary>Saves what is shown as PNG, once fonts and pictures are there.</summary>
    public void Shoot(string file)
    {
        Until(
            "fonts and pictures",
            () =>
                Script("return document.fonts.status === 'loaded' && [...document.images].every(i => i.complete)")
                    is true
        );
        Directory.CreateDirectory(Path.GetDirectoryName(file)!);
        Driver.GetScreenshot().SaveAsFile(file);
    }

    /// <summary>Errors that the page wrote to its console.</summary>
    public IReadOnlyList<string> Errors() => [.. Driver.Manage().Logs.GetLog(LogType.Browser).Select(l => l.Message)];

    /// <inheritdoc/>
    public void Dispose()
    {
        _browser.Return(Url, !Changed);
    }

    /// <summary>Whether an element can be seen somewhere on the page.</summary>
    private const string IsShown = """
        const shown = (e) => e.checkVisibility({ opacityProperty: true, visibilityProperty: true, contentVisibilityAuto: true }) &&
          [...e.getClientRects()].some((r) => r.width > 0 && r.height > 0);
        """;

    private const string AllText = "(document.body?.innerText ?? '').replace(/[\\t\\u00a0]/g, ' ')";

    private IWebElement? Shown(string css) =>
        Script($"{IsShown} return [...document.querySelectorAll(arguments[0])].find(shown) ?? null", css)
        as IWebElement;
}
