package hitchlamp.core.judge;

import hitchlamp.core.words.Said;
import java.util.List;

/**
 * What observations come to. It speaks in values, so that every screen and the report show them in
 * the reader's units.
 *
 * @param verdict of the whole
 * @param says the reason, as sentences
 * @param measured the figures that it rests on, in the order in which they are read
 * @param next what to do now
 * @param parts verdicts of parts, where it is one of several; none where the whole is one
 */
public record Judgement(
    Verdict verdict, Said says, List<Measured> measured, Said next, List<Part> parts) {
  public Judgement {
    measured = List.copyOf(measured);
    parts = List.copyOf(parts);
  }

  /** A judgement of one thing. */
  public Judgement(Verdict verdict, Said says, List<Measured> measured, Said next) {
    this(verdict, says, measured, next, List.of());
  }

  /**
   * What one of several parts comes to.
   *
   * @param id short name of the part
   * @param title as the user reads it
   * @param next what to do now; empty where nothing is to be done
   */
  public record Part(String id, String title, Verdict verdict, Said says, Said next) {}

  /** Nothing was seen that anything could be told by. */
  public static Judgement cannotTell(Said says, Said next) {
    return new Judgement(Verdict.CANNOT_TELL, says, List.of(), next);
  }

  /** The figures of one name, in the order of their places. */
  public List<Measured> named(String name) {
    return measured.stream().filter(m -> m.name().equals(name)).toList();
  }
}
