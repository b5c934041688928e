package tidemark.app.access;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import java.util.HashSet;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** A token by which programs work for a person. Its secret is shown once; what is kept is the digest. */
@Entity
class AccessToken {
    @Id
    @GeneratedValue(generator = "row_id")
    @SequenceGenerator(name = "row_id", sequenceName = "row_id", allocationSize = 500)
    private long id;

    private long personId;
    private String name;
    private String beginning;
    private String digest;
    private Instant madeAt;
    private Instant expiresAt;

    @Column(insertable = false, updatable = false)
    private @Nullable Instant lastUsedAt;

    @Column(insertable = false, updatable = false)
    private String lastAddress = "";

    private @Nullable Instant endedAt;
    private @Nullable String endedBy;

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "access_token_company", joinColumns = @JoinColumn(name = "token_id"))
    @Column(name = "company_id")
    private Set<Long> companies = new HashSet<>();

    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "access_token_scope", joinColumns = @JoinColumn(name = "token_id"))
    @Column(name = "scope")
    @Enumerated(EnumType.STRING)
    private Set<TokenScope> scopes = new HashSet<>();

    protected AccessToken() {}

    AccessToken(
            long personId,
            String name,
            String beginning,
            String digest,
            Instant madeAt,
            Instant expiresAt,
            Set<Long> companies,
            Set<TokenScope> scopes) {
        this.personId = personId;
        this.name = name;
        this.beginning = beginning;
        this.digest = digest;
        this.madeAt = madeAt;
        this.expiresAt = expiresAt;
        this.companies = new HashSet<>(companies);
        this.scopes = new HashSet<>(scopes);
    }

    long id() {
        return id;
    }

    long personId() {
        return personId;
    }

    String name() {
        return name;
    }

    String beginning() {
        return beginning;
    }

    Instant madeAt() {
        return madeAt;
    }

    Instant expiresAt() {
        return expiresAt;
    }

    @Nullable
    Instant lastUsedAt() {
        return lastUsedAt;
    }

    String lastAddress() {
        return lastAddress;
    }

    Set<Long> companies() {
        return Set.copyOf(companies);
    }

    Set<TokenScope> scopes() {
        return Set.copyOf(scopes);
    }

    boolean holds(Instant now) {
        return endedAt == null && now.isBefore(expiresAt);
    }

    void end(String by, Instant at) {
        if (endedAt == null) {
            endedBy = by;
            endedAt = at;
        }
    }

    /** Reaches a company no more; ended with the last of them. */
    void leave(long companyId, String by, Instant at) {
        companies.remove(companyId);
        if (companies.isEmpty()) {
            end(by, at);
        }
    }
}
