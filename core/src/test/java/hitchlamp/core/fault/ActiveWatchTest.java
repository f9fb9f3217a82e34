package hitchlamp.core.fault;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;

class ActiveWatchTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final String LOW = "04 FF 66 00 04 09 FF FF";
  private static final String HIGH = "04 FF 66 00 03 01 FF FF";
  private static final String NONE = "00 FF 00 00 00 00 FF FF";

  private static Message dm1(int source, String hex) {
    byte[] data = HexFormat.of().parseHex(hex.replace(" ", ""));
    return new Message(Pgn.DM1, source, 255, 6, data, 1, 1);
  }

  private static ActiveWatch afterReading(String hex) {
    ModuleRef engine = new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V3, false);
    FaultCollector desk = new FaultCollector(engine, TRUCK);
    desk.group(Pgn.DM1, dm1(0, hex));
    ActiveWatch watch = new ActiveWatch();
    watch.known(
        new FaultReading(
            FaultReading.State.COMPLETE,
            0,
            1,
            OptionalDouble.empty(),
            OptionalDouble.empty(),
            List.of(desk.build(OptionalDouble.empty())),
            Induced.NOTHING));
    return watch;
  }

  @Test
  void aJumperThatTurnsLowIntoHighIsNoticedAtOnceAndOnce() {
    ActiveWatch watch = afterReading(LOW);
    assertThat(watch.changedBy(dm1(0, LOW))).isFalse();
    assertThat(watch.changedBy(dm1(0, HIGH))).isTrue();
    assertThat(watch.changedBy(dm1(0, HIGH))).isFalse();
  }

  @Test
  void aFaultThatGoesIsAChangeAndALampAloneIsNot() {
    ActiveWatch watch = afterReading(LOW);
    assertThat(watch.changedBy(dm1(0, "55" + LOW.substring(2)))).isFalse();
    assertThat(watch.changedBy(dm1(0, NONE))).isTrue();
  }

  @Test
  void otherModulesAndGarbageAreNoChange() {
    ActiveWatch watch = afterReading(LOW);
    assertThat(watch.changedBy(dm1(77, HIGH))).isFalse();
    assertThat(watch.changedBy(dm1(0, "04 FF 66"))).isFalse();
    assertThat(watch.changedBy(new Message(Pgn.DM2, 0, 255, 6, new byte[8], 1, 1))).isFalse();
  }
}
