package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.bus.Pcap;
import hitchlamp.core.bus.StampedFrame;
import hitchlamp.core.hookup.RollEntry;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.standin.scenario.Scenario;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MeasureTest {
  @TempDir Path folder;

  @Test
  void percentilesAreOrderStatistics() {
    double[] values = {5, 1, 4, 2, 3};
    assertThat(Report.median(values)).isEqualTo(3);
    assertThat(Report.percentile(values, 0)).isEqualTo(1);
    assertThat(Report.percentile(values, 0.8)).isEqualTo(4);
    assertThat(Report.percentile(values, 1)).isEqualTo(5);
    assertThat(values).as("left as they were").startsWith(5, 1);
  }

  @Test
  void aDecodedCaptureIsALineAFrame() throws Exception {
    Path capture = folder.resolve("in.pcap");
    try (OutputStream out = Files.newOutputStream(capture)) {
      Pcap.write(
          out,
          List.of(
              new StampedFrame(1, Frame.extended(0x0CF00400)),
              new StampedFrame(2, Frame.extended(0x18EA0BF9, 1, 2, 3))));
    }
    Path text = folder.resolve("out.txt");
    DecodeFile.main(new String[] {capture.toString(), text.toString()});
    assertThat(Files.readString(text)).isEqualTo("3\t61444\t0\t\n6\t59904\t249\t11\n");
  }

  @Test
  void theScenarioOfTheRollCallMeasurementHasTwelveThatAnswer() throws Exception {
    Scenario twelve = Scenario.read(Path.of("../standin/scenarios/roll-call-12.yaml"));
    Reading.Result result =
        Reading.read(
            twelve,
            PackLibrary.read(Path.of("../packs")).with("orrendale-haulward"),
            Reading.Depth.FULL);
    assertThat(result.roll().count(RollEntry.Presence.ANSWERS)).isEqualTo(12);
    assertThat(result.roll().count(RollEntry.Presence.SILENT)).isZero();
    assertThat(result.firstAfter()).isPositive();
  }

  @Test
  void noRollCallBeatsItsLowerBoundAndNoneIsFarFromIt() throws Exception {
    Scenario twelve = Scenario.read(Path.of("../standin/scenarios/roll-call-12.yaml"));
    for (long seed = 1; seed <= 4; seed++) {
      Measure.RollTimes t =
          Measure.rollTimes(
              twelve.withSeed(seed),
              PackLibrary.read(Path.of("../packs")).with("orrendale-haulward"));
      assertThat(t.allSeconds() / t.boundSeconds()).isBetween(1.0, 1.3);
      assertThat(t.firstMillis()).isLessThan(300);
    }
  }
}
