package hitchlamp.core.station;

import hitchlamp.core.j1939.Name;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a person, a browser or the link did to a hook-up, as it is stored between the frames, so
 * that a replay can do it again.
 *
 * @param procedure to what it was done, one of the names here
 * @param action what was done
 * @param arguments with what
 */
public record OperatorEvent(String procedure, String action, List<String> arguments) {
  /** Our station on its bus. */
  public static final String LINK = "link";

  public static final String ROLL = "roll";
  public static final String FAULTS = "faults";
  public static final String STORY = "story";
  public static final String LAMPS = "lamps";

  /** Asking again and again for values that no module sends by itself. */
  public static final String POLL = "poll";

  /** A guide that listens for faults. */
  public static final String LISTEN = "listen";

  /** A test on the bench; what is done to it is an act of it, beside {@link #PREPARE}. */
  public static final String TRIAL = "trial";

  /** What is held. */
  public static final String HOLDS = "holds";

  public static final String BEGIN = "begin";
  public static final String STOP = "stop";
  public static final String ANSWER = "answer";
  public static final String LOST = "lost";
  public static final String END = "end";
  public static final String LEFT = "left";
  public static final String RELEASE = "release";
  public static final String PREPARE = "prepare";

  private static final int GREATEST_ADDRESS = 0xFF;

  private static final Pattern LINE =
      Pattern.compile("act ([a-z-]{1,30}) ([A-Za-z0-9-]{1,40})((?: [^ ]{1,1000}){0,60})");

  public OperatorEvent {
    arguments = List.copyOf(arguments);
  }

  /** An event with arguments as text. */
  public static OperatorEvent of(String procedure, String action, Object... arguments) {
    return new OperatorEvent(
        procedure, action, Arrays.stream(arguments).map(String::valueOf).toList());
  }

  /** Our station began on a bus. */
  public static OperatorEvent began(Name name, int bitsPerSecond) {
    return of(LINK, BEGIN, name, bitsPerSecond);
  }

  /** The roll was called, in place of one under way. */
  public static OperatorEvent calledRoll(String pack, boolean full, String by) {
    return of(ROLL, BEGIN, pack, full, by);
  }

  /**
   * A guide listens whether faults are active.
   *
   * @param signs faults as "102/4", or "102/any"
   * @param gone true where it is waited for that they go
   */
  public static OperatorEvent listened(
      int address, String conversion, List<String> signs, boolean gone, double seconds) {
    return of(LISTEN, BEGIN, address, conversion, String.join(",", signs), gone, seconds);
  }

  /**
   * A test was prepared.
   *
   * @param usedUp true where it was run already in this key cycle, and may be only once
   */
  public static OperatorEvent prepared(String pack, String test, int address, boolean usedUp) {
    return of(TRIAL, PREPARE, pack, test, address, usedUp);
  }

  /** What an earlier hook-up left held is let go of first. */
  public static OperatorEvent left(Hold h) {
    return of(HOLDS, LEFT, h.module(), HexFormat.of().formatHex(h.letGo()), h.session());
  }

  /**
   * The hold of a {@link #LEFT} event; empty where its arguments make none.
   *
   * @return a hold that only lets go
   */
  public Optional<Hold> leftHold() {
    if (arguments.size() != 3 || !arguments.get(1).matches("(?:[0-9a-f]{2}){1,7}")) {
      return Optional.empty();
    }
    return whole(0)
        .filter(module -> module <= GREATEST_ADDRESS)
        .map(
            module ->
                new Hold(
                    module + " " + arguments.get(1),
                    "",
                    "",
                    0,
                    module,
                    HexFormat.of().parseHex(arguments.get(1)),
                    new byte[0],
                    Long.MAX_VALUE / 4,
                    yes(2)));
  }

  /** An argument as a whole number; empty where it is none. */
  public Optional<Integer> whole(int at) {
    return at < arguments.size() && arguments.get(at).matches("\\d{1,9}")
        ? Optional.of(Integer.parseInt(arguments.get(at)))
        : Optional.empty();
  }

  /** True where an argument says so. */
  public boolean yes(int at) {
    return at < arguments.size() && arguments.get(at).equals("true");
  }

  /** An argument as text; empty where there is none. */
  public String text(int at) {
    return at < arguments.size() ? arguments.get(at) : "";
  }

  /** Action and arguments as one line, as an act of a test is written. */
  public String act() {
    return arguments.isEmpty() ? action : action + " " + String.join(" ", arguments);
  }

  /** The line that is stored. */
  public String line() {
    StringBuilder line = new StringBuilder("act " + procedure + " " + action);
    for (String a : arguments) {
      line.append(' ').append(encoded(a));
    }
    return line.toString();
  }

  /** The event that a stored line stands for; empty for a line of a later version. */
  public static Optional<OperatorEvent> read(String line) {
    Matcher m = LINE.matcher(line);
    if (!m.matches()) {
      return OldOperatorLines.read(line);
    }
    List<String> arguments =
        m.group(3).isEmpty()
            ? List.of()
            : Arrays.stream(m.group(3).substring(1).split(" "))
                .map(OperatorEvent::decoded)
                .toList();
    return Optional.of(new OperatorEvent(m.group(1), m.group(2), arguments));
  }

  /** Text without blanks: what is no letter, digit, point, hyphen or line stands as %HH (UTF-8). */
  private static String encoded(String text) {
    StringBuilder out = new StringBuilder();
    for (byte b : text.getBytes(StandardCharsets.UTF_8)) {
      char c = (char) (b & 0xFF);
      boolean plain = c < 0x80 && (Character.isLetterOrDigit(c) || "._-".indexOf(c) >= 0);
      out.append(plain ? String.valueOf(c) : String.format("%%%02X", b & 0xFF));
    }
    return out.toString();
  }

  private static String decoded(String text) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    for (int i = 0; i < text.length(); i++) {
      char c = text.charAt(i);
      if (c == '%' && text.substring(i).matches("%[0-9A-F]{2}.*")) {
        out.write(HexFormat.fromHexDigits(text, i + 1, i + 3));
        i += 2;
      } else {
        out.writeBytes(String.valueOf(c).getBytes(StandardCharsets.UTF_8));
      }
    }
    return out.toString(StandardCharsets.UTF_8);
  }
}
