package tidemark.app.activity;

import org.jspecify.annotations.Nullable;

/**
 * Where the request that is being answered came from, for the records of what it changes; kept for its thread.
 *
 * @param login sign-in name of the person; empty where nobody is signed in
 * @param request identifier of the request, which the answer carries too
 * @param address network address it came from
 * @param keyId of the idempotency key it carried; 0 for none
 * @param token name of the token by which a program asked; empty where the person did
 */
public record Origin(String login, String request, String address, long keyId, String token) {
    /** What the application does by itself. */
    public static final Origin OWN = new Origin("", "", "", 0, "");

    private static final ThreadLocal<@Nullable Origin> CURRENT = new ThreadLocal<>();

    public static Origin current() {
        Origin origin = CURRENT.get();
        return origin == null ? OWN : origin;
    }

    public static void set(Origin origin) {
        CURRENT.set(origin);
    }

    public static void clear() {
        CURRENT.remove();
    }

    public Origin withKey(long id) {
        return new Origin(login, request, address, id, token);
    }
}
