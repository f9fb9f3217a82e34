package hitchlamp.core.trial.coils;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.trial.coils.CoilSample.Heard;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;

/** What the samples of the injector circuits come to. */
final class CoilsJudge {
  /** Figures: current pulls in after so long, share of the median; supply share that holds it. */
  static final String RISE = "rise";

  static final String HOLD = "hold";

  /** Figure: volts at the lower wire at rest. */
  static final String REST = "rest";

  /** Below this share of the supply at rest nothing feeds the lower wire; above, too much does. */
  private static final double NOTHING_FEEDS = 0.2;

  private static final double SUPPLY_FEEDS = 0.85;

  /** Less current than this is none, A: common practice, no source. */
  private static final double NO_CURRENT = 1;

  /** Banks whose rises differ by more than this share have not the same driver volts. */
  private static final double BANKS_DIFFER = 0.1;

  private CoilsJudge() {}

  /** What is wrong with a circuit. */
  enum Finding {
    FINE,
    OPEN,
    TO_GROUND,
    TO_SUPPLY,
    SLOW,
    FAST,
    RESISTANCE,
    /** A current flows and never pulls in. */
    WEAK,
    /** Electrically fine, and no click. */
    SILENT,
    NOT_SAMPLED
  }

  static Judgement of(CoilsSetup setup, CoilsSeen seen) {
    if (seen.told() > 0 && seen.told() != setup.cylinders()) {
      return Judgement.cannotTell(
          CoilWords.said("another-count", seen.told(), setup.cylinders()),
          CoilWords.said("choose-the-right-pack"));
    }
    Map<Integer, CoilSample> of =
        seen.samples().stream()
            .collect(Collectors.toMap(CoilSample::cylinder, s -> s, (a, b) -> b, TreeMap::new));
    List<Integer> open = setup.order().stream().filter(c -> !of.containsKey(c)).toList();
    double rise = median(of.values(), CoilSample::riseMicros);
    double hold = median(of.values(), CoilSample::holdPercent);
    Optional<List<Integer>> weak = weakBank(setup, of).or(() -> deadBank(setup, of));
    Map<Integer, Finding> found = new TreeMap<>();
    for (CoilSample s : of.values()) {
      boolean suspect = weak.isPresent() && weak.get().contains(s.cylinder());
      found.put(s.cylinder(), finding(setup, s, rise, hold, suspect || weak.isPresent()));
    }
    List<Measured> measured = measured(setup, of, found, rise, hold);
    List<Integer> wrong =
        found.entrySet().stream()
            .filter(e -> e.getValue() != Finding.FINE && e.getValue() != Finding.NOT_SAMPLED)
            .map(Map.Entry::getKey)
            .toList();
    if (weak.isPresent() && wrong.stream().allMatch(weak.get()::contains)) {
      return new Judgement(
          Verdict.FAIL,
          CoilWords.said("driver", words(weak.get())),
          measured,
          CoilWords.said("check-the-driver"),
          List.of());
    }
    if (!wrong.isEmpty() && wrong.stream().allMatch(x -> mayBeItsDriver(setup, found, x))) {
      return new Judgement(
          Verdict.CANNOT_TELL,
          CoilWords.said("late-or-its-driver", words(wrong), words(open)),
          measured,
          CoilWords.said("run-it-again"));
    }
    if (!wrong.isEmpty()) {
      return wrong(found, of, measured, rise, hold, wrong, open);
    }
    if (!open.isEmpty() || found.containsValue(Finding.NOT_SAMPLED)) {
      List<Integer> missing = new ArrayList<>(open);
      found.forEach((c, f) -> addWhere(f == Finding.NOT_SAMPLED, c, missing));
      return new Judgement(
          Verdict.CANNOT_TELL,
          CoilWords.said("not-driven", words(missing)),
          measured,
          CoilWords.said("run-it-again"));
    }
    return new Judgement(
        Verdict.PASS,
        CoilWords.said("all-fine", Figure.whole(spread(measured), Unit.PERCENT)),
        measured,
        CoilWords.said("look-at-fuel-and-compression"));
  }

  private static void addWhere(boolean yes, int cylinder, List<Integer> to) {
    if (yes) {
      to.add(cylinder);
    }
  }

  private static String words(List<Integer> cylinders) {
    return cylinders.stream().sorted().map(String::valueOf).collect(Collectors.joining(", "));
  }

