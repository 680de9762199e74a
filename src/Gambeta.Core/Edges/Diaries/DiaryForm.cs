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
    public virtual SetDraft OfCount(Feet feet, int count, SetDraft draft) => draft;
}
