package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.trial.BenchState;
import hitchlamp.core.trial.BenchState.Ending;
import hitchlamp.core.trial.regeneration.BurnStage;
import hitchlamp.core.trial.regeneration.RegenerationSeen;
import hitchlamp.standin.aftertreatment.Aftertreatment;
import hitchlamp.standin.scenario.Scenario;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A forced regeneration from bus to verdict on a simulated truck. */
class RegenerationRunTest {
  private static final Pack PACK = PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");

  /** How a regeneration ended, with what was true of the filter then. */
  private record Ended(BenchState<?> state, double soot) {
    Judgement judgement() {
      return state.judgement();
    }
  }

  private static Ended burn(String defect, double soot, Consumer<RegenerationSeen> looks)
      throws InterruptedException {
    Scenario s =
        Trials.scenario(
            "road-truck",
            new SplittableRandom(51),
            "{key-on: yes, engine: yes}",
            defect.isEmpty() ? List.of() : List.of("{kind: " + defect + "}"),
            0,
            25);
    try (TestRig rig = new TestRig(s, PACK, "regeneration", 6)) {
      Aftertreatment a = rig.unit().firstEngine().aftertreatment();
      a.filter().soot(soot * a.fullKg());
      a.estimate().begin(soot * a.fullKg());
      rig.hands(
          state -> {
            if (state.observed() instanceof RegenerationSeen seen) {
              looks.accept(seen);
            }
          });
      rig.begin(20);
      BenchState<?> end = rig.run(6_000);
      return new Ended(end, a.filter().soot() / a.fullKg());
    }
  }

  @Test
  void aSoundOneIsCleanAndTheTimeLeftWasRight() throws InterruptedException {
    List<double[]> told = new ArrayList<>();
    Ended end =
        burn(
            "",
            0.75,
            seen -> {
              if (seen.stage() == BurnStage.BURN && !seen.rows().isEmpty()) {
                double now = seen.rows().get(seen.rows().size() - 1).seconds();
                seen.left().ifPresent(l -> told.add(new double[] {now, l.least(), l.most()}));
              }
            });
    assertThat(end.state().ending()).isEqualTo(Ending.COMPLETE);
    assertThat(end.judgement().verdict())
        .as(end.judgement().says().toString())
        .isEqualTo(Verdict.PASS);
    assertThat(end.soot()).as("truly").isLessThan(0.25);
    double over = told.get(told.size() - 1)[0];
    double begins = told.get(0)[0];
    // From the middle on.
    assertThat(told.stream().filter(t -> t[0] > (begins + over) / 2))
        .isNotEmpty()
        .allSatisfy(t -> assertThat(over - t[0]).isBetween(t[1] - 10, t[2] + 10));
  }

  @ParameterizedTest
  @CsvSource({
    "'doser-fouled, size: 0.9', nozzle is blocked",
    "'catalyst-aged, size: 0.95', catalyst is worn"
  })
  void whatKeepsItFromBurningIsNamed(String defect, String says) throws InterruptedException {
    Ended end = burn(defect, 0.75, seen -> {});
    assertThat(end.judgement().verdict()).isEqualTo(Verdict.FAIL);
    assertThat(end.judgement().says().toString()).contains("it did not get hot").contains(says);
  }

  /** It burns all the same; the engine's own module tells the coolant. */
  @Test
  void aThermostatThatStaysOpenIsSaidBesideACleanFilter() throws InterruptedException {
    Ended end = burn("thermostat-open, size: 0.5", 0.5, seen -> {});
    assertThat(end.judgement().verdict())
        .as(end.judgement().says().toString())
        .isEqualTo(Verdict.PASS);
    assertThat(end.judgement().says().toString()).contains("thermostat");
  }

  @Test
  void withoutSootItIsNotBegun() throws InterruptedException {
    Ended end = burn("", 0.05, seen -> {});
    assertThat(end.state().ending()).isNotEqualTo(Ending.COMPLETE);
    assertThat(end.judgement().verdict()).isNotEqualTo(Verdict.PASS);
  }
}
