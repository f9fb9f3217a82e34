package hitchlamp.core.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.judge.Verdict;
import hitchlamp.core.pack.Component;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.pack.PackLibrary;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Following a guide: answers, readings, steps back, what was assumed, another day. */
class TraceTest {
  private static final Pack TRUCK =
      PackLibrary.read(Path.of("../packs")).with("orrendale-haulward");
  private static final Component SENSOR = TRUCK.components().get("oil-pressure-sensor");
  private static final Guide GUIDE = TRUCK.guidesFor(SENSOR).get(0);

  private final List<TraceEntry> entries = new ArrayList<>();

  private Trace trace() {
    return Trace.of(GUIDE, SENSOR, entries);
  }

  private String at() {
    return trace().at().orElseThrow().id();
  }

  @Test
  void theWayToAChafedWire() {
    entries.add(trace().told(UnitAnswer.of(Guide.THERE, "SPN 100 FMI 4 is active.")));
    assertThat(at()).isEqualTo("supply");
    entries.add(trace().measured(4.98));
    assertThat(at()).isEqualTo("low");
    entries.add(trace().told(UnitAnswer.of(Guide.THERE, "SPN 100 FMI 4 is active.")));
    entries.add(trace().measured(12.5));
    Trace end = trace();
    assertThat(end.conclusion().orElseThrow().finding()).isEqualTo(Guide.Finding.FOUND);
    assertThat(end.steps()).extracting(s -> s.entry().says()).contains("4.98 V", "12.5 Ω");
    assertThat(GuideText.fill(end.conclusion().orElseThrow().next().get(0), TRUCK, SENSOR))
        .isEqualTo("Find the spot between X21 contact 3 and X1 contact 31, mend and fasten it.");
    assertThatThrownBy(() -> end.answer(Guide.DONE)).hasMessageContaining("come to its end");
  }

  @Test
  void aStepBackIsKeptAndTheWayIsTakenAnew() {
    entries.add(trace().answer(Guide.THERE));
    entries.add(trace().measured(4.2));
    assertThat(at()).isEqualTo("supply-alone");
    entries.add(trace().back());
    assertThat(at()).isEqualTo("supply");
    entries.add(trace().measured(5.01));
    assertThat(at()).isEqualTo("low");
    assertThat(entries).as("nothing that happened is lost").hasSize(4);
    assertThat(trace().steps()).hasSize(2);
  }

  @Test
  void beforeTheFirstCheckThereIsNoWayBack() {
    assertThatThrownBy(() -> trace().back()).hasMessageContaining("first check");
  }

  @Test
  void whatWasAssumedStandsApartWithItsReason() {
    entries.add(trace().assume(Guide.THERE, "seen by the driver an hour ago"));
    assertThat(trace().assumed()).hasSize(1);
    assertThat(trace().assumed().get(0).entry().says())
        .isEqualTo("The fault is there now, assumed: seen by the driver an hour ago");
  }

  @Test
  void anAnswerThatTheCheckDoesNotHaveIsRefused() {
    assertThatThrownBy(() -> trace().answer("perhaps")).hasMessageContaining("none of");
    assertThatThrownBy(() -> trace().measured(5)).hasMessageContaining("no meter reading");
  }

  @Test
  void aMeterReadsNoWordsAndNoNegativeOhms() {
    Guide.Meter ohms =
        new Guide.Meter(
            Guide.Quantity.OHMS, "a", "b", 54, 66, Guide.Power.KEY_OFF, "common practice");
    assertThat(ohms.judge(60)).isEqualTo(Guide.IN);
    assertThat(ohms.judge(40)).isEqualTo(Guide.BELOW);
    assertThat(ohms.judge(120)).isEqualTo(Guide.ABOVE);
    assertThat(ohms.judge(Double.POSITIVE_INFINITY)).as("an open circuit").isEqualTo(Guide.ABOVE);
    assertThatThrownBy(() -> ohms.judge(-1)).hasMessageContaining("reads no");
    assertThatThrownBy(() -> ohms.judge(Double.NaN)).hasMessageContaining("reads no");
  }

  @Test
  void entriesOfAnOlderGuideThatFitNoMoreAreNotGuessedAt() {
    entries.add(new TraceEntry("a-check-of-long-ago", TraceEntry.How.PERSON, "yes", "Yes"));
    assertThat(trace().at()).isEmpty();
    assertThat(trace().conclusion()).isEmpty();
  }

  @Test
  void aGuideForManyPartsNamesThePointsOfThisOne() {
    assertThat(GuideText.fill("From {part/supply} to {module/signal}: {part}.", TRUCK, SENSOR))
        .isEqualTo("From X21 contact 1 to X1 contact 31: oil pressure sensor.");
    Component supply = TRUCK.components().get("sensor-supply-2");
    assertThat(GuideText.fill("{feeds}", TRUCK, supply))
        .isEqualTo(
            "intake manifold pressure sensor, exhaust pressure sensor, particulate filter pressure sensor");
    Component retarder = TRUCK.components().get("module-retarder");
    assertThat(GuideText.fill("{fuse/1}, {part/can-high}", TRUCK, retarder))
        .isEqualTo("fuse F31 leg 1, X7 contact 5");
  }

  @Test
  void ofTwoEnginesEachHasItsOwnGuideAndTheSamePoints() {
    Pack ferry = PackLibrary.read(Path.of("../packs")).with("orrendale-tidewright");
    Component port = ferry.components().get("oil-pressure-sensor-engine-port");
    assertThat(ferry.guidesFor(port)).extracting(Guide::id).containsExactly("sensor-three-wires");
    assertThat(GuideText.fill("{part}: {part/signal}", ferry, port))
        .isEqualTo("oil pressure sensor, port: X21 contact 3");
  }

  @Test
  void stepsKnowWhichEntriesLieOnTheWay() {
    entries.add(trace().answer(Guide.THERE));
    entries.add(trace().measured(4.2));
    entries.add(trace().back());
    entries.add(trace().measured(5.01));
    assertThat(trace().steps()).extracting(Trace.Step::index).containsExactly(0, 3);
  }

  @Test
  void theNewestTestSinceTheGuideBeganAnswers() {
    Instant began = Instant.parse("2026-11-25T10:00:00Z");
    TestAnswer.Done before = new TestAnswer.Done(began.minusSeconds(1), Verdict.PASS, "old");
    TestAnswer.Done first =
        new TestAnswer.Done(began.plusSeconds(60), Verdict.CANNOT_TELL, "short");
    TestAnswer.Done newest = new TestAnswer.Done(began.plusSeconds(90), Verdict.FAIL, "weak");
    assertThat(TestAnswer.of(List.of(before), began).outcome())
        .as("a test of before says nothing of now")
        .isEmpty();
    UnitAnswer answer = TestAnswer.of(List.of(newest, first, before), began);
    assertThat(answer.outcome()).contains(Guide.FAIL);
    assertThat(answer.says()).hasToString("weak");
  }
}
