using Riok.Mapperly.Abstractions;
using YieldingLoop.Core.Care;
using YieldingLoop.Core.Cloth;
using YieldingLoop.Core.Coach;
using YieldingLoop.Core.Colour;
using YieldingLoop.Core.Garments;
using YieldingLoop.Core.Machines;
using YieldingLoop.Core.Needles;
using YieldingLoop.Core.OwnRules;
using YieldingLoop.Core.Planning;
using YieldingLoop.Core.Practice;
using YieldingLoop.Core.Schools;
using YieldingLoop.Core.Seams;
using YieldingLoop.Core.Settings;
using YieldingLoop.Core.Setups;
using YieldingLoop.Core.Swatches;
using YieldingLoop.Core.Threads;
using YieldingLoop.Core.ThreadUp;

namespace YieldingLoop.Store.Formats;

/// <summary>
/// Turns what the core computes with into the documents that are stored, asked and answered, and back. The documents are the
/// contract: a member renamed in the core changes nothing that was written, and one that is new in the core does not compile
/// before somebody has said what a document calls it.
/// </summary>
[Mapper(RequiredMappingStrategy = RequiredMappingStrategy.Target, RequiredEnumMappingStrategy = RequiredMappingStrategy.Both)]
public static partial class Documents
{
    /// <summary>A cloth as entered.</summary>
    public static partial ClothDocument Of(ClothEntry cloth);

    /// <summary>A cloth's figures.</summary>
    [MapProperty(nameof(ClothFigures.StretchAcrossPercent), nameof(ClothFiguresDocument.StretchAcross))]
    [MapProperty(nameof(ClothFigures.StretchLengthwisePercent), nameof(ClothFiguresDocument.StretchLengthwise))]
    [MapProperty(nameof(ClothFigures.RecoveryPercent), nameof(ClothFiguresDocument.Recovery))]
    [MapProperty(nameof(ClothFigures.AreaDensityGsm), nameof(ClothFiguresDocument.AreaDensity))]
    [MapProperty(nameof(ClothFigures.ThicknessMm), nameof(ClothFiguresDocument.Thickness))]
    public static partial ClothFiguresDocument Of(ClothFigures figures);

    /// <summary>A machine.</summary>
    [MapDerivedType<Overlocker, OverlockerDocument>]
    [MapDerivedType<Coverstitch, CoverstitchDocument>]
    [MapDerivedType<Convertible, ConvertibleDocument>]
    [MapDerivedType<PlainMachine, PlainMachineDocument>]
    public static partial MachineDocument Of(Machine machine);

    /// <summary>A row of a manual's table.</summary>
    public static partial ManualSettingDocument Of(ManualSetting row);

    /// <summary>A seam as entered.</summary>
    public static partial SeamDocument Of(SeamEntry seam);

    [MapperIgnoreSource(nameof(OtherLayers.StretchedOn))]
    [MapperIgnoreSource(nameof(OtherLayers.StretchLeftPercent))]
    [MapperIgnoreSource(nameof(OtherLayers.StretchedByPercent))]
    private static partial OtherLayersDocument Of(OtherLayers other);

    /// <summary>Needles in the drawer.</summary>
    public static partial NeedleStockDocument Of(NeedleStock needles);

    /// <summary>A thread in the drawer.</summary>
    public static partial ThreadStockDocument Of(ThreadStock thread);

    /// <summary>What was taken from cones.</summary>
    public static partial IReadOnlyList<ThreadTakenDocument> Of(IReadOnlyList<ThreadTaken> taken);

    /// <summary>What happened to a machine.</summary>
    public static partial CareDocument Of(CareEntry care);

    /// <summary>A palette.</summary>
    public static partial PaletteDocument Of(Palette palette);

    /// <summary>What was used of a thread between weighings.</summary>
    public static partial IReadOnlyList<ThreadUseDocument> Of(IReadOnlyList<ThreadUse> uses);

    /// <summary>A note or rule of the user's own.</summary>
    public static partial OwnRuleDocument Of(OwnRule rule);

    /// <summary>A person or a size.</summary>
    public static partial WearerDocument Of(Wearer wearer);

