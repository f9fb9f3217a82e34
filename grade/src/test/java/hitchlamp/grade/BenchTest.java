package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** A part of {@code measure bench}, on seeds of its own. */
class BenchTest {
  private static final Path PACKS = Path.of("../packs");

  @ParameterizedTest
  @ValueSource(longs = {71, 72, 73})
  void aCutoutOverAHostileLinkLeavesNothingHeldAndNothingWronglySaid(long seed)
      throws InterruptedException {
    BenchMeasure.Count count = BenchMeasure.lives(PACKS, BenchMeasure.Kind.CUTOUT, seed, 12);
    assertThat(count.example).isEmpty();
    assertThat(count.lives).isEqualTo(12);
    assertThat(count.cut).as("lives in which a cylinder was cut out").isPositive();
    assertThat(count.held).as("still held").isZero();
    assertThat(count.wrong).as("said all fire, and one did not").isZero();
  }

  @ParameterizedTest
  @EnumSource(BenchMeasure.Kind.class)
  void noKindOfTestLeavesAnythingHeld(BenchMeasure.Kind kind) throws InterruptedException {
    BenchMeasure.Count count = BenchMeasure.lives(PACKS, kind, 81 + kind.ordinal(), 8);
    assertThat(count.example).isEmpty();
    assertThat(count.commanded).as("lives in which something was commanded").isPositive();
    assertThat(count.held).as("still held").isZero();
  }

  @ParameterizedTest
  @EnumSource(
      value = BenchMeasure.Kind.class,
      names = {"COMPRESSION", "CONTRIBUTION", "COILS", "LOADED", "DOSING", "QUANTITY", "RESTORE"})
  void whatATestHoldsIsLetGoOfWithinAFifthOfASecondOfItsEnd(BenchMeasure.Kind kind)
      throws InterruptedException {
    BenchMeasure.Stopped s = BenchMeasure.stopped(PACKS, kind, 78);
    assertThat(s.sent()).as("the frame is on the bus").isBetween(0.0, 0.02);
    // A module's own time for a routine is up to 0.2 s here.
    assertThat(s.free()).as("nothing is in hand").isPositive().isLessThan(0.21);
  }

  @ParameterizedTest
  @CsvSource({
    "RELEASE, 0.2",
    "LOST_FRAME, 0.6",
    "SEAT, 0.2",
    "BROWSER, 3.3",
    "LINK, 1.6",
    "KILLED, 3.6",
    "GONE, 5.3"
  })
  void allCylindersFireSoonAfterEachWayOut(BenchMeasure.Way way, double withinSeconds)
      throws InterruptedException {
    assertThat(BenchMeasure.once(PACKS, way, 77)).isLessThan(withinSeconds);
  }
}
