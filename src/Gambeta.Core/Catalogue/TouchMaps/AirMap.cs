using Gambeta.Core.Base.Touches;

namespace Gambeta.Core.Catalogue.TouchMaps;

/// <summary>
/// Lays a pattern out in the air, seen from the side with time running to the right. Between two touches the ball flies free for as
/// long as the tempo leaves it; heights of the contacts are those of a child of about 1.35 m.
/// </summary>
internal sealed class AirMap
{
    /// <summary>Centimetres to the right for each second.</summary>
    private const double ASecond = 120;

    /// <summary>No flight is believed to be longer.</summary>
    private const double LongestFlight = 1.5;

    /// <summary>A tempo with catches is slow because the hands hold the ball: flights between are no longer than this.</summary>
    private const double LongestBetweenHands = 0.75;

    /// <summary>A thigh or a chest that gives lets the ball rise so far before it drops for a trap.</summary>
    private const double Cushioned = 10;

    /// <summary>A ball off the wall is drawn so much faster to the left, so that it comes down clear of where it was sent.</summary>
    private const double BackFromWall = 1.7;

    private const double Hands = 100,
        Floor = SurfaceTraits.BallOnTheFloor,
        Hold = 0.35,
        ToHands = 0.7,
        ToWall = 0.45,
        FromWall = 0.7,
        Serve = 0.75,
        LongestRoll = 0.6;

    private readonly List<MapStop> _stops = [];
    private readonly List<MapPath> _paths = [];
    private readonly List<MapMark> _marks = [];
    private readonly double _flight;
    private MapPoint _ball;
    private double? _wall;
    private double _bounceLeft;

    // Time runs to the right, but a ball off the wall comes back.
    private double _way = 1;

    private AirMap(Pattern pattern, Tempo tempo)
    {
        var hands = pattern.Beats.Any(beat => beat is Between { Happening: Happening.Hand or Happening.Server or Happening.Catch });
        _flight = Math.Min(60 / tempo.TouchesAMinute, hands ? LongestBetweenHands : LongestFlight);
    }

    public static TouchMap Of(Pattern pattern, Tempo tempo)
    {
        var map = new AirMap(pattern, tempo);
        map.Play(pattern);
        return new TouchMap
        {
            View = MapView.Air,
            Stops = [.. map._stops],
            Paths = [.. map._paths],
            Marks = [.. map._marks],
            Stance = default,
        };
    }

    private static double Height(Touch touch) =>
        SurfaceTraits.Of(touch.Surface).Height
        ?? (
            touch.Move is BallMove.Up or BallMove.Wall or BallMove.Goal ? 35
            : touch is { Surface: Surface.Laces, Move: BallMove.Stay } ? 22
            : 14
        );

    private void Play(Pattern pattern)
    {
        var beats = pattern.Beats;
        _ball = new MapPoint(
            0,
            beats[0] switch
            {
                Contact contact => Height(contact.Touch),
                Between { Happening: Happening.Bounce or Happening.Rolled or Happening.Run } => Floor,
                _ => Hands,
            }
        );
        for (var i = 0; i < beats.Length; i++)
        {
            // A pattern that ends in flight ends where its first touch would come again.
            var next = i + 1 < beats.Length ? beats[i + 1] : beats[0];
            var afterNext = i + 2 < beats.Length ? beats[i + 2] : beats[(i + 2) % beats.Length];
            switch (beats[i])
            {
                case Contact contact:
                    Touch(contact.Touch, next, afterNext);
                    break;
                case Between between:
                    Between(between.Happening, i > 0 ? beats[i - 1] : null, next);
                    break;
                default:
                    _marks.Add(new MapMark(_ball, beats[i].Written, beats[i].Foot, _stops.Count, Turned: false));
                    // A ball in flight does not wait for a foot.
                    if (_ball.Up <= Floor)
                        Stay(_flight, PathKind.Floor);
                    break;
            }
        }
    }

    private void Touch(Touch touch, Beat next, Beat afterNext)
    {
        _stops.Add(new MapStop(_stops.Count + 1, _ball, touch, default, Turned: false));
        _way = 1;
        switch (touch.Move)
        {
            case BallMove.Up:
                FlyTo(next, afterNext, fromWall: false);
                break;
            case BallMove.Wall:
                _wall ??= _ball.Right + (ToWall * ASecond);
                Fly(new MapPoint(_wall.Value, 80), ToWall);
                _way = -BackFromWall;
                _marks.Add(new MapMark(_ball, "wall", null, _stops.Count, Turned: false));
                FlyTo(next, afterNext, fromWall: true);
                break;
            case BallMove.Goal:
                Fly(60, ToWall);
                _marks.Add(new MapMark(_ball, "goal", null, _stops.Count, Turned: false));
                break;
            case BallMove.Stay:
                Stay(touch.Surface == Surface.Laces ? Hold * 2 : Hold, touch.Surface == Surface.Laces ? PathKind.Held : PathKind.Floor);
                break;
            default:
                // Along the floor: it falls the last few centimetres and rolls.
                var roll = Math.Min(_flight, LongestRoll);
                Go(Along(roll, Floor), roll, PathKind.Floor);
                break;
        }
    }

