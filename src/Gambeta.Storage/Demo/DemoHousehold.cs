using System.Collections.Immutable;
using Dapper;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Played;
using Gambeta.Simulation;

namespace Gambeta.Storage;

/// <summary>
/// The made-up household that shows what Gambeta is: Irune, eleven, right-footed, two years with the ball, on the landing behind
/// the bakery; Beñat, eight, left-footed, new to it. Ten weeks up to today, from a fixed seed, never mixed with a real household.
/// </summary>
public static class DemoHousehold
{
    /// <summary>The id of the household that visitors get copies of, the same everywhere. Nobody signs in to it.</summary>
    public static readonly Guid Id = Guid.Parse("01900000-0000-7000-8000-0000000de300");

    /// <summary>Its name.</summary>
    public const string Name = "Bakery landing";

    private static readonly Guid Irune = Guid.Parse("01900000-0000-7000-8000-0000000de301");
    private static readonly Space Landing = new()
    {
        Name = "Landing",
        Kind = Places.Patio,
        Width = 5,
        Length = 8.5,
        Ground = Ground.Concrete,
        Wall = new SpaceWall(SpaceSide.Far, 4.2, 2.6),
        Behind = [Behind.Glass, Behind.OpenGround, Behind.WallOrFence, Behind.StepOrKerb],
    };

    private static readonly Guid LandingId = Guid.Parse("01900000-0000-7000-8000-0000000de311");
    private static readonly Guid StoreroomId = Guid.Parse("01900000-0000-7000-8000-0000000de312");
    private static readonly Guid Benat = Guid.Parse("01900000-0000-7000-8000-0000000de302");

    private static readonly string[] IruneDrills =
    [
        "pull-back-laces-away",
        "inside-taps",
        "two-rolls-two-outside",
        "juggling-streak",
        "one-touch-wall-other-foot",
        "zigzag-and-home",
        "v-cut",
        "game-ladder",
        "kill-juggled",
        "step-over-away",
    ];

    private static readonly string[] BenatDrills =
    [
        "toe-taps",
        "inside-taps",
        "pull-back-laces-away",
        "drop-kick-catch",
        "juggling-streak",
        "wall-two-touch",
        "game-bottle",
    ];

    /// <summary>After so long it is made up anew: with what changed in the rules meanwhile.</summary>
    private static readonly TimeSpan Stale = TimeSpan.FromDays(6);

    /// <summary>
    /// Opens a copy of it for one visitor: the household that the work is in, moved by whole days so that it ends today. False when as many
    /// copies as can be are open, or there is nothing to copy.
    /// </summary>
    public static async Task<bool> CopyAsync(HouseholdWork work, DateTimeOffset now, TimeSpan lasts, int most)
    {
        var madeAt = await MadeAtAsync(work);
        return madeAt is not null
            && await work.ExecuteScalarAsync<bool>(
                "select demo_copy(@Household, @tables, @days, @until, @most)",
                new
                {
                    work.Household,
                    tables = Copied.ToArray(),
                    days = Math.Max(0, (int)(now - madeAt.Value).TotalDays),
                    until = (now + lasts).UtcDateTime,
                    most,
                }
            );
    }

    /// <summary>Tables that a copy takes along, what others hang on first. Nothing was ever changed in the one that is copied.</summary>
    private static IEnumerable<string> Copied =>
        HouseholdTables.All.Except(["household", "set_change", "kept_view", .. HouseholdTables.OfTheServer]);

    // When the copied one was made, which only its own household may read.
    private static async Task<DateTimeOffset?> MadeAtAsync(HouseholdWork work) =>
        await work.ExecuteScalarAsync<DateTime?>("select demo_made_at()") is { } at
            ? new DateTimeOffset(DateTime.SpecifyKind(at, DateTimeKind.Utc))
            : null;

