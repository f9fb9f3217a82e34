package hitchlamp.server.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Slows down guessing: after five wrong passwords a name waits, each further one doubles the wait
 * up to 15 minutes.
 */
@Component
class SignInThrottle {
  /** Wrong passwords without a wait. */
  static final int FREE_TRIES = 5;

  private static final Duration FIRST_WAIT = Duration.ofSeconds(30);
  private static final Duration LONGEST_WAIT = Duration.ofMinutes(15);
  private static final int MOST_NAMES = 10_000;

  private final Clock clock;
  private final Map<String, Failures> failures =
      new LinkedHashMap<>() {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Failures> eldest) {
          return size() > MOST_NAMES;
        }
      };

  private record Failures(int count, Instant until) {}

  SignInThrottle(Clock clock) {
    this.clock = clock;
  }

  /** Time a name must still wait; zero where it may try. */
  synchronized Duration wait(String name) {
    Failures f = failures.get(name);
    Duration left = f == null ? Duration.ZERO : Duration.between(clock.instant(), f.until());
    return left.isNegative() ? Duration.ZERO : left;
  }

  synchronized void failed(String name) {
    Failures f = failures.get(name);
    int count = f == null ? 1 : f.count() + 1;
    Duration wait =
        count < FREE_TRIES
            ? Duration.ZERO
            : FIRST_WAIT.multipliedBy(1L << Math.min(10, count - FREE_TRIES));
    wait = wait.compareTo(LONGEST_WAIT) > 0 ? LONGEST_WAIT : wait;
    failures.remove(name);
    failures.put(name, new Failures(count, clock.instant().plus(wait)));
  }

  synchronized void succeeded(String name) {
    failures.remove(name);
  }
}
