package tidemark.app.access;

import static tidemark.core.words.Catalogue.say;

import jakarta.servlet.http.HttpServletRequest;
import java.net.URI;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * Where people reach the application: what the installation says, never what a request claims. Behind a proxy it has to
 * be set ({@code tidemark.public-address}); else it is the address that is listened on.
 */
@Component
public class PublicAddress {
    private final String set;
    private final String bind;

    PublicAddress(@Value("${tidemark.public-address:}") String set, @Value("${tidemark.bind:127.0.0.1}") String bind) {
        String address = set.strip().replaceAll("/+$", "");
        if (!address.isEmpty()) {
            check(address);
        }
        this.set = address;
        this.bind = bind;
    }

    private static void check(String address) {
        URI uri;
        try {
            uri = URI.create(address);
        } catch (IllegalArgumentException e) {
            throw new IllegalStateException(unfit(address), e);
        }
        boolean web = "https".equals(uri.getScheme()) || "http".equals(uri.getScheme());
        if (!web || uri.getHost() == null || uri.getRawQuery() != null || uri.getUserInfo() != null) {
            throw new IllegalStateException(unfit(address));
        }
    }

    private static String unfit(String address) {
        return say("access.thePublicAddressIsExpectedOneSuch", address);
    }

    /** Whether one was set. */
    public boolean isSet() {
        return !set.isEmpty();
    }

    /** Whether people reach the application through TLS, wherever that ends. */
    public boolean isSecure(HttpServletRequest request) {
        return isSecure() || request.isSecure();
    }

    /** Whether the public address says so. */
    public boolean isSecure() {
        return set.startsWith("https:");
    }

    /** The address without a slash at its end. */
    public String of(HttpServletRequest request) {
        if (isSet()) {
            return set;
        }
        boolean everywhere = bind.equals("0.0.0.0") || bind.equals("::");
        String host = everywhere ? "localhost" : bind.contains(":") ? "[" + bind + "]" : bind;
        return request.getScheme() + "://" + host + ":" + request.getLocalPort();
    }
}
