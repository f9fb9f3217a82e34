package hitchlamp.core.fault;

import hitchlamp.core.j1939.ClearOne;
import hitchlamp.core.j1939.Dtc;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.station.Answer;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Query;
import hitchlamp.core.station.Urgency;
import hitchlamp.core.uds.Exchange;
import hitchlamp.core.uds.Reply;
import hitchlamp.core.uds.ServiceFault;
import hitchlamp.core.uds.Services;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * Clears the faults of modules, each asked by itself, since a global request is neither
 * acknowledged nor refused: by service where a module has it, else by DM11 for the active and DM3
 * for the earlier faults; one fault alone by service or by DM22. What a module accepts is not what
 * it has done: only a new read tells.
 */
public final class ClearCall implements Procedure<List<ClearCall.Outcome>> {
  /**
   * What a module said to the clear.
   *
   * @param accepted true where it took everything that was asked
   * @param says the reason in words where it did not
   * @param only the one fault that was to be cleared; empty where all were
   */
  public record Outcome(
      ModuleRef target, boolean accepted, String says, Optional<Further.Code> only) {
    /** Clears that were stored before single faults could be cleared were of all. */
    public Outcome {
      only = only == null ? Optional.empty() : only;
    }

    /** True where a fault was to be cleared by it, and its module took it. */
    public boolean cleared(KnownFault f) {
      return accepted
          && target.key().equals(f.fault().module())
          && (only.isEmpty() || only.get().equals(new Further.Code(f.spn(), f.fmi())));
    }
  }

  private final List<ModuleRef> targets;
  private final Optional<KnownFault> only;
  private final Map<Integer, ModuleRef> tickets = new LinkedHashMap<>();
  private final Map<ModuleRef, String> refused = new LinkedHashMap<>();
  private int nextTicket;
  private boolean stopped;
  private boolean begun;

  /** Clears the faults of these modules. */
  public ClearCall(List<ModuleRef> targets) {
    this(targets, Optional.empty());
  }

  private ClearCall(List<ModuleRef> targets, Optional<KnownFault> only) {
    this.targets = List.copyOf(targets);
    this.only = only;
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

  /** The clear of chosen modules; empty where nothing may be cleared. */
  public static Optional<ClearCall> of(FaultReading before, Set<String> keys) {
    List<ModuleRef> targets = targets(before, keys);
    return targets.isEmpty() ? Optional.empty() : Optional.of(new ClearCall(targets));
  }

  /**
   * The clear of one fault alone.
   *
   * @param key of the fault
   * @return empty where the read did not come to its end, or no longer has it
   */
  public static Optional<ClearCall> ofOne(FaultReading before, String key) {
    return before.faults().stream()
        .filter(f -> f.key().equals(key))
        .findFirst()
        .flatMap(
            f ->
                targets(before, Set.of(f.fault().module())).stream()
                    .findFirst()
                    .map(t -> new ClearCall(List.of(t), Optional.of(f))));
  }

  /** What is about to be cleared, in words. */
  public String says() {
    String titles = targets.stream().map(ModuleRef::title).collect(Collectors.joining(", "));
    return only.map(f -> FaultWords.say("clearing-one-fault", f.spn(), f.fmi(), titles))
        .orElseGet(() -> FaultWords.say("clearing-the-faults-of", titles));
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
      if (t != null) {
        refusal(a.answer()).ifPresent(why -> refused.put(t, why));
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
              only.map(f -> Services.clear(ServiceFault.code(f.spn(), f.fmi())))
                  .orElseGet(Services::clearAll),
              Urgency.TEST,
              1,
              Exchange.PENDING_MICROS));
      return;
    }
    if (only.isPresent()) {
      tickets.put(nextTicket, t);
      out.add(new Command.Ask(nextTicket++, t.address(), query(only.get()), Urgency.TEST, 1));
      return;
    }
    for (int pgn : new int[] {Pgn.DM11, Pgn.DM3}) {
      tickets.put(nextTicket, t);
      out.add(new Command.Ask(nextTicket++, t.address(), pgn, Urgency.TEST, 1));
    }
  }

  private static Query.Clear query(KnownFault f) {
    return new Query.Clear(
        Dtc.encode(f.spn(), f.fmi(), 0, f.fault().version()),
        f.states().contains(FaultState.ACTIVE));
  }

  /** Why it did not do it; empty where it did. */
  private Optional<String> refusal(Answer answer) {
    if (answer instanceof Answer.Accepted) {
      return Optional.empty();
    }
    if (answer instanceof Answer.Given given && only.isPresent()) {
      Query.Clear asked = query(only.get());
      return ClearOne.of(given.message().data(), asked.fault(), asked.active())
          .filter(o -> o != ClearOne.Outcome.DONE)
          .map(ClearCall::words);
    }
    return Optional.of(words(answer));
  }

  private static String words(ClearOne.Outcome outcome) {
    return switch (outcome) {
      case DENIED -> FaultWords.say("it-refuses-now-the-engine-running");
      case UNKNOWN -> FaultWords.say("it-keeps-no-such-fault");
      case MOVED -> FaultWords.say("the-fault-stands-elsewhere-by-now");
      default -> FaultWords.say("it-does-not-clear-this-fault-alone");
    };
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
        .map(
            t ->
                new Outcome(
                    t,
                    !refused.containsKey(t),
                    refused.getOrDefault(t, "accepted"),
                    only.map(f -> new Further.Code(f.spn(), f.fmi()))))
        .toList();
  }
}
