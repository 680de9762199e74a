using System.IO.Compression;
using System.Net;
using System.Text.Json;
using System.Text.RegularExpressions;
using Dapper;
using Gambeta.Core.Base.Household;
using Gambeta.Storage;
using Microsoft.AspNetCore.Hosting;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>
/// Databases as older builds left them, with weeks of practice by their own demo: brought up to date, and every page that can be reached
/// from Today is read. The files are plain dumps (<c>pg_dump --inserts</c>) of one household, named after the day of the build that made
/// them.
/// </summary>
public partial class OldDataTests(TestServer server)
{
    private const int MostPages = 45;

    public static TheoryData<string> Dumps =>
        [
            .. Directory
                .GetFiles(Path.Combine(AppContext.BaseDirectory, "Files"), "data-of-*.sql.gz")
                .Select(file => Path.GetFileName(file)!)
                .Order(),
        ];

    [Theory]
    [MemberData(nameof(Dumps))]
    public async Task What_an_older_build_left_is_read_on_every_page(string dump)
    {
        var name = "old_" + Guid.NewGuid().ToString("N");
        await using (var owner = new NpgsqlConnection(server.OwnerConnection))
            await owner.ExecuteAsync($"create database {name}");
        var connection = new NpgsqlConnectionStringBuilder(server.OwnerConnection) { Database = name }.ToString();
        await using (var old = new NpgsqlConnection(connection))
        {
            await using var packed = File.OpenRead(Path.Combine(AppContext.BaseDirectory, "Files", dump));
            using var text = new StreamReader(new GZipStream(packed, CompressionMode.Decompress));
            // The schema is there already, and its owner needs no leave of another role.
            var sql = string.Join(
                '\n',
                (await text.ReadToEndAsync())
                    .Split('\n')
                    .Where(line =>
                        !line.StartsWith("CREATE SCHEMA public", StringComparison.Ordinal)
                        && !line.Contains("SCHEMA public OWNER", StringComparison.Ordinal)
                    )
            );
            // As pg_dump says it itself: functions come before the tables that they name.
            await old.ExecuteAsync($"set check_function_bodies = off; set search_path = ''; {sql}");
            sql.ShouldContain("INSERT INTO public.practice_set");
        }
        Migrator.Migrate(connection);
        int sets;
        Guid household;
        await using (var owner = new NpgsqlConnection(connection))
        {
            await owner.ExecuteAsync(
                "update household set password_hash = @hash, name_key = 'yesterday'",
                new { hash = TestServer.Hashed }
            );
            household = await owner.QuerySingleAsync<Guid>("select household_id from household");
            sets = await owner.ExecuteScalarAsync<int>("select count(*) from practice_set");
        }
        await using var application = server.With(host =>
            host.UseSetting("ConnectionStrings:App", new NpgsqlConnectionStringBuilder(server.AppConnection) { Database = name }.ToString())
                .UseSetting("Demo", "false")
        );
        // Dumped, it had another name than the one under which it signed in.
        await using (var work = await application.Services.GetRequiredService<GambetaDatabase>().BeginAsync(household))
        {
            (await HouseholdLookup.KeepAsync(work, LookupKind.Name, HouseholdName.Key("Yesterday"))).ShouldBeTrue();
            await work.CommitAsync();
        }
        var browser = Browser.At(application);
        var (status, _) = await browser.SubmitAsync(
            "/",
            "/?handler=SignIn",
            new() { ["name"] = "Yesterday", ["password"] = TestServer.Password }
        );
        status.ShouldBe(HttpStatusCode.Redirect);

        var (waiting, seen) = (
            new Queue<string>([
                "/today",
                "/plan",
                "/weeks",
                "/progress",
                "/records",
                "/logbook?weeks=12",
                "/sheets",
                "/yard",
                "/household",
            ]),
            new HashSet<string>()
        );
        while (waiting.TryDequeue(out var path) && seen.Count < MostPages)
        {
            if (!seen.Add(path))
                continue;
            var answer = await browser.GetAsync(path);
            answer.StatusCode.ShouldBeOneOf([HttpStatusCode.OK, HttpStatusCode.Redirect], $"{dump} {path}");
            if (answer.StatusCode != HttpStatusCode.OK || answer.Content.Headers.ContentType?.MediaType != "text/html")
                continue;
            // Of each kind of page two: two hundred cards are one page two hundred times.
            foreach (Match link in Link().Matches(await answer.Content.ReadAsStringAsync()))
            {
                var to = WebUtility.HtmlDecode(link.Groups[1].Value);
                if (seen.Concat(waiting).Count(known => Kind(known) == Kind(to)) < 2)
                    waiting.Enqueue(to);
            }
        }
        seen.Count.ShouldBeGreaterThan(25);
        using var file = JsonDocument.Parse(
            (
                await browser.SubmitAsync("/household/erase", "/household/erase?handler=File", new() { ["password"] = TestServer.Password })
            ).Page
        );
        file.RootElement.GetProperty("sets").GetArrayLength().ShouldBe(sets, "every set is in the household's file");
    }

    private static string Kind(string path) => string.Join('/', path.Split('?')[0].Split('/').Take(3));

    [GeneratedRegex("""href="(/[^"#]*)""")]
    private static partial Regex Link();
}
