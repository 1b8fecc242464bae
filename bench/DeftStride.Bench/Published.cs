using DeftStride.Browser;

namespace DeftStride.Bench;

/// <summary>The server as coaches run it: what ./demo has published.</summary>
internal static class Published
{
    private static readonly string Server = Path.Combine(Checkout.Root, ".cache/app/DeftStride.Web.dll");

    /// <summary>Where it is, or null where ./demo was not run yet.</summary>
    public static string? App => File.Exists(Server) ? Server : null;

    /// <summary>Says which one is measured: it, or what the tests run.</summary>
    /// <returns>Where it is, or null.</returns>
    public static string? Told()
    {
        Console.WriteLine(
            App is { } app
                ? $"as ./demo built it at {File.GetLastWriteTime(app):yyyy-MM-dd HH:mm}"
                : "as the tests build it"
        );
        return App;
    }
}
