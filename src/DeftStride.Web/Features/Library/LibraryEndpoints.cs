using DeftStride.Core.Correcting;
using DeftStride.Core.Deciding;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Quantities;
using DeftStride.Core.Training;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.Http.HttpResults;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Web.Features.Library;

internal sealed record UseView(string ExerciseId, string Band, bool MustPass);

internal sealed record LibraryMeasureView(
    string Id,
    string Name,
    MeasureUnit Unit,
    Region Region,
    IReadOnlyList<View> Views,
    string Sign,
    bool Read,
    string SelfCheck,
    IReadOnlyList<UseView> Uses,
    IReadOnlyList<string> Faults
);

internal sealed record LibraryCueView(
    string Id,
    CorrectionLevel Level,
    CueFocus Focus,
    string Short,
    string Usual,
    string Text,
    CueOwner Words,
    bool Retired,
    string Why,
    IReadOnlyList<Gear> Needs,
    int Helped,
    int Tried
);

internal sealed record LibraryGapView(CorrectionLevel Level, string Why);

internal sealed record LibraryCauseView(string Id, string Name, string Test, IReadOnlyList<string> Corrections);

internal sealed record LibraryFaultView(
    string Id,
    string Name,
    FaultHurt Hurts,
    IReadOnlyList<string> Measures,
    IReadOnlyList<LibraryCauseView> Causes,
    IReadOnlyList<LibraryCueView> Cues,
    string Disagreement,
    int Fired,
    IReadOnlyList<LibraryGapView> Gaps
);

internal sealed record LibraryRuleView(
    string Id,
    string Name,
    string Reason,
    int Fired,
    IReadOnlyList<string> Settings
);

internal sealed record LibraryRungView(
    string Id,
    string Name,
    string ExerciseId,
    string Entry,
    string Dose,
    string Reason,
    string? Fallback
);

internal sealed record LibraryLadderView(string Id, string Name, IReadOnlyList<LibraryRungView> Rungs);

/// <summary>A step of a set-up.</summary>
internal sealed record LibraryStepView(string Name, string Say);

/// <summary>Something that goes wrong in an exercise, and the first thing to say about it.</summary>
internal sealed record LibraryWrongView(string FaultId, string Name, string Say, bool Key);

/// <summary>What belongs to an exercise besides what every screen knows of it.</summary>
internal sealed record LibraryExerciseView(
    string Id,
    IReadOnlyList<LibraryStepView> Steps,
    IReadOnlyList<LibraryWrongView> Wrong,
    string WhichMuscle,
    IReadOnlyList<string> Clip
);

/// <summary>Everything the product knows, to read, search and follow, with how often it came up here.</summary>
[System.ComponentModel.ImmutableObject(true)]
internal sealed record LibraryView(
    long StudioVersion,
    IReadOnlyList<LibraryMeasureView> Measures,
    IReadOnlyList<LibraryFaultView> Faults,
    IReadOnlyList<LibraryRuleView> Rules,
    IReadOnlyList<LibraryLadderView> Ladders,
    IReadOnlyList<LibraryExerciseView> Exercises
);

internal static class LibraryEndpoints
{
    public static void Map(IEndpointRouteBuilder api) => api.MapGet("/library", GetAsync).WithName("getLibrary");

    private static async Task<Ok<LibraryView>> GetAsync(
        StudioContext db,
        StudioScope scope,
        TrialBook tried,
        LadderShelf shelf,
        StudioCache cache
    ) =>
        TypedResults.Ok(
            await cache.OnceAsync("library", scope, stop => AllAsync(db, scope, tried, shelf, stop), timed: false)
        );

