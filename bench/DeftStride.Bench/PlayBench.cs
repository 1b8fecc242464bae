using System.Globalization;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>How long a coach waits for a frame: a step of one, and a jump anywhere, both films of a pair painted; and what films leave behind.</summary>
internal static class PlayBench
{
    private const int Rounds = 150;

    /// <summary>A jump in a long film takes longer, and the driver waits a minute at most.</summary>
    private const int Fewer = 60;
    private const int Openings = 10;

    /// <summary>Six times 10.7 s.</summary>
    private const int Minute = 6;

    public static async Task<int> RunAsync()
    {
        using var server = new AppServer();
        using var filmed = new FilmedCheck(server.Url);
        var check = await filmed.KeepAsync();
        using (var page = new Page(server.Url))
        {
            page.Go($"/clients/{filmed.Client}/play?check={check}");
            page.Understood();
            Painted(page);
            page.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(3);
            Say("one frame on or back, both films painted", Ask(page, Step, Rounds));
            Say("a jump anywhere, both films painted", Ask(page, Jump, Rounds));
        }

        using var longer = new FilmedCheck(server.Url);
        var minute = await longer.KeepAsync(Minute);
        using (var page = new Page(server.Url))
        {
            page.Go($"/clients/{longer.Client}/play?check={minute}");
            Painted(page);
            page.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(3);
            Say("a jump anywhere in a minute of film", Ask(page, Jump, Fewer));
            for (var i = 0; i <= Openings; i++)
            {
                page.Press("Back to the check");
                page.See("See it move");
                if (i is 0 or 1 or Openings)
                    Console.WriteLine(
                        $"two films of {Minute * 10.7:0} s closed {i + 1} times: {Held(page):0} MB held by the page, {Resident():0} MB by all of the browser"
                    );
                page.Click("a[href*='/play']");
                Painted(page);
            }
        }

        return 0;
    }

    private static void Painted(Page page) =>
        page.Until(
            "the films to be painted",
            () =>
                page.Script(
                    "const films = [...document.querySelectorAll('[data-film]')]; return films.length === 2 && films.every((f) => f.dataset.at !== undefined && f.dataset.at === f.dataset.wanted)"
                )
                    is true
        );

    /// <summary>What script holds after a collection, MB.</summary>
    private static double Held(Page page)
    {
        page.Driver.ExecuteCdpCommand("HeapProfiler.collectGarbage", []);
        return Convert.ToDouble(page.Script("return performance.memory.usedJSHeapSize"), CultureInfo.InvariantCulture)
            / 1e6;
    }

    /// <summary>Memory of all browser processes, MB: what is decoded lies outside of what script holds.</summary>
    private static double Resident() =>
        System.Diagnostics.Process.GetProcessesByName("chromium").Sum(p => p.WorkingSet64) / 1e6;

    private static double[] Ask(Page page, string script, int rounds) =>
        [
            .. ((IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(Waiting + script, rounds)!)
                .Select(n => Convert.ToDouble(n, CultureInfo.InvariantCulture))
                .Order(),
        ];

    private static void Say(string name, double[] sorted) =>
        Console.WriteLine(
            $"{name}: median {sorted[sorted.Length / 2]:0.0} ms, 95th percentile {sorted[(int)(sorted.Length * 0.95)]:0.0} ms, worst {sorted[^1]:0.0} ms ({sorted.Length})"
        );

    // A film says which instant it has painted, and which is wanted.
    private const string Waiting = """
        const [rounds, done] = arguments;
        const frame = () => new Promise((r) => requestAnimationFrame(r));
        const films = () => [...document.querySelectorAll('[data-film]')];
        const timed = async (act) => {
          const before = films().map((f) => f.dataset.wanted).join();
          const start = performance.now();
          act();
          while (performance.now() - start < 2000 && (films().map((f) => f.dataset.wanted).join() === before || films().some((f) => f.dataset.at !== f.dataset.wanted))) await frame();
          const took = performance.now() - start;
          for (let i = 0; i < 3; i++) await frame();
          return took;
        };
        const key = (k) => document.body.dispatchEvent(new KeyboardEvent('keydown', { key: k, bubbles: true }));
        """;

    private const string Step = """
        (async () => {
          const times = [];
          // Three on, one back: as somebody looks for an instant.
          for (let i = 0; i < rounds; i++) times.push(await timed(() => key(i % 4 === 3 ? 'ArrowLeft' : 'ArrowRight')));
          done(times);
        })();
        """;

    private const string Jump = """
        (async () => {
          const floor = document.querySelector('[data-floor]');
          const at = floor.querySelector('svg').getBoundingClientRect();
          let seed = 7;
          const any = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
          const times = [];
          for (let i = 0; i < rounds; i++) {
            const x = Math.max(at.left, floor.getBoundingClientRect().left) + (0.06 + 0.9 * any()) * Math.min(at.width, floor.clientWidth);
            const to = { clientX: x, clientY: at.top + 40, bubbles: true, pointerId: 1 };
            times.push(await timed(() => {
              floor.setPointerCapture = () => undefined;
              floor.dispatchEvent(new PointerEvent('pointerdown', to));
              floor.dispatchEvent(new PointerEvent('pointerup', to));
            }));
          }
          done(times);
        })();
        """;
}
