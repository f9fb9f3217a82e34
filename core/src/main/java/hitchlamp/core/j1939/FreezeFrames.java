package hitchlamp.core.j1939;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * Frozen values without the services of ISO 14229: DM25, laid out by the module's own DM24, and DM4
 * of the old layout (J1939-73, from memory).
 *
 * @param frames in the order of the message
 * @param garbled what did not fit the layout, in words; frames before it are kept
 */
public record FreezeFrames(List<Frame> frames, Optional<String> garbled) {
  private static final int DTC_BYTES = 4;
  private static final int SUPPORT_BYTES = 4;

  /** Bytes of DM4 behind the fault that the standard lays out. */
  public static final int OLD_HEAD_BYTES = 8;

  /** What was frozen with a fault: values in the order of the layout, low byte first. */
  public record Frame(Dtc dtc, byte[] data) {
    @Override
    public boolean equals(Object o) {
      return o instanceof Frame f && dtc.equals(f.dtc) && Arrays.equals(data, f.data);
    }

    @Override
    public int hashCode() {
      return 31 * dtc.hashCode() + Arrays.hashCode(data);
    }
  }

  /**
   * What a module supports of a parameter (DM24); a bit of 0 says that it does.
   *
   * @param bytes length of its value
   */
  public record Support(
      int spn, boolean frozen, boolean dataStream, boolean testResults, int bytes) {}

  /** Reads the data of DM24; what is left over at the end is passed over. */
  public static List<Support> layout(byte[] data) {
    List<Support> layout = new ArrayList<>();
    for (int at = 0; at + SUPPORT_BYTES <= data.length; at += SUPPORT_BYTES) {
      int spn = data[at] & 0xFF | (data[at + 1] & 0xFF) << 8 | (data[at + 2] >> 5 & 7) << 16;
      if (spn != 0 && spn != Dtc.GREATEST_SPN) {
        int bits = data[at + 2];
        layout.add(
            new Support(
                spn, (bits & 1) == 0, (bits & 2) == 0, (bits & 4) == 0, data[at + 3] & 0xFF));
      }
    }
    return List.copyOf(layout);
  }

  /**
   * Reads the data of DM25 or DM4: for each frame its length, the fault, the values.
   *
   * @param valueBytes bytes of values that a frame must hold; a frame with another number is
   *     garbled
   * @param atLeast true where it may hold more, as the maker's tail of DM4
   * @param old which of versions 1 to 3 the module uses where the conversion bit is set
   */
  public static FreezeFrames of(
      byte[] data, int valueBytes, boolean atLeast, ConversionVersion old) {
    List<Frame> frames = new ArrayList<>();
    int at = 0;
    while (at < data.length) {
      int length = data[at] & 0xFF;
      if (length == 0 || length == 0xFF) {
        break; // none, or the filler of a single frame
      }
      int values = length - DTC_BYTES;
      if (at + 1 + length > data.length) {
        return new FreezeFrames(
            List.copyOf(frames),
            Optional.of(J1939Words.say("a-frame-of-bytes-and-came", length, data.length - at - 1)));
      }
      if (values != valueBytes && !(atLeast && values > valueBytes)) {
        return new FreezeFrames(
            List.copyOf(frames),
            Optional.of(J1939Words.say("a-frame-with-bytes-of-values", values, valueBytes)));
      }
      frames.add(
          new Frame(
              Dtc.at(data, at + 1, old),
              Arrays.copyOfRange(data, at + 1 + DTC_BYTES, at + 1 + length)));
      at += 1 + length;
    }
    return new FreezeFrames(List.copyOf(frames), Optional.empty());
  }
}
