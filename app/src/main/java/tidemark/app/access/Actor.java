package tidemark.app.access;

import java.io.Serializable;

/** The signed-in person on whose behalf something is done. */
public record Actor(long personId, String login, String name) implements Serializable {}
