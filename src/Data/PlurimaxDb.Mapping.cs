using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>How entities lie in tables: keys, indexes, what is JSON, whose it is.</summary>
public sealed partial class PlurimaxDb
{
    protected override void OnModelCreating(ModelBuilder b)
    {
        base.OnModelCreating(b);
        // As Identity maps them itself where a service provider tells it to (schema version 3); this model has none to ask.
        b.Entity<IdentityUserPasskey<Guid>>(e =>
        {
            e.ToTable("AspNetUserPasskeys");
            e.HasKey(x => x.CredentialId);
            e.Property(x => x.CredentialId).HasMaxLength(1024);
            e.OwnsOne(x => x.Data, d => d.ToJson());
            e.HasOne<AppUser>().WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        b.HasSequence<int>("ticket_numbers").StartsAt(401);
        b.Entity<Client>(e =>
        {
            Json(e.Property(x => x.Facts));
            e.HasIndex(x => x.Name);
            e.HasIndex(x => x.Standing);
            e.HasIndex(x => x.Phone);
            e.HasIndex(x => x.Postcode);
            e.Property(x => x.Standing).HasDefaultValue(Standing.Active).HasSentinel((Standing)(-1));
            e.Property(x => x.Rating).HasPrecision(3, 2);
            e.Ignore(x => x.Keys);
            e.HasOne(x => x.Keeper).WithMany().HasForeignKey(x => x.KeeperId).OnDelete(DeleteBehavior.SetNull);
            e.HasMany(x => x.People).WithOne().HasForeignKey(p => p.ClientId);
            e.HasMany(x => x.Notes).WithOne().HasForeignKey(n => n.ClientId);
        });
        b.Entity<Batch>(e =>
        {
            e.HasIndex(x => x.State);
            e.HasOne<AppUser>().WithMany().HasForeignKey(x => x.MakerId).OnDelete(DeleteBehavior.SetNull);
        });
        b.Entity<BatchRow>(e =>
        {
            e.HasKey(x => new { x.BatchId, x.Number });
            e.HasIndex(x => new { x.BatchId, x.State });
            e.HasOne<Batch>().WithMany().HasForeignKey(x => x.BatchId);
            e.HasOne(x => x.Client).WithMany().HasForeignKey(x => x.ClientId).OnDelete(DeleteBehavior.Cascade);
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.SiteId).OnDelete(DeleteBehavior.SetNull);
        });
        b.Entity<TemplateVersion>(e =>
        {
            e.HasKey(x => new
            {
                x.AgencyId,
                x.Family,
                x.Version,
            });
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.MadeFrom).OnDelete(DeleteBehavior.SetNull);
        });
        b.Entity<ListImport>(e =>
        {
            Json(e.Property(x => x.Choices));
            Json(e.Property(x => x.Decisions));
            e.HasIndex(x => x.At);
        });
        b.Entity<Erasure>(e => Json(e.Property(x => x.Things)));
        b.Entity<Site>(e =>
        {
            e.Ignore(x => x.Facts);
            e.Property(x => x.Number).HasDefaultValueSql("nextval('ticket_numbers')");
            e.HasIndex(x => x.Slug).IsUnique();
            e.HasIndex(x => x.Domain).IsUnique();
            e.HasIndex(x => new { x.Station, x.WaitingFor });
            Json(e.Property(x => x.Ticked));
            Json(e.Property(x => x.HandedOver));
            Json(e.Property(x => x.Linked));
            e.HasOne(x => x.Client).WithMany().HasForeignKey(x => x.ClientId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<Release>().WithMany().HasForeignKey(x => x.LiveReleaseId).OnDelete(DeleteBehavior.SetNull);
            e.HasOne(x => x.Maker).WithMany().HasForeignKey(x => x.MakerId).OnDelete(DeleteBehavior.SetNull);
        });
        b.Entity<SiteRevision>(e =>
        {
            e.HasKey(x => new { x.SiteId, x.Number });
            Json(e.Property(x => x.Document));
            Json(e.Property(x => x.Facts));
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.SiteId);
        });
        b.Entity<SiteCopy>(e =>
        {
            e.HasKey(x => x.SiteId);
            e.Property(x => x.Words).HasDefaultValueSql("'{}'");
            e.HasIndex(x => x.Words).HasMethod("gin");
            e.HasIndex(x => new { x.Trade, x.Language });
            e.HasOne<Site>().WithOne().HasForeignKey<SiteCopy>(x => x.SiteId).OnDelete(DeleteBehavior.Cascade);
        });
        b.Entity<SiteEvent>(e =>
        {
            e.HasIndex(x => new { x.SiteId, x.At });
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.SiteId);
        });
        b.Entity<Proof>(e =>
        {
            e.HasIndex(x => new { x.SiteId, x.Round }).IsUnique();
            Json(e.Property(x => x.Document));
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Settings));
        });
        b.Entity<SavedSection>(e =>
        {
            Json(e.Property(x => x.Section));
            Json(e.Property(x => x.Further));
            e.HasIndex(x => new { x.AgencyId, x.Name }).IsUnique();
        });
        b.Entity<Mark>(e =>
        {
            e.HasIndex(x => new { x.ProofId, x.Number }).IsUnique();
            e.HasQueryFilter(x => AgencyId == null || Proofs.Any(p => p.Id == x.ProofId));
        });
        b.Entity<MarkReply>(e => e.HasQueryFilter(x => AgencyId == null || Marks.Any(m => m.Id == x.MarkId)));
        b.Entity<Release>(e =>
        {
            Json(e.Property(x => x.Manifest));
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Settings));
            e.HasIndex(x => new { x.SiteId, x.Number }).IsUnique();
        });
        b.Entity<Enquiry>(e => e.HasIndex(x => new { x.SiteId, x.At }));
        b.Entity<Subscriber>(e =>
        {
            e.HasIndex(x => new { x.SiteId, x.Email }).IsUnique();
            e.HasIndex(x => x.TokenHash).IsUnique();
        });
        b.Entity<UserSession>(e =>
        {
            e.HasIndex(x => new { x.UserId, x.SeenAt });
            e.HasOne(x => x.User).WithMany().HasForeignKey(x => x.UserId).OnDelete(DeleteBehavior.Cascade);
        });
        b.Entity<NodeReport>(e => e.Property(x => x.Figures).HasColumnType("jsonb"));
        b.Entity<OutboxMail>(e =>
        {
            e.HasIndex(x => x.NextTry).HasFilter("sent_at is null");
            e.HasIndex(x => x.At);
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.SiteId).OnDelete(DeleteBehavior.SetNull);
            e.HasOne<Enquiry>().WithMany().HasForeignKey(x => x.EnquiryId).OnDelete(DeleteBehavior.SetNull);
        });
        b.Entity<SettingValue>(e =>
        {
            e.HasKey(x => new
            {
                x.AgencyId,
                x.Layer,
                x.Scope,
                x.Key,
            });
            e.HasIndex(x => new { x.Key, x.Layer });
        });
        b.Entity<SettingDraft>(e =>
            e.HasKey(x => new
            {
                x.AgencyId,
                x.Layer,
                x.Scope,
                x.Key,
            })
        );
        b.Entity<SettingChange>(e =>
        {
            e.HasIndex(x => new
            {
                x.Layer,
                x.Scope,
                x.At,
            });
            e.HasIndex(x => x.At);
        });
        b.Entity<Standard>(e => e.HasIndex(x => new { x.AgencyId, x.Name }).IsUnique());
        b.Entity<StandardVersion>(e =>
        {
            e.HasKey(x => new
            {
                x.AgencyId,
                x.Layer,
                x.Scope,
                x.Number,
            });
            Json(e.Property(x => x.Values));
        });
        b.Entity<Follow>(e =>
        {
            e.HasKey(x => new
            {
                x.Layer,
                x.Scope,
                x.StandardId,
            });
            e.HasIndex(x => x.StandardId);
            e.HasOne<Standard>().WithMany().HasForeignKey(x => x.StandardId).OnDelete(DeleteBehavior.Cascade);
        });
        b.Entity<RollOut>(e =>
        {
            e.HasIndex(x => x.State);
            e.HasIndex(x => new
            {
                x.Layer,
                x.Scope,
                x.At,
            });
        });
        b.Entity<RollOutSite>(e =>
        {
            e.HasKey(x => new { x.RollOutId, x.Number });
            e.HasIndex(x => new { x.RollOutId, x.State });
            e.HasIndex(x => x.SiteId);
            e.HasOne<RollOut>().WithMany().HasForeignKey(x => x.RollOutId);
            e.HasOne(x => x.Site).WithMany().HasForeignKey(x => x.SiteId).OnDelete(DeleteBehavior.Cascade);
            e.HasOne<Release>().WithMany().HasForeignKey(x => x.Before).OnDelete(DeleteBehavior.SetNull);
            e.HasOne<Release>().WithMany().HasForeignKey(x => x.After).OnDelete(DeleteBehavior.SetNull);
        });
        b.Entity<HeldStart>(e =>
        {
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Material));
            Json(e.Property(x => x.Problems));
            Json(e.Property(x => x.Pictures));
            Json(e.Property(x => x.Files));
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.SiteId).OnDelete(DeleteBehavior.SetNull);
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.LikeSiteId).OnDelete(DeleteBehavior.SetNull);
            e.HasOne<Client>().WithMany().HasForeignKey(x => x.ClientId).OnDelete(DeleteBehavior.SetNull);
        });
        b.Entity<Intake>(e =>
        {
            Json(e.Property(x => x.Questions));
            Json(e.Property(x => x.Typed));
        });
        b.Entity<SentBrief>(e =>
        {
            Json(e.Property(x => x.Document));
        });
        b.Entity<KeptLook>(e =>
        {
            Json(e.Property(x => x.Choice));
            e.HasIndex(x => x.SiteId);
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.SiteId).OnDelete(DeleteBehavior.Cascade);
        });
        b.Entity<SentLookbook>(e =>
        {
            Json(e.Property(x => x.Looks));
            Json(e.Property(x => x.Document));
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Settings));
            Json(e.Property(x => x.Comments));
        });
        b.Entity<SentPlan>(e =>
        {
            Json(e.Property(x => x.Document));
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Comments));
        });
        b.Entity<ClientFile>(e =>
        {
            Json(e.Property(x => x.Look));
            e.HasIndex(x => new { x.ClientId, x.At });
            e.HasOne<Intake>().WithMany().HasForeignKey(x => x.IntakeId).OnDelete(DeleteBehavior.SetNull);
            e.HasOne<Client>().WithMany().HasForeignKey(x => x.ClientId).OnDelete(DeleteBehavior.Cascade);
        });
        b.Entity<RegisteredDomain>(e =>
        {
            e.HasKey(x => x.Name);
            e.HasOne<Site>().WithMany().HasForeignKey(x => x.SiteId).OnDelete(DeleteBehavior.SetNull);
        });
        foreach (var type in b.Model.GetEntityTypes().Select(t => t.ClrType).ToList())
        {
            foreach (var by in type.GetProperties().Where(p => p.PropertyType == typeof(Actor)))
                b.Entity(type)
                    .ComplexProperty(by.PropertyType, by.Name, a =>
                    {
                        // Named here, since the convention for names does not reach queries written in SQL.
                        a.Property(nameof(Actor.UserId)).HasColumnName($"{by.Name.ToLowerInvariant()}_user_id");
                        a.Property(nameof(Actor.Name)).HasColumnName($"{by.Name.ToLowerInvariant()}_name");
                    });
            if (type.IsAssignableTo(typeof(PrivateLink)))
            {
                b.Entity(type).HasIndex(nameof(PrivateLink.TokenHash)).IsUnique();
                b.Entity(type).HasIndex(nameof(PrivateLink.SiteId), nameof(PrivateLink.CreatedAt));
            }
            if (type.IsAssignableTo(typeof(IOfAgency)))
                OfAgency.MakeGenericMethod(type).Invoke(this, [b]);
            else if (type.GetProperty("SiteId")?.PropertyType == typeof(Guid))
                OfSite.MakeGenericMethod(type).Invoke(this, [b]);
            else if (type.GetProperty("ClientId")?.PropertyType == typeof(Guid))
                OfClient.MakeGenericMethod(type).Invoke(this, [b]);
        }
    }

    private static readonly MethodInfo OfAgency = Own(nameof(Belongs)),
        OfSite = Own(nameof(BelongsToSite)),
        OfClient = Own(nameof(BelongsToClient));

    private static MethodInfo Own(string name) => typeof(PlurimaxDb).GetMethod(name, BindingFlags.NonPublic | BindingFlags.Instance)!;

    /// <summary>An entity that belongs to an agency: seen by nobody who works for another.</summary>
    private void Belongs<T>(ModelBuilder b)
        where T : class, IOfAgency
    {
        b.Entity<T>().HasOne<Agency>().WithMany().HasForeignKey(x => x.AgencyId).OnDelete(DeleteBehavior.Restrict);
        b.Entity<T>().HasQueryFilter(x => AgencyId == null || x.AgencyId == AgencyId);
    }

    /// <summary>What hangs on a site is seen by whoever sees the site.</summary>
    private void BelongsToSite<T>(ModelBuilder b)
        where T : class => b.Entity<T>().HasQueryFilter(x => AgencyId == null || Sites.Any(s => s.Id == EF.Property<Guid>(x, "SiteId")));

    /// <summary>What hangs on a client is seen by whoever sees the client.</summary>
    private void BelongsToClient<T>(ModelBuilder b)
        where T : class =>
        b.Entity<T>().HasQueryFilter(x => AgencyId == null || Clients.Any(c => c.Id == EF.Property<Guid>(x, "ClientId")));

    private static void Json<T>(PropertyBuilder<T> property) =>
        property
            .HasColumnType("jsonb")
            .HasConversion(
                v => JsonSerializer.Serialize(v, SiteDocument.Json),
                v => JsonSerializer.Deserialize<T>(v, SiteDocument.Json)!,
                new ValueComparer<T>(
                    (a, b) =>
                        ReferenceEquals(a, b)
                        || JsonSerializer.Serialize(a, SiteDocument.Json) == JsonSerializer.Serialize(b, SiteDocument.Json),
                    v => 0,
                    v => v
                )
            );
}
