using System.Diagnostics;
using System.Diagnostics.Metrics;
using System.Net;
using System.Net.Sockets;
using System.Security.Cryptography;
using System.Text.Json;
using System.Text.RegularExpressions;
using System.Xml.Linq;
using Dapper;
using Gambeta.Storage;
using Gambeta.Web.Security;
using Gambeta.Web.Setup;
using Gambeta.Web.Throttling;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>Running it: keys, proxies, health, what is measured, and the description of the interface.</summary>
public class OperationsTests(TestServer server)
{
    private static CancellationToken Cancel => TestContext.Current.CancellationToken;

    [Fact]
    public async Task The_description_of_the_interface_says_what_the_document_for_people_says()
    {
        var browser = await Browser.SignedInAsync(server, await server.NewHouseholdAsync());
        var described = JsonDocument
            .Parse(await (await browser.GetAsync("/api/openapi.json")).Content.ReadAsStringAsync(Cancel))
            .RootElement;
        var words = await File.ReadAllTextAsync(Repository.At("docs", "api.md"), Cancel);
        var api = described
            .GetProperty("paths")
            .EnumerateObject()
            .Where(path => path.Name.StartsWith("/api/", StringComparison.Ordinal))
            .ToList();
        var headings = Regex
            .Matches(words, @"^## (GET|POST) (/api/[^?\s]+)", RegexOptions.Multiline)
            .Select(match => $"{match.Groups[1].Value.ToLowerInvariant()} {match.Groups[2].Value}");
        api.SelectMany(path => path.Value.EnumerateObject().Select(method => $"{method.Name} {path.Name}"))
            .ShouldBe(headings, ignoreOrder: true);
        foreach (var path in api)
        {
            if (!path.Value.TryGetProperty("post", out var post))
                continue;
            var part = words[words.IndexOf($"## POST {path.Name}\n", StringComparison.Ordinal)..];
            part = part[..(part.IndexOf("\n## ", 3, StringComparison.Ordinal) is > 0 and var end ? end : part.Length)];
            var schema = Resolve(
                described,
                post.GetProperty("requestBody").GetProperty("content").GetProperty("application/json").GetProperty("schema")
            );
            foreach (var property in schema.GetProperty("properties").EnumerateObject())
                part.ShouldContain(
                    property.Name,
                    Case.Sensitive,
                    $"{path.Name} has '{property.Name}', which docs/api.md does not name there"
                );
        }
    }

    private static JsonElement Resolve(JsonElement document, JsonElement schema) =>
        schema.TryGetProperty("$ref", out var name)
            ? document.GetProperty("components").GetProperty("schemas").GetProperty(name.GetString()!.Split('/')[^1])
            : schema;

    [Fact]
    public async Task With_a_key_the_key_ring_lies_sealed_in_the_database_and_opens_only_with_it()
    {
        var key = Convert.ToBase64String(RandomNumberGenerator.GetBytes(32));
        ServiceProvider With(string? chosen)
        {
            var services = new ServiceCollection().AddLogging().AddSingleton(new GambetaDatabase(server.AppConnection));
            services.AddKeyRing(new ConfigurationBuilder().AddInMemoryCollection([new("KeyRing:Key", chosen)]).Build());
            return services.BuildServiceProvider();
        }

        await using var sealing = With(key);
        sealing
            .GetRequiredService<Microsoft.AspNetCore.DataProtection.KeyManagement.IKeyManager>()
            .CreateNewKey(DateTimeOffset.UtcNow.AddDays(-1), DateTimeOffset.UtcNow.AddDays(80));
        await using (var connection = new NpgsqlConnection(server.AppConnection))
        {
            var kept = (
                await connection.QueryAsync<string>("select xml from data_protection_key where xml like '%<sealed%'")
            ).ShouldHaveSingleItem();
            kept.ShouldNotContain("<masterKey");
            kept.ShouldNotContain("<value>");
        }
        var sealedKey = new SealedXml(sealing.GetRequiredService<KeyRingKey>())
            .Encrypt(XElement.Parse("<key>secret</key>"))
            .EncryptedElement;
        sealedKey.ToString().ShouldNotContain("secret");
        await using var same = With(key);
        new OpenedXml(same).Decrypt(sealedKey).Value.ShouldBe("secret");
        await using var other = With(Convert.ToBase64String(RandomNumberGenerator.GetBytes(32)));
        Should.Throw<CryptographicException>(() => new OpenedXml(other).Decrypt(sealedKey));
        Should.Throw<FormatException>(() => With("too short"));
        await using (var connection = new NpgsqlConnection(server.OwnerConnection))
            await connection.ExecuteAsync("delete from data_protection_key where xml like '%<sealed%'");
    }

