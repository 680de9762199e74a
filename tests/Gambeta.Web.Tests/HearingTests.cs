using System.Buffers.Binary;
using System.Net;
using System.Net.WebSockets;
using System.Text;
using System.Text.Json;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Core.Practice.Played;
using Gambeta.Simulation.Sound;
using Gambeta.Storage;
using Microsoft.AspNetCore.Mvc.Testing.Handlers;

namespace Gambeta.Web.Tests;

/// <summary>Counting by ear over the real interface: on the line as it is heard, whole afterwards, and from a recording.</summary>
public sealed class HearingTests(TestServer server)
{
    private static readonly Lazy<(byte[] Frames, int Truth)> Taps = new(() =>
    {
        var made = new SimulatedMicrophone(8).Record(new Scene(SceneKind.Taps, 20, NoiseKind.Wind, 20) { Rate = 16_000 });
        return (FrameMaker.Of(made.Samples, made.Rate), made.Truth.Count(sound => sound.Kind == TrueKind.Touch));
    });

    /// <summary>A place that is learned: frames of ten seconds of quiet and ten touches.</summary>
    internal static readonly Lazy<byte[]> Learning = new(() =>
    {
        var made = new SimulatedMicrophone(8).Record(new Scene(SceneKind.Place, 26, NoiseKind.Hiss, 25) { Rate = 16_000 });
        return FrameMaker.Of(made.Samples, made.Rate);
    });

    /// <summary>A place that is known.</summary>
    internal const string PlaceLine = "0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 0 4 4 4 4 4 4 4 4 4 4 4 4 4 4 4 4";

    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    private async Task<(WebSocket Line, TestHousehold Household)> LineAsync()
    {
        var household = await server.NewHouseholdAsync();
        var cookies = new CookieContainer();
        await new Browser(server.CreateDefaultClient(new CookieContainerHandler(cookies))).SubmitAsync(
            "/",
            "/?handler=SignIn",
            new() { ["name"] = household.Name, ["password"] = TestServer.Password }
        );
        var client = server.Server.CreateWebSocketClient();
        client.ConfigureRequest = request =>
        {
            request.Headers.Cookie = cookies.GetCookieHeader(new Uri("http://localhost/"));
            request.Headers.Origin = "http://localhost";
        };
        return (await client.ConnectAsync(new Uri($"ws://localhost/api/line?household={household.Id}"), Cancel), household);
    }

    private static async Task<JsonElement> SayAsync(WebSocket line, int n, string to, object body)
    {
        await line.SendAsync(
            JsonSerializer.SerializeToUtf8Bytes(
                new
                {
                    n,
                    to,
                    body,
                },
                JsonSerializerOptions.Web
            ),
            WebSocketMessageType.Text,
            true,
            Cancel
        );
        // What was heard meanwhile may come first.
        while (true)
        {
            var said = await HearAsync(line);
            if (said.TryGetProperty("n", out var number) && number.GetInt32() == n)
                return said;
            said.GetProperty("ear").GetProperty("frames").GetInt32().ShouldBeGreaterThan(0);
        }
    }

    private static async Task<JsonElement> HearAsync(WebSocket line)
    {
        var buffer = new byte[64 * 1024];
        var read = await line.ReceiveAsync(buffer, Cancel);
        return JsonDocument.Parse(buffer.AsMemory(0, read.Count)).RootElement;
    }

    private static Task SendAsync(WebSocket line, int number, ReadOnlySpan<byte> frames, byte version = 2)
    {
        var message = new byte[5 + frames.Length];
        message[0] = version;
        BinaryPrimitives.WriteInt32LittleEndian(message.AsSpan(1), number);
        frames.CopyTo(message.AsSpan(5));
        return line.SendAsync(message, WebSocketMessageType.Binary, true, Cancel);
    }

    private static ReadOnlySpan<byte> Frames(int from, int many) =>
        Taps.Value.Frames.AsSpan(from * SoundFrame.Bands, many * SoundFrame.Bands);

