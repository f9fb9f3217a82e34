package hitchlamp.core.j1939;

import static org.assertj.core.api.Assertions.assertThat;
import static org.quicktheories.QuickTheory.qt;
import static org.quicktheories.generators.SourceDSL.arbitrary;
import static org.quicktheories.generators.SourceDSL.integers;

import java.util.HexFormat;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DtcTest {
  private static int raw(String hex) {
    byte[] b = HexFormat.of().parseHex(hex.replace(" ", ""));
    return b[0] & 0xFF | (b[1] & 0xFF) << 8 | (b[2] & 0xFF) << 16 | b[3] << 24;
  }

  /**
   * The same fault, SPN 1208 FMI 3 count 10, in all four layouts; bytes written out by hand from
   * J1939-73 (from memory).
   */
  @ParameterizedTest
  @CsvSource({"00 97 03 8A, V1", "97 00 03 8A, V2", "B8 04 03 8A, V3", "B8 04 03 0A, V4"})
  void theFourLayoutsOfOneFault(String bytes, ConversionVersion version) {
    Dtc dtc =
        Dtc.decode(raw(bytes), version == ConversionVersion.V4 ? ConversionVersion.V1 : version);
    assertThat(dtc.spn()).isEqualTo(1208);
    assertThat(dtc.fmi()).isEqualTo(3);
    assertThat(dtc.count()).isEqualTo(10);
    assertThat(dtc.version()).isEqualTo(version);
    assertThat(Dtc.encode(1208, 3, 10, version).raw()).isEqualTo(raw(bytes));
  }

  @Test
  void withoutAPackTheOldLayoutsAreAmbiguousAndSaySo() {
    assertThat(Dtc.decode(raw("B8 04 03 8A"), ConversionVersion.AMBIGUOUS).version())
        .isEqualTo(ConversionVersion.AMBIGUOUS);
    assertThat(Dtc.decode(raw("B8 04 03 8A"), ConversionVersion.V4).version())
        .as("the bit says it is not version 4")
        .isEqualTo(ConversionVersion.AMBIGUOUS);
  }

  @Test
  void whatIsEncodedIsDecodedInEveryLayout() {
    qt().forAll(
            integers().between(0, Dtc.GREATEST_SPN),
            integers().between(0, 31),
            integers().between(0, 127),
            arbitrary().enumValues(ConversionVersion.class))
        .check(
            (spn, fmi, count, version) -> {
              Dtc back = Dtc.decode(Dtc.encode(spn, fmi, count, version).raw(), version);
              return back.spn() == spn && back.fmi() == fmi && back.count() == count;
            });
  }

  @Test
  void aListOfFaultsIsReadFromOneFrameAndFromMany() {
    FaultMessage one =
        FaultMessage.of(HexFormat.of().parseHex("04ff66000401ffff"), ConversionVersion.V4);
    assertThat(one.faults()).extracting(Dtc::spn).containsExactly(102);
    assertThat(one.lamps().warning()).isEqualTo(Lamps.Lamp.ON);
    assertThat(one.garbled()).isEmpty();
    FaultMessage two =
        FaultMessage.of(HexFormat.of().parseHex("54cf66000401b904049a"), ConversionVersion.V3);
    assertThat(two.faults()).extracting(Dtc::spn).containsExactly(102, 1209);
    assertThat(two.lamps().malfunction()).isEqualTo(Lamps.Lamp.ON);
    assertThat(two.lamps().stop()).isEqualTo(Lamps.Lamp.FLASHES_SLOWLY);
    assertThat(
            FaultMessage.of(HexFormat.of().parseHex("00ff00000000ffff"), ConversionVersion.V4)
                .faults())
        .isEmpty();
  }

  @Test
  void bytesThatDoNotFitAreToldAndTheFaultsBeforeThemKept() {
    FaultMessage m =
        FaultMessage.of(HexFormat.of().parseHex("04ff66000401b90404"), ConversionVersion.V4);
    assertThat(m.faults()).hasSize(1);
    assertThat(m.garbled()).contains("3 bytes after the last whole fault");
    assertThat(FaultMessage.of(new byte[3], ConversionVersion.V4).garbled()).isPresent();
  }

  @Test
  void noBytesBringTheReaderDown() {
    Random random = new Random(5);
    for (int i = 0; i < 5_000; i++) {
      byte[] data = new byte[random.nextInt(1786)];
      random.nextBytes(data);
      FaultMessage m = FaultMessage.of(data, ConversionVersion.values()[random.nextInt(5)]);
      assertThat(m.faults().size()).isLessThanOrEqualTo(446);
      Identification.texts(data);
      Identification.software(data);
      Identification.calibrations(data);
    }
  }

  /**
   * Bands by the high byte: FB parameter-specific, FC and FD reserved, FE error, FF not available
   * (J1939-71, from memory).
   */
  @ParameterizedTest
  @CsvSource({
    "FA, 8, VALID",
    "FB, 8, PARAMETER_SPECIFIC",
    "FC, 8, RESERVED",
    "FD, 8, RESERVED",
    "FE, 8, ERROR",
    "FF, 8, NOT_AVAILABLE",
    "FAFF, 16, VALID",
    "FB00, 16, PARAMETER_SPECIFIC",
    "FE12, 16, ERROR",
    "FF00, 16, NOT_AVAILABLE",
    "FE000000, 32, ERROR",
    "1, 2, VALID",
    "2, 2, ERROR",
    "3, 2, NOT_AVAILABLE",
    "1, 1, VALID"
  })
  void aValueIsANumberOnlyWhenTheSensorSaysSo(String raw, int bits, RawValue state) {
    assertThat(RawValue.of(Long.parseLong(raw, 16), bits)).isEqualTo(state);
  }
}
