using System.Net;
using System.Text.Json;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Storage;

namespace Gambeta.Web.Tests;

/// <summary>Two on one sheet: what the page carries of each, what is stored of each, and what makes no record.</summary>
public sealed class TogetherPageTests(TestServer server)
{
    private async Task<(Browser Browser, TestHousehold Household, Guid Other)> TwoAsync(int born = 2012)
    {
        var (household, other) = (await server.NewHouseholdAsync(), Guid.CreateVersion7());
        await using var work = await server.Database.BeginAsync(household.Id);
        await HouseholdStore.AddPlayerAsync(work, new Player(other, "Peru", born, Foot.Left, Level.FirstWeeks));
        await work.CommitAsync(TestContext.Current.CancellationToken);
        return (await Browser.SignedInAsync(server, household), household, other);
    }

    private static JsonElement Sheet(string page) => JsonDocument.Parse(StageDocumentTests.CarriedBy(page)).RootElement;

    [Fact]
    public async Task The_page_carries_what_there_is_to_beat_for_each_of_them()
    {
        var (browser, household, other) = await TwoAsync();
        await server.StoreAsync(household, Played.Round(household, 31, 3));
        var page = Sheet(await browser.PageAsync($"/practise/together/pull-back-laces-away?with={other}&part=races"));
        page.GetProperty("players").EnumerateArray().Select(player => player.GetProperty("name").GetString()).ShouldBe(["Nilo", "Peru"]);
        page.GetProperty("sheet")
            .GetProperty("drills")
            .EnumerateArray()
            .Select(drill => drill.GetProperty("who").GetInt32())
            .ShouldBe([0, 1]);
        page.GetProperty("bests")
            .EnumerateArray()
            .Select(bests => bests.TryGetProperty("left", out var best) ? best.GetDecimal() : 0)
            .ShouldBe([31m, 0m]);
        // Each in a dose and with the feet of their own; the pair's words name whose it is.
        var works = page.GetProperty("sheet")
            .GetProperty("phases")
            .EnumerateArray()
            .Where(phase => phase.GetProperty("kind").GetString() == "work")
            .Take(2)
            .ToList();
        works.Select(work => work.GetProperty("feet").GetString()).ShouldBe(["left", "right"]);
        works[1].GetProperty("label").GetString()!.ShouldStartWith("Peru: ");
    }

    [Fact]
    public async Task What_nobody_asked_for_rightly_is_answered_in_peace()
    {
        var (browser, household, other) = await TwoAsync();
        foreach (var nobody in new[] { $"with={household.PlayerId}", $"with={Guid.NewGuid()}" })
            (await browser.GetAsync($"/practise/together/toe-taps?{nobody}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        foreach (
            var half in new[] { "/practise/together/toe-taps", $"/practise/together?with={other}", "/practise/together/toe-taps?with=x" }
        )
            (await browser.GetAsync(half)).StatusCode.ShouldBe(HttpStatusCode.Redirect, half);
        foreach (var missing in new[] { "no-such-sheet", $"{Guid.NewGuid()}" })
            (await browser.GetAsync($"/practise/together/{missing}?with={other}")).StatusCode.ShouldBe(HttpStatusCode.NotFound);
        foreach (var odd in new[] { "part=sideways&by=never", "part=&by=", "part=shadows&by=rep&space=x" })
            Sheet(await browser.PageAsync($"/practise/together/patio-ten?with={other}&{odd}"))
                .GetProperty("players")
                .GetArrayLength()
                .ShouldBe(2);
        // One alone has nobody to play with.
        var alone = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await alone.PageAsync("/plan/together")).ShouldNotContain("/practise/together");
    }

    [Fact]
    public async Task Heading_is_left_out_for_both_where_one_of_them_is_too_young()
    {
        var (browser, household, other) = await TwoAsync(born: DateTime.UtcNow.Year - 8);
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await HouseholdStore.SetHeadingAsync(work, true);
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        (await browser.GetAsync($"/practise/together/head-drop-catch?with={other}")).StatusCode.ShouldBe(HttpStatusCode.Redirect);
    }

