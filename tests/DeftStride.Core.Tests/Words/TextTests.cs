using System.Text.RegularExpressions;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using Xunit;

namespace DeftStride.Core.Tests.Words;

/// <summary>Every text that a person reads, from its one source: core, studio and server in C#, the page in TypeScript.</summary>
public sealed partial class TextTests
{
    /// <summary>What is not said any more, with what is said instead.</summary>
    private static readonly (string Term, string Instead)[] Retired =
    [
        (@"must-pass", "key check"),
        (@"\buncued\b", "before any cue; task only, no cues"),
        (@"\bstop sign", "red flag"),
        (@"\bbuttock", "glute"),
        (@"\bschools?\b", "style"),
        (@"on deck", "next"),
        (@"\blent\b", "helper, until a day"),
        (@"\banew\b", "again"),
        (@"three corners", "three points"),
        (@"modify and retest", "change one thing, ask again"),
        (@"\boverruled?\b", "your call, because"),
        (@"ten-second", "quick look"),
        (@"crossing behind|crossing in front|rotating open", "curtsy, crossover, rotational lunge"),
        (@"(front|rear) foot raised|(front|rear)-foot-raised", "front- or rear-foot-elevated split squat"),
        (@"end-range knee", "terminal knee extension"),
        (@"settle the", "reset"),
        (@"leave it be|the strong half|bad side|bad leg", "said plainly"),
        (@"asymmetr|imbalance|dysfunction|abnormal", "left and right differ"),
        (@"\bmeniscus|impingement|\btear in\b", "no condition is named"),
        (@"push through (it|the pain)|no pain,? no gain", "never"),
        (@"\blo and behold|\bhence\b|\bthus\b|\bhitherto\b|\bperchance\b|\bere\b", "said plainly"),
        (@"MeasureDefinition|BodySide|ClientRecord", "a name of the code"),
    ];

    [GeneratedRegex("""(?<!\\)"((?:[^"\\\n]|\\.)*)"(?!\w)""")]
    private static partial Regex Quoted();

    [GeneratedRegex("""'((?:[^'\\\n]|\\.)*)'|`([^`]*)`|"([^"\n]*)"|>\s*([^<>{}=;]*[A-Za-z][^<>{}=;]*)\s*<""")]
    private static partial Regex InPage();

    private static string Root
    {
        get
        {
            var folder = new DirectoryInfo(AppContext.BaseDirectory);
            while (!File.Exists(Path.Combine(folder.FullName, "DeftStride.slnx")))
                folder = folder.Parent ?? throw new InvalidOperationException("The checkout is not there.");
            return folder.FullName;
        }
    }

    /// <summary>Texts of a folder's files; a single lower-case word is an id and no text.</summary>
    private static List<(string File, string Text)> Texts(
        string folder,
        string pattern,
        Regex text,
        params string[] without
    )
    {
        var found = new List<(string, string)>();
        foreach (
            var file in Directory
                .EnumerateFiles(Path.Combine(Root, folder), pattern, SearchOption.AllDirectories)
                .Where(f =>
                    !without
                        .Concat(["/obj/", "/bin/", "/Migrations/", ".test.", ".fake.", "schema.d"])
                        .Any(w => f.Contains(w, StringComparison.Ordinal))
                )
        )
        {
            foreach (var line in File.ReadLines(file).Select(l => l.Trim()))
            {
                if (
                    line.StartsWith("//", StringComparison.Ordinal)
                    || line.StartsWith('*')
                    || line.StartsWith("/*", StringComparison.Ordinal)
                    || line.StartsWith("import ", StringComparison.Ordinal)
                )
                    continue;
                var here = text.Matches(line)
                    .Select(m => m.Groups.Values.Skip(1).First(g => g.Success).Value.Trim())
                    .ToList();
                // A line of running text between two tags.
                if (pattern.EndsWith("tsx", StringComparison.Ordinal) && Running().IsMatch(line))
                    here.Add(line);
                found.AddRange(
                    here.Where(t =>
                            (t.Contains(' ', StringComparison.Ordinal) || (t.Length > 1 && char.IsUpper(t[0])))
                            && !Styling().IsMatch(t)
                        )
                        .Select(t => (Path.GetFileName(file), t))
                );
            }
        }

        return found;
    }

