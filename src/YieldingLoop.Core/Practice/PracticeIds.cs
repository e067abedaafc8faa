using System.Text.Json;

namespace YieldingLoop.Core.Practice;

/// <summary>Identifiers of what is said and done while practising, as they stand in codes and addresses: "loopers-on-face", "push-up".</summary>
public static class PracticeIds
{
    /// <summary>The identifier of a value of a fixed list.</summary>
    public static string Of<T>(T value)
        where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());

    /// <summary>The value of an identifier; null where the list has none of the name.</summary>
    public static T? Find<T>(string id)
        where T : struct, Enum => Enum.GetValues<T>().Where(v => Of(v) == id).Select(v => (T?)v).FirstOrDefault();
}
