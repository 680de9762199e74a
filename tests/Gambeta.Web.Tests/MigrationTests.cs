using System.Globalization;
using System.Text.Json.Nodes;
using Dapper;
using Gambeta.Core;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Records;
using Gambeta.Storage;
using Gambeta.Web.Words;
using Npgsql;

namespace Gambeta.Web.Tests;

/// <summary>A database as it was yesterday, brought up to date: every set, sitting and name is there, and two that looked alike are told
/// apart.</summary>
public class MigrationTests(TestServer server)
{
    [Fact]
    public async Task A_database_of_yesterday_keeps_its_sets_and_is_told_its_sittings()
    {
        var name = "migrated_" + Guid.NewGuid().ToString("N");
        await using (var owner = new NpgsqlConnection(server.OwnerConnection))
            await owner.ExecuteAsync($"create database {name}");
        var connection = new NpgsqlConnectionStringBuilder(server.OwnerConnection) { Database = name }.ToString();
        Migrator.Migrate(connection, upTo: "0006");
        await using (var before = new NpgsqlConnection(connection))
        {
            await before.ExecuteAsync(
                """
                insert into household (household_id, name, password_hash, time_zone, created_at) values
                  ('01900000-0000-7000-8000-0000000000a1', 'Bakery', 'h', 'UTC', '2026-01-01'),
                    ('01900000-0000-7000-8000-0000000000a2', 'Bаkery', 'h', 'UTC', '2026-01-02');
                insert into player (household_id, player_id, nickname, birth_year, preferred_foot, level)
                  values ('01900000-0000-7000-8000-0000000000a1', '01900000-0000-7000-8000-0000000000b1', 'Odei', 2016, 'left', 'steady');
                insert into practice_set (household_id, set_id, session_id, player_id, drill, layout, set_order, feet, started_at, day,
                  worked_ms, planned_seconds, counted_by, touches_left, touches_right, events)
                select '01900000-0000-7000-8000-0000000000a1', ('01900000-0000-7000-8000-0000000001' || to_char(n, 'FM00'))::uuid,
                  '01900000-0000-7000-8000-0000000000c1', '01900000-0000-7000-8000-0000000000b1',
                  case when n < 3 then 'toe-taps' else 'inside-taps' end, '', n, 'both',
                    timestamptz '2026-05-01 17:00Z' + n * interval '1 minute', '2026-05-01', 30000, 30, 'tapped', n, n, 'l30'
                from generate_series(1, 4) n;
                insert into session_end (household_id, session_id, player_id, sheet, effort, ended_at)
                  values ('01900000-0000-7000-8000-0000000000a1', '01900000-0000-7000-8000-0000000000c1',
                  '01900000-0000-7000-8000-0000000000b1', 'patio-ten', 5, '2026-05-01 17:10Z');
                insert into set_change (household_id, change_id, set_id, before)
                select household_id, '01900000-0000-7000-8000-0000000000d1', set_id, to_jsonb(s) from practice_set s where set_order = 2;
                update practice_set set touches_left = 50, events = null where set_order = 2;
                """
            );
        }
        Migrator.Migrate(connection);
        await using var database = new GambetaDatabase(
            new NpgsqlConnectionStringBuilder(server.AppConnection) { Database = name }.ToString()
        );
        (await Migrator.MissingAsync(database)).ShouldBeEmpty();
        await using (var owner = new NpgsqlConnection(connection))
        {
            (await owner.QueryAsync<string>("select name_key from household order by created_at")).ShouldBe(["bakery", "bakery 2"]);
            (
                await owner.QuerySingleAsync<(string, DateTime, DateTime)>(
                    "select sheet, started_at at time zone 'UTC', ended_at at time zone 'UTC' from sitting"
                )
            ).ShouldBe(("patio-ten", new DateTime(2026, 5, 1, 17, 1, 0), new DateTime(2026, 5, 1, 17, 10, 0)));
        }
        await using var work = await database.BeginAsync(
            Guid.Parse("01900000-0000-7000-8000-0000000000a1"),
            TestContext.Current.CancellationToken
        );
        var sets = await SetStore.SessionAsync(work, Guid.Parse("01900000-0000-7000-8000-0000000000c1"));
        sets.Select(set => (set.Drill, set.Plan.Item)).ShouldBe([("toe-taps", 0), ("toe-taps", 0), ("inside-taps", 1), ("inside-taps", 1)]);
        // A correction from before keeps what it corrected, taps and all.
        (await SetStore.UndoAsync(work, Guid.Parse("01900000-0000-7000-8000-0000000000d1"))).ShouldBe(UndoOutcome.Undone);
        var back = await SetStore.FindAsync(work, sets[1].Id);
        (back!.Touches.Left, back.Events).ShouldBe((2, "l30"));
    }

