package hitchlamp.grade;

import hitchlamp.core.agreement.Cause;
import hitchlamp.core.agreement.Disagreement;
import hitchlamp.core.agreement.Evidence;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.scenario.Defect;
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
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * {@code measure agreement}: is a sensor that is off within its range named by what the others say,
 * and no sound one?
 */
final class AgreementMeasure {
  private static final List<String> UNITS =
      List.of(
          "road-truck", "road-truck", "loading-shovel", "ferry", "generating-set", "yard-tractor");
  private static final int SOUND = 300;
  private static final int OFF = 600;
  private static final long SECOND = 1_000_000;
  private static final double TEN = 10;

  /** When the sensors are read. */
  private enum When {
    COLD,
    /** Switched off warm, minutes to hours ago. */
    COOLING,
    IDLING
  }

  private record Case(Scenario scenario, When when, Defect defect, double minutes) {}

  private record Done(Case of, Evidence evidence) {
    List<Disagreement> disagreements() {
      return evidence.disagreements();
    }

    String truth() {
      return LeadCases.truth(of.defect(), of.scenario().unit());
    }

    boolean named() {
      return disagreements().stream()
          .anyMatch(d -> d.certain() && d.causes().get(0).id().equals(truth()));
    }

    /** Named among several, of which a gauge tells the right one. */
    boolean amongSeveral() {
      return !named()
          && disagreements().stream()
              .anyMatch(d -> d.causes().stream().anyMatch(c -> c.id().equals(truth())));
    }

    boolean wrong() {
      return disagreements().stream()
          .anyMatch(d -> d.causes().stream().noneMatch(c -> c.id().equals(truth())));
    }

    String blamed() {
      return disagreements().stream()
          .map(d -> d.causes().stream().map(Cause::id).collect(Collectors.joining("|")))
          .collect(Collectors.joining(", "));
    }
  }

  private final PackLibrary packs = PackLibrary.read(Path.of("packs"));
  private final long seed;
  private final double share;

  /**
   * @param seed first seed
   * @param share of the full number of cases
   */
  AgreementMeasure(long seed, double share) {
    this.seed = seed;
    this.share = share;
  }

  void measure(boolean json) throws IOException {
    List<Done> sound = visit((int) Math.ceil(SOUND * share), 0, false);
    List<Done> off = visit((int) Math.ceil(OFF * share), 50_000, true);
    List<Done> accused = sound.stream().filter(d -> !d.disagreements().isEmpty()).toList();
    long wrong = off.stream().filter(Done::wrong).count();
    Report report = new Report("agreement", "Agreement of sensors");
    report
        .say(
            "Trucks, loading shovels, ferries, generating sets and yard tractors drawn from seed "
                + seed
                + ", at -30 to 45 °C and 0 to 3,000 m: key on after a night, key on minutes to hours after they were switched off warm, or idling warm. One sensor or one of its lines is off within its range, over all sizes, also too small to be seen; the component that stands for it is known before anything is read.")
        .head("figure", "of", "cases", "share", "one-sided 95 % bound")
        .row(
            "sound, a sensor blamed",
            accused.size(),
            sound.size(),
            Share.percent(accused.size(), sound.size()),
            String.format(
                Locale.ROOT, "%.1f %%", 100 * Share.highest(accused.size(), sound.size())))
        .row(
            "one is off, another is blamed",
            wrong,
            off.size(),
            Share.percent(wrong, off.size()),
            "")
        .end();
    report
        .say("What is off, by kind, moment and size:")
        .head("kind", "when", "size", "cases", "named", "one of several", "another", "nothing");
    Map<String, List<Done>> by = new TreeMap<>();
    off.forEach(d -> by.computeIfAbsent(row(d), k -> new ArrayList<>()).add(d));
    by.forEach(
        (row, all) -> {
          String[] cells = row.split("/");
          report.row(
              cells[0],
              cells[1],
              cells[2],
              all.size(),
              all.stream().filter(Done::named).count(),
              all.stream().filter(Done::amongSeveral).count(),
              all.stream().filter(Done::wrong).count(),
              all.stream().filter(d -> d.disagreements().isEmpty()).count());
        });
    report.end();
    List<Done> bad = new ArrayList<>(accused);
    off.stream().filter(Done::wrong).forEach(bad::add);
    if (!bad.isEmpty()) {
      report.say("Wrongly blamed:").head("seed", "unit", "when", "defect", "°C", "blamed", "says");
      for (Done d : bad) {
        report.row(
            d.of().scenario().seed(),
            d.of().scenario().unit(),
            d.of().when() + String.format(Locale.ROOT, " %.0f min", d.of().minutes()),
            d.of().defect() == null
                ? "none"
                : d.of().defect().kind() + " " + d.truth() + " " + d.of().defect().size(),
            d.of().scenario().ambientC(),
            d.blamed(),
            d.disagreements().stream()
                .map(x -> x.says().toString())
                .collect(Collectors.joining(" ")));
      }
      report.end();
    }
    report.keep("accused", accused.size()).keep("wrong", wrong);
    report.finish(json);
  }

