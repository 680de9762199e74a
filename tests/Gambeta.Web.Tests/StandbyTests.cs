using System.Diagnostics;
using System.Net;
using Dapper;
using Gambeta.Storage;
using Gambeta.Web.Security;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;

namespace Gambeta.Web.Tests;

/// <summary>
/// A standby that has to be waited for and is away, at a server of its own: nothing that it does not have is called stored, whatever it is,
/// also not what is asked for again; pages are shown all the while. ./soak goes on from there: what was called stored is found on the
/// standby once it has taken over.
/// </summary>
public sealed class StandbyTests : IAsyncLifetime
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private readonly string _folder = Directory.CreateTempSubdirectory("gambeta-standby-").FullName;
    private TestServer _server = null!;

    public async ValueTask InitializeAsync()
    {
        if (!OperatingSystem.IsWindows())
            File.SetUnixFileMode(_folder, (UnixFileMode)0b111_101_101);
        await ClusterAsync("up", "");
        _server = new TestServer(Path.Combine(_folder, "roles"));
        await _server.InitializeAsync();
    }

    public async ValueTask DisposeAsync()
    {
        await _server.DisposeAsync();
        await ClusterAsync("down", "");
        Directory.Delete(_folder, recursive: true);
    }

    [Fact]
    public async Task What_a_standby_does_not_have_is_not_called_stored()
    {
        // The application gives up after twelve seconds; here after two.
        await using var hasty = _server.With(host =>
            host.UseSetting("ConnectionStrings:App", _server.AppConnection + ";Command Timeout=2")
        );
        var household = await _server.NewHouseholdAsync();
        var (browser, other) = (await Browser.SignedInAsync(hasty, household), await _server.NewHouseholdAsync());
        var (before, set) = (Played.Round(household, 31, daysBack: 1), Played.Post(household, 20));
        await _server.StoreAsync(household, before);
        await browser.PageAsync("/today");

        await WaitForAsync("nobody_who_is_there");
        // A set, the same again, a removal, a setting, a sign-in: each is kept on this server, and none is told so.
        (await browser.PostAsync("/api/sets", set)).Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
        (await browser.PostAsync("/api/sets", set)).Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
        var removal = new Dictionary<string, string> { ["change"] = Guid.NewGuid().ToString() };
        (await browser.SubmitAsync("/household", $"/logbook/{before.Id}?handler=Remove", removal)).Status.ShouldBe(
            HttpStatusCode.ServiceUnavailable
        );
        var stranger = Browser.At(hasty);
        (
            await stranger.SubmitAsync("/", "/?handler=SignIn", new() { ["name"] = other.Name, ["password"] = TestServer.Password })
        ).Status.ShouldBe(HttpStatusCode.ServiceUnavailable);
        var keys = hasty.Services.GetRequiredService<GambetaDatabase>();
        Should.Throw<NotReplicatedException>(() => new KeyRing(keys).StoreElement(new System.Xml.Linq.XElement("key"), "of this test"));
        // What changes nothing waits as well, and what writes nothing at all.
        await using (var work = await hasty.Services.GetRequiredService<GambetaDatabase>().BeginAsync(household.Id, Cancel))
            await Should.ThrowAsync<NotReplicatedException>(() => work.CommitAsync(Cancel));
        // Whoever looks waits for nobody.
        foreach (var page in new[] { "/today", "/plan", "/weeks", "/progress", "/logbook", "/household" })
            (await browser.GetAsync(page)).StatusCode.ShouldBe(HttpStatusCode.OK, page);
        (await browser.GetAsync($"/api/ahead?player={household.PlayerId}")).StatusCode.ShouldNotBe(HttpStatusCode.ServiceUnavailable);

        await WaitForAsync("");
        (await browser.PostAsync("/api/sets", set)).Status.ShouldBe(HttpStatusCode.OK);
        (await _server.BestsAsync(household)).ShouldBe([20m]);
        (await browser.SubmitAsync("/household", $"/logbook/{before.Id}?handler=Remove", removal)).Status.ShouldBe(HttpStatusCode.Redirect);
    }

    private Task WaitForAsync(string standby) =>
        ClusterAsync("sql", $"alter system set synchronous_standby_names = '{standby}'; select pg_reload_conf(); select pg_sleep(0.3)");

    private async Task ClusterAsync(string what, string input)
    {
        using var cluster = Process.Start(
            new ProcessStartInfo(
                Gambeta.Tests.Repository.At("tools", "cluster"),
                [what, _folder, .. what == "sql" ? ["postgres"] : Array.Empty<string>()]
            )
            {
                RedirectStandardInput = true,
                RedirectStandardOutput = true,
            }
        )!;
        await cluster.StandardInput.WriteAsync(input);
        cluster.StandardInput.Close();
        await cluster.WaitForExitAsync(Cancel);
        cluster.ExitCode.ShouldBe(0, what);
    }
}
