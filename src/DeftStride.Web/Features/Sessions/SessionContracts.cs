using System.ComponentModel.DataAnnotations;
using DeftStride.Core.Bodies;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Running;
using DeftStride.Data.Kept;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Cards;
using DeftStride.Web.Features.Day;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Sessions;

/// <summary>Seconds down, held, up, at the top.</summary>
internal sealed record TempoDto(int Down, int Pause, int Up, int Top);

/// <summary>What is called out with the tempo; "{side}" and "{other}" stand for the sides.</summary>
internal sealed record CallDto(TempoCall When, string Words);

/// <summary>One exercise of a session as it is asked for; see <see cref="SessionItem"/>.</summary>
internal sealed record SessionItemDto(
    Guid Id,
    SessionPlace Place,
    [property: AsWritten] string ExerciseId,
    int Sets,
    int Amount,
    double LoadKg,
    LoadPosition Position,
    int RestSeconds,
    bool Held,
    bool Together,
    bool Alternating,
    int? ForSeconds,
    BodySide? First,
    FirstSideWhy FirstWhy,
    TempoDto? Tempo,
    bool UpFirst,
    IReadOnlyList<CallDto> Calls,
    string? Cue,
    RangeTest? Range = null
);

/// <summary>What a session may not go past, as data: the device obeys it without knowing a rule.</summary>
internal sealed record GuardDto(
    int PainLimit,
    string? Barred,
    IReadOnlyDictionary<string, string> Refused,
    IReadOnlyDictionary<string, string> NotLoaded
);

/// <summary>One tap, with what belongs to its kind and nothing else; see <see cref="KeptTap"/>.</summary>
internal sealed record SessionTapDto(
    Guid Id,
    DateTimeOffset At,
    TapKind Kind,
    bool? Clean = null,
    int? Seconds = null,
    PainDto? Pain = null,
    string? Change = null,
    int? Score = null,
    BodySide? Side = null,
    Guid? Item = null,
    Guid? Before = null,
    double? LoadKg = null,
    LoadPosition? Position = null,
    TempoDto? Tempo = null,
    FeltDto? Felt = null,
    int? Set = null,
    IReadOnlyList<bool>? Each = null,
    int? Resets = null,
    SessionItemDto? Added = null,
    GuardDto? Guard = null
);

/// <summary>A session as a device has it: what was asked for when it began, and every tap that the device knows.</summary>
internal sealed record SessionRequest(
    Guid Id,
    Guid ClientId,
    [property: MaxLength(30)] IReadOnlyList<SessionItemDto> Items,
    GuardDto Guard,
    [property: MaxLength(4000)] IReadOnlyList<SessionTapDto> Taps,
    Guid DeviceId,
    string DeviceName,
    bool Takes
);

/// <summary>Who runs a session.</summary>
internal sealed record RunByView(
    Guid DeviceId,
    [property: AsWritten] string DeviceName,
    string Coach,
    DateTimeOffset Since
);

/// <summary>A step on the way into the first repetition.</summary>
internal sealed record SetupStepView(string Name, string Say, string? Value);

/// <summary>One change because of pain: its words, and what it is called in the record.</summary>
internal sealed record SoreStepView(string Id, string Say);

/// <summary>What to change before the pain is asked again.</summary>
internal sealed record SoreRoundView(string Why, IReadOnlyList<SoreStepView> Steps);

/// <summary>What to do about pain at some places of a leg in a role.</summary>
internal sealed record SoreAnswerView(
    IReadOnlyList<Core.Practice.PainSite> Sites,
    Core.Practice.LegRole Role,
    IReadOnlyList<SoreRoundView> Rounds
);

/// <summary>What a screen needs to know of an exercise of a session.</summary>
internal sealed record SessionExerciseView(
    string Name,
    string Plain,
    string? Cue,
    IReadOnlyList<string> Felt,
    IReadOnlyList<string> LookFor,
    IReadOnlyList<WrongView> Wrong,
    IReadOnlyList<SetupStepView> Setup,
    GateView? Gate,
    IReadOnlyList<SoreAnswerView> Sore,
    string StepBack,
    IReadOnlyDictionary<LoadPosition, IReadOnlyList<double>> Weights,
    IReadOnlyList<TempoDto> Tempos,
    IReadOnlyList<string> Cautions
);

/// <summary>A range that is measured in the hour: how, by a gap to the wall or by its angle, what can be meant, and from where on a change is one.</summary>
internal sealed record SessionRangeView(string Name, string How, bool ByGap, double Least, double Most, string Real);

/// <summary>A session with everything that a device needs to run it without a signal.</summary>
internal sealed record SessionView(
    Guid Id,
    Guid ClientId,
    [property: AsWritten] string ClientName,
    DateTimeOffset StartsAt,
    string Time,
    string? LeftOpen,
    IReadOnlyList<SessionItemDto> Items,
    GuardDto BegunUnder,
    GuardDto Guard,
    IReadOnlyList<SessionTapDto> Taps,
    RunByView? RunBy,
    bool Closed,
    IReadOnlyDictionary<string, SessionExerciseView> About,
    IReadOnlyDictionary<RangeTest, SessionRangeView> Ranges,
    string FirstSideText,
    string AskedWhy,
    int AboutMinutes,
    string AboutPain,
    PainDto? Sore,
    bool Before,
    bool AskEachSet,
    bool AskFelt,
    IReadOnlyList<DueView> Due,
    IReadOnlyList<ConditionView> Conditions,
    SessionItemDto? Technique,
    IReadOnlyList<LogView> Logs
);

/// <summary>An exercise that may be put into a session, as it is begun with.</summary>
internal sealed record SessionExtraView([property: AsWritten] string Name, SessionItemDto Item);

/// <summary>The sessions of the day, and what may be put into them.</summary>
[System.ComponentModel.ImmutableObject(true)]
internal sealed record SessionsView(
    DateOnly Day,
    IReadOnlyList<SessionView> Sessions,
    IReadOnlyList<SessionExtraView> Extras
);
