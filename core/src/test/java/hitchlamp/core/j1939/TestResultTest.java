package hitchlamp.core.j1939;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import java.util.HexFormat;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Bytes written by hand after the tables of J1939-73 (from memory). */
class TestResultTest {
  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replace(" ", ""));
  }

  @Test
  void dm7AsksForAllResultsOfOneParameter() {
    // SPN 4364 is 0x110C; a parameter above 65,535 has its upper bits beside the FMI of 31.
    Frame f = TestResult.question(4364, 0xF9, 0x2C);
    assertThat(f.identifier()).isEqualTo(0x18E32CF9);
    assertThat(f.bytes()).isEqualTo(hex("F7 0C 11 1F FF FF FF FF"));
    assertThat(TestResult.question(0x5_1234, 0xF9, 0).bytes())
        .isEqualTo(hex("F7 34 12 BF FF FF FF FF"));
  }

  @Test
  void dm30TellsValueAndLimits() {
    // SPN 4364 FMI 18, scaling 1001, value 36,000, no upper limit, at least 24,000.
    TestResult.Told told =
        TestResult.of(
            hex("F7 0C 11 12 E9 03 A0 8C FF FF C0 5D F7 EE 10 12 EA 03 00 FB 2C 01 64 00"));
    assertThat(told.garbled()).isEmpty();
    assertThat(told.results())
        .containsExactly(
            new TestResult(
                247, 4364, 18, 1_001, 36_000, OptionalInt.empty(), OptionalInt.of(24_000)),
            new TestResult(
                247,
                4334,
                18,
                1_002,
                TestResult.NOT_RUN,
                OptionalInt.of(300),
                OptionalInt.of(100)));
    assertThat(told.results().get(0).ran()).isTrue();
    assertThat(told.results().get(1).ran()).isFalse();
  }

  @Test
  void aFrameThatIsFilledUpHoldsNoResult() {
    assertThat(TestResult.of(hex("FF FF FF FF FF FF FF FF")))
        .isEqualTo(new TestResult.Told(java.util.List.of(), java.util.Optional.empty()));
    assertThat(TestResult.of(hex("F7 0C 11 12 E9 03 A0 8C FF FF C0 5D F7 0C")).garbled())
        .hasValueSatisfying(g -> assertThat(g).contains("2 bytes"));
  }

  @Test
  void noBytesBringItDownAndNoModuleTellsTooMuch() {
    Random r = new Random(30);
    for (int i = 0; i < 20_000; i++) {
      byte[] data = new byte[r.nextInt(i % 100 == 0 ? 1_785 : 60)];
      r.nextBytes(data);
      TestResult.Told told = TestResult.of(data);
      assertThat(told.results()).hasSizeLessThanOrEqualTo(TestResult.MOST);
      told.results().forEach(x -> assertThat(x.spn()).isBetween(1, Dtc.GREATEST_SPN - 1));
    }
  }
}
