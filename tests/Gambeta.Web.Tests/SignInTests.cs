using System.Net;
using System.Text.RegularExpressions;
using Dapper;
using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Gambeta.Web.Security;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.TestHost;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>Who is who: sign-ins that can be ended, ways back in, households that nobody can take or spoil.</summary>
public class SignInTests(TestServer server)
{
    private static readonly Dictionary<string, string> None = [];

    private async Task<T> InAsync<T>(Guid household, Func<HouseholdWork, Task<T>> doIt)
    {
        await using var work = await server.Database.BeginAsync(household);
        var result = await doIt(work);
        await work.CommitAsync(TestContext.Current.CancellationToken);
        return result;
    }

    private Task<IReadOnlyList<SignIn>> SignInsAsync(Guid household) =>
        InAsync(household, work => SignInStore.AllAsync(work, DateTimeOffset.UtcNow));

    private static async Task<bool> IsInAsync(Browser browser) => (await browser.GetAsync("/household")).StatusCode == HttpStatusCode.OK;

    [Fact]
    public async Task Every_device_is_listed_named_and_signed_out_from_another_one()
    {
        var household = await server.NewHouseholdAsync();
        var (here, there, elsewhere) = (
            await Browser.SignedInAsync(server, household),
            await Browser.SignedInAsync(server, household),
            await Browser.SignedInAsync(server, household)
        );
        (await here.PageAsync("/household/sign-ins")).ShouldContain("3 devices are signed in");
        var mine = Guid.Parse(
            Regex
                .Match(
                    await there.PageAsync("/household/sign-ins"),
                    "class=\"here\">.*?name=\"id\" value=\"([^\"]+)\"",
                    RegexOptions.Singleline
                )
                .Groups[1]
                .Value
        );
        await here.SubmitAsync(
            "/household/sign-ins",
            "/household/sign-ins?handler=Name",
            new() { ["id"] = mine.ToString(), ["device"] = "Yard phone" }
        );
        (await here.PageAsync("/household/sign-ins")).ShouldContain("value=\"Yard phone\"");
        var token = await there.PostAsync("/api/sets", Played.Post(household, 20));
        token.Status.ShouldBe(HttpStatusCode.OK);
        await here.SubmitAsync("/household/sign-ins", "/household/sign-ins?handler=End", new() { ["id"] = mine.ToString() });
        (await IsInAsync(there)).ShouldBeFalse();
        // Neither reads nor stores, with the token and the cookie that it had.
        (await there.PostAsync("/api/sets", Played.Post(household, 21))).Status.ShouldBe(HttpStatusCode.Unauthorized);
        (await IsInAsync(elsewhere)).ShouldBeTrue();
        await here.SubmitAsync("/household/sign-ins", "/household/sign-ins?handler=Others", None);
        (await IsInAsync(elsewhere)).ShouldBeFalse();
        (await IsInAsync(here)).ShouldBeTrue();
        (await SignInsAsync(household.Id)).Count.ShouldBe(1);
    }

    [Fact]
    public async Task Another_password_ends_the_others_and_signing_out_ends_the_sign_in_and_not_only_the_cookie()
    {
        var household = await server.NewHouseholdAsync();
        var (here, there) = (await Browser.SignedInAsync(server, household), await Browser.SignedInAsync(server, household));
        (
            await here.SubmitAsync(
                "/household/password",
                "/household/password",
                new()
                {
                    ["old"] = TestServer.Password,
                    ["password"] = "another kettle",
                    ["again"] = "another kettle",
                }
            )
        ).Page.ShouldContain("Changed.");
        (await IsInAsync(there)).ShouldBeFalse();
        (await IsInAsync(here)).ShouldBeTrue();
        await here.SubmitAsync("/household", "/household?handler=SignOut", None);
        (await SignInsAsync(household.Id)).ShouldBeEmpty();
    }

