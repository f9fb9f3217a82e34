package hitchlamp.grade;

import hitchlamp.core.fault.Lead;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.scenario.Defect;
import hitchlamp.standin.unit.SimUnit;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * {@code measure guides}: does somebody who follows the guide of the first lead to the letter come
 * to what is wrong? Defects of wires, plugs, fuses and sensors; what only eyes can tell is not
 * graded here.
 */
final class GuidesMeasure {
  private static final int UNITS = 400;
  private static final int HEALTHY = 60;
  private static final long IDLE_MICROS = 60_000_000;
  private static final long APART = 20_000;

  /** Guides whose checks the unit, a meter and plugs answer. */
  private static final Set<String> ELECTRICAL =
      Set.of(
          "sensor-three-wires",
          "sensor-two-wires",
          "sensor-supply",
          "sensor-ground",
          "module-supply");

  private static final String SILENT = "silent-module";

  /**
   * The conclusion that names the very place, by kind of defect: wire, contact, fuse, sensor.
   * Written before any guide is followed.
   */
  private static final Map<Defect.Kind, Set<String>> PLACES =
      Map.of(
          Defect.Kind.WIRE_RESISTANCE, Set.of("signal-open"),
          Defect.Kind.WIRE_SHORT, Set.of("wire-chafed", "chafed"),
          Defect.Kind.LOOSE_CONNECTOR, Set.of("loose"),
          Defect.Kind.SENSOR_DRIFT, Set.of("beside"),
          Defect.Kind.SUPPLY_LOAD, Set.of("chafed"),
          Defect.Kind.GROUND_RESISTANCE, Set.of("wire"),
          Defect.Kind.MODULE_UNPOWERED, Set.of("blown"),
          Defect.Kind.BUS_STUB_CUT, Set.of("stub"),
          Defect.Kind.SUPPLY_DROP, Set.of("holder"));

  /** Where a sensor and not its line pulls a supply down. */
  private static final String ONE_SENSOR = "one-sensor";

  private record Followed(
      LeadCases.Case unit, Optional<String> led, Optional<String> guide, GuideRound.End end) {
    Defect.Kind kind() {
      return unit.present().get(0).kind();
    }

    boolean right() {
      return end != null
          && end.finding().equals(Optional.of(Guide.Finding.FOUND))
          && unit.truth().contains(end.part());
    }

    /** The very place, not only the component. */
    boolean there() {
      boolean sensor = unit.present().get(0).spn() > 0 && kind() == Defect.Kind.SUPPLY_LOAD;
      return right()
          && (sensor ? Set.of(ONE_SENSOR) : PLACES.get(kind())).contains(end.conclusion());
    }

    boolean wrong() {
      return end != null
          && end.finding().equals(Optional.of(Guide.Finding.FOUND))
          && !unit.truth().contains(end.part());
    }

    boolean undecided() {
      return end != null && !right() && !wrong();
    }
  }

  private final PackLibrary shelf = PackLibrary.read(Path.of("packs"));
  private final long seed;
  private final double share;

  /**
   * @param seed first seed
   * @param share of the full number of units
   */
  GuidesMeasure(long seed, double share) {
    this.seed = seed;
    this.share = share;
  }

  void measure(boolean json) throws IOException {
    List<Followed> all =
        IntStream.range(0, (int) (UNITS * share))
            .mapToObj(i -> LeadCases.draw(seed + i, 1))
            .filter(c -> PLACES.containsKey(c.present().get(0).kind()))
            .map(GuidesMeasure::bySensor)
            .toList()
            .parallelStream()
            .map(this::follow)
            .toList();
    List<Followed> led = all.stream().filter(f -> f.end() != null).toList();
    int right = (int) led.stream().filter(Followed::right).count();
    int there = (int) led.stream().filter(Followed::there).count();
    int wrong = (int) led.stream().filter(Followed::wrong).count();
    List<GuideRound.End> sound = sound();
    int claims =
        (int)
            sound.stream()
                .filter(e -> e.finding().equals(Optional.of(Guide.Finding.FOUND)))
                .count();
    Report report = new Report("guides", "Following guides");
    report.say(
        "Simulated trucks, loading shovels, ferries, generating sets and yard tractors, at -30 to 45 °C, drawn from seed "
            + seed
            + " as for [where to start](leads.md); of "
            + (int) (UNITS * share)
            + " units with one defect those "
            + all.size()
            + " whose defect is one of wires, plugs, fuses or sensors. Each is visited as there; then the guide of the first lead is followed to the letter: what the unit can answer is listened for, a meter is put on the harness, plugs are pulled, bridged and wiggled where the guide says so. What is at fault is written down before (`LeadCases`), at the level of the component. Guides and the simulated harness were written by the same people, so this shows that the guides hold together and are followed rightly, not that they fit a real engine. A lead that names another part leads to another guide; questions that only eyes can answer end the round. "
            + (all.size() - led.size())
            + " units set no fault that belongs to today, so nobody is led anywhere.");
    report
        .head("figure", "of", "cases", "share", "one-sided 95 % bound")
        .row(
            "comes to the component at fault",
            right,
            led.size(),
            Share.percent(right, led.size()),
            "at least " + Share.lowest(right, led.size()))
        .row(
            "and to the very place: wire, contact, fuse or the sensor itself",
            there,
            led.size(),
            Share.percent(there, led.size()),
            "at least " + Share.lowest(there, led.size()))
        .row(
            "comes to another component",
            wrong,
            led.size(),
            Share.percent(wrong, led.size()),
            String.format(Locale.ROOT, "at most %.1f %%", 100 * Share.highest(wrong, led.size())))
        .row(
            "sound unit, a guide followed without need, something found",
            claims,
            sound.size(),
            Share.percent(claims, sound.size()),
            String.format(
                Locale.ROOT, "at most %.1f %%", 100 * Share.highest(claims, sound.size())))
        .end();
    kinds(report, led);
    double[] seconds = led.stream().mapToDouble(f -> f.end().seconds()).toArray();
    double[] checks = led.stream().mapToDouble(f -> f.end().way().size()).toArray();
    report.say(
        String.format(
            Locale.ROOT,
            "Checks on the way: median %.0f, most %.0f. Time of the unit's own answers: median %.0f s, longest %.0f s; hands and meter take theirs beside it.",
            Report.median(checks),
            Report.percentile(checks, 1),
            Report.median(seconds),
            Report.percentile(seconds, 1)));
    misses(report, led);
    report.keep("right", (double) right / led.size());
    report.keep("very place", (double) there / led.size());
    report.keep("wrong", (double) wrong / led.size());
    report.keep("claimed on sound units", (double) claims / sound.size());
    report.finish(json);
  }

