namespace Gambeta.Core.Practice.Played;

/// <summary>What a set was to be before it was played, so that what was planned and what was done can be compared later. Whatever is not
/// known is nothing.</summary>
/// <param name="Item">The place of its drill in what was played, from 0.</param>
/// <param name="Rounds">How often the feet were to take their turn in the drill.</param>
/// <param name="Count">Reps, tries or touches that this set was to have.</param>
/// <param name="BeatFrom">The beat that was heard with it at its start, a minute.</param>
/// <param name="BeatTo">The beat at its end, a minute.</param>
public sealed record SetPlan(int? Item = null, int? Rounds = null, int? Count = null, int? BeatFrom = null, int? BeatTo = null)
{
    /// <summary>Nothing is known.</summary>
    public static readonly SetPlan Unknown = new();

    /// <summary>The last place that a drill can have in what was played, the most rounds of one, and the most reps, tries or touches of a
    /// set.</summary>
    public const int LastItem = 99,
        MostRounds = 50,
        MostCount = 20_000;

    /// <summary>True when nobody could have planned such a set.</summary>
    public bool IsAbsurd =>
        Item is < 0 or > LastItem || Rounds is < 1 or > MostRounds || Count is < 1 or > MostCount || Out(BeatFrom) || Out(BeatTo);

    private static bool Out(int? beat) => beat is < 1 or > Base.Touches.Tempo.MostTouchesASecond * 60;
}
