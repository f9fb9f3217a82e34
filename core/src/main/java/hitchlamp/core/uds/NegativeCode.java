package hitchlamp.core.uds;

import java.util.Map;

/**
 * Why a module refuses, in words (codes of ISO 14229-1, from memory).
 *
 * @param code 0 to 255
 */
public record NegativeCode(int code) {
  /** It asks to be asked again a little later. */
  public static final int BUSY_REPEAT_REQUEST = 0x21;

  /** It has understood and needs more time. */
  public static final int RESPONSE_PENDING = 0x78;

  /** What must hold first does not, the engine standing still for instance. */
  public static final int CONDITIONS_NOT_CORRECT = 0x22;

  private static final Map<Integer, String> WORDS =
      Map.ofEntries(
          Map.entry(0x10, "it refuses without a reason"),
          Map.entry(0x11, "it does not have this service"),
          Map.entry(0x12, "it does not have this part of the service"),
          Map.entry(0x13, "it finds the request too long or too short"),
          Map.entry(0x14, "its answer would be too long"),
          Map.entry(BUSY_REPEAT_REQUEST, "it is busy"),
          Map.entry(CONDITIONS_NOT_CORRECT, "its conditions do not hold"),
          Map.entry(0x24, "it expects another request first"),
          Map.entry(0x25, "a module behind it does not answer"),
          Map.entry(0x26, "a failure prevents it"),
          Map.entry(0x31, "it does not know what was asked for"),
          Map.entry(0x33, "it wants to be unlocked first"),
          Map.entry(0x35, "it did not accept the key"),
          Map.entry(0x36, "the key was wrong too often"),
          Map.entry(0x37, "it waits before it takes another key"),
          Map.entry(0x72, "writing failed"),
          Map.entry(RESPONSE_PENDING, "it needs more time"),
          Map.entry(0x7E, "it does not do this part in its present session"),
          Map.entry(0x7F, "it does not do this in its present session"),
          Map.entry(0x81, "the engine speed is too high"),
          Map.entry(0x82, "the engine speed is too low"),
          Map.entry(0x83, "the engine runs"),
          Map.entry(0x84, "the engine does not run"),
          Map.entry(0x85, "the engine has not run long enough"),
          Map.entry(0x86, "it is too hot"),
          Map.entry(0x87, "it is too cold"),
          Map.entry(0x88, "the vehicle moves too fast"),
          Map.entry(0x89, "the vehicle moves too slowly"),
          Map.entry(0x8C, "the transmission is not in neutral"),
          Map.entry(0x92, "the voltage is too high"),
          Map.entry(0x93, "the voltage is too low"));

  /** The reason in words; an unknown code by its number. */
  public String says() {
    return WORDS.getOrDefault(code, "it refuses with code " + String.format("0x%02X", code));
  }
}
