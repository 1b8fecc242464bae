using System.Collections.Concurrent;

namespace DeftStride.Browser;

/// <summary>
/// The demo's data, made once for each clock and copied for every server that wants it: most of a demo's start is drawing and
/// encoding pictures. One run of <c>./test</c> names a folder in which what its first project made serves the next.
/// </summary>
public static class DemoFolder
{
    private static readonly string? Shared = Environment.GetEnvironmentVariable("DEFT_STRIDE_FILLED");

    private static readonly ConcurrentDictionary<string, Lazy<string>> Filled = [];

    /// <summary>Copies the demo's data into a new folder.</summary>
    public static void CopyTo(string folder, string? clock)
    {
        var from = Filled.GetOrAdd(clock ?? "", _ => new Lazy<string>(() => Fill(clock))).Value;
        foreach (
            var file in Directory
                .EnumerateFiles(from, "*", SearchOption.AllDirectories)
                .Where(f =>
                    !f.EndsWith("-shm", StringComparison.Ordinal) && !f.EndsWith(".lock", StringComparison.Ordinal)
                )
        )
        {
            var to = Path.Combine(folder, Path.GetRelativePath(from, file));
            Directory.CreateDirectory(Path.GetDirectoryName(to)!);
            File.Copy(file, to);
        }
    }

    private static string Fill(string? clock)
    {
        var name = string.Concat((clock ?? LateMorning.Zone).Select(c => char.IsAsciiLetterOrDigit(c) ? c : '-'));
        if (Shared is not null && Path.Combine(Shared, name) is var made && Directory.Exists(made))
            return made;
        var folder = Directory.CreateTempSubdirectory("deft-stride-demo-").FullName;
        AppHost.Fill(folder, clock);
        if (Shared is null)
        {
            AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, recursive: true);
            return folder;
        }

        // Only what is whole has its name.
        Directory.CreateDirectory(Shared);
        Directory.Move(folder, Path.Combine(Shared, name));
        return Path.Combine(Shared, name);
    }
}
