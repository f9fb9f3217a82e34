package hitchlamp.core.j1939;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.j1939.ControlArea.Place;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.OptionalInt;
import java.util.OptionalLong;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Bytes written by hand after the tables of J1939-73 (from memory). */
class FurtherMessagesTest {
  private static final Dtc COOLANT = Dtc.encode(110, 0, 3, ConversionVersion.V4);

  private static byte[] hex(String text) {
    return HexFormat.of().parseHex(text.replace(" ", ""));
  }

  @Test
  void dm29TellsFiveCounts() {
    FaultCounts c = FaultCounts.of(hex("01 02 03 04 05 FF FF FF")).orElseThrow();
    assertThat(c)
        .isEqualTo(
            new FaultCounts(
                OptionalInt.of(1),
                OptionalInt.of(2),
                OptionalInt.of(3),
                OptionalInt.of(4),
                OptionalInt.of(5)));
    assertThat(FaultCounts.of(hex("FB FE FF FA 00")).orElseThrow())
        .as("above 250 no count is told")
        .isEqualTo(
            new FaultCounts(
                OptionalInt.empty(),
                OptionalInt.empty(),
                OptionalInt.empty(),
                OptionalInt.of(250),
                OptionalInt.of(0)));
    assertThat(FaultCounts.of(hex("01 02 03 04"))).isEmpty();
  }

  @Test
  void dm31TellsTheLampsOfEachFault() {
    // SPN 110 FMI 0 commands the stop lamp, SPN 3251 (0xCB3) FMI 16 the warning lamp, flashing
    // fast.
    FaultLamps told =
        FaultLamps.of(hex("6E 00 00 03 10 FF B3 0C 10 01 04 F7"), ConversionVersion.V4);
    assertThat(told.faults()).extracting(l -> l.dtc().spn()).containsExactly(110, 3251);
    assertThat(told.faults().get(0).lamps().stop()).isEqualTo(Lamps.Lamp.ON);
    assertThat(told.faults().get(0).lamps().warning()).isEqualTo(Lamps.Lamp.OFF);
    assertThat(told.faults().get(1).lamps().warning()).isEqualTo(Lamps.Lamp.FLASHES_FAST);
    assertThat(told.garbled()).isEmpty();
  }

  @Test
  void dm31OfOneFrameHasOneFaultOrNone() {
    assertThat(FaultLamps.of(hex("6E 00 00 03 10 FF FF FF"), ConversionVersion.V4).faults())
        .hasSize(1);
    FaultLamps none = FaultLamps.of(hex("00 00 00 00 00 FF FF FF"), ConversionVersion.V4);
    assertThat(none.faults()).isEmpty();
    assertThat(none.garbled()).isEmpty();
    FaultLamps cut = FaultLamps.of(hex("6E 00 00 03 10 FF B3 0C 10"), ConversionVersion.V4);
    assertThat(cut.faults()).hasSize(1);
    assertThat(cut.garbled()).hasValueSatisfying(g -> assertThat(g).contains("3 bytes"));
  }

  @Test
  void dm33TellsMinutesOfEachDevice() {
    AuxiliaryTime.Told told =
        AuxiliaryTime.of(hex("01 10 27 00 00 FF FF FF FF 02 FF FF FF FF 3C 00 00 00"));
    assertThat(told.times())
        .containsExactly(
            new AuxiliaryTime(1, OptionalLong.of(10_000), OptionalLong.empty()),
            new AuxiliaryTime(2, OptionalLong.empty(), OptionalLong.of(60)));
    assertThat(told.garbled()).isEmpty();
    assertThat(AuxiliaryTime.of(hex("00 FF FF FF FF FF FF FF")).times()).isEmpty();
    assertThat(AuxiliaryTime.of(hex("00 FF FF FF FF FF FF FF")).garbled()).isEmpty();
    assertThat(AuxiliaryTime.of(hex("01 10 27 00 00 FF FF FF FF 02")).garbled()).isPresent();
  }

