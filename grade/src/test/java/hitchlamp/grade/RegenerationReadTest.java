package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import hitchlamp.core.pack.RegenerationEnd;
import hitchlamp.core.pack.UseFigure;
import hitchlamp.core.quantity.Unit;
import hitchlamp.core.story.Background;
import hitchlamp.core.story.Finding;
import hitchlamp.core.story.Findings;
import hitchlamp.core.story.ModuleStory;
import hitchlamp.core.story.RegenerationEntry;
import hitchlamp.core.story.RegenerationHistory;
import hitchlamp.core.story.StoryReading;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;

/** What lived lives leave in the record of regenerations, read over the bus. */
class RegenerationReadTest extends VisitTest {
  private List<Finding> said;

  private ModuleStory lived(String kind, String history, String defects)
      throws InterruptedException {
    visit(
        "scenario: s\ntitle: S\nunit: "
            + kind
            + "\nseed: 5\nvin: SMW0TPR1400018204\n"
            + "history: {from: 700, hours: 1000, kilometres: 16000"
            + history
            + "}\n"
            + defects);
    StoryReading r = readStory();
    said =
        Findings.of(r, new Background(Optional.empty(), List.of(), Optional.empty()), pack).stream()
            .filter(f -> f.kind() == Finding.Kind.REGENERATION)
            .toList();
    return r.keeper().orElseThrow();
  }

  @Test
  void aSoundTruckBurnsItsFilterCleanAtWorkAndNothingIsSaid() throws InterruptedException {
    ModuleStory m = lived("road-truck", "", "");
    assertThat(m.oddities()).isEmpty();
    assertThat(m.regenerations()).hasSizeGreaterThan(6).allMatch(RegenerationEntry::clean);
    RegenerationHistory h = RegenerationHistory.of(m.regenerations());
    assertThat((double) h.done())
        .as("as many as the trip counts")
        .isEqualTo(m.trip().in(UseFigure.REGENERATIONS, Unit.ONE).getAsDouble());
    assertThat(h.idlePercent().getAsDouble()).isCloseTo(20, within(1.0));
    assertThat(h.hoursAStart().getAsDouble()).isCloseTo(8.5, within(1.0));
    assertThat(m.regenerations().get(0).kilometre())
        .isLessThan(m.life().in(UseFigure.DISTANCE, Unit.KILOMETRE).getAsDouble());
    assertThat(said).isEmpty();
  }

  @Test
  void shortRunsAreWhatBreaksThemOff() throws InterruptedException {
    ModuleStory m = lived("yard-tractor", ", idle: 0.5, run: 1.0", "");
    assertThat(m.regenerations())
        .isNotEmpty()
        .allMatch(r -> r.end().equals(Optional.of(RegenerationEnd.ENGINE_STOPPED)));
    assertThat(said.get(0).reasons().toString()).contains("It runs 1.0 h");
  }

  @Test
  void aFouledDoserIsNotExplainedByTheWayItIsUsed() throws InterruptedException {
    lived("road-truck", "", "defects: [{kind: doser-fouled, size: 0.9, from: 850}]\n");
    assertThat(said.get(0).reasons().toString()).contains("should long have been done");
    assertThat(said.get(0).next()).startsWith("Run the forced regeneration");
  }

  @Test
  void ashBringsThemCloserTogetherFromTheTimeItIsThere() throws InterruptedException {
    lived("road-truck", "", "defects: [{kind: filter-ash, size: 0.09, from: 850}]\n");
    assertThat(said.get(0).title().toString()).contains("used to come every 97");
    assertThat(said.get(0).reasons().toString())
        .contains("since about 14")
        .contains("does not explain it");
  }
}
