using System.Security.Cryptography;
using System.Text;
using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;

namespace DeftStride.Core.Training.Running;

/// <summary>What the hour of a client consists of, before anybody taps: in order, with loads, rests, tempo and calls.</summary>
/// <param name="SessionId">Whose items they are.</param>
/// <param name="Today">What is true of the client today.</param>
/// <param name="Style">The settings of the house in force for today's exercise.</param>
public sealed record SessionPlan(Guid SessionId, Today Today, HouseStyle Style)
{
    /// <summary>Repetitions of a set that wakes and does not tire.</summary>
    public const int WarmUpAmount = 5;

    /// <summary>After a set that wakes, seconds.</summary>
    public const int WarmUpRest = 45;

    /// <summary>A longer rest is half as long again (a rule of this house), in steps of so many seconds.</summary>
    public const int RestStep = 15;

    /// <summary>Whether the record asks for longer rests.</summary>
    public bool LongRests { get; init; }

    /// <summary>Whether one set of each is left out, as in the last week of a block.</summary>
    public bool Lighter { get; init; }

    /// <summary>Whether what goes beside the main work comes before it.</summary>
    public bool Turned { get; init; }

    /// <summary>What goes beside the main work: as it is planned, else what was done last time.</summary>
    public IReadOnlyList<SessionItem> Beside { get; init; } = [];

    /// <summary>The items in order.</summary>
    /// <returns>None where nothing is trained today.</returns>
    public IReadOnlyList<SessionItem> Items()
    {
        if (Main() is not { } main)
            return [];
        var beside = Beside
            .Where(i => i.ExerciseId != main.ExerciseId || i.Place == SessionPlace.Technique)
            .Select(i => i with { Id = ItemId($"{i.Place}:{i.ExerciseId}"), RestSeconds = Rest(i.RestSeconds) })
            .DistinctBy(i => i.Id)
            .ToArray();
        IEnumerable<SessionItem> Of(params SessionPlace[] places) => beside.Where(i => places.Contains(i.Place));
        SessionItem[] work = [.. WarmUp(main) is { } easy ? [easy] : Array.Empty<SessionItem>(), main];
        return
        [
            .. Ranges(main),
            .. Of(SessionPlace.WarmUp),
            .. Turned ? [.. Of(SessionPlace.Accessory), .. work] : work.Concat(Of(SessionPlace.Accessory)),
            .. Of(SessionPlace.Technique),
        ];
    }

    /// <summary>Ranges that are due, both sides, before anything wakes or tires.</summary>
    private IEnumerable<SessionItem> Ranges(SessionItem main) =>
        Today
            .Due.Select(d => d.Test)
            .OfType<RangeTest>()
            .Distinct()
            .Select(test => new SessionItem(
                ItemId($"{SessionPlace.RangeTest}:{test}"),
                SessionPlace.RangeTest,
                main.ExerciseId,
                1,
                1,
                Load.None,
                0
            )
            {
                Range = test,
                First = new(BodySide.Left, FirstSideWhy.Either),
            });

    /// <summary>The main work of today as it is asked for.</summary>
    /// <returns>Null while nothing is trained.</returns>
    public SessionItem? Main() =>
        Today.Asked is not { } asked
            ? null
            : Styled(
                new SessionItem(
                    ItemId("main"),
                    SessionPlace.Main,
                    Today.Exercise.Id,
                    Lighter ? Math.Max(1, asked.Sets - 1) : asked.Sets,
                    asked.Amount,
                    asked.Load,
                    Rest(asked.Range.RestSeconds)
                )
                {
                    Held = asked.Range.Held,
                    Together = asked.Range.Together,
                    First = Today.First,
                    Tempo = Today.Tempo,
                    Cue = Today.Cue,
                },
                Today.Exercise
            );

    /// <summary>
    /// One easy set without a load before work that is more than learning. While a form is being learnt the first set is easy and
    /// fresh already, and a hold wakes by itself.
    /// </summary>
    private SessionItem? WarmUp(SessionItem main) =>
        Today.Asked is not { Range: { Held: false, Phase: not Phase.Learning } }
            ? null
            : main with
            {
                Id = ItemId("warm-up"),
                Place = SessionPlace.WarmUp,
                Sets = 1,
                Amount = Math.Min(WarmUpAmount, main.Amount),
                Load = Load.None,
                RestSeconds = Rest(WarmUpRest),
                Cue = null,
            };

