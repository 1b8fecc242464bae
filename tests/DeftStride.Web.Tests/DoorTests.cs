using System.Net;
using System.Net.Http.Json;
using System.Net.WebSockets;
using System.Text.Json.Nodes;
using DeftStride.Browser;
using DeftStride.Data;
using DeftStride.Data.Records;
using DeftStride.Web.Access;
using Microsoft.AspNetCore.Authorization;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.AspNetCore.Routing;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Hosting;
using Xunit;
using static DeftStride.Web.Tests.StudioUnderTest;

namespace DeftStride.Web.Tests;

/// <summary>Who comes in, as what, and what happens to those who may not.</summary>
public sealed class DoorTests : IDisposable
{
    private const string Passphrase = "three lanterns under snow";
    private readonly Moved _clock = new();
    private readonly StudioUnderTest _studio;

    public DoorTests() => _studio = new(_clock);

    public void Dispose() => _studio.Dispose();

    private sealed class Moved : TimeProvider
    {
        public DateTimeOffset Now { get; set; } = new(2026, 11, 24, 9, 0, 0, TimeSpan.Zero);

        public override DateTimeOffset GetUtcNow() => Now;

        public override TimeZoneInfo LocalTimeZone => TimeZoneInfo.Utc;
    }

    /// <summary>A browser of its own, signed in as nobody or by a cookie.</summary>
    private HttpClient Browser(string cookie = "")
    {
        var http = _studio.Server.CreateClient(new WebApplicationFactoryClientOptions { HandleCookies = false });
        if (cookie.Length > 0)
            http.DefaultRequestHeaders.Add("Cookie", cookie);
        return http;
    }

    private static async Task<(HttpStatusCode Status, JsonNode? Said, string Cookie)> AskAsync(
        HttpClient http,
        string path,
        object body,
        HttpMethod? method = null
    )
    {
        using var request = new HttpRequestMessage(method ?? HttpMethod.Post, path)
        {
            Content = JsonContent.Create(body),
        };
        using var answer = await http.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        return (
            answer.StatusCode,
            text.Length == 0 ? null : JsonNode.Parse(text),
            answer.Headers.TryGetValues("Set-Cookie", out var given) ? given.Single().Split(';')[0] : ""
        );
    }

    private static string Sentence(JsonNode? said) => Text(said, "detail");

    private Task<string> JoinAsync(string name, string role, bool onlyOwn = false, bool pictures = false) =>
        _studio.InvitedAsync(name, role, Passphrase, onlyOwn, pictures);

    private async Task<string> ClientCookieAsync(Guid client)
    {
        var code = Text(
            await _studio.PostAsync("/api/client-codes", new { id = Guid.CreateVersion7(), clientId = client }),
            "code"
        );
        using var http = Browser();
        var opened = await AskAsync(http, "/api/door/code", new { code, device = "a phone" });
        Assert.True(opened.Said!["open"]!.GetValue<bool>());
        return opened.Cookie;
    }

    private static async Task<HttpStatusCode> StatusAsync(HttpClient http, string path)
    {
        using var answer = await http.GetAsync(new Uri(path, UriKind.Relative));
        return answer.StatusCode;
    }

