namespace YieldingLoop.Core.Schools;

/// <summary>One side of a disagreement in the trade.</summary>
/// <param name="Id">Identifier in records.</param>
/// <param name="Name">Name on screen.</param>
/// <param name="Sentence">What it changes.</param>
public sealed record SchoolChoice(string Id, string Name, string Sentence);
