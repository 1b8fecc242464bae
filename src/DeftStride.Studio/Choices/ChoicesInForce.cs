using DeftStride.Core.Correcting;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Practice;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;

namespace DeftStride.Studio.Choices;

/// <summary>Something borrowed, with the day on which it is tried without.</summary>
internal sealed record LentProp(Correction Correction, DateOnly Until, bool Due);

/// <summary>A change that belongs to the client's set-up, since when.</summary>
internal sealed record KeptInSetup(Correction Correction, DateOnly Since);

/// <summary>What stands of everything that can be chosen: client, then exercise, then school, then studio. Where no choice was made the usual counts.</summary>
internal static class ChoicesInForce
{
    /// <summary>A setting as it stands, with its source.</summary>
    public static Sourced<SettingOption> Setting(
        Setting setting,
        KeptStudioChoices all,
        KeptClientChoices? mine,
        string? exerciseId,
        SchoolCode? school
    ) =>
        setting.Resolve(
            mine?.Own.Options.GetValueOrDefault(setting.Id),
            all.For(exerciseId).Options.GetValueOrDefault(setting.Id),
            all.For(school).Options.GetValueOrDefault(setting.Id),
            all.Studio.Options.GetValueOrDefault(setting.Id)
        );

    /// <summary>What the settings come to for a client and an exercise, in the style that is in force or chosen.</summary>
    public static HouseStyle Style(
        StudioRecord studio,
        ClientRecord? client,
        string? exerciseId,
        SchoolCode? chosen = null
    )
    {
        var (all, mine) = (KeptStudioChoices.Of(studio), client is null ? null : KeptClientChoices.Of(client));
        var school = chosen ?? client?.School ?? (exerciseId is null ? null : Exercise.Find(exerciseId)?.UsualSchool);
        return HouseStyle.Of(
            id => Setting(Core.Exercises.Setting.Find(id)!, all, mine, exerciseId, school).Value.Id,
            school
        );
    }

    /// <summary>The words in force for cues; without a client the studio's alone, without an exercise those of any.</summary>
    public static CueWords Words(StudioRecord studio, ClientRecord? client, string? exerciseId = null) =>
        new(client is null ? [] : KeptClientChoices.Of(client).Own.Cues, KeptStudioChoices.Of(studio).Studio.Cues)
        {
            Style = Style(studio, client, exerciseId),
        };

    /// <summary>What a client has borrowed, what is due first.</summary>
    public static IReadOnlyList<LentProp> Props(ClientRecord client, DateOnly today) =>
        [
            .. KeptClientChoices
                .Of(client)
                .Props.OrderBy(p => p.Until)
                .Select(p => (Prop: p, Fault.Find(p.CorrectionId)?.Correction))
                .Where(p => p.Correction is not null)
                .Select(p => new LentProp(p.Correction!, p.Prop.Until, p.Prop.Until <= today)),
        ];

    /// <summary>What belongs to a client's set-up, the oldest first.</summary>
    public static IReadOnlyList<KeptInSetup> KeptChanges(ClientRecord client) =>
        [
            .. KeptClientChoices
                .Of(client)
                .Changes.OrderBy(c => c.Since)
                .Select(c => (Change: c, Fault.Find(c.CorrectionId)?.Correction))
                .Where(c => c.Correction is not null)
                .Select(c => new KeptInSetup(c.Correction!, c.Change.Since)),
        ];

    /// <summary>The highest pain that is ordinary for a client: a clinician's word where there is one, else the house's.</summary>
    public static (Sourced<int> Limit, string? By) PainLimit(StudioRecord studio, ClientRecord client) =>
        KeptIntake.Of(client).Limit is { } own
            ? (new(own.Score, SettingSource.Client), own.Who)
            : (new(studio.PainLimit, SettingSource.Studio), null);

    /// <summary>The studio's weights with what is known of a client that a first load is guessed from.</summary>
    public static LoadRack Rack(StudioRecord studio, ClientRecord client, DateOnly today)
    {
        var intake = KeptIntake.Of(client);
        var care = intake.CareToCore(standHolds: false);
        return Kit(studio).Rack() with
        {
            Client = new FirstLoad(
                intake.MassKg,
                intake.TrainingAge,
                care.UnderAge(today) || care.AgeOn(today) >= CareRecord.Old
            ),
        };
    }

    /// <summary>The kit of a studio; empty until somebody lists it.</summary>
    public static KeptKit Kit(StudioRecord studio) => studio.Kit is { } kept ? KeptKit.Kept.Read(kept) : KeptKit.Empty;

    /// <summary>Bands chosen at each level for a client, an exercise and a school.</summary>
    public static BandChoices Bands(StudioRecord studio, ClientRecord client, string exercise, SchoolCode school)
    {
        var all = KeptStudioChoices.Of(studio);
        return new BandChoices(
            KeptClientChoices.Of(client).Own.BandsToCore(),
            all.For(exercise).BandsToCore(),
            all.For(school).BandsToCore(),
            all.Studio.BandsToCore()
        );
    }
}