    [Fact]
    public async Task On_the_line_it_is_counted_as_it_comes_and_frames_doubled_late_or_from_an_old_page_do_no_harm()
    {
        var (line, _) = await LineAsync();
        using var open = line;
        // Not begun yet: nothing listens.
        await SendAsync(line, 0, Frames(0, 100));
        (await SayAsync(line, 1, "/api/ear/ends", new { frames = 100 })).GetProperty("status").GetInt32().ShouldBe(409);
        (await SayAsync(line, 2, "/api/ear/begins", new { drill = "toe-taps", feet = "both" }))
            .GetProperty("status")
            .GetInt32()
            .ShouldBe(422);
        (
            await SayAsync(
                line,
                3,
                "/api/ear/begins",
                new
                {
                    drill = "inside-taps",
                    feet = "both",
                    lead = 100,
                }
            )
        ).GetProperty("status").GetInt32().ShouldBe(200);
        for (var at = 0; at < 1900; at += 50)
        {
            await SendAsync(line, at, Frames(at, 50));
            if (at % 200 == 0)
                await SendAsync(line, Math.Max(0, at - 30), Frames(Math.Max(0, at - 30), 50));
            if (at == 500)
                await SendAsync(line, 900, Frames(900, 50));
            // In the middle a page of before.
            if (at == 550)
                await SendAsync(line, at + 50, [.. Frames(at + 50, 50).ToArray().Select(level => (byte)((2 * level) + 2))], version: 1);
            if (at == 600)
                await SendAsync(line, at + 50, Frames(0, 50), version: 9);
            if (at == 700)
                await line.SendAsync(new byte[] { 1, 2, 3 }, WebSocketMessageType.Binary, true, Cancel);
            if (at == 800)
                await SendAsync(line, -5, Frames(0, 50));
        }
        (await SayAsync(line, 4, "/api/ear/ends", new { frames = 1950 })).GetProperty("status").GetInt32().ShouldBe(409);
        var ended = await SayAsync(line, 5, "/api/ear/ends", new { frames = 1900 });
        ended.GetProperty("status").GetInt32().ShouldBe(200);
        var answer = ended.GetProperty("answer");
        // The same as a recording of the same frames, less the second before the set.
        var whole = Ear.Of(
            Frames(0, 1900),
            new ListeningFor(HeardDrill.Of(server.Catalogue.Find("inside-taps")!, Core.Base.Touches.Feet.Both)!)
        );
        answer.GetProperty("events").GetString()!.Split(' ').Length.ShouldBe(whole.Touches.Count(touch => touch.At >= 1));
        answer.GetProperty("events").GetString()!.Split(' ').Length.ShouldBeInRange(Taps.Value.Truth - 6, Taps.Value.Truth);
        HeardMark.Read(answer.GetProperty("mark").GetString()).ShouldNotBeNull();
    }

    [Fact]
    public async Task A_gap_is_told_at_once_also_right_after_something_was_told()
    {
        var (line, _) = await LineAsync();
        using var open = line;
        (
            await SayAsync(
                line,
                1,
                "/api/ear/begins",
                new
                {
                    drill = "inside-taps",
                    feet = "both",
                    lead = 100,
                }
            )
        ).GetProperty("status").GetInt32().ShouldBe(200);
        await SendAsync(line, 0, Frames(0, 900));
        var first = (await HearAsync(line)).GetProperty("ear");
        first.GetProperty("frames").GetInt32().ShouldBe(900);
        first.GetProperty("events").GetString()!.ShouldNotBeEmpty();
        for (var time = 0; time < 3; time++)
        {
            await SendAsync(line, 1000 + time, Frames(1000, 50));
            var gap = (await HearAsync(line)).GetProperty("ear");
            // From where to send again, and nothing of what was heard is taken back.
            gap.GetProperty("frames").GetInt32().ShouldBe(900);
            gap.GetProperty("events").GetString().ShouldBe(first.GetProperty("events").GetString());
        }
    }

