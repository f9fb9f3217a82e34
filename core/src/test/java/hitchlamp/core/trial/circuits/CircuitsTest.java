package hitchlamp.core.trial.circuits;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackReader;
import hitchlamp.core.pack.RoutineSpec;
import hitchlamp.core.trial.ControlState;
import hitchlamp.core.trial.SampleWindow;
import hitchlamp.core.trial.Scene;
import hitchlamp.core.trial.Script;
import hitchlamp.core.trial.Step;
import hitchlamp.core.uds.Reply;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class CircuitsTest {
  private static final Pack PACK =
      PackReader.read(
          "p",
          "pack: p\ntitle: T\nschema: 1\nlayer: maker\nversion: 1\n"
              + "spn: {102: Boost pressure}\nfmi: {4: shorted low}\n");
  private static final Circuits.Setup SETUP =
      new Circuits.Setup(new RoutineSpec("t", "T", "any", 1, 5, true, false), PACK);
  private static final Circuits KIND = new Circuits();

  private static Scene with(Reply reply) {
    return new Scene() {
      @Override
      public long now() {
        return 0;
      }

      @Override
      public SampleWindow value(int spn) {
        return new SampleWindow();
      }

      @Override
      public SampleWindow read(String name) {
        return new SampleWindow();
      }

      @Override
      public ControlState control(String name) {
        throw new AssertionError("a self-test controls nothing");
      }

      @Override
      public Optional<Reply> routine(String name) {
        return Optional.ofNullable(reply);
      }
    };
  }

  private static CircuitsSeen seen(int... data) {
    byte[] bytes = new byte[4 + data.length];
    for (int i = 0; i < data.length; i++) {
      bytes[4 + i] = (byte) data[i];
    }
    return KIND.script(SETUP).observed(with(new Reply.Positive(bytes, 7)));
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
    Reply refusal = new Reply.NotAsked("the engine runs");
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
    assertThat(script.next(with(new Reply.Positive(new byte[4], 7))))
        .isInstanceOfSatisfying(Step.Done.class, d -> assertThat(d.complete()).isTrue());
    assertThat(script.next(with(new Reply.NotAsked("x"))))
        .isInstanceOfSatisfying(Step.Done.class, d -> assertThat(d.complete()).isFalse());
    assertThat(List.of(seen(102, 0, 4)))
        .as("observed the same again")
        .containsExactly(seen(102, 0, 4));
  }
}
