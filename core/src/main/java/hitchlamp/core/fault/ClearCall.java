package hitchlamp.core.fault;

import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Clears the faults of modules, each asked by itself, since a global request is neither
 * acknowledged nor refused: by service where a module has it, else by DM11 for the active and DM3
 * for the earlier faults. What a module accepts is not what it has done: only a new read tells.
 */
public final class ClearCall implements Procedure<List<ClearCall.Outcome>> {
  /**
   * What a module said to the clear.
   *
   * @param accepted true where it took everything that was asked
   * @param says the reason in words where it did not
   */
  public record Outcome(ModuleRef target, boolean accepted, String says) {}

  private final List<ModuleRef> targets;
  private final Map<Integer, ModuleRef> tickets = new LinkedHashMap<>();
  private final Map<ModuleRef, String> refused = new LinkedHashMap<>();
  private int nextTicket;
  private boolean stopped;
  private boolean begun;

  /** Clears the faults of these modules. */
  public ClearCall(List<ModuleRef> targets) {
    this.targets = List.copyOf(targets);
  }

  /**
   * The modules that a clear may go to: those whose faults the read before knows; without a choice
   * those that keep any. None where that read did not come to its end: what would be destroyed is
   * not stored then.
   *
   * @param keys chosen modules, empty for all
   */
  public static List<ModuleRef> targets(FaultReading before, Set<String> keys) {
    if (before.state() != FaultReading.State.COMPLETE) {
      return List.of();
    }
    return before.modules().stream()
        .filter(ModuleFaults::read)
        .filter(m -> keys.isEmpty() ? !m.faults().isEmpty() : keys.contains(m.target().key()))
        .map(ModuleFaults::target)
        .toList();
  }

  @Override
  public boolean finished() {
    return stopped || begun && tickets.isEmpty();
  }

  @Override
  public List<Command> on(Event event) {
    List<Command> out = new ArrayList<>();
    if (event instanceof Event.Began) {
      targets.forEach(t -> ask(t, out));
      begun = true;
    } else if (event instanceof Event.Replied r) {
      ModuleRef t = tickets.remove(r.ticket());
      if (t != null && !(r.reply() instanceof Reply.Positive)) {
        refused.put(t, r.reply().says());
      }
    } else if (event instanceof Event.Answered a) {
      ModuleRef t = tickets.remove(a.ticket());
      if (t != null && !(a.answer() instanceof Answer.Accepted)) {
        refused.put(t, words(a.answer()));
      }
    } else if (event instanceof Event.StopAsked) {
      tickets
          .values()
          .forEach(t -> refused.put(t, FaultWords.say("it-had-not-answered-when-this")));
      stopped = true;
    }
    return out;
  }

  private void ask(ModuleRef t, List<Command> out) {
    if (t.services()) {
      tickets.put(nextTicket, t);
      // Once only: what may have been done is not asked for again.
      out.add(
          new Command.Call(
              nextTicket++,
              t.address(),
              Services.clearAll(),
              Urgency.TEST,
              1,
              Exchange.PENDING_MICROS));
      return;
    }
    for (int pgn : new int[] {Pgn.DM11, Pgn.DM3}) {
      tickets.put(nextTicket, t);
      out.add(new Command.Ask(nextTicket++, t.address(), pgn, Urgency.TEST, 1));
    }
  }

  private static String words(Answer answer) {
    if (answer instanceof Answer.NotSupported) {
      return FaultWords.say("it-cannot-clear-by-this-request");
    } else if (answer instanceof Answer.Denied) {
      return FaultWords.say("it-refuses-now-the-engine-running");
    } else if (answer instanceof Answer.Busy) {
      return FaultWords.say("it-is-busy");
    } else if (answer instanceof Answer.NotAsked n) {
      return FaultWords.say("it-was-not-asked", n.why());
    }
    return FaultWords.say("it-does-not-answer");
  }

  @Override
  public List<Outcome> result() {
    return targets.stream()
        .map(t -> new Outcome(t, !refused.containsKey(t), refused.getOrDefault(t, "accepted")))
        .toList();
  }
}
