package hitchlamp.core.judge;

import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;

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

  /**
   * What it says of one part alone; empty where it says nothing of it.
   *
   * @param id name of a part, or the number of a place whose figures are judged
   */
  public Optional<Part> part(String id) {
    Optional<Part> named = parts.stream().filter(p -> p.id().equals(id)).findFirst();
    if (named.isPresent()) {
      return named;
    }
    List<Verdict> there =
        measured.stream()
            .filter(m -> m.place() > 0 && String.valueOf(m.place()).equals(id))
            .flatMap(m -> m.verdict().stream())
            .toList();
    if (there.isEmpty()) {
      return Optional.empty();
    }
    Verdict all =
        there.contains(Verdict.FAIL)
            ? Verdict.FAIL
            : there.contains(Verdict.CANNOT_TELL) ? Verdict.CANNOT_TELL : Verdict.PASS;
    return Optional.of(new Part(id, id, all, says, next));
  }

  /** The figures of one name, in the order of their places. */
  public List<Measured> named(String name) {
    return measured.stream().filter(m -> m.name().equals(name)).toList();
  }
}
