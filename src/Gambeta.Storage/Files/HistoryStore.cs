using System.Collections.Immutable;
using System.IO.Compression;
using System.Text.Json;
using System.Text.Json.Nodes;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Diaries;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;
using Npgsql;

namespace Gambeta.Storage;

/// <summary>What becomes of a list of a file.</summary>
/// <param name="List">The list, as the file names it.</param>
/// <param name="New">Rows that come in.</param>
/// <param name="Known">Rows that are here already, as they are or changed since: they stay as they are here.</param>
/// <param name="Left">Rows that stay outside: sets that nobody can have played, what belongs to nobody.</param>
public sealed record TakenList(string List, int New, int Known, int Left);

/// <summary>How a household may take in.</summary>
/// <param name="Catalogue">Makes its catalogue of the cards that it has by then.</param>
/// <param name="Players">Most players of a household.</param>
/// <param name="Most">Most rows of a table that a household keeps on its shelves, and ten times as many with those that were put
/// away.</param>
/// <param name="SetsADay">Most sets that are taken in in a day; so many rows of any other list at most as well.</param>
/// <param name="Today">The household's day.</param>
/// <param name="Offset">What its clock is off UTC.</param>
/// <param name="WithSettings">Whether units, words and the like are taken over as well.</param>
public sealed record HistoryAsk(
    Func<IReadOnlyList<OwnDrill>, DrillCatalogue> Catalogue,
    int Players,
    IReadOnlyDictionary<string, int> Most,
    int SetsADay,
    DateOnly Today,
    TimeSpan Offset,
    bool WithSettings
);

/// <summary>A household's whole history, taken in from its file: all of it or nothing, what is here already stays as it is, and back out in
/// one step.</summary>
public static class HistoryStore
{
    // What rows of a table hang on: without it they belong to nobody.
    private const string OfAPlayer = "exists (select from player p where p.household_id = @Household and p.player_id = r.player_id)",
        OfASet = "exists (select from practice_set p where p.household_id = @Household and p.set_id = r.set_id)";

    // What is used by what came since stays when the rest goes back out.
    private static readonly Dictionary<string, string> Used = new()
    {
        ["player"] =
            "exists (select from sitting s where s.household_id = t.household_id and s.player_id = t.player_id) or exists (select "
            + "from practice_set s where s.household_id = t.household_id and s.player_id = t.player_id)",
        ["sitting"] = "exists (select from practice_set s where s.household_id = t.household_id and s.session_id = t.session_id)",
        ["own_drill"] = "exists (select from practice_set s where s.household_id = t.household_id and s.drill = t.drill_id)",
        ["layout"] = "exists (select from practice_set s where s.household_id = t.household_id and s.layout = t.layout_key)",
        ["space"] = "exists (select from sitting s where s.household_id = t.household_id and s.space_id = t.space_id)",
    };

    /// <summary>Keeps a file packed, to be looked at and then taken in; one at a time, and for an hour.</summary>
    public static Task KeepAsync(HouseholdWork work, Guid batch, ReadOnlyMemory<byte> file)
    {
        using var packed = new MemoryStream();
        using (var packing = new BrotliStream(packed, CompressionLevel.Fastest, leaveOpen: true))
            packing.Write(file.Span);
        return work.ExecuteAsync(
            """
            delete from history_taken where household_id = @Household and taken_at is null;
            insert into history_taken (household_id, batch_id, file) values (@Household, @batch, @file)
            """,
            new
            {
                work.Household,
                batch,
                file = packed.ToArray(),
            }
        );
    }

    /// <summary>A file that was kept to be looked at; nothing where there is none, or its hour is over. Unpacked it is as long as it was,
    /// and no longer than may be.</summary>
    public static async Task<byte[]?> KeptAsync(HouseholdWork work, Guid batch, int mostBytes)
    {
        if (
            await work.ExecuteScalarAsync<byte[]?>(
                "select file from history_taken where household_id = @Household and batch_id = @batch and taken_at is null and "
                    + "looked_at > now() - interval '1 hour'",
                new { work.Household, batch }
            )
            is not { } packed
        )
            return null;
        using var unpacked = new MemoryStream();
        await using var unpacking = new BrotliStream(new MemoryStream(packed), CompressionMode.Decompress);
        var piece = new byte[81920];
        for (int read; (read = await unpacking.ReadAsync(piece)) > 0 && unpacked.Length <= mostBytes; )
            unpacked.Write(piece, 0, read);
        return unpacked.ToArray();
    }

