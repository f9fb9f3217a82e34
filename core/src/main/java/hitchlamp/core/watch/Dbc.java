package hitchlamp.core.watch;

import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.pack.Parameter;
import hitchlamp.core.quantity.Unit;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Databases of CAN messages in the common text form with the ending .dbc: reads the messages and
 * signals that can stand as parameters of J1939 groups, and writes parameters. What cannot (11-bit
 * identifiers, big-endian or signed signals, multiplexed ones) is left out and named.
 */
public final class Dbc {
  /**
   * First of the SPNs that the standard leaves to makers (from memory), for signals without one.
   */
  public static final int FIRST_OWN_SPN = 516_096;

  /** Signals that are read from one file. */
  public static final int MOST_SIGNALS = 8_000;

  private static final double MOST_FACTOR = 1e9;
  private static final double LEAST_FACTOR = 1e-12;
  private static final double MOST_OFFSET = 1e12;
  private static final long EXTENDED = 0x8000_0000L;
  private static final Pattern MESSAGE =
      Pattern.compile("BO_\\s+(\\d{1,10})\\s+(\\w+)\\s*:\\s*(\\d{1,4})\\s+(\\S+)\\s*");
  private static final Pattern SIGNAL =
      Pattern.compile(
          "SG_\\s+(\\w+)\\s*(M|m\\d+M?)?\\s*:\\s*(\\d{1,4})\\|(\\d{1,3})@([01])([+-])\\s*\\(([^,]+),([^)]+)\\)\\s*\\[[^\\]]*\\]\\s*\"([^\"]*)\"\\s*(.*)");
  private static final Pattern SPN =
      Pattern.compile("BA_\\s+\"SPN\"\\s+SG_\\s+(\\d{1,10})\\s+(\\w+)\\s+(\\d{1,7})\\s*;");
  private static final Pattern COMMENT =
      Pattern.compile("CM_\\s+SG_\\s+(\\d{1,10})\\s+(\\w+)\\s+\"([^\"]*)\"\\s*;");

  /**
   * What a file holds.
   *
   * @param parameters that can be used
   * @param leftOut what was left out, each with its reason
   */
  public record Contents(List<Parameter> parameters, List<String> leftOut) {}

  private static final class Signal {
    final String name;
    final int line;
    final int start;
    final int bits;
    final boolean little;
    final boolean signed;
    final boolean multiplexed;
    final double factor;
    final double offset;
    final String unit;
    int spn;
    String comment = "";

    Signal(int line, Matcher m) {
      this.line = line;
      name = m.group(1);
      multiplexed = m.group(2) != null;
      start = Integer.parseInt(m.group(3));
      bits = Integer.parseInt(m.group(4));
      little = m.group(5).equals("1");
      signed = m.group(6).equals("-");
      factor = number(m.group(7), line, MOST_FACTOR);
      offset = number(m.group(8), line, MOST_OFFSET);
      unit = m.group(9);
    }

    private static double number(String text, int line, double most) {
      double value;
      try {
        value = Double.parseDouble(text.strip());
      } catch (NumberFormatException e) {
        throw new CsvFault(line, WatchWords.say("is-no-number", text));
      }
      if (!(Math.abs(value) <= most)) {
        throw new CsvFault(line, WatchWords.say("is-no-factor-or-offset-of", text.strip()));
      }
      return value;
    }
  }

  private record Message(
      long identifier, String name, int bytes, int line, Map<String, Signal> signals) {}

  private Dbc() {}

  /**
   * Reads a file.
   *
   * @throws CsvFault with the line where it cannot be read, or where two signals lie over each
   *     other
   */
  public static Contents read(String text) {
    return read(text, Set.of());
  }

