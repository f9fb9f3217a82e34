package hitchlamp.core.trial.regeneration;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/** What keeps a regeneration from going on, told while it runs and when it has ended. */
enum Hindrance {
  /** The exhaust does not get warm before the catalyst. */
  NOT_WARMED("not-warmed", "look-at-what-warms"),
  /** Fuel is dosed against a blocked nozzle. */
  DOSER_BLOCKED("doser-blocked", "clean-the-doser"),
  /** The doser gets no fuel, or its valve does nothing. */
  NO_FUEL("no-fuel", "look-at-the-supply"),
  /** Fuel comes, and burns late: in the filter. */
  BURNS_LATE("burns-late", "renew-the-catalyst"),
  /** Fuel comes, and nothing burns. */
  NOT_LIGHTING("not-lighting", "catalyst-or-doser"),
  /** It is lost between catalyst and filter. */
  HEAT_LOST("heat-lost", "look-for-the-leak"),
  /** The engine itself is cold: its thermostat. It burns all the same, with more fuel. */
  ENGINE_COLD("engine-cold", "renew-the-thermostat");

  /** So long each may take before it is said, s. */
  private static final double WARMS_SECONDS = 480;

  private static final double LIGHTS_SECONDS = 480;
  private static final double LATE_SECONDS = 300;
  private static final double LOSES_SECONDS = 900;
  private static final double COLD_SECONDS = 600;
  private static final int NEWEST = 45;

  /** By so much it got hotter in a minute and a half, K: it is on its way. */
  private static final double RISES = 6;

  private static final double LATE = 70;
  private static final double LOST = 55;
  private static final double SHORT_OF = 20;

  /** Duty from which on the doser is as good as wide open, percent. */
  private static final double WIDE_OPEN = 80;

  private final String word;
  private final String next;

  Hindrance(String word, String next) {
    this.word = word;
    this.next = next;
  }

  /** Name of the sentence that says it, and of what to do. */
  String word() {
    return word;
  }

  String next() {
    return next;
  }

  /** The part that a verdict names for it. */
  Judgement.Part part(Said says, Said now) {
    return new Judgement.Part(word, RegenerationWords.say("part-" + word), Verdict.FAIL, says, now);
  }

  /** The first thing that hinders now; a cold engine only where nothing else does. */
  static Optional<Hindrance> of(List<BurnRow> rows, RegenerationSetup setup) {
    List<BurnRow> active =
        rows.stream()
            .filter(r -> r.stage() != BurnStage.NONE && r.stage() != BurnStage.COOL_DOWN)
            .toList();
    if (active.isEmpty()) {
      return Optional.empty();
    }
    List<BurnRow> newest = active.subList(Math.max(0, active.size() - NEWEST), active.size());
    BurnStage stage = newest.get(newest.size() - 1).stage();
    double gone = active.get(active.size() - 1).seconds() - active.get(0).seconds();
    Mean m = Mean.of(newest);
    if (stage == BurnStage.WARM_UP && gone > WARMS_SECONDS && m.in < setup.in().low() - SHORT_OF) {
      return Optional.of(NOT_WARMED);
    }
    if (stage != BurnStage.BURN
        && dosed(active) > LIGHTS_SECONDS
        && m.out < setup.out().low()
        && !rises(active, m.out)) {
      return Optional.of(m.behind - m.out > LATE ? BURNS_LATE : doser(m, setup));
    }
    if (stage == BurnStage.BURN
        && in(active, BurnStage.BURN) > LATE_SECONDS
        && m.behind - m.out > LATE) {
      return Optional.of(BURNS_LATE);
    }
    if (stage == BurnStage.BURN && in(active, BurnStage.BURN) > LOSES_SECONDS) {
      if (m.out - m.behind > LOST) {
        return Optional.of(HEAT_LOST);
      }
      // Hot enough to burn, and not hotter with all the fuel that it gets: it takes too long.
      if (m.duty > WIDE_OPEN && m.out < setup.out().low() + SHORT_OF) {
        return Optional.of(doser(m, setup));
      }
    }
    return gone > COLD_SECONDS && m.coolant < setup.coolantC()
        ? Optional.of(ENGINE_COLD)
        : Optional.empty();
  }

  private static Hindrance doser(Mean m, RegenerationSetup setup) {
    if (m.doser >= setup.blockedKpa()) {
      return DOSER_BLOCKED;
    }
    return m.duty > WIDE_OPEN && m.doser < setup.starvedKpa() ? NO_FUEL : NOT_LIGHTING;
  }

  /** True while the catalyst still gets hotter. */
  private static boolean rises(List<BurnRow> active, double out) {
    int before = Math.max(0, active.size() - NEWEST);
    List<BurnRow> older = active.subList(Math.max(0, before - NEWEST), before);
    return !older.isEmpty() && out - Mean.of(older).out > RISES;
  }

  /** Seconds since fuel was first dosed. */
  private static double dosed(List<BurnRow> rows) {
    double last = rows.get(rows.size() - 1).seconds();
    return rows.stream()
        .filter(r -> r.dutyPercent() > 1)
        .mapToDouble(r -> last - r.seconds())
        .max()
        .orElse(0);
  }

  private static double in(List<BurnRow> rows, BurnStage stage) {
    double last = rows.get(rows.size() - 1).seconds();
    return rows.stream()
        .filter(r -> r.stage() == stage)
        .mapToDouble(r -> last - r.seconds())
        .max()
        .orElse(0);
  }

  /** Means of the newest moments, each over those in which it was told. */
  private record Mean(
      double in, double out, double behind, double doser, double duty, double coolant) {
    static Mean of(List<BurnRow> rows) {
      return new Mean(
          mean(rows, BurnRow::inC),
          mean(rows, BurnRow::outC),
          mean(rows, BurnRow::behindC),
          mean(rows, BurnRow::doserKpa),
          mean(rows, BurnRow::dutyPercent),
          mean(rows, BurnRow::coolantC));
    }

    private static double mean(List<BurnRow> rows, ToDoubleFunction<BurnRow> what) {
      return rows.stream()
          .mapToDouble(what)
          .filter(v -> !Double.isNaN(v))
          .average()
          .orElse(Double.NaN);
    }
  }
}