    [Fact]
    public async Task Only_a_proxy_that_is_configured_says_who_calls_and_how()
    {
        async Task<string> SetCookieAsync(string known)
        {
            await using var app = server.With(host => host.UseSetting("Proxy:Known", known));
            app.UseKestrel(0);
            app.StartServer();
            using var client = new HttpClient(new HttpClientHandler { AllowAutoRedirect = false, UseCookies = false })
            {
                BaseAddress = app.ClientOptions.BaseAddress,
            };
            using var request = new HttpRequestMessage(HttpMethod.Get, "/")
            {
                Headers =
                {
                    { "X-Forwarded-Proto", "https" },
                    { "X-Forwarded-For", "192.0.2.7" },
                    { "X-Forwarded-Host", "gambeta.example" },
                },
            };
            var answer = await client.SendAsync(request, Cancel);
            return answer.Headers.TryGetValues("Strict-Transport-Security", out _)
                + " "
                + string.Join(';', answer.Headers.GetValues("Set-Cookie"));
        }

        (await SetCookieAsync("127.0.0.0/8")).ShouldMatch("^True .*gambeta-form=.*secure");
        (await SetCookieAsync("192.0.2.1")).ShouldNotMatch("True|secure");
        (await SetCookieAsync("")).ShouldNotMatch("True|secure");
    }

    [Fact]
    public async Task Health_is_told_in_time_also_when_the_database_hangs_and_one_that_is_full_is_away_and_no_error()
    {
        // Something that takes connections and never says a word.
        using var mute = new TcpListener(IPAddress.Loopback, 0);
        mute.Start();
        var hung = new NpgsqlConnectionStringBuilder(server.AppConnection) { Port = ((IPEndPoint)mute.LocalEndpoint).Port }.ToString();
        await using var database = new GambetaDatabase(hung);
        var began = Stopwatch.GetTimestamp();
        var health = await new DatabaseAnswers(database).CheckHealthAsync(new(), Cancel);
        health.Status.ShouldBe(Microsoft.Extensions.Diagnostics.HealthChecks.HealthStatus.Unhealthy);
        Stopwatch.GetElapsedTime(began).TotalSeconds.ShouldBeLessThan(30);

        foreach (var state in new[] { "53300", "57P03", "08006", "55P03", "25P03", "57014", "40001", "40P01" })
            Guards.IsAway(new PostgresException("x", "ERROR", "ERROR", state)).ShouldBeTrue(state);
        foreach (var state in new[] { "23505", "22021", "42P01" })
            Guards.IsAway(new PostgresException("x", "ERROR", "ERROR", state)).ShouldBeFalse(state);

        var errors = new LogOfErrors();
        await using var narrow = server.With(host =>
        {
            host.UseSetting("ConnectionStrings:App", server.AppConnection + ";Maximum Pool Size=2");
            host.ConfigureLogging(logging => logging.AddProvider(errors));
        });
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(narrow, household);
        await using (var work = await server.Database.BeginAsync(household.Id, Cancel))
        {
            // Somebody holds the player's lock: whoever waits for it gives up in time, and what finds no connection meanwhile is told so.
            await work.ExecuteAsync("set local idle_in_transaction_session_timeout = 0; select from player for update");
            var waiting = Enumerable.Range(0, 6).Select(_ => browser.PostAsync("/api/sets", Played.Post(household, 20))).ToList();
            (await Task.WhenAll(waiting))
                .Select(answer => answer.Status)
                .ShouldAllBe(status => status == HttpStatusCode.ServiceUnavailable);
        }
        (await browser.PostAsync("/api/sets", Played.Post(household, 20))).Status.ShouldBe(HttpStatusCode.OK);
        errors.Lines.ShouldBeEmpty();
    }

