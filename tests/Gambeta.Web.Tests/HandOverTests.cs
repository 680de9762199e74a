using System.Net;
using System.Text.RegularExpressions;
using Gambeta.Storage;
using Gambeta.Web.AtHome;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Configuration;

namespace Gambeta.Web.Tests;

/// <summary>A device that is let in by a code, and the home network's https as the pages know it.</summary>
public sealed class HandOverTests(TestServer server)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private static async Task<string> CodeAsync(Browser browser) =>
        Regex
            .Match(
                (await browser.SubmitAsync("/household/hand-over", "/household/hand-over", [])).Page,
                "come\\?code=|aria-label=\"((?:[2-9A-Z] ){5}[2-9A-Z])\""
            )
            .Groups[1]
            .Value
            is { Length: > 0 } spelled
            ? spelled.Replace(" ", "", StringComparison.Ordinal)
            : throw new InvalidOperationException("no code on the page");

    private static Task<(HttpStatusCode Status, string Page)> ComeAsync(Browser phone, string code) =>
        phone.SubmitAsync("/come", "/come", new() { ["code"] = code });

    private static async Task<bool> IsInAsync(Browser browser) => (await browser.GetAsync("/household")).StatusCode == HttpStatusCode.OK;

    [Fact]
    public async Task A_code_lets_one_device_in_once_as_a_device_of_its_own_that_can_be_signed_out()
    {
        var household = await server.NewHouseholdAsync();
        var laptop = await Browser.SignedInAsync(server, household);
        var code = await CodeAsync(laptop);
        var (phone, late) = (Browser.At(server), Browser.At(server));
        // A camera, or a messenger that looks ahead, only opens the page.
        foreach (var _ in new[] { 1, 2 })
            (await phone.PageAsync($"/come?code={code}")).ShouldContain($"value=\"{code}\"");
        (await ComeAsync(phone, $" {code[..3].ToLowerInvariant()}-{code[3..]} ")).Status.ShouldBe(HttpStatusCode.Redirect);
        (await IsInAsync(phone)).ShouldBeTrue();
        (await laptop.PageAsync("/household/sign-ins")).ShouldContain("2 devices are signed in");
        var (status, page) = await ComeAsync(late, code);
        (status, page.Contains("This code does not work", StringComparison.Ordinal)).ShouldBe((HttpStatusCode.UnprocessableEntity, true));
        (await IsInAsync(late)).ShouldBeFalse();
        await laptop.SubmitAsync("/household/sign-ins", "/household/sign-ins?handler=Others", []);
        (await IsInAsync(phone)).ShouldBeFalse();
    }

    [Fact]
    public async Task A_code_that_is_late_replaced_mistyped_or_of_a_household_that_is_gone_opens_nothing()
    {
        var (household, gone) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        async Task<string> MakeAsync(TestHousehold whose, DateTimeOffset at)
        {
            await using var work = await server.Database.BeginAsync(whose.Id, Cancel);
            var code = await HandOverStore.MakeAsync(work, at);
            await work.CommitAsync(Cancel);
            return code;
        }
        var now = DateTimeOffset.UtcNow;
        var late = await MakeAsync(household, now);
        (await HandOverStore.TakeAsync(server.Database, late, now + HandOverStore.Lasts + TimeSpan.FromSeconds(1), Cancel)).ShouldBeNull();
        var (replaced, good) = (await MakeAsync(household, now), await MakeAsync(household, now));
        (await HandOverStore.TakeAsync(server.Database, replaced, now, Cancel)).ShouldBeNull();
        foreach (var bad in new[] { null, "", " ", "ABCDE", "ABCDEFG", "ABCDE0", "ÄÖÜABC", new string('A', 5000), "ABC\0DE", "'; drop" })
            (await HandOverStore.TakeAsync(server.Database, bad, now, Cancel)).ShouldBeNull();
        (await HandOverStore.TakeAsync(server.Database, good, now + HandOverStore.Lasts - TimeSpan.FromSeconds(1), Cancel)).ShouldBe(
            household.Id
        );
        var theirs = await MakeAsync(gone, now);
        await using (var work = await server.Database.BeginAsync(gone.Id, Cancel))
        {
            await work.ExecuteAsync("delete from household where household_id = @Household", new { work.Household });
            await work.CommitAsync(Cancel);
        }
        (await HandOverStore.TakeAsync(server.Database, theirs, now, Cancel)).ShouldBeNull();
    }

    [Fact]
    public async Task Of_twenty_devices_with_the_same_code_one_comes_in()
    {
        var household = await server.NewHouseholdAsync();
        var code = await CodeAsync(await Browser.SignedInAsync(server, household));
        var phones = Enumerable.Range(0, 20).Select(_ => Browser.At(server)).ToList();
        var answers = await Task.WhenAll(phones.Select(phone => ComeAsync(phone, code)));
        answers.Count(answer => answer.Status == HttpStatusCode.Redirect).ShouldBe(1);
        answers.Count(answer => answer.Status == HttpStatusCode.UnprocessableEntity).ShouldBe(19);
    }

    [Fact]
    public async Task Guessing_is_braked_and_says_when_to_come_back()
    {
        await using var strict = server.With(host => host.UseSetting("Limits:TriesAMinute", "5"));
        await using (var connection = await server.Database.Source.OpenConnectionAsync(Cancel))
        {
            await using var forget = connection.CreateCommand();
            forget.CommandText = "select brake_release('code unknown')";
            await forget.ExecuteNonQueryAsync(Cancel);
        }
        var guesser = Browser.At(strict);
        var answers = new List<HttpStatusCode>();
        for (var i = 0; i < 7; i++)
            answers.Add((await ComeAsync(guesser, "ABCDE" + (i + 2))).Status);
        answers.ShouldBe([
            .. Enumerable.Repeat(HttpStatusCode.UnprocessableEntity, 5),
            HttpStatusCode.TooManyRequests,
            HttpStatusCode.TooManyRequests,
        ]);
        // Also for the right one.
        (await ComeAsync(guesser, await CodeAsync(await Browser.SignedInAsync(server, await server.NewHouseholdAsync())))).Status.ShouldBe(
            HttpStatusCode.TooManyRequests
        );
    }

    [Fact]
    public async Task At_home_one_device_goes_from_http_to_https_and_back_and_nothing_is_pinned()
    {
        var folder = Directory.CreateTempSubdirectory("gambeta-home-").FullName;
        await using var home = server.With(host => host.UseSetting("AtHome:Folder", folder).UseSetting("AtHome:Port", "5443"));
        var household = await server.NewHouseholdAsync();
        var jar = new CookieContainer();
        using var handler = new Carrying(home.Server.CreateHandler(), jar);
        using var client = new HttpClient(handler);
        var (http, https) = ("http://kitchen.lan:5080", "https://kitchen.lan:5443");
        async Task SignInAsync(string at)
        {
            var token = Regex
                .Match(await client.GetStringAsync(at + "/come", Cancel), "name=\"__RequestVerificationToken\"[^>]*value=\"([^\"]*)\"")
                .Groups[1]
                .Value;
            token.ShouldNotBeEmpty();
            (
                await client.PostAsync(
                    at + "/?handler=SignIn",
                    new FormUrlEncodedContent(
                        new Dictionary<string, string>
                        {
                            ["name"] = household.Name,
                            ["password"] = TestServer.Password,
                            ["__RequestVerificationToken"] = token,
                        }
                    ),
                    Cancel
                )
            ).StatusCode.ShouldBe(HttpStatusCode.Redirect);
        }
        async Task<bool> IsIn(string at) => (await client.GetAsync(at + "/household", Cancel)).StatusCode == HttpStatusCode.OK;

        await SignInAsync(http);
        var page = await client.GetAsync(http + "/household", Cancel);
        page.Headers.GetValues("Content-Security-Policy").Single().ShouldContain($"connect-src 'self' {https};");
        (await page.Content.ReadAsStringAsync(Cancel)).ShouldContain($"data-safe=\"{https}\"");
        // What http signed in holds by https, without another sign-in; there nothing is asked any more, and nothing is pinned.
        var safe = await client.GetAsync(https + "/household", Cancel);
        safe.StatusCode.ShouldBe(HttpStatusCode.OK);
        safe.Headers.Contains("Strict-Transport-Security").ShouldBeFalse();
        safe.Headers.GetValues("Content-Security-Policy").Single().ShouldNotContain("connect-src");
        // Signed in by https, that device can still come by http, sign in and send a form there.
        await SignInAsync(https);
        await SignInAsync(http);
        (await IsIn(http) && await IsIn(https)).ShouldBeTrue();
        (await client.GetAsync(https + "/phone/here", Cancel)).StatusCode.ShouldBe(HttpStatusCode.NoContent);
        var certificate = await client.GetAsync(http + "/phone/gambeta-at-home.crt", Cancel);
        certificate.Content.Headers.ContentType!.MediaType.ShouldBe("application/x-x509-ca-cert");
        using var authority = System.Security.Cryptography.X509Certificates.X509CertificateLoader.LoadCertificate(
            await certificate.Content.ReadAsByteArrayAsync(Cancel)
        );
        authority.HasPrivateKey.ShouldBeFalse();
        (await client.GetStringAsync(http + "/phone", Cancel)).ShouldContain("http://kitchen.lan:5080/phone");
        // Where it is off there is no such page.
        (await Browser.At(server).GetAsync("/phone")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        (await Browser.At(server).GetAsync("/phone/gambeta-at-home.crt")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        Directory.Delete(folder, true);
    }

    [Fact]
    public void The_picture_leads_to_an_address_that_another_device_can_reach()
    {
        var folder = Directory.CreateTempSubdirectory("gambeta-home-").FullName;
        var settings = new ConfigurationBuilder()
            .AddInMemoryCollection(new Dictionary<string, string?> { ["AtHome:Folder"] = folder })
            .Build();
        var home = new HomeHttps(settings, TimeProvider.System, () => [IPAddress.Parse("192.168.7.20"), IPAddress.Loopback]);
        var alone = new HomeHttps(new ConfigurationBuilder().Build(), TimeProvider.System);
        foreach (
            var (which, scheme, host, reached, safe) in new (HomeHttps, string, string, string, string?)[]
            {
                (home, "http", "127.0.0.1:5080", "http://192.168.7.20:5080", "https://127.0.0.1:5443"),
                (home, "http", "localhost:5080", "http://192.168.7.20:5080", "https://localhost:5443"),
                (home, "https", "[::1]:5443", "https://192.168.7.20:5443", null),
                (home, "http", "10.0.0.9:5080", "http://10.0.0.9:5080", "https://10.0.0.9:5443"),
                (home, "http", "[fd00::20]:5080", "http://[fd00::20]:5080", "https://[fd00::20]:5443"),
                (alone, "https", "club.example", "https://club.example", null),
                (alone, "http", "127.0.0.1:5080", "http://127.0.0.1:5080", null),
                (home, "http", "x;y", "http://x;y", null),
                (home, "http", "203.0.113.7:5080", "http://203.0.113.7:5080", null),
                (home, "http", "172.20.1.9", "http://172.20.1.9", "https://172.20.1.9:5443"),
            }
        )
        {
            var request = new DefaultHttpContext().Request;
            (request.Scheme, request.Host) = (scheme, new HostString(host));
            (which.ReachedAt(request), which.SafeFor(request)).ShouldBe((reached, safe), host);
        }
        Directory.Delete(folder, true);
    }

    /// <summary>Cookies as browsers keep them: one set for both schemes of a host, and what came by https is not replaced by what comes by
    /// http (RFC 6265bis, section 5.7).</summary>
    private sealed class Carrying(HttpMessageHandler inner, CookieContainer jar) : DelegatingHandler(inner)
    {
        private readonly HashSet<string> _safe = [];

        protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancel)
        {
            var uri = request.RequestUri!;
            if (jar.GetCookieHeader(uri) is { Length: > 0 } cookies)
                request.Headers.Add("Cookie", cookies);
            var answer = await base.SendAsync(request, cancel);
            foreach (var cookie in answer.Headers.TryGetValues("Set-Cookie", out var set) ? set : [])
            {
                var (name, isSafe) = (cookie.Split('=')[0], cookie.Contains("; secure", StringComparison.OrdinalIgnoreCase));
                if (uri.Scheme == "http" && (isSafe || _safe.Contains(name)))
                    continue;
                if (isSafe)
                    _safe.Add(name);
                jar.SetCookies(uri, cookie);
            }
            return answer;
        }
    }
}