  private static double spread(List<Measured> measured) {
    return measured.stream()
        .filter(m -> m.name().equals(RISE) && m.known())
        .mapToDouble(m -> Math.abs(m.value() - 100))
        .max()
        .orElse(0);
  }

  private static double median(Collection<CoilSample> all, ToDoubleFunction<CoilSample> of) {
    return Median.of(all.stream().mapToDouble(of).toArray());
  }

  /** The bank all of whose currents rise late together, by its driver. */
  private static Optional<List<Integer>> weakBank(CoilsSetup setup, Map<Integer, CoilSample> of) {
    if (setup.banks().size() < 2) {
      return Optional.empty();
    }
    double[] medians = new double[2];
    for (int b = 0; b < 2; b++) {
      List<CoilSample> bank =
          setup.banks().get(b).stream().filter(of::containsKey).map(of::get).toList();
      double[] rises =
          bank.stream().mapToDouble(CoilSample::riseMicros).filter(r -> !Double.isNaN(r)).toArray();
      medians[b] = median(bank, CoilSample::riseMicros);
      // All of a bank, and all alike: what is wrong with one injector is not its driver.
      double spread = Arrays.stream(rises).max().orElse(0) / Arrays.stream(rises).min().orElse(1);
      if (rises.length < 2
          || rises.length < setup.banks().get(b).size()
          || spread - 1 > BANKS_DIFFER) {
        return Optional.empty();
      }
    }
    double least = Arrays.stream(medians).min().orElse(Double.NaN);
    double most = Arrays.stream(medians).max().orElse(Double.NaN);
    int late = medians[0] > medians[1] ? 0 : 1;
    List<Integer> bank = setup.banks().get(late);
    double first = bank.stream().mapToDouble(c -> of.get(c).riseMicros()).min().orElse(0);
    return most / least - 1 > BANKS_DIFFER && first / least - 1 > BANKS_DIFFER / 2
        ? Optional.of(bank)
        : Optional.empty();
  }

  /** The bank none of whose currents pull in, though its wires are at rest as they should be. */
  private static Optional<List<Integer>> deadBank(CoilsSetup setup, Map<Integer, CoilSample> of) {
    if (setup.banks().size() < 2 || !of.keySet().containsAll(setup.order())) {
      return Optional.empty();
    }
    List<List<Integer>> dead =
        setup.banks().stream()
            .filter(b -> b.stream().allMatch(c -> neverPullsIn(of.get(c))))
            .toList();
    boolean otherWorks =
        setup.banks().stream()
            .filter(b -> !dead.contains(b))
            .anyMatch(b -> b.stream().noneMatch(c -> neverPullsIn(of.get(c))));
    return dead.size() == 1 && otherWorks ? Optional.of(dead.get(0)) : Optional.empty();
  }

  private static boolean neverPullsIn(CoilSample s) {
    double rest = s.restVolts() / s.supplyVolts();
    return Double.isNaN(s.riseMicros()) && rest >= NOTHING_FEEDS && rest <= SUPPLY_FEEDS;
  }

  /** Late, and nothing fine is known of its bank while some of it was not driven. */
  private static boolean mayBeItsDriver(CoilsSetup setup, Map<Integer, Finding> found, int c) {
    Finding f = found.get(c);
    if (f != Finding.SLOW && f != Finding.WEAK) {
      return false;
    }
    List<Integer> bank =
        setup.banks().stream().filter(b -> b.contains(c)).findFirst().orElse(List.of());
    boolean whole = bank.stream().allMatch(x -> found.containsKey(x) && drove(found.get(x)));
    return !whole && bank.stream().noneMatch(x -> found.get(x) == Finding.FINE);
  }

  private static boolean drove(Finding f) {
    return f != Finding.NOT_SAMPLED;
  }