  /**
   * The same beside what is known already.
   *
   * @param known SPNs that have a parameter; a signal that names one of them is left out, and one
   *     that names none gets a number that is none of them
   */
  public static Contents read(String text, Set<Integer> known) {
    Map<Long, Message> messages = messages(text);
    List<Parameter> parameters = new ArrayList<>();
    List<String> leftOut = new ArrayList<>();
    Set<Integer> taken = new HashSet<>(known);
    messages.values().forEach(m -> m.signals().values().forEach(s -> taken.add(s.spn)));
    int own = FIRST_OWN_SPN;
    for (Message m : messages.values()) {
      overlaps(m);
      if ((m.identifier() & EXTENDED) == 0) {
        leftOut.add(WatchWords.say("message-an-11-bit-identifier-is", m.name()));
        continue;
      }
      int pgn = pgn(m.identifier());
      for (Signal s : m.signals().values()) {
        String why = unusable(s);
        if (!why.isEmpty()) {
          leftOut.add("Signal " + s.name + " of " + m.name() + ": " + why + ".");
          continue;
        }
        if (s.spn > 0 && known.contains(s.spn)) {
          leftOut.add(WatchWords.say("signal-of-spn-is-known-already", s.name, m.name(), s.spn));
          continue;
        }
        while (s.spn == 0 && taken.contains(own)) {
          own++;
        }
        if (s.spn == 0 && own > Dtc.GREATEST_SPN) {
          throw new CsvFault(s.line, WatchWords.say("no-number-is-left-for-a"));
        }
        int spn = s.spn > 0 ? s.spn : own++;
        Optional<Unit> unit = CsvMap.unitNamed(s.unit);
        parameters.add(
            new Parameter(
                spn,
                s.comment.isEmpty() ? s.name.replace('_', ' ') : s.comment,
                pgn,
                s.start,
                s.bits,
                s.factor,
                s.offset,
                unit.orElse(Unit.ONE)));
        if (parameters.size() > MOST_SIGNALS) {
          throw new CsvFault(
              s.line, WatchWords.say("more-than-signals-cut-the-file", MOST_SIGNALS));
        }
      }
    }
    return new Contents(List.copyOf(parameters), List.copyOf(leftOut));
  }

  private static Map<Long, Message> messages(String text) {
    Map<Long, Message> messages = new LinkedHashMap<>();
    Message current = null;
    int number = 0;
    for (String whole : text.split("\r?\n", -1)) {
      number++;
      String line = whole.strip();
      if (line.startsWith("BO_ ")) {
        Matcher m = MESSAGE.matcher(line);
        if (!m.matches()) {
          throw new CsvFault(number, WatchWords.say("not-a-message-expected-bo-identifier"));
        }
        current =
            new Message(
                Long.parseLong(m.group(1)),
                m.group(2),
                Integer.parseInt(m.group(3)),
                number,
                new LinkedHashMap<>());
        if (messages.put(current.identifier(), current) != null) {
          throw new CsvFault(
              number, WatchWords.say("the-identifier-of-is-there-already", current.name()));
        }
      } else if (line.startsWith("SG_ ")) {
        Matcher m = SIGNAL.matcher(line);
        if (!m.matches() || current == null) {
          throw new CsvFault(number, WatchWords.say("not-a-signal-expected-sg-name"));
        }
        Signal s = new Signal(number, m);
        if (current.signals().put(s.name, s) != null) {
          throw new CsvFault(
              number, WatchWords.say("signal-stands-twice-in", s.name, current.name()));
        }
        if (s.little && s.start + s.bits > 8 * current.bytes()) {
          throw new CsvFault(
              number,
              WatchWords.say("signal-reaches-beyond-the-bytes-of", s.name, current.bytes()));
        }
      } else if (line.startsWith("BA_ \"SPN\"")) {
        Matcher m = SPN.matcher(line);
        if (m.matches()) {
          signal(messages, m).ifPresent(s -> s.spn = spn(m.group(3)));
        }
      } else if (line.startsWith("CM_ SG_")) {
        Matcher m = COMMENT.matcher(line);
        if (m.matches()) {
          signal(messages, m).ifPresent(s -> s.comment = m.group(3));
        }
      }
    }
    if (messages.isEmpty()) {
      throw new CsvFault(0, WatchWords.say("the-file-names-no-message-bo"));
    }
    return messages;
  }

  private static int spn(String text) {
    int spn = Integer.parseInt(text);
    return spn >= 1 && spn <= Dtc.GREATEST_SPN ? spn : 0;
  }

  private static Optional<Signal> signal(Map<Long, Message> messages, Matcher m) {
    return Optional.ofNullable(messages.get(Long.parseLong(m.group(1))))
        .map(x -> x.signals().get(m.group(2)));
  }

