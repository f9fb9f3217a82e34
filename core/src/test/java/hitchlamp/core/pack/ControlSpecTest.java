package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.quantity.Unit;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class ControlSpecTest {
  private static ControlSpec mask(int bits) {
    return new ControlSpec(
        "cylinders",
        "Cylinders",
        "engine",
        0xF140,
        new ControlSpec.Coding(true, bits, 1, 0, Unit.ONE),
        0,
        Math.pow(2, bits) - 1,
        2,
        60,
        false,
        Optional.empty());
  }

  private static ControlSpec speed() {
    return new ControlSpec(
        "speed",
        "Held speed",
        "engine",
        0xF141,
        new ControlSpec.Coding(false, 16, 0.125, 100, Unit.RPM),
        600,
        1_200,
        2,
        60,
        false,
        Optional.empty());
  }

  private static int[] off(int cylinders, Integer... off) {
    return mask(cylinders).state(ControlSpec.mask(List.of(off)));
  }

  @Test
  void eachPlaceOfAMaskHasABitOfItsOwnInAByteForEachEight() {
    assertThat(off(6, 1, 6)).containsExactly(0x21);
    assertThat(off(8, 8)).containsExactly(0x80);
    assertThat(off(12, 8, 9, 12)).containsExactly(0x80, 0x09);
    assertThat(off(16, 1, 16)).containsExactly(0x01, 0x80);
    assertThat(off(16)).containsExactly(0, 0);
    assertThat(off(32, 32)).containsExactly(0, 0, 0, 0x80);
  }

  @Test
  void noTwoCylindersOfAnyEngineShareABit() {
    for (int cylinders : List.of(1, 3, 4, 6, 8, 9, 12, 16)) {
      Set<String> masks = new HashSet<>();
      for (int c = 1; c <= cylinders; c++) {
        int[] mask = off(cylinders, c);
        assertThat(IntStream.of(mask).map(Integer::bitCount).sum()).isEqualTo(1);
        assertThat(masks.add(Arrays.toString(mask))).isTrue();
      }
    }
  }

  @Test
  void aNumberIsWrittenHighByteFirstByItsScaleAndOffset() {
    assertThat(speed().state(600)).containsExactly(4000 >> 8, 4000 & 0xFF);
    assertThat(speed().state(1_200)).containsExactly(8800 >> 8, 8800 & 0xFF);
  }

  @Test
  void whatMayNotBeCommandedIsRefused() {
    for (double value : new double[] {599.9, 1_200.1, -1, Double.NaN, 1e12}) {
      assertThatThrownBy(() -> speed().state(value)).hasMessageContaining("600.0 to 1200.0");
    }
    assertThatThrownBy(() -> off(6, 7)).isInstanceOf(IllegalArgumentException.class);
  }
}
