package hitchlamp.grade;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Measured;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.Condition;
import hitchlamp.standin.scenario.Scenario;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** {@code try --test}: a test of a simulated unit by somebody who does what it says. */
final class TestTry {
  private static final double RUNS_SECONDS = 25;
  private static final double STANDS_SECONDS = 3;
  private static final double PATIENCE = 30;
  private static final double LONGEST = 900;

  private TestTry() {}

  /**
   * Runs a test of one module.
   *
   * @throws IllegalArgumentException where the pack has no such test, or it is of the whole unit
   */
  static Map<String, Object> run(Scenario s, Pack pack, String test) throws InterruptedException {
    TestSpec spec = pack.bench().tests().get(test);
    if (spec == null || spec.ofUnit()) {
      String all =
          pack.bench().tests().values().stream()
              .filter(t -> !t.ofUnit() && t.listed())
              .map(TestSpec::id)
              .collect(Collectors.joining(", "));
      throw new IllegalArgumentException(
          "There is no test of a module named '"
              + test
              + "' in pack "
              + pack.id()
              + "; there are "
              + all
              + ".");
    }
    double before = s.start().engine() ? RUNS_SECONDS : STANDS_SECONDS;
    try (TestRig rig = new TestRig(s, pack, test, before)) {
      rig.hands(new PersonAtUnit(rig.unit(), rig::act));
      rig.begin(PATIENCE);
      BenchState<?> end = rig.state();
      if (end.stage() != BenchState.Stage.PREPARING) {
        end = rig.run(LONGEST);
      }
      return json(test, end);
    }
  }

  private static Map<String, Object> json(String test, BenchState<?> end) {
    Judgement j = end.judgement();
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("test", test);
    out.put("stage", end.stage().name());
    out.put("ending", end.ending().name());
    out.put("says", end.says().toString());
    List<String> open =
        end.conditions().stream().filter(c -> !c.holds()).map(TestTry::condition).toList();
    if (!open.isEmpty()) {
      out.put("open", open);
    }
    out.put("verdict", j.verdict().name());
    out.put("reason", j.says().toString());
    out.put("next", j.next().toString());
    out.put("figures", j.measured().stream().filter(Measured::known).map(TestTry::figure).toList());
    return out;
  }

  private static String condition(Condition c) {
    return c.says() + " Now: " + c.now() + ". " + c.how();
  }

  /** A figure as it is printed. */
  static Map<String, Object> figure(Measured m) {
    Map<String, Object> out = new LinkedHashMap<>();
    out.put("name", m.name());
    out.put("place", m.place());
    out.put("value", m.value());
    out.put("unit", m.unit().symbol());
    if (!Double.isNaN(m.plusMinus())) {
      out.put("plusMinus", m.plusMinus());
    }
    m.verdict().ifPresent(v -> out.put("verdict", v.name()));
    return out;
  }
}
