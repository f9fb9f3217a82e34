package hitchlamp.core.pack;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How a part is traced: checks that lead from one to the next by what they show.
 *
 * @param id short name
 * @param title what the technician reads; may hold "{part}"
 * @param parts components that it serves, as the pack files name them; one "*" in a name stands for
 *     anything
 * @param symptom complaint that it serves where no fault is stored; empty where none
 * @param begin id of the first check
 * @param checks by their ids
 * @param place where it stands in its file
 */
public record Guide(
    String id,
    String title,
    List<String> parts,
    String symptom,
    String begin,
    Map<String, Check> checks,
    Place place) {
  /** Outcomes that are not the author's own words. */
  public static final String THERE = "there";

  public static final String GONE = "gone";
  public static final String IN = "in";
  public static final String BELOW = "below";
  public static final String ABOVE = "above";
  public static final String DONE = "done";
  public static final String PASS = "pass";
  public static final String FAIL = "fail";
  public static final String CANNOT_TELL = "cannot-tell";

  /**
   * True where it serves a component. A name with "*" serves those only whose wiring is drawn.
   *
   * @param base as the pack file names it
   */
  public boolean serves(String base, Wiring wiring) {
    return parts.stream()
        .anyMatch(p -> p.contains("*") ? like(p, base) && wiring.knows(base) : p.equals(base));
  }

  /** What a guide for a symptom is about: the whole unit, with its engine's module. */
  public Component unit(Pack pack) {
    return new Component(
        "",
        "",
        symptom,
        Component.Kind.PART,
        pack.axisKeeper(),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        List.of(),
        "",
        "",
        List.of(),
        "",
        List.of());
  }

  private static boolean like(String pattern, String name) {
    int star = pattern.indexOf('*');
    return name.length() >= pattern.length() - 1
        && name.startsWith(pattern.substring(0, star))
        && name.endsWith(pattern.substring(star + 1));
  }

  /** What a meter measures. */
  public enum Quantity {
    VOLTS("V"),
    OHMS("Ω");

    private final String unit;

    Quantity(String unit) {
      this.unit = unit;
    }

    public String unit() {
      return unit;
    }
  }

  /** How a meter stands to be held, so that its reading means something. */
  public enum Power {
    KEY_ON,
    KEY_OFF
  }

  /**
   * A step of a guide.
   *
   * @param says what to do, or what is asked; may hold "{part}" and other names to fill in
   * @param why for those who want to learn; empty where it goes without saying
   * @param asks what answers it
   * @param then by outcome the check that follows; none for a conclusion
   */
  public record Check(
      String id, String says, String why, Ask asks, Map<String, String> then, Place place) {}

  /** What answers a check. */
  public sealed interface Ask {
    /** Outcomes with the words for them, in the order in which they are offered. */
    Map<String, String> outcomes();

    /** True where the unit answers by itself. */
    default boolean ofUnit() {
      return false;
    }
  }

  /**
   * Is a fault there now? Read from the active faults that the module tells by itself.
   *
   * @param signs the faults; none where they are those of the part
   * @param gone true where it is waited for that it goes, false where that it comes
   * @param seconds for so long the answer is waited for
   */
  public record FaultNow(List<Component.FaultPattern> signs, boolean gone, double seconds)
      implements Ask {
    /** The faults for a part: its own where none are named, and its SPNs where a sign has none. */
    public List<Component.FaultPattern> signsOf(Component part) {
      if (signs.isEmpty()) {
        return part.signs();
      }
      return signs.stream()
          .flatMap(
              s ->
                  s.spn() != OWN
                      ? java.util.stream.Stream.of(s)
                      : part.signs().stream()
                          .map(Component.FaultPattern::spn)
                          .distinct()
                          .map(spn -> new Component.FaultPattern(spn, s.fmi())))
          .toList();
    }

    /** SPN of a sign "part/4": whatever the part has. */
    static final int OWN = 0;

    @Override
    public Map<String, String> outcomes() {
      return words(
          THERE,
          PackWords.say("the-fault-is-there-now"),
          GONE,
          PackWords.say("the-fault-is-not-there"));
    }

    @Override
    public boolean ofUnit() {
      return true;
    }
  }

  /**
   * Does a value lie where it should?
   *
   * @param of SPN of the value
   * @param from lower end, in the value's own unit
   * @param to upper end
   * @param when states of the engine in which it counts
   * @param seconds over which its mean is taken
   * @param source where the limits come from
   */
  public record ValueNow(
      int of, double from, double to, Set<EngineState> when, double seconds, String source)
      implements Ask {
    @Override
    public Map<String, String> outcomes() {
      return words(
          IN,
          PackWords.say("it-lies-within"),
          BELOW,
          PackWords.say("it-lies-below"),
          ABOVE,
          PackWords.say("it-lies-above"));
    }

    @Override
    public boolean ofUnit() {
      return true;
    }
  }

  /**
   * What does the meter read?
   *
   * @param red point of the red lead: a point of the wiring, or "part/role" or "module/role"
   * @param black point of the black lead
   */
  public record Meter(
      Quantity quantity,
      String red,
      String black,
      double from,
      double to,
      Power power,
      String source)
      implements Ask {
    @Override
    public Map<String, String> outcomes() {
      return words(
          IN,
          PackWords.say("it-lies-within"),
          BELOW,
          PackWords.say("it-lies-below"),
          ABOVE,
          PackWords.say("it-lies-above"));
    }

    /**
     * The outcome of a reading.
     *
     * @throws IllegalArgumentException where it is no number, or ohms are negative
     */
    public String judge(double reading) {
      if (Double.isNaN(reading) || quantity == Quantity.OHMS && reading < 0) {
        throw new IllegalArgumentException(
            PackWords.say("a-meter-reads-no", reading, quantity.unit()));
      }
      return reading < from ? BELOW : reading > to ? ABOVE : IN;
    }
  }

  /** A question to the person. */
  public record Question(Map<String, String> outcomes) implements Ask {}

  /** Something to do. */
  public record Action() implements Ask {
    @Override
    public Map<String, String> outcomes() {
      return words(DONE, "Done");
    }
  }

  /**
   * The verdict of a test of this job, newer than the beginning of the guide.
   *
   * @param part of which it is wanted: a cylinder by its number, a lamp by its name; empty for the
   *     whole
   */
  public record Test(String kind, String part) implements Ask {
    @Override
    public Map<String, String> outcomes() {
      return words(PASS, "Pass", FAIL, "Fail", CANNOT_TELL, PackWords.say("cannot-tell"));
    }

    @Override
    public boolean ofUnit() {
      return true;
    }
  }

  /**
   * The end of a way.
   *
   * @param finding what it comes to
   * @param part component that is at fault; empty where none was found
   * @param next what to do, the first first
   */
  public record Conclusion(Finding finding, String part, List<String> next) implements Ask {
    /** The component that was found, on the side of the one that was traced. */
    public Optional<Component> of(Component traced, Pack pack) {
      if (part.isEmpty()) {
        return Optional.empty();
      }
      return part.equals(TracePoint.PART)
          ? Optional.of(traced)
          : pack.components().values().stream()
              .filter(c -> c.base().equals(part) && pack.sameSide(c.module(), traced.module()))
              .findFirst();
    }

    @Override
    public Map<String, String> outcomes() {
      return Map.of();
    }
  }

  /** What a guide comes to. */
  public enum Finding {
    /** The part or line that is at fault. */
    FOUND,
    /** Nothing of what this guide looks at is at fault. */
    NOT_HERE,
    /** It could not be told. */
    CANNOT_TELL
  }

  static Map<String, String> words(String... pairs) {
    Map<String, String> all = new LinkedHashMap<>();
    for (int i = 0; i < pairs.length; i += 2) {
      all.put(pairs[i], pairs[i + 1]);
    }
    return java.util.Collections.unmodifiableMap(all);
  }
}
