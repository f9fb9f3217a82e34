package hitchlamp.core.log;

import java.time.DateTimeException;
import java.time.LocalDateTime;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Locale;

/** Dates as logs have them, taken as if they were told in coordinated universal time. */
final class Dates {
  private static final List<String> MONTHS =
      List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");

  private Dates() {}

  /** {@code -month-day hours:minutes:seconds.part)} behind a year; none where it is no date. */
  static long stamp(Line line, long year) {
    line.take('-');
    long month = line.digits(2);
    boolean dash = line.take('-');
    long day = line.digits(2);
    boolean apart = line.take(' ') || line.take('T');
    long hour = line.digits(2);
    boolean first = line.take(':');
    long minute = line.digits(2);
    boolean second = line.take(':');
    long seconds = line.digits(2);
    long part = line.take('.') || line.take(',') ? line.fraction() : 0;
    if (!dash || !apart || !first || !second || !line.take(')')) {
      return Long.MIN_VALUE;
    }
    return micros(year, month, day, hour, minute, seconds, part);
  }

  private static long micros(
      long year, long month, long day, long hour, long minute, long second, long part) {
    try {
      return LocalDateTime.of(
                      (int) year, (int) month, (int) day, (int) hour, (int) minute, (int) second)
                  .toEpochSecond(ZoneOffset.UTC)
              * 1_000_000
          + part;
    } catch (DateTimeException e) {
      return Long.MIN_VALUE;
    }
  }

  /**
   * The date in a head line such as {@code Fri Jul 10 06:17:32.123 pm 2015}, µs; 0 where it is none
   * that is known: then stamps count from nothing.
   */
  static long head(String text) {
    String[] w = text.trim().toLowerCase(Locale.ROOT).split("\\s+");
    for (int i = 0; i + 3 < w.length; i++) {
      int month = w[i].length() < 3 ? -1 : MONTHS.indexOf(w[i].substring(0, 3));
      if (month >= 0) {
        boolean noon = w[i + 3].equals("am") || w[i + 3].equals("pm");
        String year = noon && i + 4 < w.length ? w[i + 4] : w[i + 3];
        return clock(month + 1, w[i + 1], w[i + 2], noon ? w[i + 3] : "", year);
      }
    }
    return 0;
  }

  private static long clock(int month, String day, String time, String noon, String year) {
    try {
      String[] t = time.split("[:.]");
      long hour = Long.parseLong(t[0]);
      if (!noon.isEmpty()) {
        hour = hour % 12 + (noon.equals("pm") ? 12 : 0);
      }
      long part = t.length > 3 ? Math.round(Double.parseDouble("0." + t[3]) * 1_000_000) : 0;
      long at =
          micros(
              Long.parseLong(year),
              month,
              Long.parseLong(day),
              hour,
              Long.parseLong(t[1]),
              t.length > 2 ? Long.parseLong(t[2]) : 0,
              part);
      return Math.max(0, at);
    } catch (NumberFormatException | ArrayIndexOutOfBoundsException e) {
      return 0;
    }
  }
}
