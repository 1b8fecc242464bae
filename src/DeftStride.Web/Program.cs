using System.Globalization;
using System.Reflection;
using DeftStride.Data;
using DeftStride.Data.Pictures;
using DeftStride.Web.Demo;
using DeftStride.Web.Features.Bodies;
using DeftStride.Web.Features.Checks;
using DeftStride.Web.Features.Clients;
using DeftStride.Web.Features.Devices;
using DeftStride.Web.Features.Dosing;
using DeftStride.Web.Features.Floor;
using DeftStride.Web.Features.Ladders;
using DeftStride.Web.Features.Library;
using DeftStride.Web.Features.Measuring;
using DeftStride.Web.Features.Pictures;
using DeftStride.Web.Features.Safety;
using DeftStride.Web.Features.Setup;
using DeftStride.Web.Features.Studio;
using DeftStride.Web.Hosting;

// --data FOLDER   where the studio's data lives (default: data)
// --web FOLDER    the built front end (default: web/dist)
// --clock INSTANT start the clock at this moment instead of the real one
// --demo true     fill an empty data folder with made-up people
// --crowd NUMBER  and with so many copies of them over five years, for measuring
var builder = WebApplication.CreateBuilder(args);
var folder = Path.GetFullPath(builder.Configuration["data"] ?? "data");
var web = Path.GetFullPath(builder.Configuration["web"] ?? Path.Combine("web", "dist"));

builder.Logging.AddFilter("Microsoft.EntityFrameworkCore", LogLevel.Warning);
builder.Logging.AddFilter("Microsoft.AspNetCore", LogLevel.Warning);
builder.WebHost.ConfigureKestrel(o => o.AddServerHeader = false);
builder.Services.ConfigureHttpJsonOptions(o => Json.Configure(o.SerializerOptions));
builder.Services.AddOpenApi("v1", OpenApiShape.Configure);
builder.Services.AddHttpContextAccessor();
builder.Services.AddSingleton(builder.Configuration["clock"] is { Length: > 0 } start
    ? new FixedClock(DateTimeOffset.Parse(start, CultureInfo.InvariantCulture, DateTimeStyles.AssumeUniversal))
    : TimeProvider.System);
builder.Services.AddSingleton(new PictureFolder(Path.Combine(folder, "pictures")));
builder.Services.AddSingleton<StudioPulse>();
builder.Services.AddDbContext<StudioContext>((services, o) =>
{
    StudioDatabase.Configure(o, Path.Combine(folder, StudioDatabase.FileName));
    o.AddInterceptors(services.GetRequiredService<StudioPulse>());
});
builder.Services.AddScoped<StudioScope>();
builder.Services.AddScoped<FactWriter>();
builder.Services.AddScoped<RecordChanger>();
builder.Services.AddScoped<PictureShelf>();
builder.Services.AddScoped<LadderBook>();
builder.Services.AddScoped<CheckBook>();
builder.Services.AddSingleton<StudioExperience>();
builder.Services.AddScoped<CheckRecorder>();
builder.Services.AddScoped<DemoStudio>();
builder.Services.AddScoped<DemoCrowd>();
builder.Services.AddSingleton<DeviceShelf>();

var app = builder.Build();
app.UseMiddleware<RefusalMiddleware>();
app.UseWebSockets(new WebSocketOptions { KeepAliveInterval = TimeSpan.FromSeconds(20) });

// Everything private hangs on this one group, so that sign-in can close it in one line.
var api = app.MapGroup("/api");
StudioEndpoints.Map(api);
SettingEndpoints.Map(api);
BandEndpoints.Map(api);
FloorEndpoints.Map(api);
ClientEndpoints.Map(api);
FlagEndpoints.Map(api);
PictureEndpoints.Map(api);
LookEndpoints.Map(api);
DeviceEndpoints.Map(api);
LiveReading.Map(api);
CheckEndpoints.Map(api);
CheckExport.Map(api);
CueEndpoints.Map(api);
LibraryEndpoints.Map(api);
LadderEndpoints.Map(api);
LogEndpoints.Map(api);
PropEndpoints.Map(api);
WedgeEndpoints.Map(api);
EditEndpoints.Map(api);
IntakeEndpoints.Map(api);
BenchEndpoints.Map(api);
api.MapFallback(() => { throw Refusal.Missing("There is nothing at this address."); });

FrontEnd.Map(app, web);

// The build runs this file to write the API description; it must not touch any data then.
if (Assembly.GetEntryAssembly()?.GetName().Name != "GetDocument.Insider")
{
    Directory.CreateDirectory(folder);
    await StudioStart.OpenAsync(app.Services, folder);
    if (builder.Configuration.GetValue<bool>("demo"))
    {
        await using var scope = app.Services.CreateAsyncScope();
        if (!await scope.ServiceProvider.GetRequiredService<DemoStudio>().SeedAsync(CancellationToken.None))
        {
            Console.Error.WriteLine("The made-up people were only half put in when this was stopped the last time. Begin anew with: ./demo --fresh");
            Environment.Exit(1);
        }

        if (builder.Configuration.GetValue<int>("crowd") is > 0 and var crowd) await scope.ServiceProvider.GetRequiredService<DemoCrowd>().GatherAsync(crowd, CancellationToken.None);
    }
}

app.Run();

/// <summary>The server; named so that tests can start it.</summary>
internal sealed partial class Program;
