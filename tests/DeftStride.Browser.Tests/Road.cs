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
        page.See("Start with both shins");
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

    public static void NoPain(this Page page, string section = "aside") => page.Click($"{section} fieldset button");
}
