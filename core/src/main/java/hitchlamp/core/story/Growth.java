package hitchlamp.core.story;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * How a count grew between two visits.
 *
 * @param name what is counted
 * @param was at the earlier visit
 * @param is now
 * @param grew by how much; a counter that began again at 0 is counted on
 * @param note what is odd about it, empty where nothing is
 */
public record Growth(int spn, String name, int was, int is, int grew, String note) {
  /**
   * A count that seems to have wrapped must not have grown by more than this share of its range.
   */
  private static final int WRAP_ROOM = FailureCounter.WRAPS_AT / 4;

  /**
   * Counters of one module at two visits, those that grew most first; unchanged ones are left out.
   */
  public static List<Growth> between(ModuleStory earlier, ModuleStory later) {
    Map<Integer, Integer> before =
        earlier.counters().stream()
            .collect(Collectors.toMap(FailureCounter::spn, FailureCounter::count, Math::max));
    List<Growth> out = new ArrayList<>();
    for (FailureCounter c : later.counters()) {
      int was = before.getOrDefault(c.spn(), 0);
      if (c.count() == was) {
        continue;
      }
      int grew = c.count() - was;
      String note = "";
      if (grew < 0) {
        int on = grew + FailureCounter.WRAPS_AT;
        boolean wrapped = on <= WRAP_ROOM;
        grew = wrapped ? on : c.count();
        note =
            wrapped
                ? StoryWords.say("the-counter-began-again-at-0")
                : StoryWords.say("it-counts-less-than-before-the");
      }
      out.add(new Growth(c.spn(), c.name(), was, c.count(), grew, note));
    }
    out.sort(java.util.Comparator.comparingInt(Growth::grew).reversed());
    return List.copyOf(out);
  }
}
