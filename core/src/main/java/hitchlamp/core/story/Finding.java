package hitchlamp.core.story;

import hitchlamp.core.words.Said;
import java.util.List;

/**
 * What the story says, as a sentence a technician would say, with its reasons and the next step.
 *
 * @param title the finding itself
 * @param reasons facts of this job, each a sentence
 * @param next what to do
 */
public record Finding(Kind kind, Said title, List<Said> reasons, String next) {
  /** Kinds, the ones to read first come first. */
  public enum Kind {
    /** Faults were cleared shortly before this visit. */
    WIPED_LATELY,
    /** Something was cleared that nobody knows the time of. */
    WIPED_ONCE,
    /** The engine left its safe range. */
    PROTECTION,
    /** Counts that grew since an earlier visit. */
    GROWTH,
    /** Regenerations that do not come to their end. */
    REGENERATION,
    /** How the unit is used. */
    USE,
    /** Figures that cannot all be right. */
    CONTRADICTION,
    /** A clear that is known and explains what is missing. */
    KNOWN_CLEAR
  }

  /** True where faults were wiped. */
  public boolean wiped() {
    return kind == Kind.WIPED_LATELY || kind == Kind.WIPED_ONCE;
  }
}
