using DeftStride.Data.Records;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;

namespace DeftStride.Data;

/// <summary>The studio's database: mutable records with versions, and facts that are only ever added.</summary>
/// <param name="options">Where it lies.</param>
/// <param name="reach">Whose clients can be read through it; null for all.</param>
internal sealed class StudioContext(DbContextOptions<StudioContext> options, IClientReach? reach = null)
    : IdentityUserContext<PersonRecord, Guid>(options)
{
    private Guid? OfCoach => reach?.OfCoach;
    private Guid? OfClient => reach?.OfClient;

    public DbSet<StudioRecord> Studios => Set<StudioRecord>();
    public DbSet<CoachRecord> Coaches => Set<CoachRecord>();
    public DbSet<ClientRecord> Clients => Set<ClientRecord>();
    public DbSet<SessionRecord> Sessions => Set<SessionRecord>();
    public DbSet<PlanRecord> Plans => Set<PlanRecord>();
    public DbSet<CalendarRecord> Calendars => Set<CalendarRecord>();
    public DbSet<DraftRecord> Drafts => Set<DraftRecord>();
    public DbSet<OperationRecord> Operations => Set<OperationRecord>();
    public DbSet<CheckFact> Checks => Set<CheckFact>();
    public DbSet<TrialFact> Trials => Set<TrialFact>();
    public DbSet<DecisionFact> Decisions => Set<DecisionFact>();
    public DbSet<FlagFact> Flags => Set<FlagFact>();
    public DbSet<FlagClearingFact> FlagClearings => Set<FlagClearingFact>();
    public DbSet<CautionFact> Cautions => Set<CautionFact>();
    public DbSet<PictureFact> Pictures => Set<PictureFact>();
    public DbSet<ClipFact> Clips => Set<ClipFact>();
    public DbSet<FilmFact> Films => Set<FilmFact>();
    public DbSet<RangeFact> Ranges => Set<RangeFact>();
    public DbSet<SetupFact> Setups => Set<SetupFact>();
    public DbSet<HeightTrialFact> HeightTrials => Set<HeightTrialFact>();
    public DbSet<WedgeTrialFact> WedgeTrials => Set<WedgeTrialFact>();
    public DbSet<LogFact> Logs => Set<LogFact>();
    public DbSet<RungFact> Rungs => Set<RungFact>();
    public DbSet<EditFact> Edits => Set<EditFact>();
    public DbSet<LadderRecord> Ladders => Set<LadderRecord>();
    public DbSet<PersonRecord> People => Set<PersonRecord>();
    public DbSet<SignInRecord> SignIns => Set<SignInRecord>();
    public DbSet<InvitationRecord> Invitations => Set<InvitationRecord>();
    public DbSet<DeedRecord> Deeds => Set<DeedRecord>();
    public DbSet<SealRecord> Seals => Set<SealRecord>();
    public DbSet<ErasedRecord> Erased => Set<ErasedRecord>();

    protected override void ConfigureConventions(ModelConfigurationBuilder conventions)
    {
        // SQLite through EF can neither order nor compare DateTimeOffset; whole UTC ticks can be both.
        conventions.Properties<DateTimeOffset>().HaveConversion<UtcTicks>();
        conventions.Properties<Enum>().HaveConversion<string>();
    }

    protected override void OnModelCreating(ModelBuilder model)
    {
        base.OnModelCreating(model);
        DoorTables(model);
        foreach (var entity in model.Model.GetEntityTypes().Where(e => typeof(Mutable).IsAssignableFrom(e.ClrType)))
        {
            entity.FindProperty(nameof(Mutable.Version))!.IsConcurrencyToken = true;
            entity.FindProperty(nameof(Mutable.Id))!.ValueGenerated = Microsoft
                .EntityFrameworkCore
                .Metadata
                .ValueGenerated
                .Never;
        }

        model
            .Entity<CoachRecord>()
            .HasOne<StudioRecord>()
            .WithMany()
            .HasForeignKey(c => c.StudioId)
            .OnDelete(DeleteBehavior.Restrict);
        model.Entity<ClientRecord>(e =>
        {
            e.HasOne<StudioRecord>().WithMany().HasForeignKey(c => c.StudioId).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(c => new { c.StudioId, c.Name });
            e.HasIndex(c => c.CoachId);
            e.HasQueryFilter(c => (OfClient == null || c.Id == OfClient) && (OfCoach == null || c.CoachId == OfCoach));
        });
        model.Entity<SessionRecord>(e =>
        {
            e.HasQueryFilter(f =>
                (OfClient == null || f.ClientId == OfClient)
                && (OfCoach == null || Clients.Any(c => c.Id == f.ClientId && c.CoachId == OfCoach))
            );
            e.HasOne<ClientRecord>().WithMany().HasForeignKey(v => v.ClientId).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(v => new { v.StudioId, v.StartsAt });
            e.HasOne<PlanRecord>().WithMany().HasForeignKey(v => v.PlanId).OnDelete(DeleteBehavior.Restrict);
        });
        model.Entity<CalendarRecord>(e =>
        {
            e.HasQueryFilter(f =>
                (OfClient == null || f.ClientId == OfClient)
                && (OfCoach == null || Clients.Any(c => c.Id == f.ClientId && c.CoachId == OfCoach))
            );
            e.HasOne<ClientRecord>().WithMany().HasForeignKey(c => c.ClientId).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(c => c.TokenHash).IsUnique();
        });
        model.Entity<PlanRecord>(e =>
        {
            e.HasQueryFilter(f =>
                (OfClient == null || f.ClientId == OfClient)
                && (OfCoach == null || Clients.Any(c => c.Id == f.ClientId && c.CoachId == OfCoach))
            );
            e.HasOne<ClientRecord>().WithMany().HasForeignKey(p => p.ClientId).OnDelete(DeleteBehavior.Restrict);
            // One plan of a client stands at a time.
            e.HasIndex(p => p.ClientId).IsUnique().HasFilter("\"EndedAt\" IS NULL");
        });
        model.Entity<DraftRecord>(e =>
        {
            e.HasQueryFilter(f =>
                (OfClient == null || f.ClientId == OfClient)
                && (OfCoach == null || Clients.Any(c => c.Id == f.ClientId && c.CoachId == OfCoach))
            );
            e.HasOne<ClientRecord>().WithMany().HasForeignKey(d => d.ClientId).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(d => d.ClientId).IsUnique();
        });

        model.Entity<OperationRecord>().HasIndex(o => o.Sequence);
        model.Entity<LadderRecord>(e =>
        {
            e.HasOne<StudioRecord>().WithMany().HasForeignKey(l => l.StudioId).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(l => new { l.StudioId, l.LadderId }).IsUnique();
        });
        FactTable<CautionFact>(model);
        FactTable<EditFact>(model);
        model
            .Entity<EditFact>()
            .HasIndex(e => new
            {
                e.StudioId,
                e.Kind,
                e.Subject,
            });
        ClientFactTable<LogFact>(model);
        ClientFactTable<RungFact>(model);
        ClientFactTable<CheckFact>(model);
        ClientFactTable<TrialFact>(model);
        ClientFactTable<DecisionFact>(model);
        ClientFactTable<FlagFact>(model);
        ClientFactTable<FlagClearingFact>(model);
        ClientFactTable<PictureFact>(model);
        ClientFactTable<ClipFact>(model);
        ClientFactTable<FilmFact>(model);
        ClientFactTable<RangeFact>(model);
        ClientFactTable<SetupFact>(model);
        ClientFactTable<HeightTrialFact>(model);
        ClientFactTable<WedgeTrialFact>(model);
        model.Entity<HeightTrialFact>().HasIndex(t => new { t.ClientId, t.ExerciseId });
        // Two coaches cannot both be the first to decide on a check.
        model
            .Entity<DecisionFact>()
            .HasIndex(d => d.CheckId, "IX_Decisions_First")
            .IsUnique()
            .HasFilter("\"Supersedes\" IS NULL");
        model.Entity<DecisionFact>().HasIndex(d => d.CheckId);
        model.Entity<SessionRecord>().HasIndex(v => new { v.ClientId, v.StartsAt });
        model
            .Entity<TrialFact>()
            .HasIndex(t => new
            {
                t.StudioId,
                t.CorrectionId,
                t.Outcome,
            });
        model
            .Entity<LogFact>()
            .HasOne<CheckFact>()
            .WithMany()
            .HasForeignKey(l => l.CheckId)
            .OnDelete(DeleteBehavior.Restrict);
        model.Entity<LogFact>().HasIndex(l => l.SessionId);
        model
            .Entity<RungFact>()
            .HasOne<DecisionFact>()
            .WithMany()
            .HasForeignKey(r => r.DecisionId)
            .OnDelete(DeleteBehavior.Restrict);
        model
            .Entity<RungFact>()
            .HasIndex(r => new
            {
                r.ClientId,
                r.LadderId,
                r.Side,
                r.Sequence,
            });
        model.Entity<CheckFact>().HasIndex(c => new { c.StudioId, c.FaultId });
        model.Entity<DecisionFact>().HasIndex(d => new { d.StudioId, d.RuleId });
        model
            .Entity<TrialFact>()
            .HasOne<CheckFact>()
            .WithMany()
            .HasForeignKey(t => t.CheckId)
            .OnDelete(DeleteBehavior.Restrict);
        model
            .Entity<DecisionFact>()
            .HasOne<CheckFact>()
            .WithMany()
            .HasForeignKey(d => d.CheckId)
            .OnDelete(DeleteBehavior.Restrict);
        model
            .Entity<FlagClearingFact>()
            .HasOne<FlagFact>()
            .WithMany()
            .HasForeignKey(c => c.FlagId)
            .OnDelete(DeleteBehavior.Restrict);
    }

    private static void FactTable<T>(ModelBuilder model)
        where T : Fact
    {
        model.Entity<T>(e =>
        {
            e.Property(f => f.Id).ValueGeneratedNever();
            e.HasOne<StudioRecord>().WithMany().HasForeignKey(f => f.StudioId).OnDelete(DeleteBehavior.Restrict);
            e.HasOne<CoachRecord>().WithMany().HasForeignKey(f => f.CoachId).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(f => f.Supersedes).IsUnique();
            e.HasIndex(f => f.Sequence);
        });
    }

    /// <summary>People, where they are signed in, who is invited, who did what.</summary>
    private static void DoorTables(ModelBuilder model)
    {
        model.Entity<PersonRecord>(e =>
        {
            e.ToTable("People");
            e.HasOne<CoachRecord>().WithMany().HasForeignKey(p => p.CoachId).OnDelete(DeleteBehavior.Restrict);
            // A coach on record has one way in: whoever comes back gets the same one again.
            e.HasIndex(p => p.CoachId).IsUnique();
        });
        model.Entity<IdentityUserClaim<Guid>>().ToTable("PersonClaims");
        model.Entity<IdentityUserLogin<Guid>>().ToTable("PersonLogins");
        model.Entity<IdentityUserToken<Guid>>().ToTable("PersonTokens");
        // Identity's own form of them (schema version 3), said here too: what opens a folder has none of the server's options.
        model.Entity<IdentityUserPasskey<Guid>>(e =>
        {
            e.ToTable("Passkeys");
            e.HasKey(p => p.CredentialId);
            e.Property(p => p.CredentialId).HasMaxLength(1024);
            e.OwnsOne(p => p.Data).ToJson();
            e.HasOne<PersonRecord>().WithMany().HasForeignKey(p => p.UserId).IsRequired();
        });
        model.Entity<SignInRecord>(e =>
        {
            e.Property(s => s.Id).ValueGeneratedNever();
            e.HasIndex(s => s.PersonId);
            e.HasIndex(s => s.DoorId);
        });
        model.Entity<InvitationRecord>(e => e.HasIndex(i => i.CodeHash).IsUnique());
        model.Entity<ErasedRecord>(e =>
        {
            e.HasKey(r => r.ClientId);
            e.Property(r => r.ClientId).ValueGeneratedNever();
        });
        model.Entity<SealRecord>(e =>
        {
            e.HasKey(s => s.CoachId);
            e.Property(s => s.CoachId).ValueGeneratedNever();
        });
        model.Entity<DeedRecord>(e =>
        {
            e.Property(d => d.Id).ValueGeneratedNever();
            e.HasIndex(d => new { d.StudioId, d.At });
        });
    }

    private void ClientFactTable<T>(ModelBuilder model)
        where T : ClientFact
    {
        FactTable<T>(model);
        model.Entity<T>(e =>
        {
            e.HasQueryFilter(f =>
                (OfClient == null || f.ClientId == OfClient)
                && (OfCoach == null || Clients.Any(c => c.Id == f.ClientId && c.CoachId == OfCoach))
            );
            e.HasOne<ClientRecord>().WithMany().HasForeignKey(f => f.ClientId).OnDelete(DeleteBehavior.Restrict);
            e.HasIndex(f => new { f.ClientId, f.Sequence });
        });
    }

    private sealed class UtcTicks()
        : ValueConverter<DateTimeOffset, long>(
            instant => instant.UtcTicks,
            ticks => new DateTimeOffset(ticks, TimeSpan.Zero)
        );
}
