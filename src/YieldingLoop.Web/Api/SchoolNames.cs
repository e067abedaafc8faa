using YieldingLoop.Core.Schools;
using YieldingLoop.Store.Formats;

namespace YieldingLoop.Web.Api;

/// <summary>The schools a body names: school by question, both as identifiers.</summary>
internal static class SchoolNames
{
    /// <summary>The schools named; the default in every other question, and faults for what is not known.</summary>
    public static ChosenSchools Read(IReadOnlyDictionary<string, string>? named, JsonErrors errors)
    {
        var schools = ChosenSchools.Default;
        foreach (var (question, choice) in named ?? new Dictionary<string, string>())
        {
            if (SchoolCatalogue.Questions.FirstOrDefault(q => q.Id == question) is not { } known)
            {
                errors.Add($"schools.{question}", $"The questions are {string.Join(", ", SchoolCatalogue.Questions.Select(q => q.Id))}.");
            }
            else if (known.Choices.All(c => c.Id != choice))
            {
                errors.Add($"schools.{question}", $"The schools are {string.Join(", ", known.Choices.Select(c => c.Id))}.");
            }
            else
            {
                schools = schools.With(known, choice);
            }
        }

        return schools;
    }
}
