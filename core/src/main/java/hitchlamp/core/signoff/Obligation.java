package hitchlamp.core.signoff;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * What a repair leaves to be done, and whether the unit's own answer has checked it off.
 *
 * @param repair id of the repair
 * @param of what was repaired
 * @param test that must pass, by id
 * @param title of the test; its id where the pack does not have it any more
 * @param state where it stands
 * @param by the newest run of the test since the repair; empty where there is none
 * @param waived why it is not needed; empty where nobody said so
 */
public record Obligation(
    long repair,
    String of,
    String test,
    String title,
    State state,
    Optional<Tested> by,
    String waived) {
  /** Where it stands. */
  public enum State {
    /** Not run since the repair. */
    OPEN,
    /** Run since, and not passed. */
    NOT_PASSED,
    DONE,
    /** Somebody said why it is not needed. */
    WAIVED
  }

  /**
   * Of all repairs of a job. A test that ran before a repair proves nothing of it.
   *
   * @param pack under which the tests are known
   */
  public static List<Obligation> of(List<Repair> repairs, List<Tested> tests, Pack pack) {
    List<Obligation> all = new ArrayList<>();
    for (Repair r : repairs) {
      for (String test : r.obliges()) {
        Optional<Tested> newest =
            tests.stream()
                .filter(t -> t.test().equals(test) && t.at().isAfter(r.at()))
                .max(Comparator.comparing(Tested::at));
        String waived = r.waived().getOrDefault(test, "");
        TestSpec spec = pack.bench().tests().get(test);
        all.add(
            new Obligation(
                r.id(),
                r.title(),
                test,
                spec == null ? test : spec.title(),
                state(newest, waived),
                newest,
                waived));
      }
    }
    return List.copyOf(all);
  }

  private static State state(Optional<Tested> newest, String waived) {
    if (newest.isEmpty()) {
      return waived.isEmpty() ? State.OPEN : State.WAIVED;
    }
    return newest.get().verdict() == Verdict.PASS
        ? State.DONE
        : waived.isEmpty() ? State.NOT_PASSED : State.WAIVED;
  }

  /**
   * What of it stands between a job and its sign-off; a run that did not pass is open by itself.
   */
  public static List<OpenItem> open(List<Obligation> all) {
    return all.stream()
        .filter(o -> o.state() == State.OPEN)
        .map(
            o ->
                new OpenItem(
                    SignoffWords.said("owed-by-the-repair", o.title(), o.of()),
                    SignoffWords.say("run-it-after-the-repair", o.title())))
        .toList();
  }
}
