using System.Globalization;
using Gambeta.Core.Base.Yaml;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Web.Setup;
using Gambeta.Words;

// Whatever language the machine speaks, numbers and days are written in one way; words are the application's own.
CultureInfo.DefaultThreadCurrentCulture =
    CultureInfo.DefaultThreadCurrentUICulture =
    CultureInfo.CurrentCulture =
        CultureInfo.InvariantCulture;

var builder = WebApplication.CreateBuilder(args);

// Secrets as files, each named as its setting is (ConnectionStrings__App): what stands in the environment of a process is read by more than
// the process.
if (builder.Configuration["Secrets"] is { Length: > 0 } secrets)
    builder.Configuration.AddKeyPerFile(secrets);
DrillCatalogue catalogue;
try
{
    // From here on: the cards are read in it as well.
    Language.Current = Spoken.Of(builder.Configuration);
    catalogue = builder.Configuration["DrillFolder"] is { } folder ? DrillCatalogue.InFolder(folder) : DrillCatalogue.Shipped();
}
catch (Exception broken) when (broken is CatalogueException or ArgumentException or FormatException)
{
    await Console.Error.WriteLineAsync($"A drill card or a language cannot be read, so Gambeta does not start.\n  {broken.Message}");
    return 1;
}

if (args is [Commands.Texts, var into])
    return Commands.WriteTexts(into, catalogue);

// "migrate" and "recover NAME" are for whoever runs the server; they do their work and end.
if (args is [Commands.Migrate or Commands.Recover, ..])
    return await Commands.RunAsync(args, builder.Configuration, catalogue);

if (builder.Configuration.GetConnectionString("App") is not { } database)
{
    await Console.Error.WriteLineAsync(
        "Gambeta needs its database: start it with ./start, or run its 'migrate' once and set ConnectionStrings__App."
    );
    return 1;
}
builder.AddGambeta(catalogue, database);
var app = builder.Build();
if (await Commands.WhyNotReadyAsync(app.Services) is { } why)
{
    await Console.Error.WriteLineAsync(why);
    return 1;
}
app.UseGambeta();
await app.RunAsync();
return 0;

/// <summary>Named so that tests can host the application.</summary>
public partial class Program;
