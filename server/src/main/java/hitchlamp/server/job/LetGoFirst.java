package hitchlamp.server.job;

/**
 * Somebody can no longer answer for what is held at a unit: the seat changed, its holder signed
 * out, the job closed. Whatever is held there is let go of.
 */
public record LetGoFirst(long unit) {}
