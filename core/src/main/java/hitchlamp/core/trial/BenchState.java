package hitchlamp.core.trial;

import hitchlamp.core.judge.Judgement;
import hitchlamp.core.words.Said;
import java.util.List;
import java.util.Optional;

/**
 * How far a test is and what it has shown.
 *
 * @param stage how far it is
 * @param ending how it ended; {@link Ending#NOT_YET} before
 * @param says what happened last and what is to be done
 * @param conditions while it has not begun
 * @param countdownSeconds until the first command; 0 where none runs
 * @param choices answers to what is asked now
 * @param progress of the routine that runs now
 * @param setPoints controls that are not with their module
 * @param now the newest of each value that is looked at
 * @param observed what was seen
 * @param trace what it saw over time
 * @param seen true where anything was seen that can be judged
 * @param judgement of what was seen
 */
public record BenchState<O>(
    Stage stage,
    Ending ending,
    Said says,
    List<Condition> conditions,
    double countdownSeconds,
    List<Step.Choice> choices,
    Optional<Progress> progress,
    List<SetPoint> setPoints,
    List<Now> now,
    O observed,
    BenchTrace trace,
    boolean seen,
    Judgement judgement) {
  /** How far it is. */
  public enum Stage {
    /** Conditions are looked at; nothing is commanded. */
    PREPARING,
    /** It begins in a moment; nothing is commanded yet. */
    COUNTDOWN,
    /** A session is being opened. */
    OPENING,
    RUNNING,
    /** Everything is being let go of; the module has not confirmed it yet. */
    LETTING_GO,
    ENDED
  }

  /** How it ended. */
  public enum Ending {
    NOT_YET,
    /** The script came to its end. */
    COMPLETE,
    /** The person ended it. */
    ENDED,
    /** Everything was let go of from outside. */
    STOPPED,
    /** The module refused, or did not do what it confirmed. */
    REFUSED,
    /** A guard let go. */
    GUARDED,
    /** No browser looked on. */
    UNATTENDED,
    /** The link broke. */
    LINK_LOST,
    /** The module did not confirm that it has let go. */
    NOT_CONFIRMED
  }

  /**
   * How far a routine is.
   *
   * @param title of the routine
   * @param seconds since it began
   * @param leftSeconds that it may still take: by what it reports, otherwise at most
   * @param percent that it reports, -1 where it reports none
   */
  public record Progress(String title, double seconds, double leftSeconds, int percent) {}

  /**
   * A control in the tester's hand.
   *
   * @param control by the kind's name for it
   * @param title as the user reads it
   * @param wanted what was commanded, in {@code unit}
   * @param unit symbol; of a bit mask the one of a plain number
   * @param state how far it is
   * @param seconds since it stands so
   */
  public record SetPoint(
      String control,
      String title,
      double wanted,
      String unit,
      ControlState.State state,
      double seconds) {}

  /**
   * The newest of a value.
   *
   * @param name of the value
   * @param value not a number where it is not reported
   * @param unit symbol
   */
  public record Now(String name, double value, String unit) {}
}
