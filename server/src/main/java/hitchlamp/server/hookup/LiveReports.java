package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Hold;
import hitchlamp.server.account.Account;
import java.util.List;

/** What a live owner tells, from its own thread. */
interface LiveReports extends TenantReports {
  /** A link was found and the hook-up begins; gives the id under which it is stored. */
  long began(SpeedSearch.Candidate candidate);

  void link(LinkView view);

  void vitals(VitalsView view);

  /** What the network of a vessel tells. */
  void vessel(VesselView view);

  void roll(RollView view);

  /** A roll call ended and is to be kept. */
  void rollEnded(Roll roll, RollView view, Account who, Pack pack, long busMicros);

  /**
   * A roll came out of a stored hook-up again.
   *
   * @param number counted from 0 within the hook-up
   */
  void replayed(int number, RollView view);

  /** A module confirmed what is held, or could not be brought to let go. */
  void held(String text, long busMicros);

  /** A module confirmed that it has let go. */
  void letGo(String text, long busMicros);

  /** What must be let go of, whatever becomes of this process. */
  void keepHeld(List<Hold> holds);

  /** What an earlier hook-up of the unit left held. */
  List<Hold> leftHeld();

  boolean frames(List<FrameBlock.Entry> entries, boolean pinned);

  void ended(String reason);
}
