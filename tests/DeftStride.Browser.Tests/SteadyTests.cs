using System.IO.Compression;
using System.Text.RegularExpressions;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>What is loaded first is small, and nothing jumps when the rest arrives.</summary>
public sealed partial class SteadyTests
{
    /// <summary>The phone in every run, the desk too in a long one.</summary>
    public static TheoryData<int, int, bool> Sizes =>
        Environment.GetEnvironmentVariable("DEFT_STRIDE_LONG") == "1"
            ? new() { { 390, 844, true }, { 1280, 800, false } }
            : new() { { 390, 844, true } };

    [Theory]
    [MemberData(nameof(Sizes))]
    public void Nothing_jumps_while_a_screen_loads(int width, int height, bool touch)
    {
        using var server = new AppHost(demo: true);
        using var page = new Page(server.Url, width, height, touch);
        page.Go("/").Understood();
        page.Press("History");
        page.See("What was decided");
        var client = new Uri(page.Driver.Url).AbsolutePath;
        foreach (
            var (path, sign) in new[]
            {
                ("/", "Maren Oakhollow"),
                (client, "What was decided"),
                (client + "/check", "Say this to"),
            }
        )
        {
            page.Go(path).See(sign);
            page.Until("fonts", () => page.Script("return document.fonts.status === 'loaded'") is true);
            var shift = Convert.ToDouble(
                page.Driver.ExecuteAsyncScript(
                    """
                    const done = arguments[0];
                    let sum = 0;
                    new PerformanceObserver((l) => { for (const e of l.getEntries()) sum += e.value; }).observe({ type: 'layout-shift', buffered: true });
                    requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(() => done(sum))));
                    """
                ),
                System.Globalization.CultureInfo.InvariantCulture
            );
            Assert.True(shift <= 0.02, $"{path} moved by {shift:0.000} at {width} × {height}");
        }
    }

    [Fact]
    public void The_first_screens_own_script_is_at_most_200_kB_compressed()
    {
        var folder = Path.Combine(Checkout.Root, "web/dist");
        var first = FirstScripts()
            .Matches(File.ReadAllText(Path.Combine(folder, "index.html")))
            .Select(m => m.Groups[1].Value)
            .ToArray();
        Assert.NotEmpty(first);
        Assert.InRange(first.Sum(f => Compressed(Path.Combine(folder, f.TrimStart('/')))), 1, 200_000);
    }

    private static long Compressed(string file)
    {
        using var kept = new MemoryStream();
        using (var zip = new GZipStream(kept, CompressionLevel.Optimal, leaveOpen: true))
            zip.Write(File.ReadAllBytes(file));
        return kept.Length;
    }

    [GeneratedRegex("(?:src|href)=\"([^\"]+\\.js)\"")]
    private static partial Regex FirstScripts();
}
