package hitchlamp.core.bus;

import java.io.IOException;
import java.io.Writer;

/**
 * Writes the log format of {@code candump -l}: {@code (seconds.micros) bus identifier#data}, a
 * frame a line. Logs are read by {@link hitchlamp.core.log.LogFile}.
 */
public final class Candump {
  /** Most frames that are read from one log. */
  public static final int MOST_FRAMES = 10_000_000;

  /** Most buses in one log. */
  public static final int MOST_BUSES = 16;

  /** Takes frames as they are read, in order of time over all buses. */
  public interface Sink {
    void frame(String bus, StampedFrame frame);
  }

  private Candump() {}

  /** Writes one line. */
  public static void write(Appendable out, String bus, StampedFrame stamped) throws IOException {
    long micros = stamped.micros();
    out.append('(').append(String.format("%010d", micros / 1_000_000)).append('.');
    out.append(String.format("%06d", micros % 1_000_000)).append(") ").append(bus).append(' ');
    out.append(stamped.frame().toString()).append('\n');
  }

  /** Writes a whole log. */
  public static void write(Writer out, String bus, Iterable<StampedFrame> frames)
      throws IOException {
    for (StampedFrame frame : frames) {
      write((Appendable) out, bus, frame);
    }
  }
}
