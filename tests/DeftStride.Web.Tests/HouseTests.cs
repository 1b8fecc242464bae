using System.Reflection;
using DeftStride.Browser;
using Mono.Cecil;
using Mono.Cecil.Rocks;
using NetArchTest.Rules;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>The floors of the house and the rooms on them: who may know whom.</summary>
public sealed partial class HouseTests
{
    private static readonly Assembly Core = typeof(Core.Judging.Look).Assembly;
    private static readonly Assembly Data = typeof(Data.StudioContext).Assembly;
    private static readonly Assembly Studio = typeof(Studio.Today.TodayBook).Assembly;
    private static readonly Assembly Web = typeof(Program).Assembly;
    private static readonly Assembly Demo = typeof(Demo.DemoStudio).Assembly;

    public static TheoryData<string, string[]> Floors =>
        new()
        {
            { "Core", ["DeftStride.Data", "DeftStride.Studio", "DeftStride.Demo", "DeftStride.Web"] },
            // Who signs in is kept in the forms of ASP.NET Core Identity; of the web itself nothing is known there.
            {
                "Data",
                [
                    "DeftStride.Studio",
                    "DeftStride.Demo",
                    "DeftStride.Web",
                    "Microsoft.AspNetCore.Http",
                    "Microsoft.AspNetCore.Builder",
                    "Microsoft.AspNetCore.Hosting",
                ]
            },
            { "Studio", ["DeftStride.Demo", "DeftStride.Web", "Microsoft.AspNetCore"] },
            {
                "Demo",
                [
                    "DeftStride.Web",
                    "Microsoft.AspNetCore.Http",
                    "Microsoft.AspNetCore.Builder",
                    "Microsoft.AspNetCore.Hosting",
                ]
            },
        };

    [Theory]
    [MemberData(nameof(Floors))]
    public void A_floor_knows_only_the_ones_below_it(string floor, string[] above)
    {
        var assembly = floor switch
        {
            "Core" => Core,
            "Data" => Data,
            "Studio" => Studio,
            _ => Demo,
        };
        var found = Types.InAssembly(assembly).ShouldNot().HaveDependencyOnAny(above).GetResult();
        Assert.True(found.IsSuccessful, string.Join(", ", found.FailingTypeNames ?? []));
    }

    [Fact]
    public void No_two_rooms_of_a_floor_know_each_other() =>
        Assert.Empty(new[] { Core, Data, Studio, Demo, Web }.SelectMany(BothWays));

    /// <summary>Pairs of folders of an assembly whose types know each other, with one tie each way.</summary>
    private static IEnumerable<string> BothWays(Assembly assembly)
    {
        using var module = ModuleDefinition.ReadModule(assembly.Location);
        var root = assembly.GetName().Name!;
        string? Room(TypeReference? type)
        {
            while (type is { DeclaringType: { } outer })
                type = outer;
            if (type is null || type.Namespace is null || !type.Namespace.StartsWith(root, StringComparison.Ordinal))
                return null;
            return type.Namespace[root.Length..].Replace(".Features", "", StringComparison.Ordinal).Split('.', 3) switch
            {
                [_, var room, ..] => room,
                _ => "",
            };
        }

        var ties = new Dictionary<(string From, string To), string>();
        foreach (var type in module.GetAllTypes())
        {
            if (Room(type) is not { } from)
                continue;
            void Tie(TypeReference? to)
            {
                if (to is null)
                    return;
                if (to is GenericInstanceType generic)
                {
                    foreach (var argument in generic.GenericArguments)
                        Tie(argument);
                }

                if (Room(to.GetElementType()) is { } room && room != from)
                    ties.TryAdd((from, room), $"{type.Name} → {to.Name}");
            }

            Tie(type.BaseType);
            foreach (var i in type.Interfaces)
                Tie(i.InterfaceType);
            foreach (var field in type.Fields)
                Tie(field.FieldType);
            foreach (var method in type.Methods)
            {
                Tie(method.ReturnType);
                foreach (var parameter in method.Parameters)
                    Tie(parameter.ParameterType);
                if (!method.HasBody)
                    continue;
                foreach (var instruction in method.Body.Instructions)
                {
                    switch (instruction.Operand)
                    {
                        case TypeReference t:
                            Tie(t);
                            break;
                        case MethodReference m:
                            Tie(m.DeclaringType);
                            break;
                        case FieldReference f:
                            Tie(f.DeclaringType);
                            break;
                    }
                }
            }
        }

        return ties
            .Keys.Where(t => string.CompareOrdinal(t.From, t.To) < 0 && ties.ContainsKey((t.To, t.From)))
            .Select(t => $"{root}: {t.From} ⇄ {t.To} ({ties[t]}; {ties[(t.To, t.From)]})")
            .Order();
    }

    [Fact]
    public void Every_test_that_the_page_on_security_names_is_there()
    {
        var tests = new[] { "DeftStride.Core.Tests", "DeftStride.Web.Tests", "DeftStride.Browser.Tests" }
            .SelectMany(p => Directory.GetFiles(Path.Combine(Checkout.Root, "tests", p), "*Tests.cs"))
            .ToLookup(f => Path.GetFileNameWithoutExtension(f), File.ReadAllText);
        var named = SecurityTest()
            .Matches(File.ReadAllText(Path.Combine(Checkout.Root, "docs/security.md")))
            .Select(m => (Class: m.Groups[1].Value, Name: m.Groups[2].Value))
            .Distinct()
            .ToArray();
        Assert.NotEmpty(named);
        Assert.DoesNotContain(
            named,
            n => !tests[n.Class].Any(text => text.Contains($" {n.Name}", StringComparison.Ordinal))
        );
    }

    [System.Text.RegularExpressions.GeneratedRegex(@"`(\w+Tests)(?:\.(\w+))?")]
    private static partial System.Text.RegularExpressions.Regex SecurityTest();
}
