package hitchlamp.server.account;

/** Somebody who can sign in. */
public record Account(long id, String name, String passwordHash, Role role) {}
