using System.Collections.Immutable;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Layouts;
using Gambeta.Core.Catalogue.Yard;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Insight.Planning;
using Gambeta.Core.Insight.Progress;
using Gambeta.Core.Insight.Weeks;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.Sets;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Simulation;

namespace Gambeta.Core.Tests.Weeks;

/// <summary>A day of a simulated year.</summary>
internal sealed record SimulatedDay(
    DateOnly Day,
    PlannedDay Laid,
    double? Ceiling,
    SessionPlan? Session,
    double Minutes,
    double Load,
    ImmutableArray<string> Begun
);

/// <summary>
/// A year of a made-up player who is given what the weeks and the planner say, and skips days as people do: single days, a week ill, a
/// summer holiday, a club for some.
/// </summary>
internal sealed class SimulatedYear
{
    public const int Days = 364;

    private static readonly DateOnly First = new(2026, 1, 5);

    private readonly Random _chance;
    private readonly LearningPlayer _learner;
    private readonly Player _player;
    private readonly PlayerForms _forms = new(Cards.All);
    private readonly Dictionary<FormKey, (Verdict Verdict, List<DecisionKind> Taken)> _verdicts = [];
    private readonly Dictionary<string, DateOnly> _last = [];
    private readonly List<DayBest> _bests = [];
    private readonly List<PracticeSet> _recent = [];
    private readonly List<SittingLoad> _sittings = [];
    private readonly List<SimulatedDay> _days = [];
    private readonly List<Away> _away = [];
    private readonly double _skips;
    private readonly Kit _kit;
    private readonly PlanAsk _ask;

    private SimulatedYear(int seed)
    {
        _chance = new Random(seed);
        var preferred = _chance.NextDouble() < 0.5 ? Foot.Left : Foot.Right;
        _player = new Player(
            new Guid(seed, 2, 9, [1, 2, 3, 4, 5, 6, 7, 8]),
            "Iune",
            First.Year - _chance.Next(8, 16),
            preferred,
            Level.FirstWeeks
        );
        _learner = new LearningPlayer(new Random(seed + 1_000_000), preferred);
        _skips = 0.05 + (0.35 * _chance.NextDouble());
        var school = (RhythmSchool)_chance.Next(4);
        var club =
            _chance.NextDouble() < 0.4
                ? ImmutableArray.Create(
                    new ClubDay(DayOfWeek.Thursday, ClubKind.Training, 75),
                    new ClubDay(DayOfWeek.Saturday, ClubKind.Match, 60)
                )
                : [];
        Rhythm = new Rhythm(
            school,
            10 + (5 * _chance.Next(5)),
            [DayOfWeek.Monday, DayOfWeek.Wednesday, DayOfWeek.Friday, DayOfWeek.Sunday],
            First,
            club
        );
        _kit = new Kit(ImmutableDictionary.CreateRange([KeyValuePair.Create(Thing.Marker, 8), KeyValuePair.Create(Thing.Bottle, 4)]));
        _ask = PlanAsk.Usual.Anywhere(_chance.NextDouble() < 0.5);
        if (_chance.NextDouble() < 0.7)
        {
            var ill = First.AddDays(_chance.Next(20, 150));
            _away.Add(new Away(AwayKind.Ill, ill, ill.AddDays(_chance.Next(2, 9))));
        }
        if (_chance.NextDouble() < 0.8)
            _away.Add(new Away(AwayKind.Holiday, First.AddDays(_chance.Next(190, 210)), First.AddDays(_chance.Next(211, 230))));
        if (_chance.NextDouble() < 0.3)
            _away.Add(Away.From(AwayKind.Growing, First.AddDays(_chance.Next(250, 330))));
    }

    public Rhythm Rhythm { get; }

    public IReadOnlyList<SimulatedDay> Played => _days;