    [Fact]
    public async Task Every_address_lets_in_whom_its_room_is_open_to_and_nobody_else()
    {
        var client = await _studio.ClientAsync("Ilse Branwick");
        var visitors = new (string Who, HttpClient Http)[]
        {
            ("nobody", Browser()),
            ("owner", Browser(_studio.Cookie)),
            ("coach", Browser(await JoinAsync("Tobin Marl", "coach"))),
            ("assistant", Browser(await JoinAsync("Pim Harrowgate", "assistant"))),
            ("client", Browser(await ClientCookieAsync(client))),
        };
        // Who comes through, written out: a new policy or role has to say so here.
        var open = new Dictionary<string, string[]>
        {
            [Policies.Page] = ["nobody", "owner", "coach", "assistant", "client"],
            [Policies.Token] = ["nobody", "owner", "coach", "assistant", "client"],
            [Policies.SignedIn] = ["owner", "coach", "assistant", "client"],
            [Policies.Compute] = ["owner", "coach", "assistant"],
            [Policies.Assist] = ["owner", "coach", "assistant"],
            [Policies.Coach] = ["owner", "coach"],
            [Policies.Media] = ["owner", "coach"],
            [Policies.Owner] = ["owner"],
            [Policies.Own] = ["client"],
        };
        Assert.Equal(Policies.All.Order(), open.Keys.Order());
        var endpoints = _studio
            .Services.GetRequiredService<EndpointDataSource>()
            .Endpoints.OfType<RouteEndpoint>()
            .Where(e => e.RoutePattern.RawText!.Contains("/api/", StringComparison.Ordinal))
            .ToArray();
        var wrong = new List<string>();
        var asked = 0;
        foreach (var endpoint in endpoints)
        {
            var policy = endpoint.Metadata.GetOrderedMetadata<IAuthorizeData>().Single().Policy!;
            var path = System.Text.RegularExpressions.Regex.Replace(
                endpoint.RoutePattern.RawText!.Replace("{*path:nonfile}", "nowhere", StringComparison.Ordinal),
                @"\{[^}]+\}",
                Guid.CreateVersion7().ToString()
            );
            var methods = endpoint.Metadata.GetMetadata<HttpMethodMetadata>()?.HttpMethods ?? ["GET"];
            foreach (var method in methods.Where(m => m != "HEAD"))
            foreach (var (who, http) in visitors)
            {
                // Going out would end the visit.
                if (path.Contains("/door/sign-out", StringComparison.Ordinal))
                    continue;
                asked++;
                using var request = new HttpRequestMessage(new HttpMethod(method), path);
                // Pictures and pieces of films come as they are.
                if (policy == Policies.Media && method == "PUT" && !path.Contains("/clips/", StringComparison.Ordinal))
                {
                    request.Content = new ByteArrayContent([1]);
                    request.Content.Headers.ContentType = new("application/octet-stream");
                }
                else if (method != "GET")
                    request.Content = JsonContent.Create(new { });
                using var answer = await http.SendAsync(request);
                var shut = answer.StatusCode is HttpStatusCode.Unauthorized or HttpStatusCode.Forbidden;
                // The door itself may refuse a person for other reasons, in other numbers.
                if (shut == open[policy].Contains(who))
                    wrong.Add($"{who} {method} {path} ({policy}): {(int)answer.StatusCode}");
                if (shut && answer.StatusCode == HttpStatusCode.Unauthorized != (who == "nobody"))
                    wrong.Add($"{who} {method} {path}: {(int)answer.StatusCode}");
            }
        }

        Assert.True(wrong.Count == 0, string.Join('\n', wrong));
        Assert.True(asked > 400, $"{asked}");
    }

