package hitchlamp.server.watch;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.trial.loaded.LoadedJudge;
import hitchlamp.core.words.Said;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * What the pulls of a recording come to.
 *
 * @param says the reason
 * @param next what to do now
 * @param cylinders of the engine
 * @param normalKpa crankcase pressure up to which it is normal
 * @param figures crankcase pressure at equal load with each cylinder off, 0 with all firing, and by
 *     how much it falls
 * @param leftOut stretches that were not compared
 */
record LoadedView(
    @NotNull Verdict verdict,
    @NotNull Said says,
    @NotNull Said next,
    @NotNull int cylinders,
    @NotNull double normalKpa,
    @NotNull List<Figure> figures,
    @NotNull List<Left> leftOut) {
  /**
   * A figure.
   *
   * @param plusMinus not there where it is not known
   */
  record Figure(
      @NotNull String name,
      @NotNull int place,
      @NotNull double value,
      @NotNull String unit,
      Double plusMinus,
      Verdict verdict) {}

  /** A stretch that was not compared, with which cylinder off, and why. */
  record Left(
      @NotNull int off,
      @NotNull double fromSeconds,
      @NotNull double toSeconds,
      @NotNull String why) {}

  static LoadedView of(LoadedJudge.Compared c, int cylinders, double normalKpa) {
    Judgement j = c.judgement();
    return new LoadedView(
        j.verdict(),
        j.says(),
        j.next(),
        cylinders,
        normalKpa,
        j.measured().stream()
            .filter(m -> m.known() && !LoadedJudge.leftOut(m))
            .map(LoadedView::figure)
            .toList(),
        c.leftOut().stream()
            .map(l -> new Left(l.off(), l.fromSeconds(), l.toSeconds(), l.why().says()))
            .toList());
  }

  static Figure figure(Measured m) {
    return new Figure(
        m.name(),
        m.place(),
        m.value(),
        m.unit().symbol(),
        RecordingView.figure(m.plusMinus()),
        m.verdict().orElse(null));
  }
}
