package hitchlamp.core.story;

import hitchlamp.core.pack.RegenerationEnd;
import java.util.Optional;

/**
 * A regeneration of the particulate filter, as the module noted it.
 *
 * @param end empty for a code that the pack does not know
 * @param parked true where the unit stood and was asked for it
 * @param minutes from its begin to its end
 * @param sootPercent of a full filter, by the module's estimate at its begin
 * @param hour engine hour of its end
 * @param kilometre distance of its end; 0 where the unit counts none
 * @param idlePercent share of the hours since the one before that the engine idled
 * @param starts cold starts since the one before
 */
public record RegenerationEntry(
    int code,
    Optional<RegenerationEnd> end,
    boolean parked,
    int minutes,
    int sootPercent,
    double hour,
    double kilometre,
    int idlePercent,
    int starts) {
  /** How it ended, in words. */
  public String title() {
    return end.map(RegenerationEnd::title).orElse(StoryWords.say("end-unknown-to-the-pack", code));
  }

  /** True where it came to its end. */
  public boolean clean() {
    return end.filter(e -> e == RegenerationEnd.CLEAN).isPresent();
  }

  RegenerationEntry shifted(double hours) {
    return new RegenerationEntry(
        code, end, parked, minutes, sootPercent, hour + hours, kilometre, idlePercent, starts);
  }
}
