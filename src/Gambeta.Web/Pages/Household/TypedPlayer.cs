using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Household;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Web.Pages.Household;

/// <summary>A player's fields as they were typed.</summary>
public sealed record TypedPlayer(string? Nickname, string? BirthYear, string? Preferred, string? Level)
{
    private const int LongestNickname = 24;
    private const int Youngest = 4;
    private const int Oldest = 99;

    /// <summary>The player, or what is wrong in words.</summary>
    public (Player? Player, IReadOnlyList<string> Problems) Check(Guid id, DateOnly today)
    {
        var problems = new List<string>();
        var nickname = Nickname?.Trim() ?? "";
        if (nickname.Length is 0 or > LongestNickname)
            problems.Add(Say("household.nickname-length", ("longestNickname", LongestNickname)));
        if (
            !int.TryParse(BirthYear, NumberStyles.None, CultureInfo.InvariantCulture, out var year)
            || today.Year - year is < Youngest or > Oldest
        )
            problems.Add(Say("household.birth-year-is-wrong", ("oldest", today.Year - Oldest), ("youngest", today.Year - Youngest)));
        if (!Keys.TryRead<Foot>(Preferred ?? "", out var foot))
            problems.Add(Say("household.preferred-foot-is-missing"));
        if (!Keys.TryRead<Level>(Level ?? "", out var level))
            problems.Add(Say("household.level-is-missing"));
        return problems.Count > 0 ? (null, problems) : (new Player(id, nickname, year, foot, level), []);
    }
}
