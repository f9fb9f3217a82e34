package hitchlamp.standin.fault;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class ScaledTestTest {
  private static final ScaledTest.Scaling TENTHS = new ScaledTest.Scaling(9, 0.1);

  private final FaultMemory memory = new FaultMemory();
  private double seen = Double.NaN;
  private final ScaledTest test =
      new ScaledTest(
          new ScaledTest.About(4364, 18, TENTHS, 60, Double.NaN),
          70,
          new ScaledTest.Work(2.5, 30),
          () -> seen);
  private final MonitorRecord record = new MonitorRecord(memory, List.of(test));

  private void step(int seconds) {
    for (int i = 0; i < seconds * 10; i++) {
      record.step(0.1);
    }
  }

  private static int word(byte[] data, int at) {
    return data[at] & 0xFF | (data[at + 1] & 0xFF) << 8;
  }

  private boolean catalystOpen() {
    return (word(record.readiness(1_000), 6) >> 11 & 1) != 0;
  }

  @Test
  void itNeedsItsTimeOfWorkAndATimeWithoutDoesNotCount() {
    step(100);
    assertThat(word(record.results(4364), 6)).as("of before").isEqualTo(700);
    memory.clear(990);
    step(100);
    assertThat(test.ran(memory)).as("nothing to see").isFalse();
    seen = 80;
    step(22);
    seen = Double.NaN;
    step(100);
    assertThat(test.ran(memory)).isFalse();
    assertThat(word(record.results(4364), 6)).isEqualTo(0xFB00);
    assertThat(catalystOpen()).isTrue();
    seen = 0;
    step(2);
    seen = 90;
    step(11);
    assertThat(test.ran(memory)).isTrue();
    assertThat(catalystOpen()).isFalse();
    assertThat(word(record.results(4364), 6)).isBetween(825, 845);
  }

  @Test
  void aClearMakesItBeginAnew() {
    seen = 80;
    step(40);
    assertThat(test.ran(memory)).isTrue();
    memory.clear(1_000);
    assertThat(test.ran(memory)).as("at once, with the key off too").isFalse();
    assertThat(catalystOpen()).isTrue();
    step(40);
    assertThat(test.ran(memory)).isTrue();
  }

  /** Twelve bytes, low byte first: 247, SPN 0x110C with FMI 18, scaling, value, most, least. */
  @Test
  void itIsToldAsTheStandardLaysItOut() {
    seen = 80;
    step(40);
    assertThat(record.results(4364))
        .containsExactly(247, 0x0C, 0x11, 0x12, 9, 0, 0x20, 3, 0xFF, 0xFF, 0x58, 2);
    assertThat(record.results(102)).as("it has none of that").isEmpty();
    assertThat(record.supported()).containsExactly(0x0C, 0x11, 0x1B, 2);
  }
}
