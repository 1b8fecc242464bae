using System.Collections;
using System.Reflection;
using System.Text.Json.Nodes;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Data.Kept;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>What lies on the disk as JSON: every form that there ever was is read, what is not known is kept, and what cannot be read says so.</summary>
public sealed class KeptFormTests
{
    private static readonly string Samples = Path.Combine(AppContext.BaseDirectory, "Kept", "forms");

    private static readonly IStoredForm[] Forms =
    [
        .. typeof(StoredDocument)
            .Assembly.GetTypes()
            .Where(t => t is { IsAbstract: false } && t.IsSubclassOf(typeof(StoredDocument)))
            .Select(t =>
                (IStoredForm)t.GetProperty("Kept", BindingFlags.Public | BindingFlags.Static)!.GetValue(null)!
            ),
    ];

    public static TheoryData<string, int> AllSamples()
    {
        var all = new TheoryData<string, int>();
        foreach (var form in Forms)
        {
            for (var number = 1; number <= form.Today; number++)
                all.Add(form.Name, number);
        }

        return all;
    }

    private static IStoredForm Form(string name) => Forms.Single(f => f.Name == name);

    private static string Sample(string name, int number) =>
        File.ReadAllText(Path.Combine(Samples, $"{name}-{number}.json"));

    /// <summary>A standard of the first form left its exercise to the row.</summary>
    private static void Beside(JsonObject o) => o["exerciseId"] ??= "split-squat-to-pad";

    private static Action<JsonObject>? BesideOf(string name) => name == "standard" ? Beside : null;

    [Theory]
    [MemberData(nameof(AllSamples))]
    public void Every_sample_of_every_form_comes_up_to_todays_and_stays_itself(string name, int number)
    {
        var form = Form(name);
        var today = form.Renew(Sample(name, number), BesideOf(name));
        Assert.Equal(form.Today, JsonNode.Parse(today)!["form"]!.GetValue<int>());
        Assert.Equal(today, form.Renew(today));
        Assert.Empty(Unknowns(Read(form, today)));
        if (number < form.Today)
            return;
        // Of today's form nothing is lost or added but its number; what was null may be left out.
        var numbered = JsonNode.Parse(Sample(name, number))!;
        numbered["form"] = form.Today;
        Assert.True(StoredJson.Same(numbered.ToJsonString(), today), today);
    }

    [Theory]
    [MemberData(nameof(AllSamples))]
    public void What_a_newer_version_added_anywhere_is_written_back(string name, int number)
    {
        var form = Form(name);
        if (number < form.Today)
            return;
        var newer = JsonNode.Parse(form.Renew(Sample(name, number)))!;
        var added = 0;
        Add(newer, form.Type);
        var back = form.Renew(newer.ToJsonString());
        Assert.True(StoredJson.Same(newer.ToJsonString(), back), back);
        Assert.True(added > 0);

        // Into every record of it, at whatever depth; lists by id and points by name are no records.
        void Add(JsonNode? node, Type type)
        {
            if (node is JsonArray list)
            {
                foreach (var item in list)
                    Add(item, type.IsArray ? type.GetElementType()! : type.GetGenericArguments()[^1]);
            }
            else if (node is JsonObject o && typeof(Stored).IsAssignableFrom(type))
            {
                foreach (
                    var property in type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                        .Where(p => p.Name != "Unknown")
                )
                    Add(
                        o[char.ToLowerInvariant(property.Name[0]) + property.Name[1..]],
                        Nullable.GetUnderlyingType(property.PropertyType) ?? property.PropertyType
                    );
                o["fromLater"] = new JsonObject { ["kept"] = ++added };
            }
            else if (node is JsonObject map && type.IsGenericType)
            {
                foreach (var (_, value) in map)
                    Add(value, type.GetGenericArguments()[^1]);
            }
        }
    }

