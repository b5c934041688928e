package tidemark.core.certificate;

/** A person who acts on a month; two persons are the same when their sign-in names are. */
public record Person(String login, String name) {}