    [Fact]
    public async Task Work_in_the_database_ends_when_whoever_asked_for_it_has_gone()
    {
        var household = await server.NewHouseholdAsync();
        await using var holding = await server.Database.BeginAsync(household.Id, Cancel);
        await holding.ExecuteAsync("set local idle_in_transaction_session_timeout = 0; select from player for update");
        using var gone = new CancellationTokenSource();
        await using var work = await server.Database.BeginAsync(household.Id, gone.Token);
        // By itself it would wait for ever.
        await work.ExecuteAsync("set local lock_timeout = 0; set local statement_timeout = 0");
        var asked = work.ExecuteAsync("select from player for update");
        Task<int> Waiting() =>
            holding.ExecuteScalarAsync<int>(
                "select count(*) from pg_locks where not granted and pg_backend_pid() = any(pg_blocking_pids(pid))"
            );
        while (await Waiting() == 0)
            await Task.Delay(20, Cancel);
        await gone.CancelAsync();
        await Should.ThrowAsync<OperationCanceledException>(() => asked);
        while (await Waiting() > 0)
            await Task.Delay(20, Cancel);
    }

    [Fact]
    public async Task An_instance_that_sleeps_in_its_work_does_not_keep_a_players_lock()
    {
        var household = await server.NewHouseholdAsync();
        await using var work = await server.Database.BeginAsync(household.Id, Cancel);
        await work.ExecuteAsync("set local idle_in_transaction_session_timeout = '300ms'; select from player for update");
        (
            await work.QuerySingleAsync<(string, string, string)>(
                "select current_setting('statement_timeout'), current_setting('lock_timeout'), '10s'"
            )
        ).ShouldBe(("10s", "4s", "10s"));
        await Task.Delay(900, Cancel);
        (await server.StoreAsync(household, Played.Round(household, 20, 0))).Outcome.ShouldBe(SetOutcome.Stored);
    }

    [Fact]
    public async Task A_secret_that_is_a_file_stands_before_what_is_set_otherwise()
    {
        var folder = Directory.CreateTempSubdirectory("gambeta-secrets-");
        await File.WriteAllTextAsync(Path.Combine(folder.FullName, "ConnectionStrings__App"), server.AppConnection + "\n", Cancel);
        await using var other = server.With(builder =>
            builder.UseSetting("ConnectionStrings:App", "Host=127.0.0.1;Port=1;Username=nobody").UseSetting("Secrets", folder.FullName)
        );
        (await other.CreateClient().GetAsync("/healthz/ready", Cancel)).StatusCode.ShouldBe(HttpStatusCode.OK);
        folder.Delete(recursive: true);
    }

    [Fact]
    public async Task A_role_without_time_limits_is_seen()
    {
        (await server.Database.IsLimitedAsync()).ShouldBeTrue();
        await using var bare = new GambetaDatabase(server.OwnerConnection);
        (await bare.IsLimitedAsync()).ShouldBeFalse();
    }

