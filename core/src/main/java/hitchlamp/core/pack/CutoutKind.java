package hitchlamp.core.pack;

import java.util.List;
import java.util.Set;

/**
 * How the cylinders of an engine are switched off one by one: an input/output control of ISO 14229
 * whose mask has a bit for each cylinder, set where it must not fire: cylinder 1 lowest in the
 * first byte, cylinder 9 lowest in the second.
 *
 * @param identifier data identifier of the control
 * @param fuelling data identifier of what is injected a stroke
 * @param cylinders number of cylinders
 * @param firing order in which they fire
 * @param atOnce most that may be off at a time by default
 * @param most that may ever be off at a time
 * @param leastCoolantC coolant below which speed and fuelling do not stand still, °C
 * @param steadyRpm by so much the speed may wander before a cut
 * @param settleSeconds until the governor has answered a cut
 * @param weakBelow share of the middle cylinder's work below which a cylinder is weak
 * @param source where the limits are from
 */
public record CutoutKind(
    int identifier,
    int fuelling,
    int cylinders,
    List<Integer> firing,
    int atOnce,
    int most,
    double leastCoolantC,
    double steadyRpm,
    double settleSeconds,
    double weakBelow,
    String source) {
  public CutoutKind {
    firing = List.copyOf(firing);
  }

  /** The state of the control with these cylinders off: a byte for each eight of the engine. */
  public int[] mask(Set<Integer> off) {
    int[] mask = new int[(cylinders + 7) / 8];
    for (int cylinder : off) {
      mask[(cylinder - 1) / 8] |= 1 << (cylinder - 1) % 8;
    }
    return mask;
  }
}
