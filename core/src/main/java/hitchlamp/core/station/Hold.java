package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import java.util.List;

/**
 * Something that is commanded, together with the way to let go of it.
 *
 * @param id name of the hold within its hook-up
 * @param says what is held, as the operator reads it: "cylinder 4 does not fire"
 * @param release what the button that releases it says: "Let all cylinders fire"
 * @param sinceMicros bus time at which it began
 * @param command frames that begin it
 * @param keepAlive frames that must be repeated, none where the module needs none
 * @param keepAliveEveryMicros period of these, above 0
 * @param letGo frames that end it
 */
public record Hold(
    String id,
    String says,
    String release,
    long sinceMicros,
    List<Frame> command,
    List<Frame> keepAlive,
    long keepAliveEveryMicros,
    List<Frame> letGo) {
  public Hold {
    if (letGo.isEmpty()) {
      throw new IllegalArgumentException("what cannot be let go of must not be taken: " + says);
    }
    if (keepAliveEveryMicros <= 0) {
      throw new IllegalArgumentException("keep-alive period must be above 0");
    }
    command = List.copyOf(command);
    keepAlive = List.copyOf(keepAlive);
    letGo = List.copyOf(letGo);
  }
}
