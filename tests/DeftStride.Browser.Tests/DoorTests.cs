using System.Net.Http.Json;
using System.Text.Json.Nodes;
using OpenQA.Selenium;
using Xunit;

namespace DeftStride.Browser.Tests;

/// <summary>Coming in and going out: by keys on the desk, by touch on the floor.</summary>
public sealed class DoorTests
{
    private const string Passphrase = "three lanterns under snow";

    private static Page Type(Page page, string label, string text)
    {
        var input = (IWebElement)
            page.Wait(
                $"the field \"{label}\"",
                () =>
                    page.Script(
                        "return [...document.querySelectorAll('label')].find(l => l.firstElementChild?.textContent === arguments[0])?.querySelector('input') ?? null",
                        label
                    ) as IWebElement
            );
        input.SendKeys(text);
        return page;
    }

    private static void Acts(Page page, string name) => page.Find($"button[aria-label^='Coaching {name}']");

    [Fact]
    public void An_owner_is_made_a_coach_is_invited_takes_over_by_number_and_signs_out()
    {
        var sound = new List<string>();
        using var server = new AppHost();
        using var desk = new Page(server.Url, signIn: false);
        // By keys: the first start.
        desk.Go("/").See("Who owns this studio?");
        AccessTests.Sound(desk, "first start", sound);
        Type(desk, "Your name", "Wren Ashdown");
        Type(desk, "A passphrase", "short");
        desk.Key(Keys.Enter).See("at least 12 characters");
        Type(desk, "A passphrase", " of nothing but words").Key(Keys.Enter);
        desk.Understood();
        Acts(desk, "Wren");
        desk.Go("/people").See("One person comes in here.");
        AccessTests.Sound(desk, "people", sound);
        desk.Press("Invite somebody");
        Type(desk, "Name", "Tobin Marl");
        AccessTests.Sound(desk, "an invitation", sound);
        desk.Press("Make a code");
        var code = desk.Find("[data-code]").Text;
        desk.Key(Keys.Escape).Gone("[role='dialog']");

        // By touch: the invitation.
        using var phone = new Page(server.Url, 390, 844, touch: true, signIn: false);
        phone.Go("/").See("Come in.");
        AccessTests.Sound(phone, "sign-in", sound);
        Assert.Empty(Fit.Faults(phone));
        phone.Press("I have a code");
        Type(phone, "Code", code);
        AccessTests.Sound(phone, "a code", sound);
        phone.Press("Open");
        phone.See("Welcome, Tobin.");
        Type(phone, "A passphrase", Passphrase);
        phone.Press("Come in");
        Acts(phone, "Tobin");
        // A coach finds the studio's own settings shut, and the people not at all.
        phone.Go("/people").See("the owner’s to let in");
        phone.Press("Coaching Tobin");
        phone.Press("Set a number");
        Type(phone, "Your number", "1234");
        phone.Press("Keep it");
        phone.See("Everybody tries this number first");
        phone.Find("[role='dialog'] input").SendKeys(Keys.Backspace + Keys.Backspace + "87");
        phone.Press("Keep it");
        phone.See("Change my number");
        AccessTests.Sound(phone, "who is coaching", sound);

        // On the desk he takes over, by keys.
        desk.Go("/");
        desk.Press("Coaching Wren");
        desk.Press("Tobin Marl");
        Type(desk, "Tobin’s number", "1287").Key(Keys.Enter);
        Acts(desk, "Tobin");
        desk.Press("Add a client");
        desk.Find("[role='dialog'] input").SendKeys("Ilse Branwick" + Keys.Enter);
        desk.See("Two numbers are enough to begin");
        desk.Press("Coaching Tobin");
        desk.Press("Sign out here");
        desk.See("Come in.");
        // Nothing of a client stays on the device.
        Assert.DoesNotContain(
            "Ilse",
            $"{desk.Script("return JSON.stringify({ ...localStorage })")}",
            StringComparison.Ordinal
        );
        desk.Go("/clients").See("Come in.");
        Type(desk, "Your name", "Wren Ashdown");
        Type(desk, "Your passphrase", "short of nothing but words").Key(Keys.Enter);
        Acts(desk, "Wren");
        desk.Go("/people").See("2 people come in here.");
        desk.Until(
            "who took over",
            () => desk.Text().Contains("Tobin Marl took over by number", StringComparison.Ordinal)
        );
        Assert.True(sound.Count == 0, string.Join("\n", sound));
        // What was refused is said in the console too, and nothing else is.
        Assert.DoesNotContain(desk.Errors(), e => !e.Contains("400 (Bad Request)", StringComparison.Ordinal));
    }

