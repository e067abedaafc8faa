using YieldingLoop.Core.Learning;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Stitches;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;

namespace YieldingLoop.Store.Formats;

/// <inheritdoc cref="Lesson"/>
public sealed record LessonDocument
{
    /// <inheritdoc cref="Lesson.ModelVersion"/>
    public required string ModelVersion { get; init; }

    /// <inheritdoc cref="Lesson.Pair"/>
    public MeetingPairDocument? Pair { get; init; }

    /// <inheritdoc cref="Lesson.MeetingLine"/>
    public MeetingLineDocument? MeetingLine { get; init; }

    /// <inheritdoc cref="Lesson.Growth"/>
    public GrowthDocument? Growth { get; init; }

    /// <inheritdoc cref="Lesson.Overhang"/>
    public OverhangDocument? Overhang { get; init; }

    /// <inheritdoc cref="Lesson.Threads"/>
    public required IReadOnlyList<PulledThreadDocument> Threads { get; init; }

    /// <inheritdoc cref="Lesson.Pulls"/>
    public required IReadOnlyList<PullDocument> Pulls { get; init; }
}

/// <inheritdoc cref="MeetingPair"/>
public sealed record MeetingPairDocument(StitchFamily Family, string OnFaceKindId, string OnBackKindId);

/// <inheritdoc cref="MeetingLineReading"/>
public sealed record MeetingLineDocument(double Difference, double ModelAtNeutralMm, double ReadMm);

/// <inheritdoc cref="GrowthReading"/>
public sealed record GrowthDocument(double Differential, double ModelPercent, double ReadPercent);

/// <inheritdoc cref="OverhangReading"/>
public sealed record OverhangDocument(double LoopWidthMm, double BiteMm, double ReadMm);

/// <inheritdoc cref="PulledThread"/>
public sealed record PulledThreadDocument(ThreadPosition Position, string KindId, double ModelPopPercent);

/// <inheritdoc cref="Pull"/>
public sealed record PullDocument(PopEvidence Evidence, double AtPercent, ThreadPosition? Popped);

/// <inheritdoc cref="SwatchPhoto"/>
public sealed record PhotoDocument(Guid Key)
{
    /// <inheritdoc cref="SwatchPhoto.Ruler"/>
    public RulerDocument? Ruler { get; init; }
}

/// <inheritdoc cref="PhotoRuler"/>
public sealed record RulerDocument(double FirstX, double FirstY, double SecondX, double SecondY, double ApartMm);
