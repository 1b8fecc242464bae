using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Every screen at every size: nothing cut, nothing over something else, everything large enough, and the focus where the eye is.</summary>
public sealed class ScreenTests
{
    /// <summary>The phone in every run, and every third screen on a tablet; all screens at all sizes in a long one.</summary>
    public static TheoryData<int, int, bool> Screens => Sizes.Of((390, 844, true), (820, 1180, true));

    [Theory]
    [MemberData(nameof(Screens))]
    public async Task Nothing_is_cut_covered_or_too_small_on_any_screen(int width, int height, bool touch)
    {
        using var server = new AppHost(demo: true);
        using var http = AppSignIn.Client(server.Url);
        using var page = new Page(server.Url, width, height, touch);
        page.Go("/").Understood();
        var clients = JsonNode.Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!.AsArray();
        string Id(string name) =>
            clients.First(c => c!["name"]!.GetValue<string>().StartsWith(name, StringComparison.Ordinal))![
                "id"
            ]!.GetValue<string>();
        var all = new List<string>();
        var names = Sizes.Long
            ? clients.Select(c => c!["name"]!.GetValue<string>()).ToArray()
            : ["Maren", "Ilse", "Sunniva"];
        var paths = new List<string>
        {
            "/",
            "/studio",
            "/people",
            "/plan",
            $"/clients/{Id("Bram")}/plan",
            $"/clients/{Id("Bram")}/log",
            "/ladders",
            "/ladders?open=ss-pad",
            "/library",
            "/library?q=knee",
            "/library?open=fault:knee-in",
        };
        foreach (var id in names.Select(Id))
        {
            paths.AddRange([$"/clients/{id}", $"/clients/{id}/check"]);
            // In a short run the sheets and the set-up of one client, and the referral of the one with a red flag.
            if (Sizes.Long || id == Id("Maren"))
                paths.AddRange(
                    $"/clients/{id}/bench",
                    $"/clients/{id}/positions",
                    $"/clients/{id}/meet",
                    $"/clients/{id}/session",
                    $"/clients/{id}/plan",
                    $"/page/{id}?for=client",
                    $"/page/{id}?for=clinician"
                );
            if (Sizes.Long || id == Id("Sunniva"))
                paths.Add($"/referral/{id}");
        }

        var filmed = JsonNode.Parse(
            await http.GetStringAsync(new Uri($"/api/clients/{Id("Maren")}", UriKind.Relative))
        )!["checks"]!
            .AsArray()
            .First(c => c!["stills"]!.AsArray().Any(s => s!["clip"] is not null))!;
        paths.Add($"/clients/{Id("Maren")}/play?check={filmed["id"]}");
        foreach (var (path, i) in paths.Select((p, i) => (p, i)).Where(p => Sizes.Long || width < 500 || p.i % 3 == 0))
        {
            page.Go(path).Find("main, [data-page]");
            page.Until(
                "nothing on its way",
                () =>
                    page.Text() is { Length: > 100 } text
                    && !text.Contains("Fetching", StringComparison.Ordinal)
                    && !text.Contains("Reading the clips", StringComparison.Ordinal)
            );
            if (page.Driver.FindElements(OpenQA.Selenium.By.CssSelector("main h1")).Count != 1)
                all.Add($"{path}: not one headline");
            var where = path.Replace(Id("Maren"), "maren", StringComparison.Ordinal);
            all.AddRange(Fit.Faults(page).Select(f => $"{where}: {f}"));
            // Everything that is folded away, opened at once.
            if (
                page.Script(
                    "return [...document.querySelectorAll('main details:not([open])')].map((d) => { d.open = true; }).length"
                )
                is > 0L
            )
                all.AddRange(Fit.Faults(page).Select(f => $"{where}, opened: {f}"));
            // The desk is gone through state by state elsewhere; a phone's every second screen in a short run.
            if (Sizes.Long || (width < 500 && i % 2 == 0))
                AccessTests.Sound(page, where, all);
        }

        // Panels over the screen.
        void Panel(string path, string press, string see)
        {
            page.Go(path).Press(press);
            page.See(see);
            all.AddRange(Fit.Faults(page).Select(f => $"{press}: {f}"));
        }

        var maren = $"/clients/{Id("Maren")}";
        Panel("/", "Find", "Find");
        Panel("/", "Add a client", "Add a client");
        Panel("/", "Log", "Keep the log");
        Panel(maren, "Red flag", "What do you see or hear");
        Panel($"{maren}/bench", "Card", "cm");
        page.Go($"{maren}/check").Find("[aria-label='Views']");
        if (width < 768)
            page.Press("Checks");
        page.Press("It hurts");
        page.See("of 10");
        all.AddRange(Fit.Faults(page).Select(f => $"pain: {f}"));
        Assert.True(all.Count == 0, $"{width} × {height}:\n{string.Join('\n', all.Distinct())}");
    }

    /// <summary>The longest name that the studio takes, one without a gap, one from right to left and one in pictures: on an empty studio.</summary>
    [Fact]
    public async Task No_name_breaks_a_screen_of_a_studio_that_has_nothing_yet()
    {
        using var server = new AppHost();
        using var http = AppSignIn.Client(server.Url);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        async Task<Guid?> AddAsync(string name)
        {
            var id = Guid.CreateVersion7();
            using var answer = await http.PostAsJsonAsync(
                "/api/clients",
                new
                {
                    operationId = Guid.CreateVersion7(),
                    id,
                    name,
                    goal = "",
                    school = (string?)null,
                }
            );
            return answer.IsSuccessStatusCode ? id : null;
        }

        var longest = Enumerable
            .Range(1, 1100)
            .Reverse()
            .Where(n => n is > 1000 or 1000 or 500 or 200 or 120 or 100 or 80 or 60 or 40);
        Guid? wordy = null;
        foreach (var length in longest)
            if (
                (wordy = await AddAsync(string.Concat(Enumerable.Repeat("Wilhelmina Oakhollow ", 60))[..length].Trim()))
                is not null
            )
                break;
        var names = new List<Guid?>
        {
            wordy,
            await AddAsync("Wolframwolframwolframwolframwolframwolfr"),
            await AddAsync("שירה אבן־שושן"),
            await AddAsync("Ada 🏋🏽‍♀️ Lovelane 👟👟"),
        };
        var all = new List<string>();
        foreach (var (id, n) in names.Select((id, n) => (id, n)))
        {
            Assert.NotNull(id);
            string[] paths =
            [
                $"/clients/{id}",
                $"/clients/{id}/check",
                $"/clients/{id}/meet",
                $"/clients/{id}/session",
                $"/page/{id}?for=client",
                "/",
                "/studio",
            ];
            // The longest everywhere, each of the others on every third screen in a short run.
            foreach (var path in paths.Where((_, i) => Sizes.Long || n == 0 || (i + n) % 3 == 0))
            {
                page.Go(path).Find("main h1");
                page.Until(
                    "nothing on its way",
                    () => page.Text() is { Length: > 60 } text && !text.Contains("Fetching", StringComparison.Ordinal)
                );
                all.AddRange(Fit.Faults(page).Select(f => $"{names.IndexOf(id)} {path.Split('/')[^1]}: {f}"));
            }
        }

        Assert.True(all.Count == 0, string.Join('\n', all.Distinct()));
    }
}
