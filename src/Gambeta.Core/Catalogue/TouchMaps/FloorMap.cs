using System.Collections.Immutable;
using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Catalogue.TouchMaps;

/// <summary>Lays a pattern out on the floor. The player starts facing up the map with the feet either side of the middle.</summary>
internal sealed class FloorMap
{
    /// <summary>Half the way between the middles of the shoes, in centimetres.</summary>
    private const double HalfStance = 17;

    /// <summary>A touch that ends this near to the first one closes the rep there.</summary>
    private const double Closes = 16;

    private const double ToTheWall = 95,
        ToTheGoal = 120,
        ToTheHelper = 95;

    private static readonly MapPoint BesideTheGoal = new(-75, 62);

    private readonly List<MapStop> _stops = [];
    private readonly List<MapPath> _paths = [];
    private readonly List<MapMark> _marks = [];
    private readonly double _beat;
    private MapPoint _player;
    private MapPoint _ball;
    private bool _turned;
    private double? _line;
    private bool _shoots;

    private FloorMap(Tempo tempo) => _beat = 60 / tempo.TouchesAMinute;

    public static TouchMap Of(Pattern pattern, Tempo tempo)
    {
        var map = new FloorMap(tempo);
        map.Play(pattern);
        return new TouchMap
        {
            View = MapView.Floor,
            Stops = [.. map._stops],
            Paths = [.. map._paths],
            Marks = [.. map._marks],
            Stance = (new(-HalfStance, 0), new(HalfStance, 0)),
            Line = map._line,
        };
    }

    // Where the middle of the ball is when a surface meets it, from the heel of the right shoe.
    private static MapPoint Contact(Surface surface) =>
        SurfaceTraits.Of(surface).OnFloor is var (right, ahead) ? new(right, ahead) : default;

    private static MapPoint Way(BallMove move) =>
        move switch
        {
            BallMove.Back => new(0, -34),
            BallMove.Away => new(0, 34),
            BallMove.Across => new(-30, 0),
            BallMove.Out => new(30, 0),
            BallMove.Inward => new(-28, 30),
            BallMove.Outward => new(28, 30),
            BallMove.Behind => new(-48, -22),
            _ => default,
        };

    private void Play(Pattern pattern)
    {
        if (pattern.Touches.IsEmpty)
        {
            ShowAlone(pattern);
            return;
        }
        var first = pattern.Touches[0];
        // A ball that is pulled back starts where the foot has to reach for it; every other one starts at the foot.
        var reach = first.Move == BallMove.Back ? new MapPoint(0, 24) : default;
        _ball = Home(first.Foot) + For(first.Foot, Contact(first.Surface) + reach);
        _shoots = pattern.Touches.Any(touch => touch.Move == BallMove.Goal);
        // One that the feet play by turns, straight or not at all, lies between them.
        if (
            first.Move is BallMove.Stay or BallMove.Away or BallMove.Back
            && pattern.Touches.Length > 1
            && pattern.Touches[1].Foot != first.Foot
        )
            _ball = _ball with { Right = 0 };
        var beats = pattern.Beats;
        for (var i = 0; i < beats.Length; i++)
        {
            switch (beats[i])
            {
                case Between { Happening: Happening.Turn }:
                    Turn(NextTouch(beats, i));
                    break;
                case Between { Happening: Happening.Rolled }:
                    Rolled(NextTouch(beats, i) ?? first);
                    break;
                case Between { Happening: Happening.Run }:
                    _marks.Add(new MapMark(_player + new MapPoint(0, _turned ? 8 : -8), "run", null, _stops.Count, _turned));
                    Wait();
                    break;
                case Shown shown:
                    _marks.Add(new MapMark(_ball, shown.Written, shown.By, _stops.Count, _turned));
                    Wait();
                    break;
                case Contact contact:
                    Touch(contact.Touch, NextTouch(beats, i) ?? first, last: _stops.Count + 1 == pattern.Touches.Length);
                    break;
                default:
                    Wait();
                    break;
            }
        }
    }

    // Feet that go round a ball which never moves: it lies before them.
    private void ShowAlone(Pattern pattern)
    {
        _ball = Contact(Surface.Sole) with { Right = 0 };
        foreach (var beat in pattern.Beats)
        {
            if (beat is Shown shown)
                _marks.Add(new MapMark(_ball, shown.Written, shown.By, 0, _turned));
            Wait();
        }
    }

