package hitchlamp.standin.fault;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class MonitorRecordTest {
  private final FaultMemory memory = new FaultMemory();
  private final MonitorRecord monitors = new MonitorRecord(memory, List.of());

  private static int word(byte[] data, int at) {
    return data[at] & 0xFF | (data[at + 1] & 0xFF) << 8;
  }

  /** Monitors that DM5 calls open. */
  private int open(double hours) {
    return Integer.bitCount(word(monitors.readiness(hours), 6));
  }

  @Test
  void afterAClearMonitorsRunOneAfterTheOther() {
    assertThat(open(1_000)).as("never cleared").isZero();
    memory.clear(1_000);
    assertThat(open(1_000)).isEqualTo(Integer.bitCount(word(monitors.readiness(0), 4)));
    assertThat(open(1_000.8)).isPositive().isLessThan(open(1_000));
    assertThat(open(1_005)).isZero();
  }

  @Test
  void startsAreCountedAndNoClearTouchesThem() {
    for (int i = 0; i < 10; i++) {
      monitors.started(900 + i);
    }
    byte[] before = monitors.counts();
    assertThat(word(before, 0)).isEqualTo(10);
    assertThat(word(before, 2)).as("conditions were met in most").isEqualTo(8);
    memory.clear(910);
    assertThat(monitors.counts()).isEqualTo(before);
    monitors.started(910.1);
    assertThat(word(monitors.counts(), 0)).isEqualTo(11);
    assertThat(word(monitors.counts(), 7)).as("it had no time to run").isEqualTo(word(before, 7));
  }

  @Test
  void faultsThatAreRememberedAreCountedInDm5() {
    memory.remember(3_000, 4, 3, 800, 900);
    assertThat(monitors.readiness(1_000)[0]).as("active").isZero();
    assertThat(monitors.readiness(1_000)[1]).as("earlier").isEqualTo((byte) 1);
    assertThat(memory.kept().get(0).lastHour()).isEqualTo(900);
  }
}
