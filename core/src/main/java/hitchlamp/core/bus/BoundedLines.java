package hitchlamp.core.bus;

import java.io.FilterReader;
import java.io.IOException;
import java.io.Reader;

/**
 * Text whose lines are bounded, so that a file of one endless line fills no memory. Within double
 * quotes a line goes on over line ends, as it does in tables.
 */
public final class BoundedLines extends FilterReader {
  private final int most;
  private final boolean quotes;
  private int length;
  private long line = 1;
  private boolean quoted;

  /** A line is longer than it may be. */
  public static final class TooLong extends IOException {
    private final long line;

    TooLong(long line, int most) {
      super(BusWords.say("longer-than-characters", most));
      this.line = line;
    }

    /** Line number, counted from 1. */
    public long line() {
      return line;
    }
  }

  /**
   * @param most characters of a line
   * @param quotes true where a line goes on within double quotes
   */
  public BoundedLines(Reader in, int most, boolean quotes) {
    super(in);
    this.most = most;
    this.quotes = quotes;
  }

  @Override
  public int read() throws IOException {
    int c = in.read();
    if (c >= 0) {
      take((char) c);
    }
    return c;
  }

  @Override
  public int read(char[] to, int from, int count) throws IOException {
    int n = in.read(to, from, count);
    for (int i = from; i < from + n; i++) {
      take(to[i]);
    }
    return n;
  }

  private void take(char c) throws IOException {
    if (c == '\n') {
      line++;
    }
    quoted ^= quotes && c == '"';
    if (c == '\n' && !quoted) {
      length = 0;
    } else if (++length > most) {
      throw new TooLong(line, most);
    }
  }

  @Override
  public boolean markSupported() {
    return false;
  }
}
