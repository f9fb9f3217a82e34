package hitchlamp.core.log;

import hitchlamp.core.bus.Candump;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;

/** A text log, line by line; which format it has, the first line that any knows decides. */
final class TextLog {
  private static final int BLOCK = 1 << 16;

  /** So many lines that nobody knows come first at the most. */
  private static final int MOST_UNKNOWN = 10_000;

  /** Lines that a log may have for each frame that it may have. */
  private static final long LINES_A_FRAME = 6;

  private final InputStream in;
  private final Tally tally;
  private final List<LineFormat> formats = List.of(new CandumpLines(), new AscLines());
  private final byte[] block = new byte[BLOCK];
  private final Line line = new Line();
  private LineFormat format;
  private final long most;
  private long number;
  private boolean tooLong;

  private TextLog(InputStream in, Tally tally, long most) {
    this.most = most;
    this.in = in;
    this.tally = tally;
  }

  static LogReport read(InputStream in, Candump.Sink to, long most) throws IOException {
    Tally tally = new Tally(to, true, most);
    TextLog log = new TextLog(in, tally, LINES_A_FRAME * most);
    log.lines();
    return tally.report(log.format == null ? "" : log.format.says());
  }

  private void lines() throws IOException {
    int got;
    try {
      while ((got = in.read(block)) > 0) {
        for (int i = 0; i < got; i++) {
          byte c = block[i];
          if (c == '\n') {
            end(false);
          } else if (line.length < Line.MOST) {
            line.bytes[line.length++] = c;
          } else {
            tooLong = true;
          }
        }
      }
    } catch (IOException e) {
      // A compressed file that is cut short: what could be unpacked was read.
      tally.odd(Odd.CUT_SHORT, number + 1);
    }
    if (line.length > 0) {
      end(true);
    }
  }

  private void end(boolean last) {
    if (++number > most) {
      throw new LogFault(LogWords.say("too-many-lines", most));
    }
    if (line.length > 0 && line.bytes[line.length - 1] == '\r') {
      line.length--;
    }
    line.at = 0;
    if (tooLong) {
      tally.odd(Odd.UNREADABLE, number);
    } else if (!line.ends()) {
      line(last);
    }
    tooLong = false;
    line.length = 0;
  }

  private void line(boolean last) {
    line.at = 0;
    line.blanks();
    int c = line.peek();
    if (c == '#' || c == ';' || c == '/' && format instanceof CandumpLines) {
      tally.odd(Odd.NO_FRAME, number);
      return;
    }
    if (format != null) {
      if (!format.take(line, number, tally)) {
        tally.odd(last ? Odd.CUT_SHORT : Odd.UNREADABLE, number);
      }
      return;
    }
    for (LineFormat f : formats) {
      if (f.take(line, number, tally)) {
        format = f;
        return;
      }
    }
    tally.odd(last ? Odd.CUT_SHORT : Odd.UNREADABLE, number);
    if (number > MOST_UNKNOWN) {
      throw new LogFault(LogWords.say("no-line-is-known", MOST_UNKNOWN));
    }
  }
}
