package hitchlamp.core.log;

import java.util.List;
import java.util.Map;

/**
 * What was read of a log.
 *
 * @param format what it turned out to be, in words
 * @param frames taken, by bus, in the order in which the buses came
 * @param odd what was not taken as it stood
 */
public record LogReport(String format, Map<String, Long> frames, List<Oddity> odd) {
  public LogReport {
    odd = List.copyOf(odd);
  }

  /**
   * One kind of what was not taken as it stood.
   *
   * @param first line, or byte of a capture, where it came first; counted from 1
   * @param says the same as a sentence
   */
  public record Oddity(Odd kind, long count, long first, String says) {}

  /** Frames of all buses. */
  public long all() {
    return frames.values().stream().mapToLong(n -> n).sum();
  }

  /** How often a kind came. */
  public long count(Odd kind) {
    return odd.stream().filter(o -> o.kind() == kind).mapToLong(Oddity::count).sum();
  }

  /** What it was and what was taken, with what was left out or mended. */
  public String whole() {
    String head =
        frames.size() == 1
            ? LogWords.say("read-as-one", format, all())
            : LogWords.say("read-as", format, all(), frames.size());
    String first = head.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + head.substring(1);
    return (first + " " + says()).trim();
  }

  /** What was left out or mended, as sentences; empty where all was sound. */
  public String says() {
    return String.join(" ", odd.stream().map(Oddity::says).toList());
  }
}
