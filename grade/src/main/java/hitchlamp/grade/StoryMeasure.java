package hitchlamp.grade;

import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.fault.KnownFault;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.story.Background;
import hitchlamp.core.story.Finding;
import hitchlamp.core.story.Findings;
import hitchlamp.core.story.ModuleStory;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.words.Said;
import hitchlamp.standin.scenario.Scenario;
import hitchlamp.standin.unit.SimUnit;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** {@code measure story}: is it found when faults were cleared before the unit came in? */
final class StoryMeasure {
  private static final int EACH = 200;
  private static final long IDLE_MICROS = 60_000_000;
  private static final long APART = 5_000;

  private record Graded(StoryCases.Case unit, Visit.Found found, List<Finding> findings) {
    StoryReading story() {
      return found.story().orElseThrow();
    }

    boolean wiped() {
      return findings.stream().anyMatch(Finding::wiped);
    }

    /** It claims what did not happen. */
    boolean falsely() {
      return unit.cleared().isEmpty()
          && findings.stream()
              .anyMatch(
                  f ->
                      f.kind() == Finding.Kind.WIPED_LATELY
                          || f.kind() == Finding.Kind.WIPED_ONCE && unit.earlier().isEmpty());
    }

    boolean nothingStored() {
      return found.reading().faults().isEmpty();
    }

    boolean notReady() {
      return story().modules().stream()
          .map(ModuleStory::readiness)
          .flatMap(Optional::stream)
          .anyMatch(r -> !r.notReady().isEmpty());
    }

    boolean aFaultThatBeganLately() {
      double now = found.reading().engineHours().orElse(Double.NaN);
      return found.reading().faults().stream()
          .map(KnownFault::firstHour)
          .allMatch(h -> h.isEmpty() || now - h.getAsDouble() < 20);
    }
  }

  private static final int ENGINES = 20;

  private final PackLibrary shelf = PackLibrary.read(Path.of("packs"));
  private final long seed;
  private final double share;

  /**
   * @param seed first seed
   * @param share of the full number of cases
   */
  StoryMeasure(long seed, double share) {
    this.seed = seed;
    this.share = share;
  }

  void measure(boolean json) throws IOException {
    List<Graded> wiped = visit(true, 0);
    List<Graded> left = visit(false, APART);
    List<Graded> open = wiped.stream().filter(g -> !g.unit().hidesTime()).toList();
    int found = (int) open.stream().filter(Graded::wiped).count();
    int all = (int) wiped.stream().filter(Graded::wiped).count();
    int wrong = (int) left.stream().filter(Graded::falsely).count();
    Report report = new Report("story", "What was wiped");
    report.say(
        "Simulated trucks, loading shovels, ferries, generating sets and yard tractors, at -30 to 45 °C, drawn from seed "
            + seed
            + ", that have lived 360 engine hours with up to three defects, mended ones among them. In half of them somebody cleared all modules 0.3 to 20 h before the visit. Of the others many were cleared 70 to 290 h before, after a repair. One engine module in five keeps no trail, in one unit in five no module tells how long ago it was cleared (DM21, DM26). Units that hide both are counted apart, fixed before any unit is visited: what is left to see there, monitors, permanent faults and protection records, is there only where something of that kind was wiped. The tool reads roll, faults and story at idle.");
    report
        .head("figure", "of", "cases", "share", "one-sided 95 % bound", "aim")
        .row(
            "cleared before arrival, found",
            found,
            open.size(),
            Share.percent(found, open.size()),
            "at least " + Share.lowest(found, open.size()),
            "95 %")
        .row(
            "the same with units that tell no time of a clear at all",
            all,
            wiped.size(),
            Share.percent(all, wiped.size()),
            "at least " + Share.lowest(all, wiped.size()),
            "")
        .row(
            "not cleared before arrival, claimed",
            wrong,
            left.size(),
            Share.percent(wrong, left.size()),
            String.format(Locale.ROOT, "at most %.1f %%", 100 * Share.highest(wrong, left.size())),
            "2 %")
        .end();
    report
        .say("Beside it on the same units, what a rule of thumb calls cleared:")
        .head("rule", "cleared, found", "not cleared, claimed");
    rule(report, "findings", wiped, left, Graded::wiped, Graded::falsely);
    rule(report, "no fault is stored", wiped, left, Graded::nothingStored, Graded::nothingStored);
    rule(report, "a monitor has not run", wiped, left, Graded::notReady, Graded::notReady);
    rule(
        report,
        "no fault is older than 20 h",
        wiped,
        left,
        Graded::aFaultThatBeganLately,
        Graded::aFaultThatBeganLately);
    report.end();
    hiding(report, wiped);
    times(report, wiped);
    oneEngine(report);
    claims(report, left);
    report.keep("found", (double) found / open.size());
    report.keep("false", (double) wrong / left.size());
    report.finish(json);
  }

