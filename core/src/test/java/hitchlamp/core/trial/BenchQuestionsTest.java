package hitchlamp.core.trial;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.TestSpec;
import hitchlamp.core.uds.Reply;
import java.util.HexFormat;
import org.junit.jupiter.api.Test;

/** Values asked for together, cylinders by themselves, and what of an answer is believed. */
class BenchQuestionsTest {
  private static final TestSpec COMPRESSION = BenchContractTest.PACK.bench().tests().get("coils");
  private final BenchQuestions questions = new BenchQuestions(COMPRESSION, BenchContractTest.PACK);
  private final BenchScene scene =
      new BenchScene(
          COMPRESSION,
          BenchContractTest.PACK,
          TestedUnit.of(new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V4, true)));

  private static String hex(byte[] of) {
    return HexFormat.of().formatHex(of);
  }

  private static Reply answer(String hex) {
    return new Reply.Positive(HexFormat.of().parseHex(hex), 1_000_000);
  }

  private String ask() {
    return hex(questions.next().orElseThrow());
  }

  @Test
  void whatTellsOfEveryCylinderIsAskedForByItself() {
    assertThat(ask()).isIn("22011b", "220114");
    for (int i = 0; i < 8; i++) {
      assertThat(ask()).as("one identifier a question").hasSize(6);
    }
  }

  @Test
  void anAnswerIsTakenWhereItNamesWhatWasAsked() {
    until("220114");
    questions.on(answer("62011401f4"), scene);
    assertThat(scene.read("supply").last()).isEqualTo(25);
    until("220114");
    questions.on(answer("620115ffff"), scene);
    questions.on(answer("620114"), scene);
    questions.on(answer("62011401"), scene);
    questions.on(answer("62011401f4f4"), scene);
    assertThat(scene.read("supply").last()).as("of another, or of another length").isEqualTo(25);
  }

  @Test
  void cylindersAreAsManyAsTheAnswerIsLong() {
    until("22011b");
    questions.on(answer("62011b04e204e204e2ffff"), scene);
    long seen =
        java.util.stream.Stream.of("rest", "early", "rise", "hold")
            .filter(n -> !scene.block(n).between(0, 2_000_000).isEmpty())
            .count();
    assertThat(seen).isEqualTo(1);
  }

  @Test
  void whatIsLeftOutOfAnAnswerHidesNothingElse() {
    TestSpec quantity = BenchContractTest.PACK.bench().tests().get("quantity");
    BenchQuestions two = new BenchQuestions(quantity, BenchContractTest.PACK);
    BenchScene seen =
        new BenchScene(
            quantity,
            BenchContractTest.PACK,
            TestedUnit.of(new ModuleRef("e", "Engine", "engine", 0, ConversionVersion.V4, true)));
    assertThat(hex(two.next().orElseThrow())).isEqualTo("2201180114");
    two.on(answer("62011401f4"), seen);
    assertThat(seen.read("pressure").last()).isEqualTo(25);
    assertThat(seen.read("asked").last()).isNaN();
  }

  private void until(String wanted) {
    for (int i = 0; i < 9 && !ask().equals(wanted); i++) {
      // The next question.
    }
  }
}
