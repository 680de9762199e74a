namespace Gambeta.Core.Insight.Judgement;

/// <summary>
/// What is believed about a player's level in one thing: a weight for each level of a <see cref="LevelScale"/>, for each trend (sliding,
/// standing, learning) and each mood (how much days differ). A hidden Markov model, worked forward exactly: between sittings the level
/// wanders, drifts with its trend and seldom jumps; a day's form lies about the level and is shared by the sets of its sitting; each set
/// multiplies in how likely it was at each form.
/// </summary>
/// <remarks>Source of the forward recursion: Rabiner, A tutorial on hidden Markov models, Proc. IEEE 77 (1989), eq. 19 to 21.</remarks>
public sealed class Posterior
{
    private const int Nodes = LevelScale.Nodes;
    private const int Rooms = LevelScale.Trends * LevelScale.Moods;

    /// <summary>The chance that a trend turns into another one between two sittings, and that a level jumps.</summary>
    private const double Turns = 0.05,
        Jumps = 0.012,
        MoodChanges = 0.01;

    private readonly double[] _levels;
    private readonly double[] _form;
    private readonly double[] _seen;

    private Posterior(LevelScale scale, double lowest, DateOnly day, Guid sitting, double[] levels, double[] form, double[] seen) =>
        (Scale, Lowest, Day, Sitting, _levels, _form, _seen) = (scale, lowest, day, sitting, levels, form, seen);

    /// <summary>Its scale.</summary>
    public LevelScale Scale { get; }

    /// <summary>The level of the first node.</summary>
    public double Lowest { get; }

    /// <summary>The day of the last set.</summary>
    public DateOnly Day { get; }

    /// <summary>The sitting of the last set.</summary>
    public Guid Sitting { get; }

    /// <summary>The level of a node.</summary>
    public double At(int node) => Lowest + (node * Scale.Step);

    /// <summary>A belief before anything was seen: a bell, and how likely each trend and mood is to begin with.</summary>
    public static Posterior Bell(
        LevelScale scale,
        double lowest,
        double mean,
        double spread,
        ReadOnlySpan<double> trends,
        ReadOnlySpan<double> moods
    )
    {
        var levels = new double[Rooms * Nodes];
        Span<double> bell = stackalloc double[Nodes];
        for (var i = 0; i < Nodes; i++)
            bell[i] = Math.Exp(-0.5 * Math.Pow((lowest + (i * scale.Step) - mean) / spread, 2));
        VectorMath.Normalise(bell);
        for (var room = 0; room < Rooms; room++)
            VectorMath.AddTimes(bell, trends[room / LevelScale.Moods] * moods[room % LevelScale.Moods], levels.AsSpan(room * Nodes, Nodes));
        VectorMath.Normalise(levels);
        return new Posterior(scale, lowest, DateOnly.MinValue, Guid.Empty, levels, FormOf(scale, levels), Ones());
    }

    /// <summary>The weights of today's form: each level's chance before the next set, from the sittings before and the sets of this
    /// one.</summary>
    public void Form(Span<double> weights)
    {
        _form.CopyTo(weights);
        VectorMath.Times(_seen, weights);
        VectorMath.Normalise(weights);
    }

    /// <summary>Mean and standard deviation of today's form.</summary>
    public (double Mean, double Spread) MeanAndSpread()
    {
        Span<double> weights = stackalloc double[Nodes];
        Form(weights);
        var (mean, square) = (0.0, 0.0);
        for (var i = 0; i < Nodes; i++)
        {
            mean += weights[i] * At(i);
            square += weights[i] * At(i) * At(i);
        }
        return (mean, Math.Sqrt(Math.Max(0, square - (mean * mean))));
    }

    /// <summary>The chance that today's form lies above a level.</summary>
    public double Above(double level)
    {
        Span<double> weights = stackalloc double[Nodes];
        Form(weights);
        var above = 0.0;
        for (var i = 0; i < Nodes; i++)
            above += weights[i] * Math.Clamp((At(i) - level) / Scale.Step + 0.5, 0, 1);
        return above;
    }

    /// <summary>How likely each trend is: sliding, standing, learning.</summary>
    public (double Sliding, double Standing, double Learning) Trend()
    {
        var at = Settled();
        Span<double> trends = stackalloc double[LevelScale.Trends];
        for (var room = 0; room < Rooms; room++)
            trends[room / LevelScale.Moods] += VectorMath.Sum(at.AsSpan(room * Nodes, Nodes));
        VectorMath.Normalise(trends);
        return (trends[0], trends[1], trends[2]);
    }

