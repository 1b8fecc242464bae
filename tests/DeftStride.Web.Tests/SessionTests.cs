using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Core.Bodies;
using DeftStride.Core.Dosing;
using DeftStride.Core.Loading;
using DeftStride.Core.Measuring;
using DeftStride.Core.Practice;
using DeftStride.Core.Training;
using DeftStride.Core.Training.Running;
using DeftStride.Data.Kept;
using DeftStride.Web.Features.Sessions;
using DeftStride.Web.Hosting;
using Xunit;

namespace DeftStride.Web.Tests;

/// <summary>A session on the server: what a device sends of it, who runs it, what two devices make of it, and the logs that follow.</summary>
public sealed class SessionTests : IDisposable
{
    private readonly StudioUnderTest _studio = new();
    private readonly Guid _phone = Guid.NewGuid();
    private readonly Guid _tablet = Guid.NewGuid();
    private int _second;

    public void Dispose() => _studio.Dispose();

    private DateTimeOffset Now => DateTimeOffset.UtcNow.AddSeconds(++_second);

    private SessionTapDto Tap(TapKind kind) => new(Guid.CreateVersion7(), Now, kind);

    private IEnumerable<SessionTapDto> Set(int clean, int not = 0) =>
        [
            Tap(TapKind.Begun),
            .. Enumerable.Range(0, clean).Select(_ => Tap(TapKind.Counted) with { Clean = true }),
            .. Enumerable.Range(0, not).Select(_ => Tap(TapKind.Counted) with { Clean = false }),
            Tap(TapKind.Ended),
        ];

    private async Task<SessionView> OfClientAsync(Guid client) =>
        StudioUnderTest
            .Read<SessionsView>((await _studio.GetAsync($"/api/clients/{client}/session")).ToJsonString())
            .Sessions.Single();

    private static SessionRequest Request(
        SessionView of,
        Guid device,
        IEnumerable<SessionTapDto> taps,
        bool takes = false
    ) => new(of.Id, of.ClientId, of.Items, of.BegunUnder, [.. taps], device, "Maren’s phone", takes);

    private async Task<SessionView> KeepAsync(SessionRequest request) =>
        StudioUnderTest.Read<SessionView>(
            (await _studio.SendAsync(HttpMethod.Put, "/api/sessions", request))!.ToJsonString()
        );

    /// <summary>The same without the set that wakes.</summary>
    private async Task<SessionView> WorkOfAsync(Guid client)
    {
        var session = await OfClientAsync(client);
        return session with { Items = [.. session.Items.Where(i => i.Place == SessionPlace.Main)] };
    }

