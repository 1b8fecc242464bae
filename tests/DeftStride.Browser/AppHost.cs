using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;

namespace DeftStride.Browser;

/// <summary>
/// The same server inside this process, on an address and a data folder of its own. What each new process pays for again
/// (compiling, thinking the database through) a run of many tests pays for once. It cannot be killed: that needs an
/// <see cref="AppServer"/>.
/// </summary>
public sealed class AppHost : IDisposable
{
    private readonly WebApplicationFactory<Program> _app;
    private readonly bool _ownFolder;

    /// <summary>Starts a server and returns once it answers.</summary>
    /// <param name="demo">Whether to fill the folder with made-up people.</param>
    /// <param name="clock">Where the clock starts (ISO 8601), or null for the real one.</param>
    /// <param name="folder">The data folder, or null for a new temporary one.</param>
    /// <param name="web">The folder of the front end, or null for what was built last.</param>
    /// <param name="services">What else is put in place of its own parts.</param>
    public AppHost(
        bool demo = false,
        string? clock = null,
        string? folder = null,
        string? web = null,
        Action<IServiceCollection>? services = null
    )
    {
        _ownFolder = folder is null;
        Folder = folder ?? Directory.CreateTempSubdirectory("deft-stride-").FullName;
        if (demo && _ownFolder)
            DemoFolder.CopyTo(Folder, clock);
        else if (_ownFolder)
            NewFolder.CopyTo(Folder);
        _app = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
            host.UseEnvironment("Production")
                .UseContentRoot(Checkout.Root)
                .UseSetting("urls", "http://127.0.0.1:0")
                .UseSetting("data", Folder)
                .UseSetting("web", web ?? Path.Combine(Checkout.Root, "web/dist"))
                .UseSetting("demo", demo ? "true" : "false")
                .ConfigureServices(parts =>
                {
                    parts.AddSingleton(LateMorning.Clock(clock));
                    // What is hashed here keeps nobody out.
                    parts.Configure<PasswordHasherOptions>(o => o.IterationCount = 10);
                    services?.Invoke(parts);
                })
        );
        _app.UseKestrel();
        _app.StartServer();
        Url = _app.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.Single();
    }

    /// <summary>The data folder.</summary>
    public string Folder { get; }

    /// <summary>The address, without a slash at its end.</summary>
    public string Url { get; }

    /// <inheritdoc/>
    public void Dispose()
    {
        _app.Dispose();
        if (_ownFolder)
            Directory.Delete(Folder, recursive: true);
    }

    /// <summary>Fills a folder with the demo and stops the server.</summary>
    internal static void Fill(string folder, string? clock)
    {
        using var server = new AppHost(demo: true, clock: clock, folder: folder);
    }
}
