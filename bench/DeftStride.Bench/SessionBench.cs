using System.Globalization;
using System.Net.Http.Json;
using System.Text.Json.Nodes;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>A session on a phone: how long a tap takes until it is painted, and how far the mark of the tempo is off the clock it goes by.</summary>
internal static class SessionBench
{
    private const int Taps = 150;

    /// <summary>How long the tempo is watched, seconds.</summary>
    private const int Watched = 120;

    private const int Parts = 3;

    public static async Task<int> RunAsync()
    {
        using var server = new AppServer(demo: true);
        using var http = AppSignIn.Client(server.Url);
        var all = (await http.GetFromJsonAsync<JsonNode>("/api/clients"))!.AsArray();
        var maren = all.Single(c => c!["name"]!.ToString() == "Maren Oakhollow")!["id"]!.ToString();
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        page.Go($"/clients/{maren}/session");
        page.Click("[data-act]");
        page.Press("It stands already");
        page.Click("[data-act]");
        page.Find("[data-count]");
        page.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(4);
        // The driver waits a minute at most.
        var marks = Enumerable
            .Range(0, Parts)
            .SelectMany(_ => (IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(Watch, Watched / Parts)!);
        var late = marks.Select(m => m.ToString()!.Split(' ')).ToArray();
        Say(
            $"the mark of the tempo after its second ({(late.All(m => m[1] == "sound") ? "by the clock of sound" : "by the page’s clock")}, {Watched} s)",
            [.. late.Select(m => 1000 * (double.Parse(m[0], CultureInfo.InvariantCulture) % 1)).Order()]
        );
        Say(
            "a tap on the floor until it is painted",
            [
                .. ((IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(Tapped, Taps)!)
                    .Select(n => Convert.ToDouble(n, CultureInfo.InvariantCulture))
                    .Order(),
            ]
        );
        return 0;
    }

    private static void Say(string name, double[] sorted) =>
        Console.WriteLine(
            $"{name}: median {sorted[sorted.Length / 2]:0.0} ms, 95th percentile {sorted[(int)(sorted.Length * 0.95)]:0.0} ms, worst {sorted[^1]:0.0} ms ({sorted.Length})"
        );

    // The bob says at which second of the set it changed its mark, and by which clock.
    private const string Watch = """
        const [seconds, done] = arguments;
        const bob = document.querySelector('[data-bob]');
        const marks = [];
        const seen = new MutationObserver(() => marks.at(-1) !== bob.dataset.mark && marks.push(bob.dataset.mark));
        seen.observe(bob, { attributes: true, attributeFilter: ['data-mark'] });
        setTimeout(() => { seen.disconnect(); done(marks.slice(1)); }, seconds * 1000);
        """;

    private const string Tapped = """
        const [rounds, done] = arguments;
        const frame = () => new Promise((r) => requestAnimationFrame(r));
        const painted = () => new Promise((r) => requestAnimationFrame(() => { const c = new MessageChannel(); c.port1.onmessage = r; c.port2.postMessage(0); }));
        (async () => {
          const times = [];
          const floor = document.querySelector("[aria-label='Clean']");
          for (let i = 0; i < rounds; i++) {
            const before = document.querySelector('[data-count]').textContent;
            const start = performance.now();
            floor.dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, button: 0 }));
            // React draws at the end of the event, in a microtask; the frame after that is the one that shows it.
            await Promise.resolve();
            while (document.querySelector('[data-count]').textContent === before && performance.now() - start < 2000) await frame();
            await painted();
            times.push(performance.now() - start);
            for (let f = 0; f < 6; f++) await frame();
          }
          done(times);
        })();
        """;
}
