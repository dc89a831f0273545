using AmberPantry.Core;
using AmberPantry.Core.Workshops;
using AmberPantry.Data.Copy;

namespace AmberPantry.Data.House;

internal sealed class HouseCopy : CopyPart<HouseRow>
{
    public override string Name => "house";

    protected override IReadOnlyList<string> OwnIds => [nameof(HouseRow.Id)];

    protected override IQueryable<HouseRow> Ordered(PantryDb db) => db.House;

    protected override IQueryable<HouseRow> Existing(CopyIn into, IReadOnlyList<HouseRow> rows) => into.Db.House;

    protected override string KeyOf(HouseRow row) => "House settings";

    protected override void Check(HouseRow row, CopyIn into, string path) => row.Settings.Checked($"{path}.settings.");
}

internal sealed class ReadingCopy : CopyPart<ReadingRow>
{
    public override string Name => "reading";

    protected override IReadOnlyList<string> OwnIds => [nameof(ReadingRow.Id)];

    protected override IQueryable<ReadingRow> Ordered(PantryDb db) => db.Reading;

    protected override IQueryable<ReadingRow> Existing(CopyIn into, IReadOnlyList<ReadingRow> rows) => into.Db.Reading;

    protected override string KeyOf(ReadingRow row) => "The room as last read";

    protected override void Check(ReadingRow row, CopyIn into, string path) => RoomAir.Check(row.WorkroomC, row.HumidityPercent, $"{path}.");
}

internal sealed class TomorrowCopy : CopyPart<TomorrowRow>
{
    public override string Name => "tomorrow";

    protected override IReadOnlyList<string> OwnIds => [];

    protected override IQueryable<TomorrowRow> Ordered(PantryDb db) => db.Tomorrow.OrderBy(row => row.Place);

    protected override IQueryable<TomorrowRow> Existing(CopyIn into, IReadOnlyList<TomorrowRow> rows) => into.Db.Tomorrow;

    protected override string KeyOf(TomorrowRow row) => row.Place;

    protected override void Check(TomorrowRow row, CopyIn into, string path)
    {
        if (row.Place.Length is 0 or > Landmark.LongestName)
        {
            throw new Refusal(Codes.Range, $"{path}.place", row.Place, "That is no key of a landmark.", "Take a copy made under House, unchanged.");
        }

        Landmark.CheckC(row.TemperatureC, $"{path}.temperatureC");
    }
}
