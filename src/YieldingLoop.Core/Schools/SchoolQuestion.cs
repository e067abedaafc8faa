namespace YieldingLoop.Core.Schools;

/// <summary>A disagreement in the trade. Common practice, no published source. The first choice is the default.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Question">What is disagreed on.</param>
/// <param name="Choices">The schools, the default first.</param>
public sealed record SchoolQuestion(string Id, string Question, IReadOnlyList<SchoolChoice> Choices)
{
    /// <summary>The default school.</summary>
    public SchoolChoice Default => Choices[0];

    /// <summary>Finds a choice; the default where there is none of that name.</summary>
    public SchoolChoice Find(string? id) => Choices.FirstOrDefault(c => c.Id == id) ?? Default;
}
