package hitchlamp.server.hookup;

import java.util.Optional;

/**
 * A capability that lives in hook-ups. Those that use another on the same link join after it, by
 * their {@link org.springframework.core.annotation.Order}.
 */
public interface Capability {
  /** Its place among the others on a link. */
  int WATCH = 1;

  int TRIAL = 2;
  int FAULT = 3;
  int STORY = 4;
  int TRACE = 5;

  /** Joins a link of a hook-up, before anything is heard on it; empty where it does nothing. */
  Optional<Tenant> join(Linked link);
}
