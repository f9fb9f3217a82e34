package hitchlamp.server.hookup;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.server.account.Account;

/** Takes what hook-ups find out about the story. Called from the live owner's thread. */
public interface StoryReports {
  /**
   * The story is being read, or has been: then the reading says so by its state.
   *
   * @param why ROLL, ASKED, BEFORE_RESET or AFTER_RESET
   */
  void reading(long job, StoryReading reading, Pack pack, Account who, String why);

  /** A read of a stored hook-up was lived again: it is shown, and not stored a second time. */
  void replayed(long job, StoryReading reading, Pack pack);

  /** A module was told to begin a new trip. */
  void tripReset(
      long job, ModuleRef keeper, TripReset result, Account who, Double hours, long busMicros);
}