  private static Finding finding(
      CoilsSetup setup, CoilSample s, double rise, double hold, boolean banksDiffer) {
    if (!s.sampled() || Double.isNaN(s.supplyVolts())) {
      return Finding.NOT_SAMPLED;
    }
    double rest = s.restVolts() / s.supplyVolts();
    if (rest > SUPPLY_FEEDS) {
      return Finding.TO_SUPPLY;
    }
    if (rest < NOTHING_FEEDS) {
      return s.earlyAmps() < NO_CURRENT ? Finding.OPEN : Finding.TO_GROUND;
    }
    double late = 100 * (s.riseMicros() / rise - 1);
    double more = 100 * (s.holdPercent() / hold - 1);
    if (Double.isNaN(s.riseMicros())) {
      return s.earlyAmps() < NO_CURRENT ? Finding.OPEN : Finding.WEAK;
    }
    if (Double.isNaN(s.holdPercent()) || Math.abs(more) > setup.offPercent()) {
      return Finding.RESISTANCE;
    }
    if (!banksDiffer && late > setup.slowPercent()) {
      return Finding.SLOW;
    }
    if (!banksDiffer && late < -setup.fastPercent()) {
      return Finding.FAST;
    }
    return s.heard() == Heard.SILENT ? Finding.SILENT : Finding.FINE;
  }

  private static List<Measured> measured(
      CoilsSetup setup,
      Map<Integer, CoilSample> of,
      Map<Integer, Finding> found,
      double rise,
      double hold) {
    List<Measured> all = new ArrayList<>();
    of.forEach(
        (c, s) -> {
          Verdict v =
              switch (found.get(c)) {
                case FINE -> Verdict.PASS;
                case NOT_SAMPLED -> Verdict.CANNOT_TELL;
                default -> Verdict.FAIL;
              };
          all.add(
              new Measured(
                  RISE,
                  c,
                  100 * s.riseMicros() / rise,
                  Unit.PERCENT,
                  Double.NaN,
                  100 - setup.fastPercent(),
                  100 + setup.slowPercent(),
                  Optional.of(v)));
          all.add(
              new Measured(
                  HOLD,
                  c,
                  100 * s.holdPercent() / hold,
                  Unit.PERCENT,
                  Double.NaN,
                  100 - setup.offPercent(),
                  100 + setup.offPercent(),
                  Optional.empty()));
          all.add(Measured.shown(REST, c, s.restVolts(), Unit.VOLT));
        });
    return all;
  }

  private static Judgement wrong(
      Map<Integer, Finding> found,
      Map<Integer, CoilSample> of,
      List<Measured> measured,
      double rise,
      double hold,
      List<Integer> wrong,
      List<Integer> open) {
    List<Said> says = new ArrayList<>();
    List<Judgement.Part> parts = new ArrayList<>();
    found.forEach(
        (c, f) -> {
          Said said = said(f, of.get(c), rise, hold);
          if (wrong.contains(c)) {
            says.add(said);
          }
          parts.add(
              new Judgement.Part(
                  String.valueOf(c),
                  CoilWords.say("injector", c),
                  f == Finding.FINE
                      ? Verdict.PASS
                      : f == Finding.NOT_SAMPLED ? Verdict.CANNOT_TELL : Verdict.FAIL,
                  said,
                  wrong.contains(c) ? next(f) : Said.plain("")));
        });
    if (!open.isEmpty()) {
      says.add(CoilWords.said("not-driven", words(open)));
    }
    return new Judgement(
        Verdict.FAIL, Said.joined(" ", says), measured, next(found.get(wrong.get(0))), parts);
  }

  private static Said said(Finding f, CoilSample s, double rise, double hold) {
    int c = s.cylinder();
    Figure late = Figure.whole(100 * (s.riseMicros() / rise - 1), Unit.PERCENT);
    return switch (f) {
      case FINE -> CoilWords.said("finding-fine", c);
      case OPEN -> CoilWords.said("finding-open", c);
      case TO_GROUND -> CoilWords.said("finding-to-ground", c);
      case TO_SUPPLY -> CoilWords.said("finding-to-supply", c);
      case SLOW -> CoilWords.said("finding-slow", c, late);
      case FAST -> CoilWords.said("finding-fast", c, late);
      case RESISTANCE ->
          CoilWords.said(
              "finding-resistance",
              c,
              Figure.whole(100 * (s.holdPercent() / hold - 1), Unit.PERCENT));
      case WEAK -> CoilWords.said("finding-weak", c);
      case SILENT -> CoilWords.said("finding-silent", c);
      case NOT_SAMPLED -> CoilWords.said("finding-not-sampled", c);
    };
  }

  private static Said next(Finding f) {
    return CoilWords.said(
        switch (f) {
          case OPEN, RESISTANCE, WEAK -> "measure-plug-and-coil";
          case TO_GROUND, TO_SUPPLY -> "unplug-and-run-again";
          case SILENT -> "renew-the-injector";
          default -> "swap-with-a-neighbour";
        });
  }
}
