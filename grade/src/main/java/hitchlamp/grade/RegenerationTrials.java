package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.regeneration.BurnRow;
import hitchlamp.core.trial.regeneration.BurnStage;
import hitchlamp.core.trial.regeneration.RegenerationSeen;
import hitchlamp.core.trial.regeneration.TimeLeft;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Cases of the forced regeneration: sound trucks must come clean, what keeps one from burning must
 * be named, and none is called clean that is not.
 */
final class RegenerationTrials extends Trials {
  /** Soot truly left from which on a filter that is called clean was called so falsely. */
  private static final double NOT_CLEAN = 0.25;

  private static final double WITHIN = 0.2;
  private static final int TRIES = 20;

  /** One case in so many begins behind an attempt that was broken off, hot. */
  private static final int HOT_ONE_IN = 3;

  private static final double HOT_FROM_C = 200;
  private static final double ZERO_C = 273.15;

  /** What people go by: a catalyst that has not reached this is bad. */
  private static final double PEOPLE_WANT_C = 480;

  /** Soot truly left where the test passed it, by seed and lot. */
  private final ConcurrentHashMap<String, Double> called = new ConcurrentHashMap<>();

  /**
   * Exhaust gas behind the catalyst where one began behind another attempt, °C, by seed and lot.
   */
  private final ConcurrentHashMap<String, Double> hot = new ConcurrentHashMap<>();

  /** Of the time left: told, least, most, true, s. */
  private final ConcurrentHashMap<String, double[]> told = new ConcurrentHashMap<>();

  RegenerationTrials(PackLibrary library) {
    super(library);
  }

  @Override
  String id() {
    return "regeneration";
  }

  @Override
  String smallest() {
    return "what keeps a regeneration from its end on that truck: carbon in the doser's nozzle, a shut-off valve that hardly opens, a worn oxidation catalyst, a filter without its cladding, each so large that it truly fails. Sound are filters with 30 to 110 % of soot, estimated up to 20 % off. Spoiled are those that somebody ends, and those whose estimate or pressure is wrong. One in three begins behind an attempt that was broken off after 2 to 25 minutes, up to 10 minutes before";
  }

  @Override
  List<String> units() {
    return List.of("road-truck");
  }

  @Override
  double share() {
    return 0.2;
  }

  /** What is wrong, with what the verdict may call it. */
  private enum What {
    DOSER("doser-fouled", 0.55, 0.97, Set.of("doser-blocked")),
    SHUT_OFF("doser-shut", 0.8, 1, Set.of("no-fuel")),
    CATALYST("catalyst-aged", 0.85, 1, Set.of("burns-late", "not-lighting")),
    CLADDING("filter-bare", 8, 20, Set.of("heat-lost"));

    private final String defect;
    private final double least;
    private final double most;
    private final Set<String> called;

    What(String defect, double least, double most, Set<String> called) {
      this.defect = defect;
      this.least = least;
      this.most = most;
      this.called = called;
    }
  }

  /** How a run is spoiled. */
  private enum Spoil {
    KEY_OFF,
    PEDAL,
    ENDED,
    /** The module believes far less soot than there is. */
    ESTIMATE_LOW,
    INLET_HOSE_OFF,
    OUTLET_HOSE_OFF,
    HOSES_SWAPPED,
    CRACKED,
    PRESSURE_OFF
  }

  @Override
  Outcome run(long seed, Lot lot) throws InterruptedException {
    for (int i = 0; ; i++) {
      Optional<Outcome> of = drawn(seed, seed + 7_919_000L * i, lot);
      // On this truck it does no harm: nobody could call it a defect.
      if (of.isPresent()) {
        return of.get();
      }
      if (i == TRIES) {
        throw new IllegalStateException("no case of " + seed + " fails");
      }
    }
  }

