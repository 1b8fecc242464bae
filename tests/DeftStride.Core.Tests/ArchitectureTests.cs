using System.Reflection;
using DeftStride.Core.Quantities;
using NetArchTest.Rules;
using Xunit;

namespace DeftStride.Core.Tests;

public sealed class ArchitectureTests
{
    private static readonly Assembly Core = typeof(Angle).Assembly;

    [Fact]
    public void The_core_knows_neither_web_nor_database_nor_pictures() =>
        Assert.True(
            Types
                .InAssembly(Core)
                .ShouldNot()
                .HaveDependencyOnAny(
                    "Microsoft.AspNetCore",
                    "Microsoft.EntityFrameworkCore",
                    "SkiaSharp",
                    "DeftStride.Data",
                    "DeftStride.Web"
                )
                .GetResult()
                .IsSuccessful
        );

    [Fact]
    public void The_core_references_nothing_but_the_runtime_and_its_numerics() =>
        Assert.All(
            Core.GetReferencedAssemblies(),
            a => Assert.True(a.Name!.StartsWith("System", StringComparison.Ordinal) || a.Name == "MathNet.Numerics")
        );
}
