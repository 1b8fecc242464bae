using System.Diagnostics;
using Xunit;

namespace DeftStride.Web.Tests;

public sealed class GeneratedTests
{
    [Fact]
    public void The_front_ends_types_are_those_of_the_api()
    {
        var root = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(root.FullName, "DeftStride.slnx")))
            root = root.Parent!;
        var web = Path.Combine(root.FullName, "web");
        var fresh = Path.Combine(Path.GetTempPath(), $"schema-{Guid.NewGuid():n}.d.ts");
        try
        {
            using var process = Process.Start(
                new ProcessStartInfo(
                    "node",
                    ["node_modules/openapi-typescript/bin/cli.js", "openapi.json", "-o", fresh, "--alphabetize"]
                )
                {
                    WorkingDirectory = web,
                    RedirectStandardOutput = true,
                }
            )!;
            process.StandardOutput.ReadToEnd();
            process.WaitForExit();
            Assert.Equal(0, process.ExitCode);
            Assert.Equal(File.ReadAllText(fresh), File.ReadAllText(Path.Combine(web, "src/api/schema.d.ts")));
        }
        finally
        {
            File.Delete(fresh);
        }
    }

    [Fact]
    public void The_build_that_writes_the_api_down_opens_no_studio()
    {
        // It starts the server's own file, beside which nothing of a studio may be left: no data, no keys.
        Assert.False(Directory.Exists(Path.Combine(DeftStride.Browser.Checkout.Root, "src/DeftStride.Web/data")));
    }
}