  private Optional<Outcome> drawn(long seed, long drawn, Lot lot) throws InterruptedException {
    SplittableRandom r = random(drawn + lot.ordinal());
    String unit = unit(r);
    What what = What.values()[r.nextInt(What.values().length)];
    double size = what.least + (what.most - what.least) * r.nextDouble();
    Spoil spoil = lot == Lot.SPOILED ? Spoil.values()[r.nextInt(Spoil.values().length)] : null;
    List<String> defects = new ArrayList<>();
    if (lot == Lot.DEFECTIVE) {
      defects.add(defect(unit, what.defect, size, ""));
    } else if (spoil != null) {
      wrong(unit, spoil, r).ifPresent(defects::add);
    }
    double soot = 0.3 + 0.8 * r.nextDouble();
    double off = 0.8 + 0.4 * r.nextDouble();
    double late = r.nextDouble();
    double[] before =
        r.nextInt(HOT_ONE_IN) == 0
            ? new double[] {120 + 1_380 * r.nextDouble(), 600 * r.nextDouble()}
            : new double[0];
    Scenario s = scenario(unit, r, "{key-on: yes, engine: yes}", defects, -10, 40);
    try (TestRig rig = new TestRig(s, pack(unit), "regeneration", 6)) {
      Aftertreatment a = rig.unit().firstEngine().aftertreatment();
      if (before.length > 0) {
        attempt(rig, a, before[0], before[1]);
      }
      int clean = a.heatUp().completed();
      double outC = a.catalyst().cell().outK() - ZERO_C;
      a.filter().soot(soot * a.fullKg());
      double believed = spoil == Spoil.ESTIMATE_LOW ? 0.4 * soot : off * soot;
      a.estimate().begin(Math.max(0.2, Math.min(1.2, believed)) * a.fullKg());
      Looks looks = new Looks(rig, spoil, late);
      rig.hands(looks::look);
      rig.begin(40);
      BenchState<?> end = rig.run(6_000);
      double left = a.filter().soot() / a.fullKg();
      if (lot == Lot.DEFECTIVE && a.heatUp().completed() > clean) {
        return Optional.empty();
      }
      String key = lot + " " + seed;
      if (before.length > 0) {
        hot.put(key, outC);
      }
      looks.told(late).ifPresent(t -> told.put(key, t));
      Judgement j = end.judgement();
      if (j.verdict() == Verdict.PASS) {
        called.put(key, left);
      }
      Set<String> parts = j.parts().stream().map(Judgement.Part::id).collect(Collectors.toSet());
      boolean right = lot == Lot.DEFECTIVE && !parts.isEmpty() && what.called.containsAll(parts);
      // Burned clean in spite of it, and said so: that is right.
      boolean sound = lot == Lot.SPOILED && j.verdict() == Verdict.PASS && left <= NOT_CLEAN;
      return Optional.of(
          new Outcome(
              seed,
              unit,
              lot,
              lot == Lot.DEFECTIVE ? what.name() : spoil == null ? "sound" : spoil.name(),
              lot == Lot.DEFECTIVE ? 100 * size : 100 * soot,
              lot == Lot.DEFECTIVE ? right ? parts : what.called : Set.of(),
              sound ? Verdict.CANNOT_TELL : j.verdict(),
              parts,
              rule(end.observed()),
              j.says()
                  + " "
                  + end.ending()
                  + " "
                  + end.says()
                  + " (left "
                  + Math.round(100 * left)
                  + " %)"));
    }
  }

  /** Somebody tried before, and broke it off. */
  private static void attempt(TestRig rig, Aftertreatment a, double seconds, double rest)
      throws InterruptedException {
    a.filter().soot(0.8 * a.fullKg());
    a.estimate().begin(0.8 * a.fullKg());
    a.heatUp().ask();
    rig.pass(seconds);
    a.heatUp().stop();
    rig.pass(rest);
  }

  private static Optional<String> wrong(String unit, Spoil spoil, SplittableRandom r) {
    return switch (spoil) {
      case INLET_HOSE_OFF -> Optional.of(defect(unit, "filter-hose-inlet-off", 0, ""));
      case OUTLET_HOSE_OFF -> Optional.of(defect(unit, "filter-hose-outlet-off", 0, ""));
      case HOSES_SWAPPED -> Optional.of(defect(unit, "filter-hoses-swapped", 0, ""));
      case CRACKED -> Optional.of(defect(unit, "filter-cracked", 0.1 + 0.6 * r.nextDouble(), ""));
      case PRESSURE_OFF ->
          Optional.of(
              defect(
                  unit,
                  "sensor-drift",
                  (r.nextBoolean() ? 1 : -1) * (1 + 2 * r.nextDouble()),
                  "spn: 3251"));
      default -> Optional.empty();
    };
  }

  /** By thumb: a catalyst that does not get hot is bad. */
  private static Rule rule(Object seen) {
    return seen instanceof RegenerationSeen s
            && s.rows().stream().noneMatch(row -> row.outC() > PEOPLE_WANT_C)
        ? new Rule(Set.of("burns-late"))
        : Rule.NONE;
  }

