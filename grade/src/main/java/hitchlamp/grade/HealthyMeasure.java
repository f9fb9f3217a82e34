package hitchlamp.grade;

import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.fault.Lead;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.TreeMap;
import java.util.stream.IntStream;

/**
 * {@code measure healthy}: sound units under the hardest honest use, in all seasons and up to 3,000
 * m. Whatever they set is false.
 */
final class HealthyMeasure {
  private static final int UNITS = 500;
  private static final long SECOND = 1_000_000;

  /** What a sound unit is asked to do before the visit. */
  private enum Use {
    IDLE("idles for ten minutes", "road-truck", "loading-shovel", "ferry", "yard-tractor"),
    COLD_START(
        "stood cold, is started, idles for three minutes",
        "road-truck",
        "loading-shovel",
        "generating-set",
        "yard-tractor"),
    GRADE("full pedal, 30 t up a grade of 6 % for six minutes", "road-truck"),
    LEVEL("full pedal through the gears on the level for five minutes", "road-truck"),
    DOWNHILL("30 t down a grade of 5 %, braked, for four minutes", "road-truck"),
    PARKED("parked for an hour, idling", "road-truck"),
    FULL_AHEAD("full ahead for a quarter of an hour", "ferry"),
    WORK("full pedal and idle in turn for ten minutes", "loading-shovel"),
    TEST_RUN("a quarter of an hour at 290 kW, taken on in one step", "generating-set"),
    SHUNTING("full pedal with 24 t and stopped again, six times", "yard-tractor"),
    REGENERATION("its filter burned clean, parked, all the way", "road-truck", "loading-shovel"),
    REFILLED("driven with little exhaust fluid, refilled, driven on", "road-truck"),
    RESTARTS("switched off hot and started again, three times", "road-truck", "ferry");

    private final String says;
    private final List<String> units;

    Use(String says, String... units) {
      this.says = says;
      this.units = List.of(units);
    }
  }

  private record Case(Scenario scenario, Use use, double celsius, double metres) {}

  private record Done(Case of, List<KnownFault> faults, List<Lead> leads) {}

  private final PackLibrary packs = PackLibrary.read(Path.of("packs"));
  private final long seed;
  private final double share;

  /**
   * @param seed first seed
   * @param share of the full number of units
   */
  HealthyMeasure(long seed, double share) {
    this.seed = seed;
    this.share = share;
  }

  void measure(boolean json) throws IOException {
    int count = (int) Math.ceil(UNITS * share);
    List<Done> done =
        IntStream.range(0, count).parallel().mapToObj(i -> live(draw(seed + i))).toList();
    List<Done> loud = done.stream().filter(d -> !d.faults().isEmpty()).toList();
    List<Done> accused = done.stream().filter(d -> !d.leads().isEmpty()).toList();
    Report report = new Report("healthy", "Sound units under the hardest honest use");
    report
        .say(
            "Sound trucks, loading shovels, ferries, generating sets and yard tractors, drawn from seed "
                + seed
                + ", at -30 to 45 °C and 0 to 3,000 m. Each has lived 60 hours there, is used as the table says, and is then visited: roll call, all faults, leads. A fault in any module counts, of today or of the 60 hours.")
        .head("figure", "of", "units", "share", "one-sided 95 % bound", "aim")
        .row(
            "units with any fault",
            loud.size(),
            count,
            Share.percent(loud.size(), count),
            bound(loud.size(), count),
            "0, bound under 1 %")
        .row(
            "units with any lead",
            accused.size(),
            count,
            Share.percent(accused.size(), count),
            bound(accused.size(), count),
            "0, bound under 1 %")
        .end();
    report.say("By use:").head("use", "units", "with a fault", "faults");
    Map<Use, List<Done>> by = new TreeMap<>();
    done.forEach(d -> by.computeIfAbsent(d.of().use(), u -> new ArrayList<>()).add(d));
    by.forEach(
        (use, all) ->
            report.row(
                use.says,
                all.size(),
                all.stream().filter(d -> !d.faults().isEmpty()).count(),
                faults(all)));
    report.end();
    if (!loud.isEmpty()) {
      report.say("Units with a fault:").head("seed", "unit", "use", "°C", "m", "faults", "leads");
      loud.forEach(
          d ->
              report.row(
                  d.of().scenario().seed(),
                  d.of().scenario().unit().name().toLowerCase(Locale.ROOT),
                  d.of().use().name().toLowerCase(Locale.ROOT),
                  d.of().celsius(),
                  d.of().metres(),
                  faults(List.of(d)),
                  String.join(", ", d.leads().stream().map(Lead::id).toList())));
      report.end();
    }
    report.keep("faulty", loud.size()).keep("accused", accused.size());
    report.finish(json);
  }

  private static String bound(int bad, int of) {
    return String.format(Locale.ROOT, "%.1f %%", 100 * Share.highest(bad, of));
  }

  private static String faults(List<Done> all) {
    Map<String, Integer> n = new TreeMap<>();
    all.forEach(
        d ->
            d.faults()
                .forEach(f -> n.merge(f.kind() + " " + f.spn() + "/" + f.fmi(), 1, Integer::sum)));
    return n.isEmpty() ? "" : n.toString();
  }