    /// <summary>The days on which nothing was to be practised.</summary>
    public IReadOnlySet<DateOnly> AwayDays =>
        Enumerable.Range(0, Days).Select(i => First.AddDays(i)).Where(day => _away.Any(away => away.Stops(day))).ToHashSet();

    /// <summary>The days on which some drills were played, with what was still there.</summary>
    public IReadOnlyList<LadderVisit> Visits(IEnumerable<string> drills)
    {
        var visits = DayBest.Visits(_bests);
        return
        [
            .. drills
                .SelectMany(drill => visits[drill])
                .GroupBy(visit => visit.Day)
                .OrderBy(day => day.Key)
                .Select(day => new LadderVisit(
                    day.Key,
                    day.Any(visit => visit.Kept == false) ? false
                        : day.Any(visit => visit.Kept == true) ? true
                        : null
                )),
        ];
    }

    public int Age => First.Year - _player.BirthYear - 1;

    /// <summary>Skill gained in a year, and the hours of practice.</summary>
    public (double Gained, double Hours) Gained => (_learner.Gained(Last), _days.Sum(day => day.Minutes) / 60);

    /// <summary>How far the other foot is behind, at the end.</summary>
    public double Gap => _learner.Gap(Last);

    private static DateOnly Last => First.AddDays(Days);

    /// <summary>Lives a year.</summary>
    public static SimulatedYear Of(int seed)
    {
        var year = new SimulatedYear(seed);
        for (var i = 0; i < Days; i++)
            year.Live(First.AddDays(i));
        return year;
    }

    /// <summary>Skill gained, and the hours, by the same player in the same minutes of the same days, with drills as another planner
    /// chooses them.</summary>
    public (double Gained, double Hours) GainedWith(
        int seed,
        Func<IReadOnlyList<DrillCard>, IReadOnlyDictionary<string, DateOnly>, Random, IEnumerable<DrillCard>> order
    )
    {
        var (learner, chance, last) = (
            new LearningPlayer(new Random(seed + 1_000_000), _player.Preferred),
            new Random(seed),
            new Dictionary<string, DateOnly>()
        );
        var minutes = 0.0;
        foreach (var day in _days.Where(day => day.Minutes > 0))
        {
            var facts = Bare(day.Day);
            // What may be played there at all, and stands on nothing that was never played.
            var may = Cards
                .All.Cards.Where(card =>
                    PlanRules.Against(card, facts, _ask, new Worths(facts, default)) is null or PlanRule.RungBelow or PlanRule.Level
                    && (card.After.IsEmpty || card.After.All(last.ContainsKey))
                )
                .ToList();
            var taken = ImmutableArray<SheetItem>.Empty;
            // As many as the minutes hold, with everything that takes time besides.
            foreach (var card in order(may, last, chance))
            {
                if (
                    Sums(taken.Add(new SheetItem(SheetPart.Mastery, card.Id, null, false))).Total.TotalMinutes > day.Minutes
                    && taken.Length > 0
                )
                    break;
                taken = taken.Add(new SheetItem(SheetPart.Mastery, card.Id, null, false));
                if (taken.Length == Sheet.MostItems)
                    break;
            }
            var at = 0.0;
            foreach (var drill in Sums(taken).Drills)
            {
                foreach (var feet in drill.Drill.Card.Turns(_player.Preferred))
                    for (var set = 0; set < drill.Drill.Dose.Sets; set++)
                        learner.Play(drill.Drill.Card, feet, day.Day, at);
                at += drill.Amount.Total.TotalMinutes;
                last[drill.Drill.Card.Id] = day.Day;
            }
            at = Sums(taken).Total.TotalMinutes;
            minutes += at;
        }
        return (learner.Gained(Last), minutes / 60);
    }

    private PlanFacts Bare(DateOnly day) =>
        new()
        {
            Catalogue = Cards.All,
            Player = _player,
            Age = Age,
            Day = day,
            Kit = _kit,
        };