    [GeneratedRegex("""^(?![a-z]\w*\??:)[^={}();<>'`]* [^={}();<>'`]*[a-z.?!]$""")]
    private static partial Regex Running();

    /// <summary>Class names and paths of the page, not texts.</summary>
    [GeneratedRegex("""(^|\s)(flex|grid|text-\[|border|rounded|min-h|px-|bg-|sm:|lg:)|^[A-Z]?[a-zA-Z]+$""")]
    private static partial Regex Styling();

    [Fact]
    public void Nothing_that_a_person_reads_holds_a_retired_term()
    {
        List<(string File, string Text)> all =
        [
            // What was said to clients of earlier versions stays in its words; search knows the retired ones.
            .. Texts("src", "*.cs", Quoted(), "KeptTrial.cs", "SearchWords.cs"),
            .. Texts("web/src", "*.tsx", InPage()),
            .. Texts("web/src", "*.ts", InPage(), "searchWords.ts"),
        ];
        Assert.True(all.Count > 2500, $"Only {all.Count} texts were found.");
        var held = (
            from retired in Retired
            let regex = new Regex(retired.Term, RegexOptions.IgnoreCase)
            from text in all.Distinct()
            where regex.IsMatch(text.Text) && !Inside(text.Text, regex)
            select $"{text.File}: {text.Text} (say “{retired.Instead}”)"
        ).ToArray();
        Assert.True(held.Length == 0, string.Join("\n", held));
    }

    /// <summary>Whether a term stands only where code is put into a text.</summary>
    private static bool Inside(string text, Regex term) => !term.IsMatch(Code().Replace(text, ""));

    [GeneratedRegex("""\$?\{[^{}]*\}""")]
    private static partial Regex Code();

    [Fact]
    public void Every_cue_fits_into_one_breath_and_nothing_is_without_words()
    {
        var cues = Fault.All.SelectMany(f => f.Corrections).ToArray();
        foreach (
            var style in new[]
            {
                HouseStyle.Usual,
                HouseStyle.Usual with
                {
                    School = SchoolCode.KneeForward,
                    Toe = "outer",
                    Pressure = "inner-edge",
                    Breath = "nose",
                },
            }
        )
        {
            Assert.All(cues, c => Assert.InRange(style.Say(c.Cue).Split(' ').Length, 2, 14));
            Assert.True(cues.Count(c => style.Say(c.Cue).Split(' ').Length <= 10) >= 0.95 * cues.Length);
        }

        Assert.All(
            cues,
            c => Assert.True(c.Why.Length > 10 && c.Short.Length > 3 && c.Short.Split(' ').Length <= 6, c.Id)
        );
        Assert.Equal(cues.Length, cues.Select(c => c.Id).Distinct().Count());
        Assert.All(Fault.All, f => Assert.True(f.Name.Length > 6 && f.Causes.Count > 0, f.Id));
        Assert.Equal(Fault.All.Count, Fault.All.Select(f => f.Name).Distinct().Count());
        Assert.All(
            Setting.All,
            s => Assert.True(s.Name.Length > 2 && s.Why.Length > 10 && s.Options.All(o => o.Name.Length > 2), s.Id)
        );
        Assert.All(
            Exercise.All,
            e =>
                Assert.True(
                    e.Name.Length > 5
                        && e.Plain.Length > 5
                        && e.Task.Length > 15
                        && e.SetUp.Length > 5
                        && e.LookFor.Count > 0,
                    e.Id
                )
        );
    }
}