    [Fact]
    public async Task Kept_while_there_was_no_network_it_is_counted_afterwards_and_what_is_no_frames_is_refused()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var @for = new
        {
            version = 2,
            drill = "inside-taps",
            feet = "both",
            lead = 0,
            own = new[] { new[] { 0.5, 0.1, 990 } },
        };
        var (status, body) = await browser.PostAsync("/api/heard", new { @for, frames = Convert.ToBase64String(Taps.Value.Frames) });
        status.ShouldBe(HttpStatusCode.OK);
        JsonDocument
            .Parse(body)
            .RootElement.GetProperty("events")
            .GetString()!
            .Split(' ')
            .Length.ShouldBeInRange(Taps.Value.Truth - 2, Taps.Value.Truth);
        // A page that was kept on the device from before tells levels of half the step, and no version.
        var (_, old) = await browser.PostAsync(
            "/api/heard",
            new
            {
                @for = new
                {
                    @for.drill,
                    @for.feet,
                    @for.lead,
                    @for.own,
                },
                frames = Convert.ToBase64String([.. Taps.Value.Frames.Select(level => (byte)((2 * level) + 2))]),
            }
        );
        old.ShouldBe(body);
        (
            await browser.PostAsync(
                "/api/heard",
                new
                {
                    @for = new
                    {
                        version = 3,
                        @for.drill,
                        @for.feet,
                    },
                    frames = Convert.ToBase64String(Taps.Value.Frames),
                }
            )
        ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        foreach (var frames in new[] { "", "not base64", Convert.ToBase64String(new byte[17]), null })
            (await browser.PostAsync("/api/heard", new { @for, frames })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, frames);
        foreach (
            var about in new object?[]
            {
                null,
                new { },
                new { drill = "inside-taps" },
                new { drill = "toe-taps", feet = "both" },
                new
                {
                    drill = "inside-taps",
                    feet = "both",
                    lead = -1,
                },
                new
                {
                    drill = "inside-taps",
                    feet = "both",
                    lead = 99_999,
                },
                new
                {
                    drill = "inside-taps",
                    feet = "both",
                    own = new[] { new[] { 1.0 } },
                },
            }
        )
            (
                await browser.PostAsync("/api/heard", new { @for = about, frames = Convert.ToBase64String(Taps.Value.Frames) })
            ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity);
        (
            await browser.PostAsync(
                "/api/heard",
                new { @for = new { drill = "no-such", feet = "both" }, frames = Convert.ToBase64String(Taps.Value.Frames) }
            )
        ).Status.ShouldBe(HttpStatusCode.NotFound);
        (await browser.PostAsync("/api/heard", new { @for, frames = new string('A', 700_000) })).Status.ShouldBe(
            HttpStatusCode.RequestEntityTooLarge
        );
    }