    /// <summary>Two minutes of the same easy repetitions of today's exercise, sides in turn, with the breath called.</summary>
    /// <returns>Null where nothing is trained or it is held.</returns>
    public SessionItem? Technique() =>
        Main() is not { Held: false } main || Today.Exercise.Shape.Held
            ? null
            : main with
            {
                Id = ItemId($"{SessionPlace.Technique}:{main.ExerciseId}"),
                Place = SessionPlace.Technique,
                Sets = 1,
                Load = Load.None,
                ForSeconds = SessionItem.TechniqueBlock,
                Alternating = !main.Together,
                Tempo = main.Tempo ?? Tempo.Usual,
                Calls = main.Together
                    ? [new(TempoCall.Lower, BreathIn), new(TempoCall.Up, "breathe out")]
                    :
                    [
                        new(TempoCall.Lower, $"{{side}}, {BreathIn}"),
                        new(TempoCall.Up, "breathe out"),
                        new(TempoCall.Top, "change"),
                    ],
            };

    /// <summary>An exercise beside the main work, as its ladder asks for it.</summary>
    /// <param name="exercise">Which.</param>
    /// <param name="asked">What is asked for.</param>
    /// <param name="place">Where in the hour.</param>
    /// <param name="style">The settings in force for it.</param>
    /// <returns>With sets, tempo and rest, seconds, as they are asked for.</returns>
    public static SessionItem Asked(Exercise exercise, Prescription asked, SessionPlace place, HouseStyle style)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        ArgumentNullException.ThrowIfNull(asked);
        return Styled(
            new SessionItem(
                Guid.Empty,
                place,
                exercise.Id,
                asked.Sets,
                asked.Amount,
                asked.Load,
                asked.Range.RestSeconds
            )
            {
                Held = asked.Range.Held,
                Together = asked.Range.Together,
                Tempo = asked.Range.TempoFor(exercise),
            },
            exercise,
            style
        );
    }

    /// <summary>An exercise more as it is begun with: practised, without a load.</summary>
    /// <param name="exercise">Which.</param>
    /// <param name="style">The settings in force for it.</param>
    /// <param name="longRests">Whether the record asks for longer rests.</param>
    /// <returns>Without a load.</returns>
    public static SessionItem Extra(Exercise exercise, HouseStyle style, bool longRests)
    {
        ArgumentNullException.ThrowIfNull(exercise);
        var range = DoseRange.Practising with
        {
            Held = exercise.Shape.Held,
            Low = exercise.Shape.Held ? 20 : DoseRange.Practising.Low,
            High = exercise.Shape.Held ? 30 : DoseRange.Practising.High,
        };
        return Styled(
            new SessionItem(
                Guid.Empty,
                SessionPlace.Accessory,
                exercise.Id,
                range.SetsLow,
                range.Low,
                Load.None,
                longRests ? Longer(range.RestSeconds) : range.RestSeconds
            )
            {
                Held = range.Held,
                Together = exercise.Shape.Sided == false,
                Tempo = range.TempoFor(exercise),
            },
            exercise,
            style
        );
    }

    /// <summary>An item with what the settings call for: the rhythm of steps, and where a repetition begins.</summary>
    private SessionItem Styled(SessionItem item, Exercise exercise) => Styled(item, exercise, Style);

    private static SessionItem Styled(SessionItem item, Exercise exercise, HouseStyle style)
    {
        var up = item with { UpFirst = exercise.Shape.Box == BoxWay.Rises };
        return exercise.Rhythms.Count == 0
            ? up
            : up with
            {
                Alternating = style.Rhythm == "b",
                Calls = style.Rhythm switch
                {
                    "b" =>
                    [
                        new(TempoCall.Up, "{side} up"),
                        new(TempoCall.Top, "{other} knee high"),
                        new(TempoCall.Lower, "down"),
                        new(TempoCall.Pause, "change"),
                    ],
                    "c" =>
                    [
                        new(TempoCall.Up, "{side} up, {other} up"),
                        new(TempoCall.Top, "feet meet"),
                        new(TempoCall.Lower, "{side} down"),
                        new(TempoCall.Pause, "{other} down"),
                    ],
                    _ =>
                    [
                        new(TempoCall.Up, "{side} drives"),
                        new(TempoCall.Top, "{other} knee high"),
                        new(TempoCall.Lower, "{other} down"),
                        new(TempoCall.Pause, "{side} stays on"),
                    ],
                },
            };
    }

    private string BreathIn => char.ToLowerInvariant(Style.BreathWords[0]) + Style.BreathWords[1..];

    private int Rest(int seconds) => LongRests ? Longer(seconds) : seconds;

    private static int Longer(int seconds) => (int)(Math.Ceiling(seconds * 1.5 / RestStep) * RestStep);

    /// <summary>The same item has the same id wherever it is worked out, before anything is kept.</summary>
    private Guid ItemId(string what) =>
        new(SHA256.HashData([.. SessionId.ToByteArray(), .. Encoding.UTF8.GetBytes(what)]).AsSpan(0, 16));
}
