using DeftStride.Core.Setup;
using DeftStride.Core.Training.Planning;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Work;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Hosting;

namespace DeftStride.Web.Features.Plans;

/// <summary>Who would stand and wait, with what would do, drawn.</summary>
internal sealed class ClashPages(StudioScope scope, PlanBook plans, KitBook kit, StudioCache cache)
{
    /// <summary>A clash is told so many days before.</summary>
    public const int Days = 14;

    /// <summary>The clashes of the studio's next days, with whose the visits are and their versions.</summary>
    [System.ComponentModel.ImmutableObject(true)]
    private sealed record Clashes(
        IReadOnlyList<KitClash> Found,
        IReadOnlyDictionary<Guid, (Guid Client, long Version)> Visits
    );

    /// <summary>Clashes of the next days that a client is part of, with the versions of the visits.</summary>
    public async Task<IReadOnlyList<KitClashView>> OfAsync(Guid clientId, CancellationToken stop)
    {
        var studio = await scope.StudioAsync(stop);
        var today = await scope.TodayAsync(stop);
        // Everybody's visits are gone through once after a change, whoever's page is looked at.
        var all = await cache.OnceAsync(
            "clashes",
            scope,
            async once =>
            {
                var visits = await plans.VisitsAsync(today, today.AddDays(Days), null, once);
                return new Clashes(
                    await kit.ClashesAsync(visits, once),
                    visits.ToDictionary(v => v.Record.Id, v => (v.Record.ClientId, v.Record.Version))
                );
            }
        );
        var mine = all.Visits.Where(v => v.Value.Client == clientId).Select(v => v.Key).ToHashSet();
        var listed = ChoicesInForce.Kit(studio);
        return
        [
            .. all
                .Found.Where(c => mine.Contains(c.One.VisitId) || mine.Contains(c.Other.VisitId))
                .Select(c =>
                    Of(
                        c,
                        today,
                        listed.Tape,
                        all.Visits.ToDictionary(v => v.Key, v => v.Value.Version),
                        listed.ToCore(),
                        mine
                    )
                ),
        ];
    }

    public static KitClashView Of(
        KitClash clash,
        DateOnly today,
        Tape tape,
        Dictionary<Guid, long> versions,
        StudioKit kit,
        HashSet<Guid>? mine
    )
    {
        // Whose heights are drawn: whoever would change, else the client whose page it is.
        var who = clash.WaysOut is [var first, ..]
            ? first.VisitId == clash.One.VisitId
                ? clash.One
                : clash.Other
            : mine?.Contains(clash.One.VisitId) == true
                ? clash.One
                : clash.Other;
        var keeps = who == clash.One ? clash.Other : clash.One;
        var offered = clash.WaysOut.FirstOrDefault(w => w.Height is not null)?.Height;
        double[] shown =
        [
            .. new[]
            {
                offered?.Metres,
                who.Fit.Wanted.Metres,
                kit.BoxesMetres.Where(b => b > who.Fit.HighMetres).Order().Cast<double?>().FirstOrDefault(),
            }
                .OfType<double>()
                .DistinctBy(m => Math.Round(m, 3))
                .Order(),
        ];
        return new(
            clash.One.VisitId,
            clash.One.Client,
            clash.Other.VisitId,
            clash.Other.Client,
            DateOnly.FromDateTime(clash.At),
            PlanPages.Time(TimeOnly.FromDateTime(clash.At)),
            clash.Piece,
            PartView.Of(PlanSaid.Of(clash, today, tape)),
            [
                .. clash.WaysOut.Select(w => new KitWayOutView(
                    w.Kind,
                    w.VisitId,
                    versions[w.VisitId],
                    w.Client,
                    w.ExerciseId,
                    w.Height is { } h ? Math.Round(100 * h.Metres, 1) : null,
                    w.Height is { } height
                        ? $"Give {w.Client} {tape.Length(height.Metres)}"
                        : $"Turn {w.Client}’s order round",
                    w.Sentence
                )),
            ],
            who.Client,
            Math.Round(100 * who.Fit.LowMetres, 1),
            Math.Round(100 * who.Fit.HighMetres, 1),
            $"{tape.Length(who.Fit.LowMetres)} to {tape.Length(who.Fit.HighMetres)} does for {who.Client}",
            [
                .. shown.Select(m => new KitHeightView(
                    Math.Round(100 * m, 1),
                    tape.Length(m),
                    Math.Abs(m - who.Fit.Wanted.Metres) < 1e-6 ? keeps.Client
                        : offered is { } o && Math.Abs(m - o.Metres) < 1e-6 ? who.Client
                        : null,
                    offered is { } other && Math.Abs(m - other.Metres) < 1e-6,
                    Math.Abs(m - who.Fit.Wanted.Metres) < 1e-6
                )),
            ]
        );
    }
}