    /// <summary>What would become of a file: done, counted, and undone before anybody sees it.</summary>
    /// <exception cref="HistoryException">It cannot be taken in.</exception>
    public static async Task<IReadOnlyList<TakenList>> LookAsync(HouseholdWork work, HistoryFile file, HistoryAsk ask)
    {
        await work.ExecuteAsync("savepoint look");
        try
        {
            return (await AllInAsync(work, file, ask)).Lists;
        }
        finally
        {
            await work.ExecuteAsync("rollback to savepoint look");
        }
    }

    /// <summary>Takes a file in, under the id under which it was looked at; the same id again changes nothing. Returns what became of each
    /// list; nothing where it was taken in before.</summary>
    /// <exception cref="HistoryException">It cannot be taken in.</exception>
    public static async Task<IReadOnlyList<TakenList>?> TakeAsync(HouseholdWork work, Guid batch, HistoryFile file, HistoryAsk ask)
    {
        if (
            await work.ExecuteAsync(
                "update history_taken set taken_at = now(), file = null where household_id = @Household and batch_id = @batch and "
                    + "taken_at is null",
                new { work.Household, batch }
            ) == 0
        )
            return null;
        var (lists, rows, sets) = await AllInAsync(work, file, ask);
        await work.ExecuteAsync("select erased_forget()");
        await work.ExecuteAsync(
            "update history_taken set rows = @rows::jsonb, sets = @sets where household_id = @Household and batch_id = @batch",
            new
            {
                work.Household,
                batch,
                rows = rows.ToJsonString(),
                sets,
            }
        );
        return lists;
    }

    /// <summary>Whether something was taken in under an id.</summary>
    public static Task<bool> IsTakenAsync(HouseholdWork work, Guid batch) =>
        work.ExecuteScalarAsync<bool>(
            "select exists (select from history_taken where household_id = @Household and batch_id = @batch and taken_at is not null)",
            new { work.Household, batch }
        );

    /// <summary>Takes back what came in under an id; what was made since, and what that hangs on, stays. False where there is nothing to
    /// take back.</summary>
    public static async Task<bool> UndoAsync(HouseholdWork work, Guid batch)
    {
        await LongerAsync(work);
        if (
            await work.ExecuteScalarAsync<string?>(
                "update history_taken set undone_at = now() where household_id = @Household and batch_id = @batch and taken_at is "
                    + "not null and undone_at is null returning rows::text",
                new { work.Household, batch }
            )
            is not { } kept
        )
            return false;
        var rows = JsonNode.Parse(kept)!.AsObject();
        var sets = await SetsAsync(work, [.. (rows["practice_set"]?.AsArray() ?? []).Select(row => row!["set_id"]!.GetValue<Guid>())]);
        foreach (
            var list in HouseholdFile
                .Lists.Reverse()
                .OrderBy(list =>
                    list.Table switch
                    {
                        "player" => 2,
                        "space" or "layout" or "own_drill" or "sitting" => 1,
                        _ => 0,
                    }
                )
        )
        {
            if (rows[list.Table] is not JsonArray { Count: > 0 } keys)
                continue;
            var used = Used.TryGetValue(list.Table, out var by) ? $" and not ({by})" : "";
            await work.ExecuteAsync(
                $"delete from {list.Table} t using jsonb_populate_recordset(null::{list.Table}, @keys::jsonb) k where "
                    + $"t.household_id = @Household and {Same(list, "t", "k")}{used}",
                new { work.Household, keys = keys.ToJsonString() }
            );
        }
        await SettleAsync(work, sets, rows);
        return true;
    }

