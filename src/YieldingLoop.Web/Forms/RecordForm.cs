using YieldingLoop.Core.Units;

namespace YieldingLoop.Web.Forms;

/// <summary>What every form that edits a record carries besides the record.</summary>
public abstract class RecordForm
{
    /// <summary>Made when the form was first shown; sending the same form twice creates one record.</summary>
    public Guid Key { get; set; } = Guid.NewGuid();

    /// <summary>Version of the record the form was opened on.</summary>
    public int Version { get; set; }

    /// <summary>Unit its lengths were typed in: the setting may change while a form or a draft lies open.</summary>
    public LengthUnit Unit { get; set; }

    /// <summary>The user's name for the record.</summary>
    public string? Name { get; set; }
}
