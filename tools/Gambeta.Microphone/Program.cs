using System.Globalization;
using Gambeta.Core;
using Gambeta.Core.Edges.Hearing;
using Gambeta.Simulation.Sound;
using NAudio.Wave;

// A microphone without one: a WAV file of made-up practice, and the truth beside it.
CultureInfo.CurrentCulture = CultureInfo.InvariantCulture;
string? After(string name) => Array.IndexOf(args, name) is >= 0 and var at && at + 1 < args.Length ? args[at + 1] : null;
double Number(string name, double usual) => After(name) is { } text && double.TryParse(text, out var number) ? number : usual;
if (args.Length < 2 || !Keys.TryRead<SceneKind>(args[0], out var kind))
{
    Console.Error.WriteLine(
        "tools/microphone juggling|wall|taps|place|nothing OUT.wav [--seed 1] [--seconds 60] [--noise "
            + "hiss|wind|speech|steps|rain|car] [--decibels 10] [--rate 48000] [--most 20] [--soft] [--indoors] [--beeps 2,4.5] "
            + "[--mix NOISE.wav]"
    );
    return 2;
}
var rate = (int)Number("--rate", 48_000);
var mixed = After("--mix") is { } noise ? Recording.Samples(noise, rate) : null;
var scene = new Scene(
    kind,
    Number("--seconds", 60),
    Keys.TryRead<NoiseKind>(After("--noise") ?? "", out var air) ? air : NoiseKind.Hiss,
    Number("--decibels", 10)
)
{
    Rate = rate,
    MostTouches = (int)Number("--most", 20),
    IsSoftBall = args.Contains("--soft"),
    IsIndoors = args.Contains("--indoors"),
    Beeps = After("--beeps")?.Split(',').Select(double.Parse).ToList() ?? [],
    OtherNoise = mixed,
};
var made = new SimulatedMicrophone((int)Number("--seed", 1)).Record(scene);
using (var file = new WaveFileWriter(args[1], new WaveFormat(rate, 16, 1)))
    file.WriteSamples(made.Samples, 0, made.Samples.Length);
File.WriteAllLines(
    Path.ChangeExtension(args[1], ".csv"),
    made.Truth.Select(sound => $"{sound.At:0.000},{sound.Kind.ToKey()},{sound.Foot?.ToKey()},{sound.Try}").Prepend("seconds,kind,foot,try")
);
return 0;
