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

  /** Something else must be asked first, or what is to be stopped does not run. */
  public static final int REQUEST_SEQUENCE_ERROR = 0x24;

  private static final Map<Integer, String> WORDS =
      Map.ofEntries(
          Map.entry(0x10, UdsWords.say("it-refuses-without-a-reason")),
          Map.entry(0x11, UdsWords.say("it-does-not-have-this-service")),
          Map.entry(0x12, UdsWords.say("it-does-not-have-this-part")),
          Map.entry(0x13, UdsWords.say("it-finds-the-request-too-long")),
          Map.entry(0x14, UdsWords.say("its-answer-would-be-too-long")),
          Map.entry(BUSY_REPEAT_REQUEST, UdsWords.say("it-is-busy")),
          Map.entry(CONDITIONS_NOT_CORRECT, UdsWords.say("its-conditions-do-not-hold")),
          Map.entry(REQUEST_SEQUENCE_ERROR, UdsWords.say("it-expects-another-request-first")),
          Map.entry(0x25, UdsWords.say("a-module-behind-it-does-not")),
          Map.entry(0x26, UdsWords.say("a-failure-prevents-it")),
          Map.entry(0x31, UdsWords.say("it-does-not-know-what-was")),
          Map.entry(0x33, UdsWords.say("it-wants-to-be-unlocked-first")),
          Map.entry(0x35, UdsWords.say("it-did-not-accept-the-key")),
          Map.entry(0x36, UdsWords.say("the-key-was-wrong-too-often")),
          Map.entry(0x37, UdsWords.say("it-waits-before-it-takes-another")),
          Map.entry(0x72, UdsWords.say("writing-failed")),
          Map.entry(RESPONSE_PENDING, UdsWords.say("it-needs-more-time")),
          Map.entry(0x7E, UdsWords.say("it-does-not-do-this-part")),
          Map.entry(0x7F, UdsWords.say("it-does-not-do-this-in")),
          Map.entry(0x81, UdsWords.say("the-engine-speed-is-too-high")),
          Map.entry(0x82, UdsWords.say("the-engine-speed-is-too-low")),
          Map.entry(0x83, UdsWords.say("the-engine-runs")),
          Map.entry(0x84, UdsWords.say("the-engine-does-not-run")),
          Map.entry(0x85, UdsWords.say("the-engine-has-not-run-long")),
          Map.entry(0x86, UdsWords.say("it-is-too-hot")),
          Map.entry(0x87, UdsWords.say("it-is-too-cold")),
          Map.entry(0x88, UdsWords.say("the-vehicle-moves-too-fast")),
          Map.entry(0x89, UdsWords.say("the-vehicle-moves-too-slowly")),
          Map.entry(0x8C, UdsWords.say("the-transmission-is-not-in-neutral")),
          Map.entry(0x92, UdsWords.say("the-voltage-is-too-high")),
          Map.entry(0x93, UdsWords.say("the-voltage-is-too-low")));

  /** The reason in words; an unknown code by its number. */
  public String says() {
    return WORDS.getOrDefault(
        code, UdsWords.say("it-refuses-with-code", String.format("0x%02X", code)));
  }
}
