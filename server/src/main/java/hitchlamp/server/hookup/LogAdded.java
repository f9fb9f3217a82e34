package hitchlamp.server.hookup;

import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * A log was added to a job.
 *
 * @param says what it was, what was taken, and what was left out
 * @param links ways to the unit now
 */
record LogAdded(@NotNull String says, @NotNull List<LinkChoice> links) {}
