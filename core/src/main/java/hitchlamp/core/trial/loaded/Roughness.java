package hitchlamp.core.trial.loaded;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.hipparchus.distribution.discrete.BinomialDistribution;

/**
 * Which cylinder fires irregularly under load: with it off the uneven cycles are gone, with any
 * other off they are there. Cycles are counted, and a pull that had none by chance is told from one
 * that lost them.
 *
 * @param kind what came of it
 * @param cylinder that cures it; 0 where none does
 * @param percent of the cycles of all pulls, but those with that cylinder off, were uneven
 * @param measured share of uneven cycles with each cylinder off, 0 with all firing
 * @param unsure cylinders whose pulls were too short to tell
 */
record Roughness(
    Kind kind, int cylinder, double percent, List<Measured> measured, List<Integer> unsure) {
  /** Figure: share of cycles that were uneven with that cylinder off; 0 with all firing. */
  static final String UNEVEN = "uneven";

  /** What came of it. */
  enum Kind {
    /** Nobody timed the segments, or too few of them. */
    NOT_SEEN,
    EVEN,
    /** One cylinder's absence cures it. */
    ONE,
    /** It is there whichever is off. */
    NONE,
    CANNOT_TELL
  }

  /** Fewest cycles of a pull that say anything. */
  private static final int FEWEST = 12;

  /** Fewer uneven cycles than these are chance. */
  private static final int FEW = 3;

  /** So many uneven cycles with nothing wrong: gears, holes in the road (common practice). */
  private static final double NOW_AND_THEN = 0.02;

  /** So unlikely it must be that a pull lost them by chance. */
  private static final double CHANCE = 0.002;

  /** Of what is there with others off so much may be left. */
  private static final double LEFT = 0.4;

  private static final double SURE = 2;

  /** Times the middle of what sound cycles differ by. */
  private static final double FAR_BEYOND = 4;

  /** Behind a load that is put on the governor lets the speed swing for so long. */
  private static final double SWINGS_SECONDS = 2.5;

  /** Less than this is in the timing itself, percent. */
  private static final double FINEST = 0.06;

  /** How many cycles of the pulls with a cylinder off were seen, and how many were uneven. */
  private static final class Count {
    private int seen;
    private int uneven;

    Count() {}

    Count(List<Double> of, double above) {
      seen = of.size();
      uneven = (int) of.stream().filter(p -> p > above).count();
    }

    double share() {
      return (double) uneven / seen;
    }
  }

  static Roughness of(LoadedSetup setup, List<Pull> pulls, List<Uneven> cycles) {
    double swings = setup.byLoad() ? SWINGS_SECONDS : 0;
    Map<Integer, List<Double>> seen = new TreeMap<>();
    for (Uneven u : cycles) {
      pulls.stream()
          .filter(p -> u.seconds() >= p.from() + swings && u.seconds() <= p.to())
          .findFirst()
          .ifPresent(p -> seen.computeIfAbsent(p.off(), k -> new ArrayList<>()).add(u.percent()));
    }
    seen.values().removeIf(all -> all.size() < FEWEST);
    if (Double.isNaN(setup.unevenPercent()) || seen.size() <= 2) {
      return new Roughness(Kind.NOT_SEEN, 0, Double.NaN, List.of(), List.of());
    }
    double uneven = uneven(setup, seen);
    Map<Integer, Count> of = new TreeMap<>();
    seen.forEach((off, all) -> of.put(off, new Count(all, uneven)));
    return judged(setup, of);
  }

  /**
   * From how much on a cycle is uneven: far beyond what all cycles differ by where the one at fault
   * is off, whichever that is; never more than the pack says.
   */
  private static double uneven(LoadedSetup setup, Map<Integer, List<Double>> seen) {
    double quietest =
        seen.values().stream()
            .mapToDouble(all -> Median.of(all.stream().mapToDouble(p -> p).toArray()))
            .min()
            .orElseThrow();
    return Math.min(setup.unevenPercent(), Math.max(FINEST, FAR_BEYOND * quietest));
  }

  private static Roughness judged(LoadedSetup setup, Map<Integer, Count> of) {
    Count all = but(-1, of);
    boolean rough = atLeast(all) > NOW_AND_THEN;
    boolean even = all.uneven < FEW || atMost(all) <= NOW_AND_THEN;
    List<Integer> cures = new ArrayList<>();
    List<Integer> unsure = new ArrayList<>();
    List<Measured> measured = new ArrayList<>();
    for (Map.Entry<Integer, Count> e : of.entrySet()) {
      Verdict v = Verdict.PASS;
      if (rough && e.getKey() > 0) {
        v = cures(e.getKey(), of);
        if (v == Verdict.FAIL) {
          cures.add(e.getKey());
        } else if (v == Verdict.CANNOT_TELL) {
          unsure.add(e.getKey());
        }
      } else if (rough) {
        v = Verdict.FAIL;
      } else if (!even && e.getKey() == 0) {
        // One more pull with all firing tells more than one with each.
        v = Verdict.CANNOT_TELL;
      }
      double p = e.getValue().share();
      measured.add(
          new Measured(
              UNEVEN,
              e.getKey(),
              100 * p,
              Unit.PERCENT,
              100 * SURE * Math.sqrt(Math.max(p, 1.0 / e.getValue().seen) / e.getValue().seen),
              Double.NEGATIVE_INFINITY,
              100 * NOW_AND_THEN,
              Optional.of(v)));
    }
    if (!rough && !even) {
      return new Roughness(Kind.CANNOT_TELL, 0, 100 * all.share(), measured, List.of(0));
    }
    if (!rough) {
      return new Roughness(Kind.EVEN, 0, 100 * all.share(), measured, List.of());
    }
    for (int c = 1; c <= setup.cylinders(); c++) {
      if (!of.containsKey(c)) {
        unsure.add(c);
      }
    }
    if (cures.size() == 1 && unsure.isEmpty()) {
      double percent = 100 * but(cures.get(0), of).share();
      return new Roughness(Kind.ONE, cures.get(0), percent, measured, List.of());
    }
    double percent = 100 * but(-1, of).share();
    return cures.isEmpty() && unsure.isEmpty()
        ? new Roughness(Kind.NONE, 0, percent, measured, List.of())
        : new Roughness(
            Kind.CANNOT_TELL, 0, percent, measured, unsure.isEmpty() ? List.copyOf(cures) : unsure);
  }

  /** The most that a share may be: two deviations above it. */
  private static double atMost(Count c) {
    return c.share() + SURE * Math.sqrt(c.share() * (1 - c.share()) / c.seen);
  }

  /** What of a share is sure: two deviations below it. */
  private static double atLeast(Count c) {
    return c.share() - SURE * Math.sqrt(c.share() * (1 - c.share()) / c.seen);
  }

  /** All pulls together but those with one cylinder off. */
  private static Count but(int cylinder, Map<Integer, Count> of) {
    Count all = new Count();
    of.forEach(
        (off, c) -> {
          if (off != cylinder) {
            all.seen += c.seen;
            all.uneven += c.uneven;
          }
        });
    return all;
  }

  /**
   * Fails where a cylinder's absence cures it; cannot tell where its pull was too short for that,
   * or where it is less without being gone.
   */
  private static Verdict cures(int cylinder, Map<Integer, Count> of) {
    Count own = of.get(cylinder);
    double others = but(cylinder, of).share();
    boolean gone = own.share() <= LEFT * others;
    double chance = new BinomialDistribution(own.seen, others).cumulativeProbability(own.uneven);
    if (chance < CHANCE) {
      return gone ? Verdict.FAIL : Verdict.CANNOT_TELL;
    }
    return gone ? Verdict.CANNOT_TELL : Verdict.PASS;
  }

  /** What the pressure came to, with what this adds. */
  Judgement with(Judgement pressure) {
    List<Measured> all = new ArrayList<>(pressure.measured());
    all.addAll(measured);
    boolean nothingElse = pressure.verdict() == Verdict.PASS;
    return switch (kind) {
      case NOT_SEEN -> pressure;
      case EVEN -> new Judgement(pressure.verdict(), pressure.says(), all, pressure.next());
      case ONE ->
          new Judgement(
              Verdict.FAIL,
              joined(pressure, LoadedWords.said("fires-irregularly", share(), cylinder)),
              all,
              nothingElse
                  ? LoadedWords.said("injector-of-it", cylinder)
                  : Said.joined(
                      " ", List.of(pressure.next(), LoadedWords.said("injector-of-it", cylinder))));
      case NONE ->
          new Judgement(
              Verdict.FAIL,
              joined(pressure, LoadedWords.said("uneven-whichever-is-off", share())),
              all,
              nothingElse ? LoadedWords.said("fuel-or-crank-sensor") : pressure.next());
      case CANNOT_TELL -> {
        String which =
            unsure.stream()
                .map(c -> c == 0 ? LoadedWords.say("all-firing") : LoadedWords.say("with-off", c))
                .collect(Collectors.joining(", "));
        yield new Judgement(
            nothingElse ? Verdict.CANNOT_TELL : pressure.verdict(),
            joined(
                pressure,
                LoadedWords.said(
                    unsure.equals(List.of(0)) ? "uneven-now-and-then" : "uneven-not-told-which",
                    share())),
            all,
            nothingElse ? LoadedWords.said("repeat", which) : pressure.next());
      }
    };
  }

  private static Said joined(Judgement pressure, Said more) {
    return Said.joined(" ", List.of(pressure.says(), more));
  }

  private Figure share() {
    return new Figure(percent, Unit.PERCENT, 0);
  }
}
