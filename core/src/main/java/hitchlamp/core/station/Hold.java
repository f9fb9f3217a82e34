package hitchlamp.core.station;

import java.util.Arrays;

/**
 * Something that is commanded at one module, together with the request that lets go of it.
 *
 * @param id name of the hold within its hook-up
 * @param says what is held, as the operator reads it: "cylinder 4 does not fire"
 * @param release what the button that releases it says: "Let all cylinders fire"
 * @param sinceMicros bus time at which it began
 * @param module address of the module that is commanded
 * @param letGo request (ISO 14229) whose positive answer says that the module has let go
 * @param keepAlive request that must be repeated and wants no answer, empty where none is needed
 * @param keepAliveEveryMicros period of these, above 0
 * @param session true for an open session: with its end the module lets go of whatever it had been
 *     told within it
 */
public record Hold(
    String id,
    String says,
    String release,
    long sinceMicros,
    int module,
    byte[] letGo,
    byte[] keepAlive,
    long keepAliveEveryMicros,
    boolean session) {
  /** Longest request that fits one frame. */
  private static final int MOST_BYTES = 7;

  public Hold {
    if (letGo.length == 0 || letGo.length > MOST_BYTES || keepAlive.length > MOST_BYTES) {
      throw new IllegalArgumentException("what cannot be let go of must not be taken: " + says);
    }
    if (keepAliveEveryMicros <= 0) {
      throw new IllegalArgumentException("keep-alive period must be above 0");
    }
    letGo = letGo.clone();
    keepAlive = keepAlive.clone();
  }

  /** A hold that lasts until it is let go of, without a session of its own. */
  public static Hold control(
      String id, String says, String release, long sinceMicros, int module, byte[] letGo) {
    return new Hold(
        id, says, release, sinceMicros, module, letGo, new byte[0], Long.MAX_VALUE / 4, false);
  }

  @Override
  public byte[] letGo() {
    return letGo.clone();
  }

  @Override
  public byte[] keepAlive() {
    return keepAlive.clone();
  }

  @Override
  public boolean equals(Object o) {
    return o instanceof Hold h
        && id.equals(h.id)
        && says.equals(h.says)
        && sinceMicros == h.sinceMicros
        && module == h.module
        && session == h.session
        && Arrays.equals(letGo, h.letGo);
  }

  @Override
  public int hashCode() {
    return 31 * id.hashCode() + Arrays.hashCode(letGo);
  }
}
