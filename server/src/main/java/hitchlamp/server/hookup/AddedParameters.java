package hitchlamp.server.hookup;

import hitchlamp.core.pack.Pack;

/** Parameters that somebody added to a unit beside its pack. */
public interface AddedParameters {
  /** The pack with what was added to the unit. */
  Pack over(Pack pack, long unit);
}
