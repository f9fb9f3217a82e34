package hitchlamp.core.uds;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HexFormat;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/**
 * Byte vectors written by hand after ISO 14229-1 with the fault format of J1939-73, from memory.
 */
class FaultInformationTest {
  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replace(" ", ""));
  }

  @Test
  void requestsAreTheBytesOfTheStandard() {
    assertThat(Services.faults(0x0C)).isEqualTo(hex("19 02 0C"));
    assertThat(Services.snapshots(ServiceFault.code(1208, 3))).isEqualTo(hex("19 04 B8 04 03 FF"));
    assertThat(Services.extendedData(ServiceFault.code(520_192 - 1, 31)))
        .isEqualTo(hex("19 06 FF EF FF FF"));
    assertThat(Services.clearAll()).isEqualTo(hex("14 FF FF FF"));
    assertThat(Services.read(0xF190)).isEqualTo(hex("22 F1 90"));
    assertThat(Services.start(0x0203)).isEqualTo(hex("31 01 02 03"));
    assertThat(Services.results(0x0203)).isEqualTo(hex("31 03 02 03"));
    assertThat(Services.session(Services.EXTENDED_SESSION)).isEqualTo(hex("10 03"));
    assertThat(Services.testerPresent()).isEqualTo(hex("3E 00"));
  }

  @Test
  void theFormatOfFaultsIsToldBeforeThem() {
    assertThat(Services.faultFormat(0x0C)).isEqualTo(hex("19 01 0C"));
    assertThat(FaultFormat.of(hex("59 01 7F 02 00 03"))).contains(FaultFormat.J1939_73);
    assertThat(FaultFormat.of(hex("59 01 7F 00 00 03")).orElseThrow().spns()).isFalse();
    assertThat(FaultFormat.of(hex("59 01 7F 77 00 03"))).isEmpty();
    assertThat(FaultFormat.of(hex("59 01 7F 02"))).isEmpty();
    assertThat(FaultFormat.of(hex("59 02 7F 02 00 03"))).isEmpty();
  }

  @Test
  void faultsCarrySpnFmiAndStatus() {
    var list = FaultInformation.faults(hex("59 02 7F B8 04 03 09 66 00 04 08"));
    assertThat(list.garbled()).isEmpty();
    assertThat(list.value())
        .containsExactly(new ServiceFault(1208, 3, 9), new ServiceFault(102, 4, 8));
    assertThat(list.value().get(0).has(ServiceFault.TEST_FAILED)).isTrue();
    assertThat(list.value().get(1).has(ServiceFault.TEST_FAILED)).isFalse();
  }

  @Test
  void whatStandsBehindTheListIsSaid() {
    var list = FaultInformation.faults(hex("59 02 7F B8 04 03 09 66 00"));
    assertThat(list.value()).hasSize(1);
    assertThat(list.garbled()).get().asString().contains("2 bytes too many");
    assertThat(FaultInformation.faults(hex("59 01")).garbled()).isPresent();
  }

  @Test
  void snapshotsOfSeveralOccurrencesAreReadByTheirIdentifiers() {
    var read =
        FaultInformation.snapshots(
            hex("59 04 B8 04 03 09 01 02 01 00 12 C0 01 01 5A 02 01 01 00 13 88"),
            1208,
            3,
            id -> id == 0x0100 ? 2 : 1);
    assertThat(read.garbled()).isEmpty();
    assertThat(read.value())
        .containsExactly(
            new FaultInformation.Snapshot(
                1,
                List.of(
                    new FaultInformation.Frozen(0x0100, hex("12 C0")),
                    new FaultInformation.Frozen(0x0101, hex("5A")))),
            new FaultInformation.Snapshot(
                2, List.of(new FaultInformation.Frozen(0x0100, hex("13 88")))));
  }

  @Test
  void anUnknownValueKeepsWhatCameBeforeAndSaysWhy() {
    var read =
        FaultInformation.snapshots(
            hex("59 04 B8 04 03 09 01 02 01 01 5A 77 77 00 00"),
            1208,
            3,
            id -> id == 0x0101 ? 1 : -1);
    assertThat(read.value().get(0).values()).hasSize(1);
    assertThat(read.garbled()).get().asString().contains("0x7777");
  }

  @Test
  void wrongLengthsAndOtherFaultsAreNotRead() {
    assertThat(
            FaultInformation.snapshots(hex("59 04 B8 04 03 09 01 01 01 00 12"), 1208, 3, id -> 2)
                .garbled())
        .get()
        .asString()
        .contains("shorter");
    assertThat(
            FaultInformation.snapshots(hex("59 04 66 00 04 09 01 00"), 1208, 3, id -> 2).garbled())
        .get()
        .asString()
        .contains("another fault");
    assertThat(
            FaultInformation.extendedData(hex("59 06 B8 04 03 09 01 05"), 1208, 3, n -> 4)
                .garbled())
        .get()
        .asString()
        .contains("too short");
    assertThat(
            FaultInformation.extendedData(hex("59 06 B8 04 03 09 07 05"), 1208, 3, n -> -1)
                .garbled())
        .get()
        .asString()
        .contains("not in the pack");
  }

  @Test
  void extendedDataComesInNumberedRecords() {
    var read =
        FaultInformation.extendedData(
            hex("59 06 B8 04 03 09 01 05 02 00 11"), 1208, 3, n -> n == 1 ? 1 : 2);
    assertThat(read.value())
        .containsExactly(
            new FaultInformation.Numbered(1, hex("05")),
            new FaultInformation.Numbered(2, hex("00 11")));
  }

  @Test
  void noBytesCrashIt() {
    SplittableRandom random = new SplittableRandom(8);
    for (int i = 0; i < 20_000; i++) {
      byte[] data = new byte[random.nextInt(60)];
      random.nextBytes(data);
      if (data.length > 1) {
        data[1] = (byte) (random.nextBoolean() ? 4 : 6);
      }
      FaultInformation.faults(data);
      FaultInformation.snapshots(data, 1208, 3, id -> id % 5 - 1);
      FaultInformation.extendedData(data, 1208, 3, n -> n % 7 - 1);
    }
  }
}
