using DeftStride.Core.Bodies;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Data;
using DeftStride.Data.Kept;
using DeftStride.Data.Records;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Studio.Looks;

/// <summary>Reads checks back, and what they were judged by.</summary>
internal sealed class CheckBook(StudioContext db, StudioScope scope, SetupShelf setups)
{
    /// <summary>Pain further back than this says nothing about a course of four weeks.</summary>
    public const int PainDays = 120;

    /// <summary>The standard in force for a client and exercise: the coach's choice, else the client's school, else the exercise's usual.</summary>
    public async Task<KeptStandard> StandardForAsync(
        ClientRecord client,
        Exercise exercise,
        SchoolCode? chosen,
        CancellationToken stop
    )
    {
        var usual = exercise.UsualSchool ?? SchoolCode.VerticalShin;
        var (school, source) =
            chosen is { } c && c != (client.School ?? usual) ? (c, SettingSource.Check)
            : client.School is { } own ? (own, SettingSource.Client)
            : (usual, SettingSource.Exercise);
        var age = KeptIntake.Of(client).AgeOn(await scope.TodayAsync(stop));
        var (left, right) = (
            Ankle(client.LeftAnkleDegrees, client.HeelWedgeDegrees, age),
            Ankle(client.RightAnkleDegrees, client.HeelWedgeDegrees, age)
        );
        var choices = ChoicesInForce.Bands(await scope.StudioAsync(stop), client, exercise.Id, school);
        var setup = (await setups.InForceAsync([client.Id], stop))[client.Id]
            .FirstOrDefault(s => s.ExerciseId == exercise.Id);
        var stance = setup is null ? null : KeptSetup.Kept.Read(setup.Body).Split?.Stance;
        return KeptStandard.Of(
            CheckStandard.For(
                exercise,
                new Sourced<School>(School.Of(school), source),
                left,
                right,
                choices,
                ErrorModel.Default,
                ChoicesInForce.Style(await scope.StudioAsync(stop), client, exercise.Id, school)
            ),
            left,
            right,
            KeptIntake.Of(client).Sizes(),
            // The stance keeps how high the rear knee's centre rests; what lies under it is that less the knee's own height.
            stance is null
                ? 100 * ReadingContext.Default.PadMetres
                : Math.Round(Math.Max(0, stance.RearKneeCm - (100 * MeasureReader.KneeCentreHeightMetres)), 1),
            stance?.RearRaiseCm ?? 0
        );
    }

    private static AnkleRange Ankle(double? measured, double wedge, int? age) =>
        new(
            measured is { } degrees ? Angle.FromDegrees(degrees) : RangeOfMotion.AssumedAnkle(age),
            measured is not null,
            Angle.FromDegrees(wedge)
        );

    /// <summary>A check as the core sees it again.</summary>
    public async Task<JudgedCheck> LoadAsync(Guid checkId, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var fact =
            await db.Checks.AsNoTracking().FirstOrDefaultAsync(c => c.Id == checkId && c.StudioId == studio.Id, stop)
            ?? throw Refusal.Missing("This check is not kept here. Go back to the client and start a new one.");
        var trials = await db.StandingTrials()
            .AsNoTracking()
            .Where(t => t.CheckId == checkId)
            .OrderBy(t => t.Sequence)
            .ToListAsync(stop);
        return LookReading.Judge(fact, trials);
    }

    /// <summary>The look that a client's coach is in the middle of. One that arrived after its check was finished does not count.</summary>
    public Task<DraftRecord?> DraftAsync(Guid clientId, CancellationToken stop) =>
        db.Drafts.FirstOrDefaultAsync(d => d.ClientId == clientId && !db.Checks.Any(c => c.Id == d.Id), stop);
}
