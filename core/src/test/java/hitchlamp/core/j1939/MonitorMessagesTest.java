package hitchlamp.core.j1939;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HexFormat;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Bytes written by hand after the tables of J1939-73 (from memory). */
class MonitorMessagesTest {
  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replace(" ", ""));
  }

  @Test
  void dm5TellsWhichMonitorsHaveRun() {
    // Misfire and fuel supported (0x3), fuel not complete (bit 6); EGR and filter supported, EGR
    // open.
    Readiness r = Readiness.of(hex("02 05 14 23 80 04 80 00")).orElseThrow();
    assertThat(r.active()).isEqualTo(2);
    assertThat(r.earlier()).isEqualTo(5);
    assertThat(r.compliance()).isEqualTo(0x14);
    assertThat(r.monitors())
        .containsExactly(
            new Readiness.Monitor("misfire", true, true),
            new Readiness.Monitor("fuel system", true, false),
            new Readiness.Monitor("exhaust recirculation and valve timing", false, false),
            new Readiness.Monitor("particulate filter", false, true));
    assertThat(r.notReady())
        .containsExactly("fuel system", "exhaust recirculation and valve timing");
    assertThat(Readiness.of(hex("02 05 14"))).isEmpty();
  }

  @Test
  void dm20TellsHowOftenMonitorsRan() {
    // 1,000 starts, 600 times conditions; SPN 3064 (0x0BF8) ran 90 of 200 times.
    MonitorCounts c = MonitorCounts.of(hex("E8 03 58 02 F8 0B 00 5A 00 C8 00")).orElseThrow();
    assertThat(c.ignitionCycles()).hasValue(1_000);
    assertThat(c.conditions()).hasValue(600);
    assertThat(c.ratios())
        .containsExactly(new MonitorCounts.Ratio(3064, OptionalInt.of(90), OptionalInt.of(200)));
    assertThat(c.garbled()).isEmpty();
    assertThat(MonitorCounts.of(hex("E8 03 58 02 F8 0B")).orElseThrow().garbled()).isPresent();
    assertThat(MonitorCounts.of(hex("E8 03 58 02 FF FF FF FF")).orElseThrow().garbled()).isEmpty();
    assertThat(MonitorCounts.of(hex("E8"))).isEmpty();
  }

  @Test
  void whatIsNotAvailableIsNoNumber() {
    assertThat(Readiness.of(hex("FF FF FF FF FF FF FF FF"))).isEmpty();
    MonitorCounts c = MonitorCounts.of(hex("FF FF FE 00 F8 0B 00 FF FF 00 FE")).orElseThrow();
    assertThat(c.ignitionCycles()).as("not available").isEmpty();
    assertThat(c.conditions()).as("a low byte of FE is a number").hasValue(254);
    assertThat(c.ratios())
        .containsExactly(new MonitorCounts.Ratio(3064, OptionalInt.empty(), OptionalInt.empty()));
  }

  @Test
  void noBytesBringTheReadersDown() {
    Random r = new Random(20);
    for (int i = 0; i < 20_000; i++) {
      byte[] data = new byte[r.nextInt(60)];
      r.nextBytes(data);
      Readiness.of(data).ifPresent(x -> assertThat(x.monitors().size()).isLessThanOrEqualTo(16));
      MonitorCounts.of(data);
      FreezeFrames.layout(data)
          .forEach(x -> assertThat(x.spn()).isBetween(1, Dtc.GREATEST_SPN - 1));
      int values = r.nextInt(12);
      FreezeFrames.of(data, values, false, ConversionVersion.V3)
          .frames()
          .forEach(x -> assertThat(x.data()).hasSize(values));
    }
  }

  @Test
  void dm24LaysOutDm25() {
    // SPN 190 two bytes, all supported; SPN 91 one byte, not frozen; SPN 168 two bytes.
    var layout = FreezeFrames.layout(hex("BE 00 18 02 5B 00 19 01 A8 00 18 02"));
    assertThat(layout).hasSize(3);
    assertThat(layout.get(1)).isEqualTo(new FreezeFrames.Support(91, false, true, true, 1));
    // Length 8, SPN 84 FMI 9 count 3, then 600 rpm (4,800 counts) and 25 V (500 counts).
    var frames =
        FreezeFrames.of(hex("08 54 00 09 03 C0 12 F4 01"), 4, false, ConversionVersion.AMBIGUOUS);
    assertThat(frames.garbled()).isEmpty();
    assertThat(frames.frames()).hasSize(1);
    assertThat(frames.frames().get(0).dtc().spn()).isEqualTo(84);
    assertThat(frames.frames().get(0).data()).isEqualTo(hex("C0 12 F4 01"));
  }

  @Test
  void framesThatDoNotFitAreSaidAndThoseBeforeThemKept() {
    String good = "08 54 00 09 03 C0 12 F4 01";
    var cut = FreezeFrames.of(hex(good + "08 54 00"), 4, false, ConversionVersion.V3);
    assertThat(cut.frames()).hasSize(1);
    assertThat(cut.garbled()).hasValueSatisfying(g -> assertThat(g).contains("2 came"));
    var longer = FreezeFrames.of(hex(good), 3, false, ConversionVersion.V3);
    assertThat(longer.garbled()).isPresent();
    assertThat(FreezeFrames.of(hex(good), 3, true, ConversionVersion.V3).garbled()).isEmpty();
    assertThat(FreezeFrames.of(hex("00 00 00 00 00 FF FF FF"), 4, false, ConversionVersion.V3))
        .as("none")
        .isEqualTo(new FreezeFrames(java.util.List.of(), java.util.Optional.empty()));
  }
}
