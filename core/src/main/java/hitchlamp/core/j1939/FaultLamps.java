package hitchlamp.core.j1939;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * DM31: which lamps each fault commands (J1939-73, from memory).
 *
 * @param faults with their lamps, in the order of the message
 * @param garbled what did not fit the layout, in words; faults before it are kept
 */
public record FaultLamps(List<Lit> faults, Optional<String> garbled) {
  private static final int BYTES = 6;
  private static final int FRAME = 8;

  /** A fault and the lamps that it commands. */
  public record Lit(Dtc dtc, Lamps lamps) {}

  /**
   * Reads the data of DM31.
   *
   * @param old which of versions 1 to 3 the module uses where the conversion bit is set
   */
  public static FaultLamps of(byte[] data, ConversionVersion old) {
    // One fault in a single frame is followed by two unused bytes.
    int end = data.length == FRAME ? BYTES : data.length;
    List<Lit> faults = new ArrayList<>();
    int at = 0;
    for (; at + BYTES <= end; at += BYTES) {
      Dtc dtc = Dtc.at(data, at, old);
      if (!dtc.isNone()) {
        faults.add(new Lit(dtc, Lamps.of(data[at + 4] & 0xFF, data[at + 5] & 0xFF)));
      }
    }
    return new FaultLamps(
        List.copyOf(faults),
        at == end
            ? Optional.empty()
            : Optional.of(J1939Words.say("bytes-after-the-last-whole-fault", end - at)));
  }
}
