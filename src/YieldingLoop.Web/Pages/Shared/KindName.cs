using YieldingLoop.Store;

namespace YieldingLoop.Web.Pages.Shared;

/// <summary>Kinds of records in words, and where each kind is at home.</summary>
public static class KindName
{
    private static readonly Dictionary<RecordKind, (string One, string Many, string Room)> Names = new()
    {
        [RecordKind.Cloth] = ("cloth", "cloths", "/cloths"),
        [RecordKind.Machine] = ("machine", "machines", "/machines"),
        [RecordKind.Seam] = ("seam", "seams", "/"),
        [RecordKind.Setup] = ("set-up", "set-ups", "/setups"),
        [RecordKind.Needle] = ("pack of needles", "packs of needles", "/drawer"),
        [RecordKind.Thread] = ("thread", "threads", "/drawer"),
        [RecordKind.Rule] = ("note", "notes", "/rules"),
    };

    public static string One(RecordKind kind) => Names[kind].One;

    public static string Many(RecordKind kind) => Names[kind].Many;

    public static string Room(RecordKind kind) => Names[kind].Room;
}
