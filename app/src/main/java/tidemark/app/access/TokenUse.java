package tidemark.app.access;

import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/**
 * The token by which a program asks: it may never more than its person may, in fewer companies and with fewer rights.
 *
 * @param name what its person calls it
 */
public record TokenUse(long id, String name, Set<Long> companies, Set<TokenScope> scopes) {
    /** The token of the request of now; none where the person asks. */
    public static @Nullable TokenUse current() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getDetails() instanceof TokenUse use ? use : null;
    }
}