  private static void rule(
      Report report,
      String name,
      List<Graded> wiped,
      List<Graded> left,
      java.util.function.Predicate<Graded> found,
      java.util.function.Predicate<Graded> claimed) {
    report.row(
        name,
        Share.percent(wiped.stream().filter(found).count(), wiped.size()),
        Share.percent(left.stream().filter(claimed).count(), left.size()));
  }

  private static void hiding(Report report, List<Graded> wiped) {
    Map<String, int[]> by = new TreeMap<>();
    for (Graded g : wiped) {
      int[] n =
          by.computeIfAbsent(
              g.unit().hiding().isEmpty() ? "nothing" : g.unit().hiding(), k -> new int[2]);
      n[0]++;
      n[1] += g.wiped() ? 1 : 0;
    }
    report.say("By what the modules hide:").head("hidden", "cases", "found");
    by.forEach((k, n) -> report.row(k, n[0], n[1]));
    report.end();
  }

  /** What was claimed falsely, each with its reasons. */
  private static void claims(Report report, List<Graded> left) {
    List<Graded> wrong = left.stream().filter(Graded::falsely).toList();
    if (wrong.isEmpty()) {
      return;
    }
    report.say("Claimed falsely:").head("seed", "reasons");
    for (Graded g : wrong) {
      report.row(
          g.unit().scenario().seed(),
          g.findings().stream()
              .filter(Finding::wiped)
              .flatMap(f -> f.reasons().stream().map(Said::toString))
              .collect(Collectors.joining(" ")));
    }
    report.end();
  }

  /** Time of a whole story, beside the time that its frames take on the bus alone. */
  private static void times(Report report, List<Graded> units) {
    double[] seconds =
        units.stream()
            .mapToDouble(g -> (g.story().endedMicros() - g.story().startedMicros()) / 1e6)
            .toArray();
    report.say(
        String.format(
            Locale.ROOT,
            "The story of all modules at 250 kbit/s: median %.1f s, slowest %.1f s.",
            Report.median(seconds),
            Report.percentile(seconds, 1)));
  }

  /**
   * The story of one engine beside what no tool could beat: the module's own delays and the time of
   * its frames on the bus, none of them overlapping since it answers one question at a time.
   */
  private void oneEngine(Report report) {
    Scenario base = Scenario.read(Path.of("standin/scenarios/tipper-6.yaml"));
    double[] took = new double[ENGINES];
    double[] bounds = new double[ENGINES];
    double[] ratios = new double[ENGINES];
    for (int i = 0; i < ENGINES; i++) {
      SimUnit unit = new SimUnit(base.withSeed(seed + i));
      unit.runUntil(IDLE_MICROS);
      List<StampedFrame> frames = new ArrayList<>();
      Map<Integer, Long> before = new HashMap<>();
      long[] began = {0};
      StoryReading story;
      try {
        story =
            Visit.engineStory(
                unit,
                shelf,
                frames::add,
                () -> {
                  before.putAll(unit.delays());
                  began[0] = unit.now();
                });
      } catch (InterruptedException e) {
        throw new IllegalStateException(e);
      }
      took[i] = (story.endedMicros() - story.startedMicros()) / 1e6;
      bounds[i] = Measure.bound(unit, before, frames, began[0], base.bus()) / 1e6;
      ratios[i] = took[i] / bounds[i];
    }
    report.say(
        String.format(
            Locale.ROOT,
            "The story of the engine alone, %d units: median %.2f s; what no tool could beat (its delays and its frames on the bus) %.2f s; ratio median %.2f, worst %.2f.",
            ENGINES,
            Report.median(took),
            Report.median(bounds),
            Report.median(ratios),
            Report.percentile(ratios, 1)));
    report.keep("engine story over bound", Report.median(ratios));
  }

  private List<Graded> visit(boolean wiped, long offset) {
    return IntStream.range(0, (int) (EACH * share))
        .parallel()
        .mapToObj(
            i -> {
              StoryCases.Case c = StoryCases.draw(seed + offset + i, wiped);
              SimUnit unit = new SimUnit(c.scenario());
              unit.runUntil(IDLE_MICROS);
              try {
                Visit.Found found = Visit.to(unit, shelf, f -> {}, true);
                return new Graded(
                    c,
                    found,
                    Findings.of(
                        found.story().orElseThrow(),
                        new Background(Optional.of(found.reading()), List.of(), Optional.empty()),
                        found.pack()));
              } catch (InterruptedException e) {
                throw new IllegalStateException(e);
              }
            })
        .toList();
  }
}
