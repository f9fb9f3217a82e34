package hitchlamp.core.story;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.pack.RegenerationEnd;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class RegenerationHistoryTest {
  private final Stories story = new Stories();
  private double hour = 100;
  private double kilometre = 3_000;
  private int idle = 20;
  private int starts = 4;

  /** The next one, so many hours and kilometres after the one before. */
  private void next(RegenerationEnd end, int minutes, double hours, double kilometres) {
    hour += hours;
    kilometre += kilometres;
    story.regenerations.add(
        0,
        new RegenerationEntry(
            1 + end.ordinal(),
            Optional.of(end),
            false,
            minutes,
            60,
            hour,
            kilometre,
            idle,
            starts));
  }

  private void clean(int times, double hours, double kilometres) {
    for (int i = 0; i < times; i++) {
      next(RegenerationEnd.CLEAN, 48, hours + i % 3 * 0.1, kilometres + i % 4);
    }
  }

  private List<Finding> findings() {
    return story.findings().stream().filter(f -> f.kind() == Finding.Kind.REGENERATION).toList();
  }

  private static List<String> reasons(Finding f) {
    return f.reasons().stream().map(Said::toString).toList();
  }

  @Test
  void distanceAndHoursAreFromOneThatIsDoneToTheNextWhateverIsBrokenOffBetween() {
    next(RegenerationEnd.CLEAN, 48, 0, 0);
    idle = 40;
    starts = 3;
    next(RegenerationEnd.ENGINE_STOPPED, 10, 10, 200);
    idle = 10;
    starts = 1;
    next(RegenerationEnd.CLEAN, 50, 20, 700);
    RegenerationHistory h = RegenerationHistory.of(story.regenerations);
    assertThat(h.done()).isEqualTo(2);
    assertThat(h.brokenOff()).isEqualTo(1);
    assertThat(h.between()).hasSize(1);
    RegenerationHistory.Between b = h.between().get(0);
    assertThat(b.hours()).isCloseTo(30, within(1e-9));
    assertThat(b.kilometres()).isCloseTo(900, within(1e-9));
    // 40 % of 10 h and 10 % of 20 h are 6 of 30 h.
    assertThat(b.idlePercent()).isCloseTo(20, within(1e-9));
    assertThat(b.startsAnHour()).isCloseTo(4 / 30.0, within(1e-9));
  }

  @Test
  void aSteadyLifeIsNothingToSpeakOf() {
    clean(12, 34, 975);
    next(RegenerationEnd.ENGINE_STOPPED, 20, 34, 975);
    assertThat(findings()).isEmpty();
  }

  @Test
  void shortRunsExplainWhatWasBrokenOff() {
    clean(2, 30, 800);
    starts = 30;
    for (int i = 0; i < 6; i++) {
      next(RegenerationEnd.ENGINE_STOPPED, 20, 30, 700);
    }
    Finding f = findings().get(0);
    assertThat(f.title().toString()).isEqualTo("6 of the last 8 regenerations were aborted.");
    assertThat(reasons(f))
        .containsExactly(
            "6 times: Engine switched off.",
            "It runs 1.1 h from one cold start to the next, and a regeneration takes 48 min: there is"
                + " little time for one.");
    assertThat(f.next()).startsWith("Show the driver");
  }

  @Test
  void whatShouldLongHaveBeenDoneAndWhatTheModuleGaveUpIsNotExplainedByUse() {
    clean(3, 30, 800);
    next(RegenerationEnd.ENGINE_STOPPED, 246, 30, 800);
    next(RegenerationEnd.ENGINE_STOPPED, 180, 10, 300);
    next(RegenerationEnd.NOT_HOT, 20, 10, 300);
    Finding f = findings().get(0);
    assertThat(reasons(f))
        .containsExactly(
            "2 times: Engine switched off.",
            "Once: Did not get hot.",
            "2 of them should long have been done when they were ended, the longest after 246 min:"
                + " how it is used does not explain these.",
            "How it is used does not explain 1 of them: there the module gave up.");
    assertThat(f.next()).startsWith("Run the forced regeneration");
  }

  @Test
  void closerTogetherWithTheSameUseIsNotExplainedByIt() {
    clean(6, 34, 975);
    starts = 2;
    clean(8, 20, 585);
    Finding f = findings().get(0);
    assertThat(f.title().toString())
        .isEqualTo("Regenerations used to come every 976 km and come every 587 km now.");
    assertThat(reasons(f).get(2)).contains("does not explain it");
    assertThat(f.next()).startsWith("Sweep the filter");
  }

  @Test
  void moreIdlingOrFewerKilometresAnHourExplainIt() {
    clean(6, 34, 975);
    idle = 45;
    clean(8, 22, 500);
    assertThat(reasons(findings().get(0)).get(2)).startsWith("It idles more");

    RegenerationHistoryTest slower = new RegenerationHistoryTest();
    slower.clean(6, 34, 975);
    slower.clean(8, 33, 500);
    assertThat(reasons(slower.findings().get(0)).get(2))
        .startsWith("The hours between have hardly");
    assertThat(slower.findings().get(0).next()).startsWith("Ask what changed");
  }

  /** A generating set stands: it is known by its hours. */
  @Test
  void aUnitThatStandsGoesByItsHours() {
    clean(6, 13, 0);
    starts = 2;
    clean(8, 6, 0);
    Finding f = findings().get(0);
    assertThat(f.title().toString())
        .isEqualTo("Regenerations used to come every 13.1 h and come every 6.1 h now.");
    assertThat(reasons(f)).hasSize(2);
  }

  @Test
  void whateverTheModuleTellsIsSaidWithoutNonsense() {
    SplittableRandom r = new SplittableRandom(3);
    for (int i = 0; i < 3_000; i++) {
      Stories s = new Stories();
      int n = r.nextInt(41);
      for (int k = 0; k < n; k++) {
        int code = r.nextInt(12);
        s.regenerations.add(
            new RegenerationEntry(
                code,
                code < 9
                    ? Optional.of(RegenerationEnd.values()[r.nextInt(4) == 0 ? 0 : code])
                    : Optional.empty(),
                r.nextBoolean(),
                r.nextInt(256),
                r.nextInt(256),
                r.nextInt(5) == 0 ? 500 : 1e3 * r.nextDouble(),
                r.nextInt(3) == 0 ? 0 : 1e5 * r.nextDouble(),
                r.nextInt(256),
                r.nextInt(256)));
      }
      RegenerationHistory h = RegenerationHistory.of(s.regenerations);
      assertThat(h.done() + h.brokenOff()).isEqualTo(n);
      assertThat(h.byPeople() + h.overdue()).isLessThanOrEqualTo(h.brokenOff());
      for (Finding f : s.findings()) {
        assertThat(f.title() + " " + f.reasons()).doesNotContain("NaN").doesNotContain("Infinity");
      }
    }
  }
}
