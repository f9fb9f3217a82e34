package hitchlamp.server.hookup;

import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * Hot exhaust stays hot when the key is off and nobody looks: what a module said of it last is kept
 * with the unit, for whoever hooks up next. Only the live owner's thread.
 */
final class HotExhaust {
  /** While it stays hot that is stored anew so often. */
  private static final Duration OFTEN = Duration.ofSeconds(30);

  private final long unit;
  private Instant hotAt;
  private boolean coolTold;

  HotExhaust(long unit) {
    this.unit = unit;
  }

  /**
   * What is to be stored now.
   *
   * @return empty where nothing is new, or nobody tells
   */
  Optional<Report.ExhaustTold> of(VitalsView seen, Instant now) {
    // Off or unplugged, the last word is of then.
    if (seen.exhaustHot() == null || !seen.key().equals(VitalsView.ON)) {
      return Optional.empty();
    }
    if (!seen.exhaustHot()) {
      boolean news = !coolTold;
      coolTold = true;
      hotAt = null;
      return news ? Optional.of(new Report.ExhaustTold(unit, null)) : Optional.empty();
    }
    coolTold = false;
    if (hotAt != null && Duration.between(hotAt, now).compareTo(OFTEN) < 0) {
      return Optional.empty();
    }
    hotAt = now;
    return Optional.of(new Report.ExhaustTold(unit, now));
  }
}