    [Fact]
    public async Task A_sign_in_ends_after_ninety_days_however_much_it_is_used()
    {
        var time = new FakeTimeProvider(DateTimeOffset.UtcNow);
        await using var then = server.With(host => host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(time)));
        var browser = await Browser.SignedInAsync(then, await server.NewHouseholdAsync(), Browser.OutOfTime(then));
        for (var day = 0; day < 88; day += 22)
        {
            time.Advance(TimeSpan.FromDays(22));
            (await IsInAsync(browser)).ShouldBeTrue();
        }
        time.Advance(TimeSpan.FromDays(3));
        (await IsInAsync(browser)).ShouldBeFalse();
    }

    [Fact]
    public async Task Recovery_words_are_shown_once_open_the_household_once_and_throw_everybody_else_out()
    {
        var name = "Recover " + Guid.NewGuid().ToString("N")[..8];
        var browser = Browser.At(server);
        var made = await browser.SubmitAsync(
            "/household/new",
            "/household/new",
            new()
            {
                ["name"] = name,
                ["password"] = TestServer.Password,
                ["timeZone"] = "Europe/Lisbon",
                ["nickname"] = "Odei",
                ["birthYear"] = "2016",
                ["preferred"] = "left",
                ["level"] = "steady",
            }
        );
        made.Page.ShouldBe("/household/words");
        var words = string.Join(
            ' ',
            Regex.Matches(await browser.PageAsync("/household/words"), "<li>([a-z]+)</li>").Select(match => match.Groups[1].Value)
        );
        words.Split(' ').Length.ShouldBe(RecoveryWords.Count);
        (await browser.PageAsync("/household/words")).ShouldNotContain(words.Split(' ')[0] + "</li>");

        var visitor = Browser.At(server);
        (
            await visitor.SubmitAsync(
                "/recover",
                "/recover",
                new()
                {
                    ["name"] = name,
                    ["words"] = words + " x",
                    ["password"] = "kettle and sparrow",
                }
            )
        ).Page.ShouldContain("Check the name and each word");
        (
            await visitor.SubmitAsync(
                "/recover",
                "/recover",
                new()
                {
                    ["name"] = name,
                    ["words"] = words,
                    ["password"] = "password",
                }
            )
        ).Page.ShouldContain("try that password first");
        var typed = words.ToUpperInvariant().Replace(" ", ",\n", StringComparison.Ordinal);
        (
            await visitor.SubmitAsync(
                "/recover",
                "/recover",
                new()
                {
                    ["name"] = name.ToUpperInvariant(),
                    ["words"] = typed,
                    ["password"] = "kettle and sparrow",
                }
            )
        ).Page.ShouldBe("/household/words");
        (await visitor.PageAsync("/household/words")).ShouldContain("Write these down");
        (await IsInAsync(browser)).ShouldBeFalse();
        (
            await Browser
                .At(server)
                .SubmitAsync(
                    "/recover",
                    "/recover",
                    new()
                    {
                        ["name"] = name,
                        ["words"] = words,
                        ["password"] = "kettle and thrush",
                    }
                )
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (RecoveryWords.Count * Math.Log2(RecoveryWords.Choices)).ShouldBeGreaterThan(65);
    }

    [Theory]
    [InlineData("password", "try that password first")]
    [InlineData("12345678", "try that password first")]
    [InlineData("PASSWORD1", "try that password first")]
    [InlineData("aaaaaaaaaa", "try that password first")]
    [InlineData("Las Gaviotas", "household’s name")]
    [InlineData("short", "8 to 200 characters")]
    [InlineData("long enough", null)]
    [InlineData("sardine tractor", null)]
    public void A_password_that_anybody_would_try_first_is_refused(string password, string? words)
    {
        if (words is null)
            Passwords.Wrong(password, "Las Gaviotas").ShouldBeNull();
        else
            Passwords.Wrong(password, "Las Gaviotas").ShouldNotBeNull().ShouldContain(words);
    }

    [Fact]
    public void An_accent_opens_in_both_of_its_forms_and_hashes_from_before_still_open()
    {
        Passwords.Matches(Passwords.Hash("café con leche"), "cafe\u0301 con leche").ShouldBeTrue();
        var old = new Microsoft.AspNetCore.Identity.PasswordHasher<string>().HashPassword("", "cafe\u0301 con leche");
        Passwords.Matches(old, "cafe\u0301 con leche").ShouldBeTrue();
        Passwords.Matches(old, new string('x', 5000)).ShouldBeFalse();
    }

    [Fact]
    public async Task The_database_makes_the_same_key_of_a_name_as_the_core()
    {
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        foreach (var name in new[] { "  Bakery   Landing ", "асе", "cafe\u0301", "ＡＢＣ", "ΟΡΝΙΑ", "Дом у реки", "Los Ñandúes", "日の出" })
            (await owner.ExecuteScalarAsync<string>("select household_name_key(@name)", new { name })).ShouldBe(HouseholdName.Key(name));
    }

    [Fact]
    public async Task A_form_that_is_sent_twice_makes_one_household_and_nobody_chooses_its_id()
    {
        var browser = Browser.At(server);
        var page = await browser.PageAsync("/household/new");
        var seal = Regex.Match(page, "name=\"household\" value=\"([^\"]+)\"").Groups[1].Value;
        var name = "Twice " + Guid.NewGuid().ToString("N")[..8];
        var form = new Dictionary<string, string>
        {
            ["household"] = seal,
            ["name"] = name,
            ["password"] = TestServer.Password,
            ["timeZone"] = "UTC",
            ["nickname"] = "Odei",
            ["birthYear"] = "2016",
            ["preferred"] = "left",
            ["level"] = "steady",
        };
        var answers = await Task.WhenAll(
            Browser.At(server).SubmitAsync("/household/new", "/household/new", form),
            Browser.At(server).SubmitAsync("/household/new", "/household/new", form)
        );
        answers.Select(answer => answer.Status).ShouldAllBe(status => status == HttpStatusCode.Redirect);
        // With another password it is somebody else.
        (
            await Browser.At(server).SubmitAsync("/household/new", "/household/new", new(form) { ["password"] = "sardine tractor" })
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        var chosen = Guid.CreateVersion7();
        (
            await browser.SubmitAsync(
                "/household/new",
                "/household/new",
                new(form) { ["household"] = chosen.ToString(), ["name"] = name + " too" }
            )
        ).Status.ShouldBe(HttpStatusCode.Redirect);
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        (await owner.ExecuteScalarAsync<long>("select count(*) from household where household_id = @chosen", new { chosen })).ShouldBe(0);
        (await owner.ExecuteScalarAsync<long>("select count(*) from household where name = @name", new { name })).ShouldBe(1);
    }

    [Fact]
    public async Task Each_visitor_of_the_demo_has_a_copy_that_ends_today_and_goes_by_itself()
    {
        var time = new FakeTimeProvider(DateTimeOffset.UtcNow.AddDays(3));
        await using var then = server.With(host => host.ConfigureTestServices(services => services.AddSingleton<TimeProvider>(time)));
        var (one, other) = (Browser.OutOfTime(then), Browser.OutOfTime(then));
        foreach (var visitor in new[] { one, other })
            (await visitor.SubmitAsync("/", "/?handler=Demo", [])).Status.ShouldBe(HttpStatusCode.Redirect);
        var page = await one.PageAsync("/today");
        var (household, player) = (
            Regex.Match(page, "data-household=\"([^\"]+)\"").Groups[1].Value,
            Regex.Match(page, "data-player=\"([^\"]+)\"").Groups[1].Value
        );
        (await other.PageAsync("/today")).ShouldNotContain(household);
        household.ShouldNotBe(DemoHousehold.Id.ToString());

        // It is as large as what it was copied from, and as old as it was then.
        var (copy, template) = (await CountsAsync(Guid.Parse(household)), await CountsAsync(DemoHousehold.Id));
        copy.ShouldBe(template);
        copy["practice_set"].ShouldBeGreaterThan(300);
        (
            await InAsync(Guid.Parse(household), work =>
                work.ExecuteScalarAsync<int>(
                    "select max(day) - (select max(day) from practice_day where player_id = @player) from practice_set where "
                        + "player_id = @player",
                    new { player = Guid.Parse(player) }
                )
            )
        ).ShouldBe(0);
        var last = await InAsync(Guid.Parse(household), work =>
            work.ExecuteScalarAsync<DateTime>("select max(started_at) from practice_set")
        );
        (time.GetUtcNow().UtcDateTime - last).TotalDays.ShouldBeInRange(0, 3);

        // One visitor spoils it for nobody.
        (await one.SubmitAsync("/household/erase", "/household/erase", new() { ["name"] = DemoHousehold.Name })).Page.ShouldBe(
            "/?erased=true"
        );
        (await other.PageAsync("/today")).ShouldContain("Irune");
        time.Advance(TimeSpan.FromHours(13));
        (await IsInAsync(other)).ShouldBeFalse();
    }

    [Fact]
    public async Task More_copies_than_there_may_be_are_refused_in_words_and_without_a_demo_nothing_leads_to_one()
    {
        await using var full = server.With(host => host.UseSetting("Limits:DemoCopies", "1"));
        await Browser.At(full).SubmitAsync("/", "/?handler=Demo", []);
        var (status, page) = await Browser.At(full).SubmitAsync("/", "/?handler=Demo", []);
        status.ShouldBe(HttpStatusCode.TooManyRequests);
        page.ShouldContain("All demo copies are in use");
        await using var without = server.With(host => host.UseSetting("Demo", "false"));
        var visitor = Browser.At(without);
        (await visitor.PageAsync("/")).ShouldNotContain("demo");
        (await visitor.SubmitAsync("/", "/?handler=Demo", [])).Status.ShouldBe(HttpStatusCode.NotFound);
        (await visitor.SubmitAsync("/", "/?handler=SignIn", new() { ["name"] = DemoHousehold.Name, ["password"] = "" })).Page.ShouldContain(
            "The name or the password is wrong"
        );
    }

    private async Task<Dictionary<string, long>> CountsAsync(Guid household) => await InAsync(household, async work =>
        {
            var counts = new Dictionary<string, long>();
            foreach (var table in HouseholdTables.All.Except(["set_change", "kept_view", "plan", .. HouseholdTables.OfTheServer]))
                counts[table] = await work.ExecuteScalarAsync<long>($"select count(*) from {table}");
            return counts;
        });
}
