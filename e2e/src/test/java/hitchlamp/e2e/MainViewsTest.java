package hitchlamp.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import hitchlamp.server.support.Installation;
import hitchlamp.server.support.Person;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Every main view in both themes on a desk, a small screen and a tablet held upright. */
@ExtendWith(Installation.class)
class MainViewsTest {
  private static final int[][] SIZES = {{1280, 800}, {1024, 768}, {800, 1280}};

  /** Where each view is, and what it shows when it is there. */
  private static Map<String, String> views(String job) {
    Map<String, String> views = new LinkedHashMap<>();
    views.put("/", "Back from hire");
    views.put("/units", "Tipper 6");
    views.put(job + "/hook-up", "roll call complete");
    views.put(job + "/faults", "Where to start");
    views.put(job + "/faults/monitors", "Monitors");
    views.put(job + "/faults/snapshots", "reeze frame");
    views.put(job + "/story", "Out of the safe range");
    views.put(job + "/story/compare", "Visits of Tipper 6");
    views.put(job + "/watch", "the engine idles");
    views.put(job + "/tests", "this unit can do");
    views.put(job + "/tests/run/contribution?module=engine", "Rotating parts");
    views.put(job + "/tests/run/regeneration?module=aftertreatment", "Forced regeneration");
    views.put(job + "/tests/run/filter?module=aftertreatment", "Filter condition");
    views.put(job + "/tests/run/dosing?module=aftertreatment", "Dosing circuit");
    views.put(job + "/tests/run/conversion?module=aftertreatment", "Conversion");
    views.put(job + "/trace", "Trace");
    views.put(job + "/sign-off", "Still open");
    views.put(job + "/logbook", "Logbook");
    return views;
  }

  /** What comes over the wire until somebody can sign in, fonts and all. */
  @Test
  void theFirstScreenIsLight(Installation.Running running) throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.sees("Sign in");
      assertThat(b.weight()).as("bytes as they come, compressed").isBetween(50_000L, 150_000L);
    }
  }

  @Test
  void nothingIsCutOffCoveredOrHardToReach(Installation.Running running) throws IOException {
    try (Browser b = new Browser(running.url())) {
      b.signsIn("Technician 2", Person.PASSWORD);
      b.follows("Back from hire");
      b.takesTheSeat();
      b.hooksUp("Tipper 6");
      b.presses("Call the roll");
      b.sees("roll call complete");
      b.keysOnPage("s");
      b.sees("Out of the safe range");
      String job = b.job();
      List<String> crowded = new ArrayList<>();
      for (String theme : new String[] {"Night", "Daylight"}) {
        b.chooses(theme);
        for (Map.Entry<String, String> view : views(job).entrySet()) {
          b.open(view.getKey());
          b.sees(view.getValue());
          b.isAccessible();
          for (int[] size : SIZES) {
            b.size(size[0], size[1]);
            b.fits();
            String where = view.getKey() + ", " + theme + ", " + size[0] + " by " + size[1] + ": ";
            b.crowded().forEach(c -> crowded.add(where + c));
          }
          b.size(SIZES[0][0], SIZES[0][1]);
        }
      }
      b.open(job + "/hook-up");
      b.presses("Unhook");
      b.presses("Your seat");
      b.presses("Give it up");
      assertThat(crowded).isEmpty();
    }
  }
}