    private static async Task<(ImmutableArray<TakenList> Lists, JsonObject Rows, int Sets)> AllInAsync(
        HouseholdWork work,
        HistoryFile file,
        HistoryAsk ask
    )
    {
        await LongerAsync(work);
        // One at a time for the household.
        await work.ExecuteAsync(
            "select 1 from player where household_id = @Household order by player_id for no key update",
            new { work.Household }
        );
        var (lists, rows, at) = (ImmutableArray.CreateBuilder<TakenList>(), new JsonObject(), "");
        try
        {
            var renamed = await PlayersAsync(work, file, ask);
            // What follows from the rest is in the file to be read, and follows anew.
            foreach (var list in HouseholdFile.Lists.Where(list => HouseholdTables.Made.Contains(list.Table)))
            {
                at = list.Name;
                var read = file.Rows(list);
                if (read.Count == 0)
                    continue;
                foreach (var row in read)
                    if (row["player_id"] is { } player && renamed.TryGetValue(player.GetValue<string>(), out var here))
                        row["player_id"] = here;
                var (came, fits) = await InAsync(work, list, read);
                if (came.Count > ask.SetsADay)
                    throw new HistoryException(HistoryProblem.TooMuch, at);
                if (ask.Most.TryGetValue(list.Table, out var most) && await IsTooMuchAsync(work, list, most))
                    throw new HistoryException(HistoryProblem.TooMuch, at);
                rows[list.Table] = came;
                lists.Add(new TakenList(list.Name, came.Count, fits - came.Count, read.Count - fits));
            }
            at = "sets";
            var sets = await SetsAsync(work, [.. (rows["practice_set"]?.AsArray() ?? []).Select(row => row!["set_id"]!.GetValue<Guid>())]);
            var sound = await OnlyPlayableAsync(work, sets, ask, lists, rows);
            if (await LatelyAsync(work) + sound.Count > ask.SetsADay)
                throw new HistoryException(HistoryProblem.TooMuch, at);
            await SettleAsync(work, sound, rows);
            if (ask.WithSettings && file.Settings is { } settings)
            {
                at = "household";
                await SettingsAsync(work, settings);
            }
            at = "";
            await HistoryReadBack.AsksAsync(work, ask, list => at = list);
            return (lists.ToImmutable(), rows, sound.Count);
        }
        catch (PostgresException wrong) when (wrong.SqlState[..2] is "22" or "23")
        {
            throw new HistoryException(HistoryProblem.Broken, at, wrong);
        }
        // Whatever a reader makes of what it cannot read; a database that is away is not the file's fault.
        catch (Exception wrong) when (wrong is not (HistoryException or NpgsqlException or OperationCanceledException))
        {
            throw new HistoryException(HistoryProblem.Broken, at, wrong);
        }
    }

    private static Task<int> LongerAsync(HouseholdWork work) => work.ExecuteAsync("set local statement_timeout = '60s'");

    private static string Same(FileList list, string one, string other) =>
        string.Join(" and ", list.KeyColumns.Select(column => $"{one}.{column} = {other}.{column}"));

    // A player who is here under the same name is the same player: what is theirs becomes theirs here.
    private static async Task<Dictionary<string, string>> PlayersAsync(HouseholdWork work, HistoryFile file, HistoryAsk ask)
    {
        var list = HouseholdFile.Lists[0];
        var here = (
            await work.QueryAsync<(Guid Id, string Nickname)>(
                "select player_id, nickname from player where household_id = @Household",
                new { work.Household }
            )
        ).ToList();
        var renamed = new Dictionary<string, string>();
        foreach (var player in file.Rows(list).ToList())
        {
            var (id, name) = (player["player_id"]!.GetValue<string>(), HouseholdName.Key(player["nickname"]!.GetValue<string>()));
            if (!Player.CanBeBornIn(player["birth_year"]!.GetValue<int>(), ask.Today))
                throw new HistoryException(HistoryProblem.Broken, list.Name);
            if (here.Exists(known => known.Id.ToString() == id))
                continue;
            if (here.Find(known => HouseholdName.Key(known.Nickname) == name) is { Nickname: not null } same)
                renamed[id] = same.Id.ToString();
        }
        if (
            here.Count
                + file.Rows(list)
                    .Count(player =>
                        !renamed.ContainsKey(player["player_id"]!.GetValue<string>())
                        && !here.Exists(known => known.Id.ToString() == player["player_id"]!.GetValue<string>())
                    )
            > ask.Players
        )
            throw new HistoryException(HistoryProblem.TooMuch, list.Name);
        return renamed;
    }

