package hitchlamp.core.bus;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.Reader;
import java.io.Writer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The log format that {@code candump -l} writes: {@code (seconds.micros) bus identifier#data}, a
 * frame a line. Remote and error frames are passed over; CAN FD frames are refused.
 */
public final class Candump {
  /** Most frames that are read from one log. */
  public static final int MOST_FRAMES = 10_000_000;

  /** Most buses in one log. */
  public static final int MOST_BUSES = 16;

  /** Longest line: a frame takes less than a hundred characters. */
  static final int LONGEST_LINE = 1_000;

  /** Takes frames as they are read, in order of time over all buses. */
  public interface Sink {
    void frame(String bus, StampedFrame frame);
  }

  private static final Pattern LINE =
      Pattern.compile(
          "\\((\\d{1,11})\\.(\\d{6})\\)\\s+(\\S{1,32})\\s+([0-9A-Fa-f]+)#(#?)([0-9A-Fa-fR_]*)(\\s+[TR])?\\s*");
  private static final int ERROR_FLAG = 0x2000_0000;

  private Candump() {}

  /**
   * Reads a whole log, a list of frames per bus name, each in order of time: about 100 bytes of
   * heap a frame.
   *
   * @throws CandumpFault at the first line that is not a frame
   */
  public static Map<String, List<StampedFrame>> read(Reader source) throws IOException {
    Map<String, List<StampedFrame>> buses = new LinkedHashMap<>();
    read(source, (bus, f) -> buses.computeIfAbsent(bus, b -> new ArrayList<>()).add(f));
    return buses;
  }

  /**
   * Reads a log line by line; holds no more than one of them.
   *
   * @throws CandumpFault at the first line that is not a frame; what came before it was handed over
   */
  public static void read(Reader source, Sink to) throws IOException {
    Set<String> buses = new HashSet<>();
    int count = 0;
    int number = 0;
    long last = Long.MIN_VALUE;
    try (BufferedReader lines = new BufferedReader(new BoundedLines(source, LONGEST_LINE, false))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        number++;
        if (line.isBlank()) {
          continue;
        }
        Matcher m = LINE.matcher(line);
        if (!m.matches()) {
          throw new CandumpFault(number, BusWords.say("not-a-frame-of-a-candump", shorten(line)));
        }
        long micros = Long.parseLong(m.group(1)) * 1_000_000 + Long.parseLong(m.group(2));
        if (micros < last) {
          throw new CandumpFault(number, BusWords.say("time-runs-backwards-here-sort-the"));
        }
        last = micros;
        Frame frame = frame(number, m);
        if (frame == null) {
          continue;
        }
        if (++count > MOST_FRAMES) {
          throw new CandumpFault(number, BusWords.say("more-than-frames-cut-the-log", MOST_FRAMES));
        }
        if (buses.add(m.group(3)) && buses.size() > MOST_BUSES) {
          throw new CandumpFault(number, BusWords.say("more-than-buses-cut-the-log", MOST_BUSES));
        }
        to.frame(m.group(3), new StampedFrame(micros, frame));
      }
    } catch (BoundedLines.TooLong e) {
      throw new CandumpFault(
          (int) e.line(), BusWords.say("a-frame-of-a-candump-log", e.getMessage()));
    }
  }

  private static Frame frame(int number, Matcher m) {
    if (!m.group(5).isEmpty()) {
      throw new CandumpFault(number, BusWords.say("a-can-fd-frame-only-classical"));
    }
    String id = m.group(4);
    String data = m.group(6).replace("_", "");
    if (id.length() != 3 && id.length() != 8) {
      throw new CandumpFault(number, BusWords.say("an-identifier-has-3-or-8", id.length()));
    }
    boolean extended = id.length() == 8;
    long identifier = Long.parseLong(id, 16);
    if (extended && (identifier & ERROR_FLAG) != 0 || data.startsWith("R")) {
      return null;
    }
    if (identifier > (extended ? Frame.GREATEST_EXTENDED : Frame.GREATEST_STANDARD)) {
      throw new CandumpFault(number, BusWords.say("identifier-is-out-of-range", id));
    }
    if (data.contains("R") || data.length() % 2 != 0 || data.length() > 16) {
      throw new CandumpFault(number, BusWords.say("data-must-be-0-to-8", data));
    }
    long payload = 0;
    for (int i = 0; i < data.length(); i += 2) {
      payload |= Long.parseLong(data, i, i + 2, 16) << (4 * i);
    }
    return new Frame((int) identifier, extended, data.length() / 2, payload);
  }

  private static String shorten(String line) {
    return line.length() > 60 ? line.substring(0, 60) + "…" : line;
  }

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
