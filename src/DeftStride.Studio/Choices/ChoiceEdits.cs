using System.Globalization;
using DeftStride.Core.Correcting;
using DeftStride.Core.Exercises;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Work;

namespace DeftStride.Studio.Choices;

/// <summary>One choice among the options of a setting, at its level; null takes it back.</summary>
/// <param name="SettingId">Which setting.</param>
/// <param name="OptionId">Which option.</param>
internal sealed record OptionChoice(string SettingId, string? OptionId)
{
    /// <summary>Refuses a setting or an option that is not in the lists.</summary>
    public OptionChoice Checked()
    {
        var setting =
            Setting.Find(SettingId) ?? throw Refusal.BadInput("setting", "This setting is not known. Reload the page.");
        if (OptionId is { } option && setting.Options.All(o => o.Id != option))
            throw Refusal.BadInput("option", $"{setting.Name} cannot be \"{option}\". Choose one of the list.");
        return this;
    }

    internal (string? Before, string? After) Set(KeptChoices at)
    {
        var before = at.Options.GetValueOrDefault(SettingId);
        if (OptionId is { } option)
            at.Options[SettingId] = option;
        else
            at.Options.Remove(SettingId);
        return (before, OptionId);
    }
}

/// <summary>Another band for one measure, in its unit; both edges null take it back.</summary>
/// <param name="MeasureId">Which measure.</param>
/// <param name="Low">The lower edge, or null for an open one.</param>
/// <param name="High">The upper edge, or null for an open one.</param>
internal sealed record BandPick(string MeasureId, double? Low, double? High)
{
    /// <summary>Refuses a band that accepts nothing, everything, or what no body reaches.</summary>
    public BandPick Checked()
    {
        var measure =
            MeasureDefinition.Find(MeasureId)
            ?? throw Refusal.BadInput("measure", "This check is not known. Reload the page.");
        if ((Low is not null || High is not null) && new BandChoice(Low, High).Problem(measure) is { } problem)
            throw Refusal.BadInput("band", problem);
        if (FieldRange.BandEdge.Problem(Low) is not null || FieldRange.BandEdge.Problem(High) is not null)
            throw Refusal.BadInput(
                "band",
                "An edge that far out accepts everything. Give one that a body could reach."
            );
        return this;
    }

    internal (string? Before, string? After) Set(KeptChoices at)
    {
        var before = at.Bands.GetValueOrDefault(MeasureId);
        if (Low is null && High is null)
            at.Bands.Remove(MeasureId);
        else
            at.Bands[MeasureId] = new KeptBandChoice(Low, High) { Unknown = before?.Unknown };
        return (before?.ToString(), at.Bands.GetValueOrDefault(MeasureId)?.ToString());
    }
}

/// <summary>Where a choice belongs: to the studio, a style, an exercise or a client.</summary>
/// <param name="Source">Which of them.</param>
/// <param name="Key">Which style, exercise or client; null for the studio.</param>
internal sealed record ChoiceLevel(SettingSource Source, string? Key)
{
    /// <summary>The client it belongs to, or null when it is the studio's.</summary>
    /// <exception cref="Refusal">It is a client's and does not say whose.</exception>
    public Guid? Client =>
        Source != SettingSource.Client ? null
        : Guid.TryParse(Key, out var id) ? id
        : throw Refusal.BadInput("key", "Say for which client.");

    /// <summary>How the history names it.</summary>
    public string Name => Source == SettingSource.Studio ? "" : Key ?? "";

    /// <summary>The choices of this level among those of the studio.</summary>
    public KeptChoices In(KeptStudioChoices all) =>
        Source switch
        {
            SettingSource.Studio => all.Studio,
            SettingSource.School => At(all.Schools, Style(Key).ToString()),
            SettingSource.Exercise => At(
                all.Exercises,
                Exercise.Find(Key ?? "")?.Id ?? throw Refusal.BadInput("key", "Say for which exercise.")
            ),
            _ => throw Refusal.BadInput("level", "A setting belongs to a client, an exercise, a style or the studio."),
        };

