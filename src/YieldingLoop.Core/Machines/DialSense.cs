namespace YieldingLoop.Core.Machines;

/// <summary>Which way the numbers of a tension dial run. A property of the machine, never assumed.</summary>
public enum DialSense
{
    /// <summary>A higher number is tighter (usual).</summary>
    HigherIsTighter = 1,

    /// <summary>A higher number is looser.</summary>
    HigherIsLooser = -1,
}

/// <summary>Arithmetic on senses.</summary>
public static class DialSenses
{
    /// <summary>+1 where a higher number is tighter, −1 where it is looser.</summary>
    public static int Sign(this DialSense sense) => (int)sense;
}
