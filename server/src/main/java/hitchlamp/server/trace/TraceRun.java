package hitchlamp.server.trace;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Component.FaultPattern;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.station.OperatorEvent;
import hitchlamp.core.station.Station;
import hitchlamp.core.trace.FaultListening;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trace.ValueListening;
import hitchlamp.core.watch.LiveValues;
import hitchlamp.server.hookup.Linked;
import hitchlamp.server.hookup.Tenant;
import hitchlamp.server.hookup.TenantReports;
import hitchlamp.server.watch.WatchRun;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;

/**
 * Checks of guides that the unit answers, in one hook-up. Only the live owner's thread touches it.
 */
final class TraceRun implements Tenant {
  /** Guides that listen at once; an older one gives way. */
  static final int MOST = 8;

  private static final long LOOK_MICROS = 250_000;

  /** What one guide waits for: a fault or a value. */
  private record Under(String check, FaultListening fault, ValueListening value) {
    Optional<UnitAnswer> look(LiveValues book, long micros) {
      return fault != null ? fault.result() : value.look(book, micros);
    }

    String waits() {
      return fault != null ? fault.waits() : value.waits();
    }
  }

  private final Station station;
  private final TenantReports reports;
  private final WatchRun watch;
  private final Traces shown;
  private final Consumer<OperatorEvent> operator;
  private final Map<Long, Under> under = new LinkedHashMap<>();
  private long lookedMicros = Long.MIN_VALUE;

  /**
   * @param watch whose values are looked at
   * @param shown shows what is waited for
   */
  TraceRun(Linked link, WatchRun watch, Traces shown) {
    this.station = link.station();
    this.reports = link.reports();
    this.operator = link.operator();
    this.watch = watch;
    this.shown = shown;
  }

  /** Begins to listen for a check; one that listens already goes on. */
  void listen(long trace, Guide.Check check, Component part, Roll roll, Pack pack) {
    Under before = under.get(trace);
    if (before != null && before.check().equals(check.id())) {
      return;
    }
    stop(trace);
    Optional<Under> listens = of(check, part, roll, pack);
    if (listens.isEmpty()) {
      answered(
          trace,
          check.id(),
          UnitAnswer.cannotTell(TraceWords.say("the-module-that-would-tell-it")),
          station.now());
      return;
    }
    if (under.size() >= MOST) {
      stop(under.keySet().iterator().next());
    }
    under.put(trace, listens.get());
    lookedMicros = Long.MIN_VALUE;
  }

  private Optional<Under> of(Guide.Check check, Component part, Roll roll, Pack pack) {
    if (check.asks() instanceof Guide.FaultNow f) {
      return target(roll, pack, part).map(t -> listening(check, f, f.signsOf(part), t));
    }
    if (check.asks() instanceof Guide.ValueNow v) {
      Parameter p = pack.told(v.of()).orElseThrow();
      ValueListening value =
          new ValueListening(
              v, p.name(), p.unit().symbol(), pack.sideOf(part.module()), station.now());
      return Optional.of(new Under(check.id(), null, value));
    }
    return Optional.empty();
  }

  private Under listening(
      Guide.Check check, Guide.FaultNow f, List<FaultPattern> signs, ModuleRef t) {
    FaultListening listens = new FaultListening(f, signs, t);
    operator.accept(
        OperatorEvent.listened(
            t.address(),
            t.conversion().name(),
            signs.stream()
                .map(s -> s.spn() + "/" + (s.fmi() == FaultPattern.ANY ? "any" : s.fmi()))
                .toList(),
            f.gone(),
            f.seconds()));
    station.run(listens);
    return new Under(check.id(), listens, null);
  }

  /** The module that tells a part's faults: its own, else the first engine's. */
  private static Optional<ModuleRef> target(Roll roll, Pack pack, Component part) {
    String module = part.module().isEmpty() ? pack.axisKeeper() : part.module();
    return roll.modules(pack).stream().filter(t -> t.kind().equals(module)).findFirst();
  }

  /** Nobody waits for a guide's answer any more. */
  void stop(long trace) {
    Under u = under.remove(trace);
    if (u != null && u.fault() != null && !u.fault().finished()) {
      station.stop(u.fault());
    }
  }

  private void answered(long trace, String check, UnitAnswer answer, long micros) {
    reports.store(new CheckAnswered(reports.job(), trace, check, answer, reports.hours(), micros));
  }

  /** True while values are waited for, so that those must be asked for that nobody sends. */
  private boolean wantsValues() {
    return under.values().stream().anyMatch(u -> u.value() != null);
  }

  /** Looks whether the unit has answered. */
  @Override
  public void publish(long nanos, long micros) {
    if (wantsValues()) {
      watch.wantedNow(micros);
    }
    if (under.isEmpty() || micros - lookedMicros < LOOK_MICROS && lookedMicros != Long.MIN_VALUE) {
      return;
    }
    lookedMicros = micros;
    for (var e : Map.copyOf(under).entrySet()) {
      Optional<UnitAnswer> answer = e.getValue().look(watch.book(), micros);
      if (answer.isPresent()) {
        under.remove(e.getKey());
        answered(e.getKey(), e.getValue().check(), answer.get(), micros);
      } else {
        shown.waits(reports.job(), e.getKey(), e.getValue().check(), e.getValue().waits());
      }
    }
  }

  /** The link is gone: nothing can be heard, and no silence may be taken for an answer. */
  @Override
  public void brokenOff(long micros) {
    for (var e : Map.copyOf(under).entrySet()) {
      answered(
          e.getKey(),
          e.getValue().check(),
          UnitAnswer.cannotTell(TraceWords.say("the-link-broke-while-it-was")),
          micros);
    }
    under.clear();
  }
}
