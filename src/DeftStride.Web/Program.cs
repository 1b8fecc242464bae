using System.Globalization;
using System.Reflection;
using System.Runtime.InteropServices;
using System.Text.Json;
using System.Text.Json.Serialization.Metadata;
using DeftStride.Data;
using DeftStride.Data.Files;
using DeftStride.Data.Films;
using DeftStride.Data.Pictures;
using DeftStride.Demo;
using DeftStride.Studio.Bench;
using DeftStride.Studio.Calendars;
using DeftStride.Studio.Choices;
using DeftStride.Studio.Decisions;
using DeftStride.Studio.Films;
using DeftStride.Studio.Ladders;
using DeftStride.Studio.Logs;
using DeftStride.Studio.Looks;
using DeftStride.Studio.People;
using DeftStride.Studio.Pictures;
using DeftStride.Studio.Plans;
using DeftStride.Studio.Safety;
using DeftStride.Studio.Sessions;
using DeftStride.Studio.Standing;
using DeftStride.Studio.Today;
using DeftStride.Studio.Trials;
using DeftStride.Studio.Upkeep;
using DeftStride.Studio.Work;
using DeftStride.Web.Access;
using DeftStride.Web.Commands;
using DeftStride.Web.Features.Backups;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Calendars;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Clients;
using DeftStride.Web.Features.Clips;
using DeftStride.Web.Features.Devices;
using DeftStride.Web.Features.Door;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Erasing;
using DeftStride.Web.Features.Exports;
using DeftStride.Web.Features.Floor;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Live;
using DeftStride.Web.Features.Logs;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Pictures;
using DeftStride.Web.Features.Plans;
using DeftStride.Web.Features.Positions;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Features.Sessions;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;
using Microsoft.AspNetCore.HttpOverrides;

// Without a word before them these are of "serve"; what else can be done by command: see CommandLine.
// --data FOLDER   where the studio's data lives (default: data)
// --web FOLDER    the built front end (default: web/dist)
// --clock INSTANT start the clock at this moment instead of the real one
// --new-way-in true  make a code for an owner who has forgotten the passphrase, say it and end
// --demo true     fill an empty data folder with made-up people
// --backups FOLDER where backups go, also on another disk (default: backups in the data folder)
// --backup-passphrase-file FILE  its first line closes every backup
// --hosts A,B     names besides the loopback ones that this server may be called by
// --telemetry URL where measurements are sent (OpenTelemetry over gRPC); nothing leaves this machine without it
// --crowd NUMBER  and with so many copies of them over five years, for measuring
// A disk quota may come as a signal that ends a process by default; a write that fails is answered for instead.
using var tooLarge = PosixSignalRegistration.Create((PosixSignal)FileSizeExceeded, signal => signal.Cancel = true);
if (await CommandLine.TryRunAsync(args, Console.Out, Console.Error) is { } ended)
    return ended;

// The build runs this file to write the API description; it must not touch any data then.
var serving = Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider";

// Thinking the database's model through takes as long as everything up to the first request: side by side.
if (serving)
    _ = Task.Run(StudioDatabase.Ponder);
var builder = WebApplication.CreateBuilder(CommandLine.Serving(args));
var folder = new StudioFolder(Path.GetFullPath(builder.Configuration["data"] ?? "data"));
var web = Path.GetFullPath(builder.Configuration["web"] ?? Path.Combine("web", "dist"));
var urls = builder.Configuration["urls"];

builder.Logging.AddFilter("Microsoft.EntityFrameworkCore", LogLevel.Warning);
builder.Logging.AddFilter("Microsoft.AspNetCore", LogLevel.Warning);

// That the keys of the cookies lie in the studio's folder as they are is meant: whoever reads it reads everything.
builder.Logging.AddFilter("Microsoft.AspNetCore.DataProtection", LogLevel.Error);

