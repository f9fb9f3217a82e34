package hitchlamp.core.fault;

import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.pack.ServiceKind;
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
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;

/**
 * Asks modules to test their own circuits now, key on: a session is opened and held open, the
 * routine runs, its result is read, the session is closed again on every way out.
 */
public final class SelfTestCall implements Procedure<List<SelfTestCall.Outcome>> {
  /** A fault that a module found at this moment. */
  public record Found(int spn, int fmi) {}

  /**
   * What came of one module.
   *
   * @param says how it ended, in words
   * @param ended true once it has ended
   * @param passed true where the test ran to its end
   */
  public record Outcome(
      ModuleRef target, boolean ended, boolean passed, String says, List<Found> found) {}

  private enum Step {
    OPEN,
    START,
    RESULT,
    CLOSE,
    DONE
  }

  private static final class Run {
    Step step = Step.OPEN;
    String says = FaultWords.say("under-way");
    boolean passed;
    List<Found> found = List.of();
  }

  private static final int FOUND_AT = 4;
  private static final int FOUND_BYTES = 3;

  private final ServiceKind services;
  private final Map<ModuleRef, Run> runs = new LinkedHashMap<>();
  private final Map<Integer, ModuleRef> tickets = new HashMap<>();
  private int nextTicket;
  private boolean stopped;

  /**
   * @param services of the pack; without a self-test nothing is asked
   */
  public SelfTestCall(ServiceKind services, List<ModuleRef> targets) {
    this.services = services;
    targets.stream().filter(ModuleRef::services).forEach(t -> runs.put(t, new Run()));
  }

  @Override
  public boolean finished() {
    return stopped || runs.values().stream().allMatch(r -> r.step == Step.DONE);
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (event instanceof Event.Began) {
      OptionalInt routine = services.selfTest();
      runs.forEach(
          (t, r) -> {
            if (routine.isEmpty()) {
              r.says = FaultWords.say("the-pack-names-no-self-test");
              r.step = Step.DONE;
            } else {
              out.add(new Command.Take(hold(t, event.micros())));
              call(t, Services.session(Services.EXTENDED_SESSION), out);
            }
          });
    } else if (event instanceof Event.Replied r) {
      ModuleRef t = tickets.remove(r.ticket());
      if (t != null) {
        replied(t, runs.get(t), r.reply(), out);
      }
    } else if (event instanceof Event.NotTaken n) {
      endOf(n.holdId(), FaultWords.say("it-has-still-to-let-go"));
    } else if (event instanceof Event.LettingGo g) {
      endOf(g.holdId(), FaultWords.say("stopped-before-its-end"));
    } else if (event instanceof Event.StopAsked) {
      stopped = true;
      runs.values().stream()
          .filter(r -> r.step != Step.DONE)
          .forEach(
              r -> {
                r.says = FaultWords.say("stopped-before-its-end");
                r.step = Step.DONE;
              });
    }
    return out;
  }

  private void endOf(String holdId, String says) {
    runs.forEach(
        (t, r) -> {
          if (r.step != Step.DONE && holdId(t).equals(holdId)) {
            r.says = says;
            r.step = Step.DONE;
          }
        });
  }

  private static String holdId(ModuleRef t) {
    return "self-test " + t.key();
  }

  private Hold hold(ModuleRef t, long since) {
    return SessionHold.of(
        holdId(t),
        FaultWords.say("self-test-of-the-module", t.title().toLowerCase(java.util.Locale.ROOT)),
        FaultWords.say("stop-the-self-test"),
        since,
        t.address());
  }

  private void call(ModuleRef t, byte[] request, List<Command> out) {
    tickets.put(nextTicket, t);
    out.add(
        new Command.Call(
            nextTicket++, t.address(), request, Urgency.TEST, 1, Exchange.PENDING_MICROS));
  }

  private void replied(ModuleRef t, Run run, Reply reply, List<Command> out) {
    if (!(reply instanceof Reply.Positive p)) {
      end(t, run, reply.says(), out);
      return;
    }
    int routine = services.selfTest().orElseThrow();
    switch (run.step) {
      case OPEN -> {
        run.step = Step.START;
        out.add(new Command.Confirm(holdId(t)));
        call(t, Services.start(routine), out);
      }
      case START -> {
        run.step = Step.RESULT;
        call(t, Services.results(routine), out);
      }
      default -> {
        run.found = found(p.data());
        run.passed = true;
        end(
            t,
            run,
            run.found.isEmpty()
                ? FaultWords.say("no-fault-found-now")
                : FaultWords.say("found-now", run.found.size()),
            out);
      }
    }
  }

  private void end(ModuleRef t, Run run, String says, List<Command> out) {
    run.says = says;
    run.step = Step.DONE;
    out.add(new Command.Release(holdId(t)));
  }

  private static List<Found> found(byte[] data) {
    List<Found> found = new ArrayList<>();
    for (int at = FOUND_AT; at + FOUND_BYTES <= data.length; at += FOUND_BYTES) {
      int spn = data[at] & 0xFF | (data[at + 1] & 0xFF) << 8 | (data[at + 2] >> 5 & 7) << 16;
      found.add(new Found(spn, data[at + 2] & 0x1F));
    }
    return List.copyOf(found);
  }

  @Override
  public List<Outcome> result() {
    List<Outcome> outcomes = new ArrayList<>();
    runs.forEach(
        (t, r) -> outcomes.add(new Outcome(t, r.step == Step.DONE, r.passed, r.says, r.found)));
    return outcomes;
  }
}
