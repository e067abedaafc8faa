// The yardstick of the page benchmark: the framework serving a Razor page with nothing on it.
using System.Net;

var builder = WebApplication.CreateBuilder(args);
builder.Logging.ClearProviders();
builder.WebHost.ConfigureKestrel(kestrel => kestrel.Listen(IPAddress.Loopback, builder.Configuration.GetValue("port", 5090)));
builder.Services.AddRazorPages();
var app = builder.Build();
app.MapRazorPages();
app.Run();
