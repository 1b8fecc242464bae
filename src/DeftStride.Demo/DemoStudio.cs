using DeftStride.Core.Bodies;
using DeftStride.Core.Deciding;
using DeftStride.Core.Dosing;
using DeftStride.Core.Exercises;
using DeftStride.Core.Judging;
using DeftStride.Core.Ladders;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Setup;
using DeftStride.Core.Training.Planning;
using DeftStride.Data;
using DeftStride.Data.Films;
using DeftStride.Data.Kept;
using DeftStride.Data.Pictures;
using DeftStride.Data.Records;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Decisions;
using DeftStride.Studio.Films;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Logs;
using DeftStride.Studio.Looks;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Today;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Work;
using Microsoft.EntityFrameworkCore;

namespace DeftStride.Demo;

/// <summary>
/// Fills an empty studio with made-up people: path wardens of Quillhaven and some of its townspeople. Everything goes
/// through the same recorders as a coach's own work, so that nothing in the demo could not have been entered by hand.
/// </summary>
internal sealed class DemoStudio(
    StudioContext db,
    StudioScope scope,
    PictureFolder folder,
    FilmFolder filmFolder,
    WriteTurns turns,
    TimeProvider real
)
{
    private const string ExerciseId = "split-squat-to-pad";
    private readonly DemoClock _clock = new();
    private readonly Random _hand = new(20);
    private readonly Dictionary<string, Guid> _clients = [];
    private readonly DemoClips _demoClips = new();
    private Figures _figures = null!;
    private ClipRecorder _clips = null!;
    private FilmShelf _films = null!;
    private FactWriter _facts = null!;
    private PictureShelf _shelf = null!;
    private CheckBook _book = null!;
    private CheckRecorder _recorder = null!;
    private TrialRecorder _trials = null!;
    private DecisionRecorder _decided = null!;
    private DecisionBook _decisions = null!;

    private sealed record Person(
        string Key,
        string Name,
        string Goal,
        double StatureCm,
        double MassKg,
        TrainingAge Trained,
        Goal[] Goals,
        SchoolCode? School = null,
        double? LeftAnkle = null,
        double? RightAnkle = null,
        double Wedge = 0,
        KeptSitePain[]? Pains = null,
        string Bothers = ""
    );

    /// <summary>A trial of a session: which correction, the picture after it, and the pain then.</summary>
    private sealed record Try(string Correction, string Picture, KeptPain? Pain = null);

    /// <summary>What a session looked at besides the two side views, and what the coach saw to be wrong; the rest of the key checks were seen to be fine.</summary>
    private sealed record Looked(
        string ExerciseId,
        string[] Pictures,
        KeptSeen[] Wrong,
        KeptFelt? Felt = null,
        int? Effort = null,
        string? Remark = null
    )
    {
        /// <summary>Clips that it was read from.</summary>
        public string[] Clips { get; init; } = [];

        public static Looked Split(params string[] more) => new(DemoStudio.ExerciseId, more, []);
    }

    private static readonly Person[] People =
    [
        new(
            "bram",
            "Bram Hartnell",
            "Carry a loaded pack up the Long Stair without thinking about it",
            188,
            92,
            TrainingAge.Years,
            [Goal.Strength]
        ),
        new(
            "maren",
            "Maren Oakhollow",
            "First season as a path warden",
            168,
            63,
            TrainingAge.New,
            [Goal.HillsAndStairs]
        ),
        new(
            "dov",
            "Dov Tarrant",
            "Stone steps all day, left knee sore behind",
            182,
            84,
            TrainingAge.Months,
            [Goal.HillsAndStairs, Goal.Strength],
            Pains: [new(BodySide.Left, LegRole.Rear, PainSite.KneeFront, 3)],
            Bothers: "The left knee grumbles when that leg is behind me."
        ),
        new(
            "sunniva",
            "Sunniva Reed",
            "Back to hill walking",
            166,
            66,
            TrainingAge.Months,
            [Goal.Return],
            Bothers: "I don't trust the leg on loose stones."
        ),
        new(
            "petra",
            "Petra Lowmoor",
            "Fell runner, wants more from the climb",
            171,
            57,
            TrainingAge.Years,
            [Goal.Running],
            SchoolCode.Inclined
        ),
        new(
            "corin",
            "Corin Vale",
            "Deeper steps, stiff ankles",
            175,
            79,
            TrainingAge.Months,
            [Goal.FrontThigh],
            SchoolCode.KneeForward,
            24,
            26,
            10
        ),
        new("ilse", "Ilse Branwick", "Steady hips on the way down", 162, 58, TrainingAge.Months, [Goal.PelvicControl]),
        new("odell", "Odell Marsh", "Starting again after the winter", 177, 81, TrainingAge.Years, [Goal.Return]),
    ];

    /// <summary>Fills the studio when it is empty.</summary>
    /// <summary>Somebody of the studio who comes in by one tap.</summary>
    private static PersonRecord WayIn(CoachRecord coach, Role role, DateTimeOffset now) =>
        new()
        {
            Id = Guid.CreateVersion7(now),
            StudioId = coach.StudioId,
            CoachId = coach.Id,
            UserName = coach.Name,
            NormalizedUserName = coach.Name.ToUpperInvariant(),
            Role = role,
            Pictures = role != Role.Assistant,
            MadeUp = true,
            CreatedAt = now,
            SecurityStamp = coach.Id.ToString("N"),
        };

    public async Task SeedAsync(CancellationToken stop)
    {
        if (await db.Clients.AnyAsync(stop))
            return;
        var studio = await scope.StudioAsync(stop);
        studio.Name = "Stairfoot Studio";
        studio.Settings = KeptStudioChoices.Kept.Write(
            new KeptStudioChoices(new KeptChoices(new() { ["devices"] = "simulated" }, [], []), [], [], "112")
        );
        studio.Kit = KeptKit.Kept.Write(
            new KeptKit(
                [30, 40, 45],
                [2, 2, 5],
                [2, 5],
                [5, 10, 15],
                25,
                Tape.Centimetres,
                [Gear.Dowel, Gear.Band, Gear.Wedge, Gear.Block, Gear.Support, Gear.Scales, Gear.Weight, Gear.Tape],
                [4, 6, 8, 8, 12, 12, 16, 20, 24]
            )
        );
        scope.ActAt(_clock);
        _figures = new Figures();
        _facts = new FactWriter(db, scope);
        _shelf = new PictureShelf(db, scope, _facts, folder, turns);
        _clips = new ClipRecorder(db, scope, _facts);
        _films = new FilmShelf(db, scope, _facts, filmFolder, new FilmBook(db, scope), turns);
        var shelf = new LadderShelf(db);
        var (conditions, setups, pictures) = (new ConditionShelf(db), new SetupShelf(db), new OwnPictures(db));
        var (ladders, experience) = (new LadderBook(db, scope, shelf, conditions), new StudioExperience());
        _book = new CheckBook(db, scope, setups);
        var trials = new TrialBook(db, scope, experience);
        var corrections = new CorrectionBook(db, scope, trials, shelf, setups);
        _decisions = new DecisionBook(db, scope, corrections, trials, ladders, shelf, new PainBook(db), conditions);
        _recorder = new CheckRecorder(db, scope, _facts, _book, new ConditionGuard(scope, shelf, conditions), pictures);
        _trials = new TrialRecorder(db, scope, _facts, _book, pictures, experience);
        _decided = new DecisionRecorder(db, scope, _facts, _book, _decisions);

        var now = real.GetUtcNow();
        _clock.Now = now.AddDays(-80);
        var wren = await db.Coaches.OrderBy(c => c.CreatedAt).FirstAsync(stop);
        wren.Name = "Wren Ashdown";
        // A studio that has people of its own keeps to them.
        var empty = !await db.People.AnyAsync(stop);
        if (empty)
            db.Add(WayIn(wren, Role.Owner, now));
        foreach (var (name, role) in new[] { ("Tobin Marl", Role.Coach), ("Pim Harrowgate", Role.Assistant) })
        {
            var other = new CoachRecord
            {
                Id = Guid.CreateVersion7(_clock.Now),
                StudioId = studio.Id,
                Name = name,
                CreatedAt = now,
                ChangedBy = wren.Id,
            };
            db.Add(other);
            if (empty)
                db.Add(WayIn(other, role, now));
        }

        scope.ActAs(wren.Id);
        foreach (var person in People)
        {
            var client = new ClientRecord
            {
                Id = Guid.CreateVersion7(_clock.Now),
                StudioId = studio.Id,
                Name = person.Name,
                Goal = person.Goal,
                School = person.School,
                LeftAnkleDegrees = person.LeftAnkle,
                RightAnkleDegrees = person.RightAnkle,
                HeelWedgeDegrees = person.Wedge,
                Intake = KeptIntake.Kept.Write(
                    KeptIntake.Empty with
                    {
                        Goals = person.Goals,
                        TrainingAge = person.Trained,
                        StatureCm = person.StatureCm,
                        MassKg = person.MassKg,
                        Pains = person.Pains ?? [],
                        Bothers = person.Bothers,
                        LeftFoot = FootType.Neutral,
                        RightFoot = FootType.Neutral,
                        Knees = KneeShape.Straight,
                    }
                ),
                PictureConsentAt = _clock.Now,
                CreatedAt = _clock.Now,
            };
            db.Add(client);
            _clients[person.Key] = client.Id;
        }

        // A wedge whose day has come, and a change that became part of the set-up.
        await GiveAsync(
            "corin",
            KeptClientChoices.None() with
            {
                Props = [new KeptProp("ss-wedge", Day(now.AddDays(-1)))],
            },
            stop
        );
        await GiveAsync(
            "dov",
            KeptClientChoices.None() with
            {
                Changes =
                [
                    new KeptChange("wb-closer", Day(now.AddDays(-19))),
                    new KeptChange("wb-shift", Day(now.AddDays(-12))),
                ],
            },
            stop
        );
        await db.SaveChangesAsync(stop);
        await BodiesAsync(stop);
        await OnTheBoxAsync(stop);
        await HistoryAsync(now, stop);
        var pains = new PainBook(db);
        await PlansAsync(
            now,
            new PlanRecorder(
                db,
                scope,
                new PlanBook(db, scope, new TodayBook(db, shelf, pains, conditions), shelf, ladders)
            ),
            new LogRecorder(db, scope, ladders, shelf, _facts, new ConditionGuard(scope, shelf, conditions), pains),
            stop
        );
        _clock.Now = now;
        await VisitsAsync(now, stop);
    }

    private static DateOnly Day(DateTimeOffset at) => DateOnly.FromDateTime(at.UtcDateTime);

    private async Task GiveAsync(string key, KeptClientChoices choices, CancellationToken stop)
    {
        await db.SaveChangesAsync(stop);
        var client = await scope.ClientAsync(_clients[key], stop);
        client.Settings = KeptClientChoices.Kept.Write(choices);
    }

    /// <summary>Ankles that were measured, and the set-up of the split squat that everybody was given.</summary>
    private async Task BodiesAsync(CancellationToken stop)
    {
        var kit = ChoicesInForce.Kit(await scope.StudioAsync(stop));
        foreach (var person in People)
        {
            KeptRangeUsed[] Ranges(double? ankle) => ankle is { } bend ? [new(RangeTest.AnkleBend, bend)] : [];
            foreach (
                var (side, ankle) in new[] { (BodySide.Left, person.LeftAnkle), (BodySide.Right, person.RightAnkle) }
            )
            {
                if (ankle is not { } bend)
                    continue;
                var measured = new KeptRange(
                    Guid.CreateVersion7(_clock.Now),
                    _clients[person.Key],
                    RangeTest.AnkleBend,
                    side,
                    bend,
                    null,
                    null
                );
                await _facts.AddAsync(
                    new RangeFact
                    {
                        Id = measured.Id,
                        ClientId = measured.ClientId,
                        Test = measured.Test,
                        Side = side,
                        Degrees = bend,
                    },
                    measured,
                    stop
                );
            }

            var school = person.School ?? SchoolCode.VerticalShin;
            var (body, front, rear) = (
                new KeptBody(person.StatureCm, person.MassKg, null, null, null),
                Ranges(person.LeftAnkle),
                Ranges(person.RightAnkle)
            );
            var stance = KeptStance.Of(
                SetupPlanner.Start(
                    body.ToCore()!,
                    school,
                    SplitForm.ToPad,
                    KeptRangeUsed.ToCore(front),
                    KeptRangeUsed.ToCore(rear),
                    kit.ToCore()
                )
            );
            if (person.Wedge > 0)
                stance = stance with
                {
                    WedgeDegrees = person.Wedge,
                    ShinDegrees = stance.ShinDegrees + person.Wedge - 2,
                };
            await SetupRecorder.KeepAsync(
                _facts,
                new KeptSetup(
                    Guid.CreateVersion7(_clock.Now),
                    _clients[person.Key],
                    ExerciseId,
                    school,
                    BodySide.Left,
                    new KeptSplit(
                        body,
                        front,
                        rear,
                        KeptKitUsed.Of(kit),
                        stance,
                        null,
                        new KeptLoad(LoadPosition.None, 0)
                    )
                ),
                stop
            );
        }
    }

    private async Task HistoryAsync(DateTimeOffset now, CancellationToken stop)
    {
        var none = new KeptPain(0, null, null);
        KeptPain Rear(int score) => new(score, BodySide.Left, LegRole.Rear, PainSite.KneeFront, PainKind.JointOrTendon);
        var learning = new KeptRepetitions(5, 5, 3);
        var clean = new KeptRepetitions(8, 8, 8);

        // Filmed, so that it can be seen how it moves; after three weeks it is due to be filmed again.
        await SessionAsync(
            "maren",
            now.AddDays(-22),
            new Looked(ExerciseId, [], []) { Clips = ["maren-side-left", "maren-side-right"] },
            none,
            [new("sb-gatepost", "maren-1-r")],
            none,
            learning,
            stop
        );
        // Her right side would begin a rung lower; the coach keeps both on the pad, where the target is the same every time.
        var onThePad = new KeptStand(
            Guid.CreateVersion7(_clock.Now),
            _clients["maren"],
            "split-stance",
            "ss-pad",
            [BodySide.Right],
            false,
            "Learns it better with the pad as a target"
        );
        await _facts.AddAsync(
            new RungFact
            {
                Id = onThePad.Id,
                ClientId = onThePad.ClientId,
                LadderId = onThePad.LadderId,
                RungId = onThePad.RungId,
                Side = BodySide.Right,
                Kind = MoveKind.ByCoach,
                Judged = KeptStep.Kept.Write(
                    new KeptStep("Put on “To pad” by the coach.", null, null, onThePad.Reason, [])
                ),
            },
            onThePad,
            stop
        );
        await SessionAsync(
            "maren",
            2,
            now.AddDays(-15),
            none,
            [new("sb-gatepost", "maren-2c-r")],
            none,
            learning,
            stop
        );
        await SessionAsync(
            "maren",
            3,
            now.AddDays(-8),
            none,
            [new("sb-dowel", "maren-3c-r")],
            none,
            new(5, 5, 4),
            stop
        );
        await LooseAsync(
            "maren",
            now.AddMinutes(-12),
            stop,
            "maren-4-l",
            "maren-4-r",
            "maren-front-l",
            "maren-front-r",
            "maren-front0-l",
            "maren-front0-r",
            "maren-4c-r"
        );

        await SessionAsync(
            "dov",
            1,
            now.AddDays(-19),
            Rear(4),
            [new("wb-closer", "dov-1c-l", Rear(2))],
            Rear(1),
            new(6, 6, 4),
            stop
        );
        await SessionAsync("dov", 2, now.AddDays(-12), Rear(2), [], Rear(2), new(6, 6, 6), stop);
        await SessionAsync("dov", 3, now.AddDays(-5), Rear(3), [], Rear(3), new(8, 6, 6), stop);

        await SessionAsync("ilse", 1, now.AddDays(-16), none, [], none, new(8, 8, 7), stop);
        await SessionAsync("ilse", 2, now.AddDays(-9), none, [], none, null, stop);
        await FormAsync("ilse", "band", "half-kneeling-band", now.AddDays(-5), stop);
        string[] taps = [.. Taps("l"), .. Taps("r")];
        await SessionAsync(
            "ilse",
            now.AddDays(-2),
            new Looked("step-down-tap", taps, [], new KeptFelt(false, "low back, left"), 5),
            none,
            [],
            none,
            new(8, 8, 6),
            stop
        );

        await SessionAsync("corin", 1, now.AddDays(-21), none, [new("ss-laces", "corin-1c-l")], none, learning, stop);
        await SessionAsync("corin", 2, now.AddDays(-14), none, [], none, new(6, 6, 5), stop);
        await SessionAsync("corin", 3, now.AddDays(-7), none, [], none, new(6, 6, 5), stop);

        await SessionAsync("petra", 1, now.AddDays(-21), none, [], none, learning, stop);
        await SessionAsync("petra", 2, now.AddDays(-14), none, [], none, new(6, 6, 5), stop);
        await FormAsync("petra", "lunge", "reverse-lunge", now.AddDays(-11), stop);
        await FormAsync("petra", "curtsy", "crossing-behind", now.AddDays(-9), stop);
        await SessionAsync("petra", 3, now.AddDays(-4), none, [], none, clean, stop);

        await SessionAsync("sunniva", 1, now.AddDays(-10), none, [], none, new(5, 5, 4), stop);
        _clock.Now = now.AddDays(-3);
        var flag = new KeptFlag(
            Guid.CreateVersion7(_clock.Now),
            _clients["sunniva"],
            "giving-way",
            "Left knee gave way on the harbour steps"
        );
        await _facts.AddAsync(
            new FlagFact
            {
                Id = flag.Id,
                ClientId = flag.ClientId,
                SignId = flag.SignId,
                Note = flag.Note!,
            },
            flag,
            stop
        );

        await FormAsync("odell", "kneel", "half-kneeling-hold", now.AddDays(-78), stop);
        await SessionAsync("odell", 1, now.AddDays(-75), none, [], none, clean, stop);

        // The same knee falls in for three people, for three reasons; seen by eye and not decided yet.
        await KneeInAsync("petra", now.AddHours(-26), stop);
        await KneeInAsync(
            "corin",
            now.AddHours(-25),
            stop,
            new KeptSeen("inner-ankle", BodySide.Left, BandSide.Beyond, null)
        );
        await KneeInAsync(
            "odell",
            now.AddHours(-24),
            stop,
            new KeptSeen("foot-ahead", BodySide.Left, BandSide.Beyond, null)
        );

        // Bram from his first screen to the third rung: on the floor, to the pad, loaded. The coach only tapped what was seen.
        foreach (
            var (days, exercise) in new[]
            {
                (66, "split-squat-from-floor"),
                (63, "split-squat-from-floor"),
                (59, "split-squat-from-floor"),
                (56, ExerciseId),
                (52, ExerciseId),
                (49, ExerciseId),
                (45, ExerciseId),
                (42, ExerciseId),
                (38, ExerciseId),
                (34, ExerciseId),
                (27, ExerciseId),
            }
        )
            await SeenAsync("bram", now.AddDays(-days), exercise, 6 + (days % 2), stop);
        await FormAsync("bram", "slide", "rear-toe-tap", now.AddDays(-20), stop);
        await SessionAsync("bram", 1, now.AddDays(-14), none, [], none, new(8, 8, 6), stop);
        await SessionAsync("bram", 2, now.AddDays(-7), none, [], none, clean, stop);
        await SessionAsync(
            "bram",
            3,
            now.AddMinutes(-25),
            none,
            [],
            none,
            clean,
            stop,
            Looked.Split("bram-front-l", "bram-front0-l", "bram-front-r", "bram-front0-r") with
            {
                Felt = new KeptFelt(true, ""),
                Effort = 6,
                Remark = "The right side always feels a little further away.",
            }
        );
    }

    /// <summary>A session that the coach saw to be fine, with its sets as they were asked for; what is recommended is done.</summary>
    private async Task SeenAsync(string key, DateTimeOffset at, string exercise, int effort, CancellationToken stop)
    {
        _clock.Now = at;
        var client = await scope.ClientAsync(_clients[key], stop);
        var core = (await _book.StandardForAsync(client, Exercise.Find(exercise)!, null, stop)).ToCore();
        KeptSeen[] fine = [.. Fine(core)];
        var none = new KeptPain(0, null, null);
        var check = new KeptCheck(
            Guid.CreateVersion7(at),
            client.Id,
            exercise,
            null,
            [],
            fine,
            [],
            new KeptFelt(true, ""),
            null,
            none,
            null,
            null
        );
        await _recorder.KeepAsync(check, stop);
        _clock.Now += TimeSpan.FromMinutes(12);
        var judged = await _book.LoadAsync(check.Id, stop);
        var asked = (await _decisions.FactsAsync(judged, null, null, null, stop)).Spot!.Asked;
        var all = asked.Sets * asked.Amount;
        var log = new KeptDone(
            null,
            new KeptEvenSets(asked.Sets, asked.Amount, all, all - 1, asked.Load.Kilograms, asked.Load.Position, 0),
            effort,
            none,
            0,
            null
        );
        await DecideAsync(judged, null, log, stop);
    }

    /// <summary>A look at another form with one still of each side; what no picture shows the coach answered by eye or tape. Looked at, and left at that.</summary>
    private async Task FormAsync(string key, string form, string exercise, DateTimeOffset at, CancellationToken stop)
    {
        _clock.Now = at;
        KeptStill[] stills =
        [
            await StillAsync(key, $"{key}-{form}-l", stop),
            await StillAsync(key, $"{key}-{form}-r", stop),
        ];
        var client = await scope.ClientAsync(_clients[key], stop);
        var standard = await _book.StandardForAsync(client, Exercise.Find(exercise)!, null, stop);
        var core = standard.ToCore();
        KeptStated[] taped =
        [
            .. core
                .MustPass.Where(b => b.Measure is { JudgedBySides: true, CleanNumber: not null })
                .SelectMany(b =>
                    new[]
                    {
                        new KeptStated(b.Measure.Id, BodySide.Left, b.Measure.CleanNumber!.Value, AnswerSource.Tape),
                        new KeptStated(
                            b.Measure.Id,
                            BodySide.Right,
                            b.Measure.CleanNumber!.Value - 2,
                            AnswerSource.Tape
                        ),
                    }
                ),
        ];
        var read = LookReading.Read(stills, [], taped, core, standard.Context(core), []);
        await _recorder.KeepAsync(
            new KeptCheck(
                Guid.CreateVersion7(at),
                client.Id,
                exercise,
                null,
                stills,
                [
                    .. read
                        .Missing.Select(m => (m.Measure.Id, m.Side))
                        .Concat(
                            read.MustPass.Where(r => r.Verdict == Verdict.TooCloseToCall)
                                .Select(r => (r.Measure.Id, r.Side))
                        )
                        .Distinct()
                        .Select(o => new KeptSeen(o.Id, o.Side, BandSide.Within, null)),
                ],
                taped,
                null,
                4,
                new KeptPain(0, null, null),
                null,
                null
            ),
            stop
        );
    }

    private async Task KneeInAsync(string key, DateTimeOffset at, CancellationToken stop, params KeptSeen[] also)
    {
        _clock.Now = at;
        const string exercise = "one-leg-half-depth";
        var client = await scope.ClientAsync(_clients[key], stop);
        var core = (await _book.StandardForAsync(client, Exercise.Find(exercise)!, null, stop)).ToCore();
        KeptSeen[] wrong = [new("knee-offset", BodySide.Left, BandSide.Beyond, null), .. also];
        KeptSeen[] fine = [.. Fine(core).Where(s => !wrong.Any(w => w.MeasureId == s.MeasureId && w.Side == s.Side))];
        await _recorder.KeepAsync(
            new KeptCheck(
                Guid.CreateVersion7(at),
                client.Id,
                exercise,
                null,
                [],
                [.. wrong, .. fine],
                [],
                null,
                null,
                new KeptPain(0, null, null),
                null,
                null
            ),
            stop
        );
    }

    /// <summary>Ilse's step-down from the side and at three moments from the front.</summary>
    private static string[] Taps(string side) =>
        [
            $"ilse-tap-side-bottom-{side}",
            $"ilse-tap-front-start-{side}",
            $"ilse-tap-front-firstseen-{side}",
            $"ilse-tap-front-bottom-{side}",
        ];

    private Task SessionAsync(
        string key,
        int session,
        DateTimeOffset at,
        KeptPain before,
        Try[] tries,
        KeptPain after,
        KeptRepetitions? repetitions,
        CancellationToken stop,
        Looked? looked = null
    )
    {
        var more = looked ?? Looked.Split();
        return SessionAsync(
            key,
            at,
            more with
            {
                Pictures = [$"{key}-{session}-l", $"{key}-{session}-r", .. more.Pictures],
            },
            before,
            tries,
            after,
            repetitions,
            stop
        );
    }

    private readonly Dictionary<(string Client, string Exercise), int> _lastPain = [];

    private async Task SessionAsync(
        string key,
        DateTimeOffset at,
        Looked looked,
        KeptPain before,
        Try[] tries,
        KeptPain after,
        KeptRepetitions? repetitions,
        CancellationToken stop
    )
    {
        _clock.Now = at;
        var stills = new List<KeptStill>();
        foreach (var name in looked.Pictures)
            stills.Add(await StillAsync(key, name, stop));
        var client = await scope.ClientAsync(_clients[key], stop);
        var standard = await _book.StandardForAsync(client, Exercise.Find(looked.ExerciseId)!, null, stop);
        var core = standard.ToCore();
        var movements = new List<KeptMovement>();
        foreach (var clip in looked.Clips)
            movements.Add(await ClipAsync(key, clip, looked.ExerciseId, core, standard.Context(core), stills, stop));
        KeptStated[] stated = core.Of("descent") is { MustPass: true }
            ?
            [
                new("descent", BodySide.Left, 2.8, AnswerSource.Clock),
                new("descent", BodySide.Right, 2.9, AnswerSource.Clock),
            ]
            : [];
        // What the pictures leave open, or cannot call from one repetition, the coach answered by eye.
        var first = LookReading.Read(stills, looked.Wrong, stated, core, standard.Context(core), movements);
        var open = first
            .Missing.Select(m => (m.Measure.Id, m.Side))
            .Concat(
                first
                    .MustPass.Where(r => r.Verdict == Verdict.TooCloseToCall && r.Measure.Id != "front-shin")
                    .Select(r => (r.Measure.Id, r.Side))
            )
            .Where(o => stills.Any(s => s.Side == o.Side));
        KeptSeen[] seen = [.. looked.Wrong, .. open.Select(o => new KeptSeen(o.Id, o.Side, BandSide.Within, null))];
        var check = new KeptCheck(
            Guid.CreateVersion7(at),
            client.Id,
            looked.ExerciseId,
            null,
            stills,
            seen,
            stated,
            looked.Felt,
            looked.Effort,
            before,
            // Asked at every visit but the first: no morning was worse than the evening before.
            _lastPain.TryGetValue((key, looked.ExerciseId), out var evening)
                ? evening
                : null,
            Remark: looked.Remark,
            Movements: movements is [] ? null : movements
        );
        _lastPain[(key, looked.ExerciseId)] = after.Score;
        await _recorder.KeepAsync(check, stop);
        foreach (var attempt in tries)
        {
            _clock.Now += TimeSpan.FromMinutes(2);
            var again = await StillAsync(key, attempt.Picture, stop);
            await _trials.KeepAsync(
                new KeptTrial(
                    Guid.CreateVersion7(_clock.Now),
                    check.Id,
                    attempt.Correction,
                    again.Side,
                    [again],
                    [],
                    null,
                    attempt.Pain,
                    null
                ),
                stop
            );
        }

        _clock.Now += TimeSpan.FromMinutes(4);
        var judged = await _book.LoadAsync(check.Id, stop);
        var log = repetitions is null
            ? null
            : LogOf(
                repetitions,
                (await _decisions.FactsAsync(judged, null, null, null, stop)).Spot?.Asked
                    ?? new Prescription(DoseRange.Practising, 3, 5, Load.None),
                looked.Effort
            );
        await DecideAsync(judged, after, log, stop);
    }

    /// <summary>What is recommended is done.</summary>
    private async Task DecideAsync(JudgedCheck check, KeptPain? after, KeptDone? log, CancellationToken stop)
    {
        var said = DecisionRule.Decide((await _decisions.FactsAsync(check, after?.ToCore(), null, log, stop)).Facts);
        await _decided.KeepAsync(
            new KeptDecision(
                Guid.CreateVersion7(_clock.Now),
                check.Fact.Id,
                after,
                null,
                said.RuleId,
                said.Outcome,
                said.Outcome,
                null,
                null,
                log
            ),
            stop
        );
    }

    /// <summary>Everything that must pass, seen to be fine on both sides.</summary>
    private static IEnumerable<KeptSeen> Fine(CheckStandard standard) =>
        standard.MustPass.SelectMany(b =>
            new[] { BodySide.Left, BodySide.Right }.Select(s => new KeptSeen(b.Measure.Id, s, BandSide.Within, null))
        );

    /// <summary>What was asked for, done and clean in the shares that the story gives.</summary>
    private static KeptDone LogOf(KeptRepetitions share, Prescription asked, int? effort)
    {
        var amount = share.Done < share.Prescribed ? asked.Amount - 1 : asked.Amount;
        var clean = asked.Sets * amount * share.Clean / share.Done;
        return new KeptDone(
            null,
            new KeptEvenSets(asked.Sets, amount, clean, clean, asked.Load.Kilograms, asked.Load.Position, 0),
            effort ?? 7,
            null,
            null,
            null
        );
    }

    /// <summary>Pictures taken and not marked yet, so that a first look can be tried without a camera.</summary>
    private async Task LooseAsync(string key, DateTimeOffset at, CancellationToken stop, params string[] names)
    {
        foreach (var (name, i) in names.Select((n, i) => (n, i)))
        {
            _clock.Now = at.AddMinutes(i);
            await PictureAsync(key, name, stop);
        }
    }

    private async Task<KeptStill> StillAsync(string key, string name, CancellationToken stop) =>
        _figures.Marked(name, await PictureAsync(key, name, stop), _hand);

    /// <summary>Keeps a clip with its film and the pictures of its moments; what moves in it goes into the look.</summary>
    private async Task<KeptMovement> ClipAsync(
        string key,
        string name,
        string exercise,
        CheckStandard standard,
        ReadingContext context,
        List<KeptStill> stills,
        CancellationToken stop
    )
    {
        var (id, client) = (Guid.CreateVersion7(_clock.Now), _clients[key]);
        var read = _demoClips.Read(
            name,
            id,
            client,
            exercise,
            standard,
            context,
            () => Guid.CreateVersion7(_clock.Now)
        );
        await _films.KeepAsync(await _clips.AddAsync(read.Clip, stop), read.Film, stop);
        foreach (var (still, picture) in read.Stills)
        {
            await _shelf.KeepAsync(
                still.PictureId,
                client,
                picture,
                new KeptUpload(client, $"{name} {still.Clip!.Seconds}"),
                new(still.Side, still.View, still.Moment),
                stop
            );
            stills.Add(still);
        }

        return read.Movement;
    }

    private async Task<Guid> PictureAsync(string key, string name, CancellationToken stop)
    {
        var id = Guid.CreateVersion7(_clock.Now);
        var truth = _figures.Truth(name);
        await _shelf.KeepAsync(
            id,
            _clients[key],
            _figures.Picture(name),
            new KeptUpload(_clients[key], name),
            new(truth.Front, truth.View, truth.Moment),
            stop
        );
        return id;
    }

    private static readonly string[] Times = ["08:15", "09:15", "10:00", "11:00", "14:30", "16:00"];

    /// <summary>Two wardens do step-ups beside their split squats; for both the 40 cm box was laid out.</summary>
    private async Task OnTheBoxAsync(CancellationToken stop)
    {
        var kit = ChoicesInForce.Kit(await scope.StudioAsync(stop));
        foreach (var person in People.Where(p => p.Key is "bram" or "dov"))
        {
            var stand = new KeptStand(
                Guid.CreateVersion7(_clock.Now),
                _clients[person.Key],
                "step",
                "st-up",
                [BodySide.Left, BodySide.Right],
                false,
                "Climbs stone steps all day"
            );
            foreach (var side in stand.Sides)
                await _facts.AddAsync(
                    new RungFact
                    {
                        Id = side == BodySide.Left ? stand.Id : Guid.CreateVersion7(_clock.Now),
                        ClientId = stand.ClientId,
                        LadderId = stand.LadderId,
                        RungId = stand.RungId,
                        Side = side,
                        Kind = MoveKind.ByCoach,
                        Judged = KeptStep.Kept.Write(
                            new KeptStep("Put on “Step-up” by the coach.", null, null, stand.Reason, [])
                        ),
                    },
                    stand,
                    stop
                );
            await SetupRecorder.KeepAsync(
                _facts,
                new KeptSetup(
                    Guid.CreateVersion7(_clock.Now),
                    _clients[person.Key],
                    "step-up",
                    SchoolCode.VerticalShin,
                    BodySide.Left,
                    null,
                    new KeptStepUsed(
                        new KeptBody(person.StatureCm, person.MassKg, null, null, null),
                        [],
                        KeptKitUsed.Of(kit),
                        40,
                        null,
                        null,
                        10
                    )
                ),
                stop
            );
        }
    }

    /// <summary>
    /// Blocks that have run for two weeks, twice a week each: Bram’s and Dov’s meet at the box in four days, and one of Corin’s visits
    /// was missed.
    /// </summary>
    private async Task PlansAsync(DateTimeOffset now, PlanRecorder plans, LogRecorder logs, CancellationToken stop)
    {
        var (_, _, zone) = await scope.DayAsync(stop);
        var today = TimeZoneInfo.ConvertTime(now, zone).Date;
        foreach (
            var (key, days, missed) in new (string, (int From, string At)[], int?)[]
            {
                ("bram", [(-14, Times[0]), (-10, "17:00")], null),
                ("dov", [(-12, "11:30"), (-10, "17:00")], null),
                ("corin", [(-14, Times[5]), (-10, "15:30")], -3),
            }
        )
        {
            var first = today.AddDays(days[0].From);
            _clock.Now = StudioScope.Instant(first.AddHours(7), zone);
            var client = await scope.ClientAsync(_clients[key], stop);
            var plan = await plans.MakeAsync(
                Guid.CreateVersion7(_clock.Now),
                client,
                new Block(
                    DateOnly.FromDateTime(first),
                    Block.UsualWeeks,
                    [
                        .. days.Select(d => new PlanDay(
                            today.AddDays(d.From).DayOfWeek,
                            TimeOnly.ParseExact(d.At, "HH:mm")
                        )),
                    ]
                )
                {
                    Own = new Dictionary<Slot, string>
                    {
                        [Slot.HorizontalPush] = "press-up on the bar",
                        [Slot.HorizontalPull] = "row with a bell",
                    },
                },
                stop
            );
            plan.CreatedAt = _clock.Now;
            db.Add(plan);
            await db.SaveChangesAsync(stop);
            // Their second day of the week is new: it was taken out of the weeks that are over.
            if (key != "corin")
            {
                var until = StudioScope.Instant(today, zone);
                var second = (
                    await db.Sessions.Where(s => s.PlanId == plan.Id && s.StartsAt < until).ToListAsync(stop)
                ).Where(s => TimeZoneInfo.ConvertTime(s.StartsAt, zone).DayOfWeek != first.DayOfWeek);
                db.RemoveRange(second);
                await db.SaveChangesAsync(stop);
            }

            // What went beside the main lift was logged set by set; on days without a look nothing else was done.
            for (var at = days.Min(d => d.From); at < 0; at++)
            {
                if (at == missed || days.Take(key == "corin" ? 2 : 1).All(d => (at - d.From) % 7 != 0))
                    continue;
                var begins = days.First(d => (at - d.From) % 7 == 0).At;
                _clock.Now = StudioScope.Instant(
                    today.AddDays(at) + TimeOnly.ParseExact(begins, "HH:mm").ToTimeSpan() + TimeSpan.FromMinutes(50),
                    zone
                );
                foreach (var exercise in key == "corin" ? new[] { "kickstand-hinge" } : ["step-up", "kickstand-hinge"])
                    await logs.AddAsync(
                        new KeptLog(
                            new KeptDone(
                                null,
                                new KeptEvenSets(3, 5, 14, 15, 0, LoadPosition.None, 0),
                                6,
                                null,
                                null,
                                null
                            ),
                            Guid.CreateVersion7(_clock.Now),
                            client.Id,
                            null,
                            exercise
                        ),
                        stop
                    );
            }
        }
    }

    /// <summary>Everybody else comes on days of their own; those with a plan come today as well, as the day’s sheet has it.</summary>
    private async Task VisitsAsync(DateTimeOffset now, CancellationToken stop)
    {
        var (from, _, zone) = await scope.DayAsync(stop);
        var today = TimeZoneInfo.ConvertTime(from, zone).Date;
        var studio = (await scope.StudioAsync(stop)).Id;
        void Add(string key, int day, string at) =>
            db.Add(
                new SessionRecord
                {
                    Id = Guid.CreateVersion7(now),
                    StudioId = studio,
                    ClientId = _clients[key],
                    StartsAt = StudioScope.Instant(
                        today.AddDays(day) + TimeOnly.ParseExact(at, "HH:mm").ToTimeSpan(),
                        zone
                    ),
                    ExerciseId = key == "ilse" ? "step-down-tap" : ExerciseId,
                    CreatedAt = now,
                }
            );
        // Bram’s and Corin’s plans have them here today already.
        for (var slot = 0; slot < Times.Length; slot++)
        {
            if (People[slot].Key is not ("bram" or "corin"))
                Add(People[slot].Key, 0, Times[slot]);
        }

        foreach (
            var (key, days, at) in new (string, int[], string)[]
            {
                ("maren", [2, 5], Times[1]),
                ("ilse", [1, 4], Times[2]),
                ("petra", [3, 0], Times[4]),
                ("odell", [2, 6], Times[5]),
                ("sunniva", [4], Times[3]),
            }
        )
        {
            for (var day = 1; day <= 14; day++)
            {
                if (days.Contains(day % 7))
                    Add(key, day, at);
            }
        }

        await db.SaveChangesAsync(stop);
    }
}
