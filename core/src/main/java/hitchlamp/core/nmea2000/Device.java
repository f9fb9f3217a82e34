package hitchlamp.core.nmea2000;

import hitchlamp.core.j1939.Name;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * A device that was heard on the vessel's network.
 *
 * @param source its address
 * @param name its NAME, where it claimed while we listened
 * @param model as its product information tells, empty where nobody asked it while we listened
 * @param software the same
 * @param micros bus time of its last frame
 */
public record Device(int source, Optional<Name> name, String model, String software, long micros) {
  /** Product information: model, software, model version and serial in 32 characters each. */
  static final int PRODUCT_INFORMATION = 126996;

  private static final int MODEL_AT = 4;
  private static final int SOFTWARE_AT = 36;
  private static final int TEXT = 32;

  Device heard(long at) {
    return new Device(source, name, model, software, at);
  }

  Device named(Name claimed, long at) {
    return new Device(source, Optional.of(claimed), model, software, at);
  }

  Device told(byte[] product, long at) {
    return product.length < SOFTWARE_AT + TEXT
        ? heard(at)
        : new Device(source, name, text(product, MODEL_AT), text(product, SOFTWARE_AT), at);
  }

  private static String text(byte[] data, int at) {
    int length = 0;
    while (length < TEXT && data[at + length] != 0 && (data[at + length] & 0xFF) != 0xFF) {
      length++;
    }
    return new String(data, at, length, StandardCharsets.US_ASCII)
        .replaceAll("[^\\x20-\\x7E]", "?")
        .trim();
  }
}
