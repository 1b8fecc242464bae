using OpenQA.Selenium;

namespace DeftStride.Browser.Tests;

/// <summary>Steps of the road that several tests take.</summary>
internal static class Road
{
    public const string Left = "section[aria-label='Left leg in front']";
    public const string Right = "section[aria-label='Right leg in front']";
    public const string LeftStage = "[data-stage='left']";
    public const string RightStage = "[data-stage='right']";
    public const string AfterStage = "section[aria-label='After'] [data-stage]";

    /// <summary>A new studio with one client, standing on the client's page.</summary>
    public static void NewClient(this Page page, string name)
    {
        page.Go("/").Understood();
        page.Press("Add a client");
        page.Find("[role='dialog'] input").SendKeys(name);
        page.Click("[role='dialog'] button[type='submit']");
        page.See("Two numbers are enough to begin");
    }

    /// <summary>Gives a picture to the file input of a side.</summary>
    public static void GivePicture(this Page page, string side, byte[] file, string ending = ".png")
    {
        // What the tests draw is drawn as from very far.
        page.Script(
            "for (const v of ['side', 'front']) localStorage.setItem(`deft-kept-camera-${v}`, '{\"distanceM\":100,\"heightM\":0.5,\"guided\":true}')"
        );
        var path = Path.Combine(Path.GetTempPath(), $"leg-{Guid.NewGuid():n}{ending}");
        File.WriteAllBytes(path, file);
        page.Wait(
                $"the file input for the {side}",
                () => page.Driver.FindElements(By.CssSelector($"input[data-pick='{side}']")).FirstOrDefault()
            )
            .SendKeys(path);
    }

    /// <summary>The answer that is there in one tap, in the column or under the thumb.</summary>
    public static void NoPain(this Page page) => page.Press("No pain");

    /// <summary>A set is watched and judged by eye: the cue before it, the answer after it.</summary>
    public static void ByEye(this Page page, string outcome, params string[] said)
    {
        page.Key("b");
        page.Press("They are done");
        foreach (var feel in said)
            page.Press(feel);
        page.Press(outcome);
    }

    /// <summary>The short look: the question that leads, and nothing more.</summary>
    public static void Short(this Page page) => page.Click("[aria-label='How much'] button");

    /// <summary>Picks the style a look is judged by.</summary>
    public static void Style(this Page page, string name) =>
        new OpenQA.Selenium.Support.UI.SelectElement(page.Find("select[aria-label^='Style']")).SelectByText(name);
}
