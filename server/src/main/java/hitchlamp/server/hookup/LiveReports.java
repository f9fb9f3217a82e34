package hitchlamp.server.hookup;

import hitchlamp.core.bus.FrameBlock;
import hitchlamp.core.fault.ClearCall;
import hitchlamp.core.fault.FaultReading;
import hitchlamp.core.fault.SelfTest;
import hitchlamp.core.hookup.Roll;
import hitchlamp.core.hookup.SpeedSearch;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Hold;
import hitchlamp.core.story.StoryReading;
import hitchlamp.core.story.TripReset;
import hitchlamp.core.trace.UnitAnswer;
import hitchlamp.core.trial.BenchState;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.Set;

/** What a live owner tells, from its own thread. */
interface LiveReports {
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

  /** A read of faults of a stored hook-up was lived again. */
  void replayed(FaultReading reading, Set<String> silent, Pack pack);

  /**
   * Faults are being read, or have been.
   *
   * @param why what the read is for
   */
  void faults(FaultReading reading, Set<String> silent, Pack pack, Account who, FaultRun.Why why);

  /** A read of the story of a stored hook-up was lived again. */
  void replayed(StoryReading reading, Pack pack);

  /**
   * The story is being read, or has been.
   *
   * @param why what the read is for
   */
  void story(StoryReading reading, Pack pack, Account who, StoryRun.Why why);

  /** A module has been told to begin a new trip. */
  void tripReset(ModuleRef keeper, TripReset result, Account who, long busMicros);

  /** Modules have been told to clear. */
  void cleared(List<ClearCall.Outcome> outcomes, Account who, long busMicros);

  /** Modules test themselves, or have. */
  void selfTest(List<SelfTest> outcomes, boolean ended, Account who, long busMicros);

  /** A test goes on, or has ended. */
  void trial(TrialRun.Of of, BenchState<?> state);

  /** A test gave its first command. */
  void trialBegan(TrialRun.Of of, long busMicros);

  /**
   * A test that had begun has ended: shown as soon as it is stored.
   *
   * @param recording that was made of it; null where none was
   */
  void trialEnded(TrialRun.Of of, BenchState<?> state, Long recording, long busMicros);

  /** A check of a guide waits for the unit. */
  void tracing(long trace, String check, String waits);

  /** The unit has answered a check of a guide, or cannot. */
  void traced(long trace, String check, UnitAnswer answer, long busMicros);

  /** Where values and recordings go. */
  WatchReports.Sink watch();

  void log(String text, long busMicros);

  /** A module confirmed what is held, or could not be brought to let go. */
  void held(String text, long busMicros);

  /** A module confirmed that it has let go. */
  void letGo(String text, long busMicros);

  /** What must be let go of, whatever becomes of this process. */
  void keepHeld(List<Hold> holds);

  /** What an earlier hook-up of the unit left held. */
  List<Hold> leftHeld();

  /** Engine hours for the stores, null where not known. */
  Double hours();

  boolean store(List<FrameBlock.Entry> entries, boolean pinned);

  void ended(String reason);
}
