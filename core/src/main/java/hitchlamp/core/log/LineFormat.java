package hitchlamp.core.log;

/** A format of text logs: a frame a line. */
interface LineFormat {
  /** What it is called, in words. */
  String says();

  /**
   * Takes a line.
   *
   * @return false where it is none of this format; nothing was told to the tally then
   */
  boolean take(Line line, long number, Tally tally);
}
