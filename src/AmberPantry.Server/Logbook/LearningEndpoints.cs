using AmberPantry.Core;
using AmberPantry.Core.Logbook;
using AmberPantry.Core.Science.Learning;
using AmberPantry.Core.Workshops;
using AmberPantry.Data;
using AmberPantry.Data.Batches;
using AmberPantry.Data.House;
using AmberPantry.Server.Hosting;
using AmberPantry.Server.House;
using Microsoft.AspNetCore.Mvc;
using Microsoft.EntityFrameworkCore;

namespace AmberPantry.Server.Logbook;

/// <summary>Agrees to a correction that is proposed, or puts it off.</summary>
/// <param name="Id">Given by the writer: what comes twice is taken once.</param>
/// <param name="Quantity">Key of the quantity.</param>
/// <param name="Group">As proposed; empty for all.</param>
/// <param name="NotYet">Puts it off until one batch more has told; else it is agreed to.</param>
public sealed record AgreeOffset(Guid Id, string Quantity, OffsetLevel Level, string Group = "", bool NotYet = false);

/// <summary>How good what is said is for this maker, and what she agrees to put right.</summary>
internal static class LearningEndpoints
{
    public static void Map(RouteGroupBuilder learning)
    {
        learning.MapGet("/", List);
        learning.MapPost("/agree", Agree);
        learning.MapDelete("/{id:guid}", Withdraw);
    }

    private static async Task<IReadOnlyList<LearntQuantity>> List(PantryDb db, WorkshopKeeper keeper) => (await Read(db, keeper)).All();

    /// <summary>A correction that is proposed now, agreed to or put off. It is worked out here, not taken from the page.</summary>
    private static async Task<IReadOnlyList<LearntQuantity>> Agree(
        PantryDb db,
        WorkshopKeeper keeper,
        PantryClock clock,
        [FromBody] AgreeOffset agree
    )
    {
        await db.Command(async () =>
        {
            var row = await db.House.SingleOrDefaultAsync() ?? db.House.Add(new HouseRow { Settings = new HouseSettings() }).Entity;
            var workshop = row.Settings.Workshop;
            if (workshop.Learnt.Any(own => own.Id == agree.Id))
            {
                return false;
            }

            var proposal = (await Read(db, keeper))
                .All()
                .FirstOrDefault(one => one.Id == agree.Quantity)
                ?.Proposals.FirstOrDefault(one => one.Level == agree.Level && one.Group == agree.Group)
                ?? throw new Refusal(
                    Codes.NotNow,
                    "group",
                    agree.Group,
                    "This correction is not proposed any more.",
                    "Look at the page again: more batches may have told since."
                );
            var today = DateOnly.FromDateTime(clock.Now);
            IEnumerable<OwnOffset> kept = agree.NotYet
                ? workshop.Learnt
                : workshop.Learnt.Select(own => own.Id == proposal.InForce ? own with { WithdrawnOn = today } : own);
            var own = new OwnOffset(
                agree.Id,
                agree.Quantity,
                agree.Level,
                agree.Group,
                agree.NotYet || proposal.Status == ProposalStatus.Withdraw ? null : proposal.Offset,
                today
            )
            {
                From = [.. proposal.Points.Select(point => point.Lot).Distinct()],
                RestUntil = agree.NotYet ? proposal.Points.Count + 1 : 0,
            };
            Write(row, [.. kept, own]);
            return true;
        });
        keeper.Forget();
        return await List(db, keeper);
    }

    /// <summary>Withdraws a correction; withdrawn again, it stays so.</summary>
    private static async Task<IReadOnlyList<LearntQuantity>> Withdraw(PantryDb db, WorkshopKeeper keeper, PantryClock clock, Guid id)
    {
        await db.Command(async () =>
        {
            var row = await db.House.SingleOrDefaultAsync();
            var learnt = row?.Settings.Workshop.Learnt ?? [];
            if (row is null || learnt.All(own => own.Id != id))
            {
                throw new NotThereException("That correction");
            }

            Write(
                row,
                [.. learnt.Select(own => own.Id == id ? own with { WithdrawnOn = own.WithdrawnOn ?? DateOnly.FromDateTime(clock.Now) } : own)]
            );
            return true;
        });
        keeper.Forget();
        return await List(db, keeper);
    }

    private static void Write(HouseRow row, IReadOnlyList<OwnOffset> learnt)
    {
        var settings = row.Settings with
        {
            // The oldest that are not in force go first.
            Workshop = row.Settings.Workshop with
            {
                Learnt = [.. learnt.Where((own, i) => own.IsInForce || i >= learnt.Count - (OwnOffset.Most / 2))],
            },
        };
        (row.Settings, row.Revision) = (settings.Checked("house."), row.Revision + 1);
    }

    private static async Task<Learner> Read(PantryDb db, WorkshopKeeper keeper)
    {
        var rows = await db
            .Batches.AsNoTracking()
            .Where(row => row.FinishedAt != null && row.GivenUpFor == null)
            .OrderByDescending(row => row.FinishedAt)
            .Take(BatchMapping.MostLearntFrom)
            .Select(row => new
            {
                row.Id,
                row.Lot,
                row.Evidence,
            })
            .ToListAsync();
        ToldBy[] told =
        [
            .. rows.SelectMany(row => row.Evidence.Select(evidence => new ToldBy(row.Id, row.Lot, evidence))).OrderBy(one => one.Evidence.At),
        ];
        var open = keeper.Open;
        return new Learner(open.Shelf, open.Workshop, told);
    }
}
