using System.Collections.Immutable;
using System.Text.Json;
using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>The only source of truth.</summary>
public sealed class PlurimaxDb(DbContextOptions<PlurimaxDb> options)
    : IdentityDbContext<AppUser, IdentityRole<Guid>, Guid>(options),
        IDataProtectionKeyContext
{
    public DbSet<Client> Clients => Set<Client>();
    public DbSet<ClientPerson> People => Set<ClientPerson>();
    public DbSet<ClientNote> Notes => Set<ClientNote>();
    public DbSet<SampleLink> SampleLinks => Set<SampleLink>();
    public DbSet<ListImport> Imports => Set<ListImport>();
    public DbSet<Erasure> Erasures => Set<Erasure>();
    public DbSet<Batch> Batches => Set<Batch>();
    public DbSet<BatchRow> BatchRows => Set<BatchRow>();
    public DbSet<TemplateVersion> Templates => Set<TemplateVersion>();
    public DbSet<Site> Sites => Set<Site>();
    public DbSet<SiteRevision> Revisions => Set<SiteRevision>();
    public DbSet<SiteCopy> Copies => Set<SiteCopy>();
    public DbSet<SiteEvent> Events => Set<SiteEvent>();
    public DbSet<Proof> Proofs => Set<Proof>();
    public DbSet<Mark> Marks => Set<Mark>();
    public DbSet<MarkReply> MarkReplies => Set<MarkReply>();
    public DbSet<Release> Releases => Set<Release>();
    public DbSet<Subscriber> Subscribers => Set<Subscriber>();
    public DbSet<Enquiry> Enquiries => Set<Enquiry>();
    public DbSet<OutboxMail> Outbox => Set<OutboxMail>();
    public DbSet<SettingValue> Settings => Set<SettingValue>();
    public DbSet<SettingDraft> SettingDrafts => Set<SettingDraft>();
    public DbSet<SettingChange> SettingChanges => Set<SettingChange>();
    public DbSet<Standard> Standards => Set<Standard>();
    public DbSet<StandardVersion> StandardVersions => Set<StandardVersion>();
    public DbSet<Follow> Follows => Set<Follow>();
    public DbSet<RollOut> RollOuts => Set<RollOut>();
    public DbSet<RollOutSite> RollOutSites => Set<RollOutSite>();
    public DbSet<StartSheet> StartSheets => Set<StartSheet>();
    public DbSet<Intake> Intakes => Set<Intake>();
    public DbSet<SentBrief> SentBriefs => Set<SentBrief>();
    public DbSet<KeptLook> KeptLooks => Set<KeptLook>();
    public DbSet<SavedSection> SavedSections => Set<SavedSection>();
    public DbSet<SentLookbook> Lookbooks => Set<SentLookbook>();
    public DbSet<SentPlan> SentPlans => Set<SentPlan>();
    public DbSet<ClientFile> ClientFiles => Set<ClientFile>();
    public DbSet<RegisteredDomain> RegisteredDomains => Set<RegisteredDomain>();
    public DbSet<DataProtectionKey> DataProtectionKeys => Set<DataProtectionKey>();

    protected override void OnModelCreating(ModelBuilder b)
    {
        base.OnModelCreating(b);
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
        b.Entity<Batch>(e => e.HasIndex(x => x.State));
        b.Entity<BatchRow>(e =>
        {
            e.HasKey(x => new { x.BatchId, x.Number });
            e.HasIndex(x => new { x.BatchId, x.State });
            e.HasOne<Batch>().WithMany().HasForeignKey(x => x.BatchId);
            e.HasOne(x => x.Client).WithMany().HasForeignKey(x => x.ClientId).OnDelete(DeleteBehavior.Cascade);
        });
        b.Entity<TemplateVersion>(e => e.HasKey(x => new { x.Family, x.Version }));
        b.Entity<SampleLink>(e =>
        {
            e.HasIndex(x => x.TokenHash).IsUnique();
            e.HasIndex(x => new { x.SiteId, x.CreatedAt });
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
            e.HasIndex(x => x.TokenHash).IsUnique();
            e.HasIndex(x => new { x.SiteId, x.Round }).IsUnique();
            Json(e.Property(x => x.Document));
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Settings));
        });
        b.Entity<SavedSection>(e =>
        {
            Json(e.Property(x => x.Section));
            Json(e.Property(x => x.Further));
            e.HasIndex(x => x.Name).IsUnique();
        });
        b.Entity<Mark>(e => e.HasIndex(x => new { x.ProofId, x.Number }).IsUnique());
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
        b.Entity<OutboxMail>(e => e.HasIndex(x => new { x.SentAt, x.NextTry }));
        b.Entity<SettingValue>(e =>
        {
            e.HasKey(x => new
            {
                x.Layer,
                x.Scope,
                x.Key,
            });
            e.HasIndex(x => new { x.Key, x.Layer });
        });
        b.Entity<SettingDraft>(e =>
            e.HasKey(x => new
            {
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
        b.Entity<Standard>(e => e.HasIndex(x => x.Name).IsUnique());
        b.Entity<StandardVersion>(e =>
        {
            e.HasKey(x => new
            {
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
        });
        b.Entity<StartSheet>(e =>
        {
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Material));
            Json(e.Property(x => x.Problems));
            Json(e.Property(x => x.Pictures));
            Json(e.Property(x => x.Files));
            e.HasIndex(x => new { x.Who, x.At });
        });
        b.Entity<Intake>(e =>
        {
            e.HasIndex(x => x.TokenHash).IsUnique();
            e.HasIndex(x => new { x.SiteId, x.CreatedAt });
            Json(e.Property(x => x.Questions));
            Json(e.Property(x => x.Typed));
        });
        b.Entity<SentBrief>(e =>
        {
            Json(e.Property(x => x.Document));
            e.HasIndex(x => x.TokenHash).IsUnique();
            e.HasIndex(x => new { x.SiteId, x.CreatedAt });
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
            e.HasIndex(x => x.TokenHash).IsUnique();
            e.HasIndex(x => new { x.SiteId, x.CreatedAt });
        });
        b.Entity<SentPlan>(e =>
        {
            Json(e.Property(x => x.Document));
            Json(e.Property(x => x.Facts));
            Json(e.Property(x => x.Comments));
            e.HasIndex(x => x.TokenHash).IsUnique();
            e.HasIndex(x => new { x.SiteId, x.CreatedAt });
        });
        b.Entity<ClientFile>(e =>
        {
            Json(e.Property(x => x.Look));
            e.HasIndex(x => new { x.ClientId, x.At });
            e.HasOne<Client>().WithMany().HasForeignKey(x => x.ClientId).OnDelete(DeleteBehavior.Cascade);
        });
        b.Entity<RegisteredDomain>(e => e.HasKey(x => x.Name));
    }

    public override Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        // What a business is found by follows from its facts, whoever saves them.
        foreach (var entry in ChangeTracker.Entries<Client>().Where(e => e.State is EntityState.Added or EntityState.Modified))
            entry.Entity.Index();
        return base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
    }

    /// <summary>
    /// Holds the row of an entity until the transaction ends, and reads it as it is stored now: for values that are added to.
    /// </summary>
    public async Task HoldAsync(object entity, CancellationToken cancel = default)
    {
        var entry = Entry(entity);
        var table = entry.Metadata.GetTableName()!;
#pragma warning disable EF1002 // The name of the table is the model's.
        await Database.ExecuteSqlRawAsync(
            $"select 1 from \"{table}\" where id = {{0}} for update",
            [entry.Property("Id").CurrentValue!],
            cancel
        );
#pragma warning restore EF1002
        await entry.ReloadAsync(cancel);
    }

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

    /// <summary>How every part of the program reaches the database.</summary>
    public static DbContextOptionsBuilder Configure(DbContextOptionsBuilder o, string connection) =>
        o.UseNpgsql(connection).UseSnakeCaseNamingConvention();
}

/// <summary>For the migration tool only.</summary>
public sealed class DesignTime : Microsoft.EntityFrameworkCore.Design.IDesignTimeDbContextFactory<PlurimaxDb>
{
    public PlurimaxDb CreateDbContext(string[] args) =>
        new(
            (DbContextOptions<PlurimaxDb>)
                PlurimaxDb.Configure(new DbContextOptionsBuilder<PlurimaxDb>(), "Host=127.0.0.1;Database=plurimax").Options
        );
}
