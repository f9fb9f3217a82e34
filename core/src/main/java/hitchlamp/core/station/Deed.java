package hitchlamp.core.station;

import hitchlamp.core.j1939.Name;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a person, or the link, did to a hook-up, as it is stored between the frames, so that a
 * {@link Replay} can do it again. Each has one line of text and is read back from it.
 */
public sealed interface Deed {
  /** Acts of a cutout as earlier versions stored them. */
  Map<String, String> OLD_ACTS =
      Map.of("all on", "all-on", "allow most", "allow-most", "stands", "vouch parked");

  /** The line that is stored. */
  String text();

  /** Our station began on a bus. */
  record Began(Name name, int bitsPerSecond) implements Deed {
    @Override
    public String text() {
      return "hooked up as " + name + " at " + bitsPerSecond;
    }
  }

  /** Somebody called the roll, in place of one under way. */
  record CalledRoll(String pack, boolean full, String by) implements Deed {
    @Override
    public String text() {
      return "called the " + (full ? "full" : "quick") + " roll of " + pack + " by " + by;
    }
  }

  /** The faults of the modules that the last roll showed are read. */
  record ReadFaults(String pack) implements Deed {
    @Override
    public String text() {
      return "read the faults of " + pack;
    }
  }

  /** What the modules remember that the last roll showed is read. */
  record ReadStory(String pack) implements Deed {
    @Override
    public String text() {
      return "read the story of " + pack;
    }
  }

  /** The lamps of a unit are checked. */
  record CheckedLamps(String pack) implements Deed {
    @Override
    public String text() {
      return "checked the lamps of " + pack;
    }
  }

  /** Somebody answered a question of the lamp check. */
  record AnsweredLamps(String choice) implements Deed {
    @Override
    public String text() {
      return "said of the lamps: " + choice;
    }
  }

  /** Somebody stopped the lamp check. */
  record StoppedLamps() implements Deed {
    @Override
    public String text() {
      return "stopped the lamp check";
    }
  }

  /** Values that no module sends by itself are asked for again and again. */
  record Polled(String pack) implements Deed {
    @Override
    public String text() {
      return "polls by " + pack;
    }
  }

  /** They are asked for no more. */
  record StoppedPolling() implements Deed {
    @Override
    public String text() {
      return "stopped polling";
    }
  }

  /**
   * A guide listens whether faults are active, and asks where nothing is told.
   *
   * @param signs faults as "102/4", or "102/any"
   * @param gone true where it is waited for that they go
   */
  record Listened(int address, String conversion, List<String> signs, boolean gone, double seconds)
      implements Deed {
    @Override
    public String text() {
      return "listened to "
          + address
          + " "
          + conversion
          + " for "
          + String.join(" ", signs)
          + (gone ? " to go " : " to come ")
          + seconds;
    }
  }

  /**
   * A person, or a browser, did something to a procedure.
   *
   * @param procedure short name
   * @param action what is done
   * @param arguments words without blanks
   */
  record Acted(String procedure, String action, List<String> arguments) implements Deed {
    private static final Pattern LINE = Pattern.compile("act (\\S+) (\\S+)((?: \\S+)*)");

    /** Procedure: a test on the bench. */
    public static final String TRIAL = "trial";

    /** Action: a test is prepared; with the pack, the test and the address of the module. */
    public static final String PREPARE = "prepare";

    public Acted {
      arguments = List.copyOf(arguments);
    }

    /** Something done to a test, as its line. */
    public static Acted trial(String line) {
      List<String> words = List.of(line.split(" "));
      return new Acted(TRIAL, words.get(0), words.subList(1, words.size()));
    }

    /** What is done, as a line. */
    public String line() {
      return arguments.isEmpty() ? action : action + " " + String.join(" ", arguments);
    }

    @Override
    public String text() {
      return "act " + procedure + " " + line();
    }

    static Optional<Deed> read(String text) {
      Matcher m = LINE.matcher(text);
      return m.matches()
          ? Optional.of(
              new Acted(
                  m.group(1),
                  m.group(2),
                  m.group(3).isEmpty() ? List.of() : List.of(m.group(3).substring(1).split(" "))))
          : Optional.empty();
    }
  }

  /** Somebody cut the roll call short. */
  record StoppedRoll() implements Deed {
    @Override
    public String text() {
      return "stopped the roll call";
    }
  }

  /**
   * What an earlier hook-up left held is let go of first.
   *
   * @param letGo the request in hex
   */
  record LeftHeld(int module, String letGo, boolean session) implements Deed {
    /** Of a hold that was left. */
    public static LeftHeld of(Hold h) {
      return new LeftHeld(h.module(), HexFormat.of().formatHex(h.letGo()), h.session());
    }

