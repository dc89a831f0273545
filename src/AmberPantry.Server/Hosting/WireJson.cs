using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using AmberPantry.Core;
using AmberPantry.Core.Assessment.Rules;
using AmberPantry.Core.Making;
using AmberPantry.Data;
using AmberPantry.Devices;
using AmberPantry.Server.Bench;
using AmberPantry.Server.House;
using AmberPantry.Server.Make;
using AmberPantry.Server.Today;

namespace AmberPantry.Server.Hosting;

/// <summary>How the wire's records are written and read.</summary>
internal static class WireJson
{
    public static JsonSerializerOptions Options { get; } =
        Apply(new JsonSerializerOptions(JsonSerializerDefaults.Web) { TypeInfoResolver = new DefaultJsonTypeInfoResolver() });

    public static JsonSerializerOptions Apply(JsonSerializerOptions options)
    {
        options.TypeInfoResolverChain.Insert(0, WireShapes.Default);
        return AmberJson.Apply(options);
    }
}

/// <summary>The shapes that go over the wire, worked out when the program is built: finding them by reflection cost most of the first
/// request.</summary>
/// <remarks>A shape that is missing here still works; its first use is only slower.</remarks>
[JsonSourceGenerationOptions(GenerationMode = JsonSourceGenerationMode.Metadata)]
[JsonSerializable(typeof(Health))]
[JsonSerializable(typeof(JsonElement))]
[JsonSerializable(typeof(AssessRequest))]
[JsonSerializable(typeof(AssessAnswer))]
[JsonSerializable(typeof(MixRequest))]
[JsonSerializable(typeof(MixAnswer))]
[JsonSerializable(typeof(IReadOnlyList<School>))]
[JsonSerializable(typeof(IEnumerable<MaterialView>))]
[JsonSerializable(typeof(Page<MaterialView>))]
[JsonSerializable(typeof(StartFormula))]
[JsonSerializable(typeof(RenameFormula))]
[JsonSerializable(typeof(Page<FormulaBrief>))]
[JsonSerializable(typeof(FormulaBrief))]
[JsonSerializable(typeof(IEnumerable<FamilyView>))]
[JsonSerializable(typeof(EditTrial))]
[JsonSerializable(typeof(ReplaceTrial))]
[JsonSerializable(typeof(ForkTrial))]
[JsonSerializable(typeof(StepTrial))]
[JsonSerializable(typeof(SetFindingAside))]
[JsonSerializable(typeof(TrialView))]
[JsonSerializable(typeof(IReadOnlyList<MakeStep>))]
[JsonSerializable(typeof(BeginBatch))]
[JsonSerializable(typeof(PourOver))]
[JsonSerializable(typeof(PourOverChoices))]
[JsonSerializable(typeof(BatchAct))]
[JsonSerializable(typeof(StartView))]
[JsonSerializable(typeof(IReadOnlyList<BatchHistory>))]
[JsonSerializable(typeof(BatchView))]
[JsonSerializable(typeof(Page<BatchBrief>))]
[JsonSerializable(typeof(RoomReading))]
[JsonSerializable(typeof(TomorrowTemperatures))]
[JsonSerializable(typeof(TodayView))]
[JsonSerializable(typeof(SaveHouse))]
[JsonSerializable(typeof(HouseView))]
[JsonSerializable(typeof(CopyWorkView))]
[JsonSerializable(typeof(IReadOnlyList<DailyCopy>))]
[JsonSerializable(typeof(CallMaterial))]
[JsonSerializable(typeof(IEnumerable<DeviceState>))]
internal sealed partial class WireShapes : JsonSerializerContext;
