package hitchlamp.core.trial.circuits;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.pack.RoutineSpec;
import hitchlamp.core.trial.QuietScene;
import hitchlamp.core.trial.RoutineEnd;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CircuitsTest {
  private static final Pack PACK =
      PackReader.read(
          "p",
          "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\n"
              + "spn: {102: Boost pressure}\nfmi: {4: shorted low}\n");
  private static final Circuits.Setup SETUP =
      new Circuits.Setup(new RoutineSpec("t", "T", "any", 1, 5, true, false, 0, Map.of()), PACK);
  private static final Circuits KIND = new Circuits();

  private static Scene with(RoutineEnd end) {
    return end == null ? new QuietScene() : new QuietScene().ended("routine", end);
  }

  private static CircuitsSeen seen(int... data) {
    byte[] bytes = new byte[data.length];
    for (int i = 0; i < data.length; i++) {
      bytes[i] = (byte) data[i];
    }
    return KIND.script(SETUP).observed(with(new RoutineEnd(true, true, "it did it", bytes)));
  }

  @Test
  void whatTheModuleFoundIsReadFromThreeBytesEach() {
    // SPN in 19 bits, low byte first, its top three in the byte of the FMI (as J1939-73 packs
    // them).
    assertThat(seen(102, 0, 4).found()).containsExactly(new CircuitsSeen.Found(102, 4));
    assertThat(seen(0xFF, 0xFF, 0xFF).found()).containsExactly(new CircuitsSeen.Found(0x7FFFF, 31));
    assertThat(seen(102, 0, 4, 0xB6, 0x0D, 3).found())
        .containsExactly(new CircuitsSeen.Found(102, 4), new CircuitsSeen.Found(3510, 3));
  }

  @Test
  void aRestThatIsNoWholeFaultIsLeftOut() {
    assertThat(seen().found()).isEmpty();
    assertThat(seen(102).found()).isEmpty();
    assertThat(seen(102, 0, 4, 9, 9).found()).hasSize(1);
  }

  @Test
  void aFaultyCircuitIsNamedAndFails() {
    Judgement j = KIND.judge(SETUP, seen(102, 0, 4));
    assertThat(j.verdict()).isEqualTo(Verdict.FAIL);
    assertThat(j.says())
        .hasToString("1 found at this moment: Boost pressure, shorted low (SPN 102 FMI 4).");
    assertThat(KIND.judge(SETUP, seen()).verdict()).isEqualTo(Verdict.PASS);
  }

  @Test
  void aModuleThatRefusedOrDidNotAnswerIsNeverSound() {
    RoutineEnd refusal = new RoutineEnd(true, false, "the engine runs", new byte[0]);
    CircuitsSeen refused = KIND.script(SETUP).observed(with(refusal));
    assertThat(KIND.saw(refused)).isTrue();
    assertThat(KIND.judge(SETUP, refused).verdict()).isEqualTo(Verdict.CANNOT_TELL);
    assertThat(KIND.judge(SETUP, refused).says().toString()).contains("the engine runs");
    CircuitsSeen nothing = KIND.script(SETUP).observed(with(null));
    assertThat(KIND.saw(nothing)).isFalse();
    assertThat(KIND.judge(SETUP, nothing).verdict()).isEqualTo(Verdict.CANNOT_TELL);
  }

  @Test
  void theRoutineRunsOnceAndThenItIsOver() {
    Script<CircuitsSeen> script = KIND.script(SETUP);
    assertThat(script.next(with(null))).isInstanceOf(Step.Run.class);
    assertThat(script.next(with(new RoutineEnd(true, true, "it did it", new byte[0]))))
        .isInstanceOfSatisfying(Step.Done.class, d -> assertThat(d.complete()).isTrue());
    assertThat(script.next(with(new RoutineEnd(true, false, "x", new byte[0]))))
        .isInstanceOfSatisfying(Step.Done.class, d -> assertThat(d.complete()).isFalse());
    assertThat(List.of(seen(102, 0, 4)))
        .as("observed the same again")
        .containsExactly(seen(102, 0, 4));
  }
}
