package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the unit does now, what comes next and when, by what it told. */
class InducementStandingTest {
  private static final PackLibrary PACKS = PackLibrary.read(Path.of("../packs"));
  private static final Pack TRUCK = PACKS.with("orrendale-haulward");
  private static final int QUALITY = 0x014A;
  private static final int DOSING = 0x014B;

  private static Optional<InducementStanding> standing(
      Pack pack, int severity, double level, Map<Integer, Double> hours) {
    return InducementStanding.of(
        new FaultReading(
            FaultReading.State.COMPLETE,
            0,
            1,
            OptionalDouble.empty(),
            OptionalDouble.empty(),
            List.of(),
            new Induced(
                severity < 0 ? OptionalInt.empty() : OptionalInt.of(severity),
                level < 0 ? OptionalDouble.empty() : OptionalDouble.of(level),
                hours)),
        pack);
  }

  @Test
  void aUnitThatPressesForNothingSaysNothing() {
    assertThat(standing(TRUCK, 0, 60, Map.of(QUALITY, 0.0, DOSING, 0.0))).isEmpty();
    assertThat(standing(TRUCK, -1, -1, Map.of())).isEmpty();
    assertThat(standing(PACKS.base(), 0, 60, Map.of())).isEmpty();
  }

  @Test
  void hoursSayWhenTheNextStageComes() {
    InducementStanding s = standing(TRUCK, 1, 60, Map.of(QUALITY, 6.5)).orElseThrow();
    assertThat(s.now().toString()).isEqualTo("A lamp warns. The engine has its full power.");
    assertThat(s.why().toString()).isEqualTo("Fluid of the wrong quality: 6.5 h counted.");
    assertThat(s.next().toString())
        .isEqualTo(
            "After 3.5 h more of running without a repair: A quarter of full power is taken away.");
    assertThat(s.clears()).containsExactly("quality-hours");
    assertThat(s.finds()).containsExactly("fluid");
  }

  @Test
  void aLowTankSaysBelowWhichLevelTheNextStageComes() {
    InducementStanding s = standing(TRUCK, 2, 4, Map.of()).orElseThrow();
    assertThat(s.why().toString()).isEqualTo("The tank of exhaust fluid is at 4 %.");
    assertThat(s.next().toString())
        .startsWith("With less than 1.5 % in the tank: Less than a third");
    assertThat(s.clears()).isEmpty();
  }

  @Test
  void hoursAndLevelTogetherAreBothTold() {
    InducementStanding s = standing(TRUCK, 1, 8, Map.of(DOSING, 2.0)).orElseThrow();
    assertThat(s.why().toString()).contains("8 %").contains("No dosing: 2.0 h");
    assertThat(s.next().toString()).contains("After 8.0 h").contains("less than 5 %");
  }

  @ParameterizedTest
  @CsvSource({"22, 80, until a tester clears", "0, 1, ends when the cause is gone"})
  void theLastStageStaysOnlyWhereHoursBroughtIt(double hours, double level, String says) {
    Map<Integer, Double> counted = hours > 0 ? Map.of(QUALITY, hours) : Map.of();
    assertThat(standing(TRUCK, 3, level, counted).orElseThrow().next().toString()).contains(says);
  }

  @Test
  void hoursThatAreKeptAfterTheRepairAreSaidWithTheTestThatClearsThem() {
    InducementStanding s = standing(TRUCK, 0, 80, Map.of(QUALITY, 14.0)).orElseThrow();
    assertThat(s.severity()).isZero();
    assertThat(s.now().toString()).contains("full power again");
    assertThat(s.next().toString()).contains("clear the hours");
    assertThat(s.clears()).containsExactly("quality-hours");
  }

  @Test
  void ofAUnitThatOnlyTheStandardKnowsNoStageIsMadeUp() {
    InducementStanding s = standing(PACKS.base(), 4, 3, Map.of()).orElseThrow();
    assertThat(s.now().toString()).contains("stage 4").contains("only its maker knows");
    assertThat(s.why().toString()).isEqualTo("Why, it does not tell.");
    assertThat(s.next().toString()).contains("not known here");
    assertThat(standing(TRUCK, 6, 50, Map.of()).orElseThrow().now().toString()).contains("stage 6");
  }

  @Test
  void hoursBeyondTheNextStageThatHasNotComeGiveNoTimeBelowNothing() {
    InducementStanding s = standing(TRUCK, 1, 80, Map.of(QUALITY, 12.0)).orElseThrow();
    assertThat(s.next().toString()).contains("when is not told").doesNotContain("-");
  }

  /** Whatever is told: never a time below nothing, never a stage milder than the one it is in. */
  @Test
  void nothingThatAModuleTellsMakesNonsense() {
    SplittableRandom random = new SplittableRandom(20261129);
    for (int i = 0; i < 5_000; i++) {
      Map<Integer, Double> hours = new HashMap<>();
      if (random.nextBoolean()) {
        hours.put(QUALITY, random.nextDouble() * 650);
      }
      if (random.nextBoolean()) {
        hours.put(random.nextInt(0x10000), random.nextDouble() * 650);
      }
      int severity = random.nextInt(-1, 8);
      double level = random.nextInt(4) == 0 ? -1 : random.nextDouble() * 100;
      standing(TRUCK, severity, level, hours)
          .ifPresent(
              s -> {
                assertThat(s.now().toString()).isNotEmpty();
                assertThat(s.why().toString()).isNotEmpty();
                assertThat(s.next().toString()).isNotEmpty().doesNotContain("After -");
                if (s.severity() == 3) {
                  assertThat(s.next().toString()).contains("last stage");
                }
              });
    }
  }
}
