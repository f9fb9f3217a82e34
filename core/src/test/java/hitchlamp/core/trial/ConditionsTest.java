package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.ConditionSpec;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.quantity.UnitSystem;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** What must hold before a test begins: by what the unit reports, never by silence. */
class ConditionsTest {
  private static final long SECOND = 1_000_000;
  private static final Pack PACK =
      PackReader.read(
          "p",
          "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\n"
              + "parameters:\n"
              + "  - {spn: 190, name: Engine speed, pgn: 61444, byte: 4, bit: 1, bits: 16, scale: 0.125, offset: 0, unit: rpm}\n"
              + "  - {spn: 110, name: Coolant, pgn: 65262, byte: 1, bit: 1, bits: 8, scale: 1, offset: -40, unit: \"°C\"}\n"
              + "  - {spn: 3716, name: Not warm, pgn: 64892, byte: 6, bit: 5, bits: 2, scale: 1, unit: \"1\"}\n");
  private static final ConditionSpec IDLE = above("idle", 190, 420, 1_200, false);
  private static final ConditionSpec WARM = above("warm", 110, 60, Double.POSITIVE_INFINITY, true);
  private static final ConditionSpec STEADY =
      new ConditionSpec(
          "steady",
          190,
          false,
          Double.NEGATIVE_INFINITY,
          Double.POSITIVE_INFINITY,
          10,
          2,
          false,
          "Steady.",
          "Wait.");

  private static ConditionSpec above(String id, int of, double low, double high, boolean vouch) {
    return new ConditionSpec(
        id, of, false, low, high, Double.POSITIVE_INFINITY, 2, vouch, "It holds.", "Do it.");
  }

  private static Condition.State state(ConditionSpec c, Scene scene) {
    return new Conditions(List.of(c), PACK).now(scene).get(0).state();
  }

  @Test
  void aValueWithinItsLimitsHoldsAndOneAtThemDoesNot() {
    assertThat(state(IDLE, new QuietScene().put(190, 5, 600))).isEqualTo(Condition.State.HOLDS);
    for (double rpm : new double[] {0, 420, 1_200, 2_000}) {
      assertThat(state(IDLE, new QuietScene().put(190, 5, rpm))).isEqualTo(Condition.State.FAILS);
    }
  }

  @Test
  void whatIsNotReportedOrNoLongerIsNotKnown() {
    assertThat(state(IDLE, new QuietScene())).isEqualTo(Condition.State.NOT_KNOWN);
    QuietScene old = new QuietScene().put(190, 5, 600).at(7 * SECOND);
    assertThat(state(IDLE, old)).isEqualTo(Condition.State.NOT_KNOWN);
    assertThat(state(IDLE, old.at(5 * SECOND))).isEqualTo(Condition.State.HOLDS);
  }

  @Test
  void aPersonMayVouchOnlyWhereThePackAllowsItAndOnlyWhileTheUnitIsSilent() {
    Conditions conditions = new Conditions(List.of(IDLE, WARM), PACK);
    conditions.vouch("idle");
    conditions.vouch("warm");
    conditions.vouch("nonsense");
    List<Condition> silent = conditions.now(new QuietScene());
    assertThat(silent).extracting(Condition::holds).containsExactly(false, true);
    List<Condition> cold = conditions.now(new QuietScene().put(110, 5, 20));
    assertThat(cold.get(1).holds()).as("the unit reports otherwise").isFalse();
    assertThat(cold.get(1).vouch()).isFalse();
  }

  @Test
  void steadyIsJudgedByWhatWandersNotByNoise() {
    QuietScene noisy = new QuietScene();
    QuietScene rising = new QuietScene();
    for (int i = 0; i <= 120; i++) {
      noisy.put(190, i * 20_000L, 600 + (i % 2 == 0 ? 12 : -12));
      rising.put(190, i * 20_000L, 600 + i * 0.5);
    }
    assertThat(state(STEADY, noisy)).isEqualTo(Condition.State.HOLDS);
    assertThat(state(STEADY, rising)).isEqualTo(Condition.State.FAILS);
    assertThat(state(STEADY, noisy.at(4 * SECOND)))
        .as("not reported for more than a second")
        .isEqualTo(Condition.State.NOT_KNOWN);
    assertThat(state(STEADY, new QuietScene().put(190, 5, 600)))
        .as("one value shows no steadiness")
        .isEqualTo(Condition.State.NOT_KNOWN);
  }

  @Test
  void whatIsAStatusIsSaidInWordsAndNotAsANumber() {
    ConditionSpec warm = above("warm", 3716, Double.NEGATIVE_INFINITY, 0.5, true);
    Conditions conditions = new Conditions(List.of(warm), PACK);
    Condition cold = conditions.now(new QuietScene().put(3716, 5, 1)).get(0);
    assertThat(cold.holds()).isFalse();
    assertThat(cold.now().text()).isEqualTo("not so by the module");
    Condition hot = conditions.now(new QuietScene().put(3716, 5, 0)).get(0);
    assertThat(hot.holds()).isTrue();
    assertThat(hot.now().text()).isEqualTo("so by the module");
  }

  @Test
  void aGlanceKnowsSingleValuesAndLeavesSteadinessOpen() {
    List<Condition> seen =
        Conditions.glance(List.of(IDLE, WARM, STEADY), PACK, Map.of(190, 600.0, 110, 20.0));
    assertThat(seen)
        .extracting(Condition::state)
        .containsExactly(Condition.State.HOLDS, Condition.State.FAILS, Condition.State.NOT_KNOWN);
    assertThat(seen.get(1).now().in(UnitSystem.US)).isEqualTo("68 °F");
    assertThat(Conditions.glance(List.of(IDLE), PACK, Map.of()).get(0).state())
        .isEqualTo(Condition.State.NOT_KNOWN);
  }
}
