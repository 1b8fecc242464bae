using System.Globalization;
using System.Text.Json.Nodes;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Telling;

namespace DeftStride.Data.Kept;

/// <summary>A band in place of the usual one, in the measure's unit; null for an open edge.</summary>
internal sealed record KeptBandChoice(double? Low, double? High) : Stored
{
    public BandChoice ToCore() => new(Low, High);

    /// <summary>As the history of edits has it: "low..high", an open edge empty.</summary>
    public override string ToString()
    {
        static string Edge(double? edge) => edge?.ToString("R", CultureInfo.InvariantCulture) ?? "";
        return $"{Edge(Low)}..{Edge(High)}";
    }
}

/// <summary>
/// What was chosen at one level (the studio, a school, an exercise, a client) in place of what is usual: options by setting,
/// bands by measure, words by correction. What is not in it is as usual.
/// </summary>
internal sealed record KeptChoices(
    Dictionary<string, string> Options,
    Dictionary<string, KeptBandChoice> Bands,
    Dictionary<string, string> Cues
) : Stored
{
    /// <summary>Nothing chosen.</summary>
    public static KeptChoices None() => new([], [], []);

    /// <summary>The bands as the core takes them.</summary>
    public Dictionary<string, BandChoice> BandsToCore() => Bands.ToDictionary(b => b.Key, b => b.Value.ToCore());

    /// <summary>Takes out what no version could use: settings, options, measures and corrections that do not exist. Returns whether there was any.</summary>
    public bool Clean()
    {
        var before = Options.Count + Bands.Count + Cues.Count;
        foreach (
            var key in Options
                .Where(o => Setting.Find(o.Key) is not { } s || s.Options.All(x => x.Id != o.Value))
                .Select(o => o.Key)
                .ToArray()
        )
            Options.Remove(key);
        foreach (
            var key in Bands
                .Where(b => MeasureDefinition.Find(b.Key) is null || b.Value is { Low: null, High: null })
                .Select(b => b.Key)
                .ToArray()
        )
            Bands.Remove(key);
        foreach (var key in Cues.Keys.Where(c => Fault.Find(c) is null).ToArray())
            Cues.Remove(key);
        return before != Options.Count + Bands.Count + Cues.Count;
    }

    /// <summary>The first form was one list of texts; a prefix said what each was.</summary>
    internal static (JsonObject Choices, JsonArray Props, JsonArray Changes) Sorted(JsonObject texts)
    {
        var (options, bands, cues) = (new JsonObject(), new JsonObject(), new JsonObject());
        var (props, changes) = (new JsonArray(), new JsonArray());
        foreach (var (key, value) in texts)
        {
            if (key == "form")
                continue;
            var text = value!.GetValue<string>();
            switch (key.Split(':', 2))
            {
                case ["band", var measure]:
                    bands[measure] = Band(text);
                    break;
                case ["cue", var correction]:
                    cues[correction] = text;
                    break;
                case ["prop", var correction]:
                    props.Add(new JsonObject { ["correctionId"] = correction, ["until"] = Day(text) });
                    break;
                case ["keep", var correction]:
                    changes.Add(new JsonObject { ["correctionId"] = correction, ["since"] = Day(text) });
                    break;
                default:
                    options[key] = text;
                    break;
            }
        }

        return (
            new JsonObject
            {
                ["options"] = options,
                ["bands"] = bands,
                ["cues"] = cues,
            },
            props,
            changes
        );
    }

    /// <summary>What is no band or no day was let in by mistake; it becomes one that <see cref="Clean"/> takes out.</summary>
    private static JsonObject Band(string text)
    {
        static double? Edge(string edge) =>
            double.TryParse(edge, CultureInfo.InvariantCulture, out var number) && double.IsFinite(number)
                ? number
                : null;
        var sound =
            text.Split("..") is [var low, var high]
            && (low.Length == 0 || Edge(low) is not null)
            && (high.Length == 0 || Edge(high) is not null);
        var edges = text.Split("..");
        return new JsonObject { ["low"] = sound ? Edge(edges[0]) : null, ["high"] = sound ? Edge(edges[1]) : null };
    }

    private static string Day(string text) =>
        DateOnly.TryParseExact(text, "yyyy-MM-dd", out _)
            ? text
            : KeptProp.NoDay.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}

