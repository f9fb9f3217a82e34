package hitchlamp.core.log;

/** What in a log was no frame that could be taken as it stood. */
public enum Odd {
  /** A comment, a head line, an event that is no frame. */
  NO_FRAME("no-frame"),
  /** A line that no known format has. */
  UNREADABLE("unreadable"),
  /** The last line, or the last packet, is cut short. */
  CUT_SHORT("cut-short"),
  /** A frame of CAN FD: classical CAN alone is read. */
  CAN_FD("can-fd"),
  /** A remote frame: it carries no data. */
  REMOTE("remote"),
  /** An error frame of the controller. */
  ERROR_FRAME("error-frame"),
  /** Data that are not whole bytes, or more than eight. */
  BAD_DATA("bad-data"),
  /** An identifier beyond its range. */
  BAD_IDENTIFIER("bad-identifier"),
  /** Bit 31 of an identifier stands for its length: taken off. */
  FLAGGED_IDENTIFIER("flagged-identifier"),
  /** A stamp a little before the one above: taken as that one. */
  STEP_BACK("step-back"),
  /** The clock was set, or another log begins: time goes on from there. */
  TIME_SET("time-set"),
  /** No stamp at all: frames stand a millisecond apart. */
  NO_STAMP("no-stamp"),
  /** More buses than are read. */
  BUS_TOO_MANY("bus-too-many"),
  /** A packet of another kind of network. */
  OTHER_NETWORK("other-network");

  private final String word;

  Odd(String word) {
    this.word = word;
  }

  /** True where the frame was taken all the same. */
  public boolean taken() {
    return this == FLAGGED_IDENTIFIER || this == STEP_BACK || this == TIME_SET || this == NO_STAMP;
  }

  /** In words, with how often and where first. */
  String says(long count, long first, boolean lines) {
    return LogWords.say(word, count, LogWords.say(lines ? "at-line" : "at-byte", first));
  }
}
