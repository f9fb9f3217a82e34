package hitchlamp.core.j1939;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The content of DM1 and DM2: lamps and a list of faults (J1939-73, from memory).
 *
 * @param lamps what the module commands
 * @param faults in the order of the message; empty where there are none
 * @param garbled what does not fit the layout, in words; faults before it are kept
 */
public record FaultMessage(Lamps lamps, List<Dtc> faults, Optional<String> garbled) {
  /**
   * Reads the data of a DM1 or DM2.
   *
   * @param old which of versions 1 to 3 the module uses where the conversion bit is set
   */
  public static FaultMessage of(byte[] data, ConversionVersion old) {
    if (data.length < 6) {
      return new FaultMessage(
          Lamps.NOT_TOLD,
          List.of(),
          Optional.of(J1939Words.say("bytes-are-too-few-for-lamps", data.length)));
    }
    Lamps lamps = Lamps.of(data[0] & 0xFF, data[1] & 0xFF);
    // One fault in a single frame is followed by two unused bytes.
    int end = data.length == 8 ? 6 : data.length;
    List<Dtc> faults = new ArrayList<>((end - 2) / 4);
    for (int i = 2; i + 4 <= end; i += 4) {
      Dtc dtc = Dtc.at(data, i, old);
      if (!dtc.isNone()) {
        faults.add(dtc);
      }
    }
    int over = (end - 2) % 4;
    return new FaultMessage(
        lamps,
        List.copyOf(faults),
        over == 0
            ? Optional.empty()
            : Optional.of(J1939Words.say("bytes-after-the-last-whole-fault", over)));
  }
}