  private static Case draw(long seed) {
    SplittableRandom r = new SplittableRandom(seed * 7 + 1).split();
    Use use = Use.values()[r.nextInt(Use.values().length)];
    String unit = use.units.get(r.nextInt(use.units.size()));
    double celsius = Math.rint(-30 + 75 * r.nextDouble());
    double metres = unit.equals("ferry") ? 0 : Math.rint(3_000 * r.nextDouble());
    // The standard atmosphere (ISO 2533), 101.325 kPa at sea level.
    double kpa = 101.325 * Math.pow(1 - 2.25577e-5 * metres, 5.2559);
    double now = 1_000 + r.nextInt(9_000);
    boolean runs = use != Use.COLD_START;
    String text =
        String.format(
            Locale.ROOT,
            "scenario: h\ntitle: H\nunit: %s\nseed: %d\nvin: SMW0TPR1400018204\nambient: {celsius: %.0f, kpa: %.1f}\nstart: {key-on: yes, engine: %s}\nhistory: {from: %.1f, hours: %.1f}\n",
            unit,
            seed,
            celsius,
            kpa,
            runs ? "yes" : "no",
            now - 60,
            now);
    return new Case(Scenario.read("h", text), use, celsius, metres);
  }

  private Done live(Case c) {
    SimUnit unit = new SimUnit(c.scenario());
    use(unit, c.use());
    try {
      Visit.Found found = Visit.to(unit, packs, f -> {});
      return new Done(c, found.reading().faults(), found.leads());
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  private static void pass(SimUnit unit, double seconds) {
    unit.runUntil(unit.now() + Math.round(seconds * SECOND));
  }

  private static void use(SimUnit unit, Use use) {
    switch (use) {
      case IDLE -> pass(unit, 600);
      case COLD_START -> {
        pass(unit, 10);
        crank(unit);
        pass(unit, 180);
      }
      case GRADE -> drive(unit, 30, 6, 1, 360);
      case LEVEL -> drive(unit, 12, 0, 1, 300);
      case DOWNHILL -> {
        drive(unit, 15, 0, 1, 60);
        unit.drive("grade", "-5");
        unit.pedal(0);
        unit.drive("brake", "0.08");
        pass(unit, 240);
        unit.drive("brake", "1");
        unit.drive("grade", "0");
        pass(unit, 30);
      }
      case PARKED -> pass(unit, 3_600);
      case FULL_AHEAD -> {
        unit.pedal(1);
        pass(unit, 900);
        unit.pedal(0);
        pass(unit, 30);
      }
      case WORK -> {
        for (int i = 0; i < 20; i++) {
          unit.pedal(1);
          pass(unit, 20);
          unit.pedal(0);
          pass(unit, 10);
        }
      }
      case TEST_RUN -> {
        pass(unit, 60);
        unit.drive("load", "290");
        pass(unit, 900);
        unit.drive("load", "0");
        pass(unit, 60);
      }
      case SHUNTING -> {
        unit.drive("load", "24");
        unit.drive("gear", "d");
        for (int i = 0; i < 6; i++) {
          unit.drive("brake", "0");
          unit.pedal(1);
          pass(unit, 25);
          unit.pedal(0);
          unit.drive("brake", "0.5");
          pass(unit, 25);
        }
      }
      case REGENERATION -> {
        pass(unit, 900);
        unit.regenerate();
        pass(unit, 30);
        for (int i = 0; i < 60 && unit.regenerates(); i++) {
          pass(unit, 60);
        }
        pass(unit, 300);
      }
      case REFILLED -> {
        unit.eachEngine(e -> e.fillFluid(3));
        drive(unit, 20, 1, 0.8, 400);
        unit.eachEngine(e -> e.fillFluid(57));
        drive(unit, 20, 1, 0.8, 400);
      }
      case RESTARTS -> {
        for (int i = 0; i < 3; i++) {
          pass(unit, 60);
          unit.key(EngineState.Key.OFF);
          pass(unit, 30);
          unit.key(EngineState.Key.ON);
          pass(unit, 8);
          crank(unit);
        }
        pass(unit, 60);
      }
    }
  }

  private static void crank(SimUnit unit) {
    unit.key(EngineState.Key.CRANK);
    for (int i = 0; i < 60 && !unit.cab(1).engineRunning(); i++) {
      pass(unit, 0.25);
    }
    unit.key(EngineState.Key.ON);
  }

  private static void drive(SimUnit unit, double tonnes, double grade, double pedal, double s) {
    unit.drive("load", String.valueOf(tonnes));
    unit.drive("gear", "d");
    unit.pedal(0.7);
    pass(unit, 15);
    unit.drive("grade", String.valueOf(grade));
    unit.pedal(pedal);
    pass(unit, s);
    if (grade >= 0) {
      unit.pedal(0);
      unit.drive("grade", "0");
      unit.drive("brake", "0.4");
      pass(unit, 40);
    }
  }
}
