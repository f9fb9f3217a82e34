package hitchlamp.server.trace;

import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.EngineState;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.pack.TracePoint;
import hitchlamp.core.trace.GuideText;
import hitchlamp.core.trace.Trace;
import hitchlamp.core.trace.TraceEntry;
import jakarta.validation.constraints.NotNull;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Optional;

/**
 * A guide that somebody follows, as the browser gets it.
 *
 * @param part component; empty for a symptom
 * @param circuit true where its wiring is drawn
 * @param check what is open or the conclusion; null where the guide has changed since
 * @param log everything that happened, steps back and assumptions too, the first first
 * @param steps places in the log of the answers that lie on the way
 */
public record TraceView(
    @NotNull long id,
    @NotNull String guide,
    @NotNull String title,
    @NotNull String part,
    @NotNull String partTitle,
    @NotNull boolean circuit,
    @NotNull Instant beganAt,
    @NotNull String who,
    @NotNull State state,
    @NotNull String setAside,
    CheckView check,
    @NotNull List<LogLine> log,
    @NotNull List<Integer> steps) {
  /** Where it stands. */
  public enum State {
    UNDER_WAY,
    SET_ASIDE,
    FOUND,
    NOT_HERE,
    CANNOT_TELL,
    /** The guide has changed so much since that it cannot be gone on with. */
    CHANGED
  }

  /** What answers a check. */
  public enum Kind {
    FAULT,
    VALUE,
    METER,
    QUESTION,
    ACTION,
    TEST,
    CONCLUSION
  }

  /** The open check. Only what its kind needs is there. */
  public record CheckView(
      @NotNull String id,
      @NotNull Kind kind,
      @NotNull String says,
      @NotNull String why,
      @NotNull boolean ofUnit,
      @NotNull List<OutcomeView> outcomes,
      MeterView meter,
      ValueView value,
      FoundView found) {}

  public record OutcomeView(@NotNull String id, @NotNull String says) {}

  /** Where a meter goes and what it must read; a limit is null where there is none. */
  public record MeterView(
      @NotNull Guide.Quantity quantity,
      @NotNull String unit,
      @NotNull String red,
      @NotNull String redSays,
      @NotNull String black,
      @NotNull String blackSays,
      Double from,
      Double to,
      @NotNull Guide.Power power,
      @NotNull String source) {}

  /** A value that is waited for; a limit is null where there is none. */
  public record ValueView(
      @NotNull int spn,
      @NotNull String name,
      @NotNull String unit,
      Double from,
      Double to,
      @NotNull List<String> when,
      @NotNull double seconds,
      @NotNull String source) {}

  /** What it came to; the part is empty where none was found. */
  public record FoundView(
      @NotNull String part, @NotNull String partTitle, @NotNull List<String> next) {}

  /** Something that happened; nobody's name where the unit answered. */
  public record LogLine(
      @NotNull String check,
      @NotNull String asked,
      @NotNull TraceEntry.How how,
      @NotNull String outcome,
      @NotNull String says,
      @NotNull Instant at,
      String who,
      Double hours) {}

  static TraceView of(
      TraceMapper.Row row, List<TraceMapper.EntryRow> entries, Optional<Trace> trace, Pack pack) {
    Optional<Component> part = trace.map(Trace::part);
    return new TraceView(
        row.id(),
        row.guide(),
        row.title(),
        row.part(),
        part.map(Component::title).orElse(row.title()),
        part.isPresent() && pack.wiring().knows(part.get().base()),
        row.beganAt().toInstant(ZoneOffset.UTC),
        row.who(),
        state(trace),
        trace.map(Trace::setAside).orElse(""),
        trace.flatMap(t -> t.at().map(c -> check(c, pack, t.part()))).orElse(null),
        entries.stream().map(TraceView::line).toList(),
        trace.map(Trace::steps).orElse(List.of()).stream().map(Trace.Step::index).toList());
  }

  private static State state(Optional<Trace> trace) {
    if (trace.isEmpty() || trace.get().at().isEmpty()) {
      return State.CHANGED;
    }
    return trace
        .get()
        .conclusion()
        .map(c -> State.valueOf(c.finding().name()))
        .orElse(trace.get().setAside().isEmpty() ? State.UNDER_WAY : State.SET_ASIDE);
  }

  private static LogLine line(TraceMapper.EntryRow e) {
    return new LogLine(
        e.checkId(),
        e.asked(),
        TraceEntry.How.valueOf(e.how()),
        e.outcome(),
        e.says(),
        e.at().toInstant(ZoneOffset.UTC),
        e.who(),
        e.hours());
  }

  private static CheckView check(Guide.Check c, Pack pack, Component part) {
    return new CheckView(
        c.id(),
        kind(c.asks()),
        GuideText.fill(c.says(), pack, part),
        GuideText.fill(c.why(), pack, part),
        c.asks().ofUnit(),
        c.asks().outcomes().entrySet().stream()
            .map(o -> new OutcomeView(o.getKey(), GuideText.fill(o.getValue(), pack, part)))
            .toList(),
        c.asks() instanceof Guide.Meter m ? meter(m, pack, part) : null,
        c.asks() instanceof Guide.ValueNow v ? value(v, pack) : null,
        c.asks() instanceof Guide.Conclusion f ? found(f, pack, part) : null);
  }

  private static Kind kind(Guide.Ask a) {
    if (a instanceof Guide.FaultNow) {
      return Kind.FAULT;
    } else if (a instanceof Guide.ValueNow) {
      return Kind.VALUE;
    } else if (a instanceof Guide.Meter) {
      return Kind.METER;
    } else if (a instanceof Guide.Question) {
      return Kind.QUESTION;
    } else if (a instanceof Guide.Action) {
      return Kind.ACTION;
    }
    return a instanceof Guide.Test ? Kind.TEST : Kind.CONCLUSION;
  }

  private static MeterView meter(Guide.Meter m, Pack pack, Component part) {
    String red = TracePoint.resolve(pack.wiring(), part.base(), m.red()).orElse(m.red());
    String black = TracePoint.resolve(pack.wiring(), part.base(), m.black()).orElse(m.black());
    return new MeterView(
        m.quantity(),
        m.quantity().unit(),
        red,
        GuideText.said(pack.wiring(), red),
        black,
        GuideText.said(pack.wiring(), black),
        limit(m.from()),
        limit(m.to()),
        m.power(),
        m.source());
  }

  private static ValueView value(Guide.ValueNow v, Pack pack) {
    Optional<Parameter> p = pack.told(v.of());
    return new ValueView(
        v.of(),
        p.map(Parameter::name).orElse(pack.spnText(v.of())),
        p.map(x -> x.unit().symbol()).orElse(""),
        limit(v.from()),
        limit(v.to()),
        v.when().stream().map(EngineState::words).toList(),
        v.seconds(),
        v.source());
  }

  private static Double limit(double value) {
    return Double.isInfinite(value) ? null : value;
  }

  private static FoundView found(Guide.Conclusion c, Pack pack, Component part) {
    Optional<Component> of = c.of(part, pack);
    return new FoundView(
        of.map(Component::id).orElse(""),
        of.map(Component::title).orElse(""),
        c.next().stream().map(n -> GuideText.fill(n, pack, part)).toList());
  }
}