// A start that fails ends in one sentence or in its exception, said once.
builder.Logging.AddFilter("Microsoft.Extensions.Hosting", LogLevel.None);
builder.WebHost.ConfigureKestrel(o => o.AddServerHeader = false);
builder
    .Services.AddOptions<Microsoft.AspNetCore.Http.Json.JsonOptions>()
    .Configure<IHttpContextAccessor>(
        (o, asked) =>
        {
            var wire = Json.ConfigureWire(o.SerializerOptions);
            wire.TypeInfoResolver = (wire.TypeInfoResolver ?? new DefaultJsonTypeInfoResolver()).WithAddedModifier(
                Telling.In(() => Telling.Of(asked.HttpContext))
            );
            // Whoever writes the interface down has to see the whole of it.
            if (serving)
                wire.TypeInfoResolver = new DeferredJson(new JsonSerializerOptions(wire));
        }
    );

// Every refusal comes to one place, in Production too, and leaves it as a sentence.
builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = true);
builder.Services.AddResponseCompression(o =>
    o.MimeTypes = [
        .. Microsoft.AspNetCore.ResponseCompression.ResponseCompressionDefaults.MimeTypes,
        "application/problem+json",
        "image/svg+xml",
        "font/ttf",
    ]
);
builder.Services.AddOpenApi("v1", OpenApiShape.Configure);
builder.Services.AddHttpContextAccessor();
builder.Services.AddSingleton(
    builder.Configuration["clock"] is { Length: > 0 } start
        ? new FixedClock(DateTimeOffset.Parse(start, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal))
        : TimeProvider.System
);
builder.Services.AddSingleton(folder);
builder.Services.AddSingleton(new PictureFolder(folder.Pictures));
builder.Services.AddSingleton(new FilmFolder(folder.Films));
builder.Services.AddHybridCache();
builder.Services.AddSingleton<StudioCache>();
builder.Services.AddSingleton<StudioManner>();
builder.Services.AddSingleton<StudioDoor>();
builder.Services.AddSingleton<MediaTurn>();
builder.Services.AddSingleton<BackupStanding>();
builder.Services.AddSingleton(BackupSettings.Of(builder.Configuration, folder));
builder.Services.AddSingleton<BackupKeeper>();
builder.Services.AddSingleton<StudioStart>();
builder.Services.AddSingleton<MediaSweeping>();
builder.Services.AddSingleton(new StudioConnections(folder.Database));
builder.Services.AddSingleton<WriteOrder>();
builder.Services.AddSingleton<WriteTurns>();
builder.Services.AddSingleton<PageTurns>();
builder.Services.AddSingleton<RestingMemory>();
builder.Services.AddDbContext<StudioContext>(
    (services, o) =>
    {
        StudioDatabase.Configure(o, services.GetRequiredService<StudioConnections>());
        // What was worked out before a write is dropped only after the write has its place.
        o.AddInterceptors(services.GetRequiredService<WriteOrder>(), services.GetRequiredService<StudioCache>());
    }
);
if (Telemetry.Configure(builder) is { } problem)
{
    Console.Error.WriteLine(problem);
    return 1;
}