    private SheetSums Sums(ImmutableArray<SheetItem> items) =>
        SheetSums.Of(
            SheetDrill.Of(new Sheet("", items), Cards.All, Level.FirstWeeks),
            _player.Preferred,
            ImmutableDictionary<string, Tempo>.Empty
        );

    private void Live(DateOnly day)
    {
        var laid = WeeksPlanner.LayOut(WeeksOf(day));
        var now = laid.Now;
        if (now.Kind != DayKind.Practice || _chance.NextDouble() < _skips)
        {
            _days.Add(new SimulatedDay(day, now, laid.Ceiling, null, 0, 0, []));
        }
        else
        {
            Practise(day, laid);
        }
    }

    private WeeksFacts WeeksOf(DateOnly day)
    {
        var load = PracticeLoad.Of(_sittings, day, DayOfWeek.Monday, 6, Age);
        return new WeeksFacts
        {
            Today = day,
            Age = Age,
            Rhythm = Rhythm,
            Away = [.. _away.Where(away => away.First <= day)],
            Sittings = [.. _sittings.Where(one => one.Day > day.AddDays(-7 * WeeksFacts.WeeksRead))],
            Ladders =
            [
                .. LadderState.Begun(
                    Cards.All,
                    DayBest.Visits(_bests.Where(best => best.Day > day.AddDays(-7 * WeeksFacts.WeeksOfReturns)))
                ),
            ],
            NewDays =
            [
                .. _days.Where(one => one.Day > day.AddDays(-7) && !one.Begun.IsEmpty && KnownBefore(one) >= 8).Select(one => one.Day),
            ],
            TestedOn = _days.LastOrDefault(one => one.Session?.Drills.Any(drill => drill.Item.Part == SheetPart.Test) == true)?.Day,
            RecordsInReach = _verdicts.Values.Count(one => one.Verdict.NextDay.Reason == TargetReason.Record),
            OtherFootBehind = Feet(day).Gap >= CatchUp.LevelWithin,
            EasyDay = load.Words.Any(word => word is not LoadWord.MuchMore),
        };
    }

    private int KnownBefore(SimulatedDay day) => _last.Count - _days.Where(one => one.Day >= day.Day).Sum(one => one.Begun.Length);

    private TwoFeet Feet(DateOnly day) =>
        TwoFeet.Of([.. _recent.Where(set => set.Day > day.AddDays(-28))], _verdicts.Values.Select(one => one.Verdict), _player.Preferred);