/// <summary>What a studio chose: for itself, by school and by exercise; whom to call in an emergency, with the local rule; how days and times are read.</summary>
internal sealed record KeptStudioChoices(
    KeptChoices Studio,
    Dictionary<string, KeptChoices> Schools,
    Dictionary<string, KeptChoices> Exercises,
    string? Emergency = null,
    DayOrder? Days = null,
    WallClock? Clock = null
) : StoredDocument, IKept<KeptStudioChoices>
{
    public static StoredForm<KeptStudioChoices> Kept { get; } =
        new("studio-choices", "the studio's settings", null, Sorted);

    public static KeptStudioChoices Of(Records.StudioRecord studio) =>
        studio.Settings is { } kept ? Kept.Read(kept) : new(KeptChoices.None(), [], []);

    /// <summary>The choices for a school; nothing when none was made.</summary>
    public KeptChoices For(SchoolCode? school) =>
        school is { } code ? Schools.GetValueOrDefault(code.ToString()) ?? KeptChoices.None() : KeptChoices.None();

    /// <summary>The choices for an exercise; nothing when none was made.</summary>
    public KeptChoices For(string? exerciseId) =>
        exerciseId is null ? KeptChoices.None() : Exercises.GetValueOrDefault(exerciseId) ?? KeptChoices.None();

    /// <summary>Takes out what no version could use. Returns whether there was any.</summary>
    public bool Clean()
    {
        var changed = Studio.Clean();
        foreach (
            var school in Schools
                .Keys.Where(k => !Enum.GetNames<SchoolCode>().Contains(k, StringComparer.OrdinalIgnoreCase))
                .ToArray()
        )
            changed |= Schools.Remove(school);
        foreach (var exercise in Exercises.Keys.Where(k => Exercise.Find(k) is null).ToArray())
            changed |= Exercises.Remove(exercise);
        foreach (var chosen in Schools.Values.Concat(Exercises.Values))
            changed |= chosen.Clean();
        return changed;
    }

    private static JsonObject Sorted(JsonObject first)
    {
        first["studio"] = KeptChoices.Sorted(first["studio"]!.AsObject()).Choices;
        foreach (var level in new[] { "schools", "exercises" })
        {
            foreach (var (key, texts) in first[level]!.AsObject().ToArray())
                first[level]![key] = KeptChoices.Sorted(texts!.AsObject()).Choices;
        }

        return first;
    }
}

/// <summary>Something borrowed that helped, and the day on which it is tried without.</summary>
internal sealed record KeptProp(string CorrectionId, DateOnly Until) : Stored
{
    /// <summary>In place of a day that was none.</summary>
    public static DateOnly NoDay { get; } = DateOnly.MinValue;
}

/// <summary>A change that became part of the client's set-up, since when.</summary>
internal sealed record KeptChange(string CorrectionId, DateOnly Since) : Stored;

/// <summary>What was chosen for one client, what they have borrowed, and what belongs to their set-up.</summary>
internal sealed record KeptClientChoices(
    KeptChoices Own,
    IReadOnlyList<KeptProp> Props,
    IReadOnlyList<KeptChange> Changes
) : StoredDocument, IKept<KeptClientChoices>
{
    public static StoredForm<KeptClientChoices> Kept { get; } =
        new("client-choices", "what was chosen for a client", o => o.ContainsKey("own") ? 2 : 1, Sorted);

    public static KeptClientChoices None() => new(KeptChoices.None(), [], []);

    public static KeptClientChoices Of(Records.ClientRecord client) =>
        client.Settings is { } kept ? Kept.Read(kept) : None();

    /// <summary>The same without what no version could use, or null when there was none.</summary>
    public KeptClientChoices? Cleaned()
    {
        var changed = Own.Clean();
        KeptProp[] props = [.. Props.Where(p => Fault.Find(p.CorrectionId) is not null && p.Until != KeptProp.NoDay)];
        KeptChange[] changes =
        [
            .. Changes.Where(c => Fault.Find(c.CorrectionId) is not null && c.Since != KeptProp.NoDay),
        ];
        return !changed && props.Length == Props.Count && changes.Length == Changes.Count
            ? null
            : this with
            {
                Props = props,
                Changes = changes,
            };
    }

    private static JsonObject Sorted(JsonObject first)
    {
        var (own, props, changes) = KeptChoices.Sorted(first);
        return new JsonObject
        {
            ["own"] = own,
            ["props"] = props,
            ["changes"] = changes,
        };
    }
}
