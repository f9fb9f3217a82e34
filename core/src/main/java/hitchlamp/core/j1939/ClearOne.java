package hitchlamp.core.j1939;

import hitchlamp.core.bus.Frame;
import java.util.Optional;

/** DM22: clears one fault alone, and what the module answers (J1939-73, from memory). */
public final class ClearOne {
  private static final int EARLIER = 1;
  private static final int ACTIVE = 17;
  private static final int DONE = 1;
  private static final int NOT_DONE = 2;
  private static final int BYTES = 8;
  private static final int FAULT_AT = 5;
  private static final int FAULT_BITS = 0xFFFFFF;

  /** What a module answers. */
  public enum Outcome {
    DONE,
    REFUSED,
    DENIED,
    /** It keeps no such fault. */
    UNKNOWN,
    /** It stands in the other list by now. */
    MOVED
  }

  private ClearOne() {}

  /**
   * The frame that asks for it.
   *
   * @param active true where the fault is one of the active, false where of the earlier ones
   */
  public static Frame question(Dtc fault, boolean active, int own, int destination) {
    return Frame.extended(
        Identifier.to(destination, Pgn.DM22, own, Request.PRIORITY).bits(),
        active ? ACTIVE : EARLIER,
        0xFF,
        0xFF,
        0xFF,
        0xFF,
        fault.raw() & 0xFF,
        fault.raw() >>> 8 & 0xFF,
        fault.raw() >>> 16 & 0xFF);
  }

  /** Reads an answer; empty where it speaks of another fault or list, or of nothing known. */
  public static Optional<Outcome> of(byte[] data, Dtc fault, boolean active) {
    if (data.length < BYTES || fault(data) != (fault.raw() & FAULT_BITS)) {
      return Optional.empty();
    }
    return switch ((data[0] & 0xFF) - (active ? ACTIVE : EARLIER)) {
      case DONE -> Optional.of(Outcome.DONE);
      case NOT_DONE ->
          Optional.of(
              switch (data[1] & 0xFF) {
                case 1 -> Outcome.DENIED;
                case 2 -> Outcome.UNKNOWN;
                case 3, 4 -> Outcome.MOVED;
                default -> Outcome.REFUSED;
              });
      default -> Optional.empty();
    };
  }

  private static int fault(byte[] data) {
    return data[FAULT_AT] & 0xFF
        | (data[FAULT_AT + 1] & 0xFF) << 8
        | (data[FAULT_AT + 2] & 0xFF) << 16;
  }
}
