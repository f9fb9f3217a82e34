package hitchlamp.core.watch;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import hitchlamp.core.pack.EngineState;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** When a recording begins, what it has from before, when it ends. */
class RecorderTest {
  private final LiveValues book = new LiveValues(Runs.PACK);
  private final List<String> told = new ArrayList<>();
  private final List<Sample> kept = new ArrayList<>();

  private final Recorder.Out out =
      new Recorder.Out() {
        @Override
        public void begins(long micros, long startMicros, String why) {
          told.add("begins " + micros / 1e6 + " for " + startMicros / 1e6 + ": " + why);
        }

        @Override
        public void sample(Sample sample) {
          kept.add(sample);
        }

        @Override
        public void gap(long fromMicros, long toMicros) {
          told.add("gap " + fromMicros / 1e6 + " to " + toMicros / 1e6);
        }

        @Override
        public void ends(long micros, String why) {
          told.add("ends " + micros / 1e6 + ": " + why);
        }
      };

  private static Trigger above(double rpm, double hysteresis, double seconds) {
    return new Trigger(
        List.of(new Trigger.Threshold("engine/190", "Engine speed", true, rpm, hysteresis, "rpm")),
        true,
        seconds);
  }

  private Recorder recorder(
      double pre,
      Optional<Trigger> start,
      Optional<Trigger> stop,
      double post,
      double most,
      boolean again) {
    return new Recorder(
        new RecordingPlan("r", List.of(), pre, start, stop, post, most, again), book, out);
  }

  private void run(Recorder r, double seconds, double rpm) {
    book.heard(Runs.speed(seconds, rpm)).ifPresent(r::sample);
  }

  private void ramp(Recorder r, double from, double to, double rpm) {
    for (double t = from; t < to - 1e-9; t += 0.1) {
      run(r, t, rpm);
    }
  }

  @Test
  void aTriggeredRecordingHasWhatWasBeforeAndAfterAndNothingTwice() {
    Recorder r = recorder(2, Optional.of(above(1_000, 0, 0)), Optional.empty(), 0, 5, false);
    ramp(r, 0, 10, 700);
    ramp(r, 10, 20, 1_200);
    assertThat(told)
        .containsExactly(
            "begins 8.0 for 10.0: Engine speed above 1,000 rpm",
            "ends 15.0: the longest time was reached");
    assertThat(kept.get(0).micros()).isEqualTo(8 * Runs.SECOND);
    assertThat(kept).hasSize(71).extracting(Sample::micros).isSorted().doesNotHaveDuplicates();
    assertThat(r.stage()).isEqualTo(Recorder.Stage.ENDED);
  }

  @Test
  void aThresholdHoldsUntilTheHysteresisIsPassed() {
    Trigger.Watcher w = new Trigger.Watcher(above(1_000, 50, 0));
    w.value("engine/190", 990);
    assertThat(w.fires(0)).isFalse();
    w.value("engine/190", 1_001);
    assertThat(w.fires(1)).isTrue();
    w.value("engine/190", 960);
    assertThat(w.fires(2)).isTrue();
    w.value("engine/190", 949);
    assertThat(w.fires(3)).isFalse();
    w.value("engine/190", 980);
    assertThat(w.fires(4)).isFalse();
    w.value("engine/190", Double.NaN);
    assertThat(w.fires(5)).as("no value holds nothing").isFalse();
  }

  @Test
  void aTriggerThatMustHoldForATimeIsNotFooledByAPeak() {
    Recorder r = recorder(0, Optional.of(above(1_000, 0, 3)), Optional.empty(), 0, 60, false);
    ramp(r, 0, 2, 1_200);
    ramp(r, 2, 3, 700);
    ramp(r, 3, 5.9, 1_200);
    assertThat(told).isEmpty();
    ramp(r, 5.9, 7, 1_200);
    assertThat(told).hasSize(1).first().asString().contains("for 3.0 s");
  }

