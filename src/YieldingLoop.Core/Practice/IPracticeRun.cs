using YieldingLoop.Core.Words;

namespace YieldingLoop.Core.Practice;

/// <summary>
/// Somebody at a case. All that was done is gone through from the beginning, so that the same moves have the same results ever after, and
/// nothing but the moves has to be kept.
/// </summary>
public interface IPracticeRun
{
    /// <summary>Most moves of one case.</summary>
    const int MostMoves = 120;

    /// <summary>What the case is called, so that somebody else can be sent the same.</summary>
    string CaseName { get; }

    /// <summary>What somebody can do who does this.</summary>
    PracticeSkill Skill { get; }

    /// <summary>Whether nothing more is to be done.</summary>
    bool Ended { get; }

    /// <summary>How often something was said or done that was not it.</summary>
    int Slips { get; }

    /// <summary>Whether it ended as it should, at the first try and without being shown.</summary>
    bool Clean { get; }

    /// <summary>What came of the last move; null before the first, and where nothing is to be said.</summary>
    Finding? Last { get; }

    /// <summary>Why a move cannot be made at all; null where it can.</summary>
    /// <param name="move">The move.</param>
    string? Problem(PracticeMove move);
}