    // Puts rows in: those that are here stay as they are. Returns the keys of the new ones, and how many rows belong to somebody.
    private static async Task<(JsonArray Came, int Fits)> InAsync(HouseholdWork work, FileList list, List<JsonObject> rows)
    {
        var columns = string.Join(", ", list.Columns.Select(column => column.Name));
        var belongs = list.Table switch
        {
            "player" => "true",
            "set_change" or "said_before" => OfASet,
            _ => list.Columns.Any(column => column.Name == "player_id") ? OfAPlayer : "true",
        };
        var result = await work.QuerySingleAsync<(string Came, int Fits)>(
            $"""
            with r as (select distinct on ({list.Key}) * from jsonb_populate_recordset(null::{list.Table}, @rows::jsonb)),
            fits as (select * from r where {belongs}),
            came as (insert into {list.Table} (household_id, {columns}) select @Household, {columns} from fits{(
                list.Table == "set_change" ? " order by made_at" : ""
            )} on conflict do nothing returning {list.Key})
            select coalesce((select jsonb_agg(to_jsonb(came)) from came), '[]')::text, (select count(*) from fits)::int
            """,
            new { work.Household, rows = $"[{string.Join(',', rows.Select(row => row.ToJsonString()))}]" }
        );
        return (JsonNode.Parse(result.Came)!.AsArray(), result.Fits);
    }

    private static async Task<IReadOnlyList<PracticeSet>> SetsAsync(HouseholdWork work, Guid[] ids) =>
        ids.Length == 0
            ? []
            :
            [
                .. (
                    await work.QueryAsync<SetRow>(
                        $"select {SetColumns.Every} from practice_set where household_id = @Household and set_id = any(@ids)",
                        new { work.Household, ids }
                    )
                ).Select(row => row.ToSet()),
            ];

    // Sets are held against what anybody can have played, as those of a diary are.
    private static async Task<IReadOnlyList<PracticeSet>> OnlyPlayableAsync(
        HouseholdWork work,
        IReadOnlyList<PracticeSet> sets,
        HistoryAsk ask,
        ImmutableArray<TakenList>.Builder lists,
        JsonObject rows
    )
    {
        if (sets.Count == 0)
            return [];
        // Where the file comes from tomorrow has begun already.
        var early = sets.Where(set => SetCheck.DayHere(set.Day, set.StartedAt, ask.Today, ask.Offset) != set.Day)
            .Select(set => set.Id)
            .ToHashSet();
        if (early.Count > 0)
        {
            await work.ExecuteAsync(
                "update practice_set set day = @Today where household_id = @Household and set_id = any(@ids)",
                new
                {
                    work.Household,
                    ask.Today,
                    ids = early.ToArray(),
                }
            );
            sets = [.. sets.Select(set => early.Contains(set.Id) ? set with { Day = ask.Today } : set)];
        }
        var players = (
            await work.QueryAsync<(Guid Id, string Nickname, short BirthYear, string Foot, string Level)>(
                "select player_id, nickname, birth_year, preferred_foot, level from player where household_id = @Household",
                new { work.Household }
            )
        )
            .Select(row => new Player(
                row.Id,
                row.Nickname,
                row.BirthYear,
                Stored.Word<Core.Base.Touches.Foot>(row.Foot),
                Stored.Word<Level>(row.Level)
            ))
            .ToList();
        var catalogue = ask.Catalogue(await OwnDrillStore.AllAsync(work));
        var sound = sets.Chunk(TakingIn.MostLines)
            .SelectMany(part =>
                TakingIn.Read(part.Select(set => DiarySet.Write(set, null)), catalogue, players, players[0], ask.Today, ask.Offset)
            )
            .Where(line => line.Set is not null)
            .Select(line => line.Set!.Id)
            .ToHashSet();
        var kept = sets.Where(set =>
                sound.Contains(set.Id) && (set.Events is null || Core.Practice.Counting.PlayNotation.ReadKept(set.Events) is not null)
            )
            .ToList();
        if (kept.Count == sets.Count)
            return kept;
        var unplayable = sets.Select(set => set.Id).Except(kept.Select(set => set.Id)).ToHashSet();
        await work.ExecuteAsync(
            "delete from said_before where household_id = @Household and set_id = any(@ids); delete from practice_set where "
                + "household_id = @Household and set_id = any(@ids)",
            new { work.Household, ids = unplayable.ToArray() }
        );
        rows["practice_set"] = new JsonArray([.. kept.Select(set => (JsonNode)new JsonObject { ["set_id"] = set.Id.ToString() })]);
        var at = lists.ToList().FindIndex(list => list.List == "sets");
        lists[at] = lists[at] with { New = lists[at].New - unplayable.Count, Left = lists[at].Left + unplayable.Count };
        return kept;
    }

