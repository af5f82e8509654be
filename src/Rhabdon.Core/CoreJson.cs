using System.Text.Json;
using System.Text.Json.Serialization;
using Rhabdon.Core.Bench;
using Rhabdon.Core.Catalog;
using Rhabdon.Core.Causes;
using Rhabdon.Core.EndFaces;
using Rhabdon.Core.Links;
using Rhabdon.Core.Meters;
using Rhabdon.Core.Optics;
using Rhabdon.Core.Phrases;
using Rhabdon.Core.Planning;
using Rhabdon.Core.Preparation;
using Rhabdon.Core.Recipes;
using Rhabdon.Core.Results;
using Rhabdon.Core.Runs;
using Rhabdon.Core.Scheduling;
using Rhabdon.Core.Sessions;
using Rhabdon.Core.Timing;
using Rhabdon.Core.Tools;

namespace Rhabdon.Core;

/// <summary>How the core's contracts stand in JSON, the same on the server, in the browser and in files. Source-generated, so trimming is safe.</summary>
[JsonSourceGenerationOptions(
    JsonSerializerDefaults.Web,
    DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
    UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
    RespectNullableAnnotations = true,
    RespectRequiredConstructorParameters = true,
    NumberHandling = JsonNumberHandling.Strict,
    ReadCommentHandling = JsonCommentHandling.Skip
)]
[JsonSerializable(typeof(Recipe))]
[JsonSerializable(typeof(ReworkLadder))]
[JsonSerializable(typeof(PolishingSequence))]
[JsonSerializable(typeof(EndSequence))]
[JsonSerializable(typeof(PublishedRecipe))]
[JsonSerializable(typeof(Confirmation))]
[JsonSerializable(typeof(RecipeFile))]
[JsonSerializable(typeof(PublishedReworkLadder))]
[JsonSerializable(typeof(FaceLimits))]
[JsonSerializable(typeof(FiberCore))]
[JsonSerializable(typeof(Catalogs))]
[JsonSerializable(typeof(BudgetProfile))]
[JsonSerializable(typeof(BudgetTables))]
[JsonSerializable(typeof(FaceJudgement))]
[JsonSerializable(typeof(FaceAnswer))]
[JsonSerializable(typeof(FaceRowAnswer))]
[JsonSerializable(typeof(FaceSeen))]
[JsonSerializable(typeof(BenchEvent))]
[JsonSerializable(typeof(EventBody))]
[JsonSerializable(typeof(Receipt))]
[JsonSerializable(typeof(List<BenchEvent>))]
[JsonSerializable(typeof(TerminationState))]
[JsonSerializable(typeof(CableEndState))]
[JsonSerializable(typeof(CableEndView))]
[JsonSerializable(typeof(CableEndPlace))]
[JsonSerializable(typeof(LinkState))]
[JsonSerializable(typeof(ReferenceState))]
[JsonSerializable(typeof(LinkChain))]
[JsonSerializable(typeof(RunLook))]
[JsonSerializable(typeof(List<GearKind>))]
[JsonSerializable(typeof(List<GearInHand>))]
[JsonSerializable(typeof(List<ReadyItem>))]
[JsonSerializable(typeof(GearState))]
[JsonSerializable(typeof(GearLook))]
[JsonSerializable(typeof(List<GearLine>))]
[JsonSerializable(typeof(List<StockNeed>))]
[JsonSerializable(typeof(PlanFigures))]
[JsonSerializable(typeof(MethodQuestion))]
[JsonSerializable(typeof(MethodComparison))]
[JsonSerializable(typeof(List<StockLine>))]
[JsonSerializable(typeof(List<StrandHere>))]
[JsonSerializable(typeof(List<ClockLine>))]
[JsonSerializable(typeof(Dictionary<Guid, List<GearCount>>))]
[JsonSerializable(typeof(Dictionary<string, bool>))]
[JsonSerializable(typeof(WorkSessionState))]
[JsonSerializable(typeof(ReadyView))]
[JsonSerializable(typeof(ReadyQuestion))]
[JsonSerializable(typeof(TestPlan))]
[JsonSerializable(typeof(RunRequest))]
[JsonSerializable(typeof(ExpectationQuestion))]
[JsonSerializable(typeof(ExpectedLossAnswer))]
[JsonSerializable(typeof(DiagnosisQuestion))]
[JsonSerializable(typeof(DiagnosisAnswer))]
[JsonSerializable(typeof(RunDeed))]
[JsonSerializable(typeof(RunView))]
[JsonSerializable(typeof(RunJudged))]
[JsonSerializable(typeof(MeterQuestion))]
[JsonSerializable(typeof(MeterSays))]
[JsonSerializable(typeof(JointQuestion))]
[JsonSerializable(typeof(JointAnswer))]
[JsonSerializable(typeof(JointKit))]
[JsonSerializable(typeof(ResultTable))]
[JsonSerializable(typeof(ResultMapping))]
[JsonSerializable(typeof(ResultPreview))]
[JsonSerializable(typeof(Phrase))]
[JsonSerializable(typeof(BenchIntent))]
[JsonSerializable(typeof(BenchView))]
[JsonSerializable(typeof(BatchRequest))]
[JsonSerializable(typeof(BatchView))]
[JsonSerializable(typeof(BatchChange))]
[JsonSerializable(typeof(List<Guid>))]
[JsonSerializable(typeof(List<string>))]
[JsonSerializable(typeof(List<StoryLine>))]
[JsonSerializable(typeof(StripPlan))]
[JsonSerializable(typeof(RecipeDocument))]
[JsonSerializable(typeof(Technique))]
[JsonSerializable(typeof(TechniqueQuestion))]
[JsonSerializable(typeof(TechniqueInForce))]
[JsonSerializable(typeof(FiberLeft))]
[JsonSerializable(typeof(CrewDays))]
[JsonSerializable(typeof(Dictionary<string, string>))]
public sealed partial class CoreJson : JsonSerializerContext;