    // From a helper who stands ahead, or beside the way to the goal; whatever was played there comes back.
    private void Rolled(Touch next)
    {
        var helper = _player + For(next.Foot, _shoots ? BesideTheGoal : new(0, ToTheHelper));
        _marks.Add(new MapMark(helper, "rolled", null, _stops.Count, _turned));
        // The first ball and the one after a shot begin with the helper.
        if (_stops is [] or [.., { Touch.Move: BallMove.Goal }])
            _ball = helper;
        else
            Roll(helper, _beat / 2, bow: 0);
        Roll(Home(next.Foot) + For(next.Foot, Contact(next.Surface)), _beat, bow: 0);
    }

    private void Touch(Touch touch, Touch next, bool last)
    {
        var shoe = _ball - For(touch.Foot, Contact(touch.Surface));
        Follow(shoe - Home(touch.Foot));
        _stops.Add(new MapStop(_stops.Count + 1, _ball, touch, shoe, _turned));
        switch (touch.Move)
        {
            case BallMove.Stay:
                Wait();
                break;
            case BallMove.Wall:
                var wall = Line(ToTheWall);
                var back = Home(next.Foot) + For(next.Foot, Contact(next.Surface));
                if (last && _stops[0].At.DistanceTo(back) < 2 * Closes)
                    back = _stops[0].At;
                var hit = new MapPoint((_ball.Right + back.Right) / 2, wall);
                Roll(hit, _beat / 2, bow: 0);
                Roll(back, _beat / 2, bow: 0);
                break;
            case BallMove.Goal:
                Roll(new MapPoint(_ball.Right + (touch.Foot == Foot.Right ? -18 : 18), Line(ToTheGoal)), _beat, bow: 0);
                // The next shot is another ball.
                if (!last)
                    _ball = Home(next.Foot) + For(next.Foot, Contact(next.Surface));
                break;
            case BallMove.Behind:
                var to = Ends(_ball + For(touch.Foot, Way(BallMove.Behind)), last);
                var round = Home(touch.Foot.Other()) + For(touch.Foot, new(2, -34));
                Roll(to, round);
                break;
            default:
                Roll(Ends(_ball + For(touch.Foot, Way(touch.Move)), last), _beat, bow: 4);
                break;
        }
    }

    // The player steps after a ball that is out of reach: a foot has some play, the rest is walked.
    private void Follow(MapPoint from)
    {
        var walk = new MapPoint(Beyond(from.Right, -22, 22), _turned ? Beyond(from.Up, -32, 24) : Beyond(from.Up, -24, 32));
        _player += walk;
    }

    private static double Beyond(double value, double least, double most) =>
        value < least ? value - least
        : value > most ? value - most
        : 0;

    // Facing the other way, the player stands so that the next foot meets the ball without a step.
    private void Turn(Touch? next)
    {
        _marks.Add(new MapMark(_player + new MapPoint(0, _turned ? 8 : -8), "turn", null, _stops.Count, _turned));
        _turned = !_turned;
        if (next is { } touch)
            _player += _ball - For(touch.Foot, Contact(touch.Surface)) - Home(touch.Foot);
        Wait();
    }

    private void Wait() => _paths.Add(new MapPath(_ball, _ball, _ball, _beat, PathKind.Floor, _stops.Count));

    private void Roll(MapPoint to, double seconds, double bow)
    {
        var (way, middle) = (to - _ball, new MapPoint((_ball.Right + to.Right) / 2, (_ball.Up + to.Up) / 2));
        var length = Math.Max(1, _ball.DistanceTo(to));
        // Every way bows to its own right, so that there and back lie side by side.
        Roll(to, middle + new MapPoint(way.Up * bow * 2 / length, -way.Right * bow * 2 / length), seconds);
    }

    private void Roll(MapPoint to, MapPoint bend, double? seconds = null)
    {
        _paths.Add(new MapPath(_ball, bend, to, seconds ?? _beat, PathKind.Floor, _stops.Count));
        _ball = to;
    }

    private MapPoint Ends(MapPoint at, bool last) => last && at.DistanceTo(_stops[0].At) < Closes ? _stops[0].At : at;

    private double Line(double ahead)
    {
        _line ??= _player.Up + (_turned ? -ahead : ahead);
        return _line.Value;
    }

    private MapPoint Home(Foot foot) => _player + For(foot, new(HalfStance, 0));

    // A way named for the right foot, as this foot plays it and as the player faces.
    private MapPoint For(Foot foot, MapPoint way)
    {
        var side = (foot == Foot.Left ? -1 : 1) * (_turned ? -1 : 1);
        return new MapPoint(way.Right * side, _turned ? -way.Up : way.Up);
    }

    private static Touch? NextTouch(ImmutableArray<Beat> beats, int after)
    {
        for (var i = after + 1; i < beats.Length; i++)
        {
            if (beats[i] is Contact contact)
                return contact.Touch;
        }
        return null;
    }
}