  private static void kinds(Report report, List<Followed> led) {
    Map<String, int[]> by = new TreeMap<>();
    for (Followed f : led) {
      int[] n =
          by.computeIfAbsent(
              f.kind().name().toLowerCase(Locale.ROOT).replace('_', ' '), k -> new int[5]);
      n[0]++;
      n[1] += f.right() ? 1 : 0;
      n[2] += f.there() ? 1 : 0;
      n[3] += f.undecided() ? 1 : 0;
      n[4] += f.wrong() ? 1 : 0;
    }
    report
        .say("By kind of defect:")
        .head(
            "kind", "cases", "component", "very place", "cannot tell or not here", "another found");
    by.forEach((k, n) -> report.row(k, n[0], n[1], n[2], n[3], n[4]));
    report.end();
  }

  private static void misses(Report report, List<Followed> led) {
    List<Followed> missed = led.stream().filter(f -> !f.there()).toList();
    if (missed.isEmpty()) {
      return;
    }
    report
        .say("Not come to the very place:")
        .head("at fault", "first lead", "guide", "what it came to", "way");
    for (Followed f : missed) {
      report.row(
          f.kind().name().toLowerCase(Locale.ROOT) + ", " + String.join(", ", f.unit().truth()),
          f.led().orElse(""),
          f.guide().orElse("none"),
          f.end().finding().map(x -> x.name().toLowerCase(Locale.ROOT)).orElse("not to an end")
              + " "
              + f.end().part()
              + " "
              + f.end().conclusion(),
          f.end().way().stream()
              .map(e -> e.check() + " " + e.outcome())
              .collect(Collectors.joining(", ")));
    }
    report.end();
  }

  /** Of the supplies that are pulled down every other one is so by one of its sensors. */
  private static LeadCases.Case bySensor(LeadCases.Case c) {
    Defect d = c.present().get(0);
    Integer sensor = Map.of(1, 94, 2, 1209).get(d.line());
    if (d.kind() != Defect.Kind.SUPPLY_LOAD || sensor == null || c.scenario().seed() % 2 == 0) {
      return c;
    }
    Defect by = d.by(sensor);
    List<Defect> all = c.scenario().defects().stream().map(x -> x.equals(d) ? by : x).toList();
    return new LeadCases.Case(
        c.scenario().with(all, c.scenario().history()), List.of(by), c.truth());
  }

  private Followed follow(LeadCases.Case c) {
    SimUnit unit = new SimUnit(c.scenario());
    unit.runUntil(IDLE_MICROS);
    try {
      Visit.Found visit = Visit.to(unit, shelf, f -> {});
      Optional<Lead> lead =
          visit.leads().stream()
              .filter(l -> l.bearing() == hitchlamp.core.fault.Recency.TODAY)
              .findFirst();
      Optional<Component> part = lead.map(l -> visit.pack().components().get(l.id()));
      Optional<Guide> guide = part.flatMap(p -> visit.pack().guidesFor(p).stream().findFirst());
      GuideRound.End end = null;
      if (lead.isPresent()) {
        end =
            guide.isPresent()
                ? new GuideRound(unit, visit, guide.get(), part.orElseThrow()).follow()
                : new GuideRound.End(Optional.empty(), "", "", List.of(), 0);
      }
      return new Followed(c, lead.map(Lead::id), guide.map(Guide::id), end);
    } catch (InterruptedException e) {
      throw new IllegalStateException(e);
    }
  }

  /** On units without any defect, one guide after another of those that need no eyes. */
  private List<GuideRound.End> sound() {
    return IntStream.range(0, (int) (HEALTHY * share))
        .parallel()
        .mapToObj(
            i -> {
              SimUnit unit = new SimUnit(LeadCases.draw(seed + APART + i, 0).scenario());
              unit.runUntil(IDLE_MICROS);
              try {
                Visit.Found visit = Visit.to(unit, shelf, f -> {});
                List<Component> parts = new ArrayList<>();
                for (Component p : visit.pack().components().values()) {
                  if (visit.pack().guidesFor(p).stream()
                      .anyMatch(g -> ELECTRICAL.contains(g.id()) || g.id().equals(SILENT))) {
                    parts.add(p);
                  }
                }
                Component part = parts.get(i % parts.size());
                Guide guide = visit.pack().guidesFor(part).get(0);
                return new GuideRound(unit, visit, guide, part).follow();
              } catch (InterruptedException e) {
                throw new IllegalStateException(e);
              }
            })
        .toList();
  }
}
