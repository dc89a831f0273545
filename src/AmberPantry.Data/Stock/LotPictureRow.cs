using AmberPantry.Core.Pantry;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Metadata.Builders;

namespace AmberPantry.Data.Stock;

/// <summary>A picture of a lot as it came.</summary>
public sealed class LotPictureRow
{
    /// <summary>Id given by the writer.</summary>
    public Guid Id { get; set; }

    public Guid LotId { get; set; }

    public DateTime At { get; set; }

    public PictureKind Kind { get; set; }

    public required byte[] Bytes { get; set; }
}

internal sealed class LotPictureConfiguration : IEntityTypeConfiguration<LotPictureRow>
{
    public void Configure(EntityTypeBuilder<LotPictureRow> builder)
    {
        builder.Property(row => row.Id).ValueGeneratedNever();
        builder.HasIndex(row => new { row.LotId, row.At });
        builder.HasOne<LotRow>().WithMany().HasForeignKey(row => row.LotId).OnDelete(DeleteBehavior.Cascade);
        builder.ToTable("LotPictures");
    }
}