    /// <summary>The belief at the beginning of a sitting; the same where that sitting has begun.</summary>
    public Posterior Begin(Guid sitting, DateOnly day)
    {
        if (sitting == Sitting && Day != DateOnly.MinValue)
            return this;
        if (Day == DateOnly.MinValue)
            return new Posterior(Scale, Lowest, day, sitting, _levels, _form, Ones());
        var levels = Moved(Settled(), Math.Max(0, day.DayNumber - Day.DayNumber));
        return new Posterior(Scale, Lowest, day, sitting, levels, FormOf(Scale, levels), Ones());
    }

    /// <summary>The belief after a set, from how likely it was at each form.</summary>
    public Posterior Seen(ReadOnlySpan<double> likelihood)
    {
        var seen = _seen.AsSpan().ToArray();
        VectorMath.Times(likelihood, seen);
        // A product of many sets would vanish; only its shape counts.
        VectorMath.ToTop(seen);
        return new Posterior(Scale, Lowest, Day, Sitting, _levels, _form, seen);
    }

    private static double[] Ones()
    {
        var ones = new double[Nodes];
        ones.AsSpan().Fill(1);
        return ones;
    }

    private static double[] FormOf(LevelScale scale, double[] levels)
    {
        var form = new double[Nodes];
        Span<double> ofMood = stackalloc double[Nodes];
        for (var mood = 0; mood < LevelScale.Moods; mood++)
        {
            ofMood.Clear();
            for (var trend = 0; trend < LevelScale.Trends; trend++)
                VectorMath.AddTimes(levels.AsSpan(((trend * LevelScale.Moods) + mood) * Nodes, Nodes), 1, ofMood);
            scale.Day(mood).Spread(ofMood, form);
        }
        return form;
    }

    // The levels after the sitting: each is weighed by how likely its days' forms were.
    private double[] Settled()
    {
        var levels = _levels.AsSpan().ToArray();
        Span<double> weight = stackalloc double[Nodes];
        for (var mood = 0; mood < LevelScale.Moods; mood++)
        {
            Scale.Day(mood).Gather(_seen, weight);
            for (var trend = 0; trend < LevelScale.Trends; trend++)
                VectorMath.Times(weight, levels.AsSpan(((trend * LevelScale.Moods) + mood) * Nodes, Nodes));
        }
        VectorMath.Normalise(levels);
        return levels;
    }

    private double[] Moved(double[] from, int days)
    {
        var levels = new double[Rooms * Nodes];
        Span<double> mixed = stackalloc double[Rooms * Nodes],
            sum = stackalloc double[Nodes],
            sudden = stackalloc double[Nodes],
            all = stackalloc double[Nodes];
        // Out of each trend into the others, then out of each mood: what stays is what is left.
        mixed.Clear();
        for (var mood = 0; mood < LevelScale.Moods; mood++)
            Exchange(from, mixed, mood, LevelScale.Moods, LevelScale.Trends, Turns, sum);
        Span<double> rooms = stackalloc double[Rooms * Nodes];
        rooms.Clear();
        for (var trend = 0; trend < LevelScale.Trends; trend++)
            Exchange(mixed, rooms, trend * LevelScale.Moods, 1, LevelScale.Moods, MoodChanges, sum);
        all.Clear();
        for (var room = 0; room < Rooms; room++)
            VectorMath.AddTimes(rooms.Slice(room * Nodes, Nodes), 1, all);
        sudden.Clear();
        Scale.Sudden.Spread(all, sudden);
        for (var room = 0; room < Rooms; room++)
        {
            var came = rooms.Slice(room * Nodes, Nodes);
            var onto = levels.AsSpan(room * Nodes, Nodes);
            Scale.Between(room / LevelScale.Moods, days).Spread(came, onto, 1 - Jumps);
            VectorMath.AddTimes(sudden, Jumps * VectorMath.Sum(came), onto);
        }
        VectorMath.Normalise(levels);
        return levels;
    }

    // Of rooms that lie so far apart each keeps its share and gives the rest to the others evenly.
    private static void Exchange(
        ReadOnlySpan<double> from,
        Span<double> onto,
        int first,
        int apart,
        int rooms,
        double leaves,
        Span<double> sum
    )
    {
        sum.Clear();
        for (var i = 0; i < rooms; i++)
            VectorMath.AddTimes(from.Slice((first + (i * apart)) * Nodes, Nodes), 1, sum);
        var toEach = leaves / (rooms - 1);
        for (var i = 0; i < rooms; i++)
        {
            var room = onto.Slice((first + (i * apart)) * Nodes, Nodes);
            VectorMath.AddTimes(from.Slice((first + (i * apart)) * Nodes, Nodes), 1 - leaves - toEach, room);
            VectorMath.AddTimes(sum, toEach, room);
        }
    }
}
