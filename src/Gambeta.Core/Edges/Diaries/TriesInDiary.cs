using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Tries with their ends, in a diary.</summary>
internal abstract class TriesInDiary<TDraft> : DiaryForm<TDraft>
    where TDraft : TriesDraft, new()
{
    /// <inheritdoc/>
    protected override TDraft Counts(DiaryLine line)
    {
        var (touches, ends) = (line.List(DiaryColumn.Tries), line[DiaryColumn.Ends].Replace(" ", ""));
        // A notebook says how long each try was, not how it ended: it fell.
        if (touches is not null && ends.Length == 0)
            ends = new string('d', touches.Count);
        if (ends.AsSpan().ContainsAnyExcept("dsa"))
            line.IsUnclear(DiaryColumn.Ends);
        return PerFoot(
            line,
            new TDraft
            {
                TryTouches = touches,
                TryDropped = [.. ends.Where("dsa".Contains).Select(end => TryEnds.OfLetter(end).AsDropped())],
            }
        );
    }

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line)
    {
        var tried = (TriedResult)result;
        line.Write(DiaryColumn.Tries, tried.Tries.Select(t => t.Touches));
        line[DiaryColumn.Ends] = string.Join(' ', tried.Tries.Select(t => t.End.Letter()));
    }
}

/// <summary>Tries that each last as long as they last, in a diary.</summary>
internal sealed class TriesInDiary : TriesInDiary<TriesDraft>
{
    /// <inheritdoc/>
    protected override ImmutableArray<MeasuredBy> Measures => [MeasuredBy.BestStreak, MeasuredBy.RunInTouches, MeasuredBy.CleanStreak];

    /// <inheritdoc/>
    protected override TriesDraft OfCount(Feet feet, int count, TriesDraft draft) =>
        draft with
        {
            TryTouches = [count],
            TryDropped = [true],
        };
}
