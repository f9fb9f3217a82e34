package hitchlamp.core.pack;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * Places and names of the base pack (SAE J1939-71, from memory; as an independent look gave them).
 */
class StandardNamesTest {
  private static final PackLibrary PACKS = PackLibrary.read(Path.of("../packs"));
  private static final Pack BASE = PACKS.base();

  @ParameterizedTest
  @CsvSource({
    "1209, 65170, 8, 16, 0.0078125, -250",
    "1716, 61440, 48, 8, 0.4, 0",
    "1715, 61440, 40, 8, 1, -125",
    "27, 64916, 0, 16, 0.0025, 0",
    "2659, 61450, 0, 16, 0.05, 0",
    "132, 61450, 16, 16, 0.05, 0",
    "411, 65188, 32, 16, 0.0078125, -250",
    "412, 65188, 48, 16, 0.03125, -273",
    "1127, 65190, 0, 16, 0.125, 0",
    "97, 65279, 0, 2, 1, 0",
    "3216, 61454, 0, 16, 0.05, -200",
    "3226, 61455, 0, 16, 0.05, -200",
    "3241, 64948, 0, 16, 0.03125, -273",
    "3249, 64946, 0, 16, 0.03125, -273",
    "4765, 64800, 0, 16, 0.03125, -273",
    "3702, 64892, 16, 2, 1, 0"
  })
  void standsWhereTheStandardPutsIt(
      int spn, int pgn, int bit, int bits, double scale, double offset) {
    Parameter p = BASE.parameters().get(spn);
    assertThat(p.pgn()).isEqualTo(pgn);
    assertThat(p.startBit()).isEqualTo(bit);
    assertThat(p.bits()).isEqualTo(bits);
    assertThat(p.scale()).isEqualTo(scale);
    assertThat(p.offset()).isEqualTo(offset);
  }

  @ParameterizedTest
  @CsvSource({
    "1089, Auxiliary equipment supply pressure",
    "1090, Air suspension supply pressure",
    "1612, Driver 1 working state",
    "1001, Trip drive fuel used",
    "1037, Trip idle time",
    "535, Engine requested speed control range lower limit",
    "3220, Aftertreatment 1 intake NOx reading stable",
    "3230, Aftertreatment 1 outlet NOx reading stable",
    "1127, Engine turbocharger 1 boost pressure",
    "5585, Engine fuel rail cranking pressure",
    "1121, EBS brake switch",
    "1485, ECU main relay"
  })
  void isCalledWhatTheStandardCallsIt(int spn, String name) {
    assertThat(BASE.spnText(spn)).isEqualTo(name);
  }

  @Test
  void oneSpnHasOneName() {
    Map<Integer, String> two = new TreeMap<>();
    for (Pack pack : PACKS.ofUnits()) {
      Pack whole = PACKS.with(pack.id());
      whole
          .parameters()
          .forEach(
              (spn, p) -> {
                String other = whole.spnTexts().getOrDefault(spn, p.name());
                if (!other.equals(p.name())) {
                  two.put(spn, p.name() + " / " + other);
                }
              });
    }
    assertThat(two).isEmpty();
  }
}
