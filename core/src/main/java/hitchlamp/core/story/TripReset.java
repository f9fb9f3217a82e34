package hitchlamp.core.story;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Hold;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.SessionHold;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.List;

/**
 * Begins a new trip: opens a session, starts the module's routine, lets the session go again on
 * every way out. Storing the trip before and reading it back after are the caller's.
 */
public final class TripReset implements Procedure<TripReset.Result> {
  /**
   * What came of it.
   *
   * @param done true where the module accepted
   * @param says how it ended, the end of a sentence about the module
   */
  public record Result(boolean ended, boolean done, String says) {}

  private final int routine;
  private final ModuleRef keeper;
  private boolean opened;
  private Result result = new Result(false, false, StoryWords.say("under-way"));

  /**
   * @param routine of the pack
   * @param keeper module that keeps the trip
   */
  public TripReset(int routine, ModuleRef keeper) {
    this.routine = routine;
    this.keeper = keeper;
  }

  @Override
  public boolean finished() {
    return result.ended();
  }

  @Override
  public Result result() {
    return result;
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (finished()) {
      return out;
    }
    if (event instanceof Event.Began b) {
      out.add(new Command.Take(hold(b.micros())));
      out.add(call(0, Services.session(Services.EXTENDED_SESSION)));
    } else if (event instanceof Event.Replied r) {
      if (!(r.reply() instanceof Reply.Positive)) {
        end(false, r.reply().says(), out);
      } else if (!opened) {
        opened = true;
        out.add(new Command.Confirm(hold()));
        out.add(call(1, Services.start(routine)));
      } else {
        end(true, StoryWords.say("it-began-a-new-trip"), out);
      }
    } else if (event instanceof Event.NotTaken) {
      end(false, StoryWords.say("it-has-still-to-let-go"), out);
    } else if (event instanceof Event.StopAsked || event instanceof Event.LettingGo) {
      end(false, StoryWords.say("it-was-stopped-before-its-end"), out);
    }
    return out;
  }

  private Command call(int ticket, byte[] request) {
    return new Command.Call(
        ticket, keeper.address(), request, Urgency.TEST, 1, Exchange.PENDING_MICROS);
  }

  private void end(boolean done, String says, List<Command> out) {
    result = new Result(true, done, says);
    out.add(new Command.Release(hold()));
  }

  private String hold() {
    return "trip reset " + keeper.address();
  }

  private Hold hold(long since) {
    return SessionHold.of(
        hold(),
        StoryWords.say(
            "trip-reset-of-the-module", keeper.title().toLowerCase(java.util.Locale.ROOT)),
        StoryWords.say("stop-the-trip-reset"),
        since,
        keeper.address());
  }
}
