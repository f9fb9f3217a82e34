package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.grade.Trials.Lot;
import hitchlamp.grade.Trials.Outcome;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Conversion and dosed quantity of simulated trucks, from the bus to the verdict. */
class FluidRoundTest {
  private static final PackLibrary PACKS = PackLibrary.read(Path.of("../packs"));
  private final Trials conversion = new ConversionTrials(PACKS);
  private final Trials quantity = new QuantityTrials(PACKS);

  @Test
  void aSoundTruckThatIsDrivenAsThePlanSaysPasses() throws InterruptedException {
    Outcome o = conversion.run(2, Lot.SOUND);
    assertThat(o.verdict()).as(o.says()).isEqualTo(Verdict.PASS);
    assertThat(o.says()).contains("COMPLETE");
  }

  /** Sensors, dosing and what lies behind them: what is wrong is named, and nothing else. */
  @Test
  void whatIsWrongIsNamedAndNothingElse() throws InterruptedException {
    Set<String> named = new HashSet<>();
    for (int seed : new int[] {4, 6, 12}) {
      Outcome o = conversion.run(seed, Lot.DEFECTIVE);
      assertThat(o.named()).as("seed %d, %s: %s", seed, o.what(), o.says()).isEqualTo(o.guilty());
      named.addAll(o.named());
    }
    assertThat(named).as("kinds drawn").hasSizeGreaterThanOrEqualTo(2);
  }

  @Test
  void aDriveThatIsEndedTooSoonTellsNothing() throws InterruptedException {
    for (int seed = 1; seed <= 2; seed++) {
      Outcome o = conversion.run(seed, Lot.SPOILED);
      assertThat(o.verdict()).as(o.what() + ": " + o.says()).isEqualTo(Verdict.CANNOT_TELL);
    }
  }

  @Test
  void theBeakerTellsAFouledInjectorFromASoundOne() throws InterruptedException {
    for (int seed = 1; seed <= 2; seed++) {
      Outcome sound = quantity.run(seed, Lot.SOUND);
      assertThat(sound.verdict()).as(sound.says()).isEqualTo(Verdict.PASS);
      Outcome bad = quantity.run(seed, Lot.DEFECTIVE);
      assertThat(bad.verdict()).as(bad.says()).isEqualTo(Verdict.FAIL);
    }
  }

  @Test
  void brokenOffItSaysThatTheLineMayStillBeFull() throws InterruptedException {
    for (int seed : new int[] {1, 9}) {
      Outcome o = quantity.run(seed, Lot.SPOILED);
      assertThat(o.verdict()).as(o.what()).isEqualTo(Verdict.CANNOT_TELL);
      assertThat(o.says()).contains("may still be full");
    }
  }

  @Test
  void flushedFreeItPassesAndACrustDoesNot() throws InterruptedException {
    Trials restore = new RestoreTrials(PACKS);
    Set<String> drawn = new HashSet<>();
    Outcome free = restore.run(1, Lot.SOUND);
    assertThat(free.verdict()).as(free.what() + ": " + free.says()).isEqualTo(Verdict.PASS);
    Outcome left = restore.run(1, Lot.SPOILED);
    assertThat(left.verdict()).as(left.what() + ": " + left.says()).isEqualTo(Verdict.CANNOT_TELL);
    for (int seed = 1; seed <= 3; seed++) {
      Outcome crust = restore.run(seed, Lot.DEFECTIVE);
      assertThat(crust.named()).as(crust.what() + ": " + crust.says()).isEqualTo(crust.guilty());
      drawn.add(crust.what());
    }
    assertThat(drawn).as("kinds drawn").hasSizeGreaterThan(1);
  }
}
