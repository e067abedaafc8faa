using YieldingLoop.Core.Threads;

namespace YieldingLoop.Core.Machines;

/// <summary>
/// From a dial number to the tension of a laid thread and back (model section 3). The logarithm of tension is
/// linear in the dial, so a fatter or rougher thread is a shift in dial numbers.
/// </summary>
public static class DialTension
{
    /// <summary>Change of ln T per dial number. Working value.</summary>
    public const double LogTensionPerStep = 0.22;

    /// <summary>How tension answers thread diameter. Working value.</summary>
    public const double DiameterExponent = 0.6;

    /// <summary>What is left of the tension when a thread never entered its disc. Working value.</summary>
    public const double OutsideDiscShare = 0.05;

    /// <summary>
    /// T = T₀·exp(0.22·sense·(dial − neutral))·(d/d_cal)^0.6·(μ/μ_cal), cN.
    /// </summary>
    /// <param name="position">Where the thread runs; gives T₀.</param>
    /// <param name="thread">The thread.</param>
    /// <param name="dial">Dial number, on the machine's own scale.</param>
    /// <param name="neutral">The number at which this machine sews its calibration thread balanced.</param>
    /// <param name="sense">Which way the numbers run.</param>
    /// <param name="calibrationThread">What the machine was calibrated with.</param>
    public static double Tension(ThreadPosition position, ThreadKind thread, double dial, double neutral, DialSense sense, ThreadKind calibrationThread) =>
        TensionAt(position, thread, sense.Sign() * (dial - neutral), calibrationThread);

    /// <summary>The same with the dial as steps tighter than neutral (negative: looser), whichever way the numbers run.</summary>
    public static double TensionAt(ThreadPosition position, ThreadKind thread, double stepsTighter, ThreadKind calibrationThread) =>
        position.NeutralTensionCentinewtons()
        * Math.Exp(LogTensionPerStep * stepsTighter)
        * Math.Pow(thread.DiscDiameterMm / calibrationThread.DiscDiameterMm, DiameterExponent)
        * (thread.FrictionRatio / calibrationThread.FrictionRatio);

    /// <summary>
    /// Steps tighter than neutral (negative: looser) at which this thread runs under the tension the calibration
    /// thread has at neutral: its thread-neutral dial.
    /// </summary>
    public static double ThreadNeutralSteps(ThreadKind thread, ThreadKind calibrationThread) =>
        -(DiameterExponent * Math.Log(thread.DiscDiameterMm / calibrationThread.DiscDiameterMm)
          + Math.Log(thread.FrictionRatio / calibrationThread.FrictionRatio)) / LogTensionPerStep;
}
