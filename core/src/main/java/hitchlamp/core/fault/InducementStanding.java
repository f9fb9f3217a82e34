package hitchlamp.core.fault;

import hitchlamp.core.pack.InducementKind;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.words.Figure;
import hitchlamp.core.words.Said;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * How the unit makes somebody have its exhaust treatment mended: what it does now, why, and what
 * comes next and when.
 *
 * @param severity stage as the module told it; 0 where hours are kept from before
 * @param now what it does
 * @param why for what it does it
 * @param next what comes and when
 * @param finds tests that find the cause of what is counted, by id
 * @param clears tests that clear what is counted, once the cause is gone, by id
 */
public record InducementStanding(
    int severity, Said now, Said why, Said next, List<String> finds, List<String> clears) {
  /** Hours of less than this are none: the step of what counts them. */
  private static final double LEAST_HOURS = 0.05;

  public InducementStanding {
    finds = List.copyOf(finds);
    clears = List.copyOf(clears);
  }

  /** Of a read; empty where the unit does nothing of the kind and has counted nothing. */
  public static Optional<InducementStanding> of(FaultReading r, Pack pack) {
    Induced told = r.induced();
    InducementKind kind = pack.inducement();
    List<InducementKind.Counter> counted =
        kind.counters().stream().filter(c -> hours(told, c) >= LEAST_HOURS).toList();
    int severity = told.severity().orElse(0);
    if (severity == 0 && counted.isEmpty()) {
      return Optional.empty();
    }
    List<String> finds =
        counted.stream().map(InducementKind.Counter::finds).filter(f -> !f.isEmpty()).toList();
    List<String> clears =
        counted.stream().map(InducementKind.Counter::clears).filter(c -> !c.isEmpty()).toList();
    if (severity == 0) {
      return Optional.of(
          new InducementStanding(
              0,
              FaultWords.said("inducement-is-off-hours-stay"),
              why(told, kind, counted, 0),
              FaultWords.said("should-it-come-back-it-goes-on"),
              finds,
              clears));
    }
    Optional<InducementKind.Stage> stage = kind.stage(severity);
    return Optional.of(
        new InducementStanding(
            severity,
            stage
                .map(s -> new Said(s.says()))
                .orElse(FaultWords.said("inducement-of-a-stage-nobody-knows", severity)),
            why(told, kind, counted, severity),
            next(told, kind, counted, severity),
            finds,
            clears));
  }

  private static double hours(Induced told, InducementKind.Counter c) {
    return told.hours().getOrDefault(c.identifier(), 0.0);
  }

  private static Said why(
      Induced told, InducementKind kind, List<InducementKind.Counter> counted, int severity) {
    List<Said> reasons = new ArrayList<>();
    if (byLevel(told, kind, severity)) {
      reasons.add(FaultWords.said("tank-is-at", percent(told.levelPercent().getAsDouble())));
    }
    for (InducementKind.Counter c : counted) {
      reasons.add(FaultWords.said("hours-are-counted", c.title(), figure(hours(told, c))));
    }
    return reasons.isEmpty()
        ? FaultWords.said("why-it-does-is-not-told")
        : Said.joined(" ", reasons);
  }

  /** True where the level alone is low enough for a stage. */
  private static boolean byLevel(Induced told, InducementKind kind, int severity) {
    return told.levelPercent().isPresent()
        && kind.stage(severity)
            .filter(s -> told.levelPercent().getAsDouble() <= s.belowPercent())
            .isPresent();
  }

  private static Said next(
      Induced told, InducementKind kind, List<InducementKind.Counter> counted, int severity) {
    Optional<InducementKind.Stage> stage = kind.stage(severity);
    if (stage.isEmpty()) {
      return FaultWords.said("what-comes-next-nobody-knows");
    }
    Optional<InducementKind.Stage> behind = kind.behind(severity);
    boolean byHours = !counted.isEmpty();
    if (behind.isEmpty()) {
      return byHours && stage.get().stays()
          ? FaultWords.said("last-stage-stays-until-cleared")
          : FaultWords.said("last-stage-goes-when-mended");
    }
    List<Said> ways = new ArrayList<>();
    Said then = new Said(behind.get().says());
    double most = counted.stream().mapToDouble(c -> hours(told, c)).max().orElse(0);
    if (byHours && most < behind.get().afterHours()) {
      ways.add(
          FaultWords.said(
              "in-hours-of-running-it-goes-on", figure(behind.get().afterHours() - most), then));
    }
    if (byLevel(told, kind, severity)) {
      ways.add(
          FaultWords.said("with-less-in-the-tank", percent(behind.get().belowPercent()), then));
    }
    return ways.isEmpty()
        ? FaultWords.said("when-it-goes-on-is-not-told", then)
        : Said.joined(" ", ways);
  }

  private static Figure figure(double hours) {
    return new Figure(hours, Unit.HOUR, 1);
  }

  private static Figure percent(double value) {
    return new Figure(value, Unit.PERCENT, value < 2 ? 1 : 0);
  }
}
