package hitchlamp.core.bus;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import java.util.SplittableRandom;
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

  /**
   * As ISO 11898-1 says it, bit by bit: the polynomial is that of its CRC, x15 + x14 + x10 + x8 +
   * x7 + x4 + x3 + 1.
   */
  @Test
  void bitsOnTheWireAreThoseOfASlowSenderThatPutsInOneBitAfterTheOther() {
    SplittableRandom r = new SplittableRandom(2);
    for (int i = 0; i < 20_000; i++) {
      boolean extended = r.nextBoolean();
      // Few different bits, so that long runs of equal ones come as well.
      long mask = r.nextBoolean() ? -1 : r.nextLong() & r.nextLong() & r.nextLong();
      int identifier =
          (int) (r.nextLong() & mask)
              & (extended ? Frame.GREATEST_EXTENDED : Frame.GREATEST_STANDARD);
      long payload = r.nextBoolean() ? r.nextLong() & mask : r.nextLong() | ~mask;
      Frame f = new Frame(identifier, extended, r.nextInt(9), payload);
      assertThat(f.bitsOnWire()).as("%s", f).isEqualTo(sent(f));
    }
  }

  private static int sent(Frame f) {
    StringBuilder bits = new StringBuilder("0");
    String id = binary(f.identifier(), f.extended() ? 29 : 11);
    bits.append(f.extended() ? id.substring(0, 11) + "11" + id.substring(11) : id);
    bits.append("000").append(binary(f.length(), 4));
    for (int i = 0; i < f.length(); i++) {
      bits.append(binary(f.at(i), 8));
    }
    bits.append(crc(bits));
    int stuffed = bits.length();
    char last = 'x';
    int run = 0;
    for (int i = 0; i < bits.length(); i++) {
      run = bits.charAt(i) == last ? run + 1 : 1;
      last = bits.charAt(i);
      if (run == 5) {
        stuffed++;
        last = last == '0' ? '1' : '0';
        run = 1;
      }
    }
    return stuffed + 13;
  }

  private static String crc(CharSequence bits) {
    int crc = 0;
    for (int i = 0; i < bits.length(); i++) {
      boolean next = (bits.charAt(i) == '1') != ((crc & 0x4000) != 0);
      crc = crc << 1 & 0x7FFF;
      crc ^= next ? 0b100_0101_1001_1001 : 0;
    }
    return binary(crc, 15);
  }

  private static String binary(int value, int digits) {
    return String.format("%" + digits + "s", Integer.toBinaryString(value)).replace(' ', '0');
  }
}
