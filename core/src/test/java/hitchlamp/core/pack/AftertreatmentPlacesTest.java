package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Where the aftertreatment's parameters stand, SAE J1939-71, all from memory. */
class AftertreatmentPlacesTest {
  private static final Pack BASE = PackLibrary.read(Path.of("../packs")).with("standard");

  @ParameterizedTest
  @CsvSource({
    "3216, 61454, 1, 1, 16",
    "3217, 61454, 3, 1, 16",
    "3226, 61455, 1, 1, 16",
    "3227, 61455, 3, 1, 16",
    "3241, 64948, 1, 1, 16",
    "3242, 64948, 3, 1, 16",
    "3245, 64947, 1, 1, 16",
    "3246, 64947, 3, 1, 16",
    "3249, 64946, 1, 1, 16",
    "3250, 64946, 3, 1, 16",
    "3251, 64946, 5, 1, 16",
    "4765, 64800, 1, 1, 16",
    "4766, 64800, 3, 1, 16",
    "4332, 61475, 3, 1, 4",
    "1761, 65110, 1, 1, 8",
    "5245, 65110, 5, 6, 3",
    "5246, 65110, 6, 6, 3",
    "3698, 64892, 7, 3, 3",
    "3699, 64892, 2, 1, 2",
    "3700, 64892, 2, 3, 2",
  })
  void eachStandsInItsGroup(int spn, int group, int at, int bit, int bits) {
    Parameter p = BASE.told(spn).orElseThrow();
    assertThat(p.pgn()).isEqualTo(group);
    assertThat(p.startBit()).isEqualTo((at - 1) * 8 + bit - 1);
    assertThat(p.bits()).isEqualTo(bits);
  }

  /** Reasons that forbid a regeneration: two bits each, one after the other, from byte 3 on. */
  @Test
  void theReasonsThatForbidARegenerationFollowEachOther() {
    int next = 16;
    for (int spn = 3702; spn <= 3717; spn++, next += 2) {
      Parameter p = BASE.told(spn).orElseThrow();
      assertThat(p.pgn()).as("SPN %d", spn).isEqualTo(64892);
      assertThat(p.startBit()).as("SPN %d", spn).isEqualTo(next);
      assertThat(p.bits()).isEqualTo(2);
    }
  }

  /** Two that overlap would tell the same bits twice under two names. */
  @Test
  void noTwoOfAGroupShareABit() {
    for (int group : new int[] {61454, 61455, 61475, 64800, 64830, 64891, 64892, 64946, 64947}) {
      Set<Integer> taken = new HashSet<>();
      for (Parameter p : BASE.parametersIn(group)) {
        for (int i = p.startBit(); i < p.startBit() + p.bits(); i++) {
          assertThat(taken.add(i)).as("SPN %d, bit %d of %d", p.spn(), i, group).isTrue();
        }
      }
      assertThat(taken).as("group %d", group).isNotEmpty();
    }
  }
}
