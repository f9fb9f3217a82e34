package hitchlamp.server.hookup;

import hitchlamp.core.fault.FaultTarget;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.trace.FaultListening;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trace.UnitCheck;
import hitchlamp.core.trace.ValueListening;
import hitchlamp.core.watch.LiveBook;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * Checks of guides that the unit answers, in one hook-up: they only listen. Only the live owner's
 * thread touches it.
 */
final class TraceRun {
  /** Guides that listen at once; an older one gives way. */
  static final int MOST = 8;

  private static final long LOOK_MICROS = 250_000;

  private record Under(String check, UnitCheck listens) {}

  private final LiveOwner.Reports reports;
  private final Map<Long, Under> under = new LinkedHashMap<>();
  private long lookedMicros = Long.MIN_VALUE;

  TraceRun(LiveOwner.Reports reports) {
    this.reports = reports;
  }

  /** Begins to listen for a check; one that listens already goes on. */
  void listen(
      long trace,
      Guide.Check check,
      Component part,
      Roll roll,
      Pack pack,
      LiveBook book,
      long micros) {
    Under before = under.get(trace);
    if (before != null && before.check().equals(check.id())) {
      return;
    }
    Optional<UnitCheck> listens = of(check, part, roll, pack, book, micros);
    if (listens.isEmpty()) {
      under.remove(trace);
      reports.traced(
          trace,
          check.id(),
          new UnitAnswer(
              Optional.empty(),
              "The module that would tell it did not answer the roll. Call the roll again."),
          micros);
      return;
    }
    if (under.size() >= MOST) {
      under.remove(under.keySet().iterator().next());
    }
    under.put(trace, new Under(check.id(), listens.get()));
    lookedMicros = Long.MIN_VALUE;
  }

  private static Optional<UnitCheck> of(
      Guide.Check check, Component part, Roll roll, Pack pack, LiveBook book, long micros) {
    if (check.asks() instanceof Guide.FaultNow f) {
      return target(roll, pack, part).map(t -> new FaultListening(f, f.signsOf(part), t, micros));
    }
    if (check.asks() instanceof Guide.ValueNow v) {
      Parameter p = pack.told(v.of()).orElseThrow();
      return Optional.of(
          new ValueListening(v, p.name(), p.unit().symbol(), pack.sideOf(part.module()), micros));
    }
    return Optional.empty();
  }

  /** The module that tells a part's faults: its own, else the first engine's. */
  private static Optional<FaultTarget> target(Roll roll, Pack pack, Component part) {
    String module = part.module().isEmpty() ? pack.axisKeeper() : part.module();
    return roll.faultTargets(pack).stream().filter(t -> t.kind().equals(module)).findFirst();
  }

  /** Nobody waits for a guide's answer any more. */
  void stop(long trace) {
    under.remove(trace);
  }

  /** True while values are waited for, so that those must be asked for that nobody sends. */
  boolean wantsValues() {
    return under.values().stream().anyMatch(u -> u.listens() instanceof ValueListening);
  }

  void heard(Message m) {
    under.values().forEach(u -> u.listens().heard(m));
  }

  /** Looks whether the unit has answered. */
  void publish(LiveBook book, long micros) {
    if (under.isEmpty() || micros - lookedMicros < LOOK_MICROS && lookedMicros != Long.MIN_VALUE) {
      return;
    }
    lookedMicros = micros;
    for (var e : Map.copyOf(under).entrySet()) {
      Optional<UnitAnswer> answer = e.getValue().listens().look(book, micros);
      if (answer.isPresent()) {
        under.remove(e.getKey());
        reports.traced(e.getKey(), e.getValue().check(), answer.get(), micros);
      } else {
        reports.tracing(e.getKey(), e.getValue().check(), e.getValue().listens().waits());
      }
    }
  }

  /** The link is gone: nothing can be heard, and no silence may be taken for an answer. */
  void brokenOff(long micros) {
    for (var e : Map.copyOf(under).entrySet()) {
      reports.traced(
          e.getKey(),
          e.getValue().check(),
          new UnitAnswer(Optional.empty(), "The link broke while it was listened for."),
          micros);
    }
    under.clear();
  }
}
