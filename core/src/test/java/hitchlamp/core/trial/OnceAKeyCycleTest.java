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

/** A test that its module does only once until the key was off. */
class OnceAKeyCycleTest {
  private static final Pack PACK =
      PackReader.read(
          "p",
          "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\n"
              + "modules: {engine: {title: Engine, function: 0, address: 0, services: yes}}\n"
              + "routines: {crank: {title: Cranking, module: engine, identifier: 1, seconds: 20}}\n"
              + "tests: {crank: {kind: routine, title: Cranking, answers: Whether., system: Engine,"
              + " module: engine, minutes: 1, engine: standing, risk: 1, longest: 30,"
              + " once-a-key-cycle: yes, uses: {routine: crank}, source: none}}\n");
  private static final TestSpec CRANK = PACK.bench().tests().get("crank");
  private static final ModuleRef ENGINE =
      new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V4, true);

  private long now = 10_000_000;

  private Bench<?, ?> prepared(boolean usedUp) {
    Bench<?, ?> bench = Bench.of(CRANK, PACK, new TestedUnit(ENGINE, List.of(ENGINE), usedUp));
    bench.on(new Event.Began(now));
    return bench;
  }

  private void hears(Bench<?, ?> bench, double afterSeconds) {
    now += Math.round(afterSeconds * 1e6);
    bench.on(new Event.Heard(new Message(61444, 0, 255, 3, new byte[8], now, now)));
  }

  @Test
  void aTestThatWasNotRunYetBegins() {
    Bench<?, ?> bench = prepared(false);
    assertThat(bench.result().conditions())
        .singleElement()
        .satisfies(c -> assertThat(c.state()).isEqualTo(Condition.State.HOLDS));
    bench.on(new Event.Said(Bench.BEGIN, now));
    assertThat(bench.result().stage()).isEqualTo(Stage.OPENING);
  }

  @Test
  void aTestThatIsUsedUpSaysSoBeforeAnythingIsCommanded() {
    Bench<?, ?> bench = prepared(true);
    assertThat(bench.on(new Event.Said(Bench.BEGIN, now))).isEmpty();
    assertThat(bench.result().stage()).isEqualTo(Stage.PREPARING);
    assertThat(bench.result().says().toString())
        .startsWith("Not begun.")
        .contains("turn the key off until the module is silent");
  }

  @Test
  void nobodyCanVouchForIt() {
    Bench<?, ?> bench = prepared(true);
    assertThat(bench.result().conditions().get(0).vouch()).isFalse();
    bench.on(new Event.Said("vouch key-cycle", now));
    bench.on(new Event.Said(Bench.BEGIN, now));
    assertThat(bench.result().stage()).isEqualTo(Stage.PREPARING);
  }

  @Test
  void turningTheKeyOffAndOnMakesItPossibleAgain() {
    Bench<?, ?> bench = prepared(true);
    hears(bench, 0.5);
    hears(bench, 1);
    bench.on(new Event.Said(Bench.BEGIN, now));
    assertThat(bench.result().stage()).as("the key stayed on").isEqualTo(Stage.PREPARING);
    hears(bench, 4);
    bench.on(new Event.Said(Bench.BEGIN, now));
    assertThat(bench.result().stage()).isEqualTo(Stage.OPENING);
  }
}