builder.Services.AddSingleton(Interface.Current);
builder.Services.AddScoped<StudioScope>();
builder.Services.AddScoped<FactWriter>();
builder.Services.AddScoped<RecordChanger>();
builder.Services.AddScoped<PictureShelf>();
builder.Services.AddScoped<LadderShelf>();
builder.Services.AddScoped<TempoBook>();
builder.Services.AddScoped<TodayBook>();
builder.Services.AddScoped<PainBook>();
builder.Services.AddScoped<ConditionGuard>();
builder.Services.AddScoped<ConditionShelf>();
builder.Services.AddScoped<LadderBook>();
builder.Services.AddScoped<CheckBook>();
builder.Services.AddScoped<SetupShelf>();
builder.Services.AddScoped<OwnPictures>();
builder.Services.AddScoped<TrialBook>();
builder.Services.AddScoped<CorrectionBook>();
builder.Services.AddScoped<DecisionBook>();
builder.Services.AddScoped<PersonRules>();
builder.Services.AddScoped<RangeRecorder>();
builder.Services.AddScoped<FlagRecorder>();
builder.Services.AddScoped<LadderChecks>();
builder.Services.AddScoped<StandRecorder>();
builder.Services.AddScoped<LogRecorder>();
builder.Services.AddScoped<LogImporter>();
builder.Services.AddScoped<SessionBook>();
builder.Services.AddScoped<SessionRecorder>();
builder.Services.AddScoped<SessionPages>();
builder.Services.AddScoped<PlanBook>();
builder.Services.AddScoped<PlanRecorder>();
builder.Services.AddScoped<KitBook>();
builder.Services.AddScoped<PlanPages>();
builder.Services.AddScoped<StudioPlanPages>();
builder.Services.AddScoped<ClashPages>();
builder.Services.AddScoped<CalendarKeeper>();
builder.Services.AddSingleton<CalendarPace>();
builder.Services.AddScoped<TrialRecorder>();
builder.Services.AddScoped<HeightTrialRecorder>();
builder.Services.AddScoped<WedgeTrialRecorder>();
builder.Services.AddScoped<PropLender>();
builder.Services.AddScoped<DecisionRecorder>();
builder.Services.AddScoped<CheckPages>();
builder.Services.AddScoped<StridePages>();
builder.Services.AddSingleton<StudioExperience>();
builder.Services.AddScoped<CheckRecorder>();
builder.Services.AddScoped<DemoStudio>();
builder.Services.AddScoped<DemoCrowd>();
builder.Services.AddSingleton<DeviceShelf>();
builder.Services.AddScoped<PictureBook>();
builder.Services.AddScoped<PictureSweep>();
builder.Services.AddScoped<ClipRecorder>();
builder.Services.AddScoped<FilmShelf>();
builder.Services.AddScoped<FilmBook>();
builder.Services.AddScoped<FilmSweep>();
builder.Services.AddScoped<PlayBook>();
builder.Services.AddScoped<SpoiltData>();
builder.Services.AddScoped<Eraser>();
builder.Services.AddScoped<ClientArrival>();
builder.Services.AddSingleton<ExportKeeper>();
builder.Services.AddSingleton<ArrivalDesk>();

DoorSetup.Add(builder.Services, serving ? folder : null);
if (serving)
{
    builder.Services.AddHostedService(s => s.GetRequiredService<StudioStart>());
    builder.Services.AddHostedService<NewWayIn>();
    builder.Services.AddHostedService(s => s.GetRequiredService<MediaSweeping>());
    builder.Services.AddHostedService<BackupSchedule>();
    builder.Services.AddHostedService(s => s.GetRequiredService<RestingMemory>());
}

var app = builder.Build();

// Behind a proxy on the same machine: who asks and whether it came by https is what the proxy says. Nobody else is believed.
app.UseForwardedHeaders(
    new ForwardedHeadersOptions { ForwardedHeaders = ForwardedHeaders.XForwardedFor | ForwardedHeaders.XForwardedProto }
);
app.UseHsts();
app.UseResponseCompression();
app.UseMiddleware<RequestLog>();
app.UseMiddleware<RefusalMiddleware>();
app.UseMiddleware<Callers>();
app.UseMiddleware<InterfaceMiddleware>();
app.UseMiddleware<DoorMiddleware>();
app.UseAuthentication();
app.UseMiddleware<WhoWrites>();
app.UseAuthorization();
app.UseWebSockets(new WebSocketOptions { KeepAliveInterval = TimeSpan.FromSeconds(20) });