  @Test
  void itEndsByItsTriggerWithWhatFollowsAndArmsAgain() {
    Trigger low =
        new Trigger(
            List.of(new Trigger.Threshold("engine/190", "Engine speed", false, 800, 0, "rpm")),
            true,
            0);
    Recorder r = recorder(0, Optional.of(above(1_000, 0, 0)), Optional.of(low), 1, 60, true);
    for (int round = 0; round < 2; round++) {
      ramp(r, round * 20, round * 20 + 5, 1_200);
      ramp(r, round * 20 + 5, round * 20 + 20, 700);
    }
    assertThat(told).hasSize(4);
    assertThat(told.get(1)).isEqualTo("ends 6.0: Engine speed below 800 rpm");
    assertThat(r.recordings()).isEqualTo(2);
    assertThat(r.stage()).isEqualTo(Recorder.Stage.ARMED);
  }

  @Test
  void theEngineItselfCanBeTheTriggerAndConditionsCombine() {
    Trigger idle = new Trigger(List.of(new Trigger.Engine(EngineState.IDLES, "")), true, 0);
    Recorder r = recorder(0, Optional.of(idle), Optional.empty(), 0, 1, false);
    run(r, 1, 0);
    assertThat(told).isEmpty();
    run(r, 2, 650);
    assertThat(told.get(0)).contains("the engine idles");
    Trigger either =
        new Trigger(
            List.of(
                new Trigger.Engine(EngineState.STANDS, ""),
                new Trigger.Threshold("engine/190", "Engine speed", true, 2_000, 0, "rpm")),
            false,
            0);
    Trigger.Watcher w = new Trigger.Watcher(either);
    w.engine("", EngineState.RUNS);
    w.value("engine/190", 2_100);
    assertThat(w.fires(0)).isTrue();
    assertThat(either.says()).isEqualTo("the engine stands or Engine speed above 2,000 rpm");
  }

  @Test
  void aBreakOfTheLinkIsAGapAndAStopByHandIsAnEnd() {
    Recorder r = recorder(0, Optional.empty(), Optional.empty(), 0, 600, false);
    r.begin(0);
    run(r, 1, 700);
    r.gap(5 * Runs.SECOND);
    run(r, 5, 700);
    r.stop(6 * Runs.SECOND);
    assertThat(told)
        .containsExactly(
            "begins 0.0 for 0.0: started by hand", "gap 1.0 to 5.0", "ends 6.0: stopped by hand");
    run(r, 7, 700);
    assertThat(kept).hasSize(2);
  }

  @Test
  void theEndOfTheHookUpKeepsWhatThereIs() {
    Recorder r = recorder(0, Optional.empty(), Optional.empty(), 0, 600, false);
    r.begin(0);
    run(r, 1, 700);
    r.brokenOff(2 * Runs.SECOND, "Unhooked.");
    assertThat(told).last().asString().isEqualTo("ends 2.0: Unhooked.");
  }

  @Test
  void onlyTheTracksThatAreWantedAreKept() {
    Recorder r =
        new Recorder(
            new RecordingPlan(
                "r", List.of("engine/110"), 0, Optional.empty(), Optional.empty(), 0, 60, false),
            book,
            out);
    r.begin(0);
    run(r, 1, 700);
    assertThat(kept).isEmpty();
  }

  @Test
  void plansThatCannotBeAreRefused() {
    assertThatThrownBy(() -> recorder(301, Optional.empty(), Optional.empty(), 0, 60, false))
        .hasMessageContaining("before its start");
    assertThatThrownBy(() -> recorder(0, Optional.empty(), Optional.empty(), 0, 0, false))
        .hasMessageContaining("1 s to 24 h");
    assertThatThrownBy(() -> recorder(0, Optional.empty(), Optional.empty(), 0, 60, true))
        .hasMessageContaining("begins by itself");
    assertThatThrownBy(() -> new Trigger(List.of(), true, 0)).hasMessageContaining("conditions");
    assertThatThrownBy(() -> above(Double.NaN, 0, 0)).hasMessageContaining("number");
  }
}
