package hitchlamp.server.hookup;

import hitchlamp.core.j1939.Message;

/** A capability that lives in a hook-up. Only the live owner's thread calls it. */
interface Tenant {
  /** A whole message was on the bus. */
  default void heard(Message message) {}

  /** The link is gone or the hook-up ends: what was found is kept. */
  default void brokenOff(long micros) {}
}
