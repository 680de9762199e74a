using System.Text;
using System.Text.Json;
using Gambeta.Core.Edges.Hearing;

namespace Gambeta.Core.Tests.Hearing;

/// <summary>What a net of attention makes of numbers, held against PyTorch: <c>company-by-torch.json</c> holds a small net of the class of
/// <c>tools/fit-net</c> with drawn numbers, what it was told, and what came of it there.</summary>
public sealed class SoundCompanyTests
{
    private sealed record ByTorch(SoundCompany Net, int[] Frames, float[][] Tokens, float[][] Told, float[][] ByItself);

    private static readonly ByTorch Other = JsonSerializer.Deserialize<ByTorch>(
        File.ReadAllText(Repository.At("tests", "Gambeta.Core.Tests", "Hearing", "company-by-torch.json"))
    )!;

    private static float[][] Told(IReadOnlyList<int> frames, IEnumerable<float[]> tokens) =>
        Other.Net.Tell(frames, [.. tokens.Select(Other.Net.Look)]);

    [Fact]
    public void The_same_numbers_come_of_the_same_net_as_where_it_was_fitted()
    {
        float[][] told = Told(Other.Frames, Other.Tokens),
            alone = [.. Other.Tokens.Select(token => Other.Net.Tell(Other.Net.Look(token)))];
        (told.Length, alone.Length).ShouldBe((Other.Told.Length, Other.ByItself.Length));
        foreach (var (ours, theirs) in told.Concat(alone).Zip(Other.Told.Concat(Other.ByItself)))
            ours.Zip(theirs).ShouldAllBe(pair => Math.Abs(pair.First - pair.Second) < 1e-3);
    }

    [Fact]
    public void When_all_of_it_was_is_no_matter_but_when_each_was_is()
    {
        var told = Told(Other.Frames, Other.Tokens);
        Told([.. Other.Frames.Select(frame => frame + 700)], Other.Tokens)
            .Zip(told)
            .ShouldAllBe(pair => Enumerable.SequenceEqual(pair.First, pair.Second));
        Told([.. Other.Frames.Select(frame => frame * 2)], Other.Tokens)
            .Zip(told)
            .ShouldNotContain(pair => Enumerable.SequenceEqual(pair.First, pair.Second));
        Told([], []).ShouldBeEmpty();
    }

    [Fact]
    public void What_does_not_fit_together_is_refused()
    {
        Should
            .Throw<InvalidDataException>(() =>
                SoundCompany.Read(new MemoryStream(Encoding.UTF8.GetBytes(JsonSerializer.Serialize(Other.Net))))
            )
            .Message.ShouldContain($"{SoundToken.Count} numbers");
        var shipped = SoundCompany.Shipped;
        SoundCompany Read(SoundCompany net) => SoundCompany.Read(new MemoryStream(Encoding.UTF8.GetBytes(JsonSerializer.Serialize(net))));
        Read(shipped).Blocks.Length.ShouldBe(shipped.Blocks.Length);
        Should.Throw<InvalidDataException>(() => Read(shipped with { Told = shipped.Told[..3] }));
        Should.Throw<InvalidDataException>(() =>
            Read(shipped with { Blocks = [shipped.Blocks[0] with { Apart = shipped.Blocks[0].Apart[1..] }] })
        );
        Should.Throw<InvalidDataException>(() => Read(shipped with { Blocks = [shipped.Blocks[0] with { Bias = [] }] }));
    }
}
