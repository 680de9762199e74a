using System.Collections.Immutable;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Catalogue.Safety;
using Gambeta.Core.Insight.Judgement;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Records;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Core.Practice.Sheets;
using Gambeta.Storage;
using Gambeta.Web.Api;

namespace Gambeta.Web.Pages.Practise;

/// <summary>What the practice screen knows of one who plays: the drills in this player's doses, what stands about them, what there is to
/// beat.</summary>
public sealed class StagePlayer
{
    private StagePlayer(Player player) => Player = player;

    private ILookup<FormKey, (SaidOfSet Said, PracticeSet Set)> _said = null!;
    private IReadOnlyList<Mark> _standing = [];

    public Player Player { get; }

    public ImmutableArray<SheetDrill> Drills { get; private init; }

    /// <summary>What stands about the drills, on the layouts on which they are played.</summary>
    public IReadOnlyList<Verdict> Verdicts { get; private set; } = [];

    /// <summary>What was said about each drill last time.</summary>
    public IReadOnlyDictionary<string, LastWord> LastWords { get; private init; } = new Dictionary<string, LastWord>();

    /// <summary>The player's own tempo in drills where it is known.</summary>
    public IReadOnlyDictionary<string, Tempo> Tempos { get; private init; } = new Dictionary<string, Tempo>();

    /// <summary>Pains of which nobody said yet that practice may go on: until then it does not begin.</summary>
    public IReadOnlyList<Pain> Pains { get; private init; } = [];

    /// <summary>Reads all of it.</summary>
    public static async Task<StagePlayer> ReadAsync(
        HouseholdWork work,
        Player player,
        ImmutableArray<SheetDrill> drills,
        IReadOnlyList<Verdict> verdicts,
        DateOnly today
    )
    {
        var ids = drills.Select(drill => drill.Card.Id).Distinct().ToArray();
        return new StagePlayer(player)
        {
            Drills = drills,
            Verdicts = verdicts,
            Pains = await SessionStore.OpenPainsAsync(work, player.Id),
            LastWords = await SessionStore.LastWordsAsync(work, player.Id, ids),
            Tempos = await SheetStore.TemposAsync(work, player.Id, today.AddDays(-SheetStore.TempoDays)),
            _standing = await DiaryStore.StandingAsync(work, player.Id),
            _said = await SaidStore.LatestOfKeysAsync(work, player.Id, ids),
        };
    }

    /// <summary>What there is to beat in a drill, by the feet.</summary>
    public IReadOnlyDictionary<string, decimal> BestsOf(int item) =>
        Standing.ToBeat(Drills[item].Card, Drills[item].Dose, _standing).ToDictionary(best => best.Key.ToKey(), best => best.Value);

    /// <summary>What stands about a drill as it is played here.</summary>
    public IEnumerable<Verdict> Of(SheetDrill drill) =>
        Verdicts
            .Where(verdict =>
                verdict.Key.Drill == drill.Card.Id
                && verdict.Key.Layout == (drill.Card.Layout?.Key ?? "")
                && IsOf(verdict.Measure, Scoring.Chiefly(drill.Card, drill.Dose))
            )
            .OrderBy(verdict => drill.Card.Turns(Player.Preferred).IndexOf(verdict.Key.Feet));

    /// <summary>What stands is of the dose that was played last: for another one, as after a level up, it is said from the same
    /// form.</summary>
    public async Task SayOfOtherDosesAsync(HouseholdWork work, IEnumerable<RunDrill> run, DrillCatalogue catalogue)
    {
        var others = Drills
            .Zip(run)
            .Where(one =>
                !Of(one.First).Any()
                && Scoring.Chiefly(one.First.Card, one.First.Dose) is not null
                && Verdicts.Any(verdict => verdict.Key.Drill == one.First.Card.Id)
            )
            .ToList();
        if (others.Count == 0)
            return;
        var forms = (await KeySetsStore.LatestAsync(work, Player.Id, others.Select(one => one.First.Card.Id), catalogue))
            .Select(key => key.Now(catalogue))
            .ToList();
        Verdicts =
        [
            .. Verdicts,
            .. others.SelectMany(one =>
                forms
                    .Where(form =>
                        form.History.Key is var key
                        && key.Drill == one.First.Card.Id
                        && key.Layout == (one.First.Card.Layout?.Key ?? "")
                        && key.Measure == MeasureTraits.Of(one.First.Card.MeasuredBy).JudgedAs
                    )
                    .Select(form =>
                        Verdict.Of(
                            form,
                            one.First.Card,
                            new SetDose(one.Second.Seconds is { } seconds ? TimeSpan.FromSeconds(seconds) : null, one.Second.Count)
                        )
                    )
                    .OfType<Verdict>()
                    .Select(verdict => verdict with { Measure = Scoring.Chiefly(one.First.Card, one.First.Dose)!.Value })
            ),
        ];
    }

    /// <summary>For each drill the tempo at which the slower foot is under control.</summary>
    public Dictionary<string, int> Controlled() =>
        Drills
            .DistinctBy(drill => drill.Card.Id)
            .Select(drill => (drill.Card.Id, Tempo: Of(drill).Select(verdict => verdict.ControlledTempo).Min()))
            .Where(one => one.Tempo is not null)
            .ToDictionary(one => one.Id, one => one.Tempo!.Value);

    /// <summary>What is worth aiming at in a drill; what is asked for again after each set is told by the layout and the measure.</summary>
    public StageAims AimsOf(int item) =>
        new(
            Drills[item].Card.Layout?.Key ?? "",
            Scoring.Chiefly(Drills[item].Card, Drills[item].Dose)?.ToString(),
            Of(Drills[item]).ToDictionary(verdict => verdict.Key.Feet.ToKey(), verdict => Aim.Of(verdict, _said[verdict.Key]))
        );

    // Another length of round, or another number of tries, is another aim.
    private static bool IsOf(Measure said, Measure? asked) => asked is { } measure && said == measure;
}
