using Gambeta.Core.Base.Things;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Base.Household;

/// <summary>Somebody who practises: a nickname and a birth year, nothing more.</summary>
public sealed record Player(Guid Id, string Nickname, int BirthYear, Foot Preferred, Level Level)
{
    /// <summary>Years on a day, as the turn of the year counts them: only the birth year is known.</summary>
    public int AgeOn(DateOnly day) => day.Year - BirthYear;

    /// <summary>Whether anybody can be born in a year and practise on a day: a file may say anything.</summary>
    public static bool CanBeBornIn(int year, DateOnly today) => today.Year - year is >= 0 and <= 120;
}
