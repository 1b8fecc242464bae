using System.Globalization;
using DeftStride.Core.Setup;

namespace DeftStride.Core.Training.Planning;

/// <summary>A height that a client needs for a while.</summary>
/// <param name="VisitId">In which visit.</param>
/// <param name="Client">The client's name, for sentences.</param>
/// <param name="ExerciseId">For what.</param>
/// <param name="Fit">What does.</param>
/// <param name="From">From when, by the studio's own clock.</param>
/// <param name="To">Until when.</param>
public sealed record KitNeed(Guid VisitId, string Client, string ExerciseId, KitFit Fit, DateTime From, DateTime To)
{
    /// <summary>When it would be needed with the order of the exercises turned round; null where it cannot be: one exercise, or a form that comes first and fresh.</summary>
    public (DateTime From, DateTime To)? Turned { get; init; }

    /// <summary>Sessions do not run to the minute: a need takes up the quarters of an hour that it touches.</summary>
    internal bool Meets(KitNeed other) => Touches((From, To), (other.From, other.To));

    internal static bool Touches((DateTime From, DateTime To) a, (DateTime From, DateTime To) b) =>
        Quarter(a.From) < QuarterEnd(b.To) && Quarter(b.From) < QuarterEnd(a.To);

    internal static DateTime Quarter(DateTime at) =>
        at.Date.AddMinutes(Math.Floor(at.TimeOfDay.TotalMinutes / 15) * 15);

    private static DateTime QuarterEnd(DateTime at) =>
        at.Date.AddMinutes(Math.Ceiling(at.TimeOfDay.TotalMinutes / 15) * 15);
}

/// <summary>How a clash is resolved.</summary>
public enum KitWayOutKind
{
    /// <summary>One of them takes another height that does as well.</summary>
    OtherHeight,

    /// <summary>One of them turns the order of the exercises round.</summary>
    TurnRound,
}

/// <summary>One way out of a clash.</summary>
/// <param name="Kind">Which.</param>
/// <param name="VisitId">Whose visit changes.</param>
/// <param name="Client">Whose that is.</param>
/// <param name="ExerciseId">In which exercise.</param>
/// <param name="Height">The other height; null where the order is turned.</param>
/// <param name="Sentence">What to do, with why it does.</param>
public sealed record KitWayOut(
    KitWayOutKind Kind,
    Guid VisitId,
    string Client,
    string ExerciseId,
    KitHeight? Height,
    string Sentence
);

/// <summary>Two clients who need the same thing in the same quarter of an hour.</summary>
/// <param name="One">Who is served.</param>
/// <param name="Other">Who would stand and wait.</param>
/// <param name="Piece">What they both need: "the 40 cm box".</param>
/// <param name="At">From when, by the studio's own clock.</param>
/// <param name="WaysOut">What would do, the least change first; empty where one of them has to come at another time.</param>
public sealed record KitClash(KitNeed One, KitNeed Other, string Piece, DateTime At, IReadOnlyList<KitWayOut> WaysOut)
{
    /// <summary>"On Thursday Corin and Bram both want the 30 cm box at 17:15. 28 cm would do for Corin."</summary>
    /// <returns>Who wants the same and when; then what would do for whom, where anything does.</returns>
    public string Sentence(DateOnly today, Tape tape)
    {
        var day = DateOnly.FromDateTime(At);
        var when =
            day == today ? "Today"
            : day == today.AddDays(1) ? "Tomorrow"
            : day < today.AddDays(7) ? $"On {day.DayOfWeek}"
            : string.Create(CultureInfo.InvariantCulture, $"On {day:dddd d MMMM}");
        var both = string.Create(
            CultureInfo.InvariantCulture,
            $"{when} {One.Client} and {Other.Client} both want {Piece} at {At:HH:mm}."
        );
        return WaysOut switch
        {
            [{ Height: { } height } way, ..] => $"{both} {tape.Length(height.Metres)} would do for {way.Client}.",
            [var way, ..] => $"{both} {way.Client} can turn the order round.",
            _ => $"{both} Nothing else here does for either: let one of them come a quarter of an hour later.",
        };
    }