    /// <summary>A style by its name.</summary>
    public static SchoolCode Style(string? name) =>
        Names.TryRead<SchoolCode>(name, out var code) ? code : throw Refusal.BadInput("key", "Say for which style.");

    private static KeptChoices At(Dictionary<string, KeptChoices> all, string key) =>
        all.TryGetValue(key, out var found) ? found : all[key] = KeptChoices.None();
}

/// <summary>Changes to what coaches disagree about and to what stays with a client, each with its line of history.</summary>
internal static class ChoiceEdits
{
    /// <summary>Sets an option or a band of a client.</summary>
    public static Edit Set(ClientRecord client, string kind, string subject, Func<KeptChoices, (string?, string?)> set)
    {
        var mine = KeptClientChoices.Of(client);
        var (before, after) = set(mine.Own);
        client.Settings = KeptClientChoices.Kept.Write(mine);
        return new Edit(kind, subject, client.Id.ToString(), before, after);
    }

    /// <summary>Sets an option or a band of the studio, of a style or of an exercise.</summary>
    public static Edit Set(
        StudioRecord studio,
        ChoiceLevel level,
        string kind,
        string subject,
        Func<KeptChoices, (string?, string?)> set
    )
    {
        var all = KeptStudioChoices.Of(studio);
        var (before, after) = set(level.In(all));
        studio.Settings = KeptStudioChoices.Kept.Write(all);
        return new Edit(kind, subject, level.Name, before, after);
    }

    /// <summary>Lends something until a day, on which it is tried without; without a day takes it back.</summary>
    /// <exception cref="Refusal">Nothing is borrowed by it, or the day cannot be.</exception>
    public static Func<ClientRecord, Edit> Lend(string correctionId, bool lent, DateOnly? review, DateOnly today)
    {
        if (Fault.Find(correctionId) is not { Correction.Borrowed: true })
            throw Refusal.BadInput(
                "correction",
                "Only what borrows a wedge, a band, a block or a support has a day to give it back."
            );
        var until = review ?? today.AddDays(Correction.LentDays);
        if (lent && (until <= today || until > today.AddDays(Correction.LongestLentDays)))
            throw Refusal.BadInput("review", "Choose a day from tomorrow to three months from now.");
        return client =>
        {
            var mine = KeptClientChoices.Of(client);
            var before = mine.Props.FirstOrDefault(p => p.CorrectionId == correctionId);
            KeptProp? after = lent ? new(correctionId, until) { Unknown = before?.Unknown } : null;
            KeptProp[] others = [.. mine.Props.Where(p => p.CorrectionId != correctionId)];
            client.Settings = KeptClientChoices.Kept.Write(
                mine with
                {
                    Props = after is null ? others : [.. others, after],
                }
            );
            return new Edit("prop", correctionId, client.Id.ToString(), Day(before?.Until), Day(after?.Until));
        };
    }

    /// <summary>Makes a change of set-up that borrows nothing part of a client's set-up, or takes it out again.</summary>
    /// <exception cref="Refusal">It is no such change.</exception>
    public static Func<ClientRecord, Edit> Keep(string correctionId, bool kept, DateOnly today)
    {
        if (Fault.Find(correctionId) is not { Correction: { Level: CorrectionLevel.SetUp, Borrowed: false } })
            throw Refusal.BadInput(
                "correction",
                "Only a change of set-up that borrows nothing becomes part of the set-up. Words are remembered by themselves, and what is borrowed has a day."
            );
        return client =>
        {
            var mine = KeptClientChoices.Of(client);
            var before = mine.Changes.FirstOrDefault(c => c.CorrectionId == correctionId);
            KeptChange? after = kept ? new(correctionId, today) { Unknown = before?.Unknown } : null;
            KeptChange[] others = [.. mine.Changes.Where(c => c.CorrectionId != correctionId)];
            client.Settings = KeptClientChoices.Kept.Write(
                mine with
                {
                    Changes = after is null ? others : [.. others, after],
                }
            );
            return new Edit("kept", correctionId, client.Id.ToString(), Day(before?.Since), Day(after?.Since));
        };
    }

    private static string? Day(DateOnly? day) => day?.ToString("yyyy-MM-dd", CultureInfo.InvariantCulture);
}