  private static String row(Done d) {
    Defect x = d.of().defect();
    double size = Math.abs(x.size());
    String bin =
        switch (x.kind()) {
          case SENSOR_DRIFT -> size < 3 ? "1 small" : size < 8 ? "2 middle" : "3 large";
          case WIRE_RESISTANCE -> size < 300 ? "1 small" : size < 5_000 ? "2 middle" : "3 large";
          default -> size < 12 ? "1 small" : size < 60 ? "2 middle" : "3 large";
        };
    return x.kind().name().toLowerCase(Locale.ROOT).replace('_', ' ')
        + "/"
        + d.of().when()
        + "/"
        + bin;
  }

  private List<Done> visit(int count, long offset, boolean off) {
    return IntStream.range(0, count)
        .parallel()
        .mapToObj(i -> read(draw(seed + offset + i, off)))
        .toList();
  }

  private static Case draw(long seed, boolean off) {
    SplittableRandom r = new SplittableRandom(seed * 11 + 3).split();
    String unit = UNITS.get(r.nextInt(UNITS.size()));
    When when = When.values()[r.nextInt(3)];
    double metres = unit.equals("ferry") ? 0 : 3_000 * r.nextDouble();
    // The standard atmosphere (ISO 2533), 101.325 kPa at sea level.
    double kpa = 101.325 * Math.pow(1 - 2.25577e-5 * metres, 5.2559);
    String text =
        String.format(
            Locale.ROOT,
            "scenario: a\ntitle: A\nunit: %s\nseed: %d\nvin: SMW0TPR1400018204\nambient: {celsius: %.0f, kpa: %.1f}\nstart: {key-on: yes, engine: %s}\n",
            unit,
            seed,
            -30 + 75 * r.nextDouble(),
            kpa,
            when == When.COLD ? "no" : "yes");
    Scenario scenario = Scenario.read("a", text);
    Defect d = off ? LeadCases.inRange(r, 1_000) : null;
    double minutes = when == When.COOLING ? Math.pow(TEN, 2.3 * r.nextDouble()) : 0;
    return new Case(
        off ? scenario.with(List.of(d), new Scenario.History(1_000, 1_000.1, 20_000)) : scenario,
        when,
        d,
        minutes);
  }

  private Done read(Case c) {
    SimUnit unit = new SimUnit(c.scenario());
    unit.runUntil(10 * SECOND);
    if (c.when() == When.COOLING) {
      unit.runUntil(60 * SECOND);
      unit.key(EngineState.Key.OFF);
      unit.runUntil(unit.now() + Math.round(c.minutes() * 60 * SECOND));
      unit.key(EngineState.Key.ON);
      unit.runUntil(unit.now() + 8 * SECOND);
    } else if (c.when() == When.IDLING) {
      unit.runUntil(120 * SECOND);
    }
    try {
      return new Done(c, Visit.agreement(unit, packs));
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }
}