  @Override
  void also(Report report, List<Outcome> all) {
    List<Outcome> failed = all.stream().filter(o -> o.lot() == Lot.DEFECTIVE).toList();
    long right = failed.stream().filter(Outcome::right).count();
    List<Double> left = List.copyOf(called.values());
    long falsely = left.stream().filter(l -> l > NOT_CLEAN).count();
    List<double[]> times = List.copyOf(told.values());
    long holds = times.stream().filter(t -> t[3] >= t[1] && t[3] <= t[2]).count();
    long near = times.stream().filter(t -> Math.abs(t[0] - t[3]) <= WITHIN * t[3]).count();
    double[] widths = times.stream().mapToDouble(t -> (t[2] - t[1]) / t[3]).sorted().toArray();
    report
        .say("Of its own:")
        .head("figure", "of", "cases", "share", "at least", "at most", "aim")
        .row(row("cause of a failed one right", right, failed.size(), "90 % and more"))
        .row(row("called clean with more than a quarter left", falsely, left.size(), "1 % at most"))
        .row(row("interval of the time left holds", holds, times.size(), "85 to 97 %"))
        .row(row("time left within 20 %", near, times.size(), "of each"))
        .end();
    List<Outcome> warm =
        all.stream().filter(o -> hot.containsKey(o.lot() + " " + o.seed())).toList();
    report.say(
        String.format(
            Locale.ROOT,
            "Begun behind another attempt: %d, %d of them with more than %.0f °C behind the catalyst; of their %d sound ones %d passed, of their %d defective ones %d were right.",
            warm.size(),
            hot.values().stream().filter(c -> c > HOT_FROM_C).count(),
            HOT_FROM_C,
            of(warm, Lot.SOUND).count(),
            of(warm, Lot.SOUND).filter(o -> o.verdict() == Verdict.PASS).count(),
            of(warm, Lot.DEFECTIVE).count(),
            of(warm, Lot.DEFECTIVE).filter(Outcome::right).count()));
    if (widths.length > 0) {
      report.say(
          String.format(
              Locale.ROOT,
              "The time left is told at one moment of each burn that came to its end, drawn between its middle and its last twentieth. The interval is %.2f of the true time wide in the middle, %.2f at most.",
              widths[widths.length / 2],
              widths[widths.length - 1]));
    }
  }

  private static Stream<Outcome> of(List<Outcome> all, Lot lot) {
    return all.stream().filter(o -> o.lot() == lot);
  }

  private static Object[] row(String what, long n, int of, String aim) {
    return new Object[] {
      what,
      n,
      of,
      Share.percent(n, of),
      Share.lowest(n, of),
      String.format(Locale.ROOT, "%.1f %%", n == of ? 100 : 100 * Share.highest(n, of)),
      aim
    };
  }

  /** Somebody who looks on, and may spoil it. */
  private static final class Looks {
    private final TestRig rig;
    private final Spoil spoil;
    private final double late;
    private final List<double[]> times = new ArrayList<>();
    private double over = Double.NaN;
    private boolean spoiled;

    Looks(TestRig rig, Spoil spoil, double late) {
      this.rig = rig;
      this.spoil = spoil;
      this.late = late;
    }

    void look(BenchState<?> state) {
      if (!(state.observed() instanceof RegenerationSeen seen) || seen.rows().isEmpty()) {
        return;
      }
      BurnRow now = seen.rows().get(seen.rows().size() - 1);
      if (seen.stage() == BurnStage.BURN) {
        TimeLeft l = seen.left().orElse(null);
        if (times.isEmpty() || now.seconds() > times.get(times.size() - 1)[0]) {
          times.add(
              l == null
                  ? new double[] {now.seconds(), Double.NaN, 0, 0}
                  : new double[] {now.seconds(), l.seconds(), l.least(), l.most()});
        }
      } else if (seen.stage() == BurnStage.COOL_DOWN && Double.isNaN(over)) {
        over = now.seconds();
      }
      if (!spoiled && seen.stage() != BurnStage.NONE && now.seconds() > 60 + 1_500 * late) {
        spoiled = true;
        switch (spoil == null ? Spoil.CRACKED : spoil) {
          case KEY_OFF -> rig.unit().key(EngineState.Key.OFF);
          case PEDAL -> rig.unit().pedal(0.6);
          case ENDED -> rig.act("end");
          default -> {}
        }
      }
    }

    /** What was told at one moment of the second half of a burn that came to its end. */
    Optional<double[]> told(double where) {
      if (times.isEmpty() || Double.isNaN(over)) {
        return Optional.empty();
      }
      double began = times.get(0)[0];
      double at = began + (0.5 + 0.45 * where) * (over - began);
      return times.stream()
          .filter(t -> t[0] >= at)
          .findFirst()
          .map(t -> new double[] {t[1], t[2], t[3], over - t[0]});
    }
  }
}
