package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;

class FrameTest {
  @Test
  void dataStandInTheirOrderAndUnusedBytesAreZero() {
    Frame f = Frame.extended(0x18FECA00, 0x12, 0x34, 0xFF);
    assertThat(f.at(0)).isEqualTo(0x12);
    assertThat(f.at(2)).isEqualTo(0xFF);
    assertThat(f.bytes()).containsExactly(0x12, 0x34, 0xFF);
    assertThat(new Frame(1, true, 2, 0x99FF3412)).isEqualTo(Frame.extended(1, 0x12, 0x34));
    assertThat(f).hasToString("18FECA00#1234FF");
  }

  @Test
  void whatNoBusCanCarryIsRefused() {
    assertThatThrownBy(() -> Frame.extended(0x2000_0000))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Frame(0x800, false, 0, 0))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Frame(0, true, 9, 0)).isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> Frame.extended(0, new int[9]))
        .isInstanceOf(IllegalArgumentException.class);
  }

  /**
   * Source: Davis, Burns, Bril, Lukkien, "Controller Area Network schedulability analysis" (2007),
   * formula 2 and its 29-bit form.
   */
  @Test
  void bitsOnTheWireLieBetweenTheUnstuffedLengthAndTheWorstCase() {
    Random random = new Random(1);
    for (int i = 0; i < 5_000; i++) {
      boolean extended = random.nextBoolean();
      int length = random.nextInt(9);
      Frame f =
          new Frame(
              random.nextInt(extended ? 1 << 29 : 1 << 11), extended, length, random.nextLong());
      int g = extended ? 54 : 34;
      int unstuffed = g + 13 + 8 * length;
      assertThat(f.bitsOnWire()).isBetween(unstuffed, unstuffed + (g + 8 * length - 1) / 4);
    }
  }

  /**
   * By hand: identifier 0x555 alternates, and so do data bytes 0x55; only IDE, r0, length and CRC
   * can add stuff bits.
   */
  @Test
  void alternatingBitsNeedFewStuffBits() {
    int bits = new Frame(0x555, false, 8, 0x5555555555555555L).bitsOnWire();
    assertThat(bits).isBetween(111, 115);
    assertThat(new Frame(0, false, 8, 0).bitsOnWire()).isGreaterThan(125);
  }
}
