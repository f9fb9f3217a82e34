package hitchlamp.core.pack;

import java.util.List;
import java.util.Optional;

/**
 * How a unit makes somebody have its exhaust treatment mended: it warns, takes power away, and goes
 * on taking it.
 *
 * @param role of the module that counts
 * @param severity SPN by which it tells its stage
 * @param level SPN of the tank's level, by which it begins without counting
 * @param counters for what it counts hours
 * @param stages the mildest first
 */
public record InducementKind(
    String role, int severity, int level, List<Counter> counters, List<Stage> stages) {
  /** SPN by which the standard tells the stage (SAE J1939-71, from memory: 0 none, 7 not told). */
  public static final int STANDARD_SEVERITY = 5246;

  /** SPN of the level of the exhaust fluid's tank (SAE J1939-71, from memory). */
  public static final int STANDARD_LEVEL = 1761;

  /** What is known of a unit of which the standard alone is known. */
  public static final InducementKind NONE =
      new InducementKind("", STANDARD_SEVERITY, STANDARD_LEVEL, List.of(), List.of());

  /**
   * Hours that are counted while something is wrong, and kept until a tester clears them.
   *
   * @param identifier by which they are read
   * @param title what is wrong meanwhile
   * @param finds test that finds the cause; empty where none does
   * @param clears test that clears them; empty where none does
   */
  public record Counter(int identifier, String title, String finds, String clears) {}

  /**
   * One stage.
   *
   * @param severity as the module tells it
   * @param says what the unit does in it, as a sentence
   * @param afterHours counted hours at which it begins
   * @param belowPercent level of the tank at which it begins
   * @param stays true where it stays, once reached by hours, until a tester clears them
   */
  public record Stage(
      int severity, String says, double afterHours, double belowPercent, boolean stays) {}

  /** The stage of a severity; empty where nobody knows it. */
  public Optional<Stage> stage(int severity) {
    return stages.stream().filter(s -> s.severity() == severity).findFirst();
  }

  /** The stage behind that of a severity; empty where it is the last. */
  public Optional<Stage> behind(int severity) {
    return stages.stream().filter(s -> s.severity() > severity).findFirst();
  }
}
