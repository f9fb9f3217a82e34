package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Readiness;
import hitchlamp.core.j1939.TestResult;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.words.Said;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;

/** What a drive brought, from one read to the next. */
class MonitorProgressTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final int CATALYST = 1 << 11;

  private static FaultReading read(int open, int... percents) {
    byte[] dm5 = {
      0, 0, 0x14, 0, (byte) CATALYST, (byte) (CATALYST >> 8), (byte) open, (byte) (open >> 8)
    };
    List<TestResult> results =
        java.util.Arrays.stream(percents)
            .mapToObj(
                p ->
                    new TestResult(
                        247,
                        4364,
                        18,
                        1_001,
                        p < 0 ? TestResult.NOT_RUN : p * 400,
                        OptionalInt.empty(),
                        OptionalInt.of(24_000)))
            .toList();
    return new FaultReading(
        FaultReading.State.COMPLETE,
        0,
        1,
        OptionalDouble.empty(),
        OptionalDouble.empty(),
        List.of(
            new ModuleFaults(
                new ModuleRef(
                    "a", "Aftertreatment", "aftertreatment", 85, ConversionVersion.V4, true),
                Map.of(),
                Optional.empty(),
                List.of(),
                OptionalDouble.empty(),
                OptionalInt.empty(),
                OptionalInt.empty(),
                Readiness.of(dm5),
                Optional.empty(),
                results,
                List.of(),
                Further.NONE,
                List.of(),
                true)),
        Induced.NOTHING);
  }

  private static List<String> between(FaultReading before, FaultReading after) {
    return MonitorProgress.between(before, after, TRUCK).stream()
        .map(s -> new Said(s).toString())
        .toList();
  }

  @Test
  void aMonitorThatHasRunAndWhatItsTestFoundAreTold() {
    assertThat(between(read(CATALYST, -1), read(0, 91)))
        .containsExactly(
            "Aftertreatment: the monitor of nitrogen oxide catalyst has run",
            "Nitrogen oxides converted: 91 % passes (at least 60 %).");
  }

  @Test
  void aResultThatMovesAndStaysWhatItWasIsNoNews() {
    assertThat(between(read(0, 91), read(0, 88))).isEmpty();
    assertThat(between(read(0, 91), read(0, 62)))
        .singleElement()
        .satisfies(s -> assertThat(s).contains("near its limit"));
  }

  @Test
  void somebodyElsesClearIsTold() {
    assertThat(between(read(0, 91), read(CATALYST, -1)))
        .containsExactly(
            "Aftertreatment: the monitor of nitrogen oxide catalyst begins anew",
            "Nitrogen oxides converted: not run to its end since the last clear.");
  }

  /** Reads that were stored before results were asked for have none: that they come is no news. */
  @Test
  void anOldReadWithoutResultsMakesNoneOfThemNews() {
    assertThat(between(read(0), read(0, 91))).isEmpty();
    assertThat(between(read(0, 91), read(0))).isEmpty();
  }

  @Test
  void onlyMonitorsThatRanAndTestsThatPassWithRoomProveARepair() {
    assertThat(MonitorStanding.of(read(0, 91, 88), TRUCK))
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.PROVEN, 0));
    assertThat(MonitorStanding.of(read(0, 91, 62), TRUCK))
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.NEAR, 1));
    assertThat(MonitorStanding.of(read(0, 91, -1), TRUCK))
        .as("its monitor says that it has run, its test that it has not")
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.TO_RUN, 1));
    assertThat(MonitorStanding.of(read(CATALYST, 62), TRUCK))
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.TO_RUN, 1));
    assertThat(MonitorStanding.of(read(CATALYST, 40), TRUCK))
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.FAILING, 1));
    assertThat(MonitorStanding.of(read(0, 162), TRUCK))
        .as("counts beyond what a value can be: it cannot run")
        .isEqualTo(new MonitorStanding(MonitorStanding.Kind.NOT_JUDGED, 1));
  }
}
