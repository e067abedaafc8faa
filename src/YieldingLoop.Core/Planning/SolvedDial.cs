namespace YieldingLoop.Core.Planning;

/// <summary>One thread with its dial solved.</summary>
/// <param name="Number">Number on the dial; null where the thread has none (a bobbin).</param>
/// <param name="StepsTighter">Steps tighter than the dial's own neutral.</param>
/// <param name="UsualSteps">Where this thread starts on this dial, steps: its own neutral; of a textured one in a looper what the school has.</param>
/// <param name="TensionCentinewtons">Tension the model expects there, cN.</param>
internal readonly record struct SolvedDial(double? Number, double StepsTighter, double UsualSteps, double TensionCentinewtons)
{
    /// <summary>
    /// How far this is from what the machine was calibrated with, steps: from where this thread starts, and that from the
    /// dial's, so that the calibration thread at neutral is what costs nothing.
    /// </summary>
    public double Distance(double preferred = 0) => Math.Abs(StepsTighter - UsualSteps - preferred) + Math.Abs(UsualSteps);
}
