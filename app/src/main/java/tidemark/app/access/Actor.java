package tidemark.app.access;

import java.io.Serializable;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;

/** The signed-in person on whose behalf something is done. */
public record Actor(long personId, String login, String name) implements Serializable {
    /** Who asks; absent where nobody is signed in. */
    public static @Nullable Actor current() {
        Authentication authentication = SecurityContextHolder.getContext().getAuthentication();
        return authentication != null && authentication.getPrincipal() instanceof Actor actor ? actor : null;
    }
}
