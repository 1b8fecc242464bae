using System.Collections.Concurrent;
using System.Diagnostics;
using System.Globalization;
using OpenQA.Selenium;
using OpenQA.Selenium.Chrome;

namespace DeftStride.Browser;

/// <summary>What a browser is started with: nothing of it can be changed later.</summary>
/// <param name="Touch">The size of a touch device, or null for a desk with a mouse.</param>
/// <param name="Camera">Whether there is a camera, allowed for every page; it films the browser's own test card.</param>
/// <param name="App">Whether the app is kept on the device.</param>
internal readonly record struct BrowserKind((int Width, int Height)? Touch, bool Camera, bool App);

/// <summary>
/// A browser with its driver. One that a test is through with is emptied and serves the next: starting one takes as long as half
/// a short test. Every server has an address of its own, so nothing that a page keeps on the device is seen by a later one.
/// </summary>
internal sealed class KeptBrowser
{
    // As many as run side by side: more would only hold memory.
    private const int MostIdle = 3;
    private static readonly ConcurrentDictionary<BrowserKind, ConcurrentBag<KeptBrowser>> Idle = [];
    private static int _idle;

    private readonly BrowserKind _kind;
    private readonly string _profile = Directory.CreateTempSubdirectory("deft-stride-profile-").FullName;
    private readonly ChromeDriverService _service;
    private readonly Process _guard;

    private KeptBrowser(BrowserKind kind)
    {
        _kind = kind;
        var options = new ChromeOptions { BinaryLocation = "/usr/bin/chromium" };
        options.AddArguments(
            "--headless=new",
            "--no-sandbox",
            "--disable-background-networking",
            "--disable-component-update",
            // Nobody types an address here; what waits for that would start two more pages.
            "--disable-features=WebUIOmniboxPopup,WebUIOmniboxAimPopup",
            // There is no graphics card: pretending one costs a tenth of all processor.
            "--disable-gpu",
            "--disable-sync",
            "--no-first-run",
            "--disable-dev-shm-usage",
            "--hide-scrollbars",
            "--force-color-profile=srgb",
            "--window-size=1280,800",
            $"--user-data-dir={_profile}"
        );
        if (kind.Camera)
            options.AddArguments("--use-fake-device-for-media-stream", "--use-fake-ui-for-media-stream");
        options.SetLoggingPreference(LogType.Browser, LogLevel.Severe);
        if (kind.Touch is var (width, height))
            options.EnableMobileEmulation(
                new OpenQA.Selenium.Chromium.ChromiumMobileEmulationDeviceSettings
                {
                    Width = width,
                    Height = height,
                    PixelRatio = 2,
                    EnableTouchEvents = true,
                    UserAgent =
                        "Mozilla/5.0 (Linux; Android 15; Phone) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/150.0.0.0 Mobile Safari/537.36",
                }
            );
        _service = ChromeDriverService.CreateDefaultService("/usr/bin", "chromedriver");
        _service.SuppressInitialDiagnosticInformation = true;
        Driver = new ChromeDriver(_service, options, TimeSpan.FromSeconds(60));
        if (!kind.App)
            Driver.ExecuteCdpCommand(
                "Page.addScriptToEvaluateOnNewDocument",
                new() { ["source"] = "delete Navigator.prototype.serviceWorker" }
            );
        _guard = Guard();
    }

    /// <summary>The driver itself.</summary>
    public ChromeDriver Driver { get; }

    /// <summary>One that waits for work, or a new one.</summary>
    public static KeptBrowser Take(BrowserKind kind)
    {
        if (!Idle.GetOrAdd(kind, _ => []).TryTake(out var browser))
            return new KeptBrowser(kind);
        Interlocked.Decrement(ref _idle);
        return browser;
    }

    /// <summary>Gives it back.</summary>
    /// <param name="address">Where the pages were.</param>
    /// <param name="again">Whether it is as it was started, but for what pages kept on the device.</param>
    public void Return(string address, bool again)
    {
        if (again && !_kind.Camera && !_kind.App && Emptied(address) && Interlocked.Increment(ref _idle) <= MostIdle)
            Idle[_kind].Add(this);
        else
            End();
    }

    private bool Emptied(string address)
    {
        try
        {
            Driver.ResetInputState();
            Driver.Navigate().GoToUrl("about:blank");
            Driver.ExecuteCdpCommand("Network.clearBrowserCookies", []);
            Driver.ExecuteCdpCommand(
                "Storage.clearDataForOrigin",
                new() { ["origin"] = address, ["storageTypes"] = "all" }
            );
            Driver.Manage().Logs.GetLog(LogType.Browser);
            return Driver.WindowHandles.Count == 1;
        }
        catch (WebDriverException)
        {
            // It asked whether to leave, or has ended: the next one gets another.
            return false;
        }
    }

    private void End()
    {
        Driver.Quit();
        Driver.Dispose();
        _service.Dispose();
        // With what it guards gone it has nothing left to do but the folder.
        _guard.StandardInput.Close();
        _guard.WaitForExit();
        _guard.Dispose();
    }

    /// <summary>A run that ends, however it ends, leaves no browser behind that waited for work, and no profile.</summary>
    private Process Guard()
    {
        var browser = Directory
            .EnumerateDirectories("/proc")
            .Where(p => int.TryParse(Path.GetFileName(p), CultureInfo.InvariantCulture, out _))
            .First(p => IsMine(p));
        var start = new ProcessStartInfo("sh") { RedirectStandardInput = true };
        start.ArgumentList.Add("-c");
        // Its input ends with whoever holds the other end; a browser writes until it has ended.
        start.ArgumentList.Add(
            "cat >/dev/null; kill \"$1\" \"$2\" 2>/dev/null; tail --pid=\"$2\" -f /dev/null; rm -rf \"$3\""
        );
        start.ArgumentList.Add("guard");
        start.ArgumentList.Add(_service.ProcessId.ToString(CultureInfo.InvariantCulture));
        start.ArgumentList.Add(Path.GetFileName(browser));
        start.ArgumentList.Add(_profile);
        return Process.Start(start)!;

        bool IsMine(string process)
        {
            try
            {
                var said = File.ReadAllText(Path.Combine(process, "cmdline"));
                return said.Contains(_profile, StringComparison.Ordinal)
                    && said.Contains("remote-debugging", StringComparison.Ordinal)
                    && !said.Contains("--type=", StringComparison.Ordinal)
                    && !said.StartsWith("sh\0", StringComparison.Ordinal);
            }
            catch (IOException)
            {
                return false;
            }
        }
    }
}
