package hitchlamp.core.station;

/**
 * How a {@link Hold} stands. A hold leaves the list only when the module confirmed that it has let
 * go; what was sent is never taken for what was done.
 *
 * @param hold what is commanded
 * @param state where it stands
 * @param sinceMicros bus time since which it stands there
 */
public record Held(Hold hold, State state, long sinceMicros) {
  /** States, in the order in which a hold passes them. */
  public enum State {
    /** Commanded; the module has not confirmed it yet. */
    TAKING,
    /** The module confirmed it. */
    HELD,
    /** Letting go was asked for; the module has not confirmed it yet. */
    LETTING_GO,
    /**
     * The module did not confirm it, nor the end of its session. Nothing keeps its session alive;
     * it is asked again and again until it answers.
     */
    NOT_CONFIRMED
  }

  /** True once letting go was asked for. */
  public boolean goes() {
    return state == State.LETTING_GO || state == State.NOT_CONFIRMED;
  }
}
