namespace DeftStride.Browser;

/// <summary>Where things are in this checkout.</summary>
public static class Checkout
{
    /// <summary>The folder that holds the solution.</summary>
    public static string Root { get; } = Find();

    /// <summary>The configuration this was built in, so that the server of the same build is started.</summary>
    public static string Configuration { get; } =
        AppContext.BaseDirectory.Contains("/Release/", StringComparison.Ordinal) ? "Release" : "Debug";

    private static string Find()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (folder is not null && !File.Exists(Path.Combine(folder.FullName, "DeftStride.slnx")))
            folder = folder.Parent;
        return folder?.FullName
            ?? throw new InvalidOperationException("This must run inside a checkout of the project.");
    }
}
