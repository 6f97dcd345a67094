using System.Reflection;
using System.Text.Json;
using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.ChangeTracking;
using Microsoft.EntityFrameworkCore.Diagnostics;
using Microsoft.EntityFrameworkCore.Metadata.Builders;
using Plurimax.Sites;

namespace Plurimax.Data;

/// <summary>The only source of truth.</summary>
/// <param name="scope">The agency that is worked for; null sees all.</param>
public sealed class PlurimaxDb(DbContextOptions<PlurimaxDb> options, AgencyScope? scope = null)
    : IdentityDbContext<AppUser, IdentityRole<Guid>, Guid>(options),
        IDataProtectionKeyContext
{
    /// <summary>The agency that everything read belongs to; null where the work is for none yet.</summary>
    public Guid? AgencyId => scope?.Id;

    /// <summary>From here on the work is for the agency of a site or link that was found without knowing it.</summary>
    /// <exception cref="InvalidOperationException">It is for another agency already, or for none by its nature.</exception>
    public void Enter(Guid agency) => (scope ?? throw new InvalidOperationException("This context serves no agency.")).Enter(agency);

    public DbSet<Agency> Agencies => Set<Agency>();
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

    /// <summary>The agency whose private link has a token, whatever it leads to; null where there is none.</summary>
    public Task<Guid?> AgencyOfLinkAsync(byte[] tokenHash, CancellationToken cancel = default)
    {
        IQueryable<Guid?> Of<T>()
            where T : PrivateLink => Set<T>().Where(l => l.TokenHash == tokenHash).Select(l => (Guid?)l.Site.AgencyId);
        return Of<Proof>()
            .Concat(Of<Intake>())
            .Concat(Of<SentBrief>())
            .Concat(Of<SentLookbook>())
            .Concat(Of<SentPlan>())
            .Concat(Of<SampleLink>())
            .FirstOrDefaultAsync(cancel);
    }

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
            e.HasQueryFilter(x => AgencyId == null || x.Proof.Site.AgencyId == AgencyId);
        });
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
        b.Entity<StartSheet>(e =>
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
            else if (type.GetProperty("Site")?.PropertyType == typeof(Site))
                OfSite.MakeGenericMethod(type).Invoke(this, [b]);
        }
    }

    private static readonly MethodInfo OfAgency = Own(nameof(Belongs)),
        OfSite = Own(nameof(BelongsToSite));

    private static MethodInfo Own(string name) => typeof(PlurimaxDb).GetMethod(name, BindingFlags.NonPublic | BindingFlags.Instance)!;

    /// <summary>An entity that belongs to an agency: seen by nobody who works for another.</summary>
    private void Belongs<T>(ModelBuilder b)
        where T : class, IOfAgency
    {
        b.Entity<T>().HasOne<Agency>().WithMany().HasForeignKey(x => x.AgencyId).OnDelete(DeleteBehavior.Restrict);
        b.Entity<T>().HasQueryFilter(x => AgencyId == null || x.AgencyId == AgencyId);
    }

    /// <summary>An entity of a site: seen by whoever sees the site.</summary>
    private void BelongsToSite<T>(ModelBuilder b)
        where T : class => b.Entity<T>().HasQueryFilter(x => AgencyId == null || EF.Property<Site>(x, "Site").AgencyId == AgencyId);

    public override Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        // What a business is found by follows from its facts, whoever saves them.
        foreach (var entry in ChangeTracker.Entries<Client>().Where(e => e.State is EntityState.Added or EntityState.Modified))
            entry.Entity.Index();
        foreach (
            var entry in ChangeTracker.Entries<IOfAgency>().Where(e => e.State == EntityState.Added && e.Entity.AgencyId == Guid.Empty)
        )
            entry.Property(e => e.AgencyId).CurrentValue = AgencyId
                ?? throw new InvalidOperationException($"{entry.Metadata.ClrType.Name} is added for no agency.");
        return base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
    }

    /// <summary>Begins a transaction, or joins the one that is open: then it is committed by whoever began it.</summary>
    public async Task<JoinedTransaction> JoinTransactionAsync(CancellationToken cancel = default) =>
        new(Database.CurrentTransaction is null ? await Database.BeginTransactionAsync(cancel) : null);

    /// <summary>
    /// Holds the row of an entity until the transaction ends, and reads it as it is stored now: for values that are added to.
    /// </summary>
    public async Task HoldAsync(object entity, CancellationToken cancel = default)
    {
        var entry = Entry(entity);
        var table = entry.Metadata.GetTableName()!;
#pragma warning disable EF1002 // The name of the table is the model's.
        await Database.ExecuteSqlRawAsync(
            $"select 1 from \"{table}\" where id = {{0}} for no key update",
            [entry.Property("Id").CurrentValue!],
            cancel
        );
#pragma warning restore EF1002
        await entry.ReloadAsync(cancel);
    }

    /// <summary>Rows by a condition in SQL, for what has no other way to be said: a search in documents, a pattern.</summary>
    /// <param name="condition">What stands after "where"; its holes become parameters.</param>
    public IQueryable<T> WhereSql<T>(FormattableString condition)
        where T : class
    {
        var table = Model.FindEntityType(typeof(T))!.GetTableName();
        // Columns of a complex property are asked for by another name here than everywhere else.
        var who = typeof(T).GetProperty(nameof(PrivateLink.Who)) is null ? "" : ", who_user_id as \"Who_UserId\", who_name as \"Who_Name\"";
#pragma warning disable EF1002 // The name of the table is the model's.
        return Set<T>().FromSqlRaw($"select *{who} from \"{table}\" where {condition.Format}", condition.GetArguments()!);
#pragma warning restore EF1002
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
        o.UseNpgsql(connection)
            .UseSnakeCaseNamingConvention()
            // What belongs to a site or client of another agency is meant to be left out with it.
            .ConfigureWarnings(w => w.Ignore(CoreEventId.PossibleIncorrectRequiredNavigationWithQueryFilterInteractionWarning));
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