    [Fact]
    public async Task A_module_of_the_build_is_kept_for_good_and_one_of_another_build_is_not_there()
    {
        var browser = Browser.At(server);
        var own = Regex.Match(await browser.PageAsync("/"), "src=\"(/of-[0-9a-f]{12}/js/pages/page\\.js)\"").Groups[1].Value;
        var module = await browser.GetAsync(own);
        (module.StatusCode, module.Headers.CacheControl!.ToString()).ShouldBe((HttpStatusCode.OK, "public, max-age=31536000, immutable"));
        foreach (var path in new[] { "/js/shared/words.js", "/lib/idb.js" })
            (await browser.GetAsync(own[..own.IndexOf("/js/", StringComparison.Ordinal)] + path)).StatusCode.ShouldBe(
                HttpStatusCode.OK,
                path
            );
        foreach (
            var path in new[]
            {
                Regex.Replace(own, "of-[0-9a-f]+", "of-000000000000"),
                own.Replace("/js/", "/css/", StringComparison.Ordinal),
                own.Replace("/js/", "/js/../../", StringComparison.Ordinal),
                own[..15] + "/today",
                "/of-",
                own[..16],
            }
        )
        {
            var missing = await browser.GetAsync(path);
            (missing.StatusCode, missing.Headers.CacheControl?.NoStore).ShouldBe((HttpStatusCode.NotFound, true), path);
        }
    }

    [Fact]
    public async Task What_is_stored_and_how_long_it_waited_is_measured_without_a_name()
    {
        await using var app = server.With(_ => { });
        var household = await server.NewHouseholdAsync();
        var browser = await Browser.SignedInAsync(app, household);
        var (factory, measured) = (app.Services.GetRequiredService<IMeterFactory>(), new List<(string Name, double Value, int Tags)>());
        using var listener = new MeterListener
        {
            InstrumentPublished = (instrument, heard) =>
            {
                if (instrument.Meter.Scope == factory && instrument.Meter.Name == Meters.Name)
                    heard.EnableMeasurementEvents(instrument);
            },
        };
        listener.SetMeasurementEventCallback<long>((instrument, value, tags, _) => measured.Add((instrument.Name, value, tags.Length)));
        listener.SetMeasurementEventCallback<double>((instrument, value, tags, _) => measured.Add((instrument.Name, value, tags.Length)));
        listener.Start();
        var post = Played.Post(household, 20);
        for (var i = 0; i < 2; i++)
            await browser.PostAsync("/api/sets", post);
        measured.Select(one => (one.Name, one.Tags)).ShouldBe([("gambeta.sets.stored", 0), ("gambeta.sets.waited", 0)]);
        measured[1].Value.ShouldBeInRange(85, 100);
    }

    [Fact]
    public async Task Logs_name_routes_and_never_what_stands_in_an_address_or_who_plays()
    {
        var all = new LogOfEverything();
        await using var app = server.With(host =>
        {
            host.UseSetting("Logging:LogLevel:Default", "Information");
            host.ConfigureLogging(logging => logging.AddProvider(all));
        });
        var browser = await Browser.SignedInAsync(app, await server.NewHouseholdAsync());
        await browser.PageAsync("/drills?words=Nilo");
        await browser.GetAsync("/nilo-was-here");
        var ours = all.Lines.Where(line => line.StartsWith("Gambeta.", StringComparison.Ordinal)).ToList();
        ours.ShouldContain(line => line.Contains("GET drills 200", StringComparison.OrdinalIgnoreCase));
        ours.ShouldNotContain(line => line.Contains("nilo", StringComparison.OrdinalIgnoreCase));
    }

    [Fact]
    public async Task Numbers_are_written_in_one_way_whatever_language_the_machine_speaks()
    {
        var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, "recover", "nobody at all"])
        {
            RedirectStandardError = true,
        };
        foreach (
            var (name, value) in new[]
            {
                ("LANG", "fa_IR.UTF-8"),
                ("LC_ALL", "fa_IR.UTF-8"),
                ("ConnectionStrings__App", server.AppConnection),
                ("ConnectionStrings__Owner", server.OwnerConnection),
            }
        )
            start.Environment[name] = value;
        using var process = Process.Start(start)!;
        (await process.StandardError.ReadToEndAsync(Cancel)).ShouldContain("There is no household called 'nobody at all'.");
        var source = await File.ReadAllTextAsync(Repository.At("src", "Gambeta.Web", "Program.cs"), Cancel);
        source
            .IndexOf("CultureInfo.InvariantCulture;", StringComparison.Ordinal)
            .ShouldBeLessThan(source.IndexOf("WebApplication.CreateBuilder", StringComparison.Ordinal));
    }
}