    /// <summary>A garment.</summary>
    [MapperIgnoreSource(nameof(Garment.Count))]
    public static partial GarmentDocument Of(Garment garment);

    /// <summary>A run.</summary>
    public static partial RunDocument Of(SewingRun run);

    /// <summary>The settings.</summary>
    public static partial SettingsDocument Of(WorkroomSettings settings);

    /// <summary>The schools followed.</summary>
    public static partial SchoolsDocument Of(ChosenSchools schools);

    /// <summary>What the parts of the cost weigh.</summary>
    public static partial WeightsDocument Of(PlannerWeights weights);

    /// <summary>A question to the planner, with all of it: two that differ anywhere are two questions.</summary>
    [MapperRequiredMapping(RequiredMappingStrategy.Both)]
    [MapperIgnoreSource(nameof(PlanQuestion.RidgeAccepted))]
    [MapperIgnoreSource(nameof(PlanQuestion.Layers))]
    [MapperIgnoreSource(nameof(PlanQuestion.Through))]
    public static partial PlanQuestionDocument Of(PlanQuestion question);

    [MapperRequiredMapping(RequiredMappingStrategy.Both)]
    private static partial MachineAtHandDocument Of(MachineAtHand hand);

    private static string Of(MachineLearnt learnt) => learnt.Key;

    [MapperRequiredMapping(RequiredMappingStrategy.Both)]
    private static partial LiftedRuleDocument Of(LiftedRule lifted);

    [MapperRequiredMapping(RequiredMappingStrategy.Both)]
    [MapperIgnoreSource(nameof(Drawer.Known))]
    private static partial DrawerDocument Of(Drawer drawer);

    [MapperRequiredMapping(RequiredMappingStrategy.Both)]
    private static partial ConeDocument Of(Cone cone);

    [MapperRequiredMapping(RequiredMappingStrategy.Both)]
    private static partial PinsDocument Of(PlanPins pins);

    /// <summary>What a swatch should show.</summary>
    public static partial TargetsDocument Of(Targets targets);

    /// <summary>What lies nine times in ten between two figures.</summary>
    public static partial IntervalDocument Of(Interval interval);

    /// <summary>The same; null where there is none.</summary>
    public static IntervalDocument? Of(Interval? interval) => interval is { } there ? Of(there) : null;

    /// <summary>A planned set-up.</summary>
    public static partial PlanDocument Of(SetupPlan plan);

    /// <summary>A kept set-up with all it was made from.</summary>
    public static partial SnapshotDocument Of(SetupSnapshot snapshot);

    /// <summary>What lists show of a kept set-up.</summary>
    public static partial SummaryDocument Of(SetupSummary summary);

    /// <summary>A way onto a machine.</summary>
    public static partial ThreadUpDocument Of(ThreadUpPlan plan);

    /// <summary>A set-up, or what is on a machine.</summary>
    public static SetupDocument Of(Setup setup) => SetupDocument.Of(setup);

    /// <summary>What was done because the coach asked for it.</summary>
    public static partial CoachDoneDocument Of(CoachDone done);

    /// <summary>A case of practice and what was done.</summary>
    public static partial PracticeDocument Of(PracticeAttempt attempt);

    /// <summary>A swatch.</summary>
    [MapperIgnoreSource(nameof(SwatchEntry.Read))]
    public static partial SwatchDocument Of(SwatchEntry swatch);

    /// <summary>What a swatch teaches.</summary>
    public static partial LessonDocument Of(Lesson lesson);

    /// <summary>What was read on a swatch.</summary>
    [MapperIgnoreSource(nameof(SwatchReadings.Any))]
    public static partial SwatchReadingsDocument Of(SwatchReadings readings);

    /// <summary>A measured strip.</summary>
    [MapperIgnoreSource(nameof(StripMeasure.GrowthPercent))]
    [MapperIgnoreSource(nameof(StripMeasure.PulledPercent))]
    [MapperIgnoreSource(nameof(StripMeasure.StayedPercent))]
    [MapperIgnoreSource(nameof(StripMeasure.BesideUnsewnPercent))]
    public static partial StripDocument Of(StripMeasure strip);

