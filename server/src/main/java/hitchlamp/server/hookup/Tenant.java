package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.pack.Pack;
import hitchlamp.server.account.Account;

/**
 * What a capability does on one link of a hook-up. Only the live owner's thread calls it, and all
 * tenants of a link in the order in which they joined.
 */
public interface Tenant {
  /** A whole message was on the bus. */
  default void heard(Message message) {}

  /** A roll has ended: who answers, and by which pack it is read. */
  default void rolled(Roll roll, Pack pack) {}

  /**
   * A complete roll is followed by reading what the modules keep.
   *
   * @param then goes on with the next tenant; may run later, once something has ended
   */
  default void afterRoll(Roll roll, Pack pack, Account who, Runnable then) {
    then.run();
  }

  /**
   * Tells what is new and goes on with what is due; called many times a second.
   *
   * @param nanos of the computer's clock
   * @param micros bus time
   */
  default void publish(long nanos, long micros) {}

  /** The link is gone or the hook-up ends: what was found is kept. */
  default void brokenOff(long micros) {}

  /** The hook-up ends, after {@link #brokenOff}. */
  default void closed(long micros, String why) {}
}
