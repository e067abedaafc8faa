namespace YieldingLoop.Core.Garments;

/// <summary>Some items sewn, and how the machines stand then.</summary>
internal struct RunState
{
    /// <summary>Which items.</summary>
    public UInt128 Done;

    /// <summary>What is on each machine, a byte each: 0 for what was there first, k + 1 for set-up k.</summary>
    public ulong Rows;

    /// <summary>What it took.</summary>
    public long Cost;

    /// <summary>What is still to come takes at least this.</summary>
    public long Rest;

    /// <summary>The state before, in the layer before.</summary>
    public int Parent;

    /// <summary>The item sewn last.</summary>
    public byte Item;

    /// <summary>How.</summary>
    public byte Way;

    /// <summary>The machine that sewed it; −1 for none.</summary>
    public sbyte Current;

    /// <summary>What no order through it can beat.</summary>
    public readonly long Least => Cost + Rest;

    /// <summary>By the way that led to it: of two as good the one nearest to the order given comes first.</summary>
    public readonly long Place => ((long)Parent << 16) | ((long)Item << 8) | Way;
}

/// <summary>The states with as many items sewn, each once; a table of open places finds them.</summary>
internal sealed class RunLayer
{
    private RunState[] states = new RunState[64];
    private int[] table = new int[256];

    /// <summary>How many there are.</summary>
    public int Count { get; private set; }

    /// <summary>One of them.</summary>
    public ref RunState this[int i] => ref states[i];

    /// <summary>Finds a state by what is sewn and how the machines stand, or makes it.</summary>
    /// <param name="done">Which items.</param>
    /// <param name="rows">What is on the machines.</param>
    /// <param name="current">The machine that sewed last.</param>
    /// <param name="isNew">Whether it was made.</param>
    public ref RunState At(UInt128 done, ulong rows, int current, out bool isNew)
    {
        var slot = Hash(done, rows, current) & (table.Length - 1);
        for (; table[slot] != 0; slot = (slot + 1) & (table.Length - 1))
        {
            ref var there = ref states[table[slot] - 1];
            if (there.Rows == rows && there.Current == current && there.Done == done)
            {
                isNew = false;
                return ref there;
            }
        }

        isNew = true;
        if (Count == states.Length)
        {
            Array.Resize(ref states, 2 * Count);
        }

        states[Count++] = new RunState { Done = done, Rows = rows, Current = (sbyte)current };
        table[slot] = Count;
        if (2 * Count > table.Length)
        {
            Grow();
        }

        return ref states[Count - 1];
    }

    /// <summary>Keeps these, in this order.</summary>
    /// <param name="chosen">Numbers of states.</param>
    public void Keep(ReadOnlySpan<int> chosen)
    {
        var kept = new RunState[chosen.Length];
        for (var i = 0; i < kept.Length; i++)
        {
            kept[i] = states[chosen[i]];
        }

        (states, table, Count) = (kept, [], kept.Length);
    }

    private void Grow()
    {
        table = new int[4 * table.Length];
        for (var i = 0; i < Count; i++)
        {
            var slot = Hash(states[i].Done, states[i].Rows, states[i].Current) & (table.Length - 1);
            while (table[slot] != 0)
            {
                slot = (slot + 1) & (table.Length - 1);
            }

            table[slot] = i + 1;
        }
    }

    private static int Hash(UInt128 done, ulong rows, int current)
    {
        var hash = ((ulong)done ^ rows * 0x9E3779B97F4A7C15 ^ (ulong)(done >> 64) * 0xC2B2AE3D27D4EB4F ^ (ulong)(uint)current) * 0xFF51AFD7ED558CCD;
        return (int)((hash ^ hash >> 32) & 0x7FFFFFFF);
    }
}