    private void Practise(DateOnly day, FourWeeks laid)
    {
        var feet = Feet(day);
        var recent = _recent.Where(set => set.Day > day.AddDays(-28)).ToList();
        var days = recent.Select(set => set.Day).Distinct().Count();
        var facts = Bare(day) with
        {
            Verdicts = _verdicts
                .Values.Select(one => one.Verdict with { Steps = Decision.Steps(one.Taken) })
                .ToLookup(verdict => verdict.Key.Drill),
            LastDays = new Dictionary<string, DateOnly>(_last),
            Lately = recent
                .Where(set => set.Day > day.AddDays(-14))
                .GroupBy(set => set.Drill)
                .ToDictionary(drill => drill.Key, drill => drill.Select(set => set.Day).Distinct().Count()),
            Behind = feet.Drills.Where(drill => drill.Behind is not null).ToDictionary(drill => drill.Drill, drill => drill.Behind!.Value),
            CatchUp = CatchUp.Of(
                feet,
                _player.Preferred,
                days == 0 ? 0 : feet.Touches.Total / days,
                FeetSchool.CatchUp,
                HouseholdSettings.UsualCatchUpCap
            ),
            Laid = laid.Now,
            Ladders = WeeksOf(day).Ladders.ToDictionary(ladder => ladder.Top),
        };
        var plan = DayPlan.Make(Guid.Empty, facts, _ask with { Minutes = Rhythm.Minutes }).Session;
        var sums = SheetSums.Of(SheetDrill.Of(plan.ToSheet(""), Cards.All, facts.LevelOf), _player.Preferred, facts.Tempos);
        var start = new DateTimeOffset(day.ToDateTime(new TimeOnly(17, 0)), TimeSpan.Zero);
        var (session, minutes, order) = (new PlayedSets(Model(0.5, 1), _chance).NewId(start), 0.0, 1);
        var begun = sums.Drills.Select(drill => drill.Drill.Card.Id).Where(id => !_last.ContainsKey(id)).ToImmutableArray();
        var keys = new HashSet<FormKey>();
        foreach (var drill in sums.Drills)
        {
            var card = drill.Drill.Card;
            minutes += drill.Laying.TotalMinutes;
            var values = new Dictionary<MarkKey, decimal>();
            foreach (var turn in card.Turns(_player.Preferred))
            {
                var skill = _learner.Plays(card, turn, day);
                var played = new PlayedSets(Model(skill, 1), _chance);
                foreach (
                    var (frame, draft) in played
                        .Play(
                            card,
                            drill.Drill.Dose,
                            0,
                            0.04 * (_chance.NextDouble() - 0.5),
                            session,
                            order,
                            start.AddMinutes(minutes),
                            day
                        )
                        .Where(one => one.Frame.Feet == turn)
                )
                {
                    var set = SetCheck.Check(card, frame with { Order = order++ }, draft, day).Set!;
                    _recent.Add(set);
                    _learner.Play(card, turn, day, minutes);
                    keys.Add(_forms.Take(new JudgedSet(set, null)).History.Key);
                    foreach (var mark in Scoring.MarksOf(set))
                        values[mark.Key] =
                            !values.TryGetValue(mark.Key, out var best) || mark.Key.Measure.IsBetter(mark.Value, best) ? mark.Value : best;
                }
            }
            minutes += drill.Amount.Total.TotalMinutes;
            _last[card.Id] = day;
            _bests.AddRange(
                values.Count > 0
                    ? values.Select(value => new DayBest(value.Key, day, value.Value))
                    :
                    [
                        new DayBest(
                            new MarkKey(_player.Id, card.Id, new Measure(MeasureKind.CleanReps), Base.Touches.Feet.Both, ""),
                            day,
                            0
                        ),
                    ]
            );
        }
        Judge(keys);
        minutes = sums.Total.TotalMinutes;
        var effort = Math.Clamp(PlannedDay.Effort(laid.Now.Hardness) + _chance.Next(-1, 2), 1, 10);
        _sittings.Add(new SittingLoad(day, minutes, _chance.NextDouble() < 0.8 ? effort : null));
        _days.Add(
            new SimulatedDay(
                day,
                laid.Now,
                laid.Ceiling,
                plan,
                minutes,
                minutes * (_sittings[^1].Effort ?? PracticeLoad.UsualEffort),
                begun
            )
        );
        _recent.RemoveAll(set => set.Day <= day.AddDays(-28));
    }

    private void Judge(IEnumerable<FormKey> keys)
    {
        foreach (var key in keys.Where(_forms.Keys.ContainsKey))
        {
            if (Verdict.Of(_forms.Keys[key], Cards.All.Find(key.Drill)) is not { } verdict)
                continue;
            var taken = _verdicts.TryGetValue(key, out var known) ? known.Taken : [];
            if (taken.Count > 0 ? taken[^1] != verdict.Decision.Kind : verdict.Decision.Kind != DecisionKind.TooEarly)
                taken.Add(verdict.Decision.Kind);
            _verdicts[key] = (verdict, taken);
        }
    }

    // Of one skill in both feet: which foot plays is settled by the learner.
    private ModelPlayer Model(double skill, double other) =>
        new()
        {
            Id = _player.Id,
            Preferred = _player.Preferred,
            StartSkill = skill,
            EndSkill = skill,
            OtherFootStart = other,
        };
}
