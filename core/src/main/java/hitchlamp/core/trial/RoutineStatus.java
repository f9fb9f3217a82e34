package hitchlamp.core.trial;

import hitchlamp.core.pack.RoutineSpec;

/**
 * How far a routine is, where it is asked again and again: the three bytes at the head of its
 * results, as {@code docs/pack.md} describes them.
 *
 * @param percent that it reports, -1 where it reports none
 * @param reason why it broke off, by its code in the pack
 */
record RoutineStatus(State state, int percent, int reason) {
  /** State, percent, reason. */
  static final int BYTES = 3;

  private static final int MOST_PERCENT = 100;

  enum State {
    DONE,
    RUNS,
    BROKE_OFF,
    /** What it says makes no sense. */
    NOT_KNOWN
  }

  static RoutineStatus of(byte[] data, int at) {
    if (data.length < at + BYTES) {
      return new RoutineStatus(State.NOT_KNOWN, -1, 0);
    }
    State state =
        switch (data[at] & 0xFF) {
          case 0 -> State.DONE;
          case 1 -> State.RUNS;
          case 2 -> State.BROKE_OFF;
          default -> State.NOT_KNOWN;
        };
    int percent = data[at + 1] & 0xFF;
    return new RoutineStatus(state, percent <= MOST_PERCENT ? percent : -1, data[at + 2] & 0xFF);
  }

  /** Why it did not come to its end, as the end of a sentence about the module. */
  String says(RoutineSpec r) {
    return state == State.NOT_KNOWN
        ? TrialWords.say("its-progress-makes-no-sense")
        : TrialWords.say(
            "it-broke-off",
            r.reasons().getOrDefault(reason, TrialWords.say("reason-with-code", reason)));
  }
}
