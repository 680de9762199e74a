using System.Collections.Frozen;
using System.Collections.Immutable;
using Gambeta.Core.Base.Measures;
using Gambeta.Core.Base.Touches;
using Gambeta.Core.Practice.Measuring;
using Gambeta.Core.Practice.Played;

namespace Gambeta.Core.Edges.Diaries;

/// <summary>How the counts of a measure stand in a line of a diary. A test writes and reads a set of each.</summary>
public abstract class DiaryForm
{
    private static readonly FrozenDictionary<MeasuredBy, DiaryForm> All = OneOfEach
        .In<DiaryForm>()
        .SelectMany(form => form.Measures, (form, measure) => (form, measure))
        .ToFrozenDictionary(one => one.measure, one => one.form);

    /// <summary>The form of a measure.</summary>
    public static DiaryForm Of(MeasuredBy measure) => All[measure];

    /// <summary>The measures whose counts stand so.</summary>
    protected abstract ImmutableArray<MeasuredBy> Measures { get; }

    /// <summary>The counts of a line, time left out.</summary>
    public abstract SetDraft Read(DiaryLine line);

    /// <summary>Writes what a set came to: what <see cref="Read"/> reads.</summary>
    public abstract void Write(SetResult result, DiaryLine line);

    /// <summary>What one number comes to, as a notebook has it: touches, clean reps, hits, the longest run, or the one try that was
    /// counted. The draft as it was where one number does not tell it.</summary>
    /// <param name="feet">The feet at work.</param>
    /// <param name="count">The number.</param>
    /// <param name="draft">What <see cref="Read"/> read, with its time.</param>
    public abstract SetDraft OfCount(Feet feet, int count, SetDraft draft);
}

/// <summary>The form of measures whose drafts are of one type.</summary>
public abstract class DiaryForm<TDraft> : DiaryForm
    where TDraft : SetDraft, new()
{
    /// <inheritdoc/>
    public sealed override SetDraft Read(DiaryLine line) => Counts(line);

    /// <inheritdoc/>
    public sealed override SetDraft OfCount(Feet feet, int count, SetDraft draft) => OfCount(feet, count, (TDraft)draft);

    /// <summary>The counts of a line, time left out.</summary>
    protected abstract TDraft Counts(DiaryLine line);

    /// <summary>What one number comes to.</summary>
    protected virtual TDraft OfCount(Feet feet, int count, TDraft draft) => draft;

    /// <summary>A draft with the touches of each foot.</summary>
    protected static TDraft PerFoot(DiaryLine line, TDraft draft) =>
        draft with
        {
            Left = line.Count(DiaryColumn.Left),
            Right = line.Count(DiaryColumn.Right),
        };
}
