using Gambeta.Core;
using Gambeta.Core.Base.Distances;
using Gambeta.Core.Base.Things;
using Gambeta.Core.Catalogue.Layouts;

namespace Gambeta.Web.Pages.Yard;

/// <summary>A space's fields as they were typed.</summary>
public sealed record TypedSpace(
    string? Name,
    string? Kind,
    string? Width,
    string? Length,
    string? Ground,
    string? WallSide,
    string? WallWidth,
    string? WallHeight,
    string? Near,
    string? Right,
    string? Far,
    string? Left
)
{
    private const int LongestName = 40;
    private const double HighestWall = 30;

    public static readonly TypedSpace Empty = new(null, "patio", null, null, "concrete", null, null, null, null, null, null, null);

    public static TypedSpace Of(Space space, Lengths lengths) =>
        new(
            space.Name,
            space.Kind.ToKey(),
            lengths.Field(space.Width),
            lengths.Field(space.Length),
            space.Ground.ToKey(),
            space.Wall?.Side.ToKey(),
            space.Wall is { } w ? lengths.Field(w.Width) : null,
            space.Wall is { } h ? lengths.Field(h.Height) : null,
            space.Behind[0].ToKey(),
            space.Behind[1].ToKey(),
            space.Behind[2].ToKey(),
            space.Behind[3].ToKey()
        );

    public string? Behind(SpaceSide side) =>
        side switch
        {
            SpaceSide.Near => Near,
            SpaceSide.Right => Right,
            SpaceSide.Far => Far,
            _ => Left,
        };

    /// <summary>The space, or what is wrong in words. A side may be typed in paces: "12 paces".</summary>
    public (Space? Space, IReadOnlyList<string> Problems) Check(Lengths lengths, Pace pace)
    {
        var problems = new List<string>();
        var name = Name?.Trim() ?? "";
        if (name.Length is 0 or > LongestName)
            problems.Add(Say("yard.space-name-length", ("longestName", LongestName)));
        if (!Keys.TryRead<Places>(Kind ?? "", out var kind) || kind is not (Places.Indoors or Places.Patio or Places.Garden))
            problems.Add(Say("yard.is-it-indoors-a-patio"));
        if (!Keys.TryRead<Ground>(Ground ?? "", out var ground))
            problems.Add(Say("yard.what-does-one-stand-on"));
        var width = Side(Width, Say("yard.from-left-to-right"));
        var length = Side(Length, Say("yard.from-near-to-far"));
        SpaceWall? wall = null;
        if (!string.IsNullOrEmpty(WallSide))
        {
            if (!Keys.TryRead<SpaceSide>(WallSide, out var at))
                problems.Add(Say("yard.on-which-side-is-the"));
            var most = at is SpaceSide.Near or SpaceSide.Far ? width : length;
            var (wide, high) = (
                string.IsNullOrWhiteSpace(WallWidth) ? most : Read(WallWidth),
                string.IsNullOrWhiteSpace(WallHeight) ? 2 : Read(WallHeight)
            );
            if (!(wide > 0))
                problems.Add(Say("yard.how-wide-is-the-wall"));
            else if (wide > most)
                problems.Add(Say("yard.wall-too-wide", ("side", lengths.Of(most!.Value))));
            if (high is not (> 0 and <= HighestWall))
                problems.Add(Say("yard.wall-height-is-wrong", ("highestWall", lengths.Of(HighestWall))));
            wall = new SpaceWall(at, wide ?? 0, high ?? 0);
        }
        var behind = Enum.GetValues<SpaceSide>()
            .Select(side => Keys.TryRead<Behind>(Behind(side) ?? "", out var what) ? what : Core.Catalogue.Layouts.Behind.OpenGround);
        return problems.Count > 0
            ? (null, problems)
            : (
                new Space
                {
                    Name = name,
                    Kind = kind,
                    Width = width!.Value,
                    Length = length!.Value,
                    Ground = ground,
                    Wall = wall,
                    Behind = [.. behind],
                },
                []
            );

        double? Side(string? typed, string which)
        {
            if (Read(typed) is { } metres && Space.IsSide(metres))
                return metres;
            problems.Add(
                Say(
                    "yard.side-is-wrong",
                    ("which", which),
                    ("leastSide", lengths.Of(Space.LeastSide)),
                    ("mostSide", lengths.Of(Space.MostSide)),
                    ("example", lengths.Of(5))
                )
            );
            return null;
        }

        double? Read(string? typed)
        {
            var text = typed?.Trim().ToLowerInvariant() ?? "";
            foreach (var word in new[] { "paces", "pace", "p" })
            {
                if (text.EndsWith(word, StringComparison.Ordinal))
                    return new Lengths(Units.Metric).Read(text[..^word.Length].Replace("½", ".5", StringComparison.Ordinal)) * pace.Metres;
            }
            return lengths.Read(text);
        }
    }
}