    // What stood in the logbook of a household before results were one JSON: a line a set, as the application of that day said it.
    [Fact]
    public async Task Every_kind_of_result_reads_after_the_move_as_it_did_before()
    {
        var name = "results_" + Guid.NewGuid().ToString("N");
        await using (var owner = new NpgsqlConnection(server.OwnerConnection))
            await owner.ExecuteAsync($"create database {name}");
        var connection = new NpgsqlConnectionStringBuilder(server.OwnerConnection) { Database = name }.ToString();
        Migrator.Migrate(connection, upTo: "0007");
        var file = JsonNode
            .Parse(
                await File.ReadAllTextAsync(
                    Path.Combine(AppContext.BaseDirectory, "Files", "household-1.json"),
                    TestContext.Current.CancellationToken
                )
            )!
            .AsObject();
        file["household"]![0]!["password_hash"] = "h";
        await using (var before = new NpgsqlConnection(connection))
        {
            foreach (var (table, rows) in HouseholdTables.All.Where(file.ContainsKey).Select(table => (table, file[table])))
                await before.ExecuteAsync(
                    $"insert into {table} overriding system value select * from jsonb_populate_recordset(null::{table}, @rows::jsonb)",
                    new { rows = rows!.ToJsonString() }
                );
        }
        Migrator.Migrate(connection);

        await using var database = new GambetaDatabase(
            new NpgsqlConnectionStringBuilder(server.AppConnection) { Database = name }.ToString()
        );
        await using var work = await database.BeginAsync(
            Guid.Parse(file["household"]![0]!["household_id"]!.GetValue<string>()),
            TestContext.Current.CancellationToken
        );
        var said = await File.ReadAllLinesAsync(
            Path.Combine(AppContext.BaseDirectory, "Files", "household-1.txt"),
            TestContext.Current.CancellationToken
        );
        foreach (var line in said)
        {
            var set = await SetStore.FindAsync(work, Guid.Parse(line[..36]));
            var marks = set is null
                ? []
                : Scoring.MarksOf(set).Select(mark => FormattableString.Invariant($"{mark.Key.Measure} {mark.Value}"));
            (
                set is null
                    ? $"{line[..36]} removed"
                    : $"{set.Id} {set.Touches.Left}+{set.Touches.Right} {Wording.Brief(set)} | {Wording.Full(set)} | "
                        + string.Join(", ", marks)
            ).ShouldBe(line);
        }
        // Passes a minute compare within one length of round: each chain holds as the core would link it, and its last best stands.
        await using (var after = new NpgsqlConnection(connection))
        {
            var marks = (
                await after.QueryAsync<(
                    Guid Set,
                    Guid Player,
                    string Drill,
                    string Measure,
                    string Feet,
                    string Layout,
                    decimal Value,
                    DateTime MadeAt,
                    bool IsBest
                )>(
                    "select set_id, player_id, drill, measure, feet, layout, value, made_at, is_best from mark where measure like "
                        + "'passes a minute%'"
                )
            ).ToList();
            marks.Count.ShouldBeGreaterThan(1);
            marks.ShouldAllBe(mark => mark.Measure.StartsWith("passes a minute ", StringComparison.Ordinal));
            foreach (var key in marks.GroupBy(mark => (mark.Player, mark.Drill, mark.Measure, mark.Feet, mark.Layout)))
            {
                var chain = BestChain.From(
                    key.Select(mark => new Mark(
                        new MarkKey(mark.Player, mark.Drill, Measure.Parse(mark.Measure), Feet.Left, mark.Layout),
                        mark.Value,
                        mark.MadeAt,
                        DateOnly.FromDateTime(mark.MadeAt),
                        mark.Set
                    ))
                );
                key.Where(mark => mark.IsBest).Select(mark => mark.Set).Order().ShouldBe(chain.Select(mark => mark.SetId).Order());
                (
                    await after.ExecuteScalarAsync<Guid>(
                        "select set_id from standing where player_id = @Player and drill = @Drill and measure = @Measure and feet = "
                            + "@Feet and layout = @Layout",
                        new
                        {
                            key.Key.Player,
                            key.Key.Drill,
                            key.Key.Measure,
                            key.Key.Feet,
                            key.Key.Layout,
                        }
                    )
                ).ShouldBe(chain[^1].SetId);
            }
        }
        // Nothing of a change is lost either: what was removed comes back, what was mended is as it was played.
        var changes = file["set_change"]!
            .AsArray()
            .Where(change => change!["undone_at"] is null)
            .OrderByDescending(change => change!["turn"]!.GetValue<long>())
            .ToList();
        changes.Count.ShouldBe(3);
        foreach (var change in changes)
            (await SetStore.UndoAsync(work, Guid.Parse(change!["change_id"]!.GetValue<string>()))).ShouldBe(UndoOutcome.Undone);
        foreach (var change in changes)
        {
            var (set, played) = (await SetStore.FindAsync(work, Guid.Parse(change!["set_id"]!.GetValue<string>())), change["before"]!);
            set.ShouldNotBeNull();
            (set.Touches.Left, set.CountedBy.ToKey()).ShouldBe(
                (played["touches_left"]!.GetValue<int>(), played["counted_by"]!.GetValue<string>())
            );
            var result = set.Result switch
            {
                RepsResult reps => (
                    reps.CleanReps == played["clean_reps"]!.GetValue<int>(),
                    reps.Slips == played["slips"]!.GetValue<int>()
                ),
                PassesResult passes => (
                    passes.LongestRun == played["longest_run"]!.GetValue<int>(),
                    passes.Slips == played["slips"]!.GetValue<int>()
                ),
                LadderResult ladder => (
                    ladder.Tries.Length == played["try_touches"]!.AsArray().Count,
                    ladder.Took == TimeSpan.FromSeconds(17.25)
                ),
                var other => throw new InvalidOperationException($"{other}"),
            };
            result.ShouldBe((true, true));
        }
    }
}
