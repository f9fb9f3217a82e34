package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.conversion.Conversion;
import hitchlamp.core.trial.conversion.ConversionJudge;
import hitchlamp.core.trial.conversion.ConversionSeen;
import hitchlamp.core.trial.conversion.ConversionSetup;
import hitchlamp.core.trial.conversion.PlanStage;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.stream.Collectors;

/** Cases of the conversion: a truck that somebody drives as the plan says. */
final class ConversionTrials extends Trials {
  private static final int BEFORE = 3216;
  private static final int BEHIND = 3226;

  /**
   * What each defect should be named as. Weak fluid and too little of it bring the same ammonia:
   * they stand together, and a refractometer and a beaker tell them apart.
   */
  private static final Map<String, Set<String>> CAUSES =
      Map.ofEntries(
          Map.entry("drift-before", Set.of("before")),
          Map.entry("drift-behind", Set.of("behind")),
          Map.entry("stuck-before", Set.of("before")),
          Map.entry("stuck-behind", Set.of("behind")),
          Map.entry("cold-before", Set.of("before")),
          Map.entry("cold-behind", Set.of("behind")),
          Map.entry("exhaust-leak", Set.of("leak")),
          Map.entry("scr-aged", Set.of("catalyst")),
          Map.entry("fluid-diluted", Set.of("ammonia")),
          Map.entry("fluid-injector-fouled", Set.of("ammonia")),
          Map.entry("fluid-pump-worn", Set.of("dosing")),
          Map.entry("egr-stuck", Set.of("raw")));

  private static final List<String> KINDS = CAUSES.keySet().stream().sorted().toList();

  /** Defects that leave both sensors telling the truth, so that what they tell holds it. */
  private static final Set<String> SENSORS_TRUE =
      Set.of("scr-aged", "fluid-diluted", "fluid-injector-fouled", "egr-stuck");

  private static final double USUAL_PPM = 195;
  private static final double LONGEST = 2_600;

  ConversionTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "conversion";
  }

  @Override
  String smallest() {
    return "a sensor 20 % off where the truck cruises, stuck, or with a heater 15 % weak; 10 % of air behind the catalyst; a catalyst with an eighth of its sites, which converts 70 % of what it did;"
        + " half of the urea or of the dosed quantity missing; a pump that builds no pressure; a recirculation valve stuck shut";
  }

  @Override
  List<String> units() {
    return List.of("road-truck");
  }

  @Override
  double share() {
    return 0.12;
  }

  /** Whether the intervals that a test stated hold the truth, and how wide they are. */
  @Override
  void also(Report report, List<Outcome> all) {
    List<Stated> of = all.stream().flatMap(o -> o.stated().stream()).toList();
    if (of.isEmpty()) {
      return;
    }
    long held = of.stream().filter(Stated::holds).count();
    double[] widths = of.stream().mapToDouble(Stated::width).sorted().toArray();
    report
        .say(
            "The stated 95 % interval, where both sensors are within their tolerance; it should hold the truth in 92 to 98 % and be no wider than the tolerance explains (worked out apart, first order):")
        .head(
            "holds the truth",
            "of",
            "share",
            "at least",
            "at most",
            "width beside explained, median",
            "widest")
        .row(
            held,
            of.size(),
            Share.percent(held, of.size()),
            String.format(
                Locale.ROOT, "%.1f %%", 100 * (1 - Share.highest(of.size() - held, of.size()))),
            String.format(Locale.ROOT, "%.1f %%", 100 * Share.highest(held, of.size())),
            String.format(Locale.ROOT, "%.2f", widths[widths.length / 2]),
            String.format(Locale.ROOT, "%.2f", widths[widths.length - 1]))
        .end();
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    SplittableRandom r = random(seed);
    String unit = unit(r);
    String kind = KINDS.get(r.nextInt(KINDS.size()));
    if (lot == Lot.SPOILED) {
      // A sensor that sleeps or sticks shows in a spoiled drive all the same, and may.
      kind = r.nextBoolean() ? "scr-aged" : "fluid-diluted";
    }
    double size = size(kind, r);
    boolean defective = lot == Lot.DEFECTIVE || lot == Lot.SPOILED && r.nextBoolean();
    List<String> defects = new ArrayList<>();
    if (defective) {
      defects.add(written(unit, kind, size));
    }
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects, -10, 38);
    try (TestRig rig = new TestRig(s, pack(unit), "conversion", 3)) {
      Driver driver = new Driver(rig, r.nextDouble() * 30, 76 + 10 * r.nextDouble(), spoil);
      rig.unit().drive("load", String.format(Locale.ROOT, "%.1f", 5 + 25 * r.nextDouble()));
      rig.hands(driver::drive);
      rig.begin(8);
      BenchState<?> end = rig.run(LONGEST);
      Judgement j = end.judgement();
      return new Outcome(
          seed,
          unit,
          lot,
          spoil == null ? defective ? kind : "sound" : spoil.name(),
          defective ? 100 * Math.abs(size) : 0,
          lot == Lot.DEFECTIVE ? CAUSES.get(kind) : Set.of(),
          j.verdict(),
          named(j),
          rule(j),
          j.says() + " " + end.ending() + " " + driver.figures(end),
          lot == Lot.SPOILED || defective && !SENSORS_TRUE.contains(kind)
              ? Optional.empty()
              : driver.stated(end));
    }
  }

  private static String written(String unit, String kind, double size) {
    return switch (kind) {
      case "drift-before" -> defect(unit, "sensor-drift", size * USUAL_PPM, "spn: " + BEFORE);
      case "drift-behind" -> defect(unit, "sensor-drift", size * USUAL_PPM, "spn: " + BEHIND);
      case "stuck-before" -> defect(unit, "gas-sensor-stuck", 0, "spn: " + BEFORE);
      case "stuck-behind" -> defect(unit, "gas-sensor-stuck", 0, "spn: " + BEHIND);
      case "cold-before" -> defect(unit, "gas-sensor-cold", size, "spn: " + BEFORE);
      case "cold-behind" -> defect(unit, "gas-sensor-cold", size, "spn: " + BEHIND);
      default -> defect(unit, kind, size, "");
    };
  }

  private static double size(String kind, SplittableRandom r) {
    double u = r.nextDouble() * r.nextDouble();
    double sign = r.nextBoolean() ? 1 : -1;
    return switch (kind) {
      case "drift-before", "drift-behind" -> sign * (0.2 + 0.5 * u);
      case "cold-before", "cold-behind" -> u < 0.3 ? 1 : 0.15 + 0.8 * u;
      case "exhaust-leak" -> 0.1 + 0.4 * u;
      case "scr-aged" -> 0.88 + 0.1 * u;
      case "fluid-diluted", "fluid-injector-fouled" -> 0.5 + 0.45 * u;
      case "fluid-pump-worn" -> 0.95 + 0.05 * u;
      default -> 0;
    };
  }

  private static Set<String> named(Judgement j) {
    if (j.verdict() != Verdict.FAIL) {
      return Set.of();
    }
    return j.parts().stream()
        .filter(p -> p.verdict() == Verdict.FAIL)
        .map(Judgement.Part::id)
        .collect(Collectors.toSet());
  }

  /** The rule that people use: less than 70 % is the catalyst. */
  private static Rule rule(Judgement j) {
    double c = j.named("conversion").stream().mapToDouble(Measured::value).findFirst().orElse(100);
    return c < 70 ? new Rule(Set.of("catalyst")) : Rule.NONE;
  }

  /** How a drive is spoiled. */
  enum Spoil {
    /** It only idles. */
    NEVER_WARM,
    /** It stops again and again. */
    NEVER_STEADY,
    /** The key goes off after a while. */
    KEY_OFF,
    /** It is judged before the sensors are awake. */
    TOO_SOON
  }

  /** Somebody at the wheel who does what the far view says. */
  private static final class Driver {
    private final TestRig rig;
    private final double late;
    private final double cruise;
    private final Spoil spoil;
    private final ConversionSetup setup;
    private final List<Double> before = new ArrayList<>();
    private final List<Double> behind = new ArrayList<>();
    private boolean off;

    Driver(TestRig rig, double late, double cruise, Spoil spoil) {
      this.rig = rig;
      this.late = late;
      this.cruise = cruise;
      this.spoil = spoil;
      this.setup = new Conversion().read(rig.test(), rig.pack());
    }

    /** What the figures were, for who looks at a case, and what conversion really was. */
    String figures(BenchState<?> end) {
      StringBuilder all = new StringBuilder();
      for (Measured m : end.judgement().measured()) {
        if (m.place() == 0) {
          all.append(String.format(Locale.ROOT, " %s %.1f", m.name(), m.value()));
        }
      }
      return all.append(String.format(Locale.ROOT, " truly %.1f", truly(end))).toString();
    }

    /**
     * What conversion was stated, with what was true. What tolerance explains is worked out by
     * hand: each sensor's greatest error as a rectangle, first order, twice the standard deviation.
     */
    Optional<Stated> stated(BenchState<?> end) {
      double truth = truly(end);
      return end.judgement().measured().stream()
          .filter(m -> m.place() == 0 && m.name().equals("conversion"))
          .filter(m -> !Double.isNaN(m.plusMinus()) && !Double.isNaN(truth))
          .findFirst()
          .map(m -> new Stated(m.value(), m.plusMinus(), explained(m.value(), end), truth));
    }

    private double explained(double percent, BenchState<?> end) {
      double in =
          end.judgement().measured().stream()
              .filter(m -> m.place() == 0 && m.name().equals("before"))
              .mapToDouble(Measured::value)
              .findFirst()
              .orElse(USUAL_PPM);
      double passes = 1 - percent / 100;
      double share = setup.sensorShare() / 100 * passes * Math.sqrt(2);
      double ppm = setup.sensorPpm() / in * Math.sqrt(1 + passes * passes);
      return 100 * 2 * Math.hypot(share, ppm) / Math.sqrt(3);
    }

    double truly(BenchState<?> end) {
      if (!(end.observed() instanceof ConversionSeen seen)) {
        return Double.NaN;
      }
      double in = 0;
      double out = 0;
      for (int row : ConversionJudge.judged(setup, seen.rows())) {
        in += before.get(Math.min(row, before.size() - 1));
        out += behind.get(Math.min(row, behind.size() - 1));
      }
      return 100 * (1 - out / in);
    }

    void drive(BenchState<?> state) {
      if (state.observed() instanceof ConversionSeen seen && seen.rows().size() > before.size()) {
        Aftertreatment a = rig.unit().firstEngine().aftertreatment();
        before.add(a.noxIn());
        behind.add(a.scr().noxOut());
      }
      if (!(state.observed() instanceof ConversionSeen seen) || off) {
        return;
      }
      int gone = seen.rows().size();
      double kmh = seen.rows().isEmpty() ? 0 : seen.rows().get(gone - 1).kmh();
      if (spoil == Spoil.TOO_SOON && gone > 40 + late || spoil == Spoil.NEVER_WARM && gone > 500) {
        rig.act("enough");
        return;
      }
      if (spoil == Spoil.KEY_OFF && gone > 100 + 4 * late) {
        off = true;
        rig.unit().key(hitchlamp.standin.model.EngineState.Key.OFF);
        rig.act("enough");
        return;
      }
      if (spoil == Spoil.NEVER_STEADY && gone > 900 || gone > LONGEST - 150) {
        rig.act("enough");
        return;
      }
      if (spoil == Spoil.NEVER_WARM) {
        return;
      }
      boolean overrun =
          seen.plan().stream().allMatch(s -> s.over() || s.kind() == PlanStage.Kind.OVERRUN)
              && !seen.plan().isEmpty();
      double wanted = spoil == Spoil.NEVER_STEADY ? (gone / 15 % 2 == 0 ? cruise : 20) : cruise;
      rig.unit().drive("gear", "d");
      double pedal = overrun ? 0 : 0.4 + 0.06 * (wanted - kmh);
      rig.unit().pedal(Math.max(0, Math.min(1, pedal)));
      rig.unit().drive("brake", spoil == Spoil.NEVER_STEADY && kmh > wanted + 10 ? "0.3" : "0");
    }
  }
}
