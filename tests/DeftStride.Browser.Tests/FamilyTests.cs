using System.Text.Json.Nodes;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>One exercise of each family on the whole road: from the floor to a look by eye, what is wrong, what to say, and the decision.</summary>
public sealed class FamilyTests
{
    private static readonly (string Family, string Exercise, string Measure, string Said, string Shown)[] All =
    [
        ("half-kneeling", "half-kneeling-hold", "pelvic-level", "Pelvis drops", "pelvis drops"),
        ("split squat", "supported-split-squat", "knee-offset", "Knee falls in", "knee falls in"),
        ("lunge", "reverse-lunge", "knee-offset", "Knee falls in", "knee falls in"),
        ("other planes", "lateral-lunge", "trail-foot", "Trail foot comes off", "trail foot comes off"),
        ("step", "step-up", "top-knee", "bent at the top", "bent at the top"),
        ("one leg", "rear-toe-tap", "balance", "Balance goes", "balance goes"),
        ("helper", "half-kneeling-band", "knee-offset", "Knee falls in", "knee falls in"),
    ];

    /// <summary>
    /// Family, exercise, its own check that goes wrong on the left, what is said of it, what shows that its own fault was found. In a
    /// short run every second one: the server's tests go through every exercise.
    /// </summary>
    public static TheoryData<string, string, string, string, string> Families
    {
        get
        {
            TheoryData<string, string, string, string, string> families = [];
            foreach (var f in All.Where((_, i) => Sizes.Long || i % 2 == 0))
                families.Add(f.Family, f.Exercise, f.Measure, f.Said, f.Shown);
            return families;
        }
    }

    [Theory]
    [MemberData(nameof(Families))]
    public void From_the_floor_to_a_decision(string family, string exercise, string measure, string said, string shown)
    {
        using var server = new AppHost();
        // Half of them with a thumb.
        var phone = family is "lunge" or "step" or "helper";
        using var page = phone ? new Page(server.Url, 390, 844, touch: true) : new Page(server.Url);
        page.NewClient("Wil Harrow");
        page.Go($"{new Uri(page.Driver.Url).AbsolutePath}/check?exercise={exercise}");
        if (phone)
            page.Press("By eye");
        page.Click($"[data-measure-row='{measure}'] button[aria-label^='left']");
        page.Press(said);
        page.Press("The rest looked fine");
        page.Until("the sentence", () => page.Text().Contains(shown, StringComparison.OrdinalIgnoreCase));
        page.NoPain();
        page.Press("Done looking");
        Assert.NotEmpty(page.Find("[data-cue]").Text);
        page.Press("Decide now");
        page.NoPain();
        page.Until("a recommendation", () => !page.Lacks("[data-rule]"));
        page.Press("Accept");
        Assert.NotNull(page.Find("[data-decided]").GetDomAttribute("data-decided"));
        Assert.Empty(page.Errors());
    }

    /// <summary>One of each family that the planner works out in its own way; in a long run all of them.</summary>
    private static readonly string[] Planned =
    [
        "half-kneeling-band",
        "rear-foot-raised",
        "reverse-lunge",
        "crossing-behind",
        "step-up",
        "banded-step-down",
        "one-leg-half-depth",
        "box-squat-free-leg",
    ];

    [Fact]
    public async Task Set_up_card_and_library_of_each_fit_a_phone()
    {
        using var server = new AppHost(demo: true);
        using var http = AppSignIn.Client(server.Url);
        using var page = new Page(server.Url, 390, 844, touch: true);
        page.Go("/").Understood();
        var studio = JsonNode.Parse(await http.GetStringAsync(new Uri("/api/studio", UriKind.Relative)))!;
        var bram = JsonNode
            .Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!
            .AsArray()
            .First(c => c!["name"]!.GetValue<string>().StartsWith("Bram", StringComparison.Ordinal))![
            "id"
        ]!.GetValue<string>();
        var exercises = studio["exercises"]!
            .AsArray()
            .Select(e => (Id: e!["id"]!.GetValue<string>(), OnThePlanner: e["onThePlanner"]!.GetValue<bool>()))
            .Where(e => Sizes.Long || Planned.Contains(e.Id))
            .ToArray();
        Assert.True(exercises.Length >= Planned.Length);
        var faults = new List<string>();
        void Fits(string where) => faults.AddRange(Fit.Faults(page).Select(f => $"{where}: {f}"));
        foreach (var (id, planner) in exercises)
        {
            page.Go($"/library?open=exercise:{id}").See("Which muscle is this for?");
            Fits($"library {id}");
            if (!planner)
                continue;
            page.Go($"/clients/{bram}/bench?exercise={id}").See("Keep this set-up");
            page.Until("worked out", () => !page.Text().Contains("Working it out", StringComparison.Ordinal));
            Fits($"planner {id}");
            page.Press("Card");
            page.Find("[role='dialog']");
            Fits($"card {id}");
        }

        Assert.True(faults.Count == 0, string.Join("\n", faults));
    }
}
