using Microsoft.AspNetCore.DataProtection.EntityFrameworkCore;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Diagnostics;

namespace Plurimax.Data;

/// <summary>The only source of truth.</summary>
/// <param name="scope">The agency that is worked for; null sees all.</param>
public sealed partial class PlurimaxDb(DbContextOptions<PlurimaxDb> options, AgencyScope? scope = null)
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
    public DbSet<HeldStart> HeldStarts => Set<HeldStart>();
    public DbSet<Intake> Intakes => Set<Intake>();
    public DbSet<SentBrief> SentBriefs => Set<SentBrief>();
    public DbSet<KeptLook> KeptLooks => Set<KeptLook>();
    public DbSet<SavedSection> SavedSections => Set<SavedSection>();
    public DbSet<SentLookbook> Lookbooks => Set<SentLookbook>();
    public DbSet<SentPlan> SentPlans => Set<SentPlan>();
    public DbSet<ClientFile> ClientFiles => Set<ClientFile>();
    public DbSet<RegisteredDomain> RegisteredDomains => Set<RegisteredDomain>();
    public DbSet<UserSession> UserSessions => Set<UserSession>();
    public DbSet<NodeReport> Nodes => Set<NodeReport>();
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
