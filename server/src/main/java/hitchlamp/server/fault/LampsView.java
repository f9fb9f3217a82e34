package hitchlamp.server.fault;

import hitchlamp.core.fault.LampCheck;
import hitchlamp.core.fault.LampLine;
import hitchlamp.core.fault.LampVerdict;
import hitchlamp.core.judge.Verdict;
import jakarta.validation.constraints.NotNull;
import java.util.List;

/**
 * A lamp check as the browser gets it.
 *
 * @param says what the operator is to do now
 * @param ended true where nothing more is to come
 */
record LampsView(
    @NotNull LampCheck.Stage stage,
    @NotNull String says,
    @NotNull boolean ended,
    @NotNull List<LampRow> lamps) {
  /** One lamp with its verdict. */
  record LampRow(
      @NotNull String id,
      @NotNull String title,
      @NotNull LampLine.Seen seen,
      @NotNull List<CommandedRow> by,
      @NotNull Verdict verdict,
      @NotNull String says,
      @NotNull String next) {}

  /** What one module commanded. */
  record CommandedRow(
      @NotNull String title,
      @NotNull boolean heard,
      @NotNull boolean told,
      @NotNull boolean lit,
      @NotNull boolean out) {}

  static LampsView of(LampCheck.Result r) {
    return new LampsView(
        r.stage(), r.says(), r.ended(), r.lamps().stream().map(LampsView::row).toList());
  }

  private static LampRow row(LampLine l) {
    LampVerdict v = LampVerdict.of(l);
    return new LampRow(
        l.lamp().id(),
        l.lamp().title(),
        l.seen(),
        l.by().stream()
            .map(c -> new CommandedRow(c.title(), c.heard(), c.told(), c.lit(), c.out()))
            .toList(),
        v.verdict(),
        v.says(),
        v.next());
  }
}
