package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Event;
import hitchlamp.core.trial.BenchState.Stage;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Between "Begin" and the first command everything must go on to hold. */
class CountdownTest {
  private static final Pack PACK =
      PackReader.read(
          "p",
          "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\n"
              + "modules: {engine: {title: Engine, function: 0, address: 0, services: yes}}\n"
              + "parameters: [{spn: 190, name: Engine speed, pgn: 61444, byte: 4, bits: 16, scale: 0.125, unit: rpm}]\n"
              + "routines: {prime: {title: Priming, module: engine, identifier: 1, seconds: 20}}\n"
              + "tests: {prime: {kind: routine, title: Priming, answers: Whether., system: Fuel,"
              + " module: engine, minutes: 1, engine: standing, risk: 1, longest: 30, delay: 5,"
              + " conditions: [{id: stands, of: 190, below: 50, says: The engine stands, how: Stop it.}],"
              + " uses: {routine: prime}, source: none}}\n");
  private static final TestSpec PRIME = PACK.bench().tests().get("prime");
  private static final ModuleRef ENGINE =
      new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V4, true);

  private final Bench<?, ?> bench =
      Bench.of(PRIME, PACK, new TestedUnit(ENGINE, List.of(ENGINE), false));
  private long now = 10_000_000;

  private void turns(double rpm) {
    int counts = (int) (rpm / 0.125);
    byte[] data = {-1, -1, -1, (byte) counts, (byte) (counts >> 8), -1, -1, -1};
    now += 100_000;
    bench.on(new Event.Heard(new Message(61444, 0, 255, 3, data, now, now)));
    bench.on(new Event.Ticked(now));
  }

  private void begins() {
    bench.on(new Event.Began(now));
    for (int i = 0; i < 20; i++) {
      turns(0);
    }
    bench.on(new Event.Said(Bench.BEGIN, now));
    assertThat(bench.result().stage()).isEqualTo(Stage.COUNTDOWN);
  }

  @Test
  void itIsCountedDownBeforeAnythingIsCommanded() {
    begins();
    for (int i = 0; i < 45; i++) {
      turns(0);
      assertThat(bench.result().stage()).isEqualTo(Stage.COUNTDOWN);
    }
    for (int i = 0; i < 10; i++) {
      turns(0);
    }
    assertThat(bench.result().stage()).isEqualTo(Stage.OPENING);
  }

  @Test
  void whatNoLongerHoldsBreaksItOffAndIsNamedWithItsFigure() {
    begins();
    turns(0);
    turns(180);
    assertThat(bench.result().stage()).isEqualTo(Stage.PREPARING);
    assertThat(bench.result().says().toString())
        .contains("this no longer held: The engine stands")
        .contains("180");
    for (int i = 0; i < 100; i++) {
      turns(0);
    }
    assertThat(bench.result().stage())
        .as("it begins again only when asked")
        .isEqualTo(Stage.PREPARING);
  }
}
