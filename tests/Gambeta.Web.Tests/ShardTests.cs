using System.Text.RegularExpressions;
using Dapper;
using Gambeta.Storage;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>
/// The tables of households can be spread over servers by the household (deploy/shards.sql): every key leads with it, every statement names
/// it, and no transaction works in two. Held against the database's own catalogue and against every statement in the sources, not against a
/// list of what was thought of.
/// </summary>
public partial class ShardTests(TestServer server)
{
    // On every server the same: what finds a household, what guards the door, what was erased, the keys of sign-ins, the migrations.
    private static readonly string[] Reference = ["brake", "data_protection_key", "erased", "found_by", "schemaversions"];

    // The demo is copied from one household into another: a server that is spread has none. The others are for the version before.
    private static readonly string[] PastTheHousehold =
    [
        "demo_copy",
        "demo_made_at",
        "household_for_sign_in",
        "calendar_of",
        "hand_over_taken",
        "keep_found_by",
        "note_erased",
    ];

    [Fact]
    public async Task Every_table_key_and_reference_leads_with_the_household()
    {
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        var tables = (
            await owner.QueryAsync<string>(
                "select relname from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace order by relname"
            )
        ).ToList();
        tables.ShouldBe(HouseholdTables.All.Concat(Reference).Distinct().Order(StringComparer.Ordinal));
        var sharded = tables.Except(Reference).ToList();
        var keys = (
            await owner.QueryAsync<(string Table, string Index, bool IsPrimary, string First)>(
                """
                select c.relname, i.relname, x.indisprimary, a.attname
                  from pg_index x join pg_class c on c.oid = x.indrelid join pg_class i on i.oid = x.indexrelid
                left join pg_attribute a on a.attrelid = c.oid and a.attnum = x.indkey[0]
                  where x.indisunique and c.relnamespace = 'public'::regnamespace
                """
            )
        ).Where(key => sharded.Contains(key.Table)).ToList();
        keys.Where(key => key.First != "household_id").ShouldBeEmpty();
        keys.Where(key => key.IsPrimary).Select(key => key.Table).Order(StringComparer.Ordinal).ShouldBe(sharded);
        var references = (
            await owner.QueryAsync<(string Of, string To, string First, string Target)>(
                """
                select c.conrelid::regclass::text, c.confrelid::regclass::text, a.attname, b.attname from pg_constraint c
                join pg_attribute a on a.attrelid = c.conrelid
                  and a.attnum = c.conkey[1] join pg_attribute b on b.attrelid = c.confrelid and b.attnum = c.confkey[1]
                  where c.contype = 'f'
                """
            )
        ).ToList();
        references.Count.ShouldBeGreaterThan(20);
        references.Where(one => (one.First, one.Target) != ("household_id", "household_id")).ShouldBeEmpty();
    }

    [Fact]
    public void What_the_extension_is_told_names_every_table_once()
    {
        var told = File.ReadAllText(Repository.At("deploy", "shards.sql"));
        foreach (var table in HouseholdTables.All.Concat(Reference).Distinct())
            Regex.Count(told, $"(?<!=> )'{table}'").ShouldBe(1, table);
    }

    [Fact]
    public async Task No_transaction_sees_a_row_of_another_household()
    {
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        (
            await owner.QueryAsync<string>(
                """
                select relname from pg_class c
                  where relkind = 'r' and relnamespace = 'public'::regnamespace and relname <> all (@reference)
                  and not (relrowsecurity and exists (
                  select from pg_policy p
                    where p.polrelid = c.oid and pg_get_expr(p.polqual, c.oid) = '(household_id = current_household())'))
                """,
                new { reference = Reference }
            )
        ).ShouldBeEmpty();
        // What goes past these policies is known by its name.
        (
            await owner.QueryAsync<string>(
                "select distinct proname from pg_proc where pronamespace = 'public'::regnamespace and prosecdef order by 1"
            )
        )
            .Except(["brake_release", "brake_try", "erased_forget", "erased_keep", "found_by_keep", "household_found_by"])
            .Order(StringComparer.Ordinal)
            .ShouldBe(PastTheHousehold.Order(StringComparer.Ordinal));
        (await owner.QueryAsync<string>("select distinct tgname from pg_trigger where not tgisinternal order by 1")).ShouldBe([
            "keep_found_by",
            "note_erased",
        ]);
        // And whose a transaction is, is said in one place.
        Literals().Count(one => one.Text.Contains("set_config('gambeta.household'", StringComparison.Ordinal)).ShouldBe(1);
    }

    [Fact]
    public async Task Every_statement_of_a_household_names_it_for_each_table_that_it_touches()
    {
        await using var owner = new NpgsqlConnection(server.OwnerConnection);
        var tables = HouseholdTables.All.Except(Reference).ToHashSet(StringComparer.Ordinal);
        var (seen, loose) = (new HashSet<string>(StringComparer.Ordinal), new List<string>());
        foreach (var (file, text) in Literals())
        {
            foreach (var statement in text.Split(';'))
            {
                var touched = Touched()
                    .Matches(statement)
                    .Select(match => match.Groups[1].Value)
                    .Where(table => tables.Contains(table) || table.StartsWith('{'))
                    .ToList();
                seen.UnionWith(touched);
                if (touched.Count > Names().Count(statement))
                    loose.Add($"{file}: {statement.Trim()}");
            }
        }
        // Every table is met, so the reading of the sources works.
        tables.Except(seen).Except(["first_touch_check", "drill_answer"]).ShouldBeEmpty();
        // By whoever runs the server, for a household that has lost its words: found by its name, with the owner's connection.
        loose.ShouldHaveSingleItem().ShouldContain("update household set recovery_hash = @hash where name_key = @key");
    }

    private static IEnumerable<(string File, string Text)> Literals() =>
        from folder in new[] { "Gambeta.Storage", "Gambeta.Web" }
        from file in Directory.EnumerateFiles(Repository.At("src", folder), "*.cs", SearchOption.AllDirectories)
        where !file.Contains($"{Path.DirectorySeparatorChar}obj{Path.DirectorySeparatorChar}", StringComparison.Ordinal)
        from Match literal in Literal().Matches(Repository.Source(file))
        select (Path.GetFileName(file), literal.Value);

    [GeneratedRegex("\"\"\"[\\s\\S]*?\"\"\"|\"(?:[^\"\\\\\\n]|\\\\.)*\"")]
    private static partial Regex Literal();

    [GeneratedRegex(@"\b(?:from|join|into|update)\s+([a-z_]+|\{table\})\b?")]
    private static partial Regex Touched();

    // By the column, or by the list of all columns of a set.
    [GeneratedRegex(@"household_id|\{SetColumns\.Every\}")]
    private static partial Regex Names();
}