    [Fact]
    public async Task A_client_with_a_code_sees_their_own_page_and_nothing_else()
    {
        using var server = new AppHost(demo: true);
        using var http = AppSignIn.Client(server.Url);
        var ids = JsonNode
            .Parse(await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)))!
            .AsArray()
            .ToDictionary(c => c!["name"]!.ToString(), c => c!["id"]!.ToString());
        var client = ids.Single(c => c.Key.StartsWith("Bram", StringComparison.Ordinal));
        using var given = await http.PostAsJsonAsync(
            new Uri("/api/client-codes", UriKind.Relative),
            new { id = Guid.CreateVersion7(), clientId = client.Value }
        );
        var code = JsonNode.Parse(await given.Content.ReadAsStringAsync())!["code"]!.ToString();
        using var phone = new Page(server.Url, 390, 844, touch: true, signIn: false);
        phone.Go("/").See("Who is coaching?");
        phone.Press("I have a code");
        Type(phone, "Code", code);
        phone.Press("Open");
        phone.See("Your set-up");
        phone.See(client.Key);
        var sound = new List<string>();
        AccessTests.Sound(phone, "own page", sound);
        Assert.True(sound.Count == 0, string.Join("\n", sound));
        Assert.Empty(Fit.Faults(phone));
        foreach (var other in new[] { "/", "/studio", $"/clients/{ids.First(c => c.Key != client.Key).Value}" })
        {
            phone.Go(other).See("Your set-up");
            Assert.DoesNotContain(ids.Keys, n => n != client.Key && phone.Text().Contains(n, StringComparison.Ordinal));
        }

        phone.Press("Sign out on this device");
        phone.See("Who is coaching?");
    }

    [Fact]
    public async Task What_is_entered_after_a_sign_in_ended_waits_and_is_sent_as_whoever_entered_it()
    {
        using var server = new AppHost();
        using var page = new Page(server.Url);
        page.Go("/").Understood();
        Acts(page, AppSignIn.Name);
        // Signed out from another device meanwhile.
        using (var elsewhere = AppSignIn.Client(server.Url))
        {
            using var left = await elsewhere.PostAsJsonAsync(
                new Uri("/api/door/sign-out-everywhere", UriKind.Relative),
                new { }
            );
            Assert.True(left.IsSuccessStatusCode);
        }

        page.Press("Add a client");
        page.Find("[role='dialog'] input").SendKeys("Ilse Branwick" + Keys.Enter);
        page.See("Come in.");
        page.See("One thing waits on this device.");
        // The door tells nobody what it is, and neither does the device to whoever looks into it.
        Assert.DoesNotContain("Ilse", page.Text(), StringComparison.Ordinal);
        page.Until(
            "what waits is closed",
            () =>
                Waiting(page) is var w
                && w.Contains("POST", StringComparison.Ordinal)
                && !w.Contains("Ilse", StringComparison.Ordinal)
        );
        Type(page, "Your name", AppSignIn.Name);
        Type(page, "Your passphrase", AppSignIn.Passphrase).Key(Keys.Enter);
        page.See("Ilse Branwick");
        using var http = AppSignIn.Client(server.Url);
        Assert.Contains(
            "Ilse Branwick",
            await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative)),
            StringComparison.Ordinal
        );
    }

    /// <summary>What waits on the device as it lies there.</summary>
    private static string Waiting(Page page) =>
        (string)
            page.Driver.ExecuteAsyncScript(
                "const done = arguments[0]; const r = indexedDB.open('deft-stride'); r.onsuccess = () => { const all = r.result.transaction('entries').objectStore('entries').getAll(); all.onsuccess = () => { r.result.close(); done(JSON.stringify(all.result)); }; };"
            )!;

    /// <summary>A coach with a number, beside the owner.</summary>
    private static async Task JoinAsync(string url, string name, string pin)
    {
        using var owner = AppSignIn.Client(url);
        using var invited = await owner.PostAsJsonAsync(
            new Uri("/api/invitations", UriKind.Relative),
            new
            {
                id = Guid.CreateVersion7(),
                role = "coach",
                name,
                onlyOwn = false,
                pictures = true,
            }
        );
        var code = JsonNode.Parse(await invited.Content.ReadAsStringAsync())!["code"]!.ToString();
        // Keeps its own cookie, as a browser does.
        using var own = new HttpClient { BaseAddress = new Uri(url) };
        using var joined = await own.PostAsJsonAsync(
            new Uri("/api/door/join", UriKind.Relative),
            new
            {
                code,
                name,
                passphrase = Passphrase,
                device = "a phone",
            }
        );
        using var numbered = await own.PutAsJsonAsync(new Uri("/api/door/pin", UriKind.Relative), new { pin });
        Assert.True(numbered.IsSuccessStatusCode);
    }

    [Fact]
    public async Task Somebody_who_takes_over_without_a_signal_goes_on_and_the_studio_hears_their_number_later()
    {
        using var server = new AppHost();
        using var gate = new SignalGate(server.Url);
        using var page = new Page(gate.Url);
        await JoinAsync(server.Url, "Tobin Marl", "1287");
        page.Go("/").Understood();
        gate.Shut();
        page.Press($"Coaching {AppSignIn.Name}");
        page.Press("Tobin Marl");
        Type(page, "Tobin’s number", "9999").Key(Keys.Enter);
        Acts(page, "Tobin");
        page.See("the studio hears when it answers again");
        page.Key(Keys.Escape);
        page.Press("Add a client");
        page.Find("[role='dialog'] input").SendKeys("Ilse Branwick" + Keys.Enter);
        page.See("One thing is waiting here");
        // A wrong number: nothing is sent as him, and nothing is lost.
        gate.Open();
        page.See("Is this Tobin?");
        var sound = new List<string>();
        AccessTests.Sound(page, "a number once more", sound);
        Assert.True(sound.Count == 0, string.Join("\n", sound));
        page.Press("Not Tobin: go on as Coach");
        Acts(page, AppSignIn.Name);
        page.See("for Tobin to sign in here again");
        using var http = AppSignIn.Client(server.Url);
        async Task<string> Clients() => await http.GetStringAsync(new Uri("/api/clients", UriKind.Relative));
        Assert.DoesNotContain("Ilse", await Clients(), StringComparison.Ordinal);
        // The right one, without a signal again.
        gate.Shut();
        page.Press($"Coaching {AppSignIn.Name}");
        page.Press("Tobin Marl");
        Type(page, "Tobin’s number", "1287").Key(Keys.Enter);
        Acts(page, "Tobin");
        gate.Open();
        page.Until("it is there", () => Clients().GetAwaiter().GetResult().Contains("Ilse", StringComparison.Ordinal));
        var log = await http.GetStringAsync(new Uri("/api/deeds?deed=tookOver", UriKind.Relative));
        Assert.Contains("Tobin Marl", log, StringComparison.Ordinal);
    }

    [Fact]
    public void A_key_of_the_device_opens_the_studio_in_place_of_a_passphrase()
    {
        using var server = new AppHost();
        // Browsers keep keys for names, not for numbers.
        var url = server.Url.Replace("127.0.0.1", "localhost", StringComparison.Ordinal);
        using var page = new Page(url);
        page.Changed = true;
        page.Driver.AddVirtualAuthenticator(
            new OpenQA.Selenium.VirtualAuth.VirtualAuthenticatorOptions()
                .SetProtocol(OpenQA.Selenium.VirtualAuth.VirtualAuthenticatorOptions.Protocol.CTAP2)
                .SetTransport(OpenQA.Selenium.VirtualAuth.VirtualAuthenticatorOptions.Transport.INTERNAL)
                .SetHasResidentKey(true)
                .SetHasUserVerification(true)
                .SetIsUserVerified(true)
        );
        page.Go("/").Understood();
        page.Press($"Coaching {AppSignIn.Name}");
        page.Press("Sign in by a key of this device");
        page.See("This device’s key opens the studio now");
        page.Press("Sign out here");
        page.See("Come in.");
        page.Press("With a key of this device");
        Acts(page, AppSignIn.Name);
        page.Go("/people").See("added a passkey");
        page.See("passkey");
        // The one device that had it is gone: its key is taken away, and opens nothing any more.
        page.Press($"Coaching {AppSignIn.Name}");
        page.Press("Take away");
        page.Until("no key left", () => !page.Text().Contains("Keys that open", StringComparison.Ordinal));
        page.Press("Sign out here");
        page.See("Come in.");
        page.Press("With a key of this device");
        page.See("The key of this device was not taken.");
        page.See("Come in.");
        Assert.DoesNotContain(page.Errors(), e => !e.Contains("400 (Bad Request)", StringComparison.Ordinal));
    }

    [Fact]
    public void An_assistant_has_the_day_and_its_sessions()
    {
        using var server = new AppHost(demo: true);
        using var phone = new Page(server.Url, 390, 844, touch: true, signIn: false);
        phone.Go("/").Press("Pim Harrowgate");
        phone.Understood();
        phone.Find("button[aria-label^='Helping Pim']");
        Assert.DoesNotContain("Check ", phone.Text(), StringComparison.Ordinal);
        phone.Go("/studio").See("This is for the coaches.");
        phone.Go("/").Press("Start");
        phone.Find("[data-act]");
        Assert.Contains("/session", phone.Driver.Url, StringComparison.Ordinal);
        Assert.DoesNotContain(phone.Errors(), e => e.Contains("403", StringComparison.Ordinal));
    }
}