    private static async Task<LibraryView> AllAsync(
        StudioContext db,
        StudioScope scope,
        TrialBook tried,
        LadderShelf shelf,
        CancellationToken stop
    )
    {
        var studio = await scope.StudioAsync(stop);
        var ladders = await shelf.LaddersAsync(studio.Id, stop);
        var (words, experience) = (ChoicesInForce.Words(studio, null), await tried.ExperienceAsync(stop));
        var rules = (
            await db.Standing<DecisionFact>()
                .AsNoTracking()
                .Where(d => d.StudioId == studio.Id)
                .GroupBy(d => d.RuleId)
                .Select(g => new { g.Key, Count = g.Count() })
                .ToListAsync(stop)
        ).ToDictionary(r => r.Key, r => r.Count);
        var checks = db.Standing<CheckFact>().AsNoTracking().Where(c => c.StudioId == studio.Id);
        // Checks from before the fault was kept are judged once more; there are only ever few of them.
        var found = (
            await checks
                .Where(c => c.FaultId != null && c.FaultId != "")
                .GroupBy(c => c.FaultId!)
                .Select(g => new { g.Key, Count = g.Count() })
                .ToListAsync(stop)
        )
            .Select(g => (g.Key, g.Count))
            .Concat(
                (await checks.Where(c => c.FaultId == null).ToListAsync(stop))
                    .Select(c => LookReading.Judge(c, []).Named)
                    .OfType<Fault>()
                    .Select(f => (Key: f.Id, Count: 1))
            )
            .GroupBy(g => g.Key)
            .ToDictionary(g => g.Key, g => g.Sum(f => f.Count));
        return new LibraryView(
            studio.Version,
            [
                .. MeasureDefinition.All.Select(m => new LibraryMeasureView(
                    m.Id,
                    m.Name,
                    m.Unit,
                    m.Region,
                    m.Views,
                    m.Sign,
                    MeasureReader.IsRead(m.Id),
                    m.SelfCheck,
                    [
                        .. Exercise.All.SelectMany(
                            e => e.Checks.Where(c => c.MeasureId == m.Id),
                            (e, c) => new UseView(e.Id, Band.Of(c.Low, c.High, m.Unit)?.ToString() ?? "", c.MustPass)
                        ),
                    ],
                    [.. Fault.All.Where(f => f.Detects.Any(d => d.MeasureId == m.Id)).Select(f => f.Id)]
                )),
            ],
            [
                .. Fault.All.Select(f => new LibraryFaultView(
                    f.Id,
                    f.Name,
                    f.Hurts,
                    [.. f.Detects.Select(d => d.MeasureId).Distinct()],
                    [.. f.Causes.Select(c => new LibraryCauseView(c.Id, c.Name, c.Test, c.Corrections))],
                    [
                        .. f
                            .Corrections.Concat(words.Added(f))
                            .Select(c => new LibraryCueView(
                                c.Id,
                                c.Level,
                                c.Focus,
                                c.Short,
                                words.Style.Say(c.Cue),
                                words.Of(c).Text,
                                words.Of(c).Owner,
                                words.Retired(c.Id),
                                c.Why,
                                c.Needs,
                                experience.GetValueOrDefault(c.Id)?.Helped ?? 0,
                                experience.GetValueOrDefault(c.Id)?.Tried ?? 0
                            )),
                    ],
                    f.Disagreement,
                    found.GetValueOrDefault(f.Id),
                    [.. f.Gaps.Select(g => new LibraryGapView(g.Level, g.Why))]
                )),
            ],
            [
                .. DecisionRule.InOrder.Select(r => new LibraryRuleView(
                    r.Id,
                    r.Name,
                    r.Reason,
                    rules.GetValueOrDefault(r.Id),
                    r.Settings
                )),
            ],
            [
                .. ladders.Select(l => new LibraryLadderView(
                    l.Id,
                    l.Name,
                    [
                        .. l.Rungs.Select(r => new LibraryRungView(
                            r.Id,
                            r.Name,
                            r.ExerciseId,
                            r.Entry,
                            r.Dose.ToString(),
                            r.Reason,
                            r.Fallback
                        )),
                    ]
                )),
            ],
            [.. Exercise.All.Select(e => Whole(e, studio, words))]
        );
    }

    private static LibraryExerciseView Whole(Exercise exercise, StudioRecord studio, CueWords words)
    {
        var school = exercise.UsualSchool ?? SchoolCode.VerticalShin;
        var whole = WholeExercise.Of(
            exercise,
            school,
            ChoicesInForce.Style(studio, null, exercise.Id, school),
            [],
            Load.None,
            shoesOn: false
        );
        return new(
            exercise.Id,
            [.. whole.Steps.Select(s => new LibraryStepView(s.Name, s.Say))],
            [.. whole.Wrong.Select(w => new LibraryWrongView(w.Fault.Id, w.Fault.Name, words.Of(w.First).Text, w.Key))],
            whole.WhichMuscle,
            whole.Clip
        );
    }
}
