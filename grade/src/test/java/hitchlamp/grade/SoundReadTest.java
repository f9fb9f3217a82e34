package hitchlamp.grade;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.ModuleFaults;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;

/** Reads of sound units: nothing is pending, nothing fails, what is counted is what is listed. */
class SoundReadTest extends VisitTest {
  private static final String[] KINDS = {
    "road-truck", "loading-shovel", "ferry", "generating-set", "yard-tractor"
  };
  private static final int[][] DAYS = {{-25, 101}, {42, 98}, {15, 78}};

  private void unit(String kind, int[] day, int seed, boolean engine) throws InterruptedException {
    visit(
        String.format(
            Locale.ROOT,
            "scenario: s\ntitle: S\nunit: %s\nseed: %d\nvin: SMW0TPR1400018204\nambient: {celsius: %d, kpa: %d}\nhistory: {from: 990, hours: 1000}\nstart: {key-on: yes, engine: %s}\n",
            kind,
            seed,
            day[0],
            day[1],
            engine ? "yes" : "no"));
  }

  private void told(String about, List<String> all) throws InterruptedException {
    FaultReading r = readFaults();
    r.faults().forEach(f -> all.add(about + ": " + f.key() + " " + f.states()));
    for (ModuleFaults m : r.modules()) {
      m.further().failing().forEach(f -> all.add(about + ": fails now " + f));
      m.oddities().forEach(o -> all.add(about + ": " + m.target().title() + ": " + o));
    }
  }

  @Test
  void noneHasAnythingToTellAtAnyTimeOfItsDay() throws InterruptedException {
    List<String> all = new ArrayList<>();
    int runs = Integer.getInteger("hitchlamp.sound.runs", 1);
    for (int i = 0; i < runs * KINDS.length; i++) {
      String kind = KINDS[i % KINDS.length];
      int[] day = DAYS[(i / KINDS.length + i) % DAYS.length];
      boolean engine = i % 2 == 0;
      unit(kind, day, 700 + i, engine);
      String about = kind + " " + day[0] + " °C, seed " + (700 + i);
      told(about + (engine ? ", running" : ", key on"), all);
      link.close();
    }
    assertThat(all).isEmpty();
  }
}
