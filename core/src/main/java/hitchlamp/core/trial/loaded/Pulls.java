package hitchlamp.core.trial.loaded;

import hitchlamp.core.trial.loaded.LeftOut.Why;
import java.util.ArrayList;
import java.util.List;

/**
 * Pulls cut out of one recording by themselves.
 *
 * @param pulls that count, in their order
 * @param leftOut stretches that looked like pulls and do not
 */
record Pulls(List<Pull> pulls, List<LeftOut> leftOut) {
  /** Boost that hardly any moment exceeds: a single spike is no load. */
  private static final double TOP_SHARE = 0.95;

  /** Speed that falls by more within a second was a change of gear, share. */
  private static final double GEAR = 0.12;

  /** A stretch with the foot down shorter than this is no attempt, s. */
  private static final double ATTEMPT = 1.0;

  /** With the foot down for so long the charge should have come, s. */
  private static final double LONG_ENOUGH = 5;

  /** Values further apart than this are a gap, s. */
  private static final double GAP = 1.5;

  static Pulls of(List<LoadRow> rows, LoadedSetup setup) {
    List<Pull> pulls = new ArrayList<>();
    List<LeftOut> leftOut = new ArrayList<>();
    double enough = setup.loadShare() * top(rows);
    List<LoadRow> here = new ArrayList<>();
    for (LoadRow r : rows) {
      LoadRow last = here.isEmpty() ? r : here.get(here.size() - 1);
      boolean down = Double.isNaN(r.pedalPercent()) || r.pedalPercent() >= setup.pullsFrom();
      boolean same = r.off() == last.off() && r.seconds() - last.seconds() <= GAP;
      if (!down || !same) {
        take(here, setup, enough, !down, pulls, leftOut);
        here.clear();
      }
      if (down) {
        here.add(r);
      }
    }
    take(here, setup, enough, false, pulls, leftOut);
    return new Pulls(pulls, leftOut);
  }

  /** With a cylinder off less charge comes: the lower of the two is the measure. */
  private static double top(List<LoadRow> rows) {
    double whole = top(rows, false);
    double cut = top(rows, true);
    return whole == 0 ? cut : cut == 0 ? whole : Math.min(whole, cut);
  }

  private static double top(List<LoadRow> rows, boolean cut) {
    double[] boosts =
        rows.stream()
            .filter(r -> cut == r.off() > 0)
            .mapToDouble(LoadRow::boostKpa)
            .filter(b -> !Double.isNaN(b))
            .sorted()
            .toArray();
    return boosts.length == 0 ? 0 : boosts[(int) Math.floor(TOP_SHARE * (boosts.length - 1))];
  }

  private static void take(
      List<LoadRow> all,
      LoadedSetup setup,
      double enough,
      boolean lifted,
      List<Pull> pulls,
      List<LeftOut> leftOut) {
    if (all.isEmpty() || all.get(0).off() < 0) {
      return;
    }
    double lasts = all.get(all.size() - 1).seconds() - all.get(0).seconds();
    List<LoadRow> loaded = all.stream().filter(r -> r.boostKpa() >= enough).toList();
    if (loaded.isEmpty()) {
      if (lasts >= ATTEMPT) {
        leftOut.add(
            left(all, lifted && lasts < LONG_ENOUGH ? Why.FOOT_LIFTED : Why.LOAD_NOT_REACHED));
      }
      return;
    }
    // What comes before the charge is there says nothing.
    List<List<LoadRow>> parts = byGear(loaded);
    List<LoadRow> longest = parts.get(0);
    for (List<LoadRow> p : parts) {
      longest = p.size() > longest.size() ? p : longest;
    }
    for (List<LoadRow> p : parts) {
      List<LoadRow> whole = p.stream().filter(LoadRow::whole).toList();
      if (2 * whole.size() < p.size()) {
        leftOut.add(left(p, Why.VALUES_MISSING));
      } else if (seconds(whole) >= setup.leastSeconds()) {
        pulls.add(new Pull(all.get(0).off(), whole));
      } else if (p == longest) {
        leftOut.add(
            left(
                p, parts.size() > 1 ? Why.GEAR_CHANGED : lifted ? Why.FOOT_LIFTED : Why.TOO_SHORT));
      }
    }
  }

  private static double seconds(List<LoadRow> rows) {
    return rows.isEmpty() ? 0 : rows.get(rows.size() - 1).seconds() - rows.get(0).seconds();
  }

  private static LeftOut left(List<LoadRow> rows, Why why) {
    return new LeftOut(
        rows.get(0).off(), rows.get(0).seconds(), rows.get(rows.size() - 1).seconds(), why);
  }

  /** Parts between changes of gear, and between gaps in the load. */
  private static List<List<LoadRow>> byGear(List<LoadRow> rows) {
    List<List<LoadRow>> parts = new ArrayList<>();
    List<LoadRow> here = new ArrayList<>();
    for (LoadRow r : rows) {
      if (!here.isEmpty()) {
        LoadRow last = here.get(here.size() - 1);
        boolean shifts = r.rpm() < last.rpm() * (1 - GEAR) && r.seconds() - last.seconds() <= 1;
        if (shifts || r.seconds() - last.seconds() > GAP) {
          parts.add(here);
          here = new ArrayList<>();
        }
      }
      here.add(r);
    }
    parts.add(here);
    return parts;
  }
}
