package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.trial.Bench;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.BenchState.Ending;
import hitchlamp.core.watch.Poll;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A routine that runs for a minute on a simulated truck, with progress, stop and abort. */
class PrimingTest {
  private static final Path PACKS = Path.of("../packs");

  private static BenchTruck primes(long seed) throws InterruptedException {
    BenchTruck truck = new BenchTruck(PACKS, seed, "priming", false);
    truck.prepare();
    truck.pass(4, true);
    truck.station().say(truck.trial(), Bench.BEGIN);
    truck.pass(3, true);
    return truck;
  }

  private static double pressure(BenchTruck truck) {
    return truck.trial().result().now().stream()
        .filter(n -> n.name().contains("delivery"))
        .findFirst()
        .orElseThrow()
        .value();
  }

  @Test
  void thePumpRunsForAMinuteTellsHowFarItIsAndPressureComes() throws InterruptedException {
    try (BenchTruck truck = primes(1)) {
      truck.pass(20, true);
      BenchState.Progress p = truck.trial().result().progress().orElseThrow();
      assertThat(p.percent()).isBetween(30, 40);
      assertThat(p.leftSeconds()).isBetween(32.0, 45.0);
      assertThat(pressure(truck)).isGreaterThan(200);
      truck.pass(45, true);
      BenchState<?> end = truck.trial().result();
      assertThat(end.ending()).as(end.says().toString()).isEqualTo(Ending.COMPLETE);
      assertThat(end.judgement().verdict()).isEqualTo(Verdict.PASS);
      assertThat(truck.station().holds()).isEmpty();
      assertThat(end.trace().held()).as("nothing is held but the routine").isEmpty();
    }
  }

  @Test
  void whoLooksAtLiveValuesMeanwhileKeepsNobodyFromAsking() throws InterruptedException {
    try (BenchTruck truck = primes(4)) {
      List<ModuleRef> engine = List.of(truck.trial().module());
      Poll poll =
          new Poll(
              truck.pack, Poll.wishes(truck.pack, engine), (module, address, id, raw, at) -> {});
      truck.station().run(poll);
      for (int i = 1; i <= 5; i++) {
        truck.pass(10, true);
        BenchState<?> now = truck.trial().result();
        assertThat(now.progress()).as(now.says() + ", " + i).isPresent();
        assertThat(now.progress().get().percent())
            .as("after " + now.progress().get().seconds() + " s")
            .isGreaterThan(15 * i);
      }
    }
  }

  @Test
  void whoEndsItStopsThePump() throws InterruptedException {
    try (BenchTruck truck = primes(2)) {
      truck.pass(10, true);
      truck.station().say(truck.trial(), Bench.END);
      truck.pass(5, true);
      assertThat(truck.trial().result().ending()).isEqualTo(Ending.ENDED);
      assertThat(truck.station().holds()).isEmpty();
      truck.alone(5);
      assertThat(truck.unit.cab(1).engineRunning()).isFalse();
    }
  }

  @Test
  void anEngineThatIsStartedMeanwhileBreaksItOff() throws InterruptedException {
    try (BenchTruck truck = primes(3)) {
      truck.pass(5, true);
      truck.unit.key(hitchlamp.standin.model.EngineState.Key.CRANK);
      truck.pass(4, true);
      BenchState<?> end = truck.trial().result();
      assertThat(end.ending()).isEqualTo(Ending.REFUSED);
      assertThat(end.judgement().says().toString()).contains("the engine was started");
    }
  }
}
