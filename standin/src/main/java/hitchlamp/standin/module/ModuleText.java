package hitchlamp.standin.module;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** The bytes with which a module tells who it is (J1939-71 and -73, from memory). */
public final class ModuleText {
  private ModuleText() {}

  /** Fields that end with an asterisk each. */
  public static byte[] fields(String... fields) {
    return (String.join("*", fields) + "*").getBytes(StandardCharsets.US_ASCII);
  }

  /** Software identification: number of fields, then the fields. */
  public static byte[] software(List<String> ids) {
    byte[] text = fields(ids.toArray(String[]::new));
    byte[] bytes = new byte[text.length + 1];
    bytes[0] = (byte) ids.size();
    System.arraycopy(text, 0, bytes, 1, text.length);
    return bytes;
  }

  /** A calibration: verification number, then 16 characters. */
  public static byte[] calibration(String id, long verification) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 0; i < 4; i++) {
      out.write((int) (verification >>> 8 * i));
    }
    byte[] text = String.format("%-16.16s", id).getBytes(StandardCharsets.US_ASCII);
    out.write(text, 0, 16);
    return out.toByteArray();
  }

  /** Up to four 32-bit counters, least significant byte first; negative ones are not available. */
  public static byte[] counters(double... counts) {
    byte[] bytes = new byte[4 * counts.length];
    for (int i = 0; i < counts.length; i++) {
      long raw = counts[i] < 0 ? 0xFFFF_FFFFL : Math.round(counts[i]);
      for (int b = 0; b < 4; b++) {
        bytes[4 * i + b] = (byte) (raw >>> 8 * b);
      }
    }
    return bytes;
  }
}