  @Test
  void dm34TellsWhereTheEngineIsForEachPollutant() {
    ControlArea a = ControlArea.of(hex("43 1F FF FF FF FF FF FF")).orElseThrow();
    assertThat(a.nox())
        .isEqualTo(new ControlArea.Standing(Place.INSIDE, Place.OUTSIDE, Place.OUTSIDE));
    assertThat(a.particles())
        .isEqualTo(new ControlArea.Standing(Place.OUTSIDE, Place.INSIDE, Place.NOT_TOLD));
    assertThat(ControlArea.of(hex("43"))).isEmpty();
  }

  @Test
  void anOlderModuleNumbersItsTests() {
    assertThat(TestResult.numbers(hex("05 80 00 00 00 00 00 80"))).containsExactly(1, 3, 16, 64);
    Frame asked = TestResult.numbered(16, 249, 0);
    assertThat(asked.identifier()).isEqualTo(0x18E300F9);
    assertThat(asked.at(0)).isEqualTo(16);
    assertThat(TestResult.old(hex("10 01 64 00 C8 00 FF FF")))
        .hasValue(new TestResult(16, 0, 31, 0, 100, OptionalInt.of(200), OptionalInt.empty()));
    assertThat(TestResult.old(hex("00 01 64 00 C8 00 FF FF"))).as("no test 0").isEmpty();
    assertThat(TestResult.old(hex("41 01 64 00 C8 00 FF FF"))).as("none above 64").isEmpty();
  }

  @Test
  void dm22AsksForOneFaultOfOneList() {
    Frame active = ClearOne.question(COOLANT, true, 249, 0);
    assertThat(active.identifier()).isEqualTo(0x18C300F9);
    assertThat(List.of(active.at(0), active.at(5), active.at(6), active.at(7)))
        .containsExactly(17, 110, 0, 0);
    assertThat(ClearOne.question(COOLANT, false, 249, 0).at(0)).isEqualTo(1);
  }

  @Test
  void anAnswerToDm22CountsOnlyForTheFaultAndTheListThatWereAsked() {
    byte[] done = hex("12 FF FF FF FF 6E 00 00");
    assertThat(ClearOne.of(done, COOLANT, true)).hasValue(ClearOne.Outcome.DONE);
    assertThat(ClearOne.of(done, COOLANT, false)).as("of the other list").isEmpty();
    assertThat(ClearOne.of(done, Dtc.encode(111, 0, 0, ConversionVersion.V4), true)).isEmpty();
    assertThat(ClearOne.of(hex("13 01 FF FF FF 6E 00 00"), COOLANT, true))
        .hasValue(ClearOne.Outcome.DENIED);
    assertThat(ClearOne.of(hex("13 02 FF FF FF 6E 00 00"), COOLANT, true))
        .hasValue(ClearOne.Outcome.UNKNOWN);
    assertThat(ClearOne.of(hex("03 03 FF FF FF 6E 00 00"), COOLANT, false))
        .hasValue(ClearOne.Outcome.MOVED);
    assertThat(ClearOne.of(hex("13 77 FF FF FF 6E 00 00"), COOLANT, true))
        .as("a reason that no table has")
        .hasValue(ClearOne.Outcome.REFUSED);
    assertThat(ClearOne.of(hex("11 FF FF FF FF 6E 00 00"), COOLANT, true))
        .as("our own question, heard back")
        .isEmpty();
  }

  @Test
  void noBytesBringTheReadersDown() {
    SplittableRandom dice = new SplittableRandom(3);
    List<Integer> sizes = new ArrayList<>();
    for (int i = 0; i < 20_000; i++) {
      byte[] data = new byte[dice.nextInt(1_786)];
      dice.nextBytes(data);
      sizes.add(data.length);
      FaultCounts.of(data);
      assertThat(FaultLamps.of(data, ConversionVersion.AMBIGUOUS).faults().size())
          .isLessThanOrEqualTo(data.length / 6);
      assertThat(AuxiliaryTime.of(data).times().size()).isLessThanOrEqualTo(AuxiliaryTime.MOST);
      ControlArea.of(data);
      TestResult.old(data);
      TestResult.numbers(data);
      ClearOne.of(data, COOLANT, true);
    }
    assertThat(sizes).contains(0, 1, 2);
  }
}
