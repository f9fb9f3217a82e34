package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CutoutKindTest {
  private static CutoutKind of(int cylinders) {
    return new CutoutKind(
        0xF140,
        0xF141,
        cylinders,
        IntStream.rangeClosed(1, cylinders).boxed().toList(),
        2,
        3,
        60,
        30,
        4,
        0.75,
        "none");
  }

  @Test
  void eachCylinderHasABitOfItsOwnInAByteForEachEight() {
    assertThat(of(6).mask(Set.of(1, 6))).containsExactly(0x21);
    assertThat(of(8).mask(Set.of(8))).containsExactly(0x80);
    assertThat(of(12).mask(Set.of(8, 9, 12))).containsExactly(0x80, 0x09);
    assertThat(of(16).mask(Set.of(1, 16))).containsExactly(0x01, 0x80);
    assertThat(of(16).mask(Set.of())).containsExactly(0, 0);
  }

  @Test
  void noTwoCylindersOfAnyEngineShareABit() {
    for (int cylinders : List.of(1, 3, 4, 6, 8, 9, 12, 16)) {
      Set<String> masks = new HashSet<>();
      for (int c = 1; c <= cylinders; c++) {
        int[] mask = of(cylinders).mask(Set.of(c));
        assertThat(IntStream.of(mask).map(Integer::bitCount).sum()).isEqualTo(1);
        assertThat(masks.add(java.util.Arrays.toString(mask))).isTrue();
      }
    }
  }
}
