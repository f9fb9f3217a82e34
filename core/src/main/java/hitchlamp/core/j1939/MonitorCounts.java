package hitchlamp.core.j1939;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * DM20: how often the key was turned and how often each monitor ran; a clear does not touch it
 * (J1939-73, from memory).
 *
 * @param ignitionCycles times the engine was started; empty where not available
 * @param conditions times the conditions for monitoring were met; empty where not available
 * @param ratios of the monitors
 * @param garbled what did not fit the layout, in words
 */
public record MonitorCounts(
    OptionalInt ignitionCycles,
    OptionalInt conditions,
    List<Ratio> ratios,
    Optional<String> garbled) {
  private static final int HEAD = 4;
  private static final int ENTRY = 7;

  /**
   * How often a monitor ran.
   *
   * @param spn of the monitored system
   * @param completed times it ran to its end; empty where not available
   * @param possible times it could have; empty where not available
   */
  public record Ratio(int spn, OptionalInt completed, OptionalInt possible) {}

  /** Reads the data of DM20; empty where they are too short. */
  public static Optional<MonitorCounts> of(byte[] data) {
    if (data.length < HEAD) {
      return Optional.empty();
    }
    List<Ratio> ratios = new ArrayList<>();
    int at = HEAD;
    for (; at + ENTRY <= data.length; at += ENTRY) {
      int spn = data[at] & 0xFF | (data[at + 1] & 0xFF) << 8 | (data[at + 2] >> 5 & 7) << 16;
      // A frame of eight bytes is filled up behind the head.
      if (spn != Dtc.GREATEST_SPN) {
        ratios.add(new Ratio(spn, word(data, at + 3), word(data, at + 5)));
      }
    }
    boolean filler = data.length == 8 && ratios.isEmpty();
    return Optional.of(
        new MonitorCounts(
            word(data, 0),
            word(data, 2),
            List.copyOf(ratios),
            at == data.length || filler
                ? Optional.empty()
                : Optional.of(
                    J1939Words.say("bytes-after-the-last-whole-ratio", data.length - at))));
  }

  private static OptionalInt word(byte[] data, int at) {
    int raw = data[at] & 0xFF | (data[at + 1] & 0xFF) << 8;
    return RawValue.of(raw, 16) == RawValue.VALID ? OptionalInt.of(raw) : OptionalInt.empty();
  }
}
