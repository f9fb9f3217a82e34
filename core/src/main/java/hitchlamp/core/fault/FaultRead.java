package hitchlamp.core.fault;

import hitchlamp.core.j1939.ConversionVersion;
import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Lamps;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Pack;
import java.util.List;
import java.util.Optional;

/**
 * One list of faults that one module told.
 *
 * @param state which list
 * @param lamps what the module commands; told with active faults only in practice, kept for both
 * @param faults possibly none
 * @param garbled what did not fit the layout, in words
 * @param micros bus time of the answer
 */
public record FaultRead(
    FaultState state, Lamps lamps, List<Fault> faults, Optional<String> garbled, long micros) {
  /** Reads a DM1 or DM2; empty where the message is neither. */
  public static Optional<FaultRead> of(
      Message message, String module, ConversionVersion conversion, Pack pack) {
    FaultState state;
    switch (message.pgn()) {
      case Pgn.DM1 -> state = FaultState.ACTIVE;
      case Pgn.DM2 -> state = FaultState.PREVIOUSLY_ACTIVE;
      default -> {
        return Optional.empty();
      }
    }
    FaultMessage content = FaultMessage.of(message.data(), conversion);
    List<Fault> faults =
        content.faults().stream()
            .map(dtc -> Fault.of(dtc, state, module, message.source(), pack))
            .toList();
    return Optional.of(
        new FaultRead(state, content.lamps(), faults, content.garbled(), message.lastMicros()));
  }
}
