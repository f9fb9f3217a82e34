package hitchlamp.core.uds;

import java.util.Arrays;
import java.util.Optional;

/**
 * In what the three bytes of a fault are told: DTCFormatIdentifier of ISO 14229-1 (from memory; its
 * editions agree on these).
 */
public enum FaultFormat {
  ISO_15031_6(0, "ISO 15031-6"),
  ISO_14229_1(1, "ISO 14229-1"),
  J1939_73(2, "SAE J1939-73"),
  ISO_11992_4(3, "ISO 11992-4"),
  J2012_04(4, "SAE J2012-DA 04");

  private static final int LENGTH = 6;

  private final int identifier;
  private final String title;

  FaultFormat(int identifier, String title) {
    this.identifier = identifier;
    this.title = title;
  }

  /** As standards call it. */
  public String title() {
    return title;
  }

  /** True where the three bytes are an SPN and an FMI. */
  public boolean spns() {
    return this == J1939_73;
  }

  /** The format that an answer to {@link Services#faultFormat} tells; empty where it is none. */
  public static Optional<FaultFormat> of(byte[] data) {
    return data.length < LENGTH || (data[1] & 0xFF) != Services.COUNT
        ? Optional.empty()
        : Arrays.stream(values()).filter(f -> f.identifier == (data[3] & 0xFF)).findFirst();
  }
}
