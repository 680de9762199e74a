using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.RunSheets;
using Gambeta.Web.Api;

namespace Gambeta.Web.Pages.Practise;

/// <summary>
/// What a practice page hands to the module that plays it (<c>practise.js</c>), as JSON. Its names stand in
/// <c>tests/shared/stage.json</c>: a test here holds this type and real pages to it, one of the modules plays the pages that lie there and
/// reads no other name.
/// </summary>
public sealed record StageDocument
{
    /// <summary>Whose device it is.</summary>
    public required Guid Player { get; init; }

    /// <summary>Who plays, in words.</summary>
    public required string Name { get; init; }

    /// <summary>Whoever plays where there are two; nothing for one.</summary>
    public IEnumerable<StagePerson>? Players { get; init; }

    /// <summary>What tells this run from others of the same player on a device.</summary>
    public required string Key { get; init; }

    /// <summary>The page for the grown-up beside the yard.</summary>
    public required string Beside { get; init; }

    /// <summary>What is played, phase by phase.</summary>
    public required RunSheet Sheet { get; init; }

    /// <summary>The sheet's name; nothing for a drill on its own.</summary>
    public string? Session { get; init; }

    /// <summary>For each drill what there is to beat, by the key of the feet.</summary>
    public required IEnumerable<IReadOnlyDictionary<string, decimal>> Bests { get; init; }

    /// <summary>For each drill what is worth aiming at.</summary>
    public required IEnumerable<StageAims> Aims { get; init; }

    /// <summary>For each drill the feet with which it can be counted by ear.</summary>
    public required IEnumerable<IReadOnlyDictionary<string, bool>> Hears { get; init; }

    /// <summary>How long it is listened to the place before the first touch, in seconds.</summary>
    public required int QuietSeconds { get; init; }

    /// <summary>The space that is played in, where it is known.</summary>
    public Guid? Space { get; init; }

    /// <summary>The player's strong foot.</summary>
    public required Foot Preferred { get; init; }

    /// <summary>What is asked after a drill and at the end.</summary>
    public required StageQuestions Words { get; init; }

    /// <summary>What the household chose.</summary>
    public required StageHousehold Household { get; init; }
}

/// <summary>One of two who play.</summary>
public sealed record StagePerson(Guid Player, string Name, Foot Preferred);

/// <summary>What is worth aiming at in a drill, by the key of the feet; what is asked for again after each set is told by the layout and
/// the measure.</summary>
public sealed record StageAims(string Layout, string? Measure, IReadOnlyDictionary<string, Aim> Feet);

/// <summary>A question with what may be answered: a key, or a number, and its words.</summary>
public sealed record StageQuestion(string Question, IEnumerable<object[]> Choices);

/// <summary>The questions of the practice screen.</summary>
public sealed record StageQuestions(StageQuestion Control, StageQuestion OtherFoot, StageQuestion Effort);

/// <summary>What the household chose.</summary>
public sealed record StageHousehold(bool Sounds);
