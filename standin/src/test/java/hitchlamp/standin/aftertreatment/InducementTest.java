package hitchlamp.standin.aftertreatment;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.standin.aftertreatment.Inducement.Cause;
import hitchlamp.standin.aftertreatment.Inducement.Stage;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The module warns, takes power away and lets crawl, and tells how long that is off. */
class InducementTest {
  private static final double HOUR = 3_600;
  private final AfterReadings r = new AfterReadings();
  private final Inducement inducement = new Inducement();

  @BeforeEach
  void runs() {
    r.running = true;
  }

  private void drives(double hours, int failed) {
    for (double t = 0; t < hours * HOUR; t += 10) {
      inducement.step(10, r, failed);
    }
  }

  @Test
  void aSoundOneCountsNothing() {
    drives(100, 1);
    assertThat(inducement.stage()).isEqualTo(Stage.NONE);
    assertThat(inducement.hours(Cause.QUALITY)).isZero();
    assertThat(inducement.hours(Cause.DOSING)).isZero();
    assertThat(inducement.low()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({"20, QUALITY, 0", "40, QUALITY, 0", "32.5, DOSING, 8"})
  void hoursBringTheNextStage(double urea, Cause cause, int failed) {
    r.ureaPercent = urea;
    drives(0.1, failed);
    assertThat(inducement.stage()).as("not believed yet").isEqualTo(Stage.NONE);
    drives(1, failed);
    assertThat(inducement.stage()).isEqualTo(Stage.WARNS);
    drives(10, failed);
    assertThat(inducement.stage()).isEqualTo(Stage.LESS_POWER);
    drives(10, failed);
    assertThat(inducement.stage()).isEqualTo(Stage.CRAWL);
    assertThat(inducement.hours(cause)).isBetween(20.5, 21.5);
  }

  @Test
  void whatWasMendedIsForgivenAfterAWhileAndItsHoursAreKept() {
    r.ureaPercent = 20;
    drives(12, 0);
    r.ureaPercent = 32.5;
    drives(0.3, 0);
    assertThat(inducement.stage()).isEqualTo(Stage.NONE);
    assertThat(inducement.hours(Cause.QUALITY)).isGreaterThan(11);
    r.ureaPercent = 20;
    drives(0.3, 0);
    assertThat(inducement.stage()).as("goes on where it stood").isEqualTo(Stage.LESS_POWER);
  }

  @Test
  void theLastStageStaysUntilATesterClearsIt() {
    r.ureaPercent = 20;
    drives(21, 0);
    r.ureaPercent = 32.5;
    drives(5, 0);
    assertThat(inducement.stage()).isEqualTo(Stage.CRAWL);
    assertThat(inducement.clear(Cause.QUALITY, r, 0)).isTrue();
    assertThat(inducement.stage()).isEqualTo(Stage.NONE);
    assertThat(inducement.hours(Cause.QUALITY)).isZero();
  }

  @Test
  void nothingIsClearedWhileTheCauseIsThere() {
    r.ureaPercent = 20;
    drives(3, 0);
    assertThat(inducement.clear(Cause.QUALITY, r, 0)).isFalse();
    assertThat(inducement.clear(Cause.DOSING, r, 8)).isFalse();
    assertThat(inducement.hours(Cause.QUALITY)).isGreaterThan(2);
  }

  @ParameterizedTest
  @CsvSource({"50, NONE", "9, WARNS", "4, LESS_POWER", "1, CRAWL"})
  void aLowTankIsSeenAtOnceAndForgivenWhenItIsFilled(double percent, Stage stage) {
    r.tankPercent = percent;
    drives(0.01, 0);
    assertThat(inducement.stage()).isEqualTo(stage);
    assertThat(inducement.low()).isEqualTo(stage != Stage.NONE);
    r.tankPercent = 95;
    r.running = false;
    drives(0.01, 0);
    assertThat(inducement.stage()).isEqualTo(Stage.NONE);
  }

  @Test
  void nothingIsCountedWhileTheEngineStands() {
    r.ureaPercent = 20;
    r.running = false;
    drives(50, 5);
    assertThat(inducement.stage()).isEqualTo(Stage.NONE);
  }
}