    /// <summary>A needle.</summary>
    public static NeedleDocument Of(Needle needle) => NeedleDocument.Of(needle);

    /// <summary>A thread.</summary>
    public static ThreadDocument Of(SewingThread thread) => ThreadDocument.Of(thread);

    /// <summary>The cloth a document says.</summary>
    public static partial ClothEntry Read(ClothDocument document);

    /// <summary>The machine a document says.</summary>
    [MapDerivedType<OverlockerDocument, Overlocker>]
    [MapDerivedType<CoverstitchDocument, Coverstitch>]
    [MapDerivedType<ConvertibleDocument, Convertible>]
    [MapDerivedType<PlainMachineDocument, PlainMachine>]
    public static partial Machine Read(MachineDocument document);

    /// <summary>The seam a document says.</summary>
    /// <exception cref="System.Text.Json.JsonException">It has layers of another cloth, and no figures of it.</exception>
    public static partial SeamEntry Read(SeamDocument document);

    private static OtherLayers Read(OtherLayersDocument document) => new()
    {
        Cloth = document.Cloth is { } cloth ? Read(cloth) : throw new System.Text.Json.JsonException("The layers of another cloth have no figures."),
        ClothId = document.ClothId, Plies = document.Plies, Direction = document.Direction, CutPercent = document.CutPercent,
    };

    /// <summary>The targets a document says.</summary>
    public static partial Targets Read(TargetsDocument document);

    /// <summary>The swatch a document says.</summary>
    public static partial SwatchEntry Read(SwatchDocument document);

    /// <summary>What was done because the coach asked for it.</summary>
    public static partial CoachDone Read(CoachDoneDocument document);

    /// <summary>The case of practice a document says.</summary>
    public static partial PracticeAttempt Read(PracticeDocument document);

    /// <summary>The lesson a document says.</summary>
    public static partial Lesson Read(LessonDocument document);

    /// <summary>The readings a document says.</summary>
    public static partial SwatchReadings Read(SwatchReadingsDocument document);

    /// <summary>The measured strip a document says.</summary>
    public static partial StripMeasure Read(StripDocument document);

    /// <summary>The needles a document says.</summary>
    public static partial NeedleStock Read(NeedleStockDocument document);

    /// <summary>The thread of the drawer a document says.</summary>
    public static partial ThreadStock Read(ThreadStockDocument document);

    /// <summary>What was taken from cones.</summary>
    public static partial IReadOnlyList<ThreadTaken> Read(IReadOnlyList<ThreadTakenDocument> documents);

    /// <summary>What happened to a machine.</summary>
    public static partial CareEntry Read(CareDocument document);

    /// <summary>A palette.</summary>
    public static partial Palette Read(PaletteDocument document);

    /// <summary>What was used of a thread between weighings.</summary>
    public static partial IReadOnlyList<ThreadUse> Read(IReadOnlyList<ThreadUseDocument> documents);

    /// <summary>The note or rule a document says.</summary>
    public static partial OwnRule Read(OwnRuleDocument document);

    /// <summary>The person or the size a document says.</summary>
    public static partial Wearer Read(WearerDocument document);

    /// <summary>The garment a document says.</summary>
    public static partial Garment Read(GarmentDocument document);

    /// <summary>The run a document says.</summary>
    public static partial SewingRun Read(RunDocument document);

    /// <summary>The settings a document says.</summary>
    public static partial WorkroomSettings Read(SettingsDocument document);

    /// <summary>The weights a document says.</summary>
    public static partial PlannerWeights Read(WeightsDocument document);

    /// <summary>The rule that is lifted, as a document says.</summary>
    public static partial LiftedRule Read(LiftedRuleDocument document);

    /// <summary>The choices a document says are made.</summary>
    public static partial PlanPins Read(PinsDocument document);

    /// <summary>The kept set-up a document says.</summary>
    public static partial SetupSnapshot Read(SnapshotDocument document);

    /// <summary>What a document says lists show.</summary>
    public static partial SetupSummary Read(SummaryDocument document);

    /// <summary>The way onto a machine a document says.</summary>
    public static partial ThreadUpPlan Read(ThreadUpDocument document);