    private async Task<JsonArray> LogsAsync(Guid client) =>
        (await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray();

    private IEnumerable<SessionTapDto> Whole(SessionView session) =>
        session.Items.SelectMany(i => Enumerable.Range(0, i.Sets * 2).SelectMany(_ => Set(i.Amount)));

    [Fact]
    public async Task A_whole_session_becomes_logs_once_and_says_what_follows()
    {
        var client = await _studio.ClientAsync();
        var begun = await OfClientAsync(client);
        Assert.Equal(begun.Id, (await OfClientAsync(client)).Id);
        Assert.Equal([SessionPlace.WarmUp, SessionPlace.Main], begun.Items.Select(i => i.Place));
        var about = begun.About[begun.Items[1].ExerciseId];
        Assert.NotEmpty(about.Setup);
        Assert.NotEmpty(about.Sore);

        SessionTapDto[] taps =
        [
            Tap(TapKind.Morning) with
            {
                Score = 1,
            },
            .. Whole(begun),
            Tap(TapKind.Effort) with
            {
                Score = 6,
            },
        ];
        var kept = await KeepAsync(Request(begun, _phone, taps));
        Assert.Equal((taps.Length, _phone, false), (kept.Taps.Count, kept.RunBy!.DeviceId, kept.Closed));
        Assert.Empty(kept.Logs);
        Assert.Empty(await LogsAsync(client));

        taps = [.. taps, Tap(TapKind.Closed)];
        kept = await KeepAsync(Request(begun, _phone, taps));
        var log = Assert.Single(kept.Logs);
        // What wakes is in the session and in no log.
        Assert.StartsWith("3 × 5 a side, all clean", log.Did, StringComparison.Ordinal);
        Assert.Equal((6, 1), (log.Effort, log.NextMorning));
        Assert.NotEmpty(log.Why);
        Assert.True(kept.Closed);
        // The same once more, as an outbox does that did not hear the answer.
        Assert.Equal(log.Id, (await KeepAsync(Request(begun, _phone, taps))).Logs.Single().Id);
        Assert.Single(await LogsAsync(client));
        // The next one is another.
        Assert.NotEqual(begun.Id, (await OfClientAsync(client)).Id);
    }

    [Fact]
    public async Task Two_devices_are_joined_and_either_can_take_over()
    {
        var client = await _studio.ClientAsync();
        var begun = await WorkOfAsync(client);
        SessionTapDto[] shared = [.. Set(5)];
        await KeepAsync(Request(begun, _phone, shared));
        SessionTapDto[] tablet = [.. shared, .. Set(5)];
        var seen = await KeepAsync(Request(begun, _tablet, tablet, takes: true));
        Assert.Equal(_tablet, seen.RunBy!.DeviceId);
        // The phone counted on without a signal: its set that the tablet has stays once, the next one comes in.
        SessionTapDto[] phone = [.. shared, .. Set(4), .. Set(3), Tap(TapKind.Pain) with { Pain = new(0, null, null) }];
        var joined = await KeepAsync(Request(begun, _phone, phone));
        Assert.Equal(_tablet, joined.RunBy!.DeviceId);
        var run = SessionRun.Of(
            [.. begun.Items.Select(i => KeptItem(i))],
            new SessionGuard(2),
            [.. joined.Taps.Select(t => Kept(t))]
        );
        Assert.Equal([5, 5, 3], run.Over.Select(o => o.Clean.Count));
        Assert.Equal(
            joined.Taps.Select(t => t.Id),
            (await KeepAsync(Request(begun, _phone, phone))).Taps.Select(t => t.Id)
        );
        Assert.Equal(_phone, (await KeepAsync(Request(begun, _phone, joined.Taps, takes: true))).RunBy!.DeviceId);
    }

    [Fact]
    public async Task What_was_counted_is_kept_although_a_flag_was_raised_under_it()
    {
        var client = await _studio.ClientAsync();
        var begun = await WorkOfAsync(client);
        await _studio.PostAsync(
            "/api/flags",
            new
            {
                id = Guid.CreateVersion7(),
                clientId = client,
                signId = "chest",
                note = "",
                supersedes = (Guid?)null,
            },
            HttpStatusCode.NoContent
        );
        var kept = await KeepAsync(Request(begun, _phone, [.. Set(5), .. Set(5), .. Set(5), Tap(TapKind.Closed)]));
        Assert.NotNull(kept.Guard.Barred);
        Assert.Single(kept.Logs);
        // A new session is not offered.
        Assert.Empty((await OfClientAsync(client)).Items);
    }

    [Fact]
    public async Task Pain_of_five_is_logged_before_anybody_puts_the_session_away()
    {
        var client = await _studio.ClientAsync();
        var begun = await WorkOfAsync(client);
        SessionTapDto[] taps =
        [
            .. Set(5),
            Tap(TapKind.Pain) with
            {
                Pain = new(6, BodySide.Left, LegRole.Rear, PainSite.KneeFront, PainKind.JointOrTendon),
            },
        ];
        var kept = await KeepAsync(Request(begun, _phone, taps));
        Assert.Equal(6, Assert.Single(kept.Logs).Pain!.Score);
        Assert.NotNull(kept.Guard.Barred);
        Assert.Equal(
            kept.Logs[0].Id,
            (await KeepAsync(Request(begun, _phone, [.. taps, Tap(TapKind.Closed)]))).Logs[0].Id
        );
        Assert.Equal(6, (await _studio.GetAsync($"/api/clients/{client}"))["today"]!["stoppedByPain"]!.GetValue<int>());
    }

    [Fact]
    public async Task More_that_comes_in_late_replaces_the_log_and_a_correction_by_hand_stands()
    {
        var client = await _studio.ClientAsync();
        var begun = await WorkOfAsync(client);
        SessionTapDto[] shared = [.. Set(5)];
        SessionTapDto[] tablet = [.. shared, .. Set(5), Tap(TapKind.Closed)];
        await KeepAsync(Request(begun, _phone, shared));
        var first = (await KeepAsync(Request(begun, _tablet, tablet, takes: true))).Logs.Single();
        SessionTapDto[] phone = [.. shared, .. Set(4), .. Set(3)];
        var late = (await KeepAsync(Request(begun, _phone, phone))).Logs.Single();
        Assert.NotEqual(first.Id, late.Id);
        Assert.Single(await LogsAsync(client));

        await _studio.LogAsync(client, late.ExerciseId, sets: 2, amount: 5, effort: 5, supersedes: late.Id);
        await KeepAsync(Request(begun, _phone, [.. phone, .. Set(2)]));
        Assert.StartsWith(
            "2 × 5 a side",
            Assert.Single(await LogsAsync(client))!["did"]!.ToString(),
            StringComparison.Ordinal
        );
    }

    [Fact]
    public async Task What_nobody_does_is_refused_in_a_sentence_and_changes_nothing()
    {
        var client = await _studio.ClientAsync();
        var begun = await OfClientAsync(client);
        var good = Request(begun, _phone, Set(5));
        var item = good.Items[^1];
        async Task RefusedAsync(SessionRequest request, string says)
        {
            var said = await _studio.SendAsync(HttpMethod.Put, "/api/sessions", request, HttpStatusCode.BadRequest);
            Assert.Contains(says, said!["detail"]!.ToString(), StringComparison.Ordinal);
        }

        await RefusedAsync(good with { Items = [item with { Sets = 500 }] }, "500 sets a side are not asked");
        await RefusedAsync(good with { Items = [item with { Amount = 0 }] }, "from 1 to");
        await RefusedAsync(good with { Items = [item with { LoadKg = -4 }] }, "");
        await RefusedAsync(good with { Items = [] }, "from 1 to 30 exercises");
        await RefusedAsync(good with { Items = [item, item] }, "one id");
        await RefusedAsync(good with { Taps = [Tap(TapKind.Counted)] }, "lacks what belongs to it");
        await RefusedAsync(good with { Taps = [good.Taps[0], good.Taps[0]] }, "one id");
        await RefusedAsync(good with { DeviceName = " " }, "what this device is called");
        await RefusedAsync(good with { Taps = [Tap(TapKind.Pain) with { Pain = new(4, null, null) }] }, "which leg");
        Assert.Empty((await OfClientAsync(client)).Taps);
        var missing = await _studio.SendAsync(
            HttpMethod.Put,
            "/api/sessions",
            good with
            {
                ClientId = Guid.NewGuid(),
            },
            HttpStatusCode.NotFound
        );
        Assert.Contains("not in the studio", missing!["detail"]!.ToString(), StringComparison.Ordinal);
        var other = await _studio.ClientAsync("Dov Tarrant");
        await KeepAsync(good);
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/sessions",
            good with
            {
                ClientId = other,
            },
            HttpStatusCode.Conflict
        );
    }