    /// <summary>Makes it up where it is not there yet, or is some days old. Returns whether it was made now.</summary>
    public static async Task<bool> LoadAsync(GambetaDatabase database, DrillCatalogue catalogue, DateTimeOffset now, string timeZone)
    {
        await using var work = await database.BeginAsync(Id);
        if (await MadeAtAsync(work) is { } madeAt && now - madeAt < Stale)
            return false;
        await HouseholdStore.EraseAsync(work);
        // No password opens it, and no name leads to it.
        if (await HouseholdStore.CreateAsync(work, Name, "", timeZone) != CreateOutcome.Made)
            return false;
        await HouseholdLookup.DropAsync(work, LookupKind.Name, HouseholdName.Key(Name));
        await work.ExecuteAsync(
            "update household set name_key = 'demo', created_at = @now where household_id = @Id",
            new { Id, now = now.UtcDateTime }
        );
        var year = now.Year;
        await HouseholdStore.AddPlayerAsync(work, new Player(Irune, "Irune", year - 11, Foot.Right, Level.Steady));
        await HouseholdStore.SetGrownUpWordAsync(work, "BALL");
        foreach (var favourite in new[] { "turn-outside-hook", "step-over-away" })
            await FavouriteStore.MarkAsync(work, Irune, favourite, isFavourite: true);
        await HouseholdStore.AddPlayerAsync(work, new Player(Benat, "Beñat", year - 8, Foot.Left, Level.FirstWeeks));
        var zigzag = LandingZigzag(catalogue);
        var (irunes, benats) = Practised(catalogue, now);
        foreach (var (player, sets, seed) in new[] { (Irune, irunes, 51), (Benat, benats, 52) })
        {
            var told = SaidAfter.Of(sets, catalogue, new Random(seed)).ToList();
            var words = told.SelectMany(said => said.Answers, (said, answer) => (said.Session, answer.Drill, answer.Control))
                .ToLookup(one => (one.Session, one.Drill), one => one.Control);
            foreach (var said in told)
            {
                foreach (var answer in said.Answers)
                    await SessionStore.AnswerAsync(work, said.Session, player, answer, said.At);
            }
            await SetStore.AddManyAsync(work, sets, set => words[(set.SessionId, set.Drill)].LastOrDefault());
            foreach (var said in told)
                await SessionStore.EndAsync(work, said.Session, player, null, said.End, said.At);
        }
        // Worked out here once, not by each visitor.
        foreach (var player in new[] { Irune, Benat })
            await VerdictStore.AllAsync(work, player);
        await AddWeeksAsync(work, DateOnly.FromDateTime(now.DateTime));
        await AddYardAsync(work, zigzag, DateOnly.FromDateTime(now.DateTime));
        await work.CommitAsync();
        return true;
    }

    /// <summary>What the two have practised by today, oldest first.</summary>
    public static (IReadOnlyList<PracticeSet> Irune, IReadOnlyList<PracticeSet> Benat) Practised(
        DrillCatalogue catalogue,
        DateTimeOffset now
    )
    {
        var irune = new ModelPlayer
        {
            Id = Irune,
            Preferred = Foot.Right,
            StartSkill = 0.38,
            EndSkill = 0.66,
            OtherFootStart = 0.72,
        };
        var benat = new ModelPlayer
        {
            Id = Benat,
            Preferred = Foot.Left,
            StartSkill = 0.08,
            EndSkill = 0.34,
            OtherFootStart = 0.60,
        };
        // Up to yesterday, all of it: today is there for whoever looks in. Days are counted back from today, so that the story is the same
        // on each day of the week and at each hour.
        var yesterday = new DateTimeOffset(now.Date, now.Offset).AddMinutes(-1);
        DayOfWeek[] Back(params int[] days) => [.. days.Select(back => now.AddDays(-back).DayOfWeek)];
        var irunes = PracticeDiary.Write(
            catalogue,
            Level.Steady,
            irune,
            new DiaryPlan(10, Back(1, 3, 4, 5, 7), 0.18, [4], 16, IruneDrills, FewerSets: 9),
            new Random(4021),
            yesterday
        );
        var onTheLanding = LandingZigzag(catalogue).Key;
        irunes = [.. irunes.Select(set => set.Drill == "zigzag-and-home" ? set with { Layout = onTheLanding } : set)];
        var benats = PracticeDiary.Write(
            catalogue,
            Level.FirstWeeks,
            benat,
            new DiaryPlan(10, Back(1, 3, 6), 0.2, [4, 7], 12, BenatDrills, FewerSets: 7),
            new Random(733),
            yesterday
        );
        // What his sister does looks easy: it falls apart, and is taken a step back.
        var tooHard = PracticeDiary.Write(
            catalogue,
            Level.FirstWeeks,
            benat with
            {
                StartSkill = -1.2,
                EndSkill = -1.2,
            },
            new DiaryPlan(3, Back(2, 5), 0, [], 4, ["kill-juggled"]),
            new Random(91),
            yesterday
        );
        benats = [.. benats.Concat(tooHard).OrderBy(set => set.StartedAt)];
        // And her favourite turn was tried for the first time on the day before her last: too early to say.
        var justBegun = PracticeDiary.Write(
            catalogue,
            Level.Steady,
            irune,
            new DiaryPlan(1, [irunes[^1].Day.AddDays(-1).DayOfWeek], 0, [], 3, ["turn-outside-hook"]),
            new Random(92),
            yesterday
        );
        return ([.. irunes.Concat(justBegun).OrderBy(set => set.StartedAt)], benats);
    }

