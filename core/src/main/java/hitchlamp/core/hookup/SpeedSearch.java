package hitchlamp.core.hookup;

import hitchlamp.core.bus.LinkEvent;
import java.util.List;
import java.util.Optional;

/**
 * Finds the bus speed by listening only: each candidate in turn, nothing is sent. A candidate is
 * right after {@link #ENOUGH_FRAMES} valid frames; it is left after {@link #LISTEN_MICROS} of
 * silence or {@link #ENOUGH_ERRORS} errors. Silence counts from the last valid frame: a slow bus is
 * not left while it speaks, and the bus time of a link means nothing before its first frame. Where
 * one candidate was silent and another gave errors, somebody talks on these wires: all are listened
 * to once more before the search claims anything.
 */
public final class SpeedSearch {
  /** Valid frames that prove a speed. */
  public static final int ENOUGH_FRAMES = 20;

  /** Errors without a valid frame between them that disprove it. */
  public static final int ENOUGH_ERRORS = 5;

  /** Silence after which a candidate is left, microseconds of the wall clock. */
  public static final long LISTEN_MICROS = 1_500_000;

  /**
   * A bus name with the rate it is bound to.
   *
   * @param bitsPerSecond 0 where unknown
   */
  public record Candidate(String bus, int bitsPerSecond) {}

  /** What came of the search. */
  public sealed interface Outcome {
    record Found(Candidate candidate) implements Outcome {}

    /**
     * Every candidate gave errors only, or errors and silence: traffic, but not at these speeds.
     */
    record WrongSpeed(List<Integer> tried) implements Outcome {}

    /** Nothing at all on any candidate. */
    record Silent() implements Outcome {}

    /** This one is the right speed, yet it fell silent before it had said enough. */
    record FellSilent(Candidate candidate, int frames) implements Outcome {}
  }

  private final List<Candidate> candidates;
  private int index;
  private int frames;
  private int errors;
  private boolean anyErrors;
  private boolean anySilent;
  private boolean again;
  private Outcome.FellSilent spoke;
  private long since = Long.MIN_VALUE;
  private Outcome outcome;
  private final long patienceMicros;

  /** A search on a bus whose time is that of the wall clock. */
  public SpeedSearch(List<Candidate> candidates) {
    this(candidates, 1);
  }

  /**
   * @param timeFactor bus seconds per second of the wall clock, above 0: a simulated bus that runs
   *     faster is given the same time of the wall clock
   */
  public SpeedSearch(List<Candidate> candidates, double timeFactor) {
    if (candidates.isEmpty()) {
      throw new IllegalArgumentException(HookupWords.say("no-bus-to-listen-to"));
    }
    this.candidates = List.copyOf(candidates);
    this.patienceMicros = patienceMicros(timeFactor);
  }

  /**
   * Bus time for which a silent link is listened to, microseconds.
   *
   * @param timeFactor bus seconds per second of the wall clock, above 0
   */
  public static long patienceMicros(double timeFactor) {
    return (long) (LISTEN_MICROS * Math.max(1, timeFactor));
  }

  /**
   * Bus time at which the present candidate is left if nothing more is heard; counted from 0 as
   * long as its link has told no time.
   */
  public long deadlineMicros() {
    return (since == Long.MIN_VALUE ? 0 : since) + patienceMicros;
  }

  /** The bus to listen to now; empty once the search has ended. */
  public Optional<Candidate> listenTo() {
    return outcome == null ? Optional.of(candidates.get(index)) : Optional.empty();
  }

  /** The end of the search; empty while it goes on. */
  public Optional<Outcome> outcome() {
    return Optional.ofNullable(outcome);
  }

  /** Valid frames heard on the present candidate. */
  public int framesHeard() {
    return frames;
  }

  /**
   * Takes an event of the present candidate's link. When {@link #listenTo} names another one
   * afterwards, that link is to be opened.
   */
  public void on(LinkEvent event) {
    if (outcome != null) {
      return;
    }
    if (event instanceof LinkEvent.Seen) {
      since = event.micros();
      errors = 0;
      if (++frames >= ENOUGH_FRAMES) {
        outcome = new Outcome.Found(candidates.get(index));
      }
    } else if (event instanceof LinkEvent.BusError) {
      anyErrors = true;
      if (++errors >= ENOUGH_ERRORS) {
        leave();
      }
    } else if (event instanceof LinkEvent.Lost || event.micros() >= deadlineMicros()) {
      leave();
    } else if (since == Long.MIN_VALUE) {
      since = event.micros();
    }
  }

  private void leave() {
    if (frames > 0 && (spoke == null || frames > spoke.frames())) {
      spoke = new Outcome.FellSilent(candidates.get(index), frames);
    }
    anySilent |= frames == 0 && errors == 0;
    frames = 0;
    errors = 0;
    since = Long.MIN_VALUE;
    if (++index < candidates.size()) {
      return;
    }
    if (spoke == null && anyErrors && anySilent && !again) {
      again = true;
      index = 0;
    } else {
      outcome = spoke != null ? spoke : nothingHeard();
    }
  }

  private Outcome nothingHeard() {
    return anyErrors
        ? new Outcome.WrongSpeed(candidates.stream().map(Candidate::bitsPerSecond).toList())
        : new Outcome.Silent();
  }
}
