package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Median;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.scenario.Scenario;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of one test: each drawn by its seed, run on a simulated unit, and compared. */
abstract class Trials {
  /** What kind of case is drawn. */
  enum Lot {
    SOUND,
    DEFECTIVE,
    /** Conditions are lost or were never there. */
    SPOILED
  }

  /**
   * What a case came to.
   *
   * @param what is wrong, in a word; "sound" where nothing is
   * @param size of it by the test's own measure; 0 where nothing is wrong
   * @param guilty cylinders that are at fault, none where it is none of them
   * @param named what the verdict names
   * @param rule verdict of the rule that people use, with what it names
   * @param stated an interval that the test stated, with what was true; none where it states none
   */
  record Outcome(
      long seed,
      String unit,
      Lot lot,
      String what,
      double size,
      Set<String> guilty,
      Verdict verdict,
      Set<String> named,
      Rule rule,
      String says,
      Optional<Stated> stated) {
    /** Of a test that states no interval. */
    Outcome(
        long seed,
        String unit,
        Lot lot,
        String what,
        double size,
        Set<String> guilty,
        Verdict verdict,
        Set<String> named,
        Rule rule,
        String says) {
      this(seed, unit, lot, what, size, guilty, verdict, named, rule, says, Optional.empty());
    }

    boolean right() {
      return switch (lot) {
        case SOUND -> verdict == Verdict.PASS;
        case DEFECTIVE -> verdict == Verdict.FAIL && named.equals(guilty);
        // What is wrong may have shown before the run was spoiled.
        case SPOILED ->
            verdict == Verdict.CANNOT_TELL
                || verdict == Verdict.FAIL && !named.isEmpty() && named.equals(guilty);
      };
    }

    boolean another() {
      return lot == Lot.DEFECTIVE && verdict == Verdict.FAIL && !guilty.containsAll(named);
    }
  }

  /**
   * An interval that a test stated.
   *
   * @param value in its middle
   * @param plusMinus half of its width
   * @param explained half of the width that the tolerance of the sensors explains, worked out apart
   * @param truth that it should hold
   */
  record Stated(double value, double plusMinus, double explained, double truth) {
    boolean holds() {
      return Math.abs(truth - value) <= plusMinus;
    }

    /** Its width beside what is explained. */
    double width() {
      return plusMinus / explained;
    }
  }

  /** What the rule that people use by eye and ear says: the cylinder, none, or several. */
  record Rule(Set<String> named) {
    static final Rule NONE = new Rule(Set.of());
  }

  /** Units by layout: six in line three times, four in line, eight in vee. */
  private static final List<String> UNITS =
      List.of("road-truck", "loading-shovel", "ferry", "generating-set", "yard-tractor");

  private static final Map<String, String> PACKS =
      Map.of(
          "road-truck", "orrendale-haulward",
          "loading-shovel", "orrendale-gravelwright",
          "ferry", "orrendale-tidewright",
          "generating-set", "orrendale-steadwright",
          "yard-tractor", "orrendale-yardwright");

  private final PackLibrary library;
  private final Map<String, Pack> packs = new HashMap<>();

  Trials(PackLibrary library) {
    this.library = library;
  }

  /** Short name of the test. */
  abstract String id();

  /** What is looked for and how small it may be, as a sentence. */
  abstract String smallest();

  /** Draws a case by its seed and runs it. */
  abstract Outcome run(long seed, Lot lot) throws InterruptedException;

  /** Kinds of units on which the test is drawn. */
  List<String> units() {
    return UNITS;
  }

  /** Share of the usual number of cases: less where each lasts long. */
  double share() {
    return 1;
  }

  /** Figures of its own beside those of every test; none where nothing is added. */
  void also(Report report, List<Outcome> all) {}

  final SplittableRandom random(long seed) {
    return new SplittableRandom(seed * 0x9E3779B97F4A7C15L + id().hashCode()).split();
  }

  final String unit(SplittableRandom r) {
    return units().get(r.nextInt(units().size()));
  }

  static int cylinders(String unit) {
    return switch (unit) {
      case "generating-set" -> 8;
      case "yard-tractor" -> 4;
      default -> 6;
    };
  }

  final synchronized Pack pack(String unit) {
    return packs.computeIfAbsent(unit, u -> library.with(PACKS.get(u)));
  }

  /**
   * A unit of its seed somewhere between -20 and 40 °C and 0 and 2,500 m.
   *
   * @param start "{key-on: yes, engine: no}" or the like
   * @param defects as YAML, separated by commas
   */
  static Scenario scenario(String unit, SplittableRandom r, String start, List<String> defects) {
    return scenario(unit, r, start, defects, -20, 40);
  }

  /** The same between two temperatures, °C. */
  static Scenario scenario(
      String unit,
      SplittableRandom r,
      String start,
      List<String> defects,
      double coldest,
      double warmest) {
    return scenario(unit, r, start, defects, coldest, warmest, 0, 2_500);
  }

  /** The same between two heights above the sea, m: more of them low. */
  static Scenario scenario(
      String unit,
      SplittableRandom r,
      String start,
      List<String> defects,
      double coldest,
      double warmest,
      double lowest,
      double highest) {
    double celsius = coldest + (warmest - coldest) * r.nextDouble();
    double kpa =
        101.3 * Math.exp(-(lowest + (highest - lowest) * Math.pow(r.nextDouble(), 2)) / 8_400);
    int hours = 1_000 + r.nextInt(12_000);
    return Scenario.read(
        "case",
        String.format(
            Locale.ROOT,
            "scenario: case\ntitle: Case\nunit: %s\nseed: %d\nvin: SMW0TPR1400018204\n"
                + "ambient: {celsius: %.1f, kpa: %.1f}\nhistory: {from: %d, hours: %d}\n"
                + "start: %s\ndefects: [%s]\n",
            unit,
            1 + r.nextInt(1_000_000),
            celsius,
            kpa,
            hours - 5,
            hours,
            start,
            String.join(", ", defects)));
  }

  /** A defect of the first engine of a unit. */
  static String defect(String unit, String kind, double size, String rest) {
    return String.format(
        Locale.ROOT,
        "{kind: %s, size: %.5f%s%s}",
        kind,
        size,
        rest.isEmpty() ? "" : ", " + rest,
        unit.equals("ferry") ? ", side: port" : "");
  }

  /** Percent of the median that each of some figures is. */
  static double[] shares(double[] all) {
    double median = Median.of(all);
    return Arrays.stream(all).map(c -> 100 * c / median).toArray();
  }

  /** Every figure of a verdict, for who looks into a case. */
  static String figures(Judgement of) {
    return of.measured().stream()
        .map(
            m ->
                String.format(
                    Locale.ROOT, "%s %d %.3f±%.3f", m.name(), m.place(), m.value(), m.plusMinus()))
        .collect(Collectors.joining("; "));
  }

  /** Places whose figures of a name fail. */
  static Set<String> failed(Judgement of, String name) {
    return of.named(name).stream()
        .filter(m -> m.verdict().equals(Optional.of(Verdict.FAIL)))
        .map(Measured::place)
        .map(String::valueOf)
        .collect(Collectors.toSet());
  }
}
