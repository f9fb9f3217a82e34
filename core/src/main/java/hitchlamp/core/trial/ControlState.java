package hitchlamp.core.trial;

/**
 * How a control stands.
 *
 * @param value that was commanded last; not a number while the module has it
 * @param state how far that is
 * @param sinceMicros bus time since which it stands so; of what is set, of the module's answer
 */
public record ControlState(double value, State state, long sinceMicros) {
  /** How far it is. */
  public enum State {
    /** The module has it. */
    RETURNED,
    /** Commanded; the module has not confirmed it. */
    SETTING,
    /** The module confirmed it; what must follow has not arrived. */
    FOLLOWING,
    /** The value is there. */
    SET,
    /** It is being given back; the module has not confirmed it. */
    RETURNING
  }

  static ControlState returned(long micros) {
    return new ControlState(Double.NaN, State.RETURNED, micros);
  }

  /** True where the module has it and nothing is under way. */
  public boolean free() {
    return state == State.RETURNED;
  }

  /** True where this value was reached. */
  public boolean at(double wanted) {
    return state == State.SET && value == wanted;
  }
}
