package hitchlamp.server.hookup;

import hitchlamp.core.hookup.Roll;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.Pack;
import hitchlamp.core.station.Deed;
import hitchlamp.core.station.Station;
import hitchlamp.core.story.StoryCall;
import hitchlamp.core.story.TripReset;
import hitchlamp.server.account.Account;
import java.util.List;
import java.util.function.Consumer;

/**
 * What is done about the story in one hook-up: reads, and a trip reset between two reads. Only the
 * live owner's thread touches it.
 */
final class StoryRun {
  /** What a read is for. */
  enum Why {
    /** The roll has just been called and the faults were read. */
    ROLL,
    ASKED,
    BEFORE_RESET,
    AFTER_RESET
  }

  private final Station station;
  private final Turn turn;
  private final LiveOwner.Reports reports;
  private final Consumer<Deed> deeds;

  StoryRun(Station station, Turn turn, LiveOwner.Reports reports, Consumer<Deed> deeds) {
    this.station = station;
    this.turn = turn;
    this.reports = reports;
    this.deeds = deeds;
  }

  /** Reads what all modules remember; something under way goes first. */
  void read(Roll roll, Pack pack, Account who, Why why) {
    read(roll, pack, who, why, () -> {});
  }

  private void read(Roll roll, Pack pack, Account who, Why why, Runnable then) {
    if (turn.taken()) {
      return;
    }
    StoryCall call = new StoryCall(pack, roll.modules(pack));
    deeds.accept(new Deed.ReadStory(pack.id()));
    Runnable tell = () -> reports.story(call.result(), pack, who, why);
    Turn.Told told =
        Turn.told(
            tell,
            () -> {
              tell.run();
              then.run();
            },
            tell);
    if (why == Why.ROLL) {
      turn.runMeanwhile(call, told);
    } else {
      turn.run(HookupWords.say("the-story-is-being-read"), call, told);
    }
  }

  /** Begins a new trip: reads and stores first, reads back after. */
  void resetTrip(Roll roll, Pack pack, Account who) {
    read(roll, pack, who, Why.BEFORE_RESET, () -> reset(roll, pack, who));
  }

  private void reset(Roll roll, Pack pack, Account who) {
    List<ModuleRef> keepers =
        roll.modules(pack).stream().filter(t -> pack.keepsStory(t.kind())).toList();
    if (keepers.isEmpty() || pack.story().resetTrip().isEmpty()) {
      reports.log(HookupWords.say("the-trip-was-not-reset-its"), station.now());
      return;
    }
    reset(keepers, roll, pack, who);
  }

  /** One engine after the other, then all is read back. */
  private void reset(List<ModuleRef> keepers, Roll roll, Pack pack, Account who) {
    if (keepers.isEmpty()) {
      read(roll, pack, who, Why.AFTER_RESET);
      return;
    }
    ModuleRef keeper = keepers.get(0);
    TripReset reset = new TripReset(pack.story().resetTrip().getAsInt(), keeper);
    Runnable tell = () -> reports.tripReset(keeper, reset.result(), who, station.now());
    turn.run(
        HookupWords.say("the-trip-is-being-reset"),
        reset,
        Turn.told(
            () -> {},
            () -> {
              tell.run();
              reset(keepers.subList(1, keepers.size()), roll, pack, who);
            },
            tell));
  }
}
