using AmberPantry.Core;
using AmberPantry.Core.Materials;
using AmberPantry.Data.Copy;

namespace AmberPantry.Data.Materials;

internal sealed class MaterialCopy : CopyPart<MaterialRow>
{
    public override string Name => "materials";

    protected override IReadOnlyList<string> OwnIds => [];

    protected override IReadOnlyList<string> AddedLater =>
        [
            nameof(MaterialRow.Lot),
            nameof(MaterialRow.BestBefore),
            nameof(MaterialRow.DropsG),
            nameof(MaterialRow.StrokesG),
            nameof(MaterialRow.MeltShiftK),
        ];

    protected override IQueryable<MaterialRow> Ordered(PantryDb db) => db.Materials.OrderBy(row => row.Id);

    protected override IQueryable<MaterialRow> Existing(CopyIn into, IReadOnlyList<MaterialRow> rows)
    {
        var ids = rows.Select(row => row.Id).ToArray();
        return into.Db.Materials.Where(row => ids.Contains(row.Id));
    }

    protected override string KeyOf(MaterialRow row) => row.Id;

    protected override string NameOf(MaterialRow row) => row.Name;

    protected override void Check(MaterialRow row, CopyIn into, string path)
    {
        if (row.Id != MaterialShelf.Key(row.Name))
        {
            throw new Refusal(
                Codes.Range,
                $"{path}.id",
                row.Id,
                $"The key of “{row.Name}” is its name in small letters.",
                "Take a copy made under House, unchanged."
            );
        }

        row.ToMaterial().Check($"{path}.");
    }

    protected override void Added(CopyIn into, MaterialRow row) => into.ForgetShelf();

    protected override Task Replacing(CopyIn into, IReadOnlyList<MaterialRow> changed)
    {
        into.ForgetShelf();
        return Task.CompletedTask;
    }
}

internal sealed class MyNameCopy : CopyPart<MyNameRow>
{
    public override string Name => "my-names";

    protected override IReadOnlyList<string> OwnIds => [];

    protected override IQueryable<MyNameRow> Ordered(PantryDb db) => db.MyNames.OrderBy(row => row.Material).ThenBy(row => row.Name);

    protected override IQueryable<MyNameRow> Existing(CopyIn into, IReadOnlyList<MyNameRow> rows) => into.Db.MyNames;

    protected override string KeyOf(MyNameRow row) => $"{row.Material}/{row.Name}";

    protected override string NameOf(MyNameRow row) => row.Name;

    protected override void Check(MyNameRow row, CopyIn into, string path)
    {
        into.Shelf.Get(row.Material, $"{path}.material");
        into.Shelf.CheckName(row.ToName(), $"{path}.name");
        into.Call(row.ToName());
    }
}