    private void Between(Happening happening, Beat? before, Beat next)
    {
        switch (happening)
        {
            case Happening.Hand when before is not null:
                // Brought back to the hands from wherever it lay.
                Go(Along(Hold, Hands), Hold, PathKind.Held);
                goto case Happening.Hand;
            case Happening.Hand:
                _marks.Add(new MapMark(_ball, "hand", null, _stops.Count, Turned: false));
                Drop(next);
                break;
            case Happening.Server:
                _marks.Add(new MapMark(_ball, "server", null, _stops.Count, Turned: false));
                Fly(Target(next), Serve);
                break;
            case Happening.Bounce:
                _marks.Add(new MapMark(_ball, "bounce", null, _stops.Count, Turned: false));
                Rebound(before, next);
                break;
            case Happening.Catch:
                _marks.Add(new MapMark(_ball, "catch", null, _stops.Count, Turned: false));
                Stay(Hold, PathKind.Held);
                break;
            case Happening.Rolled:
                _marks.Add(new MapMark(_ball, "rolled", null, _stops.Count, Turned: false));
                Stay(Hold, PathKind.Floor);
                break;
            case Happening.Run:
                _marks.Add(new MapMark(_ball, "run", null, _stops.Count, Turned: false));
                Stay(Hold, PathKind.Floor);
                break;
            default:
                _marks.Add(new MapMark(_ball, "turn", null, _stops.Count, Turned: false));
                Stay(Hold, PathKind.Floor);
                break;
        }
    }

    private void Drop(Beat next)
    {
        var target = Target(next);
        Fly(target, target < _ball.Up ? FreeFlight.FallTime(_ball.Up - target) : _flight / 2);
    }

    private void FlyTo(Beat next, Beat afterNext, bool fromWall)
    {
        if (next is Between { Happening: Happening.Bounce })
        {
            var first = Math.Sqrt(2 * Cushioned / FreeFlight.G) + FreeFlight.FallTime(_ball.Up + Cushioned - Floor);
            if (fromWall || afterNext is not Contact { Touch.Move: BallMove.Stay })
            {
                // A bounce shares the time up to what comes after it.
                var all = fromWall ? FromWall + 0.2 : Math.Max(_flight, 0.7);
                (first, _bounceLeft) = FreeFlight.Bouncing(_ball.Up - Floor, Target(afterNext) - Floor, all);
            }
            else
            {
                _bounceLeft = FreeFlight.AfterBounce(Comes(_ball.Up - Floor, first), Target(afterNext) - Floor);
            }
            Fly(Floor, first);
            return;
        }
        var seconds =
            fromWall ? FromWall
            : next is Between ? Math.Min(_flight, ToHands)
            : _flight;
        Fly(Target(next), seconds);
    }

    private void Rebound(Beat? before, Beat next)
    {
        var target = Target(next);
        // After a drop or a serve the ball comes up as high as a bounce lets it, and is met on its way down.
        var drop = FreeFlight.AfterBounce(Math.Sqrt(2 * FreeFlight.G * (Hands - Floor)), target - Floor);
        Fly(target, before is Contact && _bounceLeft > 0 ? _bounceLeft : drop);
        _bounceLeft = 0;
    }

    private static double Comes(double from, double seconds) => (FreeFlight.G * seconds) - FreeFlight.SpeedFor(from, 0, seconds);

    private static double Target(Beat next) =>
        next switch
        {
            Contact contact => Height(contact.Touch),
            Between { Happening: Happening.Bounce } => Floor,
            _ => Hands,
        };

    private void Fly(double height, double seconds) => Fly(Along(seconds, height), seconds);

    private void Fly(MapPoint to, double seconds)
    {
        _paths.Add(FreeFlight.Path(_ball, to, seconds, _stops.Count));
        _ball = to;
    }

    private void Stay(double seconds, PathKind kind) => Go(Along(seconds, _ball.Up), seconds, kind);

    private MapPoint Along(double seconds, double height) => new(_ball.Right + (_way * seconds * ASecond), height);

    private void Go(MapPoint to, double seconds, PathKind kind)
    {
        _paths.Add(new MapPath(_ball, new((_ball.Right + to.Right) / 2, (_ball.Up + to.Up) / 2), to, seconds, kind, _stops.Count));
        _ball = to;
    }
}
