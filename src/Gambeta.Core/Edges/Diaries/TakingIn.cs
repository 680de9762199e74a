using System.Collections.Immutable;
using System.Security.Cryptography;
using System.Text;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;
using Gambeta.Core.Practice.Sets;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Why a line cannot be taken in.</summary>
public enum LineProblem
{
    /// <summary>No card has that id or name.</summary>
    NoSuchDrill,

    /// <summary>It has no day, or none that can be read.</summary>
    NoDay,

    /// <summary>It names a player who is not of this household.</summary>
    OtherPlayer,

    /// <summary>A cell cannot be read.</summary>
    Unclear,

    /// <summary>It lacks the count that its drill is measured by.</summary>
    NoCount,

    /// <summary>Nobody can have played that: <see cref="TakenLine.SetProblems"/> say why.</summary>
    NotPlayed,
}

/// <summary>What would become of a line.</summary>
/// <param name="Line">Its number in the file.</param>
/// <param name="Set">The set that it is, where it is one.</param>
/// <param name="Said">The player's own word after it.</param>
/// <param name="Problem">Why it cannot be taken; nothing where it can.</param>
/// <param name="About">What the problem is about: a drill, a player, a column.</param>
/// <param name="SetProblems">What is wrong with the set.</param>
public sealed record TakenLine(
    int Line,
    PracticeSet? Set,
    Control? Said,
    LineProblem? Problem,
    string About,
    ImmutableArray<SetProblem> SetProblems
);

/// <summary>Reads a diary for a household: each line becomes a set, or a reason why not.</summary>
public static class TakingIn
{
    /// <summary>Most lines of a file: three years of two players who play a lot.</summary>
    public const int MostLines = 20_000;

