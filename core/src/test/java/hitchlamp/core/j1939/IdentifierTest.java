package hitchlamp.core.j1939;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.quicktheories.QuickTheory;
import org.quicktheories.generators.SourceDSL;

class IdentifierTest {
  @Test
  void groupsForOneAddressAndGroupsForAllAreToldApart() {
    assertThat(Identifier.of(0x18EA00F9)).isEqualTo(new Identifier(6, Pgn.REQUEST, 0xF9, 0));
    assertThat(Identifier.of(0x0CF00400)).isEqualTo(new Identifier(3, 61444, 0, Address.GLOBAL));
    assertThat(Identifier.of(0x19D30B55).pgn()).as("data page 1").isEqualTo(0x1D300);
  }

  @Test
  void everyIdentifierIsMadeOfItsParts() {
    QuickTheory.qt()
        .forAll(SourceDSL.integers().between(0, 0x1FFF_FFFF))
        .check(bits -> Identifier.of(bits).bits() == bits);
  }

  @Test
  void partsThatDoNotFitAreRefused() {
    assertThatThrownBy(() -> new Identifier(8, 0, 0, 255))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Identifier(6, Pgn.REQUEST + 1, 0, 255))
        .isInstanceOf(IllegalArgumentException.class);
    assertThatThrownBy(() -> new Identifier(6, 61444, 0, 3))
        .isInstanceOf(IllegalArgumentException.class);
  }

  /**
   * Fields by hand: identity 21 bits, maker 11, ECU instance 3, function instance 5, function 8 at
   * bit 40 (J1939-81, from memory).
   */
  @Test
  void aNameIsTakenApart() {
    Name name = new Name(0x8000_1A0B_FFE0_0007L);
    assertThat(name.identity()).isEqualTo(7);
    assertThat(name.manufacturer()).isEqualTo(0x7FF);
    assertThat(name.ecuInstance()).isEqualTo(3);
    assertThat(name.functionInstance()).isEqualTo(1);
    assertThat(name.function()).isEqualTo(0x1A);
    assertThat(name.arbitraryAddress()).isTrue();
    assertThat(Name.of(7, 0x7FF, 3, 1, 0x1A, 0, 0, 0, true)).isEqualTo(name);
    assertThat(new Name(5).winsOver(name)).as("compared without sign").isTrue();
  }

  @Test
  void identificationTextsAreSplitAtAsterisks() {
    byte[] text = "Orrendale*Korvane 6*S123**".getBytes(StandardCharsets.US_ASCII);
    assertThat(Identification.texts(text))
        .isEqualTo(
            new Identification.Texts.Read(java.util.List.of("Orrendale", "Korvane 6", "S123", "")));
    assertThat(Identification.texts(new byte[] {'A', 7, '*'}))
        .isInstanceOf(Identification.Texts.Garbled.class);
    assertThat(Identification.software(new byte[] {2, 'A', '*', 'B', '*'}))
        .isEqualTo(new Identification.Texts.Read(java.util.List.of("A", "B")));
    assertThat(Identification.software(new byte[] {3, 'A', '*'}))
        .isInstanceOf(Identification.Texts.Garbled.class);
  }

  @Test
  void calibrationsHaveTheirVerificationNumberFirst() {
    byte[] data = new byte[25];
    data[0] = (byte) 0xEF;
    data[3] = (byte) 0x80;
    System.arraycopy("CAL-7".getBytes(StandardCharsets.US_ASCII), 0, data, 4, 5);
    assertThat(Identification.calibrations(data))
        .containsExactly(new Identification.Calibration("CAL-7", 0x8000_00EFL));
  }
}
