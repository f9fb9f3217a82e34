package hitchlamp.core.j1939;

import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;

/**
 * What a module says about itself: texts between asterisks, calibrations, hours, distance
 * (J1939-71, -73, from memory).
 */
public final class Identification {
  private static final int CALIBRATION_BYTES = 20;

  private Identification() {}

  /** A text that was read, or bytes that are none. */
  public sealed interface Texts {
    /** The fields between the asterisks, trimmed; empty ones stay empty. */
    record Read(List<String> fields) implements Texts {
      /** A field, empty where the module gave fewer. */
      public String field(int index) {
        return index < fields.size() ? fields.get(index) : "";
      }
    }

    /** Not text: the reason and the bytes in hex. */
    record Garbled(String reason, String hex) implements Texts {}
  }

  /**
   * Splits fields that end with an asterisk each (component, module and vehicle identification).
   */
  public static Texts texts(byte[] data) {
    return texts(data, 0);
  }

  private static Texts texts(byte[] data, int from) {
    List<String> fields = new ArrayList<>();
    StringBuilder field = new StringBuilder();
    for (int i = from; i < data.length; i++) {
      int c = data[i] & 0xFF;
      if (c == '*') {
        fields.add(field.toString().trim());
        field.setLength(0);
      } else if (c >= 0x20 && c <= 0x7E) {
        field.append((char) c);
      } else if (c != 0 && c != 0xFF) {
        return new Texts.Garbled(
            String.format("byte %d is %02X, no printable character", i + 1, c),
            HexFormat.of().formatHex(data));
      }
    }
    if (!field.toString().isBlank()) {
      fields.add(field.toString().trim());
    }
    return new Texts.Read(List.copyOf(fields));
  }

  /** Software identification: the number of fields, then the fields. */
  public static Texts software(byte[] data) {
    if (data.length == 0) {
      return new Texts.Garbled(J1939Words.say("no-bytes"), "");
    }
    Texts texts = texts(data, 1);
    int announced = data[0] & 0xFF;
    if (texts instanceof Texts.Read read
        && announced != 0xFF
        && read.fields().size() != announced) {
      return new Texts.Garbled(
          J1939Words.say("fields-announced-came", announced, read.fields().size()),
          HexFormat.of().formatHex(data));
    }
    return texts;
  }

  /**
   * A calibration with its verification number.
   *
   * @param id calibration id, at most 16 characters
   * @param verification verification number, 32 bits
   */
  public record Calibration(String id, long verification) {}

  /**
   * DM19: 4 bytes of verification number, 16 of text, for each calibration. Incomplete ones at the
   * end are left out.
   */
  public static List<Calibration> calibrations(byte[] data) {
    List<Calibration> found = new ArrayList<>();
    for (int i = 0; i + CALIBRATION_BYTES <= data.length; i += CALIBRATION_BYTES) {
      long number = 0;
      for (int b = 3; b >= 0; b--) {
        number = number << 8 | data[i + b] & 0xFF;
      }
      StringBuilder id = new StringBuilder();
      for (int c = i + 4; c < i + CALIBRATION_BYTES; c++) {
        if (data[c] >= 0x20 && data[c] <= 0x7E) {
          id.append((char) data[c]);
        }
      }
      found.add(new Calibration(id.toString().trim(), number));
    }
    return List.copyOf(found);
  }
}
