package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.fault.MonitorResult.State;
import hitchlamp.core.j1939.TestResult;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.quantity.Unit;
import java.nio.file.Path;
import java.util.List;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a module's test results come to beside their limits. */
class MonitorResultTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final int PERCENT = 1_001;
  private static final int NOBODY_KNOWS = 77;

  private static OptionalInt limit(String counts) {
    return counts.equals("-") ? OptionalInt.empty() : OptionalInt.of(Integer.parseInt(counts));
  }

  private static MonitorResult result(int scaling, int value, String least, String most) {
    return MonitorResult.of(
        new TestResult(247, 4364, 18, scaling, value, limit(most), limit(least)), TRUCK);
  }

  /** Worked out by hand: distance to the nearer limit over the room, or over the one limit. */
  @ParameterizedTest
  @CsvSource({
    "150, 100, 200, 50, PASSES",
    "195, 100, 200, 5, NEAR",
    "104, 100, 200, 4, NEAR",
    "200, 100, 200, 0, NEAR",
    "201, 100, 200, -1, FAILS",
    "150, 100, -, 50, PASSES",
    "105, 100, -, 5, NEAR",
    "99, 100, -, -1, FAILS",
    "100, -, 200, 50, PASSES",
    "190, -, 200, 5, NEAR",
    "300, -, 200, -50, FAILS",
    "0, -, 0, 100, PASSES",
    "1, -, 0, -100, FAILS",
    "7, 7, 7, 100, PASSES",
    "150, 200, 100, NaN, REVERSED",
    "150, -, -, NaN, NO_LIMITS",
    "64256, 100, 200, NaN, NOT_RUN",
    "64257, 100, 200, NaN, CANNOT_RUN",
    "65535, 100, 200, NaN, CANNOT_RUN"
  })
  void aResultStandsBesideItsLimits(
      int value, String least, String most, double margin, State state) {
    MonitorResult r = result(NOBODY_KNOWS, value, least, most);
    assertThat(r.state()).isEqualTo(state);
    assertThat((Double) r.margin()).isEqualTo((Double) margin);
    assertThat(r.proves()).isEqualTo(state == State.PASSES);
    assertThat(r.says().toString()).isNotBlank().doesNotContain("NaN");
  }

  @Test
  void countsBecomeValuesByTheScalingOfThePackAndStayCountsWhereItHasNone() {
    MonitorResult r = result(PERCENT, 36_000, "24000", "-");
    assertThat(r.value()).isCloseTo(90, within(1e-9));
    assertThat(r.least()).isCloseTo(60, within(1e-9));
    assertThat(r.unit()).contains(Unit.PERCENT);
    assertThat(r.title()).isEqualTo("Nitrogen oxides converted");
    assertThat(TRUCK.monitors().drive(r.monitor())).contains("five minutes");
    MonitorResult bare = result(NOBODY_KNOWS, 36_000, "24000", "-");
    assertThat(bare.unit()).isEmpty();
    assertThat(bare.value()).isEqualTo(36_000);
    assertThat(bare.margin()).as("needs no scaling").isCloseTo(r.margin(), within(1e-9));
  }

  @Test
  void aTestThatThePackDoesNotNameIsCalledByItsParameterAndFailure() {
    MonitorResult r =
        MonitorResult.of(
            new TestResult(3, 3251, 18, 9, 5, OptionalInt.empty(), OptionalInt.of(1)), TRUCK);
    assertThat(r.title()).contains(TRUCK.spnText(3251), TRUCK.fmiText(18));
    assertThat(r.monitor()).isEmpty();
  }

  @Test
  void theWorstComesFirst() {
    List<State> order =
        MonitorResult.of(
                List.of(
                    new TestResult(1, 1, 1, 9, 150, OptionalInt.of(200), OptionalInt.of(100)),
                    new TestResult(2, 1, 1, 9, 0xFB00, OptionalInt.of(200), OptionalInt.of(100)),
                    new TestResult(3, 1, 1, 9, 199, OptionalInt.of(200), OptionalInt.of(100)),
                    new TestResult(4, 1, 1, 9, 250, OptionalInt.of(200), OptionalInt.of(100))),
                TRUCK)
            .stream()
            .map(MonitorResult::state)
            .toList();
    assertThat(order).containsExactly(State.FAILS, State.NEAR, State.NOT_RUN, State.PASSES);
  }

  /** Whatever a module tells: what passes lies within its limits, what fails outside. */
  @Test
  void nothingPassesOutsideItsLimits() {
    SplittableRandom dice = new SplittableRandom(18);
    for (int i = 0; i < 20_000; i++) {
      int value = dice.nextInt(0x1_0000);
      OptionalInt least = dice.nextInt(4) == 0 ? OptionalInt.empty() : any(dice);
      OptionalInt most = dice.nextInt(4) == 0 ? OptionalInt.empty() : any(dice);
      MonitorResult r =
          MonitorResult.of(new TestResult(1, 102, 18, PERCENT, value, most, least), TRUCK);
      boolean inside = value >= least.orElse(0) && value <= most.orElse(0xFFFF) && value <= 0xFAFF;
      if (r.state() == State.PASSES || r.state() == State.NEAR) {
        assertThat(inside).as("%s of %s to %s", value, least, most).isTrue();
      } else if (r.state() == State.FAILS) {
        assertThat(inside).as("%s of %s to %s", value, least, most).isFalse();
      }
    }
  }

  private static OptionalInt any(SplittableRandom dice) {
    return OptionalInt.of(dice.nextInt(0xFFFF));
  }
}
