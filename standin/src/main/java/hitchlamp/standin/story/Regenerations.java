package hitchlamp.standin.story;

import hitchlamp.standin.aftertreatment.HeatUp;
import java.util.ArrayList;
import java.util.List;

/** The latest regenerations, with how the engine was used since the one before. */
final class Regenerations {
  private static final int MOST = 40;
  private static final int MOST_COUNT = 250;

  private record Entry(
      HeatUp.Past past, double hour, double kilometre, double idlePercent, int starts) {}

  private final List<Entry> entries = new ArrayList<>();
  private double hours;
  private double idleHours;
  private int starts;
  private boolean ran;

  /** The engine goes on for some hours. */
  void step(double hour, boolean runs, boolean idles) {
    starts += runs && !ran ? 1 : 0;
    ran = runs;
    hours += runs ? hour : 0;
    idleHours += runs && idles ? hour : 0;
  }

  /** The engine stood from one step to the next. */
  void started() {
    ran = false;
  }

  void ended(HeatUp.Past past, double hour, double kilometre) {
    if (entries.size() == MOST) {
      entries.remove(0);
    }
    entries.add(new Entry(past, hour, kilometre, hours > 0 ? 100 * idleHours / hours : 0, starts));
    hours = 0;
    idleHours = 0;
    starts = 0;
  }

  /** What was lived before was so long. */
  void preceded(double kilometres) {
    entries.replaceAll(
        e -> new Entry(e.past, e.hour, e.kilometre + kilometres, e.idlePercent, e.starts));
  }

  /**
   * Pages, entries, then each entry: how it ended, 1 where it was parked, minutes, percent of soot
   * at its begin, hour, distance, percent of idling and starts since the one before.
   */
  byte[] bytes() {
    Bytes out = Pages.head(entries.size(), MOST, 0);
    for (Entry e : entries) {
      out.one(e.past.end().ordinal())
          .one(e.past.parked() ? 1 : 0)
          .one(count(e.past.seconds() / 60))
          .one(count(100 * e.past.soot()))
          .four(e.hour / Use.HOUR_STEP)
          .four(e.kilometre / Use.KILOMETRE_STEP)
          .one(count(e.idlePercent))
          .one(count(e.starts));
    }
    return out.done();
  }

  private static int count(double value) {
    return (int) Math.max(0, Math.min(MOST_COUNT, Math.rint(value)));
  }
}