    [Fact]
    public async Task The_day_has_its_sessions_and_what_was_left_open_before()
    {
        var client = await _studio.ClientAsync();
        var begun = await WorkOfAsync(client);
        await KeepAsync(Request(begun, _phone, Set(5)));
        _studio.Sql($"UPDATE Sessions SET StartsAt = StartsAt - {3 * TimeSpan.TicksPerDay}");
        var day = StudioUnderTest.Read<SessionsView>((await _studio.GetAsync("/api/sessions")).ToJsonString());
        var open = Assert.Single(day.Sessions);
        Assert.Equal(begun.Id, open.Id);
        Assert.NotNull(open.LeftOpen);
        Assert.NotEmpty(day.Extras);
        var log = (await KeepAsync(Request(open, _phone, [.. open.Taps, Tap(TapKind.Closed)]))).Logs.Single();
        Assert.Equal(DateOnly.FromDateTime(DateTime.UtcNow.AddDays(-3)), log.Day);
        Assert.Empty(
            StudioUnderTest.Read<SessionsView>((await _studio.GetAsync("/api/sessions")).ToJsonString()).Sessions
        );
    }

    [Fact]
    public async Task What_was_planned_is_changed_under_a_session_and_it_goes_on_as_it_began()
    {
        var client = await _studio.ClientAsync();
        var begun = await OfClientAsync(client);
        await KeepAsync(Request(begun, _phone, Set(5)));
        _studio.Sql("UPDATE Sessions SET ExerciseId = 'step-up'");
        var now = await OfClientAsync(client);
        Assert.Equal(begun.Items.Select(i => (i.Id, i.ExerciseId)), now.Items.Select(i => (i.Id, i.ExerciseId)));
        Assert.Single(
            (await KeepAsync(Request(now, _phone, [.. now.Taps, .. Set(5), .. Set(5), Tap(TapKind.Closed)]))).Logs
        );
    }

