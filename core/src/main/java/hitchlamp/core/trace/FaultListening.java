package hitchlamp.core.trace;

import hitchlamp.core.j1939.FaultMessage;
import hitchlamp.core.j1939.Message;
import hitchlamp.core.j1939.Pgn;
import hitchlamp.core.pack.Component.FaultPattern;
import hitchlamp.core.pack.Guide;
import hitchlamp.core.pack.ModuleRef;
import hitchlamp.core.station.Command;
import hitchlamp.core.station.Event;
import hitchlamp.core.station.Procedure;
import hitchlamp.core.station.Urgency;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Listens for a fault among those that its module tells as active (DM1). With active faults it
 * tells them once a second by itself (SAE J1939-73, from memory); without any it may be silent, so
 * after a second without a message it is asked. Waiting for the fault to come ends as soon as it is
 * told; that it stays away is known only when the time is over. Waiting for it to go is the mirror
 * of that.
 */
public final class FaultListening implements Procedure<Optional<UnitAnswer>> {
  /** So many messages without the fault, one after another, before it counts as gone. */
  static final int GONE_AFTER = 3;

  private static final long SECOND = 1_000_000;

  /** After so long without a message the module is asked; it sends one a second by itself. */
  private static final long ASK_AFTER = 1_200_000;

  private static final long STEP = 250_000;

  private final boolean gone;
  private final long patience;
  private final List<FaultPattern> signs;
  private final ModuleRef target;
  private long began = Long.MIN_VALUE;
  private long lastTold;
  private int ticket;
  private boolean asking;
  private int told;
  private int without;
  private String seen = "";
  private Optional<UnitAnswer> answer = Optional.empty();

  /**
   * @param signs faults that are listened for
   * @param target module that would tell them
   */
  public FaultListening(Guide.FaultNow asks, List<FaultPattern> signs, ModuleRef target) {
    this(signs, target, asks.gone(), asks.seconds());
  }

  /**
   * @param gone true where it is waited for that the fault goes, false where that it comes
   * @param seconds for so long
   */
  public FaultListening(List<FaultPattern> signs, ModuleRef target, boolean gone, double seconds) {
    this.signs = List.copyOf(signs);
    this.target = target;
    this.gone = gone;
    this.patience = Math.round(seconds * SECOND);
  }

  @Override
  public List<Command> on(Event event) {
    if (finished()) {
      return List.of();
    }
    if (event instanceof Event.Began b) {
      began = b.micros();
      lastTold = began;
    } else if (event instanceof Event.Heard h) {
      heard(h.message());
    } else if (event instanceof Event.Answered) {
      // What it answered came as a message too.
      asking = false;
    } else if (event instanceof Event.StopAsked) {
      answer = Optional.of(UnitAnswer.cannotTell(TraceWords.say("it-was-stopped")));
    }
    decide(event.micros());
    return finished() ? List.of() : next(event.micros());
  }

  private List<Command> next(long micros) {
    List<Command> commands = new ArrayList<>();
    if (!asking && micros - lastTold >= ASK_AFTER) {
      asking = true;
      lastTold = micros;
      commands.add(new Command.Ask(ticket++, target.address(), Pgn.DM1, Urgency.READ, 1));
    }
    commands.add(new Command.WakeAt(micros + STEP));
    return commands;
  }

  private void heard(Message m) {
    if (m.pgn() != Pgn.DM1 || m.source() != target.address() || m.lastMicros() < began) {
      return;
    }
    FaultMessage content = FaultMessage.of(m.data(), target.conversion());
    if (content.garbled().isPresent()) {
      return;
    }
    lastTold = m.lastMicros();
    told++;
    Optional<String> found =
        content.faults().stream()
            .filter(d -> signs.stream().anyMatch(s -> s.is(d.spn(), d.fmi())))
            .map(d -> "SPN " + d.spn() + " FMI " + d.fmi())
            .findFirst();
    found.ifPresent(f -> seen = f);
    without = found.isPresent() ? 0 : without + 1;
  }

  private void decide(long micros) {
    boolean over = micros - began >= patience;
    boolean there = told > 0 && without == 0;
    boolean away = without >= GONE_AFTER;
    if (there && (over || !gone)) {
      answer =
          Optional.of(
              UnitAnswer.of(
                  Guide.THERE, TraceWords.say("is-active-told-by", seen, target.title())));
    } else if (away && (over || gone)) {
      answer =
          Optional.of(
              UnitAnswer.of(
                  Guide.GONE,
                  TraceWords.say(
                      "not-active-in-messages-of-one", names(), without, target.title())));
    } else if (over && micros - began > 2L * GONE_AFTER * SECOND) {
      // A message a second and three of them: twice that is time enough to call it silence.
      answer =
          Optional.of(
              UnitAnswer.cannotTell(
                  told == 0
                      ? TraceWords.say("tells-no-faults-asked-or-not", target.title())
                      : TraceWords.say("it-comes-and-goes-seen-in")));
    }
  }

  private String names() {
    return signs.stream()
        .limit(4)
        .map(s -> "SPN " + s.spn() + (s.fmi() == FaultPattern.ANY ? "" : " FMI " + s.fmi()))
        .collect(Collectors.joining(", "));
  }

  /** What is waited for, in words. */
  public String waits() {
    return TraceWords.say(
        "listening-for-at-most-s-messages",
        gone ? TraceWords.say("the-fault-to-go") : TraceWords.say("the-fault"),
        patience / SECOND,
        told,
        target.title(),
        seen.isEmpty()
            ? ""
            : without == 0 ? TraceWords.say("it-is-there") : TraceWords.say("it-was-there"));
  }

  @Override
  public Optional<UnitAnswer> result() {
    return answer;
  }

  @Override
  public boolean finished() {
    return answer.isPresent();
  }
}
