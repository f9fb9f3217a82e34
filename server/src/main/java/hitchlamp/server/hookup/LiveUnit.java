package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Roll;
import java.util.Optional;
import java.util.function.BiConsumer;
import java.util.function.ObjLongConsumer;

/** A unit that is hooked up, as capabilities ask things of it, from any thread. */
public interface LiveUnit {
  /**
   * Does something with a tenant and what the last roll showed, in the owner's thread; nothing
   * where the link is not up, no roll was called or the tenant has not joined.
   */
  <T extends Tenant> void with(Class<T> tenant, BiConsumer<T, Roll> what);

  /**
   * Does something with a tenant at a moment of bus time, in the owner's thread; also on a
   * recording that is read, and before a roll.
   */
  <T extends Tenant> void now(Class<T> tenant, ObjLongConsumer<T> what);

  /** A tenant, for what it lets be asked from any thread. */
  <T extends Tenant> Optional<T> tenant(Class<T> tenant);

  /** The last roll of this hook-up. */
  Optional<Roll> roll();
}
