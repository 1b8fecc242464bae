using System.Text.Json.Nodes;
using OpenQA.Selenium;
using OpenQA.Selenium.Chromium;

namespace DeftStride.Browser;

/// <summary>The page as a screen reader has it: roles and names from the browser's accessibility tree, and nothing that is only seen.</summary>
public sealed class Ear(Page page)
{
    private static readonly string[] Worked =
    [
        "button",
        "link",
        "radio",
        "checkbox",
        "switch",
        "slider",
        "textbox",
        "searchbox",
        "spinbutton",
        "combobox",
        "DisclosureTriangle",
    ];

    /// <summary>One thing that is heard.</summary>
    /// <param name="Role">Its role, in the browser's word.</param>
    /// <param name="Name">Its name; empty when it has none.</param>
    /// <param name="Node">The browser's number of the element.</param>
    /// <param name="Level">The level of a heading, else 0.</param>
    public sealed record Heard(string Role, string Name, int Node, int Level);

    /// <summary>Everything that is heard now, in the order it is read.</summary>
    public IReadOnlyList<Heard> All()
    {
        var said =
            (Dictionary<string, object?>)
                ((ChromiumDriver)page.Driver).ExecuteCdpCommand("Accessibility.getFullAXTree", [])!;
        var tree = System.Text.Json.JsonSerializer.SerializeToNode(said)!["nodes"]!.AsArray();
        return
        [
            .. tree.Where(n => n!["ignored"]?.GetValue<bool>() != true)
                .Select(n => new Heard(
                    $"{n!["role"]?["value"]}",
                    $"{n["name"]?["value"]}",
                    n["backendDOMNodeId"]?.GetValue<int>() ?? 0,
                    Level(n)
                )),
        ];
    }

    /// <summary>The first heading of the first level that is heard.</summary>
    public string Headline() => All().FirstOrDefault(h => h is { Role: "heading", Level: 1 })?.Name ?? "";

    /// <summary>What can be worked but has no name to be called by.</summary>
    public IReadOnlyList<string> Nameless() =>
        [.. All().Where(h => Worked.Contains(h.Role) && h.Name.Trim().Length == 0).Select(h => h.Role)];

    /// <summary>Goes to what is called something and presses it, by the keyboard.</summary>
    public void Press(string name)
    {
        var found = page.Wait(
            $"something to press that is called \"{name}\"",
            () => All().FirstOrDefault(h => Worked.Contains(h.Role) && h.Name.Contains(name, StringComparison.Ordinal))
        );
        var driver = (ChromiumDriver)page.Driver;
        var resolved =
            (Dictionary<string, object?>)
                driver.ExecuteCdpCommand("DOM.resolveNode", new() { ["backendNodeId"] = found.Node })!;
        var id = ((Dictionary<string, object?>)resolved["object"]!)["objectId"]!;
        driver.ExecuteCdpCommand(
            "Runtime.callFunctionOn",
            new() { ["objectId"] = id, ["functionDeclaration"] = "function () { this.focus(); }" }
        );
        page.Key(found.Role is "radio" or "checkbox" or "switch" ? " " : Keys.Enter);
    }

    /// <summary>Waits until something that contains a text is heard.</summary>
    public void Hear(string text) =>
        page.Until($"to hear \"{text}\"", () => All().Any(h => h.Name.Contains(text, StringComparison.Ordinal)));

    /// <summary>What is heard of where the keyboard is.</summary>
    public string Here() =>
        (string)
            page.Script(
                "const e = document.activeElement; return e === document.body ? '' : `${e.tagName} ${e.getAttribute('aria-label') ?? e.textContent}`.slice(0, 120)"
            )!;

    private static int Level(JsonNode node) =>
        node["properties"]
            ?.AsArray()
            .Where(p => $"{p!["name"]}" == "level")
            .Select(p => p!["value"]!["value"]!.GetValue<int>())
            .FirstOrDefault()
        ?? 0;
}