    [Theory]
    [MemberData(nameof(AllSamples))]
    public void A_damaged_or_newer_one_is_said_and_never_guessed(string name, int number)
    {
        var form = Form(name);
        var sample = Sample(name, number);
        foreach (var damaged in new[] { sample[..(sample.Length / 2)], "[]", "null", "", "{\"form\":0}" })
            Assert.Equal(
                UnreadableKind.Damaged,
                Assert.Throws<UnreadableFormException>(() => form.Renew(damaged, BesideOf(name))).Kind
            );
        var newer = JsonNode.Parse(sample)!;
        newer["form"] = form.Today + 1;
        var refused = Assert.Throws<UnreadableFormException>(() => form.Renew(newer.ToJsonString(), BesideOf(name)));
        Assert.Equal(UnreadableKind.Newer, refused.Kind);
        Assert.Contains("newer version", refused.Message, StringComparison.Ordinal);
        if (name is "nothing")
            return;
        // Without any one of the fields that it must have it is no form at all.
        var today = JsonNode.Parse(form.Renew(sample, BesideOf(name)))!.AsObject();
        foreach (
            var required in form
                .Type.GetConstructors()
                .MaxBy(c => c.GetParameters().Length)!
                .GetParameters()
                .Where(p => !p.HasDefaultValue)
                .Select(p => char.ToLowerInvariant(p.Name![0]) + p.Name[1..])
        )
        {
            var less = today.DeepClone().AsObject();
            less.Remove(required);
            Assert.Throws<UnreadableFormException>(() => form.Renew(less.ToJsonString()));
        }
    }

    [Fact]
    public void A_look_of_the_first_form_says_what_it_said()
    {
        var check = KeptCheck.Kept.Read(Sample("check", 1));
        Assert.All(check.Stills, s => Assert.Equal((View.Side, Moment.Bottom, false), (s.View, s.Moment, s.Mirrored)));
        Assert.All(check.Stills, s => Assert.Equal([Landmark.Ankle, Landmark.Knee], s.Points.Keys.Order()));
        var standard = KeptStandard.Kept.Read(Sample("standard", 1), Beside);
        var band = Assert.Single(standard.Bands);
        Assert.Equal(("front-shin", -5, 10), (band.MeasureId, band.LeftLow, band.RightHigh));
        var look = KeptLook.Kept.Read(Sample("look", 1));
        var first = JsonNode.Parse(Sample("look", 1))!;
        Assert.Equal(["left", "right"], look.Results.Select(r => r.Side.ToString().ToLowerInvariant()));
        Assert.All(
            look.Results,
            r => Assert.Equal(first[r.Side.ToString().ToLowerInvariant()]!["lean"]!.ToString(), r.Words)
        );
        Assert.All(look.Results, r => Assert.NotEmpty(r.Error));
        Assert.Equal(FindingKind.Outside, look.Finding.Kind);
        Assert.Equal(
            first["finding"]!["sentence"]!.AsArray().Select(p => p!["text"]!.ToString()),
            look.Finding.Sentence.Select(p => p.Text)
        );
        Assert.Equal(("front-shin", BandSide.Beyond), (look.Finding.MeasureId, look.Finding.Where));
    }

    [Fact]
    public void Texts_with_prefixes_became_what_they_meant()
    {
        var studio = KeptStudioChoices.Kept.Read(Sample("studio-choices", 1));
        Assert.Equal("middle", studio.Studio.Options["toe"]);
        Assert.Equal(new KeptBandChoice(-5, 12), studio.Studio.Bands["front-shin"]);
        Assert.Equal(
            ("Leave the gatepost standing.", ""),
            (studio.Studio.Cues["sb-gatepost"], studio.Studio.Cues["sb-well"])
        );
        Assert.Equal(new KeptBandChoice(null, 20), studio.Schools["VerticalShin"].Bands["trunk-lean"]);
        Assert.Equal("outer", studio.For("split-squat-to-pad").Options["toe"]);
        Assert.False(studio.Clean());
        var client = KeptClientChoices.Kept.Read(Sample("client-choices", 1));
        Assert.Equal([new KeptProp("ss-wedge", new DateOnly(2026, 3, 11))], client.Props);
        Assert.Equal([new KeptChange("sb-longer", new DateOnly(2026, 2, 21))], client.Changes);
        Assert.Equal("step-back", client.Own.Options["pain"]);
        Assert.Equal("..15", client.Own.Bands["front-shin"].ToString());
        Assert.Null(client.Cleaned());
        // What was let in by mistake is taken out, and nothing else.
        var spoilt = KeptClientChoices.Kept.Read(
            """{"prop:ss-wedge":"soon","keep:nothing-known":"2026-02-21","band:front-shin":"a..b","band:no-measure":"1..2","pain":"step-back","toe":"seventh"}"""
        );
        var cleaned = spoilt.Cleaned();
        Assert.NotNull(cleaned);
        Assert.Empty(cleaned.Props);
        Assert.Empty(cleaned.Changes);
        Assert.Empty(cleaned.Own.Bands);
        Assert.Equal("step-back", Assert.Single(cleaned.Own.Options).Value);
    }