    /// <summary>
    /// Every clash of some visits. Whose need began first is served first; nobody is offered a height that does not do because it is
    /// free.
    /// </summary>
    /// <param name="needs">Who needs what, when; of any days.</param>
    /// <param name="kit">What the studio has, one entry a piece.</param>
    /// <returns>In order of time; empty where there is enough for everybody.</returns>
    public static IReadOnlyList<KitClash> Of(IEnumerable<KitNeed> needs, StudioKit kit)
    {
        ArgumentNullException.ThrowIfNull(needs);
        ArgumentNullException.ThrowIfNull(kit);
        var clashes = new List<KitClash>();
        var served = new List<KitNeed>();
        KitNeed[] all = [.. needs.OrderBy(n => n.From).ThenBy(n => n.Client, StringComparer.Ordinal)];
        KitNeed[] Beside(KitNeed who) => [.. all.Where(n => n.VisitId != who.VisitId && n.Meets(who))];
        foreach (var need in all)
        {
            var holding = served.Where(s => s.VisitId != need.VisitId && s.Meets(need)).ToArray();
            if (Missing(kit, holding, need.Fit.Wanted) is not { } piece)
            {
                served.Add(need);
                continue;
            }

            var other = holding.Last(h => Holds(h.Fit.Wanted, need.Fit.Wanted, kit, piece));
            clashes.Add(
                new KitClash(
                    other,
                    need,
                    Said(piece, kit.Tape),
                    KitNeed.Quarter(need.From > other.From ? need.From : other.From),
                    [
                        .. OtherHeights(need, other, Beside(need), kit),
                        .. OtherHeights(other, need, Beside(other), kit),
                        .. Turns(need, all, kit),
                        .. Turns(other, all, kit),
                    ]
                )
            );
        }

        return clashes;
    }

    /// <summary>The first piece that is not there any more; null where all are.</summary>
    private static (double Metres, bool Box)? Missing(StudioKit kit, IEnumerable<KitNeed> holding, KitHeight wanted)
    {
        var left = holding.Aggregate(kit, (k, h) => k.Without(h.Fit.Wanted));
        if (wanted.BoxMetres is { } box && !left.BoxesMetres.Contains(box))
            return (box, true);
        foreach (var plate in wanted.PlatesMetres)
        {
            if (!left.PlatesMetres.Contains(plate))
                return (plate, false);
            left = left with { PlatesMetres = Taken(left.PlatesMetres, plate) };
        }

        return null;
    }

    private static bool Holds(KitHeight held, KitHeight wanted, StudioKit kit, (double Metres, bool Box) piece) =>
        piece.Box ? held.BoxMetres == piece.Metres : held.PlatesMetres.Contains(piece.Metres);

    private static List<double> Taken(IReadOnlyList<double> plates, double one)
    {
        var left = plates.ToList();
        left.Remove(one);
        return left;
    }

    private static string Said((double Metres, bool Box) piece, Tape tape) =>
        piece.Box ? $"the {tape.Length(piece.Metres)} box" : $"the {tape.Length(piece.Metres)} plate";

    /// <summary>The height nearest to what one of them wants that does, from what the others leave.</summary>
    private static IEnumerable<KitWayOut> OtherHeights(
        KitNeed who,
        KitNeed against,
        IReadOnlyCollection<KitNeed> holding,
        StudioKit kit
    )
    {
        var left = holding.Aggregate(kit, (k, h) => k.Without(h.Fit.Wanted));
        if (!left.HasHeights)
            yield break;
        var near = left.Heights()
            .Where(h => h.Metres > 0.03 && who.Fit.Does(h.Metres))
            .OrderBy(h => Math.Abs(h.Metres - who.Fit.Wanted.Metres))
            .ThenBy(h => h.Metres)
            .FirstOrDefault();
        if (near is null)
            yield break;
        yield return new(
            KitWayOutKind.OtherHeight,
            who.VisitId,
            who.Client,
            who.ExerciseId,
            near,
            $"{who.Client} takes {kit.Tape.Length(near.Metres)} ({near.Parts}) instead of {kit.Tape.Length(who.Fit.Wanted.Metres)}: {kit.Tape.Length(who.Fit.LowMetres)} to {kit.Tape.Length(who.Fit.HighMetres)} does, {who.Fit.Why}{who.Fit.Estimate}. {against.Client} keeps {kit.Tape.Length(against.Fit.Wanted.Metres)}."
        );
    }

    private static IEnumerable<KitWayOut> Turns(KitNeed who, IReadOnlyCollection<KitNeed> others, StudioKit kit)
    {
        if (who.Turned is not { } turned)
            yield break;
        var then = who with { From = turned.From, To = turned.To };
        if (Missing(kit, others.Where(o => o.VisitId != who.VisitId && o.Meets(then)), who.Fit.Wanted) is not null)
            yield break;
        yield return new(
            KitWayOutKind.TurnRound,
            who.VisitId,
            who.Client,
            who.ExerciseId,
            null,
            string.Create(
                CultureInfo.InvariantCulture,
                $"{who.Client} does what goes beside it first and comes to it at about {turned.From:HH:mm}."
            )
        );
    }
}
