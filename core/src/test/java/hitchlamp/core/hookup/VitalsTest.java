package hitchlamp.core.hookup;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import java.util.HexFormat;
import org.junit.jupiter.api.Test;

/** What a module says of itself by broadcasts, as it stands in the head of every page. */
class VitalsTest {
  private final Vitals vitals =
      new Vitals(PackLibrary.read(Path.of("../packs")).base(), spn -> spn == Vitals.EXHAUST_HOT);

  private void heard(int source, String hex) {
    vitals.accept(new Message(64892, source, 255, 6, HexFormat.of().parseHex(hex), 1, 1));
  }

  /** SPN 3698: byte 7, bits 3 to 5 (SAE J1939-71, from memory). */
  @Test
  void hotExhaustIsAsLongAsAModuleSaysSo() {
    assertThat(vitals.exhaustHot()).as("nothing was heard").isEmpty();
    heard(85, told(0));
    assertThat(vitals.exhaustHot()).as("off").contains(false);
    heard(85, told(3));
    assertThat(vitals.exhaustHot()).as("no count of the lamp").isEmpty();
    heard(85, "FFFFFFFFFFFFFFFF");
    assertThat(vitals.exhaustHot()).as("not told").isEmpty();
    heard(85, told(1));
    assertThat(vitals.exhaustHot()).contains(true);
    heard(0, "FFFFFFFFFFFFFFFF");
    assertThat(vitals.exhaustHot()).as("another module does not know").contains(true);
    heard(85, told(0));
    assertThat(vitals.exhaustHot()).contains(false);
  }

  @Test
  void whatNobodyWantsIsNotRead() {
    vitals.accept(
        new Message(64892, 85, 255, 6, HexFormat.of().parseHex("FFFFFFFFFFFFE3FF"), 1, 1));
    vitals.accept(new Message(61444, 0, 255, 3, HexFormat.of().parseHex("F0FFFF2003FFFFFF"), 1, 1));
    assertThat(vitals.newest(Vitals.EXHAUST_HOT)).isPresent();
    assertThat(vitals.newest(Vitals.ENGINE_SPEED)).isEmpty();
  }

  private static String told(int count) {
    int seventh = 0xFF & ~(0b111 << 2) | count << 2;
    return String.format("FFFFFFFFFFFF%02XFF", seventh);
  }
}
