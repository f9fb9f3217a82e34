package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Message;
import org.junit.jupiter.api.Test;

class KeyCyclesTest {
  private static final int ENGINE = 0;
  private static final int BRAKES = 11;

  private final KeyCycles keys = new KeyCycles();

  private void hears(int source, long micros) {
    keys.heard(new Message(61444, source, 255, 3, new byte[8], micros, micros));
  }

  @Test
  void aModuleThatWasSilentForLongEnoughWasWithoutItsKey() {
    hears(ENGINE, 1_000_000);
    hears(ENGINE, 1_000_000 + KeyCycles.OFF_MICROS - 1);
    assertThat(keys.cameOn(ENGINE, 0)).as("a slow module").isFalse();
    hears(ENGINE, 1_000_000 + 2 * KeyCycles.OFF_MICROS);
    assertThat(keys.cameOn(ENGINE, 0)).isTrue();
  }

  @Test
  void onlyWhatCameAfterwardsCounts() {
    hears(ENGINE, 0);
    hears(ENGINE, 5_000_000);
    assertThat(keys.cameOn(ENGINE, 4_999_999)).isTrue();
    assertThat(keys.cameOn(ENGINE, 5_000_000)).isFalse();
  }

  @Test
  void theSilenceOfOneModuleSaysNothingOfAnother() {
    hears(ENGINE, 0);
    hears(BRAKES, 4_900_000);
    hears(ENGINE, 5_000_000);
    hears(BRAKES, 5_100_000);
    assertThat(keys.cameOn(BRAKES, 0)).isFalse();
    assertThat(keys.cameOn(33, 0)).as("never heard").isFalse();
  }
}
