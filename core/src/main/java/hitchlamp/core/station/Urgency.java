package hitchlamp.core.station;

/** Who goes first on the bus when several wait for the same module. */
public enum Urgency {
  RELEASE,
  KEEP_ALIVE,
  TEST,
  READ,
  POLL
}