    private static Task<bool> IsTooMuchAsync(HouseholdWork work, FileList list, int most) =>
        work.ExecuteScalarAsync<bool>(
            $"select count(*) > 10 * @most or count(*) filter (where retired_at is null) > @most from {list.Table} where "
                + $"household_id = @Household",
            new { work.Household, most }
        );

    private static Task<int> LatelyAsync(HouseholdWork work) =>
        work.ExecuteScalarAsync<int>(
            "select coalesce(sum(sets), 0)::int from history_taken where household_id = @Household and taken_at > now() - interval '1 day'",
            new { work.Household }
        );

    // What follows from sets that came or went: marks, days, what stands, what is decided.
    private static async Task SettleAsync(HouseholdWork work, IReadOnlyList<PracticeSet> sets, JsonObject rows)
    {
        if (rows["own_drill"] is JsonArray { Count: > 0 })
            await work.ExecuteAsync(
                "update household set drills_version = drills_version + 1 where household_id = @Household",
                new { work.Household }
            );
        var there = (
            await work.QueryAsync<Guid>(
                "select set_id from practice_set where household_id = @Household and set_id = any(@ids) and removed_at is null",
                new { work.Household, ids = sets.Select(set => set.Id).ToArray() }
            )
        ).ToHashSet();
        await MarkStore.InsertAsync(
            work,
            sets.Where(set => there.Contains(set.Id)).SelectMany(Scoring.MarksOf).Select(mark => MarkRow.From(mark, false))
        );
        foreach (var player in sets.GroupBy(set => set.PlayerId))
        {
            if (
                !await work.ExecuteScalarAsync<bool>(
                    "select exists (select from player where household_id = @Household and player_id = @player)",
                    new { work.Household, player = player.Key }
                )
            )
                continue;
            var days = player.Select(set => set.Day).ToHashSet();
            foreach (var drill in player.Select(set => set.Drill).Distinct())
                days.UnionWith(await MarkStore.JudgeAgainAsync(work, player.Key, drill));
            await SummaryStore.RefreshAsync(work, player.Key, days, player.Select(set => set.Drill));
            await VerdictStore.DueAsync(work, player.Key, player);
        }
        // What was said of a drill weighs in sets of its sitting that were here before as well.
        if (rows["drill_answer"] is not JsonArray { Count: > 0 } answers)
            return;
        var said = await work.QueryAsync<(Guid Player, Guid Session, string Drill)>(
            "select distinct player_id, session_id, drill from practice_set where household_id = @Household and "
                + "session_id = any(@sessions)",
            new { work.Household, sessions = answers.Select(answer => answer!["session_id"]!.GetValue<Guid>()).Distinct().ToArray() }
        );
        foreach (var player in said.GroupBy(one => one.Player))
            await VerdictStore.AnsweredAsync(work, player.Key, [.. player.Select(one => (one.Session, one.Drill))]);
    }

    // Heading stays as it is here, and so does the grown-ups' word: those are said by somebody who is here.
    private static Task<int> SettingsAsync(HouseholdWork work, JsonObject settings) =>
        work.ExecuteAsync(
            """
            update household h set time_zone = coalesce(s.time_zone, h.time_zone), units = coalesce(s.units, h.units),
              other_foot = coalesce(s.other_foot, h.other_foot), sounds = coalesce(s.sounds, h.sounds),
              week_starts_on = coalesce(s.week_starts_on, h.week_starts_on), clip_penalty = coalesce(s.clip_penalty, h.clip_penalty),
                feet_school = coalesce(s.feet_school, h.feet_school), catch_up_cap = coalesce(s.catch_up_cap, h.catch_up_cap)
            from jsonb_populate_record(null::household, @settings::jsonb) s where h.household_id = @Household
            """,
            new
            {
                work.Household,
                settings = new JsonObject(
                    new[]
                    {
                        ("timeZone", "time_zone"),
                        ("units", "units"),
                        ("otherFoot", "other_foot"),
                        ("sounds", "sounds"),
                        ("weekStartsOn", "week_starts_on"),
                        ("clipPenaltySeconds", "clip_penalty"),
                        ("feetSchool", "feet_school"),
                        ("catchUpCap", "catch_up_cap"),
                    }.Select(name => KeyValuePair.Create(name.Item2, settings[name.Item1]?.DeepClone()))
                ).ToJsonString(),
            }
        );
}
