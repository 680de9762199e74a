using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Catalogue.Cards;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Listen;

// Listens to a WAV file as the server does, and writes what it heard.
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
string? After(string name) => Array.IndexOf(args, name) is >= 0 and var at && at + 1 < args.Length ? args[at + 1] : null;
if (After("--recordings") is { } recordings && int.TryParse(recordings, out var many))
{
    Lessons.Make(many, After("--noise"), Console.OpenStandardOutput());
    return 0;
}
if (After("--rows") is { } lessons)
{
    Lessons.Rows(lessons, Console.OpenStandardOutput());
    return 0;
}
if (args.Length == 0 || args[0].StartsWith('-'))
{
    Console.Error.WriteLine("tools/listen FILE.wav [--drill ID] [--feet both|left|right] [--frames] [--all] [--explain]");
    return 2;
}
var cycle = SoundCycle.Plain;
if (After("--drill") is { } id)
{
    if (DrillCatalogue.Shipped().Find(id) is not { } card)
    {
        Console.Error.WriteLine($"There is no drill {id}.");
        return 2;
    }
    cycle = SoundCycle.Of(card.Pattern, Keys.TryRead<Feet>(After("--feet") ?? "", out var feet) ? feet : Feet.Both);
    if (!cycle.IsWhole)
        Console.Error.WriteLine(
            cycle.Heard == 0
                ? $"{card.Name} cannot be heard."
                : $"{card.Name} is heard in part: {cycle.Silent} of {cycle.Silent + cycle.Heard} touches of a rep are silent."
        );
    if (cycle.Heard == 0)
        cycle = SoundCycle.Plain;
}
try
{
    using var file = File.OpenRead(args[0]);
    var frames = Recording.Frames(file);
    if (args.Contains("--frames"))
    {
        for (var at = 0; at < frames.Length; at += SoundFrame.Bands)
            Console.WriteLine(string.Join(' ', frames[at..(at + SoundFrame.Bands)]));
        return 0;
    }
    if (args.Contains("--explain"))
    {
        var ear = new Ear(new ListeningFor(cycle));
        ear.Take(frames);
        Console.WriteLine("seconds,began,net touch,net wall,net bounce,made,foot,sure");
        foreach (var sound in ear.Explain())
            Console.WriteLine(
                $"{sound.At:0.000},{sound.Strength:0.0},{sound.Net?.Touch:0.0},{sound.Net?.Wall:0.0},{sound.Net?.Bounce:0.0},"
                    + $"{sound.Made?.Kind.ToKey() ?? "struck out"},{sound.Made?.Foot?.ToKey()},{sound.Made?.Sure:0.00}"
            );
        return 0;
    }
    var heard = Ear.Of(frames, new ListeningFor(cycle));
    Console.WriteLine("seconds,kind,foot,sure");
    foreach (var sound in heard.Sounds)
    {
        if (sound.Kind == HeardKind.Other && !args.Contains("--all"))
            continue;
        Console.WriteLine($"{sound.At:0.000},{sound.Kind.ToKey()},{sound.Foot?.ToKey()},{sound.Sure:0.00}");
    }
    Console.Error.WriteLine(
        $"{heard.Touches.Length} touches, "
            + (heard.IsTrusted ? "to be trusted" : $"to be looked at: {heard.Doubt:0.0} may be wrong")
            + $"{(heard.Tries.Length > 1 ? $"; tries of {string.Join(", ", heard.Tries)}" : "")}"
    );
    return 0;
}
catch (Exception problem) when (problem is IOException or RecordingException or UnauthorizedAccessException)
{
    Console.Error.WriteLine(problem.Message);
    return 1;
}
