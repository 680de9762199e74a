using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>What came off and what did not, in a diary: one number is of those that did.</summary>
internal abstract class RepsInDiary<TDraft> : DiaryForm<TDraft>
    where TDraft : RepsDraft, new()
{
    /// <inheritdoc/>
    protected override TDraft OfCount(Feet feet, int count, TDraft draft) => draft with { Reps = count, Slips = draft.Slips ?? 0 };
}