    [Fact]
    public async Task A_coach_of_their_own_clients_and_a_client_find_nothing_of_another_one()
    {
        var (mine, other) = (await _studio.ClientAsync("Ilse Branwick"), await _studio.ClientAsync("Dov Tarrant"));
        var cookie = await JoinAsync("Tobin Marl", "coach", onlyOwn: true);
        var check = Text(await _studio.CheckAsync(other, 5, 24), "id");
        var picture = await _studio.PictureAsync(other);
        var tobin = Text(
            (await _studio.GetAsync("/api/people")).AsArray().Single(p => Text(p, "name") == "Tobin Marl"),
            "coachId"
        );
        object HandOver(string? coach, long version) =>
            new
            {
                operationId = Guid.CreateVersion7(),
                version,
                coachId = coach,
            };
        await _studio.SendAsync(HttpMethod.Put, $"/api/clients/{mine}/coach", HandOver(tobin, 1));
        using var own = Browser(cookie);
        using var client = Browser(await ClientCookieAsync(mine));
        Assert.Equal(
            ["Ilse Branwick"],
            JsonNode
                .Parse(await own.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!
                .AsArray()
                .Select(c => Text(c, "name"))
        );
        foreach (
            var path in new[]
            {
                $"/api/clients/{other}",
                $"/api/clients/{other}/standard?exercise=split-squat-to-pad",
                $"/api/clients/{other}/intake",
                $"/api/clients/{other}/bench",
                $"/api/clients/{other}/plan",
                $"/api/clients/{other}/logs",
                $"/api/clients/{other}/session",
                $"/api/clients/{other}/wedges",
                $"/api/clients/{other}/positions",
                $"/api/checks/{check}",
                $"/api/checks/{check}/correction?fault=shin-short",
                $"/api/checks/{check}/play",
                $"/api/checks/{check}/export.csv",
                $"/api/checks/{check}/export.json",
                $"/api/pictures/{picture}",
                $"/api/calendar.ics?client={other}",
            }
        )
        {
            Assert.Equal((path, HttpStatusCode.NotFound), (path, await StatusAsync(own, path)));
            Assert.Equal(HttpStatusCode.Forbidden, await StatusAsync(client, path));
        }

        Assert.Equal(HttpStatusCode.OK, await StatusAsync(own, $"/api/clients/{mine}"));
        // Nobody gives away what is theirs to look after, or takes what is not.
        Assert.Equal(
            HttpStatusCode.Forbidden,
            (await AskAsync(own, $"/api/clients/{mine}/coach", HandOver(null, 2), HttpMethod.Put)).Status
        );
        // Whom they meet is theirs from then on.
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await AskAsync(
                    own,
                    "/api/clients",
                    new
                    {
                        operationId = Guid.CreateVersion7(),
                        id = Guid.CreateVersion7(),
                        name = "Corin Vale",
                        goal = "",
                        school = (string?)null,
                    }
                )
            ).Status
        );
        Assert.Contains(
            "Corin Vale",
            await own.GetStringAsync(new Uri("/api/clients", UriKind.Relative)),
            StringComparison.Ordinal
        );
        // Nor is anything kept about another one.
        Assert.Equal(
            HttpStatusCode.NotFound,
            (
                await AskAsync(
                    own,
                    "/api/flags",
                    new
                    {
                        id = Guid.CreateVersion7(),
                        clientId = other,
                        signId = Text((await _studio.GetAsync("/api/studio"))["stopSigns"]![0]!, "id"),
                        note = "",
                        supersedes = (Guid?)null,
                    }
                )
            ).Status
        );
        // What was worked out for one is not shown to another.
        var floor = await own.GetStringAsync(new Uri("/api/floor", UriKind.Relative));
        Assert.DoesNotContain("Dov", floor, StringComparison.Ordinal);
        Assert.Contains("Dov", (await _studio.GetAsync("/api/floor")).ToJsonString(), StringComparison.Ordinal);
        var page = await client.GetStringAsync(new Uri("/api/own", UriKind.Relative));
        Assert.Contains("Ilse", page, StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_wrong_passphrase_says_one_thing_and_five_shut_the_door_for_a_while()
    {
        await JoinAsync("Tobin Marl", "coach");
        using var http = Browser();
        async Task<(HttpStatusCode Status, string Said)> TryAsync(string name, string passphrase)
        {
            var (status, said, _) = await AskAsync(
                http,
                "/api/door/sign-in",
                new
                {
                    name,
                    passphrase,
                    device = "a phone",
                }
            );
            return (status, said is null ? "" : Sentence(said));
        }

        // A name that nobody has is answered like one that somebody has, all the way to the shut door.
        for (var i = 0; i < 5; i++)
            Assert.Equal(
                await TryAsync("Nobody Here", Passphrase),
                await TryAsync("Tobin Marl", "wrong and wrong again")
            );
        var locked = await TryAsync("Tobin Marl", Passphrase);
        Assert.Equal(locked, await TryAsync("Nobody Here", Passphrase));
        Assert.Equal(HttpStatusCode.TooManyRequests, locked.Status);
        Assert.Contains("Wait 5 minutes", locked.Said, StringComparison.Ordinal);
        _clock.Now += TimeSpan.FromMinutes(5);
        Assert.Equal(HttpStatusCode.NoContent, (await TryAsync("tobin marl ", Passphrase)).Status);
        // And the owner reads of it.
        var deeds = (await _studio.GetAsync("/api/deeds"))["deeds"]!.AsArray().Select(d => Text(d, "deed")).ToArray();
        Assert.Contains("lockedOut", deeds);
        Assert.Equal(10, deeds.Count(d => d == "signInFailed"));
    }

    [Fact]
    public async Task Whoever_tries_too_often_from_one_place_waits_by_the_clock()
    {
        using var http = Browser();
        HttpStatusCode last = default;
        var tries = 0;
        for (; tries < 40 && last != HttpStatusCode.TooManyRequests; tries++)
            last = (
                await AskAsync(http, "/api/door/code", new { code = "AAAAA-BBBBB-CCCCC-DDDDD", device = "a phone" })
            ).Status;
        Assert.Equal(21, tries);
        _clock.Now += TimeSpan.FromMinutes(5);
        Assert.Equal(
            HttpStatusCode.BadRequest,
            (
                await AskAsync(http, "/api/door/code", new { code = "AAAAA-BBBBB-CCCCC-DDDDD", device = "a phone" })
            ).Status
        );
    }

    [Fact]
    public async Task A_sign_in_is_new_each_time_ends_with_the_sign_out_and_is_worth_nothing_in_another_studio()
    {
        var before = await JoinAsync("Tobin Marl", "coach");
        using var http = Browser(before);
        var again = await AskAsync(
            http,
            "/api/door/sign-in",
            new
            {
                name = "Tobin Marl",
                passphrase = Passphrase,
                device = "a phone",
            }
        );
        Assert.Equal(HttpStatusCode.NoContent, again.Status);
        Assert.NotEqual(before, again.Cookie);
        using var second = Browser(again.Cookie);
        Assert.Equal(HttpStatusCode.NoContent, (await AskAsync(second, "/api/door/sign-out", new { })).Status);
        // A copy of it that somebody kept opens nothing any more, and nobody else is signed out.
        Assert.Equal(HttpStatusCode.Unauthorized, await StatusAsync(second, "/api/floor"));
        Assert.Equal(HttpStatusCode.OK, await StatusAsync(http, "/api/floor"));
        await AskAsync(http, "/api/door/sign-out-everywhere", new { });
        Assert.Equal(HttpStatusCode.Unauthorized, await StatusAsync(http, "/api/floor"));
        using var elsewhere = new StudioUnderTest();
        using var stranger = elsewhere.Server.CreateClient(
            new WebApplicationFactoryClientOptions { HandleCookies = false }
        );
        stranger.DefaultRequestHeaders.Add("Cookie", _studio.Cookie);
        Assert.Equal(HttpStatusCode.Unauthorized, await StatusAsync(stranger, "/api/floor"));
        // By itself after a month.
        _clock.Now += TimeSpan.FromDays(31);
        Assert.Equal(HttpStatusCode.Unauthorized, await StatusAsync(_studio.Http, "/api/floor"));
    }

    [Fact]
    public async Task A_coach_takes_a_tablet_over_by_number_and_facts_name_whoever_acts()
    {
        var client = await _studio.ClientAsync();
        var cookie = await JoinAsync("Tobin Marl", "coach");
        using var tobin = Browser(cookie);
        var pins = new[] { "1234", "7777", "12", "12345678901", "48a1" };
        foreach (var pin in pins)
            Assert.Equal(
                HttpStatusCode.BadRequest,
                (await AskAsync(tobin, "/api/door/pin", new { pin }, HttpMethod.Put)).Status
            );
        Assert.Equal(
            HttpStatusCode.NoContent,
            (await AskAsync(tobin, "/api/door/pin", new { pin = "4817" }, HttpMethod.Put)).Status
        );
        var person = Text(
            JsonNode.Parse(await tobin.GetStringAsync(new Uri("/api/door", UriKind.Relative)))!["me"]!,
            "personId"
        );
        // On the tablet where the owner is signed in.
        for (var i = 0; i < 4; i++)
            Assert.Equal(
                HttpStatusCode.BadRequest,
                (await AskAsync(_studio.Http, "/api/door/take-over", new { personId = person, pin = "4818" })).Status
            );
        var taken = await AskAsync(_studio.Http, "/api/door/take-over", new { personId = person, pin = "4817" });
        Assert.Equal(HttpStatusCode.NoContent, taken.Status);
        Assert.Equal(HttpStatusCode.Unauthorized, await StatusAsync(_studio.Http, "/api/floor"));
        _studio.Become(taken.Cookie);
        Assert.Equal("Tobin Marl", Text(await _studio.CheckAsync(client, 3, 4), "coach"));
        // Without a sign-in nobody takes anything over, and five wrong numbers shut it for a while.
        using var nobody = Browser();
        Assert.Equal(
            HttpStatusCode.Unauthorized,
            (await AskAsync(nobody, "/api/door/take-over", new { personId = person, pin = "4817" })).Status
        );
        for (var i = 0; i < 5; i++)
            await AskAsync(tobin, "/api/door/take-over", new { personId = person, pin = "9999" });
        Assert.Equal(
            HttpStatusCode.TooManyRequests,
            (await AskAsync(tobin, "/api/door/take-over", new { personId = person, pin = "4817" })).Status
        );
    }

    [Fact]
    public async Task An_owner_by_number_is_on_the_floor_and_not_over_the_studio()
    {
        var person = Text((await _studio.GetAsync("/api/door"))["me"]!, "personId");
        await AskAsync(_studio.Http, "/api/door/pin", new { pin = "4817" }, HttpMethod.Put);
        var cookie = await JoinAsync("Tobin Marl", "coach");
        using var tablet = Browser(cookie);
        var taken = await AskAsync(tablet, "/api/door/take-over", new { personId = person, pin = "4817" });
        using var owner = Browser(taken.Cookie);
        Assert.Equal(HttpStatusCode.OK, await StatusAsync(owner, "/api/floor"));
        Assert.Equal(HttpStatusCode.Forbidden, await StatusAsync(owner, "/api/people"));
    }

    [Fact]
    public async Task A_code_opens_once_ends_by_itself_and_a_new_one_takes_its_place()
    {
        var client = await _studio.ClientAsync();
        async Task<string> GiveAsync() =>
            Text(
                await _studio.PostAsync("/api/client-codes", new { id = Guid.CreateVersion7(), clientId = client }),
                "code"
            );
        using var http = Browser();
        async Task<(HttpStatusCode Status, string Said)> OpenAsync(string code)
        {
            var (status, said, _) = await AskAsync(http, "/api/door/code", new { code, device = "a phone" });
            return (status, status == HttpStatusCode.OK ? "" : Sentence(said));
        }

        var first = await GiveAsync();
        var second = await GiveAsync();
        Assert.Contains("taken back", (await OpenAsync(first)).Said, StringComparison.Ordinal);
        // Read out and typed as one hears it.
        Assert.Equal(HttpStatusCode.OK, (await OpenAsync($" {second.ToLowerInvariant().Replace('-', ' ')} ")).Status);
        Assert.Contains("used already", (await OpenAsync(second)).Said, StringComparison.Ordinal);
        var third = await GiveAsync();
        _clock.Now += TimeSpan.FromDays(29);
        _studio.SignIn();
        var fourth = await GiveAsync();
        Assert.Contains("taken back", (await OpenAsync(third)).Said, StringComparison.Ordinal);
        _clock.Now += TimeSpan.FromDays(31);
        Assert.Contains("has ended", (await OpenAsync(fourth)).Said, StringComparison.Ordinal);
        Assert.Contains("twenty", (await OpenAsync("12345")).Said, StringComparison.Ordinal);
    }

    [Fact]
    public async Task The_last_owner_stays_and_whoever_is_removed_is_out_at_once_with_their_facts_kept()
    {
        var client = await _studio.ClientAsync();
        var me = Text((await _studio.GetAsync("/api/door"))["me"]!, "coachId");
        var last = await _studio.PostAsync($"/api/people/{me}/removal", new { }, HttpStatusCode.Conflict);
        Assert.Contains("only owner", Sentence(last), StringComparison.Ordinal);
        await _studio.SendAsync(
            HttpMethod.Put,
            $"/api/people/{me}",
            new
            {
                role = "coach",
                onlyOwn = false,
                pictures = true,
            },
            HttpStatusCode.Conflict
        );
        var cookie = await JoinAsync("Tobin Marl", "coach");
        using var tobin = Browser(cookie);
        var coach = Text(
            JsonNode.Parse(await tobin.GetStringAsync(new Uri("/api/door", UriKind.Relative)))!["me"]!,
            "coachId"
        );
        var request = new
        {
            id = Guid.CreateVersion7(),
            clientId = client,
            signId = Text((await _studio.GetAsync("/api/studio"))["stopSigns"]![0]!, "id"),
            note = "",
            supersedes = (Guid?)null,
        };
        var raised = await AskAsync(tobin, "/api/flags", request);
        Assert.True((int)raised.Status is 200 or 204, $"{raised.Status} {raised.Said}");
        await _studio.PostAsync($"/api/people/{coach}/removal", new { }, HttpStatusCode.NoContent);
        var (status, said, _) = await AskAsync(tobin, "/api/flags", request);
        Assert.Equal(HttpStatusCode.Unauthorized, status);
        Assert.True(said!["again"]!.GetValue<bool>());
        Assert.Contains(
            (await _studio.GetAsync("/api/people")).AsArray(),
            p => Text(p, "name") == "Tobin Marl" && Text(p, "wayIn") == "closed"
        );
        await using var scope = _studio.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        Assert.Equal(Guid.Parse(coach), (await db.Flags.SingleAsync()).CoachId);
    }

    [Fact]
    public async Task Two_first_starts_at_once_make_one_owner_and_only_on_the_machine_itself()
    {
        using var studio = new StudioUnderTest(signIn: false);
        object Owner(int i) =>
            new
            {
                name = $"Owner {i}",
                passphrase = Passphrase,
                device = "a computer",
            };
        using (var far = studio.Server.CreateClient(new WebApplicationFactoryClientOptions { HandleCookies = false }))
        {
            far.DefaultRequestHeaders.Add("X-Forwarded-For", "192.168.1.9");
            var (status, said, _) = await AskAsync(far, "/api/door/owner", Owner(0));
            Assert.Equal(HttpStatusCode.Forbidden, status);
            Assert.Contains("on the machine", Sentence(said), StringComparison.Ordinal);
        }

        var made = await Task.WhenAll(
            Enumerable.Range(1, 6).Select(i => AskAsync(studio.Http, "/api/door/owner", Owner(i)))
        );
        Assert.Single(made, m => m.Status == HttpStatusCode.NoContent);
        Assert.All(
            made.Where(m => m.Status != HttpStatusCode.NoContent),
            m => Assert.Contains("Sign in instead", Sentence(m.Said), StringComparison.Ordinal)
        );
        await using var scope = studio.Services.CreateAsyncScope();
        var db = scope.ServiceProvider.GetRequiredService<StudioContext>();
        Assert.Single(await db.People.ToListAsync());
        // The coach whom the studio was founded with is the owner: nobody is there twice.
        Assert.Single(await db.Coaches.ToListAsync());
    }

    [Theory]
    [InlineData("short one", "at least 12")]
    [InlineData("passwordpassword1", "Many people")]
    [InlineData("P@ssw0rd 2026!", "Many people")]
    [InlineData("correct horse battery staple", "Many people")]
    [InlineData("abcabcabcabcabc", "same few")]
    [InlineData("blue blue blue blue", "same few|Many people")]
    [InlineData("Wren Ashdown 2026", "your name")]
    public async Task A_passphrase_that_somebody_else_would_think_of_is_refused(string passphrase, string why)
    {
        using var studio = new StudioUnderTest(signIn: false);
        var (status, said, _) = await AskAsync(
            studio.Http,
            "/api/door/owner",
            new
            {
                name = "Wren Ashdown",
                passphrase,
                device = "a computer",
            }
        );
        Assert.Equal(HttpStatusCode.BadRequest, status);
        Assert.Matches(why, Sentence(said));
        Assert.Equal("first", Text(await GetAsync(studio.Http, "/api/door"), "state"));
    }

    private static async Task<JsonNode> GetAsync(HttpClient http, string path) =>
        JsonNode.Parse(await http.GetStringAsync(new Uri(path, UriKind.Relative)))!;

    [Fact]
    public async Task Nobody_comes_in_by_one_tap_where_the_people_are_real()
    {
        using var nobody = Browser();
        var door = await GetAsync(nobody, "/api/door");
        Assert.Empty(door["madeUp"]!.AsArray());
        Assert.Null(door["me"]);
        Assert.Empty(door["people"]!.AsArray());
        await using var scope = _studio.Services.CreateAsyncScope();
        var person = await scope.ServiceProvider.GetRequiredService<StudioContext>().People.SingleAsync();
        Assert.Equal(
            HttpStatusCode.NotFound,
            (await AskAsync(nobody, "/api/door/demo", new { personId = person.Id, device = "a phone" })).Status
        );
    }

    [Fact]
    public async Task Who_looked_at_which_picture_is_written_down_before_it_is_shown_and_once_an_hour()
    {
        var client = await _studio.ClientAsync("Ilse Branwick");
        var picture = await _studio.PictureAsync(client);
        for (var i = 0; i < 3; i++)
            Assert.Equal(HttpStatusCode.OK, await StatusAsync(_studio.Http, $"/api/pictures/{picture}"));
        var seen = (await _studio.GetAsync("/api/deeds?deed=pictureSeen"))["deeds"]!.AsArray();
        Assert.Equal("Ilse Branwick", Text(Assert.Single(seen)!, "client"));
        Assert.Equal("Coach", Text(seen[0]!, "who"));
        _clock.Now += TimeSpan.FromMinutes(61);
        await StatusAsync(_studio.Http, $"/api/pictures/{picture}");
        Assert.Equal(2, (await _studio.GetAsync("/api/deeds?deed=pictureSeen"))["deeds"]!.AsArray().Count);
        // An assistant without pictures sees none, and is not written down for it.
        using var pim = Browser(await JoinAsync("Pim Harrowgate", "assistant"));
        Assert.Equal(HttpStatusCode.Forbidden, await StatusAsync(pim, $"/api/pictures/{picture}"));
        using var sel = Browser(await JoinAsync("Sel Orrin", "assistant", pictures: true));
        Assert.Equal(HttpStatusCode.OK, await StatusAsync(sel, $"/api/pictures/{picture}"));
        Assert.Equal(3, (await _studio.GetAsync("/api/deeds?deed=pictureSeen"))["deeds"]!.AsArray().Count);
    }

    [Fact]
    public async Task An_owner_who_has_forgotten_the_passphrase_gets_a_new_way_in_on_the_machine()
    {
        string code;
        await using (var scope = _studio.Services.CreateAsyncScope())
            code = (await Features.Door.NewWayIn.MakeAsync(scope.ServiceProvider, CancellationToken.None))!.Value.Code;
        using var http = Browser();
        var joined = await AskAsync(
            http,
            "/api/door/join",
            new
            {
                code,
                name = AppSignIn.Name,
                passphrase = Passphrase,
                device = "a computer",
            }
        );
        Assert.Equal(HttpStatusCode.NoContent, joined.Status);
        // What was open with the old one is shut; the same person owns the studio, and the log says so.
        Assert.Equal(HttpStatusCode.Unauthorized, await StatusAsync(_studio.Http, "/api/floor"));
        using var owner = Browser(joined.Cookie);
        Assert.Single(await GetAsync(owner, "/api/people") is JsonArray people ? people : []);
        Assert.Contains((await GetAsync(owner, "/api/deeds"))["deeds"]!.AsArray(), d => Text(d, "deed") == "wayInMade");
    }

    [Fact]
    public async Task A_passphrase_is_changed_with_the_old_one_and_ends_the_other_devices()
    {
        var first = await JoinAsync("Tobin Marl", "coach");
        using var phone = Browser(first);
        using var sheet = Browser();
        var tablet = Browser(
            (
                await AskAsync(
                    sheet,
                    "/api/door/sign-in",
                    new
                    {
                        name = "Tobin Marl",
                        passphrase = Passphrase,
                        device = "a tablet",
                    }
                )
            ).Cookie
        );
        const string Next = "nothing but seven herons";
        var (wrong, said, _) = await AskAsync(
            phone,
            "/api/door/passphrase",
            new { old = "not this one at all", passphrase = Next },
            HttpMethod.Put
        );
        Assert.Equal(HttpStatusCode.BadRequest, wrong);
        Assert.Contains("not your passphrase", Sentence(said), StringComparison.Ordinal);
        Assert.Equal(HttpStatusCode.OK, await StatusAsync(tablet, "/api/floor"));
        var (done, _, _) = await AskAsync(
            phone,
            "/api/door/passphrase",
            new { old = Passphrase, passphrase = Next },
            HttpMethod.Put
        );
        Assert.Equal(HttpStatusCode.NoContent, done);
        Assert.Equal(HttpStatusCode.OK, await StatusAsync(phone, "/api/floor"));
        Assert.Equal(HttpStatusCode.Unauthorized, await StatusAsync(tablet, "/api/floor"));
        tablet.Dispose();
    }

    [Fact]
    public async Task Behind_https_the_cookie_goes_over_https_only()
    {
        await JoinAsync("Tobin Marl", "coach");
        using var http = Browser();
        http.DefaultRequestHeaders.Add("X-Forwarded-Proto", "https");
        using var answer = await http.PostAsJsonAsync(
            new Uri("/api/door/sign-in", UriKind.Relative),
            new
            {
                name = "Tobin Marl",
                passphrase = Passphrase,
                device = "a phone",
            }
        );
        Assert.Contains(
            "secure",
            answer.Headers.GetValues("Set-Cookie").Single().Split("; "),
            StringComparer.OrdinalIgnoreCase
        );
    }

    [Fact]
    public async Task A_server_that_is_told_to_stop_lets_go_of_the_line_that_a_page_holds_open()
    {
        using var socket = await _studio
            .Sockets()
            .ConnectAsync(new Uri("ws://localhost/api/live"), CancellationToken.None);
        var buffer = new byte[4096];
        await socket.SendAsync("{\"seq\":7}"u8.ToArray(), WebSocketMessageType.Text, true, CancellationToken.None);
        await socket.ReceiveAsync(buffer, CancellationToken.None);
        var more = socket.ReceiveAsync(buffer, CancellationToken.None);
        _studio.Services.GetRequiredService<IHostApplicationLifetime>().StopApplication();
        await Assert.ThrowsAnyAsync<IOException>(() => more.WaitAsync(TimeSpan.FromSeconds(20)));
    }

    [Fact]
    public async Task A_socket_is_shut_to_whoever_has_signed_out_meanwhile()
    {
        using var socket = await _studio
            .Sockets()
            .ConnectAsync(new Uri("ws://localhost/api/live"), CancellationToken.None);
        var question = "{\"seq\":7}"u8.ToArray();
        var buffer = new byte[4096];
        await socket.SendAsync(question, WebSocketMessageType.Text, true, CancellationToken.None);
        Assert.Equal(
            WebSocketMessageType.Text,
            (await socket.ReceiveAsync(buffer, CancellationToken.None)).MessageType
        );
        await _studio.SendAsync(HttpMethod.Post, "/api/door/sign-out", new { }, HttpStatusCode.NoContent);
        await socket.SendAsync(question, WebSocketMessageType.Text, true, CancellationToken.None);
        var end = await socket.ReceiveAsync(buffer, CancellationToken.None);
        Assert.Equal(
            (WebSocketMessageType.Close, WebSocketCloseStatus.PolicyViolation),
            (end.MessageType, end.CloseStatus)
        );
    }

    [Fact]
    public async Task What_closes_what_waits_is_the_same_each_time_and_each_one_s_own()
    {
        async Task<string> Seal(HttpClient http)
        {
            using var answer = await http.PostAsJsonAsync(new Uri("/api/door/seal", UriKind.Relative), new { });
            return Text(JsonNode.Parse(await answer.Content.ReadAsStringAsync()), "key");
        }

        using var tobin = Browser(await JoinAsync("Tobin Marl", "coach"));
        var own = await Seal(_studio.Http);
        Assert.Equal(32, Convert.FromBase64String(own).Length);
        Assert.Equal(own, await Seal(_studio.Http));
        Assert.NotEqual(own, await Seal(tobin));
    }

    [Fact]
    public async Task The_cookie_is_kept_from_scripts_and_by_a_device_whose_clock_is_wrong()
    {
        await JoinAsync("Tobin Marl", "coach");
        using var http = Browser();
        using var answer = await http.PostAsJsonAsync(
            new Uri("/api/door/sign-in", UriKind.Relative),
            new
            {
                name = "Tobin Marl",
                passphrase = Passphrase,
                device = "a phone",
            }
        );
        var cookie = answer.Headers.GetValues("Set-Cookie").Single();
        Assert.Contains("httponly", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.Contains("samesite=strict", cookie, StringComparison.OrdinalIgnoreCase);
        // Counted from when it came, not until a day that a wrong clock has passed already.
        Assert.Contains("max-age=", cookie, StringComparison.OrdinalIgnoreCase);
        Assert.DoesNotContain("expires=", cookie, StringComparison.OrdinalIgnoreCase);
    }

    [Fact]
    public async Task What_was_taken_out_and_what_was_set_otherwise_is_read_by_name()
    {
        var client = await _studio.ClientAsync("Ilse Branwick");
        var check = Text(await _studio.CheckAsync(client, 5, 24), "id");
        Assert.Equal(HttpStatusCode.OK, await StatusAsync(_studio.Http, $"/api/checks/{check}/export.csv"));
        var taken = Assert.Single((await _studio.GetAsync("/api/deeds?deed=exported"))["deeds"]!.AsArray());
        Assert.Equal(
            ("Coach", "Ilse Branwick", "a look"),
            (Text(taken!, "who"), Text(taken!, "client"), Text(taken!, "subject"))
        );
        var settings = await _studio.GetAsync($"/api/settings?client={client}");
        await _studio.SendAsync(
            HttpMethod.Put,
            "/api/settings",
            new
            {
                operationId = Guid.CreateVersion7(),
                version = settings["clientVersion"]!.GetValue<long>(),
                level = "client",
                key = client.ToString(),
                settingId = "toe",
                optionId = "middle",
            }
        );
        var changed = Assert.Single((await _studio.GetAsync("/api/deeds?deed=settingChanged"))["deeds"]!.AsArray());
        Assert.Equal(("Ilse Branwick", "toe the knee follows"), (Text(changed!, "client"), Text(changed!, "subject")));
        await _studio.SendAsync(HttpMethod.Get, "/api/deeds?deed=17", new { }, HttpStatusCode.BadRequest);
    }

    [Fact]
    public async Task A_coach_sets_what_counts_for_a_client_and_only_the_owner_what_counts_for_all()
    {
        var client = await _studio.ClientAsync();
        using var tobin = Browser(await JoinAsync("Tobin Marl", "coach"));
        var settings = await GetAsync(tobin, $"/api/settings?client={client}");
        object Change(string level, string? key, long version) =>
            new
            {
                operationId = Guid.CreateVersion7(),
                version,
                level,
                key,
                settingId = "toe",
                optionId = "middle",
            };
        var (status, said, _) = await AskAsync(
            tobin,
            "/api/settings",
            Change("studio", null, settings["studioVersion"]!.GetValue<long>()),
            HttpMethod.Put
        );
        Assert.Equal(HttpStatusCode.Forbidden, status);
        Assert.Contains("Only the owner", Sentence(said), StringComparison.Ordinal);
        Assert.Equal(
            HttpStatusCode.OK,
            (
                await AskAsync(
                    tobin,
                    "/api/settings",
                    Change("client", client.ToString(), settings["clientVersion"]!.GetValue<long>()),
                    HttpMethod.Put
                )
            ).Status
        );
        Assert.Contains(
            (await _studio.GetAsync("/api/deeds?deed=settingChanged"))["deeds"]!.AsArray(),
            d => Text(d, "who") == "Tobin Marl"
        );
    }
}