    [Fact]
    public async Task What_was_done_beside_the_work_is_asked_for_again_next_time()
    {
        var client = await _studio.ClientAsync();
        var begun = await OfClientAsync(client);
        var extra = StudioUnderTest
            .Read<SessionsView>((await _studio.GetAsync("/api/sessions")).ToJsonString())
            .Extras.Single(e => e.Item.ExerciseId == "step-up")
            .Item with
        {
            Id = Guid.CreateVersion7(),
        };
        await KeepAsync(
            Request(begun, _phone, [.. Set(5), Tap(TapKind.Added) with { Added = extra }, Tap(TapKind.Closed)])
        );
        Assert.Equal("step-up", (await OfClientAsync(client)).Items[^1].ExerciseId);
    }

    [Fact]
    public async Task A_side_that_was_only_tired_is_asked_for_fewer_next_time()
    {
        var client = await _studio.ClientAsync();
        var begun = await WorkOfAsync(client);
        var work = Assert.Single(begun.Items);
        var taps = Enumerable.Range(0, 2 * work.Sets - 1).SelectMany(_ => Set(work.Amount)).ToList();
        taps.AddRange(Set(work.Amount - 1, 1));
        var last = work.First.HasValue && work.First == BodySide.Right ? BodySide.Left : BodySide.Right;
        taps.AddRange([Tap(TapKind.LastOnes) with { Side = last }, Tap(TapKind.Closed)]);
        var log = Assert.Single((await KeepAsync(Request(begun, _phone, taps))).Logs);
        Assert.Contains($"end at {work.Amount - 1}", log.Why, StringComparison.Ordinal);
        Assert.StartsWith($"{work.Sets} × {work.Amount - 1}", log.Next, StringComparison.Ordinal);
        // Whoever was not called tired is asked for the same again.
        var other = await _studio.ClientAsync("Sorrel Tam");
        begun = await WorkOfAsync(other);
        taps.RemoveAt(taps.Count - 2);
        taps = [.. taps.Select(t => t with { Id = Guid.CreateVersion7() })];
        log = Assert.Single((await KeepAsync(Request(begun, _phone, taps))).Logs);
        Assert.StartsWith($"{work.Sets} × {work.Amount}", log.Next, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_range_that_is_due_is_measured_in_the_hour_and_is_no_log_and_not_asked_for_again()
    {
        var client = await _studio.ClientAsync("Sorrel Tam", "kneeForward");
        var begun = await OfClientAsync(client);
        var range = begun.Items[0];
        Assert.Equal((SessionPlace.RangeTest, RangeTest.AnkleBend), (range.Place, range.Range));
        // Nobody knows the stature: it is read by its angle.
        Assert.False(begun.Ranges[RangeTest.AnkleBend].ByGap);
        List<SessionTapDto> taps = [Tap(TapKind.Soreness) with { Score = 3 }];
        await _studio.AnklesAsync(client, 31);
        foreach (var side in new[] { BodySide.Left, BodySide.Right })
            taps.Add(
                Tap(TapKind.SetTold) with
                {
                    Item = range.Id,
                    Set = 1,
                    Side = side,
                    Each = [true],
                    LoadKg = 0,
                    Position = LoadPosition.None,
                }
            );

        var work = begun.Items.Single(i => i.Place == SessionPlace.Main);
        foreach (var item in begun.Items.Where(i => i.Place == SessionPlace.WarmUp))
            taps.Add(Tap(TapKind.Skipped) with { Item = item.Id });
        taps.AddRange([.. Set(work.Amount), .. Set(work.Amount), Tap(TapKind.Closed)]);
        var log = Assert.Single((await KeepAsync(Request(begun, _phone, taps))).Logs);
        Assert.Equal((work.ExerciseId, 3), (log.ExerciseId, log.Soreness));
        Assert.DoesNotContain((await OfClientAsync(client)).Items, i => i.Range is not null);

        // Corrected by hand, what such a correction does not ask for stays; and it goes out with the table and comes back.
        await _studio.LogAsync(client, log.ExerciseId, sets: 1, amount: 4, right: 3, supersedes: log.Id);
        var corrected = Assert.Single((await _studio.GetAsync($"/api/clients/{client}"))["logs"]!.AsArray())!;
        Assert.Equal((6, 3), (corrected["effort"]!.GetValue<int>(), corrected["soreness"]!.GetValue<int>()));
        var table = await _studio.Http.GetByteArrayAsync(new Uri("/api/logs.csv", UriKind.Relative));
        using var content = new ByteArrayContent(table);
        content.Headers.ContentType = new("text/csv");
        using var answer = await _studio.Http.PostAsync(
            new Uri("/api/logs/import?keep=false", UriKind.Relative),
            content
        );
        var back = StudioUnderTest.Read<Features.Logs.ImportView>(await answer.Content.ReadAsStringAsync());
        Assert.Equal((1, 0), (back.Same, back.RefusedCount));
        Assert.Equal(
            "3",
            Encoding.UTF8.GetString(table).Split('\n')[1].Split(',')[
                Array.IndexOf(Encoding.UTF8.GetString(table).Split('\n')[0].Split(','), "muscles_sore")
            ]
        );
    }

    /// <summary>
    /// The device folds taps by itself, without a signal. Both folds are held to the same cases, which lie with the device's; set
    /// DEFT_CASES=write to write them anew after the core's fold has changed.
    /// </summary>
    [Fact]
    public void The_devices_fold_is_held_to_the_cores_by_these_cases()
    {
        var random = new Random(1124);
        var cases = new JsonArray();
        for (var n = 0; n < 36; n++)
        {
            var (items, guard) = CaseItems(n);
            SessionTap[] taps = [.. Enumerable.Range(0, 26).Select(i => CaseTap(random, i, items))];
            var run = SessionRun.Of(items, guard, []);
            var told = new JsonArray { Said(run) };
            foreach (var tap in taps)
            {
                run = run.After(tap);
                told.Add(Said(run));
            }

            cases.Add(
                new JsonObject
                {
                    ["items"] = JsonNode.Parse(Json.Write(items.Select(i => i.ToWire()))),
                    ["guard"] = JsonNode.Parse(Json.Write(guard.ToWire())),
                    ["taps"] = new JsonArray([
                        .. taps.Select(t => Short(JsonNode.Parse(Json.Write(KeptTap.Of(t).ToWire()))!.AsObject())),
                    ]),
                    ["said"] = told,
                }
            );
        }

        var fresh = $"[\n{string.Join(",\n", cases.Select(c => c!.ToJsonString(Plain)))}\n]\n";
        var file = Path.Combine(Checkout.Root, "web", "src", "features", "session", "run.cases.json");
        if (Environment.GetEnvironmentVariable("DEFT_CASES") == "write")
            File.WriteAllText(file, fresh);
        Assert.True(
            File.ReadAllText(file) == fresh,
            "The cases of the device’s fold are not those of the core any more. Write them anew (DEFT_CASES=write) and run the front end’s tests."
        );
    }

    private static readonly System.Text.Json.JsonSerializerOptions Plain = new()
    {
        Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping,
    };

    private static SessionTap Kept(SessionTapDto tap) => StudioUnderTest.Read<KeptTap>(Json.Write(tap)).ToCore();

    private static SessionItem KeptItem(SessionItemDto item) =>
        StudioUnderTest.Read<KeptSessionItem>(Json.Write(item)).ToCore();

    /// <summary>A state in a line: phase, set, counts, sets that are over, rest, what was told.</summary>
    private static string Said(SessionRun run)
    {
        string Id(Guid id) => id.ToString("D")[^1..];
        string Step(SessionStep? s) =>
            s is null ? "-" : $"{Id(s.Item)}{s.Set}{(s.Side is { } side ? side == BodySide.Left ? "l" : "r" : "b")}";
        string Bits(IEnumerable<bool> all) => string.Concat(all.Select(c => c ? '1' : '0'));
        return string.Create(
            System.Globalization.CultureInfo.InvariantCulture,
            $"{char.ToLowerInvariant(run.Phase.ToString()[0])}{run.Phase.ToString()[1..]} {Step(run.Step)} {run.Asked} [{Bits(run.Count)}] {run.Resets} {string.Join(',', run.Over.Select(o => $"{Step(o.Step)}:{Bits(o.Clean)}:{o.Load.Kilograms}:{o.Seconds}{(o.FadedAtTheEnd ? "f" : "")}"))} rest {run.Rest?.Seconds} pains {string.Join(',', run.Pains.Select(p => $"{Step(p.After)}={p.Pain.Score}"))} efforts {string.Join(',', run.Efforts.OrderBy(e => e.Key).Select(e => $"{Id(e.Key)}={e.Value}"))} {run.Morning} {run.Soreness} {run.Changes.Count} {run.Tired.Count}{(run.Closed ? " closed" : "")}{(run.Faded is null ? "" : " faded")} {string.Concat(run.Items.Select(i => Id(i.Id)))}"
        );
    }

    /// <summary>Without what is null, and ids that nobody reads.</summary>
    private static JsonObject Short(JsonObject tap)
    {
        foreach (var field in tap.Where(p => p.Value is null).Select(p => p.Key).ToArray())
            tap.Remove(field);
        tap["id"] = "";
        return tap;
    }

    private static readonly DateTimeOffset Start = new(2026, 3, 2, 17, 0, 0, TimeSpan.Zero);

    private static Guid CaseId(int n) => new(0, 0, 0, 0, 0, 0, 0, 0, 0, 0, (byte)n);

    private static (SessionItem[], SessionGuard) CaseItems(int n)
    {
        var main = new SessionItem(
            CaseId(1),
            SessionPlace.Main,
            "split-squat-to-pad",
            2,
            4,
            new Load(LoadPosition.Goblet, 6),
            60
        )
        {
            First = new FirstSide(n % 2 == 0 ? BodySide.Right : null, FirstSideWhy.Weaker),
            Tempo = Tempo.Usual,
        };
        var second = new SessionItem(CaseId(2), SessionPlace.Accessory, "step-up", 1, 3, Load.None, n % 3 == 0 ? 0 : 90)
        {
            Alternating = n % 4 == 1,
            Together = n % 4 == 2,
            Held = n % 4 == 3,
            Tempo = n % 4 == 3 ? null : Tempo.OnSteps,
        };
        var block = main with
        {
            Id = CaseId(3),
            Place = SessionPlace.Technique,
            Sets = 1,
            ForSeconds = 30,
            Alternating = true,
        };
        var guard = new SessionGuard(2)
        {
            Refused =
                n % 5 == 4 ? new Dictionary<string, string> { ["step-up"] = "No." } : new Dictionary<string, string>(),
            NotLoaded =
                n % 7 == 6
                    ? new Dictionary<string, string> { ["split-squat-to-pad"] = "No load." }
                    : new Dictionary<string, string>(),
        };
        var range = new SessionItem(CaseId(9), SessionPlace.RangeTest, "split-squat-to-pad", 1, 1, Load.None, 0)
        {
            Range = RangeTest.AnkleBend,
            First = new FirstSide(BodySide.Left, FirstSideWhy.Either),
        };
        SessionItem[] items = n % 3 == 2 ? [second, main, block] : [main, second, block];
        return (n % 4 == 3 ? [range, .. items] : items, guard);
    }

    private static SessionTap CaseTap(Random random, int second, SessionItem[] items)
    {
        var at = Start.AddSeconds((second * 7) - (random.Next(12) == 0 ? 40 : 0));
        var item = items[random.Next(items.Length)].Id;
        var side = random.Next(2) == 0 ? BodySide.Left : BodySide.Right;
        return random.Next(34) switch
        {
            < 11 => new Counted(at, random.Next(5) > 0),
            < 15 => new SetEnded(at),
            < 17 => new SetBegun(at),
            17 => new TakenBack(at),
            18 => new PainTold(
                at,
                new Pain(random.Next(1, random.Next(6) == 0 ? 8 : 4), side, LegRole.Rear)
                {
                    Kind = random.Next(5) == 0 ? PainKind.Muscle : null,
                }
            ),
            19 => new OneThingChanged(at, "wb-shift"),
            20 => new ItemSkipped(at, item),
            21 => new ItemMoved(at, item, random.Next(2) == 0 ? items[0].Id : null),
            22 => new FirstSideChosen(at, item, side),
            23 => new LoadChosen(at, item, new Load(LoadPosition.Goblet, random.Next(0, 12))),
            24 => random.Next(3) == 0 ? new SessionStopped(at) : new SetReset(at),
            25 => new SessionResumed(at),
            26 => new EffortTold(at, random.Next(0, 11)),
            27 => random.Next(2) == 0
                ? new MorningTold(at, random.Next(0, 11))
                : new SorenessTold(at, random.Next(0, 11)),
            28 => new LastOnesOnly(at, side),
            29 => new SetTold(at, new SessionStep(item, random.Next(1, 3), side), [true, true, false], Load.None, 0),
            30 => new GuardLearnt(
                at,
                new SessionGuard(random.Next(0, 5)) { Barred = random.Next(6) == 0 ? "A red flag stands." : null }
            ),
            31 => new ItemAdded(
                at,
                items[0] with
                {
                    Id = CaseId(random.Next(4, 8)),
                },
                random.Next(2) == 0 ? item : null
            ),
            32 => random.Next(8) == 0 ? new SessionClosed(at) : new RestLengthened(at, 30),
            _ => new TempoChosen(at, item, new Tempo(5, 1, 1, 0)),
        };
    }
}
