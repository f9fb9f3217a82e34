package hitchlamp.server.trial;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.MoveSpec;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.BenchTrace;
import hitchlamp.core.trial.Condition;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.TestKind;
import hitchlamp.core.trial.TestKinds;
import hitchlamp.core.words.Said;
import jakarta.validation.constraints.NotNull;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * A run of a test as its page shows it, under way or kept; figures are null where they are not
 * known.
 *
 * @param observed what the kind observes; its board knows the shape
 * @param choices answers to what is asked now
 * @param progress of the routine that runs now, null where none does
 * @param figures settings and limits of the pack by name
 * @param moves actuators that it moves, in their order
 */
public record TrialView(
    @NotNull String kind,
    @NotNull String test,
    @NotNull String title,
    @NotNull String module,
    @NotNull String moduleTitle,
    @NotNull BenchState.Stage stage,
    @NotNull BenchState.Ending ending,
    @NotNull Said says,
    @NotNull List<Condition> conditions,
    @NotNull double countdownSeconds,
    @NotNull List<TrialChoice> choices,
    TrialProgress progress,
    @NotNull List<TrialSetPoint> setPoints,
    @NotNull List<TrialNow> now,
    @NotNull Object observed,
    @NotNull SeenTrace trace,
    @NotNull TrialJudgement judgement,
    @NotNull List<String> hazards,
    @NotNull Map<String, Double> figures,
    @NotNull List<TrialMove> moves,
    @NotNull String source) {
  /** Points of the trace that go over the stream: a minute of them. */
  private static final int LIVE_POINTS = 600;

  /**
   * An actuator that the test moves.
   *
   * @param control by what the test calls it; several moves may be of one
   * @param does what it does there, in words; empty where the pack does not say
   * @param seconds in which what is expected of it comes to two thirds, by the value's name
   */
  public record TrialMove(
      @NotNull String id,
      @NotNull String control,
      @NotNull String title,
      @NotNull String does,
      @NotNull double base,
      @NotNull double to,
      @NotNull Map<String, Double> seconds) {
    private static TrialMove of(MoveSpec m) {
      return new TrialMove(
          m.id(),
          m.control(),
          m.title(),
          m.does(),
          m.base(),
          m.to(),
          m.expected().stream()
              .collect(Collectors.toMap(MoveSpec.Response::of, MoveSpec.Response::seconds)));
    }
  }

  /**
   * An answer to what is asked now.
   *
   * @param tells true where it only tells what somebody saw or heard
   */
  public record TrialChoice(@NotNull String act, @NotNull Said label, boolean tells) {}

  /**
   * How far a routine is.
   *
   * @param percent that it reports, null where it reports none
   */
  public record TrialProgress(
      @NotNull String title,
      @NotNull double seconds,
      @NotNull double leftSeconds,
      Integer percent) {}

  /** A control that is not with its module. */
  public record TrialSetPoint(
      @NotNull String control,
      @NotNull String title,
      @NotNull double wanted,
      @NotNull String unit,
      @NotNull ControlState.State state,
      @NotNull double seconds) {}

  /** The newest of a value. */
  public record TrialNow(@NotNull String name, Double value, @NotNull String unit) {}

  /** What was seen over time. */
  public record SeenTrace(
      @NotNull List<String> names, @NotNull List<String> units, @NotNull List<SeenPoint> points) {}

  /**
   * @param seconds since the first point
   */
  public record SeenPoint(
      @NotNull double seconds, @NotNull List<Double> values, @NotNull String held) {}

  /** What it came to. */
  public record TrialJudgement(
      @NotNull Verdict verdict,
      @NotNull Said says,
      @NotNull Said next,
      @NotNull List<TrialMeasured> measured,
      @NotNull List<TrialPart> parts) {}

  /** What one of several parts came to. */
  public record TrialPart(
      @NotNull String id,
      @NotNull String title,
      @NotNull Verdict verdict,
      @NotNull Said says,
      @NotNull Said next) {}

  /** A figure with what it is judged against. */
  public record TrialMeasured(
      @NotNull String name,
      @NotNull int place,
      Double value,
      @NotNull String unit,
      Double plusMinus,
      Double low,
      Double high,
      Verdict verdict) {}

  static Double figure(double value) {
    return Double.isFinite(value) ? value : null;
  }

  /** A run that is under way. */
  static TrialView live(TestSpec spec, ModuleRef module, BenchState<?> s) {
    return of(spec, module.kind(), module.title(), s, LIVE_POINTS);
  }

  static TrialView of(
      TestSpec spec, String module, String moduleTitle, BenchState<?> s, int points) {
    return new TrialView(
        spec.kind(),
        spec.id(),
        spec.title(),
        module,
        moduleTitle,
        s.stage(),
        s.ending(),
        s.says(),
        s.conditions(),
        s.countdownSeconds(),
        s.choices().stream()
            .map(c -> new TrialChoice(c.act().line(), c.label(), TestKinds.of(spec).tells(c.act())))
            .toList(),
        s.progress()
            .map(
                p ->
                    new TrialProgress(
                        p.title(),
                        p.seconds(),
                        p.leftSeconds(),
                        p.percent() < 0 ? null : p.percent()))
            .orElse(null),
        s.setPoints().stream()
            .map(
                p ->
                    new TrialSetPoint(
                        p.control(), p.title(), p.wanted(), p.unit(), p.state(), p.seconds()))
            .toList(),
        s.now().stream().map(n -> new TrialNow(n.name(), figure(n.value()), n.unit())).toList(),
        shown(TestKinds.of(spec), s.observed()),
        trace(s.trace(), points),
        judgement(s.judgement()),
        spec.hazards(),
        spec.figures(),
        spec.moves().stream().map(TrialMove::of).toList(),
        spec.source());
  }

  private static <O> Object shown(TestKind<?, O> kind, Object observed) {
    return kind.shown(kind.observed().cast(observed));
  }

  private static SeenTrace trace(BenchTrace t, int most) {
    List<BenchTrace.Point> points = t.points();
    int from = Math.max(0, points.size() - most);
    long first = points.isEmpty() ? 0 : points.get(0).micros();
    return new SeenTrace(
        t.names(),
        t.units(),
        points.subList(from, points.size()).stream()
            .map(
                p ->
                    new SeenPoint(
                        (p.micros() - first) / 1e6,
                        p.values().stream().map(TrialView::figure).toList(),
                        p.held()))
            .toList());
  }

  static TrialJudgement judgement(Judgement j) {
    return new TrialJudgement(
        j.verdict(),
        j.says(),
        j.next(),
        j.measured().stream().map(TrialView::measured).toList(),
        j.parts().stream()
            .map(p -> new TrialPart(p.id(), p.title(), p.verdict(), p.says(), p.next()))
            .toList());
  }

  private static TrialMeasured measured(Measured m) {
    return new TrialMeasured(
        m.name(),
        m.place(),
        figure(m.value()),
        m.unit().symbol(),
        figure(m.plusMinus()),
        figure(m.low()),
        figure(m.high()),
        m.verdict().orElse(null));
  }
}