    [Fact]
    public void The_same_thing_sent_again_is_recognised_whatever_its_form_or_order()
    {
        var log = KeptLog.Kept.Read(Sample("log", 2));
        Assert.True(KeptLog.Kept.Same(Sample("log", 2), log));
        var turned = new JsonObject(
            JsonNode
                .Parse(Sample("log", 2))!
                .AsObject()
                .Reverse()
                .Select(p => new KeyValuePair<string, JsonNode?>(p.Key, p.Value?.DeepClone()))
        );
        Assert.True(KeptLog.Kept.Same(turned.ToJsonString(), log));
        Assert.False(KeptLog.Kept.Same(Sample("log", 2), log with { Log = log.Log with { Effort = 7 } }));
        Assert.False(KeptLog.Kept.Same(Sample("withdrawal", 1), log));
    }

    /// <summary>Names of enums stand in stored forms. One that is taken away or renamed would make them unreadable.</summary>
    [Fact]
    public void No_name_that_stands_in_a_stored_form_is_ever_lost()
    {
        var seen = new HashSet<Type>();
        var names = new SortedSet<string>(StringComparer.Ordinal);
        foreach (var form in Forms)
            Collect(form.Type);
        var file = Path.Combine(AppContext.BaseDirectory, "Kept", "names.txt");
        var lost = File.ReadAllLines(file).Except(names).ToArray();
        Assert.True(
            lost.Length == 0,
            $"Lost: {string.Join(", ", lost)}. Bring the forms that use it up by a step, then take it off {file}."
        );
        var fresh = names.Except(File.ReadAllLines(file)).ToArray();
        Assert.True(fresh.Length == 0, $"New: {string.Join(Environment.NewLine, fresh)}. Add it to names.txt.");

        void Collect(Type type)
        {
            type = Nullable.GetUnderlyingType(type) ?? type;
            if (!seen.Add(type))
                return;
            if (type.IsEnum)
                names.UnionWith(Enum.GetNames(type).Select(n => $"{type.Name}.{n}"));
            foreach (var argument in type.GetGenericArguments())
                Collect(argument);
            if (typeof(Stored).IsAssignableFrom(type))
            {
                foreach (var property in type.GetProperties(BindingFlags.Public | BindingFlags.Instance))
                    Collect(property.PropertyType);
            }
        }
    }

    private static object Read(IStoredForm form, string json) =>
        form.GetType().GetMethod("Read")!.Invoke(form, [json, null])!;

    /// <summary>Every field that no record of it knows.</summary>
    private static List<string> Unknowns(object? value)
    {
        var found = new List<string>();
        Walk(value);
        return found;

        void Walk(object? at)
        {
            switch (at)
            {
                case Stored stored:
                    found.AddRange(stored.Unknown?.Keys ?? Enumerable.Empty<string>());
                    foreach (var property in at.GetType().GetProperties(BindingFlags.Public | BindingFlags.Instance))
                        Walk(property.GetValue(at));
                    break;
                case IDictionary map:
                    foreach (var item in map.Values)
                        Walk(item);
                    break;
                case IEnumerable list and not string:
                    foreach (var item in list)
                        Walk(item);
                    break;
            }
        }
    }
}
