using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>Hits, in a diary.</summary>
internal sealed class HitsInDiary : DiaryForm
{
    /// <inheritdoc/>
    public override SetDraft Read(DiaryLine line) => new() { Reps = line.Count(DiaryColumn.Hits), Slips = line.Count(DiaryColumn.Misses) };

    /// <inheritdoc/>
    public override void Write(SetResult result, DiaryLine line) => Write((HitsResult)result, line);

    /// <summary>Writes hits.</summary>
    public static void Write(HitsResult result, DiaryLine line)
    {
        line.Write(DiaryColumn.Hits, result.Hits);
        line.Write(DiaryColumn.Misses, result.Misses);
    }
}
