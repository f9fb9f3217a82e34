package hitchlamp.core.fault;

import hitchlamp.core.j1939.Pgn;
import java.util.Optional;

/** Lists of faults that a module may tell when it is asked (J1939-73, from memory). */
public enum FaultList {
  ACTIVE(Pgn.DM1, FaultState.ACTIVE, FaultWords.say("active")),
  EARLIER(Pgn.DM2, FaultState.PREVIOUSLY_ACTIVE, FaultWords.say("previously-active")),
  PENDING(Pgn.DM27, FaultState.PENDING, FaultWords.say("pending")),
  PERMANENT(Pgn.DM28, FaultState.PERMANENT, FaultWords.say("permanent")),
  EMISSION_ACTIVE(Pgn.DM12, FaultState.ACTIVE, FaultWords.say("active-emissions")),
  EMISSION_EARLIER(
      Pgn.DM23, FaultState.PREVIOUSLY_ACTIVE, FaultWords.say("previously-active-emissions")),
  EMISSION_PENDING(Pgn.DM6, FaultState.PENDING, FaultWords.say("pending-emissions"));

  private final int pgn;
  private final FaultState state;
  private final String title;

  FaultList(int pgn, FaultState state, String title) {
    this.pgn = pgn;
    this.state = state;
    this.title = title;
  }

  public int pgn() {
    return pgn;
  }

  public FaultState state() {
    return state;
  }

  /** What the list is called. */
  public String title() {
    return title;
  }

  /** True where it lists faults of emissions that stand in another list too. */
  public boolean emission() {
    return name().startsWith("EMISSION");
  }

  /** The list that a group carries. */
  static Optional<FaultList> ofGroup(int pgn) {
    for (FaultList l : values()) {
      if (l.pgn == pgn) {
        return Optional.of(l);
      }
    }
    return Optional.empty();
  }
}
