package hitchlamp.core.j1939;

import java.util.Optional;
import java.util.OptionalInt;

/**
 * DM29: how many faults a module counts, so that what it lists can be held against it (J1939-73,
 * from memory). A count is empty where it is not available.
 *
 * @param pendingEmission pending faults of the emissions
 * @param pending all pending faults
 * @param lampOn faults of the emissions that command the malfunction lamp on
 * @param lampOnEarlier faults of the emissions that commanded it on before
 * @param permanent permanent faults of the emissions
 */
public record FaultCounts(
    OptionalInt pendingEmission,
    OptionalInt pending,
    OptionalInt lampOn,
    OptionalInt lampOnEarlier,
    OptionalInt permanent) {
  private static final int BYTES = 5;
  private static final int GREATEST = 250;

  /** Reads the data of DM29; empty where they are too short. */
  public static Optional<FaultCounts> of(byte[] data) {
    return data.length < BYTES
        ? Optional.empty()
        : Optional.of(
            new FaultCounts(
                count(data, 0), count(data, 1), count(data, 2), count(data, 3), count(data, 4)));
  }

  private static OptionalInt count(byte[] data, int at) {
    int raw = data[at] & 0xFF;
    return raw <= GREATEST ? OptionalInt.of(raw) : OptionalInt.empty();
  }
}
