package hitchlamp.core.signoff;

import hitchlamp.core.judge.Verdict;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a test of the unit came to, as a job tells it.
 *
 * @param id of the kept test
 * @param test id of the test
 * @param title of the test and of what was tested
 * @param at when it ended
 * @param says why the verdict is as it is, in sentences
 * @param next what to do now
 */
public record Tested(
    long id, String test, String title, Instant at, Verdict verdict, String says, String next) {

  /** The newest of each kind: it alone says how the unit stands. */
  public static List<Tested> newest(List<Tested> tests) {
    Map<String, Tested> of = new LinkedHashMap<>();
    tests.forEach(t -> of.merge(t.title(), t, (a, b) -> a.at().isBefore(b.at()) ? b : a));
    return new ArrayList<>(of.values());
  }

  /**
   * Where this one passed: the last run of the same before it that failed.
   *
   * @param tests of the job, in any order
   */
  public Optional<Tested> failedBefore(List<Tested> tests) {
    return verdict != Verdict.PASS
        ? Optional.empty()
        : tests.stream()
            .filter(t -> t.verdict() == Verdict.FAIL && t.title().equals(title))
            .filter(t -> t.at().isBefore(at))
            .max(Comparator.comparing(Tested::at));
  }

  /** A failed test stands open; so does one that could not tell. */
  boolean open() {
    return verdict != Verdict.PASS;
  }
}