    private static IReadOnlyList<ThreadPosition> Of(SeatSet seats) => seats.Seats;

    private static SeatSet Read(IReadOnlyList<ThreadPosition> seats) => SeatSet.Of(seats);

    /// <summary>The set-up a document says.</summary>
    public static Setup Read(SetupDocument document) => document.ToSetup();

    /// <summary>The needle a document says.</summary>
    public static Needle Read(NeedleDocument document) => document.ToNeedle();

    /// <summary>The thread a document says.</summary>
    public static SewingThread Read(ThreadDocument document) => document.ToThread();

    [MapProperty(nameof(SeamAssessment.LearntPopsPercent), nameof(AssessmentDocument.LearntPops))]
    [MapProperty(nameof(SeamAssessment.YieldPercent), nameof(AssessmentDocument.Yield))]
    [MapProperty(nameof(SeamAssessment.MeetingLineMm), nameof(AssessmentDocument.MeetingLine))]
    [MapProperty(nameof(SeamAssessment.GrowthPercent), nameof(AssessmentDocument.Growth))]
    private static partial AssessmentDocument Of(SeamAssessment assessment);

    [MapProperty(nameof(Overlocker.StitchLengthMm), nameof(OverlockerDocument.StitchLength))]
    [MapProperty(nameof(Overlocker.CuttingWidthMm), nameof(OverlockerDocument.CuttingWidth))]
    private static partial OverlockerDocument Of(Overlocker machine);

    [MapProperty(nameof(Coverstitch.StitchLengthMm), nameof(CoverstitchDocument.StitchLength))]
    private static partial CoverstitchDocument Of(Coverstitch machine);

    [MapProperty(nameof(Convertible.StitchLengthMm), nameof(ConvertibleDocument.StitchLength))]
    private static partial ConvertibleDocument Of(Convertible machine);

    [MapProperty(nameof(PlainMachine.StitchLengthMm), nameof(PlainMachineDocument.StitchLength))]
    private static partial PlainMachineDocument Of(PlainMachine machine);

    [MapProperty(nameof(ClothFiguresDocument.StretchAcross), nameof(ClothFigures.StretchAcrossPercent))]
    [MapProperty(nameof(ClothFiguresDocument.StretchLengthwise), nameof(ClothFigures.StretchLengthwisePercent))]
    [MapProperty(nameof(ClothFiguresDocument.Recovery), nameof(ClothFigures.RecoveryPercent))]
    [MapProperty(nameof(ClothFiguresDocument.AreaDensity), nameof(ClothFigures.AreaDensityGsm))]
    [MapProperty(nameof(ClothFiguresDocument.Thickness), nameof(ClothFigures.ThicknessMm))]
    private static partial ClothFigures Read(ClothFiguresDocument document);

    [MapProperty(nameof(AssessmentDocument.LearntPops), nameof(SeamAssessment.LearntPopsPercent))]
    [MapProperty(nameof(AssessmentDocument.Yield), nameof(SeamAssessment.YieldPercent))]
    [MapProperty(nameof(AssessmentDocument.MeetingLine), nameof(SeamAssessment.MeetingLineMm))]
    [MapProperty(nameof(AssessmentDocument.Growth), nameof(SeamAssessment.GrowthPercent))]
    private static partial SeamAssessment Read(AssessmentDocument document);

    [MapProperty(nameof(OverlockerDocument.StitchLength), nameof(Overlocker.StitchLengthMm))]
    [MapProperty(nameof(OverlockerDocument.CuttingWidth), nameof(Overlocker.CuttingWidthMm))]
    private static partial Overlocker Read(OverlockerDocument document);

    [MapProperty(nameof(CoverstitchDocument.StitchLength), nameof(Coverstitch.StitchLengthMm))]
    private static partial Coverstitch Read(CoverstitchDocument document);

    [MapProperty(nameof(ConvertibleDocument.StitchLength), nameof(Convertible.StitchLengthMm))]
    private static partial Convertible Read(ConvertibleDocument document);

    [MapProperty(nameof(PlainMachineDocument.StitchLength), nameof(PlainMachine.StitchLengthMm))]
    private static partial PlainMachine Read(PlainMachineDocument document);
}
