package hitchlamp.grade;

import hitchlamp.core.bus.Link;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TracePoint;
import hitchlamp.core.station.LockStep;
import hitchlamp.core.station.Station;
import hitchlamp.core.trace.FaultListening;
import hitchlamp.core.trace.Trace;
import hitchlamp.core.trace.TraceEntry;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.standin.model.EngineState;
import hitchlamp.standin.unit.SimUnit;
import hitchlamp.standin.wiring.Harness;
import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Somebody who follows a guide to the letter on a simulated unit, in virtual time: lets the unit
 * answer what it can, puts a meter on the harness, pulls plugs. Knows nothing of what is wrong.
 */
final class GuideRound {
  private static final int MOST_CHECKS = 60;
  private static final long WAKES_MICROS = 3_000_000;
  private static final long LOOK_MICROS = 250_000;
  private static final long PLUG_MICROS = 8_000_000;

  /** What is said to a question that no meter answers, by guide and check; the roll answers one. */
  private static final Map<String, String> SAID = Map.of("sensor-ground/wiggle", "still");

  private static final String STILL_SILENT = "silent-module/still";

  /**
   * @param finding what the guide came to; empty where the person cannot answer one of its checks
   * @param part component that was found; empty where none was
   * @param conclusion id of the check that it ended with; empty where it came to no end
   */
  record End(
      Optional<Guide.Finding> finding,
      String part,
      String conclusion,
      List<TraceEntry> way,
      double seconds) {}

  private final SimUnit unit;
  private final Visit.Found visit;
  private final Guide guide;
  private final Component part;
  private final GuideHands hands;
  private final List<TraceEntry> entries = new ArrayList<>();

  GuideRound(SimUnit unit, Visit.Found visit, Guide guide, Component part) {
    this.unit = unit;
    this.visit = visit;
    this.guide = guide;
    this.part = part;
    this.hands = new GuideHands(unit, visit.pack(), part);
  }

  /** Follows the guide to its end. */
  End follow() throws InterruptedException {
    long began = unit.now();
    try (Link link = new LockStepLink(unit, f -> {})) {
      Station station = Visit.claimed(unit, link, new Station.Listener() {});
      for (int i = 0; i < MOST_CHECKS; i++) {
        Trace trace = Trace.of(guide, part, entries);
        if (trace.conclusion().isPresent()) {
          Guide.Conclusion c = trace.conclusion().get();
          String found = c.of(part, visit.pack()).map(Component::id).orElse("");
          return end(Optional.of(c.finding()), found, trace.at().orElseThrow().id(), began);
        }
        Optional<TraceEntry> answer = answer(trace, link, station);
        if (answer.isEmpty()) {
          return end(Optional.empty(), "", "", began);
        }
        entries.add(answer.get());
      }
      return end(Optional.empty(), "", "", began);
    } finally {
      hands.done();
    }
  }

  private End end(Optional<Guide.Finding> finding, String found, String conclusion, long began) {
    return new End(finding, found, conclusion, List.copyOf(entries), (unit.now() - began) / 1e6);
  }

  private Optional<TraceEntry> answer(Trace trace, Link link, Station station)
      throws InterruptedException {
    Guide.Check check = trace.at().orElseThrow();
    hands.before(guide.id(), check.id());
    if (check.asks() instanceof Guide.FaultNow f) {
      return heard(f, link, station).filter(a -> a.outcome().isPresent()).map(trace::told);
    }
    if (check.asks() instanceof Guide.Meter m) {
      return Optional.of(trace.measured(reading(m, link, station)));
    }
    if (check.asks() instanceof Guide.Action) {
      return Optional.of(trace.answer(Guide.DONE));
    }
    String question = guide.id() + "/" + check.id();
    if (question.equals(STILL_SILENT)) {
      boolean silent = visit.roll().silentKinds().contains(part.module());
      return Optional.of(trace.answer(silent ? "silent" : "answers"));
    }
    return Optional.ofNullable(SAID.get(question)).map(trace::answer);
  }

  private Optional<UnitAnswer> heard(Guide.FaultNow f, Link link, Station station)
      throws InterruptedException {
    key(true, link, station);
    String module = part.module().isEmpty() ? Pack.ENGINE : part.module();
    Optional<ModuleRef> target =
        visit.roll().modules(visit.pack()).stream()
            .filter(t -> t.kind().equals(module))
            .findFirst();
    if (target.isEmpty()) {
      return Optional.empty();
    }
    FaultListening listens = new FaultListening(f, f.signsOf(part), target.get());
    station.run(listens);
    Iterator<String> pulls = f.gone() ? hands.hanging().iterator() : List.<String>of().iterator();
    long next = station.now() + PLUG_MICROS;
    while (!listens.finished()) {
      if (pulls.hasNext() && station.now() >= next) {
        hands.pull(pulls.next());
        next = station.now() + PLUG_MICROS;
      }
      passes(LOOK_MICROS, link, station);
    }
    return listens.result();
  }

  private double reading(Guide.Meter m, Link link, Station station) throws InterruptedException {
    key(m.power() == Guide.Power.KEY_ON, link, station);
    Harness.Reading r = unit.meter(at(m.red()), at(m.black()), m.quantity() == Guide.Quantity.OHMS);
    return r.noEnd() ? Double.POSITIVE_INFINITY : r.value();
  }

  private String at(String point) {
    return TracePoint.resolve(visit.pack().wiring(), part.base(), point).orElseThrow();
  }

  private void key(boolean on, Link link, Station station) throws InterruptedException {
    boolean is = !unit.cab(1).key().equals("off");
    if (is != on) {
      unit.key(on ? EngineState.Key.ON : EngineState.Key.OFF);
      passes(WAKES_MICROS, link, station);
    }
  }

  private static void passes(long micros, Link link, Station station) throws InterruptedException {
    LockStep.run(link, station, station.now() + micros, () -> false);
  }
}