    [Fact]
    public async Task A_pain_of_either_bars_both_and_a_grown_ups_word_frees_both()
    {
        var (browser, household, other) = await TwoAsync();
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            await HouseholdStore.SetGrownUpWordAsync(work, "MOON");
            await SessionStore.HurtAsync(work, other, null, new Pain(Guid.CreateVersion7(), PainPart.Heel, Played.Day(0)));
            await SessionStore.HurtAsync(work, household.PlayerId, null, new Pain(Guid.CreateVersion7(), PainPart.Knee, Played.Day(1)));
            await work.CommitAsync(TestContext.Current.CancellationToken);
        }
        var address = $"/practise/together/patio-ten?with={other}&part=shadows";
        var page = await browser.PageAsync(address);
        page.ShouldContain("Peru: Your heel hurt");
        page.ShouldContain("Nilo: Your knee hurt");
        await browser.SubmitAsync(address, $"{address}&handler=Clear", new() { ["word"] = "SUN" });
        (await browser.PageAsync(address)).ShouldContain("heel hurt");
        (await browser.SubmitAsync(address, $"{address}&handler=Clear", new() { ["word"] = "moon" })).Status.ShouldBe(
            HttpStatusCode.Redirect
        );
        (await browser.PageAsync(address)).ShouldNotContain("heel hurt");
    }

    [Fact]
    public async Task Sittings_of_one_outing_are_shown_with_each_other_and_a_shadow_makes_no_record()
    {
        var (browser, household, other) = await TwoAsync();
        var (mine, theirs) = (Guid.CreateVersion7(), Guid.CreateVersion7());
        foreach (var (session, player) in new[] { (mine, household.PlayerId), (theirs, other) })
            (
                await browser.PostAsync(
                    "/api/sittings",
                    new
                    {
                        session,
                        player,
                        outing = mine,
                        plan = Array.Empty<object>(),
                        at = DateTimeOffset.UtcNow.AddMinutes(-5),
                    }
                )
            ).Status.ShouldBe(HttpStatusCode.OK);
        foreach (
            var (session, player, events, seconds) in new[]
            {
                (mine, household.PlayerId, "s1430", 14.3),
                (theirs, other, "x300 s950", 12.5),
            }
        )
        {
            var post = Played.Post(household, null);
            post.Remove("draft");
            foreach (
                var (field, value) in new (string, object?)[]
                {
                    ("session", session),
                    ("player", player),
                    ("drill", "zigzag-and-home"),
                    ("feet", "both"),
                    ("plannedSeconds", null),
                    ("events", events),
                    ("seconds", seconds),
                    ("with", "races"),
                }
            )
                post[field] = value;
            (await browser.PostAsync("/api/sets", post)).Body.ShouldContain(" s\"");
        }
        var page = await browser.PageAsync($"/practise/result/{mine}");
        page.ShouldContain("Together with Peru");
        page.ShouldContain("Zigzag and home: Peru was faster, 13.5 s against 14.3 s.");
        (await browser.PageAsync($"/practise/result/{theirs}")).ShouldContain("Zigzag and home: Peru was faster, 13.5 s against 14.3 s.");

        var shadowed = Played.Post(household, 40);
        shadowed["with"] = "shadows";
        shadowed["drill"] = "shoulder-drop";
        shadowed["draft"] = new
        {
            reps = 6,
            slips = 0,
            seconds = 30,
        };
        (await browser.PostAsync("/api/sets", shadowed)).Body.ShouldContain("\"bests\":[]");
        shadowed["id"] = Guid.CreateVersion7();
        shadowed["with"] = null;
        (await browser.PostAsync("/api/sets", shadowed)).Body.ShouldNotContain("\"bests\":[]");
        shadowed["id"] = Guid.CreateVersion7();
        shadowed["with"] = "tackles";
        (await browser.PostAsync("/api/sets", shadowed)).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
    }
}
