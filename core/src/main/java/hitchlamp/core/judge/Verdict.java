package hitchlamp.core.judge;

/** What a test came to. */
public enum Verdict {
  PASS,
  FAIL,
  /** An honest answer that never counts as a pass. */
  CANNOT_TELL
}
