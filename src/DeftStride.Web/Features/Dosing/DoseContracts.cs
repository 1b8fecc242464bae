using DeftStride.Core.Dosing;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Safety;

namespace DeftStride.Web.Features.Dosing;

/// <summary>The range of a rung. Repetitions a side, or seconds where it is held.</summary>
internal sealed record DoseRangeDto(Phase Phase, int SetsLow, int SetsHigh, int Low, int High, bool Held)
{
    public static DoseRangeDto Of(DoseRange range) =>
        new(range.Phase, range.SetsLow, range.SetsHigh, range.Low, range.High, range.Held);

    public DoseRange ToCore() => new(Phase, SetsLow, SetsHigh, Low, High, Held);
}

/// <summary>What is asked for: numbers, and the same in words with rest and tempo.</summary>
internal sealed record PrescriptionView(
    Phase Phase,
    int Sets,
    int Amount,
    bool Held,
    double LoadKg,
    LoadPosition Position,
    string Text,
    string Sides,
    string Rest,
    string? Tempo
);

/// <summary>One set of one side.</summary>
internal sealed record SetDto(BodySide Side, int Amount, int Clean, double LoadKg, LoadPosition Position, int Resets);

/// <summary>The same in every set and on both sides but for how many were clean: how most of it is entered.</summary>
internal sealed record EvenDto(
    int Sets,
    int Amount,
    int CleanLeft,
    int CleanRight,
    double LoadKg,
    LoadPosition Position,
    int Resets
);

/// <summary>What was done of one exercise: set by set, or all sets alike; the effort, the worst pain, the morning after last time, where it was felt.</summary>
internal sealed record LogDto(
    IReadOnlyList<SetDto>? Sets,
    EvenDto? Even,
    int? Effort,
    PainDto? Pain,
    int? NextMorning,
    FeltDto? Felt
)
{
    public SessionLog ToCore()
    {
        var count = Math.Max((Sets?.Count ?? 0) / 2, Even?.Sets ?? 0);
        if (count > SessionLog.MostSets)
            throw Refusal.BadInput(
                "sets",
                $"{count} sets a side are more than anyone does. Enter at most {SessionLog.MostSets}."
            );
        Refusal.Unless(FieldRange.Pain, "nextMorning", NextMorning);
        if (Felt is { AsExpected: false } felt)
            Text.Required("felt", felt.Where, "Say where it is felt instead.");
        Pain?.ToCore("pain");
        if (
            Even is { } e
            && (e.CleanLeft < 0 || e.CleanRight < 0 || Math.Max(e.CleanLeft, e.CleanRight) > e.Sets * e.Amount)
        )
            throw Refusal.BadInput("clean", $"Clean ones lie between 0 and the {e.Sets * e.Amount} that were done.");
        var log = this.ToKept()!.ToCore();
        return log.Problem() is { } problem ? throw Refusal.BadInput("sets", problem) : log;
    }
}

/// <summary>A log on its own, without a look. The day is the studio's own; today when none is given.</summary>
internal sealed record LogRequest(
    Guid Id,
    Guid ClientId,
    DateOnly? Day,
    string ExerciseId,
    LogDto Log,
    Guid? Supersedes
);

/// <summary>A log as the client's page shows it.</summary>
internal sealed record LogView(
    Guid Id,
    DateOnly Day,
    string Coach,
    string ExerciseId,
    string ExerciseName,
    string? RungName,
    string Asked,
    string Did,
    string? Tempo,
    string? Tired,
    int? Effort,
    PainDto? Pain,
    int? NextMorning,
    int? Soreness,
    string? Felt,
    string Next,
    string Why
);
