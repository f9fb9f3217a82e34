package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.station.Held;
import hitchlamp.core.trial.BenchState.Ending;
import hitchlamp.core.trial.BenchState.Progress;
import hitchlamp.core.trial.BenchState.Stage;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** A routine that runs by itself for a while, tells how far it is, and can be stopped. */
class RoutineProgressTest {
  private static final int RUNS = 0x1_0401;
  private static final TestSpec PURGE = BenchContractTest.PACK.bench().tests().get("purge");

  private final BenchLife life = BenchContractTest.life(PURGE, new SplittableRandom(3));

  @BeforeEach
  void begins() {
    life.run(1);
    life.prepare();
    life.run(1);
    life.act("begin");
    life.run(2);
  }

  @Test
  void whileItRunsItIsHeldAndSaysHowFarItIs() {
    life.run(8);
    Progress p = life.state().progress().orElseThrow();
    assertThat(p.title()).isEqualTo("Purge");
    assertThat(p.seconds()).isBetween(9.5, 10.5);
    assertThat(p.percent()).isBetween(45, 50);
    assertThat(p.leftSeconds()).as("by what it reports").isBetween(9.0, 12.5);
    assertThat(life.holds()).extracting(h -> h.hold().says()).contains("Purge runs");
    assertThat(life.holds()).extracting(Held::state).containsOnly(Held.State.HELD);
  }

  @Test
  void whenItIsDoneNothingIsHeldAndTheTestIsOver() {
    life.run(22);
    assertThat(life.state().ending()).isEqualTo(Ending.COMPLETE);
    assertThat(life.state().progress()).isEmpty();
    assertThat(life.module.held).isEmpty();
    assertThat(life.holds()).as("a refusal to stop what runs no more is no trouble").isEmpty();
  }

  /** Found by trying: values that are read without a pause kept it from ever being asked. */
  @Test
  void whileValuesAreReadItIsAskedHowFarItIsAllTheSame() {
    BenchLife reads =
        BenchContractTest.life(
            BenchContractTest.PACK.bench().tests().get("dosing"), new SplittableRandom(3));
    reads.run(1);
    reads.prepare();
    reads.run(1);
    reads.act("begin");
    reads.run(10);
    assertThat(reads.state().progress().orElseThrow().percent()).isPositive();
    reads.run(25);
    assertThat(reads.state().ending()).isEqualTo(Ending.COMPLETE);
    assertThat(reads.module.held).isEmpty();
  }

  @Test
  void whoEndsTheTestStopsTheRoutine() {
    life.act("end");
    life.run(1);
    assertThat(life.module.held).doesNotContainKey(RUNS);
    assertThat(life.state().ending()).isEqualTo(Ending.ENDED);
    assertThat(life.holds()).isEmpty();
  }

  @Test
  void lettingGoOfItFromOutsideEndsTheTest() {
    life.letGoAll();
    life.run(1);
    assertThat(life.module.held).isEmpty();
    assertThat(life.state().stage()).isEqualTo(Stage.ENDED);
    assertThat(life.state().ending()).isEqualTo(Ending.STOPPED);
  }

  @Test
  void aRoutineThatRefusesToStopEndsWithItsSession() {
    life.module.troubles.add(HostileModule.Trouble.REFUSES_RELEASE);
    life.act("end");
    life.run(2);
    assertThat(life.module.held).isEmpty();
    assertThat(life.state().ending()).isEqualTo(Ending.ENDED);
  }

  @Test
  void whyItBrokeOffIsSaidInTheWordsOfThePack() {
    life.module.troubles.add(HostileModule.Trouble.BREAKS_OFF);
    life.run(3);
    assertThat(life.state().ending()).isEqualTo(Ending.REFUSED);
    assertThat(life.state().judgement().says().toString()).contains("it broke off: it is too cold");
    assertThat(life.module.held).isEmpty();
  }

  @Test
  void progressThatMakesNoSenseIsNoEndThatWasReached() {
    life.module.troubles.add(HostileModule.Trouble.SAYS_NONSENSE);
    life.run(3);
    assertThat(life.state().ending()).isEqualTo(Ending.REFUSED);
    assertThat(life.state().judgement().says().toString()).contains("makes no sense");
    assertThat(life.module.held).as("it is stopped").isEmpty();
  }

  @Test
  void anAnswerThatIsLostEndsNothing() {
    life.module.troubles.add(HostileModule.Trouble.SILENT);
    life.run(2.5);
    life.module.sound();
    life.run(3);
    assertThat(life.state().stage()).isEqualTo(Stage.RUNNING);
    assertThat(life.state().progress().orElseThrow().percent()).isGreaterThan(25);
    life.run(20);
    assertThat(life.state().ending()).isEqualTo(Ending.COMPLETE);
  }

  @Test
  void aModuleThatFallsSilentIsNoFailure() {
    life.module.troubles.add(HostileModule.Trouble.SILENT);
    life.run(12);
    life.module.sound();
    life.run(8);
    assertThat(life.state().judgement().verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(life.state().judgement().says().toString()).contains("does not answer");
    assertThat(life.holds()).isEmpty();
    assertThat(life.module.held).as("its session has run out").isEmpty();
  }

  @Test
  void aGuardStopsIt() {
    life.kmh = 20;
    life.run(1);
    assertThat(life.state().ending()).isEqualTo(Ending.GUARDED);
    assertThat(life.module.held).isEmpty();
  }
}
