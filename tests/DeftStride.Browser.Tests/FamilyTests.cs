using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>One exercise of each family on the whole road: from the floor to a look by eye, what is wrong, what to say, and the decision.</summary>
public sealed class FamilyTests
{
    /// <summary>Family, exercise, its own check that goes wrong on the left, what is said of it, what shows that its own fault was found.</summary>
    public static TheoryData<string, string, string, string, string> Families =>
        new()
        {
            { "half-kneeling", "half-kneeling-hold", "pelvic-level", "Pelvis drops", "pelvis drops" },
            { "split squat", "supported-split-squat", "knee-offset", "Knee falls in", "knee falls in" },
            { "lunge", "reverse-lunge", "knee-offset", "Knee falls in", "knee falls in" },
            { "other planes", "lateral-lunge", "trail-foot", "Trail foot comes off", "trail foot comes off" },
            { "step", "step-up", "top-knee", "bent at the top", "bent at the top" },
            { "one leg", "rear-toe-tap", "balance", "Balance goes", "balance goes" },
            { "helper", "half-kneeling-band", "knee-offset", "Knee falls in", "knee falls in" },
        };

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
}
