using System.Globalization;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>A point moved 500 times by the pointer in a real browser: from the move to the answer, and to the painted reading.</summary>
internal static class LiveBench
{
    private const int Moves = 500;

    public static int Run()
    {
        using var server = new AppServer(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Check Maren");
        page.Press("Use earlier picture 1 for the left");
        var (ankle, knee) = Figure.Points("maren-4-l");
        page.ClickPicture("[data-stage='left']", ankle.X, ankle.Y);
        page.ClickPicture("[data-stage='left']", knee.X, knee.Y);
        page.Reading("section[aria-label='Left leg in front']");
        var (x, y) = page.OnScreen("[data-stage='left']", knee.X, knee.Y);
        page.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(2);
        var lines = (IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(Script, x, y, Moves)!;
        double[] Column(int i) =>
            [
                .. lines
                    .Cast<IReadOnlyCollection<object>>()
                    .Select(l => Convert.ToDouble(l.ElementAt(i), CultureInfo.InvariantCulture))
                    .Order(),
            ];
        foreach (var (name, column) in new[] { ("round trip", 0), ("painted", 1), ("drawing of the point", 2) })
        {
            var sorted = Column(column);
            Console.WriteLine(
                $"{name}: median {sorted[sorted.Length / 2]:0.0} ms, 95th percentile {sorted[(int)(sorted.Length * 0.95)]:0.0} ms, worst {sorted[^1]:0.0} ms ({sorted.Length} moves)"
            );
        }

        Positions(page, server.Url);
        return 0;
    }

    /// <summary>The pressure point of two positions moved 300 times along the sole by key: from the key to both drawings and all numbers painted.</summary>
    private static void Positions(Page page, string url)
    {
        page.Go("/").Press("Bram Hartnell");
        page.Until("the client", () => page.Driver.Url.Contains("/clients/", StringComparison.Ordinal));
        page.Go($"/clients/{new Uri(page.Driver.Url).AbsolutePath.Split('/')[2]}/positions");
        page.Find("[data-position='A'] [role='slider']");
        page.Find("[data-sentence][data-settled='true']");
        var sorted = ((IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(PositionScript, 300)!)
            .Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture))
            .Order()
            .ToArray();
        Console.WriteLine(
            $"two positions, pressure moved, painted: median {sorted[sorted.Length / 2]:0.0} ms, 95th percentile {sorted[(int)(sorted.Length * 0.95)]:0.0} ms, worst {sorted[^1]:0.0} ms ({sorted.Length} moves)"
        );
    }

    private const string PositionScript = """
        const [moves, done] = arguments;
        const frame = () => new Promise((r) => requestAnimationFrame(r));
        const slider = () => document.querySelector("[data-position='A'] [role='slider']");
        (async () => {
          const times = [];
          slider().focus();
          for (let i = 0; i < moves; i++) {
            await frame();
            const was = slider().getAttribute('aria-valuenow');
            const start = performance.now();
            slider().dispatchEvent(new KeyboardEvent('keydown', { key: i % 40 < 20 ? 'ArrowRight' : 'ArrowLeft', bubbles: true }));
            do await frame(); while (slider().getAttribute('aria-valuenow') === was || !document.querySelector("[data-sentence][data-settled='true']"));
            times.push(performance.now() - start);
          }
          done(times);
        })();
        """;

    // Each move waits for the reading that belongs to it to be in the page, then for the frame that paints it.
    private const string Script = """
        const [x, y, moves, done] = arguments;
        const svg = document.querySelector("[data-stage='left']");
        const section = svg.closest('section');
        const handle = svg.querySelector("[data-handle='knee']");
        const send = WebSocket.prototype.send;
        let sent = 0, answered = 0;
        WebSocket.prototype.send = function (data) {
          sent = performance.now();
          this.addEventListener('message', () => { answered = performance.now(); }, { once: true });
          return send.call(this, data);
        };
        const fire = (type, target, px, py) => target.dispatchEvent(new PointerEvent(type, { bubbles: true, pointerId: 1, button: 0, buttons: type === 'pointerup' ? 0 : 1, clientX: px, clientY: py, isPrimary: true }));
        Element.prototype.setPointerCapture = () => {};
        Element.prototype.hasPointerCapture = () => false;
        const frame = () => new Promise((r) => requestAnimationFrame(r));
        (async () => {
          const lines = [];
          fire('pointerdown', handle, x, y);
          for (let i = 0; i < moves; i++) {
            await frame();
            const before = section.querySelector('[data-reading]').dataset.reading;
            const start = performance.now();
            sent = answered = 0;
            fire('pointermove', handle, x + 8 + ((i * 7) % 40), y - ((i * 3) % 20));
            await frame();
            const drawn = performance.now() - start;
            while (section.querySelector('[data-reading]').dataset.reading === before || !section.querySelector("[data-settled='true']")) await frame();
            lines.push([answered - sent, performance.now() - start, drawn]);
          }
          fire('pointerup', handle, x, y);
          WebSocket.prototype.send = send;
          done(lines);
        })();
        """;
}
