package hitchlamp.core.trial;

import hitchlamp.core.j1939.Message;
import java.util.HashMap;
import java.util.Map;

/** Notices by the silence of modules that their key was turned off and on again. */
public final class KeyCycles {
  /** Silence that shows that the key is off: slow modules speak once a second. */
  public static final long OFF_MICROS = 3_000_000;

  private final Map<Integer, Long> heard = new HashMap<>();
  private final Map<Integer, Long> on = new HashMap<>();

  /** A message was on the bus. */
  public void heard(Message m) {
    Long before = heard.put(m.source(), m.lastMicros());
    if (before != null && m.lastMicros() - before >= OFF_MICROS) {
      on.put(m.source(), m.lastMicros());
    }
  }

  /** True where the key of a module was seen to come on after a moment of bus time. */
  public boolean cameOn(int address, long afterMicros) {
    return on.getOrDefault(address, Long.MIN_VALUE) > afterMicros;
  }
}