// Every endpoint lies in a named room under a named policy; what lies in none is open to nobody.
var api = app.MapGroup("/api").WithPageTurns().WithManner().WithShape();
Health.Map(api.Room("health", Policies.Page));
DoorEndpoints.Map(api.Room("door", Policies.Page));
DoorEndpoints.MapInside(api.Room("door inside", Policies.SignedIn));
DoorEndpoints.MapStaff(api.Room("door of the studio", Policies.Assist));
PasskeyEndpoints.Map(api.Room("keys", Policies.Page));
PasskeyEndpoints.MapStaff(api.Room("own keys", Policies.Assist));
BackupEndpoints.Map(api.Room("backups", Policies.Owner));
ErasureEndpoints.Map(api.Room("erasures", Policies.Owner));
ExportEndpoints.Map(api.Room("carrying", Policies.Owner));
PeopleEndpoints.Map(api.Room("people", Policies.Owner));
PeopleEndpoints.MapCodes(api.Room("client codes", Policies.Coach));
DeedEndpoints.Map(api.Room("deeds", Policies.Owner));
OwnEndpoints.Map(api.Room("own", Policies.Own));
StudioEndpoints.Map(api.Room("studio", Policies.Assist));
StudioEndpoints.MapKit(api.Room("kit", Policies.Coach));
StudioEndpoints.MapOwner(api.Room("the studio itself", Policies.Owner));
SettingEndpoints.Map(api.Room("settings", Policies.Coach));
BandEndpoints.Map(api.Room("bands", Policies.Coach));
FloorEndpoints.Map(api.Room("floor", Policies.Assist));
FloorEndpoints.MapVisits(api.Room("planned visits", Policies.Coach));
ClientEndpoints.Map(api.Room("clients", Policies.Assist));
ClientEndpoints.MapRecords(api.Room("clients on record", Policies.Coach));
FlagEndpoints.Map(api.Room("safety", Policies.Assist));
FlagEndpoints.MapClearing(api.Room("clearings", Policies.Coach));
PictureEndpoints.Map(api.Room("pictures", Policies.Media));
FilmEndpoints.Map(api.Room("films", Policies.Media));
LookEndpoints.Map(api.Room("reading", Policies.Compute));
ClipEndpoints.Map(api.Room("clips", Policies.Compute));
DeviceEndpoints.Map(api.Room("devices", Policies.Coach));
LiveReading.Map(api.Room("live", Policies.Compute));
CheckEndpoints.Map(api.Room("checks", Policies.Coach));
PlayEndpoints.Map(api.Room("play", Policies.Coach));
TrackExport.Map(api.Room("tracks", Policies.Coach));
CheckExport.Map(api.Room("exports", Policies.Coach));
CueEndpoints.Map(api.Room("cues", Policies.Coach));
LibraryEndpoints.Map(api.Room("library", Policies.Coach));
LadderEndpoints.Map(api.Room("ladders", Policies.Coach));
LadderEndpoints.MapOwner(api.Room("the studio's ladders", Policies.Owner));
LogEndpoints.Map(api.Room("logs", Policies.Assist));
LogTableEndpoints.Map(api.Room("tables", Policies.Coach));
LogTableEndpoints.MapImport(api.Room("imports", Policies.Owner));
SessionEndpoints.Map(api.Room("sessions", Policies.Assist));
PlanEndpoints.Map(api.Room("plans", Policies.Coach));
CalendarEndpoints.Map(api.Room("calendars", Policies.Coach));
CalendarEndpoints.MapPrivate(api.Room("calendar", Policies.Token));
PropEndpoints.Map(api.Room("props", Policies.Coach));
WedgeEndpoints.Map(api.Room("wedges", Policies.Compute));
WedgeEndpoints.MapTrials(api.Room("wedge-trials", Policies.Coach));
EditEndpoints.Map(api.Room("edits", Policies.Coach));
IntakeEndpoints.Map(api.Room("intake", Policies.Coach));
BenchEndpoints.Map(api.Room("bench", Policies.Coach));
HeightTrialEndpoints.Map(api.Room("heights", Policies.Coach));
PositionEndpoints.Map(api.Room("positions", Policies.Coach));
api.Room("nowhere", Policies.Page)
    .MapFallback(() =>
    {
        throw Refusal.Missing("There is nothing at this address.");
    });

FrontEnd.Map(app, web);

try
{
    DurableFiles.OwnerOnly();
    await app.StartAsync();
    await app.WaitForShutdownAsync();
    return 0;
}
catch (StudioClosedException closed)
{
    Console.Error.WriteLine(closed.Message);
    return 1;
}
catch (OperationCanceledException)
{
    Console.Error.WriteLine("Stopped while the studio was being opened. Nothing is lost; the next start goes on.");
    return 1;
}
catch (IOException e) when (e.InnerException is Microsoft.AspNetCore.Connections.AddressInUseException)
{
    Console.Error.WriteLine(
        $"The address {urls} is in use. Stop what runs there, or start Deft Stride on another one with --urls. Nothing was changed."
    );
    return 1;
}
finally
{
    // Where the address could not be had the folder is still being opened, with what would be gone.
    if (serving)
        await app.Services.GetRequiredService<StudioStart>().OpenedAsync();
    await app.DisposeAsync();
}

/// <summary>The server; named so that tests can start it.</summary>
internal sealed partial class Program
{
    /// <summary>SIGXFSZ on Linux.</summary>
    private const int FileSizeExceeded = 25;
}