    [Fact]
    public async Task A_place_is_learned_for_a_ball_and_listened_by_and_what_teaches_nothing_is_not_kept()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var frames = Convert.ToBase64String(Learning.Value);
        (await browser.PageAsync("/practise/inside-taps")).ShouldNotContain("learned today");
        // Quiet alone teaches nothing.
        JsonDocument
            .Parse(
                (
                    await browser.PostAsync(
                        "/api/places",
                        new { ball = "soft", frames = Convert.ToBase64String(Learning.Value.AsSpan(0, 1050 * SoundFrame.Bands)) }
                    )
                ).Body
            )
            .RootElement.GetProperty("learned")
            .GetBoolean()
            .ShouldBeFalse();
        for (var i = 0; i < 2; i++)
        {
            var said = JsonDocument.Parse((await browser.PostAsync("/api/places", new { ball = "usual", frames })).Body).RootElement;
            (said.GetProperty("learned").GetBoolean(), said.GetProperty("touches").GetInt32()).ShouldBe((true, SpaceSound.AskedTouches));
        }
        (await browser.PageAsync("/practise/inside-taps")).ShouldContain("learned today");
        await using (var work = await server.Database.BeginAsync(household.Id))
        {
            (await SpaceSoundStore.FindAsync(work, null, BallKind.Usual))
                .ShouldNotBeNull()
                .ToString()
                .ShouldBe(SpaceSound.Learn(Learning.Value).Place!.ToString());
            (await SpaceSoundStore.KnownAsync(work, null)).Keys.ShouldBe([BallKind.Usual]);
        }
        var @for = new
        {
            version = 2,
            drill = "inside-taps",
            feet = "both",
            ball = "usual",
        };
        (await browser.PostAsync("/api/heard", new { @for, frames = Convert.ToBase64String(Taps.Value.Frames) })).Status.ShouldBe(
            HttpStatusCode.OK
        );
        foreach (
            var (ball, text) in new[]
            {
                ("round", frames),
                (null, frames),
                ("usual", ""),
                ("usual", "no"),
                ("usual", Convert.ToBase64String(new byte[SoundFrame.Bands * 1000])),
                ("usual", Convert.ToBase64String(new byte[SoundFrame.Bands * 6001])),
                ("usual", Convert.ToBase64String(new byte[SoundFrame.Bands * 1200 + 1])),
            }
        )
            (await browser.PostAsync("/api/places", new { ball, frames = text })).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, ball);
    }

    [Fact]
    public async Task Heard_in_doubt_it_is_a_best_once_somebody_says_that_it_is_right()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var post = Played.Post(household, null);
        foreach (
            var (field, value) in new Dictionary<string, object?>
            {
                ["drill"] = "inside-taps",
                ["feet"] = "both",
                ["countedBy"] = "heard",
                ["events"] = "l100 r50 l50 r50",
                ["seconds"] = 30,
                ["draft"] = null,
                ["heard"] = "doubted t150:40 o270:60",
            }
        )
            post[field] = value;
        (await browser.PostAsync("/api/sets", new Dictionary<string, object?>(post) { ["heard"] = "believe me" })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await browser.PostAsync("/api/sets", new Dictionary<string, object?>(post) { ["heard"] = null })).Status.ShouldBe(
            HttpStatusCode.UnprocessableEntity
        );
        (await browser.PostAsync("/api/sets", post)).Body.ShouldBe("""{"stored":true,"bests":[]}""");
        var page = await browser.PageAsync($"/logbook/{post["id"]}");
        page.ShouldContain("The ear is not sure");
        page.ShouldContain("take out the touch at 1.5 s");
        page.ShouldContain("add a touch at 2.7 s");
        (await browser.PageAsync("/logbook")).ShouldContain("heard 4, not sure");
        // The same form for the practice screen, which is no page of its own.
        var part = await browser.PageAsync($"/logbook/{post["id"]}?handler=Heard");
        part.ShouldContain("add a touch at 2.7 s");
        part.ShouldNotContain("<html");
        var turn = new Dictionary<string, string> { ["change"] = Guid.CreateVersion7().ToString(), ["turned"] = "270" };
        // Twice the same press is one.
        for (var i = 0; i < 2; i++)
            (await browser.SubmitAsync($"/logbook/{post["id"]}", $"/logbook/{post["id"]}?handler=Turn", turn)).Status.ShouldBe(
                HttpStatusCode.Redirect
            );
        (await browser.PageAsync($"/logbook/{post["id"]}")).ShouldContain("5 is right");
        (await server.BestsAsync(household)).ShouldBeEmpty();
        await browser.SubmitAsync(
            $"/logbook/{post["id"]}",
            $"/logbook/{post["id"]}?handler=Turn",
            new() { ["change"] = Guid.CreateVersion7().ToString() }
        );
        (await server.BestsAsync(household)).ShouldBe([5m]);
        (await browser.PageAsync($"/logbook/{post["id"]}")).ShouldContain("said it is right");
        await using var work = await server.Database.BeginAsync(household.Id);
        var set = (await SetStore.FindAsync(work, (Guid)post["id"]!))!;
        (set.Events, set.CountedBy, set.Heard).ShouldBe(
            ("l100 r50 l50 r50", CountedBy.Heard, "right t150:40 o270:60".Replace("o270", "t270", StringComparison.Ordinal))
        );
    }

    [Fact]
    public async Task A_recording_is_counted_looked_at_and_kept_and_the_file_is_not()
    {
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(server, household);
        var made = new SimulatedMicrophone(8).Record(new Scene(SceneKind.Taps, 20, NoiseKind.Wind, 20) { Rate = 16_000 });
        var (status, page) = await LookAsync(browser, Wav(made), "inside-taps", "both");
        status.ShouldBe(HttpStatusCode.OK, page);
        string Hidden(string name) =>
            WebUtility.HtmlDecode(System.Text.RegularExpressions.Regex.Match(page, $"name=\"{name}\" value=\"([^\"]*)\"").Groups[1].Value);
        var fields = new[] { "id", "drill", "feet", "events", "mark", "seconds" }.ToDictionary(name => name, Hidden);
        await using (var before = await server.Database.BeginAsync(household.Id))
            (await before.ExecuteScalarAsync<int>("select count(*) from practice_set")).ShouldBe(0);
        for (var i = 0; i < 2; i++)
            (await browser.SubmitAsync("/logbook/listen", "/logbook/listen?handler=Keep", fields)).Page.ShouldContain(
                $"/logbook/{fields["id"]}"
            );
        await using var work = await server.Database.BeginAsync(household.Id);
        var set = (await SetStore.FindAsync(work, Guid.Parse(fields["id"])))!;
        set.Touches.Total.ShouldBeInRange(made.Truth.Count - 2, made.Truth.Count);
        (await work.ExecuteScalarAsync<int>("select count(*) from practice_set")).ShouldBe(1);
        // What was typed into the hidden fields instead is looked at like anything else.
        foreach (
            var (name, value) in new[]
            {
                ("mark", "x"),
                ("events", "l1 z"),
                ("seconds", "-1"),
                ("seconds", "NaN"),
                ("drill", "toe-taps"),
                ("feet", "three"),
                ("id", Guid.Empty.ToString()),
            }
        )
            (
                await browser.SubmitAsync(
                    "/logbook/listen",
                    "/logbook/listen?handler=Keep",
                    new(fields) { ["id"] = Guid.CreateVersion7().ToString(), [name] = value }
                )
            ).Status.ShouldBe(HttpStatusCode.UnprocessableEntity, name);
    }

    [Fact]
    public async Task A_recording_is_held_against_the_place_that_was_chosen_and_only_a_household_s_own_can_be()
    {
        var (household, other) = (await server.NewHouseholdAsync(), await server.NewHouseholdAsync());
        var browser = await Browser.SignedInAsync(server, household);
        (await browser.PageAsync("/logbook/listen")).ShouldNotContain("name=\"where\"");
        // Over steps, where much is in doubt: what was learned of this ball shows in what remains so.
        var made = new SimulatedMicrophone(10_504).Record(new Scene(SceneKind.Taps, 20, NoiseKind.Steps, 5) { Rate = 16_000 });
        var learning = new SimulatedMicrophone(10_504).Record(new Scene(SceneKind.Place, 30, NoiseKind.Hiss, 20) { Rate = 16_000 });
        var learned = SpaceSound.Learn(FrameMaker.Of(learning.Samples, learning.Rate)).Place.ShouldNotBeNull();
        foreach (var whose in new[] { household, other })
        {
            await using var work = await server.Database.BeginAsync(whose.Id);
            await SpaceSoundStore.KeepAsync(
                work,
                null,
                whose == household ? BallKind.Soft : BallKind.Small,
                learned,
                new DateOnly(2026, 11, 2)
            );
            await work.CommitAsync();
        }
        var page = await browser.PageAsync("/logbook/listen");
        page.ShouldContain("not a space of your yard, a soft one");
        page.ShouldNotContain("a small one");
        async Task<string> MarkAsync(string? where) =>
            System
                .Text.RegularExpressions.Regex.Match(
                    (await LookAsync(browser, Wav(made), "inside-taps", "both", where)).Page,
                    "name=\"mark\" value=\"([^\"]*)\""
                )
                .Groups[1]
                .Value;
        var without = await MarkAsync(null);
        without.ShouldNotBeEmpty();
        (await MarkAsync($"{Guid.Empty:N} soft")).ShouldNotBe(without);
        foreach (var nowhere in new[] { $"{Guid.Empty:N} small", "x", "" })
            (await MarkAsync(nowhere)).ShouldBe(without);
    }

    [Fact]
    public async Task What_is_no_recording_is_refused_in_words()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var made = new SimulatedMicrophone(8).Record(new Scene(SceneKind.Nothing, 5, NoiseKind.Hiss, 20) { Rate = 16_000 });
        foreach (
            var (file, drill, says) in new[]
            {
                ([], "inside-taps", "not a WAV recording"),
                ("nothing"u8.ToArray(), "inside-taps", "not a WAV recording"),
                (Wav(made)[..30], "inside-taps", "not a WAV recording"),
                (Wav(made), "toe-taps", "Choose a drill"),
                (Wav(made), "inside-taps", "We heard no touch in it."),
            }
        )
        {
            var (status, page) = await LookAsync(browser, file, drill, "both");
            status.ShouldBe(HttpStatusCode.UnprocessableEntity);
            page.ShouldContain(says);
        }
    }

    [Fact]
    public async Task The_microphone_is_opened_to_the_practice_page_alone()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        (await browser.GetAsync("/practise/inside-taps"))
            .Headers.GetValues("Permissions-Policy")
            .Single()
            .ShouldContain("microphone=(self)");
        foreach (var path in new[] { "/today", "/logbook/listen", "/household", "/" })
            (await browser.GetAsync(path))
                .Headers.GetValues("Permissions-Policy")
                .Single()
                .ShouldContain("microphone=()", customMessage: path);
        (await browser.PageAsync("/practise/inside-taps")).ShouldContain("No sound leaves this device");
        // A drill that cannot be heard offers nothing of it.
        (await browser.PageAsync("/practise/toe-taps")).ShouldNotContain("data-ear");
    }

    private static async Task<(HttpStatusCode Status, string Page)> LookAsync(
        Browser browser,
        byte[] file,
        string drill,
        string feet,
        string? where = null
    )
    {
        var token = System
            .Text.RegularExpressions.Regex.Match(
                await browser.PageAsync("/logbook/listen"),
                "name=\"__RequestVerificationToken\"[^>]*value=\"([^\"]*)\""
            )
            .Groups[1]
            .Value;
        using var form = new MultipartFormDataContent
        {
            { new StringContent(token), "__RequestVerificationToken" },
            { new StringContent(drill), "drill" },
            { new StringContent(feet), "feet" },
            { new ByteArrayContent(file), "file", "wall.wav" },
            { new StringContent(where ?? ""), "where" },
        };
        var response = await browser.RawAsync("/logbook/listen?handler=Look", form);
        return (response.StatusCode, WebUtility.HtmlDecode(await response.Content.ReadAsStringAsync(Cancel)));
    }

    private static byte[] Wav(MadeRecording made)
    {
        using var file = new MemoryStream();
        using var writer = new BinaryWriter(file, Encoding.ASCII);
        writer.Write("RIFF"u8);
        writer.Write(36 + (made.Samples.Length * 2));
        writer.Write("WAVEfmt "u8);
        foreach (var number in new[] { 16, 1 | (1 << 16), made.Rate, made.Rate * 2, 2 | (16 << 16) })
            writer.Write(number);
        writer.Write("data"u8);
        writer.Write(made.Samples.Length * 2);
        foreach (var sample in made.Samples)
            writer.Write((short)(sample * 32767));
        return file.ToArray();
    }
}
