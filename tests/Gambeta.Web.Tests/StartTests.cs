using System.Diagnostics;
using System.Net;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;

namespace Gambeta.Web.Tests;

public class StartTests
{
    [Fact]
    public async Task A_broken_drill_file_stops_the_start_and_names_its_line()
    {
        var folder = Directory.CreateTempSubdirectory("gambeta-cards-");
        await File.WriteAllTextAsync(
            Path.Combine(folder.FullName, "broken.yaml"),
            "- id: x\n  name: X\n  purpose: Y\n  measured by: luck\n",
            TestContext.Current.CancellationToken
        );
        var (code, error) = await StartAsync([], ("DrillFolder", folder.FullName));
        code.ShouldBe(1);
        error.ShouldContain("broken.yaml, line 4: “luck” is not a measured by");
        folder.Delete(recursive: true);
    }

    [Fact]
    public async Task Without_a_database_the_start_says_what_to_do()
    {
        (await StartAsync([])).Error.ShouldContain("start it with ./start");
        const string nobody = "Host=127.0.0.1;Port=1;Username=x;Password=x;Timeout=2";
        foreach (var command in new string[][] { [], ["migrate"] })
        {
            var (code, error) = await StartAsync(command, ("ConnectionStrings__App", nobody), ("ConnectionStrings__Owner", nobody));
            code.ShouldBe(1);
            error.ShouldContain("cannot reach its database");
        }
    }

    [Fact]
    public async Task When_the_database_goes_away_pages_say_so_and_the_application_recovers_by_itself()
    {
        var folder = Directory.CreateTempSubdirectory("gambeta-away-");
        var port = (await ClusterAsync("up", folder.FullName)).Trim();
        try
        {
            var roles = File.ReadAllLines(Path.Combine(folder.FullName, "roles"))
                .Select(line => line.Split(' ', 2))
                .ToDictionary(p => p[0], p => p[1]);
            (
                await StartAsync(["migrate"], ("ConnectionStrings__App", roles["app"]), ("ConnectionStrings__Owner", roles["owner"]))
            ).ShouldBe((0, ""));
            await using var app = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
            {
                host.UseSetting("ConnectionStrings:App", roles["app"]);
                host.UseSetting("Logging:LogLevel:Default", "None");
            });
            var browser = Browser.At(app);
            (await browser.SubmitAsync("/", "/?handler=Demo", [])).Status.ShouldBe(HttpStatusCode.Redirect);
            await browser.PageAsync("/today");
            (await browser.GetAsync("/healthz")).StatusCode.ShouldBe(HttpStatusCode.OK);

            await ClusterAsync("down", folder.FullName);
            var away = await browser.GetAsync("/today");
            away.StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);
            System
                .Net.WebUtility.HtmlDecode(await away.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))
                .ShouldContain("The logbook can’t be reached");
            (await browser.GetAsync("/healthz")).StatusCode.ShouldBe(HttpStatusCode.ServiceUnavailable);

            await ClusterAsync("up", folder.FullName, port);
            await browser.PageAsync("/today");
            (await browser.GetAsync("/healthz")).StatusCode.ShouldBe(HttpStatusCode.OK);
        }
        finally
        {
            await ClusterAsync("down", folder.FullName);
        }
    }

    private static async Task<(int Code, string Error)> StartAsync(string[] command, params (string Name, string Value)[] settings)
    {
        var start = new ProcessStartInfo(
            "dotnet",
            [typeof(Program).Assembly.Location, .. command, "--urls", "http://127.0.0.1:0", "--Logging:LogLevel:Default", "None"]
        )
        {
            RedirectStandardError = true,
            RedirectStandardOutput = true,
        };
        foreach (var (name, value) in settings)
            start.Environment[name] = value;
        using var process = Process.Start(start)!;
        var error = await process.StandardError.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        return (process.ExitCode, error);
    }

    private static async Task<string> ClusterAsync(string what, string folder, string? port = null)
    {
        var root = AppContext.BaseDirectory;
        while (!File.Exists(Path.Combine(root, "Gambeta.slnx")))
            root = Path.GetDirectoryName(root)!;
        var start = new ProcessStartInfo(Path.Combine(root, "tools", "cluster"), [what, folder]) { RedirectStandardOutput = true };
        start.Environment["QUICK"] = "1";
        if (port is not null)
            start.Environment["WANTED_PORT"] = port;
        using var process = Process.Start(start)!;
        var output = await process.StandardOutput.ReadToEndAsync(TestContext.Current.CancellationToken);
        await process.WaitForExitAsync(TestContext.Current.CancellationToken);
        process.ExitCode.ShouldBe(0);
        return output;
    }
}
