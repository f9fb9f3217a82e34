package hitchlamp.core.trace;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Guide;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;

/** The answer that a test of the job gives to a check of a guide. */
public final class TestAnswer {
  private TestAnswer() {}

  /**
   * A test that was done.
   *
   * @param ended wall time of its end
   * @param says why the verdict is as it is
   */
  public record Done(Instant ended, Verdict verdict, String says) {}

  /** By the newest test that ended since the guide began; cannot tell where there was none. */
  public static UnitAnswer of(List<Done> tests, Instant began) {
    return tests.stream()
        .filter(t -> !t.ended().isBefore(began))
        .max(Comparator.comparing(Done::ended))
        .map(t -> UnitAnswer.of(outcome(t.verdict()), t.says()))
        .orElseGet(() -> UnitAnswer.cannotTell(TraceWords.say("no-such-test-was-done-since")));
  }

  private static String outcome(Verdict v) {
    return switch (v) {
      case PASS -> Guide.PASS;
      case FAIL -> Guide.FAIL;
      case CANNOT_TELL -> Guide.CANNOT_TELL;
    };
  }
}
