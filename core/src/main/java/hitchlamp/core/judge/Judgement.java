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
 */
public record Judgement(Verdict verdict, Said says, List<Measured> measured, Said next) {
  public Judgement {
    measured = List.copyOf(measured);
  }

  /** Nothing was seen that anything could be told by. */
  public static Judgement cannotTell(Said says, Said next) {
    return new Judgement(Verdict.CANNOT_TELL, says, List.of(), next);
  }

  /** The figures of one name, in the order of their places. */
  public List<Measured> named(String name) {
    return measured.stream().filter(m -> m.name().equals(name)).toList();
  }
}
