package tidemark.app.access;

import java.util.Set;

/** What a token may do beyond looking, which every token may. */
public enum TokenScope {
    /** Everything a preparer does: booking, matching, preparing a month. */
    BOOK(Right.PREPARE, Right.RECEIVE, Right.COUNT, Right.BANK, Right.REVIEW),
    /** Certifying a prepared month, or reopening one. */
    CERTIFY(Right.CERTIFY, Right.REVIEW),
    /** Everything an administrator does. */
    SET_UP(Right.ADMINISTER);

    private final Set<Right> rights;

    TokenScope(Right... rights) {
        this.rights = Set.of(rights);
    }

    /** Whether a token of these scopes reaches what asks for a right. */
    static boolean reach(Set<TokenScope> scopes, Right wanted) {
        return wanted == Right.VIEW || scopes.stream().anyMatch(s -> s.rights.contains(wanted));
    }
}
