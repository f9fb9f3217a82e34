package hitchlamp.core.signoff;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.Induced;
import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import hitchlamp.core.signoff.Obligation.State;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a repair leaves to be done is checked off by the unit's own answer and nothing else. */
class ObligationTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final Instant NOON = Instant.parse("2026-11-29T12:00:00Z");

  private static Repair repair(Map<String, String> waived, String... obliges) {
    return new Repair(
        7, "Exhaust fluid drained and filled new", NOON, "T", "", List.of(obliges), waived);
  }

  private static Tested test(String test, int minutes, Verdict verdict) {
    return new Tested(
        minutes, test, "Some title", NOON.plusSeconds(60L * minutes), verdict, "Says.", "Next.");
  }

  private static State state(Repair repair, Tested... tests) {
    List<Obligation> all = Obligation.of(List.of(repair), List.of(tests), TRUCK);
    assertThat(all).hasSize(1);
    return all.get(0).state();
  }

  @Test
  void whatWasNotRunSinceTheRepairIsOwed() {
    List<Obligation> all =
        Obligation.of(List.of(repair(Map.of(), "fluid", "quality-hours")), List.of(), TRUCK);
    assertThat(all).extracting(Obligation::state).containsOnly(State.OPEN);
    assertThat(Obligation.open(all))
        .extracting(o -> o.says().toString())
        .containsExactly(
            "Fluid quality is owed after: Exhaust fluid drained and filled new.",
            "Clear hours with wrong fluid is owed after: Exhaust fluid drained and filled new.");
  }

  @ParameterizedTest
  @CsvSource({
    "-5, PASS, OPEN",
    "0, PASS, OPEN",
    "5, PASS, DONE",
    "5, FAIL, NOT_PASSED",
    "5, CANNOT_TELL, NOT_PASSED"
  })
  void onlyARunAfterTheRepairThatPassesChecksItOff(int minutes, Verdict verdict, State state) {
    assertThat(state(repair(Map.of(), "fluid"), test("fluid", minutes, verdict))).isEqualTo(state);
  }

  @Test
  void theNewestRunCounts() {
    Repair r = repair(Map.of(), "fluid");
    assertThat(state(r, test("fluid", 5, Verdict.PASS), test("fluid", 9, Verdict.FAIL)))
        .isEqualTo(State.NOT_PASSED);
    assertThat(state(r, test("fluid", 9, Verdict.PASS), test("fluid", 5, Verdict.FAIL)))
        .isEqualTo(State.DONE);
    assertThat(state(r, test("dosing", 9, Verdict.PASS))).as("another test").isEqualTo(State.OPEN);
  }

  @Test
  void aReasonWaivesItAndAPassIsMoreThanAReason() {
    Repair r = repair(Map.of("fluid", "sealed can, measured by its supplier"), "fluid");
    assertThat(state(r)).isEqualTo(State.WAIVED);
    assertThat(state(r, test("fluid", 5, Verdict.FAIL))).isEqualTo(State.WAIVED);
    assertThat(state(r, test("fluid", 5, Verdict.PASS))).isEqualTo(State.DONE);
    assertThat(Obligation.open(Obligation.of(List.of(r), List.of(), TRUCK))).isEmpty();
  }

  @Test
  void aTestThatThePackDoesNotHaveAnyMoreIsStillOwedByItsName() {
    Obligation o = Obligation.of(List.of(repair(Map.of(), "gone")), List.of(), TRUCK).get(0);
    assertThat(o.title()).isEqualTo("gone");
    assertThat(o.state()).isEqualTo(State.OPEN);
  }

  @Test
  void aUnitThatTakesPowerAwayIsNotSignedOff() {
    FaultReading r =
        new FaultReading(
            FaultReading.State.COMPLETE,
            0,
            1,
            OptionalDouble.empty(),
            OptionalDouble.empty(),
            List.of(),
            new Induced(OptionalInt.of(2), OptionalDouble.of(70), Map.of(0x014A, 12.0)));
    assertThat(InducementItem.of(r, TRUCK).orElseThrow())
        .satisfies(
            i -> {
              assertThat(i.says().toString())
                  .isEqualTo(
                      "A quarter of full power is taken away. Fluid of the wrong quality: 12.0 h counted.");
              assertThat(i.next())
                  .contains("8.0 h")
                  .contains("Mend its cause, then run: Clear hours with wrong fluid");
            });
    assertThat(InducementItem.of(r, PackLibrary.read(Path.of("../packs")).base()).orElseThrow())
        .satisfies(i -> assertThat(i.next()).contains("Mend its cause and read"));
  }
}
