package tidemark.app.access;

import java.util.EnumSet;
import java.util.Set;

/** What a person is in a company; a person may be several things. */
public enum Role {
    VIEWER(EnumSet.of(Right.VIEW)),
    PREPARER(EnumSet.of(Right.VIEW, Right.PREPARE, Right.RECEIVE, Right.COUNT, Right.BANK, Right.REVIEW)),
    RECEIVER(EnumSet.of(Right.VIEW, Right.RECEIVE)),
    COUNTER(EnumSet.of(Right.COUNT)),
    BANKER(EnumSet.of(Right.VIEW, Right.BANK)),
    CERTIFIER(EnumSet.of(Right.VIEW, Right.CERTIFY, Right.REVIEW)),
    ADMINISTRATOR(EnumSet.of(Right.VIEW, Right.ADMINISTER));

    private final Set<Right> rights;

    Role(Set<Right> rights) {
        this.rights = rights;
    }

    public boolean gives(Right right) {
        return rights.contains(right);
    }
}
