using BenchmarkDotNet.Running;
using DeftStride.Bench;

// dotnet run -c Release --project bench/DeftStride.Bench -- core | start | live | hand | play | session | plan | people | carry | load
// "core" counts measurements, verdicts and set-up solves, "start" times the server to its first answer and its memory at rest,
// "live" moves a point 500 times in a real browser and times the reading, "hand" times what a tap and
// a way between screens take until they are painted, "play" times the frames of two films in step, "session" the taps and the
// tempo of a session, "plan" plans weeks for two hundred clients and asks for the studio's, "people" has two hundred signed in who look at once, "carry" saves, brings back, takes out and brings in a studio of 2,000 clients, "load" asks for screens of one of 2,000 clients
// and five years fifty times a second; a name behind it ("load client") asks for that one alone.
// Each run says at its end how busy the machine itself was: `Lateness`.
if (args is ["empty", var url])
{
    StartBench.Serve(url);
    return 0;
}

var before = Lateness.Now();
var code = await RunAsync();
if (code != 2)
    Console.WriteLine(Lateness.Said(before, Lateness.Now()));
return code;

async Task<int> RunAsync()
{
    switch (args.FirstOrDefault())
    {
        case "core":
            BenchmarkRunner.Run<ReadingBench>();
            BenchmarkRunner.Run<SetupBench>();
            BenchmarkRunner.Run<PositionBench>();
            BenchmarkRunner.Run<DecisionBench>();
            BenchmarkRunner.Run<SeeingBench>();
            return 0;
        case "start":
            return StartBench.Run();
        case "live":
            return LiveBench.Run();
        case "hand":
            return HandBench.Run();
        case "play":
            return await PlayBench.RunAsync();
        case "session":
            return await SessionBench.RunAsync();
        case "plan":
            return await PlanBench.RunAsync();
        case "people":
            return await PeopleBench.RunAsync();
        case "carry":
            return await CarryBench.RunAsync(
                args.Length > 1 ? int.Parse(args[1], System.Globalization.CultureInfo.InvariantCulture) : 2000
            );
        case "load":
            return await LoadBench.RunAsync(args.ElementAtOrDefault(1));
        default:
            Console.Error.WriteLine("Say which: core, start, live, hand, play, session, plan, people, carry or load.");
            return 2;
    }
}
