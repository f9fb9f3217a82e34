package hitchlamp.core.station;

import hitchlamp.core.bus.Frame;
import hitchlamp.core.uds.NegativeCode;
import hitchlamp.core.uds.Services;
import java.util.Set;

/**
 * A command that was under way when it was taken back: the module may still do it, even after it
 * has answered that it let go.
 */
record TakenBack(byte[] request, long untilMicros) {
  private static final int NEGATIVE = 0x7F;
  private static final int POSITIVE = 0x40;
  private static final Set<Integer> COMMANDS =
      Set.of(Services.SESSION, Services.CONTROL, Services.ROUTINE);

  static boolean commands(byte[] request) {
    return COMMANDS.contains(request[0] & 0xFF);
  }

  /** True for a frame with the module's last word on it. */
  boolean answeredBy(Frame f) {
    int service = request[0] & 0xFF;
    return f.at(0) >> 4 == 0
        && (f.at(1) == service + POSITIVE && (service != Services.CONTROL || f.at(4) == request[3])
            || f.at(1) == NEGATIVE
                && f.at(2) == service
                && f.at(3) != NegativeCode.RESPONSE_PENDING);
  }
}