    // The card's zigzag is too long for the landing: Irune runs it at the size that fits.
    private static Layout LandingZigzag(DrillCatalogue catalogue)
    {
        var card = catalogue.Find("zigzag-and-home")!;
        return Fit.Of(card.Layout!, RunOffs.Of(card, Landing), Landing).Placed with { Key = "yard-landing", Name = "Landing zigzag" };
    }

    // Irune is in her month of every day, beside a club; Beñat begins as everybody does.
    private static async Task AddWeeksAsync(HouseholdWork work, DateOnly today)
    {
        await RhythmStore.KeepAsync(
            work,
            Irune,
            new Rhythm(
                RhythmSchool.EveryDayForAMonth,
                20,
                [],
                today.AddDays(-9),
                [
                    new ClubDay(today.AddDays(3).DayOfWeek, ClubKind.Training, 75),
                    new ClubDay(today.AddDays(5).DayOfWeek, ClubKind.Match, 60),
                ]
            )
        );
        await GoalStore.AddAsync(
            work,
            Irune,
            new Goal(
                Guid.Parse("01900000-0000-7000-8000-0000000de321"),
                GoalKind.Reach,
                "juggling-streak",
                60,
                today.AddDays(40),
                today.AddDays(-14)
            )
        );
        await GoalStore.AddAsync(
            work,
            Irune,
            new Goal(Guid.Parse("01900000-0000-7000-8000-0000000de322"), GoalKind.LevelFeet, null, null, null, today.AddDays(-14))
        );
    }

    // The landing behind the bakery has the oven wall at its far side; Irune's pace was walked along a tape seven weeks ago.
    private static async Task AddYardAsync(HouseholdWork work, Layout zigzag, DateOnly today)
    {
        await YardStore.SaveSpaceAsync(work, LandingId, Landing);
        await YardStore.KeepLayoutAsync(work, new KeptLayout(zigzag, "zigzag-and-home", LandingId, null, null, Retired: false));
        await YardStore.SaveSpaceAsync(
            work,
            StoreroomId,
            new Space
            {
                Name = "Flour store",
                Kind = Places.Indoors,
                Width = 2.6,
                Length = 3.4,
                Ground = Ground.SmoothFloor,
                Behind = [Behind.WallOrFence, Behind.Breakables, Behind.WallOrFence, Behind.WallOrFence],
            }
        );
        await YardStore.SaveKitAsync(
            work,
            new Kit(
                new Dictionary<Thing, int>
                {
                    [Thing.Ball] = 2,
                    [Thing.Marker] = 3,
                    [Thing.Chalk] = 1,
                    [Thing.Bottle] = 6,
                }.ToImmutableDictionary()
            )
        );
        await YardStore.SavePaceAsync(work, Irune, new KnownPace(new Pace(0.62), PaceSource.Walked, today.AddDays(-49)));
    }
}
