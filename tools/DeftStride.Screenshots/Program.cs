using DeftStride.Browser;

// Drives the real interface on demo data with a fixed clock and refreshes the pictures in docs/screenshots.
// An argument gives another folder; a second one only the views whose name holds it ("sizes": tablet sizes instead).
const string Clock = "2026-11-24T09:02:00Z";
var folder = args.Length > 0 ? args[0] : Path.Combine(Checkout.Root, "docs/screenshots");
var only = args.Length > 1 ? args[1] : "";
using var server = new AppServer(demo: true, clock: Clock);
using var desk = new Page(server.Url);
desk.Go("/").Understood();
var tour = new DeftStride.Screenshots.Tour(desk, folder, only);
if (only == "sizes")
{
    tour.Sizes(server.Url);
    return 0;
}

using (var parts = new PartsServer())
{
    DeftStride.Screenshots.Tour.Parts(desk, parts.Url, folder, only);
}

desk.Resize(1280, 800);
tour.Benches();
tour.Clips();
if (only is "bench" or "meet" or "studio")
    return 0;
tour.Desk();
using (var another = new AppServer(demo: true, clock: Clock))
    tour.Phone(another.Url);
return 0;
