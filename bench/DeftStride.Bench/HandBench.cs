using System.Globalization;
using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>How long a hand waits: from a tap to the frame that shows what it did, and from a way taken to the screen that it leads to.</summary>
internal static class HandBench
{
    private const int Rounds = 60;

    public static int Run()
    {
        using var server = new AppServer(demo: true);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        page.Press("Check Maren");
        page.Press("Use the 2 waiting pictures");
        page.PlaceAsked("left", "maren-4-l");
        page.PlaceAsked("right", "maren-4-r");
        page.Reading("section[aria-label='Right leg in front']");
        page.Driver.Manage().Timeouts().AsynchronousJavaScript = TimeSpan.FromMinutes(3);
        Say("a blank frame", Ask(page, Frame));
        Say("tap to painted", Ask(page, Taps));
        Say("route change to painted", Ask(page, Routes));
        return 0;

        static double[] Ask(Page page, string script) =>
            [
                .. ((IReadOnlyCollection<object>)page.Driver.ExecuteAsyncScript(script, Rounds)!)
                    .Select(n => Convert.ToDouble(n, CultureInfo.InvariantCulture))
                    .Order(),
            ];
        static void Say(string name, double[] sorted) =>
            Console.WriteLine(
                $"{name}: median {sorted[sorted.Length / 2]:0.0} ms, 95th percentile {sorted[(int)(sorted.Length * 0.95)]:0.0} ms, worst {sorted[^1]:0.0} ms ({sorted.Length})"
            );
    }

    private const string Frame = """
        const [rounds, done] = arguments;
        (async () => {
          const times = [];
          for (let i = 0; i < rounds; i++) {
            const start = performance.now();
            await new Promise((r) => requestAnimationFrame(r));
            times.push(performance.now() - start);
          }
          done(times);
        })();
        """;

    // The station, the other side, an answer by eye and its undo: each is there in the frame after the tap.
    private const string Taps = """
        const [rounds, done] = arguments;
        const frame = () => new Promise((r) => requestAnimationFrame(r));
        const rest = async () => { for (let i = 0; i < 4; i++) await frame(); };
        const posts = () => [...document.querySelectorAll("nav[aria-label='Views'] button")];
        (async () => {
          const times = [];
          for (let i = 0; i < rounds; i++) {
            for (const [tap, shown] of [
              [() => posts()[1].click(), () => posts()[1].getAttribute('aria-current') === 'page'],
              [() => posts()[0].click(), () => posts()[0].getAttribute('aria-current') === 'page'],
              [() => document.querySelector("[aria-label='How much'] button:last-child").click(), () => document.querySelector("[aria-label='How much'] button:last-child").dataset.state === 'on'],
              [() => document.querySelector("[aria-label='How much'] button").click(), () => document.querySelector("[aria-label='How much'] button").dataset.state === 'on'],
            ]) {
              await rest();
              const start = performance.now();
              tap();
              do await frame(); while (!shown());
              times.push(performance.now() - start);
            }
          }
          done(times);
        })();
        """;

    // From the floor to the client's page to the check and back, by the links a hand takes.
    private const string Routes = """
        const [rounds, done] = arguments;
        const frame = () => new Promise((r) => requestAnimationFrame(r));
        const rest = async () => { for (let i = 0; i < 6; i++) await frame(); };
        const link = (text) => [...document.querySelectorAll('a')].find((a) => a.getClientRects().length && a.textContent.includes(text));
        const there = { 'Today': () => document.querySelector('[aria-label="Next"] h1, [aria-label="Next"] [data-act]') && document.body.innerText.includes('today'), 'Maren Oakhollow': () => document.body.innerText.includes('What was decided'), 'Go on with': () => document.querySelector('[data-stage]') };
        (async () => {
          const times = [];
          for (let i = 0; i < rounds; i++) {
            for (const [text, shown] of Object.entries(there)) {
              await rest();
              const way = link(text);
              const start = performance.now();
              way.click();
              do await frame(); while (!shown());
              times.push(performance.now() - start);
            }
          }
          done(times);
        })();
        """;
}
