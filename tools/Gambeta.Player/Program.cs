using System.Net;
using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using Gambeta.Core;
using Gambeta.Core.Practice.Counting;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Player;
using Gambeta.Simulation;

Options options;
try
{
    options = Options.Read(args);
}
catch (FormatException wrong)
{
    await Console.Error.WriteLineAsync($"{wrong.Message}\n{Options.Usage}");
    return 2;
}

var json = new JsonSerializerOptions(JsonSerializerDefaults.Web)
{
    Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
};
using var handler = new SocketsHttpHandler { AllowAutoRedirect = false, CookieContainer = new CookieContainer() };
using var http = new HttpClient(handler) { BaseAddress = new Uri(options.Address) };

var door = await http.GetStringAsync("/");
var token = Regex.Match(door, "name=\"__RequestVerificationToken\" type=\"hidden\" value=\"([^\"]+)\"").Groups[1].Value;
using var form = new FormUrlEncodedContent(
    new Dictionary<string, string>
    {
        ["name"] = options.Household,
        ["password"] = options.Password,
        ["__RequestVerificationToken"] = token,
    }
);
if ((await http.PostAsync("/?handler=SignIn", form)).StatusCode != HttpStatusCode.Redirect)
{
    await Console.Error.WriteLineAsync("Household and password do not belong together.");
    return 1;
}
http.DefaultRequestHeaders.Add(
    "RequestVerificationToken",
    (await http.GetFromJsonAsync<Dictionary<string, string>>("/api/token"))!["token"]
);

var found = await http.GetAsync($"/api/runs/{options.Sheet}");
if (!found.IsSuccessStatusCode)
{
    await Console.Error.WriteLineAsync($"There is no sheet '{options.Sheet}' in this household.");
    return 1;
}
var run = (await found.Content.ReadFromJsonAsync<SheetToRun>(json))!;
var chance = new Random(options.Seed);
var player = new TappingPlayer(options.Skill, options.Slips, chance);

// A sitting in the past takes place at its time of day, and none begins in the future.
var at = DateTimeOffset.UtcNow.AddDays(-options.DaysBack).AddSeconds(options.DaysBack == 0 ? -run.Sheet.ExpectedSeconds * 2 : 0);
var (session, order, touches, bests) = (Guid.CreateVersion7(at), 0, 0, 0);
foreach (var phase in run.Sheet.Phases)
{
    var (drill, began) = (run.Sheet.Drills[phase.Drill], at);
    if (phase.Kind != PhaseKind.Work)
    {
        at += TimeSpan.FromSeconds(phase.ExpectedSeconds);
        if (phase.Kind is PhaseKind.Between or PhaseKind.Done)
            await PostAsync(
                "/api/answers",
                new
                {
                    session,
                    run.Player,
                    item = phase.Drill,
                    drill = drill.Drill,
                    control = (
                        options.Skill > 0.7 ? Control.Easy
                        : options.Skill > 0.3 ? Control.Mostly
                        : Control.Shaky
                    ).ToKey(),
                    at,
                }
            );
        continue;
    }
    var (events, seconds) = player.Play(drill, phase);
    at += TimeSpan.FromSeconds(seconds);
    touches += events.Count(e => e.Kind == PlayEventKind.Touch);
    var stored = await PostAsync(
        "/api/sets",
        new
        {
            id = Guid.CreateVersion7(began),
            session,
            run.Player,
            drill = drill.Drill,
            order = ++order,
            feet = phase.Feet.ToKey(),
            startedAt = began,
            plannedSeconds = phase.Seconds,
            countedBy = "tapped",
            layout = drill.Layout,
            seconds = Math.Round(seconds, 3),
            events = PlayNotation.Write(events),
        }
    );
    bests += stored.GetProperty("bests").GetArrayLength();
}
await PostAsync(
    "/api/ends",
    new
    {
        session,
        run.Player,
        sheet = options.Sheet,
        effort = 1 + chance.Next(3, 8),
        at,
    }
);
Console.WriteLine(
    $"{run.Name} played {options.Sheet}: {order} sets, {touches} taps, {bests} bests. {options.Address}/practise/result/{session}"
);
return 0;

async Task<JsonElement> PostAsync(string path, object body)
{
    using var answer = await http.PostAsJsonAsync(path, body);
    var text = await answer.Content.ReadAsStringAsync();
    return answer.IsSuccessStatusCode
        ? JsonDocument.Parse(text).RootElement
        : throw new HttpRequestException($"{path} said {(int)answer.StatusCode}: {text}");
}

/// <summary>What the interface gives of a sheet: whose turn it is, and the timeline.</summary>
internal sealed record SheetToRun(Guid Player, string Name, RunSheet Sheet);
