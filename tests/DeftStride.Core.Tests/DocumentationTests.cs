using System.Reflection;
using System.Runtime.CompilerServices;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using DeftStride.Core.Quantities;
using Xunit;

namespace DeftStride.Core.Tests;

/// <summary>What stands beside a public member for whoever calls it.</summary>
public sealed partial class DocumentationTests
{
    private static readonly Assembly Core = typeof(Angle).Assembly;

    private static readonly ILookup<string, XElement> Told = XDocument
        .Load(Path.ChangeExtension(Core.Location, "xml"))
        .Descendants("member")
        .ToLookup(m => Plain(m.Attribute("name")!.Value), StringComparer.Ordinal);

    [GeneratedRegex(@"`+\d+|\(.*")]
    private static partial Regex Generics();

    /// <summary>A name without what it is made of and what it is given.</summary>
    private static string Plain(string name) => Generics().Replace(name, "").Replace('+', '.');

    private static bool IsOwn(MethodInfo method) =>
        !method.IsSpecialName
        && method.GetBaseDefinition() == method
        && method.GetCustomAttribute<CompilerGeneratedAttribute>() is null;

    private static bool Answered(XElement told) =>
        told.Element("returns") is not null || told.Element("inheritdoc") is not null;

    /// <summary>Shape, unit, sign, order and when there is none: a caller reads it where the value comes from.</summary>
    [Fact]
    public void Every_public_member_that_gives_an_answer_says_what_the_answer_is()
    {
        var silent = Core.GetExportedTypes()
            .SelectMany(t =>
                t.GetMethods(
                    BindingFlags.Public | BindingFlags.Instance | BindingFlags.Static | BindingFlags.DeclaredOnly
                )
            )
            .Where(m => m.ReturnType != typeof(void) && IsOwn(m))
            .GroupBy(m => $"{Plain(m.DeclaringType!.FullName!)}.{m.Name}")
            // Overloads that are not public may stand beside it and say less.
            .Where(m => Told[$"M:{m.Key}"].Count(Answered) < m.Count())
            .Select(m => m.Key)
            .ToArray();
        Assert.True(silent.Length == 0, $"{silent.Length} without <returns>:\n{string.Join('\n', silent)}");
    }
}
