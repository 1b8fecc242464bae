using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>One truth for today: every demo client over every screen and print, and one answer on all of them.</summary>
public sealed class TodayTests
{
    [Fact]
    public async Task Floor_client_check_bench_and_prints_of_every_demo_client_tell_one_story()
    {
        using var server = new AppHost(demo: true);
        using var http = AppSignIn.Client(server.Url);
        async Task<JsonNode> Get(string path) =>
            JsonNode.Parse(await http.GetStringAsync(new Uri(path, UriKind.Relative)))!;
        var clients = (await Get("/api/clients")).AsArray();
        var exercises = (await Get("/api/studio"))["exercises"]!.AsArray().ToDictionary(e => $"{e!["id"]}", e => e!);
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        void Visit(string path, string sign)
        {
            // As a link would: the page stays, only its screen changes.
            page.Script("history.pushState({}, '', arguments[0]); dispatchEvent(new PopStateEvent('popstate'))", path);
            page.See(sign);
        }

        var (walked, stopped, olderOnes) = (0, 0, 0);
        foreach (var client in clients)
        {
            var (id, name) = ($"{client!["id"]}", $"{client["name"]}");
            var view = await Get($"/api/clients/{id}?all=true");
            var today = view["today"]!;
            Visit($"/clients/{id}", name);
            page.Until("the client's page", () => page.Text().Contains("Meet", StringComparison.Ordinal));
            if (view["stopSigns"]!.AsArray().Count > 0)
            {
                stopped++;
                Assert.Null(today["asked"]);
                Assert.True(page.Lacks("[data-asked]"), $"{name}: asked for on the page while a red flag stands");
                Visit($"/page/{id}", name);
                Assert.True(page.Lacks("[data-today]"), $"{name}: asked for in print while a red flag stands");
                continue;
            }

            walked++;
            var (asked, exercise, side) = (
                $"{today["asked"]!["text"]}",
                $"{today["exerciseName"]}",
                $"{today["firstSideText"]}"
            );
            if (today["placed"]!.GetValue<bool>())
            {
                Assert.Equal(asked, page.Find("[data-asked]").Text);
                Assert.Contains(side, page.Text(), StringComparison.Ordinal);
                Assert.Contains(exercise.ToLowerInvariant(), page.Text(), StringComparison.Ordinal);
            }

            // A look that is under way or undecided goes on as itself; a new one is of today.
            var last = view["checks"]!.AsArray().LastOrDefault();
            if (view["draft"] is null && (last is null || last["decision"] is not null))
            {
                Visit($"/clients/{id}/check", "Full check");
                Said("[data-today]", asked, exercise, side);
                Assert.Equal($"{today["exerciseId"]}", Chosen("select[aria-label='Exercise']"));
            }

            if (
                exercises[$"{today["exerciseId"]}"] is var e
                && (e["form"] is not null || e["needsBox"]!.GetValue<bool>())
            )
            {
                Visit($"/clients/{id}/bench", "Left in front");
                page.Until("the bench's exercise", () => Chosen("#main label select") == $"{today["exerciseId"]}");
            }

            Visit($"/page/{id}", "Training advice");
            Said("[data-today]", asked, exercise, side);
            if (today["cueText"] is { } cue)
                Assert.Contains($"“{cue}”", page.Text(), StringComparison.Ordinal);
            if (last?["decision"] is { } decision)
            {
                // The newest look's page asks for what is asked today; an older one says what was decided then, and no more.
                Assert.Equal($"{decision["said"]}", $"{today["decided"]}");
                Visit($"/print/{last["id"]}", "Until we meet again");
                Assert.Contains($"Until we meet again: {asked}.", page.Text(), StringComparison.Ordinal);
                Assert.DoesNotContain("Next: ", page.Text(), StringComparison.Ordinal);
                foreach (
                    var older in view["checks"]!.AsArray().SkipLast(1).Where(c => c!["decision"] is not null).Take(1)
                )
                {
                    Visit($"/print/{older!["id"]}", "Next: ");
                    Assert.Contains($"{older["decision"]!["said"]}", page.Text(), StringComparison.Ordinal);
                    Assert.DoesNotContain("Until we meet again", page.Text(), StringComparison.Ordinal);
                    olderOnes++;
                }
            }

            void Said(string css, params string[] texts)
            {
                var said = page.Find(css).Text;
                Assert.All(
                    texts,
                    t => Assert.True(said.Contains(t, StringComparison.Ordinal), $"{name}: “{t}” is not in “{said}”")
                );
            }
        }

        Assert.True(
            walked >= 6 && stopped >= 1 && olderOnes >= 1,
            $"{walked} walked, {stopped} stopped, {olderOnes} older"
        );

        // The floor says the same of everybody who comes today.
        Visit("/", "6 today");
        foreach (var visit in (await Get("/api/floor"))["visits"]!.AsArray().Where(v => $"{v!["state"]}" != "done"))
        {
            var own = (await Get($"/api/clients/{visit!["client"]!["id"]}"))["today"]!;
            Assert.True(
                JsonNode.DeepEquals(own, visit["today"]),
                $"{visit["client"]!["name"]}: {visit["today"]} but {own}"
            );
            var row = page
                .Driver.FindElements(
                    OpenQA.Selenium.By.CssSelector(
                        "section[aria-label='Next'], section[aria-label='The rest of the day'] li"
                    )
                )
                .Single(r => r.Text.Contains($"{visit["client"]!["name"]}", StringComparison.Ordinal))
                .Text;
            Assert.Contains($"{own["attention"]!["sentence"]}", row, StringComparison.Ordinal);
            if (own["asked"] is { } dose)
                Assert.Contains($"{dose["text"]}", row, StringComparison.Ordinal);
        }

        string Chosen(string css) =>
            page.Script("return document.querySelector(arguments[0])?.value", css) as string ?? "";
    }

    [Fact]
    public async Task The_first_choice_opens_exactly_what_it_says()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.NewClient("Wil Harrow");
        var id = new Uri(page.Driver.Url).AbsolutePath.Split('/')[2];
        using var http = AppSignIn.Client(server.Url);
        var intake = JsonNode.Parse(await http.GetStringAsync(new Uri($"/api/clients/{id}/intake", UriKind.Relative)))!;
        var answers = intake["intake"]!.DeepClone();
        (answers["statureCm"], answers["massKg"], answers["goals"]) = (168, 60, new JsonArray("pelvicControl"));
        using var body = JsonContent.Create(
            new
            {
                operationId = Guid.CreateVersion7(),
                version = intake["version"]!.GetValue<long>(),
                goal = "",
                intake = answers,
            }
        );
        (await http.PutAsync(new Uri($"/api/clients/{id}/intake", UriKind.Relative), body)).EnsureSuccessStatusCode();
        page.Go($"/clients/{id}/meet");
        page.Find("aside a[href*='exercise=']");
        var choice = page.Find("[data-choice]").Text;
        page.Click("aside a[href*='exercise=']");
        page.Until(
            "the exercise of the first choice",
            () =>
                page.Script(
                    "const s=[...document.querySelectorAll('select')].find(s => [...s.options].some(o => o.value==='split-squat-to-pad')); return s ? s.selectedOptions[0].text : ''"
                )
                    is string { Length: > 0 } shown
                && choice.Contains(shown, StringComparison.OrdinalIgnoreCase)
        );
    }
}