    /** The hold, for who replays it. */
    public Hold hold() {
      return new Hold(
          module + " " + letGo,
          "",
          "",
          0,
          module,
          HexFormat.of().parseHex(letGo),
          new byte[0],
          Long.MAX_VALUE / 4,
          session);
    }

    @Override
    public String text() {
      return "left held at " + module + ": " + letGo + (session ? " session" : "");
    }
  }

  /** Somebody let go of everything held. */
  record Released() implements Deed {
    @Override
    public String text() {
      return "released";
    }
  }

  /** The link broke. */
  record LostLink() implements Deed {
    @Override
    public String text() {
      return "lost the link";
    }
  }

  /** The hook-up ended. */
  record Unhooked() implements Deed {
    @Override
    public String text() {
      return "unhooked";
    }
  }

  /** The deed that a stored line stands for; empty for a line of another version. */
  static Optional<Deed> of(String text) {
    Matcher began = Pattern.compile("hooked up as ([0-9A-F]{16}) at (\\d{1,9})").matcher(text);
    if (began.matches()) {
      return Optional.of(
          new Began(
              new Name(Long.parseUnsignedLong(began.group(1), 16)),
              Integer.parseInt(began.group(2))));
    }
    Matcher called =
        Pattern.compile("called the (full|quick) roll of (\\S+) by (.*)").matcher(text);
    if (called.matches()) {
      return Optional.of(
          new CalledRoll(called.group(2), called.group(1).equals("full"), called.group(3)));
    }
    Matcher read = Pattern.compile("read the faults of (\\S+)").matcher(text);
    if (read.matches()) {
      return Optional.of(new ReadFaults(read.group(1)));
    }
    Matcher story = Pattern.compile("read the story of (\\S+)").matcher(text);
    if (story.matches()) {
      return Optional.of(new ReadStory(story.group(1)));
    }
    Matcher lamps = Pattern.compile("checked the lamps of (\\S+)").matcher(text);
    if (lamps.matches()) {
      return Optional.of(new CheckedLamps(lamps.group(1)));
    }
    Matcher answer = Pattern.compile("said of the lamps: (.{1,80})").matcher(text);
    if (answer.matches()) {
      return Optional.of(new AnsweredLamps(answer.group(1)));
    }
    Matcher polled = Pattern.compile("polls by (\\S+)").matcher(text);
    if (polled.matches()) {
      return Optional.of(new Polled(polled.group(1)));
    }
    Matcher listened =
        Pattern.compile(
                "listened to (\\d{1,3}) (\\w{2,9}) for ((?:\\d{1,6}/(?:\\d{1,2}|any) ?){1,40}) to (go|come) (\\d{1,4}\\.\\d{1,3})")
            .matcher(text);
    if (listened.matches()) {
      return Optional.of(
          new Listened(
              Integer.parseInt(listened.group(1)),
              listened.group(2),
              List.of(listened.group(3).split(" ")),
              listened.group(4).equals("go"),
              Double.parseDouble(listened.group(5))));
    }
    Matcher cutout = Pattern.compile("prepared a cutout of (\\d{1,3}) by (\\S+)").matcher(text);
    if (cutout.matches()) {
      return Optional.of(
          new Acted(
              Acted.TRIAL, Acted.PREPARE, List.of(cutout.group(2), "cutout", cutout.group(1))));
    }
    Matcher left =
        Pattern.compile("left held at (\\d{1,3}): ((?:[0-9a-f]{2}){1,7})( session)?").matcher(text);
    if (left.matches()) {
      return Optional.of(
          new LeftHeld(Integer.parseInt(left.group(1)), left.group(2), left.group(3) != null));
    }
    Matcher trial = Pattern.compile("said to the test: (.{1,80})").matcher(text);
    if (trial.matches()) {
      return Optional.of(Acted.trial(OLD_ACTS.getOrDefault(trial.group(1), trial.group(1))));
    }
    Optional<Deed> acted = Acted.read(text);
    if (acted.isPresent()) {
      return acted;
    }
    return switch (text) {
      case "stopped polling" -> Optional.of(new StoppedPolling());
      case "stopped the lamp check" -> Optional.of(new StoppedLamps());
      case "stopped the roll call" -> Optional.of(new StoppedRoll());
      case "released" -> Optional.of(new Released());
      case "lost the link" -> Optional.of(new LostLink());
      case "unhooked" -> Optional.of(new Unhooked());
      default -> Optional.empty();
    };
  }
}