  private static void overlaps(Message m) {
    BitSet taken = new BitSet();
    Map<Integer, String> by = new TreeMap<>();
    for (Signal s : m.signals().values()) {
      if (!s.little || s.multiplexed) {
        continue;
      }
      for (int bit = s.start; bit < s.start + s.bits; bit++) {
        if (taken.get(bit)) {
          throw new CsvFault(
              s.line,
              WatchWords.say("signal-lies-over-in-message-move", s.name, by.get(bit), m.name()));
        }
        taken.set(bit);
        by.put(bit, s.name);
      }
    }
  }

  private static String unusable(Signal s) {
    if (s.multiplexed) {
      return WatchWords.say("multiplexed-signals-are-not-read");
    }
    if (!s.little) {
      return WatchWords.say("it-is-big-endian");
    }
    if (s.signed) {
      return WatchWords.say("it-is-signed");
    }
    return s.bits > 32
        ? WatchWords.say("it-has-more-than-32-bits")
        : Math.abs(s.factor) < LEAST_FACTOR
            ? WatchWords.say("its-factor-is-0")
            : s.bits == 0 ? WatchWords.say("it-has-no-bits") : "";
  }

  private static int pgn(long identifier) {
    int id = (int) (identifier & 0x1FFF_FFFF);
    int format = id >>> 16 & 0xFF;
    int pgn = id >>> 8 & 0x3FFFF;
    return format < 240 ? pgn & 0x3FF00 : pgn;
  }

  /** Writes parameters, group by group, with their SPNs. */
  public static String write(List<Parameter> parameters) {
    Map<Integer, List<Parameter>> groups = new TreeMap<>();
    parameters.forEach(p -> groups.computeIfAbsent(p.pgn(), g -> new ArrayList<>()).add(p));
    StringBuilder out = new StringBuilder("VERSION \"\"\n\nNS_ :\n\nBS_:\n\nBU_: Unit\n\n");
    StringBuilder comments = new StringBuilder();
    StringBuilder spns =
        new StringBuilder("BA_DEF_ SG_ \"SPN\" INT 0 524287;\nBA_DEF_DEF_ \"SPN\" 0;\n");
    groups.forEach(
        (pgn, of) -> {
          long id = EXTENDED | 6L << 26 | (long) pgn << 8 | 0xFE;
          int bits = of.stream().mapToInt(p -> p.startBit() + p.bits()).max().orElse(64);
          out.append("BO_ ")
              .append(id)
              .append(" PGN_")
              .append(pgn)
              .append(": ")
              .append(Math.max(8, (bits + 7) / 8))
              .append(" Unit\n");
          for (Parameter p : of) {
            String name = name(p);
            double most = Scale.of(p, Map.of()).most();
            out.append(" SG_ ")
                .append(name)
                .append(" : ")
                .append(p.startBit())
                .append('|')
                .append(p.bits())
                .append("@1+ (")
                .append(plain(p.scale()))
                .append(',')
                .append(plain(p.offset()))
                .append(") [")
                .append(plain(p.offset()))
                .append('|')
                .append(plain(most))
                .append("] \"")
                .append(p.unit() == Unit.ONE ? "" : p.unit().symbol())
                .append("\" Unit\n");
            comments
                .append("CM_ SG_ ")
                .append(id)
                .append(' ')
                .append(name)
                .append(" \"")
                .append(p.name().replace('"', '\''))
                .append("\";\n");
            spns.append("BA_ \"SPN\" SG_ ")
                .append(id)
                .append(' ')
                .append(name)
                .append(' ')
                .append(p.spn())
                .append(";\n");
          }
          out.append('\n');
        });
    return out.append(comments).append(spns).toString();
  }

  private static String name(Parameter p) {
    String words = p.name().replaceAll("[^A-Za-z0-9]+", "_").replaceAll("^_|_$", "");
    String cut = words.length() > 24 ? words.substring(0, 24) : words;
    return "S" + p.spn() + "_" + cut;
  }

  private static String plain(double value) {
    return value == Math.rint(value) && Math.abs(value) < 1e15
        ? String.valueOf((long) value)
        : new java.math.BigDecimal(String.format(Locale.ROOT, "%.12g", value))
            .stripTrailingZeros()
            .toPlainString();
  }
}