    /// <summary>What would become of each line.</summary>
    /// <param name="lines">The lines.</param>
    /// <param name="catalogue">Where drills are found, by id or by name.</param>
    /// <param name="players">The household's players.</param>
    /// <param name="forPlayer">Whose the lines are that name nobody, or name the one player of a file from elsewhere.</param>
    /// <param name="today">The household's day.</param>
    /// <param name="offset">What its clock is off UTC, for lines that say only a day.</param>
    /// <exception cref="DiaryFormatException">The file is no diary, or has more than <see cref="MostLines"/> lines.</exception>
    public static IReadOnlyList<TakenLine> Read(
        IEnumerable<DiaryLine> lines,
        DrillCatalogue catalogue,
        IReadOnlyList<Player> players,
        Player forPlayer,
        DateOnly today,
        TimeSpan offset
    )
    {
        var read = new List<DiaryLine>();
        foreach (var line in lines)
        {
            if (read.Count == MostLines)
                throw new DiaryFormatException(line.Number, null) { IsTooLong = true };
            read.Add(line);
        }
        var names = catalogue.Cards.ToLookup(card => card.Name.ToUpperInvariant());
        var strangers = read.Select(line => line[DiaryColumn.Player])
            .Where(name => name.Length > 0 && Known(name, players) is null)
            .Distinct()
            .Take(2)
            .Count();
        var seen = new Dictionary<string, int>();
        return [.. read.Select(line => Of(line))];

        TakenLine Of(DiaryLine line)
        {
            var named = line[DiaryColumn.Player];
            var player =
                named.Length == 0
                    ? forPlayer
                    : Known(named, players)
                        ?? (strangers == 1 && read.All(one => Known(one[DiaryColumn.Player], players) is null) ? forPlayer : null);
            if (player is null)
                return Not(LineProblem.OtherPlayer, named);
            if (
                (catalogue.Find(line[DiaryColumn.Drill]) ?? names[line[DiaryColumn.Drill].ToUpperInvariant()].FirstOrDefault())
                is not { } card
            )
                return Not(LineProblem.NoSuchDrill, line[DiaryColumn.Drill]);
            var instant = line.Instant(DiaryColumn.At);
            var written = line.Date(DiaryColumn.Day);
            if (line.Unclear.Count > 0)
                return Not(LineProblem.Unclear, DiaryFile.NameOf(line.Unclear[0]));
            if ((written ?? (instant is { } known ? DateOnly.FromDateTime(known.DateTime) : null)) is not { } day)
                return Not(LineProblem.NoDay, "");
            if (instant is { } moment)
                day = SetCheck.DayHere(day, moment, today, offset);
            if (DiarySet.MeasureOf(line, card) is { } measure && measure != card.MeasuredBy)
                card = card.MeasuredLike(measure);
            var (way, form) = (Ways.Of(card.MeasuredBy), DiaryForm.Of(card.MeasuredBy));
            // What came later than the first files is left out where it is empty: the same line stays the same set.
            var whole = string.Join(
                '\n',
                Enum.GetValues<DiaryColumn>()
                    .Where(column => column != DiaryColumn.With || line.Has(column))
                    .Select(column => line[column])
                    .Prepend(player.Id.ToString())
            );
            seen[whole] = seen.GetValueOrDefault(whole) + 1;
            var order = line.Count(DiaryColumn.Order) ?? seen[whole];
            var feet = line.Key<Feet>(DiaryColumn.Feet)
                ?? (
                    card.Feet == FeetPlan.BothTogether ? Feet.Both
                    : card.Feet == FeetPlan.OtherFootOnly ? player.Preferred.Other().Alone()
                    : player.Preferred.Alone()
                );
            if (!card.MayBePlayedWith(feet))
                feet = card.Feet == FeetPlan.BothTogether ? Feet.Both : player.Preferred.Alone();
            var draft = form.Read(line) with
            {
                Seconds = line.Amount(DiaryColumn.Seconds) ?? line.Amount(DiaryColumn.PlannedSeconds) ?? 60,
            };
            // A notebook says how many, not with which foot.
            if (!way.HasItsCounts(feet, draft) && line.Count(DiaryColumn.Count) is { } count)
                draft = form.OfCount(feet, count, draft);
            var at = instant ?? new DateTimeOffset(day.ToDateTime(new TimeOnly(16, 0)), offset).AddMinutes(Math.Clamp(order, 0, 400));
            var frame = new SetFrame(
                line.Id(DiaryColumn.Set) ?? IdOf($"{whole}\n{seen[whole]}"),
                line.Id(DiaryColumn.Session) ?? IdOf($"{player.Id} {day:yyyy-MM-dd}"),
                player.Id,
                Math.Clamp(order, 1, 9999),
                feet,
                at,
                day,
                line.Amount(DiaryColumn.PlannedSeconds) is >= 1 and <= SetCheck.MostSeconds and var planned
                    ? TimeSpan.FromSeconds(Rounded.Whole(planned))
                    : null,
                line.Key<CountedBy>(DiaryColumn.Counted) ?? CountedBy.Typed,
                line.Has(DiaryColumn.Layout) ? line[DiaryColumn.Layout] : null
            )
            {
                Plan = new SetPlan(Count: line.Count(DiaryColumn.PlannedCount)),
                ClipPenalty = TimeSpan.FromSeconds(
                    Math.Clamp(line.Amount(DiaryColumn.Penalty) ?? SetFrame.UsualClipPenalty.TotalSeconds, 0, 60)
                ),
                With = line.Key<OtherPart>(DiaryColumn.With),
                IsSure = true,
            };
            var said = line.Key<Control>(DiaryColumn.Control);
            if (line.Unclear.Count > 0)
                return Not(LineProblem.Unclear, DiaryFile.NameOf(line.Unclear[0]));
            if (frame.Layout?.Length > 64)
                return Not(LineProblem.Unclear, DiaryFile.NameOf(DiaryColumn.Layout));
            var check = SetCheck.Check(card, frame, draft, today);
            return check.Set is { } set ? new TakenLine(line.Number, set, said, null, "", [])
                : check.Problems is [SetProblem.CountMissing] ? Not(LineProblem.NoCount, card.Name)
                : new TakenLine(line.Number, null, null, LineProblem.NotPlayed, card.Name, check.Problems);

            TakenLine Not(LineProblem problem, string about) => new(line.Number, null, null, problem, about, []);
        }
    }

    private static Player? Known(string name, IReadOnlyList<Player> players) =>
        Guid.TryParse(name, out var id)
            ? players.FirstOrDefault(player => player.Id == id)
            : players.FirstOrDefault(player => HouseholdName.Key(player.Nickname) == HouseholdName.Key(name));

    // The same line is the same set, whoever sends it how often.
    private static Guid IdOf(string written) => new(SHA256.HashData(Encoding.UTF8.GetBytes(written)).AsSpan(0, 16));
}
