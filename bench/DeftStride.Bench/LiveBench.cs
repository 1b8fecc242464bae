using System.Globalization;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>A point moved 500 times by the pointer in a real browser: from the move to the answer, and to the painted reading.</summary>
internal static class LiveBench
{
    private const int Moves = 500;

    public static int Run()
    {
        using var server = new AppServer(demo: true, app: Published.Told());
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
        // What a round trip and a frame take here with nothing in them.
        var (echo, blank) = (
            Told(page, "an empty question over the same socket", EchoScript),
            Told(page, "a blank frame", FrameScript)
        );
        var lines = (IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(Script, x, y, Moves)!;
        double[] Column(int i) =>
            [
                .. lines
                    .Cast<IReadOnlyCollection<object>>()
                    .Select(l => Convert.ToDouble(l.ElementAt(i), CultureInfo.InvariantCulture))
                    .Order(),
            ];
        Console.WriteLine(
            $"  {Tell("round trip", Column(0)) / echo:0.0} times the empty question at the 95th percentile"
        );
        Console.WriteLine($"  {Tell("painted", Column(1)) / blank:0.0} times the blank frame");
        Tell("drawing of the point", Column(2));
        Positions(page, server.Url);
        return 0;
    }

    /// <summary>Times something by a script that gives as many times as it is asked for, tells it, and gives its 95th percentile.</summary>
    private static double Told(Page page, string name, string script, int times = Moves) =>
        Tell(
            name,
            [
                .. ((IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(script, times)!)
                    .Select(v => Convert.ToDouble(v, CultureInfo.InvariantCulture))
                    .Order(),
            ]
        );

    /// <summary>Tells times in ms that are in order.</summary>
    /// <returns>Their 95th percentile.</returns>
    private static double Tell(string name, double[] sorted)
    {
        var late = sorted[(int)(sorted.Length * 0.95)];
        Console.WriteLine(
            $"{name}: median {sorted[sorted.Length / 2]:0.0} ms, 95th percentile {late:0.0} ms, worst {sorted[^1]:0.0} ms ({sorted.Length} times)"
        );
        return late;
    }

    /// <summary>The pressure point of two positions moved 300 times along the sole by key: from the key to both drawings and all numbers painted.</summary>
    private static void Positions(Page page, string url)
    {
        page.Go("/").Press("Bram Hartnell");
        page.Until("the client", () => page.Driver.Url.Contains("/clients/", StringComparison.Ordinal));
        page.Go($"/clients/{new Uri(page.Driver.Url).AbsolutePath.Split('/')[2]}/positions");
        page.Find("[data-position='A'] [role='slider']");
        page.Find("[data-sentence][data-settled='true']");
        Told(page, "two positions, pressure moved, painted", PositionScript, 300);
    }

    private const string EchoScript = """
        const [times, done] = arguments;
        const socket = new WebSocket(`ws://${location.host}/api/live`);
        socket.onopen = async () => {
          const took = [];
          // What the first few compile is not what the line takes.
          for (let seq = -300; seq < times; seq++) {
            const start = performance.now();
            const answer = new Promise((r) => { socket.onmessage = r; });
            socket.send(JSON.stringify({ seq }));
            await answer;
            if (seq >= 0) took.push(performance.now() - start);
          }
          socket.close();
          done(took);
        };
        """;

    private const string FrameScript = """
        const [times, done] = arguments;
        (async () => {
          const took = [];
          for (let i = 0; i < times; i++) {
            const start = performance.now();
            await new Promise((r) => requestAnimationFrame(r));
            took.push(performance.now() - start);
          }
          done(took);
        })();
        """;

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
          // A server runs for weeks: what its first minute compiles anew is not what a coach waits for.
          for (let i = -400; i < moves; i++) {
            await frame();
            const before = section.querySelector('[data-reading]').dataset.reading;
            const start = performance.now();
            sent = answered = 0;
            fire('pointermove', handle, x + 8 + (((i + 400) * 7) % 40), y - (((i + 400) * 3) % 20));
            await frame();
            const drawn = performance.now() - start;
            while (section.querySelector('[data-reading]').dataset.reading === before || !section.querySelector("[data-settled='true']")) await frame();
            if (i >= 0) lines.push([answered - sent, performance.now() - start, drawn]);
          }
          fire('pointerup', handle, x, y);
          WebSocket.prototype.send = send;
          done(lines);
        })();
        """;
}
